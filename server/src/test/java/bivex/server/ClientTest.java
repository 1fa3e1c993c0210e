package bivex.server;

import static bivex.server.Stage.ok;
import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.crew.Role;
import bivex.server.keep.Transactions;
import java.time.Clock;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.JdbcTemplate;

/** Versions that are shown to guests one by one, and the client's own word. */
class ClientTest {
  private static final byte[] WITH_HANDLES = Clips.mp4(1920, 1080, "24", 64);

  private final Stage stage = new Stage();
  private final Caller guest = stage.house.person(stage.production, Role.GUEST);
  private final String review = stage.base + "/shots/" + stage.shot + "/review";

  @BeforeEach
  void invited() {
    ok(
        stage.producer.post(
            stage.base + "/shots/" + stage.shot + "/guests", Map.of("person", guest.person())));
  }

  private Caller.Answer show(Caller who, String version, String kind, LocalDate until) {
    Map<String, String> in = new HashMap<>(Map.of("kind", kind));
    if (until != null) {
      in.put("until", until.toString());
    }
    return who.post(stage.base + "/versions/" + version + "/showings", in);
  }

  private Caller.Answer says(Caller who, String version, Map<String, ?> word) {
    return who.post(stage.base + "/versions/" + version + "/client-words", word);
  }

  private void needed() {
    Caller.Answer is = ok(stage.producer.get(stage.base));
    Map<String, Object> in = new HashMap<>();
    for (String same :
        List.of(
            "title",
            "rate",
            "capture",
            "delivery",
            "sensorWidthMm",
            "mainsHz",
            "mainsHz",
            "firstFrame",
            "handles",
            "codePattern",
            "hoursPerDay")) {
      in.put(same, is.at(same));
    }
    in.put("clientNeeded", true);
    assertThat(
            ok(stage.producer.put(stage.base, is.text("version"), in))
                .at("clientNeeded")
                .asBoolean())
        .isTrue();
  }

  @Test
  void aGuestSeesWhatIsShownAndUntilWhen() {
    String first = stage.upload(WITH_HANDLES).text("versions/0/id");
    LocalDate today = LocalDate.now(stage.house.bean(Clock.class));
    for (Role r : List.of(Role.ARTIST, Role.FLOOR, Role.GUEST)) {
      assertThat(show(stage.house.person(stage.production, r), first, "PROGRESS", null).status())
          .isEqualTo(403);
    }
    assertThat(show(guest, first, "APPROVAL", null).status()).isEqualTo(403);
    assertThat(show(stage.producer, first, "APPROVAL", today.minusDays(1)).text("field"))
        .isEqualTo("until");
    assertThat(show(stage.producer, first, "ENDED", null).text("field")).isEqualTo("kind");
    assertThat(ok(guest.get(review)).at("versions")).isEmpty();
    ok(show(stage.producer, first, "APPROVAL", today));
    assertThat(ok(guest.get(review)).at("versions")).hasSize(1);
    String second = stage.upload(Clips.mp4(1920, 1080, "24", 65)).text("versions/0/id");
    assertThat(ok(guest.get(review)).at("versions"))
        .as("what comes after it is not shown by itself")
        .hasSize(1);
    assertThat(guest.get(stage.base + "/versions/" + second + "/file").status()).isEqualTo(404);
    assertThat(
            guest
                .post(
                    stage.base + "/versions/" + second + "/notes",
                    Map.of("whole", true, "words", "mine"))
                .status())
        .isEqualTo(404);
    // As if its last day had been yesterday.
    stage
        .house
        .bean(Transactions.class)
        .write(
            () ->
                stage
                    .house
                    .bean(JdbcTemplate.class)
                    .update(
                        "insert into showing (id, version_id, kind, until, said_by, said_at) select"
                            + " gen_random_uuid(), version_id, kind, ?, said_by, clock_timestamp()"
                            + " from showing where version_id = ?::uuid",
                        today.minusDays(1),
                        first));
    assertThat(ok(guest.get(review)).at("versions")).isEmpty();
    assertThat(guest.get(stage.base + "/versions/" + first + "/file").status()).isEqualTo(422);
    assertThat(ok(stage.producer.get(review)).text("versions/1/shown/words"))
        .isEqualTo("shown no more");
    assertThat(stage.producer.delete(stage.base + "/versions/" + first).text("detail"))
        .contains("that it was shown to guests rests on it");
  }

  /** What a guest gets for the file of a version, once it is there: the luma of its frames. */
  private byte[][] copy(String version, int width, int height) throws Exception {
    String file = stage.base + "/versions/" + version + "/file";
    Caller.Answer page = ok(guest.get(review));
    if (!page.text("versions/0/waits").isEmpty()) {
      assertThat(page.text("versions/0/waits")).contains("is being made");
    }
    page =
        Stage.until(
            () -> guest.get(review),
            a ->
                !a.text("versions/0/shown/copy").isEmpty()
                    || a.at("versions/0/failed").asBoolean());
    assertThat(page.at("versions/0/failed").asBoolean()).as(page.toString()).isFalse();
    byte[] copy = guest.get(file).raw().body();
    assertThat(page.at("versions/0/bytes").asLong()).isEqualTo(copy.length);
    assertThat(copy).isNotEqualTo(stage.producer.get(file).raw().body());
    return Clips.luma(copy, width, height);
  }

  @Test
  void guestsGetASmallerCopyThatSaysWhatItIs() throws Exception {
    ok(show(stage.producer, stage.upload(WITH_HANDLES).text("versions/0/id"), "PROGRESS", null));
    String large = ok(stage.producer.get(review)).text("versions/0/id");
    assertThat(copy(large, 960, 540)).hasNumberOfRows(64);
    String numbered = stage.upload(Clips.numbered(64, "24")).text("versions/0/id");
    ok(show(stage.producer, numbered, "PROGRESS", null));
    byte[][] frames = copy(numbered, 640, 360);
    assertThat(frames).as("frame for frame, and not enlarged").hasNumberOfRows(64);
    assertThat(Clips.numbers(frames)).isEqualTo(IntStream.range(0, 64).boxed().toList());
    String plain =
        stage
            .upload(
                Clips.clip(
                    ".mp4",
                    640,
                    360,
                    "24",
                    64,
                    "-vf",
                    "drawbox=color=gray:t=fill",
                    "-c:v",
                    "libx264",
                    "-pix_fmt",
                    "yuv420p"))
            .text("versions/0/id");
    ok(show(stage.producer, plain, "APPROVAL", null));
    assertThat(ok(stage.producer.get(review)).at("versions/0/firstFrame").asInt()).isEqualTo(993);
    frames = copy(plain, 640, 360);
    int[] wide = new int[64];
    int left = 0;
    for (int f = 0; f < 64; f++) {
      for (int x = 0; x < 640; x++) {
        boolean dark = false;
        for (int y = 320; y < 360; y++) {
          dark |= (frames[f][y * 640 + x] & 0xff) < 90;
        }
        wide[f] += dark && x > 500 ? 1 : 0;
        left += dark && x < 400 ? 1 : 0;
      }
    }
    assertThat(left).as("what it is").isGreaterThan(64 * 200);
    assertThat(Arrays.stream(wide, 0, 7).distinct().toArray()).as("993 to 999").hasSize(1);
    assertThat(Arrays.stream(wide, 7, 64).distinct().toArray()).as("1000 to 1056").hasSize(1);
    assertThat(wide[7]).as("one digit more").isGreaterThan(wide[6] + 4);
    assertThat(
            stage
                .house
                .person(stage.production, Role.GUEST)
                .get(stage.base + "/versions/" + plain + "/file")
                .status())
        .as("a guest who is not invited")
        .isEqualTo(404);
  }

  @Test
  void agreedMayNeedTheClientsWordAndANoIsHeardAnyway() {
    String first = stage.upload(WITH_HANDLES).text("versions/0/id");
    ok(
        stage.producer.post(
            stage.base + "/versions/" + first + "/verdicts",
            Map.of("verdict", "AGREED", "reason", "it holds")));
    String specs = stage.base + "/specs";
    String spec =
        ok(stage.producer.post(
                specs,
                Map.of(
                    "name", "Master",
                    "raster", Map.of("width", 1920, "height", 1080),
                    "rate", "24",
                    "handles", 8,
                    "pattern", "{code}_v{version}")))
            .text("id");
    Map<String, Object> pack = Map.of("spec", spec, "shots", List.of(stage.shot));
    assertThat(stage.look().text("stage")).isEqualTo("AGREED");
    needed();
    assertThat(stage.look().text("stage")).isEqualTo("BUILT");
    assertThat(stage.state("client")).isEqualTo("OWED: not shown for approval");
    assertThat(stage.producer.post(stage.base + "/packages", pack).text("detail"))
        .contains("client is not shown for approval, wanted approved");
    ok(show(stage.producer, first, "PROGRESS", null));
    assertThat(says(guest, first, Map.of("kind", "APPROVED")).text("field"))
        .as("work in progress asks for no word")
        .isEqualTo("version");
    ok(show(stage.producer, first, "APPROVAL", null));
    assertThat(stage.state("client")).startsWith("OWED: shown for approval since ");
    Caller artist = stage.house.person(stage.production, Role.ARTIST);
    assertThat(says(artist, first, Map.of("kind", "APPROVED")).status()).isEqualTo(403);
    assertThat(says(guest, first, Map.of("kind", "NOT_APPROVED")).text("field")).isEqualTo("words");
    Caller.Answer no = ok(says(guest, first, Map.of("kind", "NOT_APPROVED", "words", "too dark")));
    assertThat(no.at("clientWords")).hasSize(1);
    assertThat(no.text("client")).as("how it stands is the house's").isEmpty();
    assertThat(stage.state("client")).startsWith("IN_DOUBT: not approved by guest-");
    assertThat(stage.look().text("stage")).isEqualTo("BUILT");
    assertThat(
            says(stage.producer, first, Map.of("kind", "APPROVED", "words", "by phone"))
                .text("field"))
        .as("the house names whose word it is")
        .isEqualTo("who");
    ok(
        says(
            stage.producer,
            first,
            Map.of("kind", "APPROVED", "words", "by phone", "who", "Ada Lumen")));
    assertThat(stage.look().text("stage")).isEqualTo("AGREED");
    assertThat(stage.state("client"))
        .startsWith("IN_HAND: approved by Ada Lumen, told to producer-")
        .endsWith(": by phone");
    assertThat(ok(guest.get(review)).at("clientWords")).as("their own").hasSize(1);
    // A note of theirs after the approval is told, and keeps it like any other.
    ok(
        guest.post(
            stage.base + "/versions/" + first + "/notes",
            Map.of("whole", true, "words", "and yet", "wish", true)));
    assertThat(stage.state("client")).endsWith("a note of a guest came after it");
    String second = stage.upload(WITH_HANDLES).text("versions/0/id");
    assertThat(stage.state("client"))
        .contains("version 1 approved by")
        .contains("version 2 is newer");
    ok(
        stage.producer.post(
            stage.base + "/versions/" + second + "/verdicts",
            Map.of("verdict", "AGREED", "reason", "it holds")));
    assertThat(stage.look().text("stage")).as("an approval of an older version").isEqualTo("BUILT");
    assertThat(ok(stage.producer.get(stage.base + "/journal")).body().toString())
        .contains("said for the client of")
        .contains("showed guests");
  }
}
