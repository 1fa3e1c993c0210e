package bivex.server;

import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.crew.Role;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.JdbcTemplate;
import tools.jackson.databind.JsonNode;

/** What was made by mistake goes again; what something rests on stays; productions come and go. */
class TakebackTest {
  private final Stage stage = new Stage();
  private final String base = stage.base;

  private String review() {
    return base + "/shots/" + stage.shot + "/review";
  }

  @Test
  void whatNothingRestsOnIsTakenBackByWhoMadeIt() {
    Caller artist = stage.house.person(stage.production, Role.ARTIST);
    Caller other = stage.house.person(stage.production, Role.ARTIST);
    String first =
        Stage.ok(
                artist.upload(
                    base + "/shots/" + stage.shot + "/versions",
                    "a.mp4",
                    Clips.mp4(320, 180, "24", 24),
                    Map.of()))
            .text("versions/0/id");
    assertThat(other.delete(base + "/versions/" + first).status()).isEqualTo(403);
    assertThat(artist.delete(base + "/versions/" + first).status()).isEqualTo(204);
    String second =
        Stage.ok(
                artist.upload(
                    base + "/shots/" + stage.shot + "/versions",
                    "b.mp4",
                    Clips.mp4(320, 180, "24", 25),
                    Map.of()))
            .text("versions/0/id");
    Caller.Answer now = Stage.ok(artist.get(review()));
    assertThat(now.at("versions/0/number").asInt())
        .as("somebody may have the first in hand: its number is not given again")
        .isEqualTo(2);
    int frame = now.at("versions/0/firstFrame").asInt();
    String note =
        Stage.ok(
                other.post(
                    base + "/versions/" + second + "/notes",
                    Map.of("frame", frame, "words", "on the wrong shot")))
            .text("notes/0/id");
    Caller.Answer held = artist.delete(base + "/versions/" + second);
    assertThat(held.status()).isEqualTo(422);
    assertThat(held.text("detail")).contains("a note rests on it");
    assertThat(artist.delete(base + "/notes/" + note).status()).isEqualTo(403);
    assertThat(other.delete(base + "/notes/" + note).status()).isEqualTo(204);
    assertThat(Stage.ok(artist.get(review())).at("notes")).isEmpty();
    String kept =
        Stage.ok(
                other.post(
                    base + "/versions/" + second + "/notes",
                    Map.of("frame", frame, "words", "the edge swims")))
            .text("notes/0/id");
    Stage.ok(artist.post(base + "/notes/" + kept + "/words", Map.of("kind", "TAKEN")));
    assertThat(other.delete(base + "/notes/" + kept).text("detail"))
        .contains("what was said of it rests on it");
    assertThat(stage.producer.get(base + "/journal").body().toString())
        .as("that it was is on record")
        .contains("took back a note on")
        .contains(" version 1");
  }

  @Test
  void daysSetupsAndSpecificationsGoWhileTheyAreEmpty() {
    assertThat(stage.producer.delete(base + "/setups/" + stage.setup).text("detail"))
        .contains("a shot that is planned there rests on it");
    assertThat(stage.producer.delete(base + "/days/" + stage.day).text("detail"))
        .contains("a setup rests on it");
    String day =
        Stage.ok(
                stage.producer.post(
                    base + "/days", Map.of("date", "2026-11-25", "place", "The wrong quay")))
            .text("id");
    String setup =
        Stage.ok(
                stage.producer.post(
                    base + "/setups", Map.of("day", day, "name", "Nowhere", "struck", false)))
            .text("id");
    for (Role r : List.of(Role.FLOOR, Role.ARTIST, Role.GUEST)) {
      assertThat(stage.house.person(stage.production, r).delete(base + "/setups/" + setup).status())
          .isEqualTo(403);
    }
    assertThat(stage.producer.delete(base + "/setups/" + setup).status()).isEqualTo(204);
    assertThat(stage.producer.delete(base + "/days/" + day).status()).isEqualTo(204);
    assertThat(stage.producer.delete(base + "/days/" + day).status()).isEqualTo(404);
    assertThat(Stage.ok(stage.producer.get(base + "/days")).body()).hasSize(1);
    // Nobody reaches into another production.
    Stage theirs = new Stage();
    for (String what : List.of("/days/" + theirs.day, "/setups/" + theirs.setup)) {
      assertThat(stage.producer.delete(base + what).status()).as(what).isEqualTo(404);
    }
  }

  /** Every field a guest is sent, by its place. A field that is new is decided on here. */
  @Test
  void aGuestIsToldThisAndNoMore() {
    String first = version(24);
    Caller.Answer shown = Stage.ok(stage.producer.get(review()));
    int frame = shown.at("versions/0/firstFrame").asInt();
    String secret = "the hand is wrong and they must not hear it";
    Stage.ok(
        stage.producer.post(
            base + "/versions/" + first + "/notes", Map.of("frame", frame, "words", secret)));
    Stage.ok(
        stage.producer.post(
            base + "/versions/" + first + "/verdicts",
            Map.of("verdict", "HOLD", "reason", secret)));
    String second = version(25);
    Caller guest = stage.house.person(stage.production, Role.GUEST);
    Stage.ok(
        stage.producer.post(
            base + "/shots/" + stage.shot + "/guests", Map.of("person", guest.person())));
    assertThat(Stage.ok(guest.get(review())).at("versions")).as("nothing is shown yet").isEmpty();
    show(first, "APPROVAL");
    show(first, "ENDED");
    show(second, "PROGRESS");
    String own =
        Stage.ok(
                guest.post(
                    base + "/versions/" + second + "/notes",
                    Map.of(
                        "frame",
                        frame,
                        "words",
                        "may it be darker?",
                        "drawing",
                        List.of(
                            Map.of(
                                "kind",
                                "WORDS",
                                "points",
                                List.of(Map.of("x", 0.5, "y", 0.5, "press", 0.5)),
                                "words",
                                "here")))))
            .text("notes/0/id");
    String hidden = version(26);
    String third = version(27);
    Stage.ok(
        stage.producer.post(
            base + "/notes/" + own + "/words",
            Map.of("kind", "ANSWERED", "version", third, "words", secret)));
    Stage.ok(
        stage.producer.post(
            base + "/versions/" + third + "/notes",
            Map.of("whole", true, "words", "brighter, for all to read", "shown", true)));
    Map<String, String> again = Map.of("kind", "AGAIN", "words", "still bright");
    assertThat(guest.post(base + "/notes/" + own + "/words", again).status())
        .as("what answers it is not shown to them")
        .isEqualTo(403);
    assertThat(Stage.ok(stage.producer.get(review())).body().toString())
        .contains("version 4 is not shown to guests");
    show(second, "ENDED");
    show(third, "APPROVAL");
    Stage.ok(guest.post(base + "/notes/" + own + "/words", again));
    Stage.ok(
        guest.post(
            base + "/versions/" + third + "/client-words",
            Map.of("kind", "WITH_NOTES", "words", "once it is darker")));
    Stage.ok(
        stage.producer.post(
            base + "/versions/" + third + "/client-words",
            Map.of("kind", "NOT_APPROVED", "words", secret, "who", "somebody else")));
    Stage.until(() -> guest.get(review()), a -> !a.text("versions/0/shown/copy").isEmpty());
    Caller.Answer page = Stage.ok(guest.get(review()));
    assertThat(page.at("versions")).hasSize(1);
    assertThat(page.at("notes")).as("their own, and what was shown to them").hasSize(2);
    TreeSet<String> told = new TreeSet<>();
    for (String path : List.of("/reel", "", "/shots/" + stage.shot + "/review")) {
      Caller.Answer a = Stage.ok(guest.get(base + path));
      assertThat(a.body().toString()).as(path).doesNotContain(secret).doesNotContain("HOLD");
      filled(path, a.body(), told);
    }
    assertThat(told)
        .containsExactlyInAnyOrder(TOLD.lines().filter(l -> !l.isBlank()).toArray(String[]::new));
    for (String gone : List.of("/timecodes", "/file")) {
      assertThat(guest.get(base + "/versions/" + first + gone).status()).as(gone).isEqualTo(422);
    }
    assertThat(guest.get(base + "/versions/" + hidden + "/file").status())
        .as("never shown")
        .isEqualTo(404);
    Stage.ok(stage.producer.get(base + "/versions/" + first + "/timecodes"));
    assertThat(
            stage
                .producer
                .delete(base + "/shots/" + stage.shot + "/guests/" + guest.person())
                .status())
        .isEqualTo(204);
    assertThat(guest.get(review()).status()).isEqualTo(404);
    assertThat(Stage.ok(stage.producer.get(review())).body().toString())
        .as("what they said stays")
        .contains("may it be darker?");
  }

  private void show(String version, String kind) {
    Stage.ok(
        stage.producer.post(base + "/versions/" + version + "/showings", Map.of("kind", kind)));
  }

  private static final String TOLD =
      """
      .capture.height
      .capture.width
      .clientNeeded
      .code
      .delivery.height
      .delivery.width
      .firstFrame
      .handles
      .hoursPerDay
      .id
      .lists
      .mainsHz
      .myRole
      .rate
      .rateName
      .sensorWidthMm
      .title
      .version
      /reel.owed
      /reel.loose[].at
      /reel.loose[].code
      /reel.loose[].id
      /reel.loose[].title
      /shots/*/review.clientWords[].at
      /shots/*/review.clientWords[].kind
      /shots/*/review.clientWords[].said
      /shots/*/review.clientWords[].version
      /shots/*/review.code
      /shots/*/review.cutFirst
      /shots/*/review.cutLast
      /shots/*/review.notes[].again
      /shots/*/review.notes[].answered
      /shots/*/review.notes[].answeredIn
      /shots/*/review.notes[].at
      /shots/*/review.notes[].by
      /shots/*/review.notes[].carried
      /shots/*/review.notes[].drawn.height
      /shots/*/review.notes[].drawn.paths[].width
      /shots/*/review.notes[].drawn.paths[].words
      /shots/*/review.notes[].drawn.paths[].x
      /shots/*/review.notes[].drawn.paths[].y
      /shots/*/review.notes[].drawn.width
      /shots/*/review.notes[].frame
      /shots/*/review.notes[].id
      /shots/*/review.notes[].lastFrame
      /shots/*/review.notes[].may[]
      /shots/*/review.notes[].on
      /shots/*/review.notes[].open
      /shots/*/review.notes[].rounds
      /shots/*/review.notes[].said[].at
      /shots/*/review.notes[].said[].by
      /shots/*/review.notes[].said[].kind
      /shots/*/review.notes[].said[].said
      /shots/*/review.notes[].said[].words
      /shots/*/review.notes[].shown
      /shots/*/review.notes[].stands
      /shots/*/review.notes[].timecode
      /shots/*/review.notes[].version
      /shots/*/review.notes[].whole
      /shots/*/review.notes[].wish
      /shots/*/review.notes[].words
      /shots/*/review.shot
      /shots/*/review.title
      /shots/*/review.versions[].bytes
      /shots/*/review.versions[].facts.frames
      /shots/*/review.versions[].facts.raster.height
      /shots/*/review.versions[].facts.raster.width
      /shots/*/review.versions[].facts.rate
      /shots/*/review.versions[].failed
      /shots/*/review.versions[].firstFrame
      /shots/*/review.versions[].fps
      /shots/*/review.versions[].id
      /shots/*/review.versions[].number
      /shots/*/review.versions[].rateName
      /shots/*/review.versions[].shown.asks
      /shots/*/review.versions[].shown.copy
      /shots/*/review.versions[].shown.failed
      /shots/*/review.versions[].shown.kind
      /shots/*/review.versions[].shown.stands
      /shots/*/review.versions[].shown.words
      /shots/*/review.versions[].type
      /shots/*/review.versions[].uploadedAt
      """;

  private static void filled(String at, JsonNode n, Set<String> into) {
    if (n.isObject()) {
      n.properties().forEach(e -> filled(at + "." + e.getKey(), e.getValue(), into));
    } else if (n.isArray()) {
      n.forEach(e -> filled(at + "[]", e, into));
    } else if (!n.isNull() && !n.asString("").isEmpty()) {
      into.add(at.replaceAll("[0-9a-f]{8}-[0-9a-f-]{27}", "*"));
    }
  }

  private String version(int frames) {
    return Stage.ok(stage.upload(Clips.mp4(320, 180, "24", frames))).text("versions/0/id");
  }

  @Test
  void aProductionIsMadeLikeAnotherPutAwayAndDeletedAfterItsBackup() throws Exception {
    Path root = Path.of("").toAbsolutePath().getParent();
    try (House house =
        House.start(
            false, Map.of("bivex.archiver", root.resolve("scripts/write-archive").toString()))) {
      Stage first = new Stage(house);
      Caller.Answer view = Stage.ok(first.producer.get(first.base));
      Map<String, Object> spec =
          Map.of(
              "name",
              "Cinema",
              "raster",
              Map.of("width", 320, "height", 180),
              "rate",
              "24",
              "handles",
              0,
              "pattern",
              "{code}_v{version}");
      Stage.ok(first.producer.post(first.base + "/specs", spec));
      Caller artist = house.person(first.production, Role.ARTIST);
      Map<String, Object> in =
          Map.of("code", "NEXT", "title", "The next one", "rate", "", "like", first.production.id);
      assertThat(artist.post("/api/productions", in).status()).isEqualTo(403);
      String made = Stage.ok(first.producer.post("/api/productions", in)).text("id");
      assertThat(first.producer.post("/api/productions", in).text("field")).isEqualTo("code");
      String next = "/api/productions/" + made;
      assertThat(artist.get(next).status()).isEqualTo(404);
      Caller.Answer begun = Stage.ok(first.producer.get(next));
      for (String same : List.of("rate", "capture", "delivery", "handles", "firstFrame")) {
        assertThat(begun.at(same)).as(same).isEqualTo(view.at(same));
      }
      assertThat(begun.text("codePattern")).startsWith("NEXT-");
      assertThat(Stage.ok(first.producer.get(next + "/specs")).body()).hasSize(1);

      assertThat(first.producer.post(first.base + "/deletion", Map.of("title", "x")).status())
          .as("at work")
          .isEqualTo(422);
      first.upload(Clips.mp4(320, 180, "24", 24));
      first.log("plate:clean", Stage.CAMERA);
      assertThat(artist.post(first.base + "/archive", Map.of()).status()).isEqualTo(403);
      assertThat(first.producer.post(first.base + "/archive", Map.of()).status()).isEqualTo(204);
      Caller.Answer refused =
          first.producer.post(
              first.base + "/days", Map.of("date", "2026-11-26", "place", "Elsewhere"));
      assertThat(refused.status()).isEqualTo(409);
      assertThat(refused.text("detail")).contains("put away");
      assertThat(artist.get(first.base + "/owed").status()).as("read").isEqualTo(200);
      Stage.ok(first.producer.post(next + "/days", Map.of("date", "2026-11-26", "place", "Quay")));
      assertThat(first.producer.post(first.base + "/reopen", Map.of()).status()).isEqualTo(204);
      Stage.ok(
          first.producer.post(
              first.base + "/days", Map.of("date", "2026-11-26", "place", "Elsewhere")));
      first.producer.post(first.base + "/archive", Map.of());
      assertThat(
              first
                  .producer
                  .post(first.base + "/deletion", Map.of("title", "A test"))
                  .text("field"))
          .isEqualTo("title");
      JdbcTemplate jdbc = house.bean(JdbcTemplate.class);
      Caller.Answer gone =
          first.producer.post(first.base + "/deletion", Map.of("title", "A test production"));
      assertThat(gone.status()).as(gone.toString()).isEqualTo(204);
      assertThat(first.producer.get(first.base).status()).isEqualTo(404);
      for (String table :
          List.of("shot", "take", "version", "setup", "mark", "evidence", "draft", "journal")) {
        assertThat(
                jdbc.queryForObject(
                    "select count(*) from " + table + " where production_id = ?",
                    Long.class,
                    first.production.id))
            .as(table)
            .isZero();
      }
      assertThat(Stage.ok(first.producer.get(next + "/days")).body()).as("the other").hasSize(1);
      try (var kept = Files.list(house.data().resolve("backups"))) {
        assertThat(kept.map(p -> p.getFileName().toString()))
            .anyMatch(
                n -> n.startsWith("before-deleting-" + view.text("code").toLowerCase(Locale.ROOT)));
      }
    }
  }
}
