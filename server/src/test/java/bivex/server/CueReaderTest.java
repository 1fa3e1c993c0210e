package bivex.server;

import static bivex.server.Stage.ok;
import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** The reader of a script over HTTP: what it shows, and what it learns from answers. */
class CueReaderTest {
  private static final String SCRIPT =
      """
      EXT. QUAY - DAY #1#

      Ada waits with two cups.

      ADA
      Where is he?

      The crates rise off the stones and hang over her head.

      ADA
      There.

      A ghost sits on the wall.

      ADA
      No.

      A ghost sits on the boat.

      ADA
      No.

      A ghost sits on the roof.

      INT. SHED - NIGHT #2#

      Ada counts the lanterns.

      ADA
      Nine.

      The lanterns vanish.
      """;

  private final Stage stage = new Stage();
  private final String cues = stage.base + "/cues";

  CueReaderTest() {
    ok(stage.producer.post(stage.base + "/drafts", Map.of("name", "next", "text", SCRIPT)));
    // So short a script says little for any of them: all are shown.
    ok(
        stage.producer.put(
            cues + "/from", "\"" + get().text("version") + "\"", Map.of("from", 0.15)));
  }

  private Caller.Answer get() {
    return ok(stage.producer.get(cues));
  }

  private static JsonNode with(Caller.Answer cues, String words) {
    return cues.at("cues")
        .valueStream()
        .filter(c -> c.path("words").asString().contains(words))
        .findFirst()
        .orElse(null);
  }

  /** Waits for the reader in the background. */
  private Caller.Answer read() throws InterruptedException {
    Instant end = Instant.now().plus(Duration.ofMinutes(2));
    Caller.Answer a = get();
    while (a.text("read/read").equals("READING") && Instant.now().isBefore(end)) {
      Thread.sleep(100);
      a = get();
    }
    return a;
  }

  @Test
  void nobodyWaitsForTheSenseAndItStaysTheSameOnceRead() throws InterruptedException {
    Caller.Answer first = get();
    assertThat(with(first, "lanterns vanish")).as("by words and signs at once").isNotNull();
    Caller.Answer read = read();
    assertThat(read.text("read/read")).isEqualTo("WITH_SENSE");
    JsonNode rise = with(read, "crates rise");
    assertThat(rise.path("ways"))
        .hasSizeBetween(1, 3)
        .allSatisfy(w -> assertThat(w.path("why").asString()).isNotBlank());
    assertThat(rise.path("speaksFor")).isNotEmpty();
    JsonNode plain = with(read, "counts the lanterns");
    assertThat(rise.path("confidence").asDouble())
        .as("crates in the air are told surer than somebody who counts lanterns, if that is told")
        .isGreaterThan(plain == null ? 0.15 : plain.path("confidence").asDouble());
    assertThat(get().at("cues")).isEqualTo(read.at("cues"));
  }

  @Test
  void aThresholdShowsMoreOrLessAndSaysSoBefore() throws InterruptedException {
    Caller.Answer a = read();
    JsonNode steps = a.at("steps");
    int last = Integer.MAX_VALUE;
    for (JsonNode s : steps) {
      assertThat(s.path("cues").asInt()).isLessThanOrEqualTo(last);
      last = s.path("cues").asInt();
    }
    JsonNode low = steps.get(0);
    Caller.Answer more =
        ok(
            stage.producer.put(
                cues + "/from",
                "\"" + a.text("version") + "\"",
                Map.of("from", low.path("from").asDouble())));
    assertThat(more.at("cues")).hasSize(low.path("cues").asInt());
    assertThat(
            stage
                .producer
                .put(cues + "/from", "\"" + more.text("version") + "\"", Map.of("from", 1.5))
                .text("detail"))
        .contains("from");
  }

  @Test
  void whatIsWavedAwayAgainAndAgainWeighsLessAndComesBackWithIt() throws InterruptedException {
    Caller.Answer a = read();
    a =
        ok(
            stage.producer.put(
                cues + "/from", "\"" + a.text("version") + "\"", Map.of("from", 0.15)));
    double before = with(a, "on the roof").path("confidence").asDouble();
    for (String w : List.of("on the wall", "on the boat")) {
      ok(stage.producer.post(cues + "/waved", Map.of("key", with(a, w).path("key").asString())));
    }
    Caller.Answer after = get();
    JsonNode roof = with(after, "on the roof");
    assertThat(roof == null ? 0 : roof.path("confidence").asDouble()).isLessThan(before);
    Caller.Answer learned = ok(stage.producer.get(cues + "/learned"));
    assertThat(learned.at("tally/away").asInt()).isEqualTo(2);
    assertThat(learned.text("said")).contains("Of 2 answered, 0 were moments and 2 were not");
    assertThat(learned.at("lessons"))
        .anyMatch(
            l ->
                l.path("sign").asString().equals("“ghost”")
                    && l.path("away").asInt() == 2
                    && l.path("weighs").asString().equals("less"));
    // Told to learn nothing, it says what it said before; and learns again.
    Caller.Answer off =
        ok(
            stage.producer.put(
                cues + "/learned", "\"" + learned.text("version") + "\"", Map.of("learns", false)));
    assertThat(with(get(), "on the roof").path("confidence").asDouble()).isEqualTo(before);
    ok(
        stage.producer.put(
            cues + "/learned", "\"" + off.text("version") + "\"", Map.of("learns", true)));
    // Taking the answers back takes back what they taught.
    get()
        .at("waved")
        .forEach(
            w ->
                ok(stage.producer.post(cues + "/wanted", Map.of("key", w.path("key").asString()))));
    assertThat(with(get(), "on the roof").path("confidence").asDouble()).isEqualTo(before);
  }

  /** What another production of the house waved away counts here once both have said so. */
  @Test
  void theHouseTeachesOnlyThoseThatShare() throws InterruptedException {
    double before = with(read(), "on the roof").path("confidence").asDouble();
    Stage other = new Stage();
    String theirs = other.base + "/cues";
    ok(other.producer.post(other.base + "/drafts", Map.of("name", "next", "text", SCRIPT)));
    ok(
        other.producer.put(
            theirs + "/from",
            "\"" + ok(other.producer.get(theirs)).text("version") + "\"",
            Map.of("from", 0.15)));
    for (String w : List.of("on the wall", "on the boat", "on the roof")) {
      ok(
          other.producer.post(
              theirs + "/waved",
              Map.of("key", with(ok(other.producer.get(theirs)), w).path("key").asString())));
    }
    Caller.Answer here = share(stage, true);
    assertThat(with(get(), "on the roof").path("confidence").asDouble())
        .as("they share nothing yet")
        .isEqualTo(before);
    int others = here.at("others").asInt();
    share(other, true);
    Caller.Answer shared = ok(stage.producer.get(cues + "/learned"));
    assertThat(shared.at("others").asInt()).isEqualTo(others + 1);
    assertThat(shared.at("learns").asBoolean()).isTrue();
    assertThat(shared.at("lessons"))
        .anyMatch(
            l ->
                l.path("sign").asString().equals("“ghost”")
                    && l.path("away").asInt() == 0
                    && l.path("elsewhereAway").asInt() == 3);
    assertThat(with(get(), "on the roof").path("confidence").asDouble()).isLessThan(before);
    share(stage, false);
    assertThat(with(get(), "on the roof").path("confidence").asDouble()).isEqualTo(before);
    share(other, false);
  }

  private static Caller.Answer share(Stage at, boolean ofHouse) {
    String learned = at.base + "/cues/learned";
    return ok(
        at.producer.put(
            learned,
            "\"" + ok(at.producer.get(learned)).text("version") + "\"",
            Map.of("ofHouse", ofHouse)));
  }

  private Caller.Answer take(JsonNode cue, String method) {
    return ok(
        stage.producer.post(
            cues + "/taken",
            Map.of(
                "draft", get().text("draft"),
                "key", cue.path("key").asString(),
                "start", cue.path("start").asInt(),
                "end", cue.path("end").asInt(),
                "method", method)));
  }

  @Test
  void aCueThatIsTakenIsMarkedAsItWasShownAndRemembered() throws InterruptedException {
    JsonNode shown = with(get(), "lanterns vanish");
    // The draft is read to the end meanwhile; what was seen is marked all the same.
    read();
    Caller.Answer shot = take(shown, "G1");
    assertThat(shot.text("methods/0/method")).isEqualTo("G1");
    assertThat(shot.at("marks/0/start").asInt()).isEqualTo(shown.path("start").asInt());
    assertThat(with(get(), "lanterns vanish")).isNull();
    Caller.Answer learned = ok(stage.producer.get(cues + "/learned"));
    assertThat(learned.at("tally/taken").asInt()).isEqualTo(1);
    assertThat(learned.at("tally/changed").asInt()).isEqualTo(1);
    assertThat(learned.text("said")).contains("1 was made another way than proposed");
    // Of a shot that is not in the picture any more nothing is learned.
    Map<String, Object> omit = Stage.edit(shot);
    omit.put("omitted", true);
    String at = stage.base + "/shots/" + shot.text("id");
    ok(stage.producer.put(at, ok(stage.producer.get(at)).etag(), omit));
    assertThat(ok(stage.producer.get(cues + "/learned")).at("tally/taken").asInt()).isZero();
  }

  @Test
  void whatIsWavedAwayTakesNothingNewWithItInTheNextDraft() {
    String key = with(get(), "lanterns vanish").path("key").asString();
    ok(stage.producer.post(cues + "/waved", Map.of("key", key)));
    ok(
        stage.producer.post(
            stage.base + "/drafts",
            Map.of("name", "third", "text", SCRIPT + "\nThe lamps go out one by one.\n")));
    Caller.Answer now = get();
    assertThat(with(now, "lanterns vanish")).isNull();
    assertThat(with(now, "lamps go out")).as("beside it, and new").isNotNull();
  }

  /** What is told in other words is found once both drafts are read, and nobody waits for it. */
  @Test
  void whatIsAskedSettlesItselfWhenBothDraftsAreRead() throws InterruptedException {
    read();
    String drafts = stage.base + "/drafts";
    String old = ok(stage.producer.get(drafts)).text("0/id");
    int at = SCRIPT.indexOf("The crates rise");
    Caller.Answer shot =
        ok(
            stage.producer.post(
                stage.base + "/shots",
                Map.of("draft", old, "start", at, "end", SCRIPT.indexOf("\n", at))));
    ok(
        stage.producer.put(
            stage.base + "/shots/" + shot.text("id"),
            "\"" + shot.at("version").asLong() + "\"",
            Map.of(
                "title",
                "Crates",
                "intent",
                "They listen to her.",
                "cutFrames",
                48,
                "omitted",
                false,
                "methods",
                List.of(Map.of("method", "C3", "values", Map.of(), "reason", "")))));
    String now =
        SCRIPT
            .replace(
                "The crates rise off the stones and hang over her head.",
                "Each crate lifts clear of the ground and floats above Berta's head.")
            .replace("Ada waits", "Berta is waiting")
            .replace("ADA", "BERTA")
            .replace("Ada", "Berta");
    String draft = ok(stage.producer.post(drafts, Map.of("name", "later", "text", now))).text("id");
    Caller.Answer changes = ok(stage.producer.get(drafts + "/" + draft + "/changes"));
    Instant end = Instant.now().plus(Duration.ofMinutes(2));
    while (changes.text("read/read").equals("READING") && Instant.now().isBefore(end)) {
      Thread.sleep(100);
      changes = ok(stage.producer.get(drafts + "/" + draft + "/changes"));
    }
    JsonNode mark =
        changes
            .at("marks")
            .valueStream()
            .filter(m -> m.path("code").asString().equals(shot.text("code")))
            .findFirst()
            .orElseThrow();
    assertThat(mark.path("mark").path("standing").asString()).isEqualTo("REWORDED");
    assertThat(mark.path("mark").path("excerpt").asString())
        .isEqualTo("Each crate lifts clear of the ground and floats above Berta's head.");
    assertThat(mark.path("mark").path("reason").asString()).contains("told in other words");
    assertThat(
            ok(stage.producer.get(stage.base + "/shots/" + shot.text("id"))).at("items").toString())
        .as("a plan made for other words is told")
        .contains("Words changed after planning")
        .contains("planned for “The crates rise");
  }
}
