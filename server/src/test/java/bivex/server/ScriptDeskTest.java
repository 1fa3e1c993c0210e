package bivex.server;

import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.crew.Role;
import bivex.server.keep.Production;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** Drafts, marks and codes over HTTP. */
class ScriptDeskTest {
  private static final String SCRIPT =
      "INT. STATION - NIGHT #4A#\n\n"
          + "Ines *spreads* the chart.\n\n"
          + "She leans across.\n\n"
          + "EXT. PIER - DAY #12#\n\n"
          + "The flags vanish.\n";
  private final House house = House.shared();
  private final Production production = house.production();
  private final Caller producer = house.person(production, Role.PRODUCER);
  private final String base = "/api/productions/" + production.id;

  private String draft(String name, String text) {
    return Stage.ok(producer.post(base + "/drafts", Map.of("name", name, "text", text))).text("id");
  }

  private Caller.Answer mark(String draft, String words) {
    int at = SCRIPT.indexOf(words);
    return Stage.ok(
        producer.post(
            base + "/shots", Map.of("draft", draft, "start", at, "end", at + words.length())));
  }

  @Test
  void everyPrintedWordSaysWhereItStandsInTheSource() {
    draft("white", SCRIPT);
    Caller.Answer pages = producer.get(base + "/drafts/latest");
    int runs = 0;
    for (var page : pages.at("pages")) {
      for (var line : page.path("lines")) {
        for (var run : line.path("runs")) {
          int start = run.path("start").asInt();
          String text = run.path("text").asString();
          assertThat(SCRIPT.substring(start, start + text.length())).isEqualTo(text);
          runs++;
        }
      }
    }
    assertThat(runs).isEqualTo(7);
    assertThat(pages.at("scenes"))
        .extracting(s -> s.path("number").asString())
        .containsExactly("4A", "12");
    assertThat(pages.at("scenes"))
        .extracting(s -> s.path("night").asBoolean())
        .containsExactly(true, false);
  }

  @Test
  void aFileComesInAsItWasSaved() {
    byte[] windows = ("\uFEFF" + SCRIPT.replace("\n", "\r\n")).getBytes(StandardCharsets.UTF_8);
    Caller.Answer d =
        Stage.ok(
            producer.upload(base + "/drafts", "white.fountain", windows, Map.of("name", "white")));
    assertThat(d.at("scenes").asInt()).isEqualTo(2);
    assertThat(d.at("number").asInt()).isEqualTo(1);
    assertThat(mark(d.text("id"), "She leans across.").text("excerpt"))
        .isEqualTo("She leans across.");
  }

  @Test
  void codesFollowThePatternAndLeaveRoom() {
    String draft = draft("white", SCRIPT);
    List<String> codes = new ArrayList<>();
    codes.add(mark(draft, "spreads").text("code"));
    codes.add(mark(draft, "She leans").text("code"));
    codes.add(mark(draft, "The flags vanish.").text("code"));
    assertThat(codes)
        .containsExactly(
            production.code + "-04A-010",
            production.code + "-04A-020",
            production.code + "-12-010");
    Caller.Answer now = producer.get(base);
    Map<String, Object> s =
        new HashMap<>(
            Map.of(
                "title",
                "T",
                "rate",
                "24",
                "capture",
                Map.of("width", 3840, "height", 2160),
                "delivery",
                Map.of("width", 1920, "height", 1080),
                "sensorWidthMm",
                36,
                "mainsHz",
                50,
                "firstFrame",
                1001,
                "handles",
                8,
                "codePattern",
                "X{scene}_{number}",
                "hoursPerDay",
                8));
    Stage.ok(producer.put(base, now.etag(), s));
    assertThat(mark(draft, "chart").text("code")).isEqualTo("X04A_010");
    assertThat(producer.get(base + "/shots").at("lines"))
        .extracting(l -> l.path("code").asString())
        .contains(codes.get(0), "X04A_010");
  }

  @Test
  void marksMayOverlapAndAMarkBeforeTheFirstSceneIsRefused() {
    String draft = draft("white", "A note to the reader.\n\n" + SCRIPT);
    assertThat(
            producer
                .post(base + "/shots", Map.of("draft", draft, "start", 0, "end", 10))
                .text("detail"))
        .contains("before the first scene");
    int at = 23 + SCRIPT.indexOf("She leans across.");
    for (int end : new int[] {9, 17}) {
      Stage.ok(
          producer.post(base + "/shots", Map.of("draft", draft, "start", at, "end", at + end)));
    }
    assertThat(producer.get(base + "/shots").at("lines"))
        .extracting(l -> l.path("excerpt").asString())
        .containsExactly("She leans", "She leans across.");
  }

  @Test
  void anyDraftCanBeReadLater() {
    String first = draft("white", SCRIPT);
    draft("blue", SCRIPT.replace("flags", "lamps"));
    assertThat(producer.get(base + "/drafts").body())
        .extracting(d -> d.path("name").asString())
        .containsExactly("blue", "white");
    assertThat(producer.get(base + "/drafts/" + first).body().toString())
        .contains("The flags vanish.");
    assertThat(producer.get(base + "/drafts/latest").body().toString())
        .contains("The lamps vanish.");
    assertThat(producer.get(base + "/drafts/nonsense").status()).isEqualTo(404);
  }

  @Test
  void askingWhatIfKeepsNothing() {
    Caller.Answer shot = mark(draft("white", SCRIPT), "She leans");
    Map<String, Object> edit = Stage.edit(shot);
    edit.put("methods", List.of(Map.of("method", "B2", "values", Map.of(), "reason", "")));
    Caller.Answer plan =
        Stage.ok(producer.post(base + "/shots/" + shot.text("id") + "/what-if", edit));
    assertThat(plan.at("plates")).isNotEmpty();
    assertThat(plan.at("sketch")).hasSize(shot.at("cutFrames").asInt());
    Caller.Answer after = producer.get(base + "/shots/" + shot.text("id"));
    assertThat(after.etag()).isEqualTo(shot.etag());
    assertThat(after.at("methods")).isEmpty();
  }

  @Test
  void theReelShowsScenesInProportionAndShotsWhereTheyStand() {
    String draft = draft("white", SCRIPT);
    mark(draft, "She leans across.");
    mark(draft, "spreads");
    Caller.Answer reel = producer.get(base + "/reel");
    assertThat(reel.at("scenes")).hasSize(2).allMatch(s -> s.path("eighths").asInt() >= 1);
    assertThat(reel.at("scenes/0/shots")).extracting(t -> t.path("at").asDouble()).isSorted();
    assertThat(reel.at("scenes/0/shots")).allMatch(t -> t.path("form").asString().equals("OWED"));
    assertThat(reel.at("stages/MARKED").asInt()).isEqualTo(2);
    assertThat(reel.at("owed").asInt()).isEqualTo(4);
  }
}
