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

      A gull sits on the wall.

      ADA
      No.

      A gull sits on the boat.

      ADA
      No.

      A gull sits on the roof.

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
    assertThat(rise.path("confidence").asDouble()).isBetween(0.4, 1.0);
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
                l.path("sign").asString().equals("“gull”")
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
}
