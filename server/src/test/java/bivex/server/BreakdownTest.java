package bivex.server;

import static bivex.server.Stage.ok;
import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.crew.Role;
import bivex.core.script.Screenplay;
import bivex.core.script.ScreenplayParser;
import bivex.server.keep.Production;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.PDResources;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.common.PDStream;
import org.apache.pdfbox.pdmodel.encryption.AccessPermission;
import org.apache.pdfbox.pdmodel.encryption.StandardProtectionPolicy;
import org.apache.pdfbox.pdmodel.font.PDType1Font;
import org.apache.pdfbox.pdmodel.font.Standard14Fonts;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;

/**
 * The script desk over HTTP: what comes in, what becomes of marks and shots, and what is handed
 * out.
 */
class BreakdownTest {
  private final Stage stage = new Stage();
  private final Caller producer = stage.producer;
  private final String base = stage.base;

  private Caller.Answer draft(String name, String text) {
    return ok(
        producer.post(base + "/drafts", Map.of("name", name, "text", text, "colour", "pink")));
  }

  private Caller.Answer mark(String words) {
    int at = JourneyTest.SCRIPT.indexOf(words);
    return ok(
        producer.post(
            base + "/shots",
            Map.of("draft", stage.draft, "start", at, "end", at + words.length())));
  }

  /** What changed, once both drafts are read to their end. */
  private Caller.Answer changes(String draft) {
    Instant end = Instant.now().plus(Duration.ofMinutes(2));
    Caller.Answer a = ok(producer.get(draft + "/changes"));
    while (a.text("read/read").equals("READING") && Instant.now().isBefore(end)) {
      a = ok(producer.get(draft + "/changes"));
    }
    return a;
  }

  private List<String> codes() {
    List<String> out = new ArrayList<>();
    ok(producer.get(base + "/shots")).at("lines").forEach(l -> out.add(l.path("code").asString()));
    return out;
  }

  /**
   * A screenplay typed into a PDF as it is typed on paper: Courier, ten characters and six lines to
   * the inch, an inch and a half at the left.
   */
  private static byte[] pdf(Screenplay play, String password) throws IOException {
    try (PDDocument d = new PDDocument();
        ByteArrayOutputStream out = new ByteArrayOutputStream()) {
      PDType1Font courier = new PDType1Font(Standard14Fonts.FontName.COURIER);
      for (Screenplay.Page p : play.pages()) {
        PDPage page = new PDPage(PDRectangle.LETTER);
        d.addPage(page);
        try (PDPageContentStream c = new PDPageContentStream(d, page)) {
          c.beginText();
          c.setFont(courier, 12);
          c.newLineAtOffset(520, 750);
          c.showText(p.number() + ".");
          c.endText();
          float y = 720;
          for (Screenplay.Line l : p.lines()) {
            String words = l.runs().stream().map(Screenplay.Run::text).reduce("", String::concat);
            if (!words.isEmpty()) {
              c.beginText();
              c.setFont(courier, 12);
              c.newLineAtOffset(108 + l.indent() * 7.2f, y);
              c.showText(words.replace('’', '\''));
              c.endText();
            }
            y -= 12;
          }
        }
      }
      if (password != null) {
        d.protect(new StandardProtectionPolicy(password, password, new AccessPermission()));
      }
      d.save(out);
      return out.toByteArray();
    }
  }

  private static List<String> told(Screenplay play) {
    return play.elements().stream().map(e -> e.kind() + " " + e.text().strip()).toList();
  }

  @Test
  void aPdfIsReadElementByElementAndWhatIsNoScriptIsRefused() throws IOException {
    Screenplay play = ScreenplayParser.parse(JourneyTest.SCRIPT);
    Caller.Answer d =
        ok(
            producer.upload(
                base + "/drafts", "white.pdf", pdf(play, null), Map.of("name", "from paper")));
    assertThat(d.text("format")).isEqualTo("PDF");
    String source =
        new String(
            producer
                .get(base + "/drafts/" + d.text("id") + "/script.fountain?notes=false")
                .raw()
                .body(),
            StandardCharsets.UTF_8);
    assertThat(told(ScreenplayParser.parse(source))).isEqualTo(told(play));
    // The same words on paper: the mark stays where it was.
    assertThat(d.at("marks/UNCHANGED").asInt()).isEqualTo(1);
    assertThat(
            producer
                .upload(base + "/drafts", "x.pdf", pdf(play, "secret"), Map.of())
                .text("detail"))
        .contains("locked with a password");
    assertThat(
            producer
                .upload(
                    base + "/drafts",
                    "x.pdf",
                    "%PDF-1.7 nothing".getBytes(StandardCharsets.UTF_8),
                    Map.of())
                .text("detail"))
        .contains("cannot be read as one");
    try (PDDocument empty = new PDDocument();
        ByteArrayOutputStream out = new ByteArrayOutputStream()) {
      empty.addPage(new PDPage());
      empty.save(out);
      assertThat(
              producer
                  .upload(base + "/drafts", "scan.pdf", out.toByteArray(), Map.of())
                  .text("detail"))
          .contains("holds no text");
    }
    assertThat(producer.get(base + "/drafts").body()).hasSize(2);
  }

  @Test
  void typedPagesAndListsOfScenesComeInToo() {
    Caller.Answer list =
        ok(
            producer.upload(
                base + "/drafts",
                "scenes.csv",
                ("Scene;Setting;Place;Time;Description\n4A;INT;Station;NIGHT;\"Two of her; one "
                        + "cup.\"\n5;EXT;Pier;DAY;\n")
                    .getBytes(StandardCharsets.UTF_8),
                Map.of("dated", "2026-11-20", "colour", "blue")));
    assertThat(list.text("format")).isEqualTo("list of scenes");
    assertThat(list.text("dated")).isEqualTo("2026-11-20");
    assertThat(list.at("uncertain"))
        .singleElement()
        .satisfies(u -> assertThat(u.path("why").asString()).contains("nothing to mark"));
    assertThat(ok(producer.get(base + "/drafts/latest")).at("scenes"))
        .extracting(s -> s.path("heading").asString())
        .containsExactly("INT. STATION - NIGHT", "EXT. PIER - DAY");
    assertThat(
            producer
                .upload(
                    base + "/drafts",
                    "scenes.csv",
                    "a,b\n1,2\n".getBytes(StandardCharsets.UTF_8),
                    Map.of())
                .text("detail"))
        .contains("row 2 has neither");
    assertThat(
            producer
                .post(
                    base + "/drafts",
                    Map.of("name", "x", "colour", "a".repeat(31), "text", JourneyTest.SCRIPT))
                .text("field"))
        .isEqualTo("colour");
    Caller.Answer typed =
        draft(
            "typed",
            "               INT. STATION - NIGHT\n\n"
                + "               Ines waits.\n\n"
                + "                                     INES\n"
                + "                          Late.\n");
    assertThat(typed.text("format")).isEqualTo("typed pages");
  }

  /** A script goes out with its marks and comes back, here and in an empty production. */
  @Test
  void exportAndImportAgainLoseNothing() {
    Caller.Answer two = mark("The flags vanish");
    mark("The flags vanish from the line.");
    ok(
        producer.post(
            base + "/shots/" + two.text("id") + "/marks",
            Map.of(
                "draft",
                stage.draft,
                "start",
                JourneyTest.SCRIPT.indexOf("You're late."),
                "end",
                JourneyTest.SCRIPT.indexOf("You're late.") + 12)));
    String out =
        new String(
            producer.get(base + "/drafts/latest/script.fountain").raw().body(),
            StandardCharsets.UTF_8);
    assertThat(out)
        .contains("[[effect shot " + two.text("code") + ": ")
        .contains("[[end " + two.text("code") + "]]");
    Production empty = stage.house.production();
    Caller other = stage.house.person(empty, Role.PRODUCER);
    Caller.Answer d =
        ok(
            other.post(
                "/api/productions/" + empty.id + "/drafts", Map.of("name", "white", "text", out)));
    assertThat(d.at("made")).hasSize(3);
    assertThat(
            new String(
                other
                    .get("/api/productions/" + empty.id + "/drafts/latest/script.fountain")
                    .raw()
                    .body(),
                StandardCharsets.UTF_8))
        .isEqualTo(out);
    // Here the codes are known: nothing new is made, the words stand where the notes say, whatever
    // was written around them.
    Caller.Answer back = draft("back", "EXT. SEA - DAY #1#\n\nFog.\n\n" + out);
    assertThat(back.at("made")).isEmpty();
    assertThat(back.at("marks/MARKED").asInt()).isEqualTo(4);
    assertThat(ok(producer.get(base + "/shots/" + two.text("id"))).at("marks")).hasSize(2);
    assertThat(
            new String(
                producer.get(base + "/drafts/latest/script.fountain").raw().body(),
                StandardCharsets.UTF_8))
        .endsWith(out);
  }

  @Test
  void doubtfulMarksAreAskedAndWhatIsDecidedStands() {
    String flags = mark("The flags vanish from the line.").text("id");
    stage.pick("plate:clean", Stage.CAMERA);
    String pink =
        JourneyTest.SCRIPT
            .replace("She leans across herself", "She reaches across herself")
            .replace("The flags vanish from the line.", "The lamps go out in the town behind.");
    Caller.Answer d = draft("second", pink);
    Caller.Answer changes = changes(base + "/drafts/" + d.text("id"));
    assertThat(changes.at("open").asInt()).isEqualTo(1);
    assertThat(changes.text("marks/0/mark/standing")).isEqualTo("ASKED");
    assertThat(changes.text("marks/0/proposal")).contains("The lamps go out");
    assertThat(changes.text("marks/1/mark/standing")).isEqualTo("REWORDED");
    assertThat(changes.text("marks/1/mark/before")).contains("She leans across");
    assertThat(changes.at("scenes").toString()).contains("reaches").contains("CHANGED");
    // The double was shot before: it is in doubt, with both wordings; the other was not, so it only
    // waits for its words.
    assertThat(stage.state("words:2"))
        .startsWith("IN_DOUBT")
        .contains("She leans across")
        .contains("She reaches across");
    assertThat(ok(producer.get(base + "/shots/" + flags)).at("items").toString())
        .doesNotContain("words:2");
    ok(stage.say(producer, "words:2", "ACCEPTED", "the hand is the same"));
    assertThat(stage.state("words:2")).startsWith("IN_HAND");
    String markId = changes.text("marks/0/mark/id");
    int at = pink.indexOf("The lamps go out");
    assertThat(
            producer
                .post(
                    base + "/marks/" + markId + "/decision",
                    Map.of("start", at, "end", at + 16, "version", 7))
                .status())
        .isEqualTo(412);
    ok(
        producer.post(
            base + "/marks/" + markId + "/decision",
            Map.of(
                "start", at, "end", at + 16, "version", changes.at("marks/0/version").asLong())));
    assertThat(ok(producer.get(base + "/shots/" + flags)).text("marks/0/before"))
        .isEqualTo("The flags vanish from the line.");
    // The first draft still has the old words marked.
    assertThat(ok(producer.get(base + "/drafts/" + stage.draft)).at("marks"))
        .extracting(m -> m.path("excerpt").asString())
        .contains("The flags vanish from the line.");
    assertThat(
            producer
                .post(base + "/shots", Map.of("draft", stage.draft, "start", 30, "end", 40))
                .text("detail"))
        .contains("not the newest");
    // A wrong import is taken back, and everything stands as before.
    assertThat(producer.delete(base + "/drafts/" + stage.draft).status()).isEqualTo(422);
    ok(producer.delete(base + "/drafts/" + d.text("id")));
    assertThat(ok(producer.get(base + "/shots/" + flags)).text("excerpt"))
        .isEqualTo("The flags vanish from the line.");
    assertThat(stage.state("words:2")).isEqualTo("none");
  }

  /** What is proposed is settled in batches, by one answer, and that can be taken back. */
  @Test
  void manyAreSettledAtOnceAndAskedAgain() {
    String flags = mark("The flags vanish from the line.").text("id");
    String second =
        JourneyTest.SCRIPT.replace(
            "The flags vanish from the line.", "The lamps go out in the town behind.");
    Caller.Answer d = draft("second", second);
    String of = base + "/drafts/" + d.text("id");
    Caller.Answer asked = changes(of);
    assertThat(asked.at("batches")).hasSize(1);
    assertThat(asked.at("batches/0/proposed").asBoolean()).isTrue();
    assertThat(asked.text("batches/0/keys/0")).isEqualTo(asked.text("marks/0/mark/id"));
    Map<String, Object> right =
        Map.of(
            "marks",
            List.of(
                Map.of(
                    "mark",
                    asked.text("marks/0/mark/id"),
                    "version",
                    asked.at("marks/0/version").asLong())));
    Caller artist = stage.house.person(stage.production, Role.ARTIST);
    assertThat(artist.post(of + "/decisions", right).status()).isEqualTo(403);
    assertThat(producer.post(of + "/decisions", Map.of("marks", List.of())).text("field"))
        .isEqualTo("marks");
    assertThat(producer.post(of + "/decisions", right).status()).isEqualTo(204);
    assertThat(producer.post(of + "/decisions", right).status())
        .as("it was decided on another version of it")
        .isEqualTo(412);
    assertThat(ok(producer.get(base + "/shots/" + flags)).text("excerpt"))
        .contains("The lamps go out");
    assertThat(ok(producer.get(of + "/changes")).at("open").asInt()).isZero();
    Map<String, Object> mark = Map.of("marks", List.of(asked.text("marks/0/mark/id")));
    assertThat(artist.post(of + "/decisions/again", mark).status()).isEqualTo(403);
    assertThat(producer.post(of + "/decisions/again", mark).status()).isEqualTo(204);
    Caller.Answer again = ok(producer.get(of + "/changes"));
    assertThat(again.text("marks/0/mark/excerpt")).isEqualTo("The flags vanish from the line.");
    assertThat(again.text("marks/0/proposal")).isEqualTo(asked.text("marks/0/proposal"));
    // Decided for words of another scene, the shot goes there, and comes back with the question.
    int at = second.indexOf("She leans");
    ok(
        producer.post(
            base + "/marks/" + asked.text("marks/0/mark/id") + "/decision",
            Map.of("start", at, "end", at + 9)));
    assertThat(ok(producer.get(base + "/shots/" + flags)).text("scene")).isEqualTo("4");
    assertThat(producer.post(of + "/decisions/again", mark).status()).isEqualTo(204);
    assertThat(ok(producer.get(base + "/shots/" + flags)).text("scene")).isEqualTo("5");

    // A scene that was cut: its moment is proposed as gone, its shot goes with it and comes back.
    Caller.Answer third =
        draft("third", JourneyTest.SCRIPT.substring(0, JourneyTest.SCRIPT.indexOf("EXT. PIER")));
    of = base + "/drafts/" + third.text("id");
    Caller.Answer cut = changes(of);
    assertThat(cut.text("marks/0/mark/standing")).isEqualTo("GONE");
    assertThat(cut.at("batches/0/gone").asBoolean()).isTrue();
    assertThat(cut.text("batches/0/says")).contains("Scene 5 is not in this draft");
    mark = Map.of("marks", List.of(cut.text("marks/0/mark/id")));
    assertThat(
            producer
                .post(
                    of + "/decisions",
                    Map.of("marks", List.of(Map.of("mark", cut.text("marks/0/mark/id")))))
                .status())
        .isEqualTo(204);
    assertThat(ok(producer.get(base + "/shots/" + flags)).at("omitted").asBoolean()).isTrue();
    assertThat(producer.post(of + "/decisions/again", mark).status()).isEqualTo(204);
    assertThat(ok(producer.get(base + "/shots/" + flags)).at("omitted").asBoolean()).isFalse();
    assertThat(ok(producer.get(of + "/changes")).text("marks/0/mark/standing")).isEqualTo("GONE");
  }

  @Test
  void aDraftIsCalledOtherwiseAndItsWordsStay() {
    Caller.Answer d = ok(producer.get(base + "/drafts"));
    String of = base + "/drafts/" + d.text("0/id");
    String version = "\"" + d.at("0/version").asLong() + "\"";
    Map<String, Object> name = Map.of("name", "shooting", "colour", "green", "dated", "2026-11-02");
    Caller artist = stage.house.person(stage.production, Role.ARTIST);
    assertThat(artist.put(of + "/name", version, name).status()).isEqualTo(403);
    assertThat(producer.put(of + "/name", version, Map.of("name", " ", "colour", "")).text("field"))
        .isEqualTo("name");
    assertThat(
            producer
                .put(of + "/name", version, Map.of("name", "x", "colour", "a".repeat(31)))
                .text("field"))
        .isEqualTo("colour");
    assertThat(ok(producer.put(of + "/name", version, name)).text("dated")).isEqualTo("2026-11-02");
    assertThat(producer.put(of + "/name", version, name).status())
        .as("it was changed since")
        .isEqualTo(412);
    assertThat(ok(producer.get(base + "/drafts")).text("0/name")).isEqualTo("shooting");
    assertThat(ok(producer.get(of)).at("scenes")).hasSize(2);
  }

  /**
   * What nobody decided is looked for from its last sure words, so a draft that brings them back
   * finds them.
   */
  @Test
  void aLostMarkIsFoundAgainWhenItsWordsComeBack() {
    String flags = mark("The flags vanish from the line.").text("id");
    draft("without", JourneyTest.SCRIPT.replace("The flags vanish from the line.", ""));
    assertThat(ok(producer.get(base + "/shots/" + flags)).text("sentence"))
        .contains("not in the newest draft");
    draft("with", JourneyTest.SCRIPT);
    assertThat(ok(producer.get(base + "/shots/" + flags)).text("marks/0/standing"))
        .isEqualTo("UNCHANGED");
  }

  @Test
  void twoWhoMarkAtOnceGetCodesOfTheirOwn() throws Exception {
    Caller second = stage.house.person(stage.production, Role.COORDINATOR);
    ExecutorService both = Executors.newFixedThreadPool(2);
    List<Callable<Caller.Answer>> calls = new ArrayList<>();
    int from = JourneyTest.SCRIPT.indexOf("The flags vanish");
    for (int i = 0; calls.size() < 24; i++) {
      int at = from + i;
      Caller by = i % 2 == 0 ? producer : second;
      if (Character.isLetter(JourneyTest.SCRIPT.charAt(at))) {
        calls.add(
            () ->
                by.post(base + "/shots", Map.of("draft", stage.draft, "start", at, "end", at + 1)));
      }
    }
    Set<String> codes = new HashSet<>();
    for (Future<Caller.Answer> f : both.invokeAll(calls)) {
      codes.add(ok(f.get()).text("code"));
    }
    both.shutdown();
    assertThat(codes).hasSize(24);
    // The very same words a second time are said to be marked, and by whom.
    assertThat(
            second
                .post(base + "/shots", Map.of("draft", stage.draft, "start", from, "end", from + 1))
                .text("detail"))
        .contains("on these very words already, marked by producer");
    assertThat(codes()).hasSize(25).doesNotHaveDuplicates();
  }

  @Test
  void aShotIsSplitAndMergedWithItsEvidence() {
    stage.pick("plate:clean", Stage.CAMERA);
    ok(stage.say(producer, "datum:eyeline", "SETTLED", "1.6 m"));
    Caller.Answer two =
        ok(
            producer.post(
                base + "/shots/" + stage.shot + "/split",
                Map.of("title", "The insert of the hand")));
    assertThat(two.text("code")).isGreaterThan(stage.look().text("code"));
    assertThat(two.at("items"))
        .filteredOn(i -> i.path("key").asString().equals("plate:clean"))
        .singleElement()
        .satisfies(i -> assertThat(i.path("reason").asString()).startsWith("take 1 picked"));
    assertThat(two.at("items").toString()).contains("1.6 m");
    // What is said later counts for one alone.
    ok(stage.say(producer, "datum:eyeline", "REOPENED", "not so"));
    assertThat(ok(producer.get(base + "/shots/" + two.text("id"))).at("items").toString())
        .contains("1.6 m");
    // A third, with another method, goes back into the first: its words and method come along, and
    // it is omitted.
    Caller.Answer flags = mark("The flags vanish from the line.");
    Map<String, Object> edit = Stage.edit(flags);
    edit.put("methods", List.of(Map.of("method", "B1", "values", Map.of(), "reason", "")));
    edit.put("setup", stage.setup);
    edit.put("intent", "They come along too.");
    Caller.Answer planned =
        ok(producer.put(base + "/shots/" + flags.text("id"), flags.etag(), edit));
    ok(
        producer.post(
            base + "/shots/" + flags.text("id") + "/evidence",
            Map.of(
                "item",
                planned.at("plan/plates/0/key").asString(),
                "kind",
                "DROPPED",
                "words",
                "plain enough")));
    Caller.Answer merged =
        ok(
            producer.post(
                base + "/shots/" + two.text("id") + "/merge", Map.of("from", flags.text("id"))));
    assertThat(merged.at("methods"))
        .extracting(m -> m.path("method").asString())
        .containsExactly("A1", "B1");
    assertThat(merged.text("excerpt")).contains("She leans").contains("The flags vanish");
    assertThat(merged.at("said").toString()).contains("plain enough");
    Caller.Answer gone = ok(producer.get(base + "/shots/" + flags.text("id")));
    assertThat(gone.at("omitted").asBoolean()).isTrue();
    Map<String, Object> restore = Stage.edit(gone);
    restore.put("omitted", false);
    ok(producer.put(base + "/shots/" + flags.text("id"), gone.etag(), restore));
    assertThat(ok(producer.get(base + "/shots/" + two.text("id"))).at("said").toString())
        .doesNotContain("plain enough");
    assertThat(
            producer
                .post(base + "/shots/" + two.text("id") + "/merge", Map.of("from", two.text("id")))
                .text("field"))
        .isEqualTo("from");
    stage.upload(Clips.mp4(1920, 1080, "24", 48));
    assertThat(
            producer
                .post(base + "/shots/" + two.text("id") + "/merge", Map.of("from", stage.shot))
                .text("detail"))
        .contains("has versions");
  }

  @Test
  void oneMarkBecomesSeveralShotsAndCodesAreOnlyGivenOnce() {
    Caller.Answer close =
        ok(
            producer.post(
                base + "/shots/" + stage.shot + "/beside", Map.of("title", "Close on the hands")));
    assertThat(close.text("excerpt")).isEqualTo(stage.look().text("excerpt"));
    Caller.Answer first = mark("Ines spreads the chart.");
    String c = stage.production.code;
    assertThat(codes()).containsExactly(c + "-04-005", c + "-04-010", c + "-04-020");
    assertThat(ok(producer.get(base + "/codes")).body()).isEmpty();
    // The scenes are renumbered in the next draft: shots are given codes of the new scene, and keep
    // their old ones.
    draft("renumbered", JourneyTest.SCRIPT.replace("#4#", "#7#"));
    Caller.Answer plan = ok(producer.get(base + "/codes"));
    assertThat(plan.body())
        .extracting(x -> x.path("to").asString())
        .containsExactly(c + "-07-010", c + "-07-020", c + "-07-030");
    assertThat(producer.post(base + "/codes", List.of()).status()).isEqualTo(412);
    ok(producer.post(base + "/codes", plan.body()));
    Caller.Answer after = ok(producer.get(base + "/shots/" + first.text("id")));
    assertThat(after.text("code")).isEqualTo(c + "-07-010");
    assertThat(after.at("formerCodes"))
        .extracting(x -> x.asString())
        .containsExactly(c + "-04-005");
    assertThat(stage.log("plate:clean", Stage.CAMERA).status()).isEqualTo(200);
    // A note with the old code still finds its shot.
    Caller.Answer noted =
        draft(
            "noted",
            JourneyTest.SCRIPT
                .replace("#4#", "#7#")
                .replace(
                    "You're late.",
                    "[[effect shot " + c + "-04-005]]You're late.[[end " + c + "-04-005]]"));
    assertThat(noted.at("made")).isEmpty();
    assertThat(ok(producer.get(base + "/shots/" + first.text("id"))).text("excerpt"))
        .isEqualTo("You're late.");
    Caller.Answer mark =
        ok(producer.get(base + "/shots/" + first.text("id"))).status() == 200
            ? producer.delete(
                base
                    + "/marks/"
                    + ok(producer.get(base + "/shots/" + first.text("id"))).text("marks/0/id"))
            : null;
    assertThat(mark.text("detail")).contains("is the only one");
  }

  @Test
  void cuesAreTakenWavedAwayAndWantedAgain() {
    Caller.Answer cues = ok(producer.get(base + "/cues"));
    var flags =
        cues.at("cues")
            .valueStream()
            .filter(c -> c.path("words").asString().contains("flags vanish"))
            .findFirst()
            .orElseThrow();
    assertThat(flags.at("/ways/0/method").asString()).isEqualTo("B1");
    String key = flags.path("key").asString();
    assertThat(ok(producer.post(base + "/cues/waved", Map.of("key", key))).at("cues").toString())
        .doesNotContain("flags vanish");
    draft("next", "EXT. SEA - DAY #1#\n\nFog.\n\n" + JourneyTest.SCRIPT);
    assertThat(ok(producer.get(base + "/cues")).at("cues").toString())
        .as("in the next draft too")
        .doesNotContain("flags vanish");
    Caller.Answer again = ok(producer.post(base + "/cues/wanted", Map.of("key", key)));
    var back =
        again
            .at("cues")
            .valueStream()
            .filter(c -> c.path("key").asString().equals(key))
            .findFirst()
            .orElseThrow();
    Caller.Answer shot =
        ok(
            producer.post(
                base + "/shots",
                Map.of(
                    "draft",
                    again.text("draft"),
                    "start",
                    back.path("start").asInt(),
                    "end",
                    back.path("end").asInt(),
                    "method",
                    "B1")));
    assertThat(shot.text("methods/0/method")).isEqualTo("B1");
    assertThat(ok(producer.get(base + "/cues")).at("cues").toString())
        .doesNotContain("flags vanish");
    // Words of the production's own.
    Caller.Answer words = ok(producer.get(base + "/cue-words"));
    Caller.Answer own =
        ok(
            producer.put(
                base + "/cue-words",
                words.etag(),
                Map.of(
                    "own",
                    List.of(Map.of("words", "spread the chart", "kind", "SCREEN", "method", "D1")),
                    "struck",
                    List.of("fog"))));
    assertThat(own.at("words/own")).hasSize(1);
    assertThat(ok(producer.get(base + "/cues")).at("cues").toString())
        .contains("spreads the chart")
        .doesNotContain("Fog.");
    assertThat(
            producer
                .put(
                    base + "/cue-words",
                    words.etag(),
                    Map.of("own", List.of(), "struck", List.of()))
                .status())
        .isEqualTo(412);
    assertThat(
            producer
                .put(
                    base + "/cue-words",
                    own.etag(),
                    Map.of(
                        "own", List.of(Map.of("words", "", "kind", "SCREEN")), "struck", List.of()))
                .text("field"))
        .isEqualTo("words");
  }

  @Test
  void theTotalRunsAgainstTheBudget() {
    Caller.Answer t = ok(producer.get(base + "/tally"));
    assertThat(t.at("whole/cost").asDouble()).isZero();
    Caller.Answer set =
        ok(
            producer.put(
                base + "/costs",
                t.etag(),
                Map.of("hourRate", 50, "setHourRate", 300, "budget", 100, "currency", "EUR")));
    double cost =
        set.at("whole/hours/low").asDouble() / 6 * 50
            + set.at("whole/hours/likely").asDouble() * 4 / 6 * 50
            + set.at("whole/hours/high").asDouble() / 6 * 50
            + set.at("whole/setMinutes").asDouble() / 60 * 300;
    assertThat(set.at("whole/cost").asDouble())
        .isCloseTo(cost, org.assertj.core.api.Assertions.within(1e-6));
    assertThat(set.at("left").asDouble()).isNegative();
    assertThat(set.at("scenes").path("4").path("wardrobeChanges").asInt()).isEqualTo(1);
    assertThat(set.text("dearest/0/shot")).isEqualTo(stage.shot);
    assertThat(
            producer
                .put(
                    base + "/costs",
                    set.etag(),
                    Map.of("hourRate", 50, "setHourRate", 300, "currency", "money"))
                .text("field"))
        .isEqualTo("currency");
    Map<String, Object> omit = Stage.edit(stage.look());
    omit.put("omitted", true);
    ok(producer.put(base + "/shots/" + stage.shot, stage.look().etag(), omit));
    assertThat(ok(producer.get(base + "/tally")).at("whole/cost").asDouble()).isZero();
  }

  @Test
  void everyListIsHandedOutOnPaperAndForASpreadsheet() throws IOException {
    ok(stage.say(producer, "datum:wardrobe", "SETTLED", "oilskin buttoned; oilskin open"));
    Map<String, String> wanted =
        new HashMap<>(
            Map.of(
                "scenes",
                "INT. STATION - NIGHT",
                "shots",
                stage.look().text("code"),
                "elements",
                "Lamp on the background",
                "wardrobe",
                "oilskin open"));
    stage.planned("The flags vanish from the line.", "E2", Map.of());
    wanted.put("cautions", "armourer");
    for (Map.Entry<String, String> w : wanted.entrySet()) {
      String csv =
          new String(
              ok(producer.get(base + "/sheets/" + w.getKey() + ".csv")).raw().body(),
              StandardCharsets.UTF_8);
      assertThat(csv).as(w.getKey()).contains(w.getValue());
      try (PDDocument pdf =
          Loader.loadPDF(ok(producer.get(base + "/sheets/" + w.getKey() + ".pdf")).raw().body())) {
        assertThat(new PDFTextStripper().getText(pdf).replaceAll("\\s+", " "))
            .as(w.getKey())
            .contains(w.getValue());
      }
    }
    assertThat(producer.get(base + "/sheets/nothing.csv").status()).isEqualTo(404);
    // What is paid is not for everybody's eyes.
    ok(
        producer.put(
            base + "/costs",
            ok(producer.get(base + "/tally")).etag(),
            Map.of("hourRate", 977, "setHourRate", 0, "currency", "EUR")));
    String theirs =
        new String(
            ok(stage.house.person(stage.production, Role.FLOOR).get(base + "/sheets/scenes.csv"))
                .raw()
                .body(),
            StandardCharsets.UTF_8);
    String mine =
        new String(
            ok(producer.get(base + "/sheets/scenes.csv")).raw().body(), StandardCharsets.UTF_8);
    assertThat(theirs).isNotEqualTo(mine).hasSizeLessThan(mine.length());
  }

  @Test
  void aStoryboardIsKeptInOrderAndGoesIntoTheBrief() throws IOException {
    for (int i = 0; i < 3; i++) {
      ok(
          producer.upload(
              base + "/shots/" + stage.shot + "/board",
              "f.png",
              Clips.still("png", 160 + i, 90),
              Map.of("caption", "frame " + i)));
    }
    Caller.Answer board = ok(producer.get(base + "/shots/" + stage.shot + "/board"));
    List<Map<String, String>> back = new ArrayList<>();
    for (int i = 2; i >= 0; i--) {
      back.add(Map.of("id", board.text(i + "/id"), "caption", "now " + i));
    }
    assertThat(
            ok(producer.call(
                    "PUT",
                    base + "/shots/" + stage.shot + "/board",
                    java.net.http.HttpRequest.BodyPublishers.ofString(
                        bivex.server.http.Json.MAPPER.writeValueAsString(Map.of("frames", back))),
                    "application/json"))
                .body())
        .extracting(f -> f.path("caption").asString())
        .containsExactly("now 2", "now 1", "now 0");
    assertThat(
            producer
                .put(
                    base + "/shots/" + stage.shot + "/board",
                    "\"0\"",
                    Map.of("frames", back.subList(0, 2)))
                .text("field"))
        .isEqualTo("frames");
    Caller.Answer picture = ok(producer.get(base + "/board/" + board.text("0/id") + "/picture"));
    assertThat(picture.raw().headers().firstValue("Content-Security-Policy").orElse(""))
        .contains("sandbox");
    assertThat(
            producer
                .upload(
                    base + "/shots/" + stage.shot + "/board",
                    "f.png",
                    "no picture".getBytes(StandardCharsets.UTF_8),
                    Map.of())
                .text("field"))
        .isEqualTo("file");
    try (PDDocument pdf =
        Loader.loadPDF(
            ok(producer.get(base + "/shots/" + stage.shot + "/brief.pdf")).raw().body())) {
      assertThat(new PDFTextStripper().getText(pdf)).contains("now 2", "now 0");
      int images = 0;
      for (var name : pdf.getPage(0).getResources().getXObjectNames()) {
        images += pdf.getPage(0).getResources().isImageXObject(name) ? 1 : 0;
      }
      assertThat(images).isEqualTo(3);
    }
    assertThat(ok(producer.delete(base + "/board/" + board.text("0/id"))).body()).hasSize(2);
  }

  /**
   * A small file that swells to half a gigabyte when it is read ends its own process, not the
   * house.
   */
  @Test
  void aPdfMadeToSwallowMemoryIsRefused() throws IOException {
    byte[] bomb;
    try (PDDocument d = new PDDocument();
        ByteArrayOutputStream out = new ByteArrayOutputStream()) {
      PDPage page = new PDPage();
      d.addPage(page);
      PDStream stream = new PDStream(d);
      byte[] block =
          "[(aaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaa)] TJ "
              .repeat(1000)
              .getBytes(StandardCharsets.US_ASCII);
      try (OutputStream to = stream.createOutputStream(COSName.FLATE_DECODE)) {
        to.write("BT /F1 12 Tf ".getBytes(StandardCharsets.US_ASCII));
        for (int k = 0; k < 9000; k++) {
          to.write(block);
        }
      }
      page.setContents(stream);
      PDResources fonts = new PDResources();
      fonts.put(COSName.getPDFName("F1"), new PDType1Font(Standard14Fonts.FontName.COURIER));
      page.setResources(fonts);
      d.save(out);
      bomb = out.toByteArray();
    }
    assertThat(bomb.length).isLessThan(20 << 20);
    long before = System.nanoTime();
    Caller.Answer a = producer.upload(base + "/drafts", "bomb.pdf", bomb, Map.of());
    assertThat(a.status()).as(a.toString()).isEqualTo(422);
    assertThat(a.text("field")).isEqualTo("script");
    assertThat((System.nanoTime() - before) / 1e9)
        .as("seconds; it is given one minute")
        .isLessThan(75);
    assertThat(producer.get(base + "/drafts").body()).hasSize(1);
  }

  /** Splitting and merging to and fro never loses a take, counts one twice, or goes in circles. */
  @Test
  void splitsAndMergesToAndFroKeepEveryTakeOnce() {
    String take = stage.pick("plate:clean", Stage.CAMERA).text("id");
    String two =
        ok(producer.post(base + "/shots/" + stage.shot + "/split", Map.of("title", "Second half")))
            .text("id");
    String three =
        ok(producer.post(base + "/shots/" + two + "/split", Map.of("title", "Third part")))
            .text("id");
    for (String s : List.of(stage.shot, two, three)) {
      assertThat(plate(s)).startsWith("IN_HAND: take 1 picked");
    }
    ok(producer.post(base + "/shots/" + stage.shot + "/merge", Map.of("from", three)));
    ok(producer.post(base + "/shots/" + stage.shot + "/merge", Map.of("from", two)));
    assertThat(plate(stage.shot)).startsWith("IN_HAND: take 1 picked");
    assertThat(
            producer
                .post(base + "/shots/" + stage.shot + "/merge", Map.of("from", two))
                .text("detail"))
        .contains("is omitted");
    // What is called of the take now is called of it wherever it counts.
    ok(
        producer.post(
            base + "/takes/" + take + "/calls", Map.of("call", "NO_GOOD", "reason", "soft")));
    assertThat(plate(stage.shot)).startsWith("OWED");
    Caller.Answer gone = ok(producer.get(base + "/shots/" + two));
    Map<String, Object> restore = Stage.edit(gone);
    restore.put("omitted", false);
    ok(producer.put(base + "/shots/" + two, gone.etag(), restore));
    assertThat(plate(two)).startsWith("OWED");
    // Words that are divided go with the half they were given to.
    Caller.Answer flags = mark("The flags vanish from the line.");
    int at = JourneyTest.SCRIPT.indexOf("You're late.");
    String late =
        ok(producer.post(
                base + "/shots/" + flags.text("id") + "/marks",
                Map.of("draft", stage.draft, "start", at, "end", at + 12)))
            .text("id");
    Caller.Answer half =
        ok(
            producer.post(
                base + "/shots/" + flags.text("id") + "/split",
                Map.of("title", "The line", "marks", List.of(late))));
    assertThat(half.text("excerpt")).isEqualTo("You're late.");
    assertThat(half.text("scene")).isEqualTo("4");
    assertThat(ok(producer.get(base + "/shots/" + flags.text("id"))).text("excerpt"))
        .isEqualTo("The flags vanish from the line.");
    assertThat(
            producer
                .post(
                    base + "/shots/" + flags.text("id") + "/split",
                    Map.of("title", "x", "marks", List.of(late)))
                .text("field"))
        .isEqualTo("marks");
  }

  private String plate(String shot) {
    return ok(producer.get(base + "/shots/" + shot))
        .at("items")
        .valueStream()
        .filter(i -> i.path("key").asString().equals("plate:clean"))
        .map(i -> i.path("state").asString() + ": " + i.path("reason").asString())
        .findFirst()
        .orElseThrow();
  }

  /** Marks that are taken off are gone from every draft; those left keep their places. */
  @Test
  void wordsAreUnmarkedInEveryDraft() {
    int at = JourneyTest.SCRIPT.indexOf("You're late.");
    String late =
        ok(producer.post(
                base + "/shots/" + stage.shot + "/marks",
                Map.of("draft", stage.draft, "start", at, "end", at + 12)))
            .text("id");
    assertThat(
            producer
                .post(
                    base + "/shots/" + stage.shot + "/marks",
                    Map.of("draft", stage.draft, "start", at, "end", at + 12))
                .text("detail"))
        .contains("already");
    String next = draft("next", "EXT. SEA - DAY #1#\n\nFog.\n\n" + JourneyTest.SCRIPT).text("id");
    assertThat(producer.delete(base + "/marks/" + late).text("detail"))
        .as("marks of an old draft are not changed")
        .contains("not the newest");
    Caller.Answer here = ok(producer.get(base + "/shots/" + stage.shot));
    ok(producer.delete(base + "/marks/" + here.text("marks/1/id")));
    assertThat(ok(producer.get(base + "/shots/" + stage.shot)).at("marks")).hasSize(1);
    assertThat(ok(producer.get(base + "/drafts/" + stage.draft)).at("marks")).hasSize(1);
    assertThat(ok(producer.get(base + "/drafts/" + next)).at("marks")).hasSize(1);
  }

  @Test
  void aDraftWithOtherHeadingWordsComesInOnceTheyAreSaid() {
    Stage stage = new Stage();
    String drafts = stage.base + "/drafts";
    Map<String, Object> draft =
        Map.of("name", "svensk", "text", "INOMHUS. KÖK - NATT\n\nAda väntar.\n");
    assertThat(stage.producer.post(drafts, draft).text("field")).isEqualTo("script");
    Caller.Answer is = ok(stage.producer.get(drafts + "/headings"));
    Map<String, Object> words =
        Map.of("inside", List.of("inomhus"), "outside", List.of(), "dark", List.of("natt"));
    String version = "\"" + is.text("version") + "\"";
    assertThat(
            stage
                .producer
                .put(drafts + "/headings", version, Map.of("inside", List.of("A(")))
                .text("field"))
        .isEqualTo("inside");
    ok(stage.producer.put(drafts + "/headings", version, words));
    ok(stage.producer.post(drafts, draft));
    Caller.Answer pages = ok(stage.producer.get(drafts + "/latest"));
    assertThat(pages.text("scenes/0/place")).isEqualTo("KÖK");
    assertThat(pages.at("scenes/0/interior").asBoolean()).isTrue();
    assertThat(pages.at("scenes/0/night").asBoolean()).isTrue();
    // A draft is read as when it came in.
    Caller.Answer now = ok(stage.producer.get(drafts + "/headings"));
    ok(
        stage.producer.put(
            drafts + "/headings", "\"" + now.text("version") + "\"", Map.of("inside", List.of())));
    assertThat(ok(stage.producer.get(drafts + "/latest")).at("scenes")).hasSize(1);
  }
}
