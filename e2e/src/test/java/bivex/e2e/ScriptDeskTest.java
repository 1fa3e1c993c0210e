package bivex.e2e;

import static bivex.e2e.Browsers.in;
import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import bivex.core.crew.Role;
import bivex.core.cue.CueWords;
import bivex.core.script.Screenplay;
import bivex.core.script.ScreenplayParser;
import bivex.server.JourneyTest;
import bivex.server.Stage;
import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.BoundingBox;
import com.microsoft.playwright.options.FilePayload;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import org.assertj.core.api.Assertions;
import org.junit.jupiter.api.Test;

/** The script desk in the real browser, by keyboard and by mouse. */
class ScriptDeskTest extends DeskTests {
  private final String code = stage.production.code;

  private Page desk() {
    Page p = browsers.at(stage, stage.producer.person(), "/script");
    assertThat(p.getByRole(AriaRole.ARTICLE).first()).containsText("INT. STATION");
    return p;
  }

  private static Locator row(Page p, String words) {
    return p.locator(".row").filter(new Locator.FilterOptions().setHasText(words));
  }

  /** Drags over words as a hand would. */
  private static void drag(Page p, String words) {
    BoundingBox b = row(p, words).locator("[data-at]").first().boundingBox();
    p.mouse().move(b.x + 2, b.y + b.height / 2);
    p.mouse().down();
    p.mouse()
        .move(
            b.x + b.width - 2,
            b.y + b.height / 2,
            new com.microsoft.playwright.Mouse.MoveOptions().setSteps(6));
    p.mouse().up();
  }

  private static void take(Page p, String name, String fileName, byte[] bytes) {
    p.keyboard().press("i");
    Locator sheet = p.getByRole(AriaRole.DIALOG);
    sheet.getByLabel("Name").fill(name);
    sheet
        .getByLabel("File")
        .setInputFiles(new FilePayload(fileName, "application/octet-stream", bytes));
    in(sheet, "Import " + fileName).click();
  }

  @Test
  void wordsAreMarkedByKeyboardByMouseAndFromTheCues() {
    Page p = desk();
    p.keyboard().press("j");
    p.keyboard().press("j");
    assertThat(p.locator(".chosen")).containsText("Ines spreads the chart");
    p.keyboard().press("m");
    assertThat(p.locator(".editor .code")).hasText(code + "-04-005");
    drag(p, "You're late.");
    assertThat(p.locator(".chosen")).containsText("You're late");
    in(p.locator(".chosen"), "Mark as an effect shot").click();
    // Its place is between the two that are there.
    assertThat(p.locator(".editor .code")).hasText(Pattern.compile(code + "-04-00[67]"));
    drag(p, "You're late.");
    in(p.locator(".chosen"), "Leave").click();
    assertThat(p.locator(".chosen")).hasCount(0);
    p.keyboard().press(".");
    assertThat(p.locator(".cue .quote")).containsText("The flags vanish");
    p.keyboard().press("a");
    assertThat(p.locator("footer .notice")).containsText(code + "-05-010 marked");
    assertThat(p.locator(".codes button")).hasCount(4);
    Browsers.accessible(p, "the script desk");
  }

  @Test
  void aCueIsChangedOrWavedAwayAndStaysAway() {
    Page p = desk();
    assertThat(in(p.locator(".bar"), "1 cue")).isVisible();
    p.keyboard().press(".");
    p.keyboard().press("e");
    p.getByLabel("Made as").selectOption("Scale swap");
    in(p.locator(".cue"), "Mark it so").click();
    p.locator(".codes button").filter(new Locator.FilterOptions().setHasText("-05-010")).click();
    assertThat(p.locator(".editor .method h2")).hasText("Scale swap");
    take(
        p,
        "lamps",
        "lamps.fountain",
        (JourneyTest.SCRIPT + "\nThe lamps go out.\n").getBytes(StandardCharsets.UTF_8));
    assertThat(p.getByRole(AriaRole.DIALOG)).containsText("nothing is to decide");
    p.keyboard().press("Escape");
    // A key that is pressed while it closes is not the desk's.
    assertThat(p.getByRole(AriaRole.DIALOG)).hasCount(0);
    assertThat(in(p.locator(".bar"), "1 cue")).isVisible();
    p.keyboard().press(".");
    assertThat(p.locator(".cue .quote")).containsText("The lamps go out");
    p.keyboard().press("w");
    assertThat(p.locator(".cue .quote")).hasCount(0);
    p.reload();
    assertThat(in(p.locator(".bar"), "0 cues")).isVisible();
    in(p.locator(".bar"), "how sure?").click();
    Locator reader = p.getByRole(AriaRole.DIALOG);
    assertThat(reader).containsText("Of 2 answered, 1 was a moment and 1 was not.");
    assertThat(reader).containsText("1 was made another way than proposed");
    Browsers.accessible(p, "the reader of the script");
    in(reader, "Propose again").click();
    assertThat(reader).containsText("Of 1 answered, 1 was a moment and 0 were not.");
    // The line from which cues are shown is moved.
    Locator most = reader.locator(".from button").last();
    most.click();
    assertThat(most).hasAttribute("aria-pressed", "true");
    Locator least = reader.locator(".from button").first();
    assertThat(least).containsText("cue");
    least.click();
    assertThat(least).hasAttribute("aria-pressed", "true");
    p.keyboard().press("Escape");
    p.keyboard().press(".");
    assertThat(p.locator(".cue .quote")).isVisible();
  }

  @Test
  void aSecondDraftMovesOneMarkAndLosesAnother() {
    int at = JourneyTest.SCRIPT.indexOf("The flags vanish from the line.");
    Stage.ok(
        stage.producer.post(
            stage.base + "/shots",
            Map.of("draft", stage.draft, "start", at, "end", at + 31, "title", "The flags")));
    Page p = desk();
    String pink =
        "EXT. PIER - DAY #5#\n\nThe flags vanish from the line.\n\n"
            + JourneyTest.SCRIPT
                .substring(0, JourneyTest.SCRIPT.indexOf("EXT. PIER"))
                .replace("She leans across herself and takes the dividers.\n\n", "");
    take(p, "pink pages", "pink.fountain", pink.getBytes(StandardCharsets.UTF_8));
    Locator sheet = p.getByRole(AriaRole.DIALOG);
    assertThat(sheet).containsText("To decide: 1");
    assertThat(sheet).containsText("Moved: 1");
    assertThat(sheet.locator(".rows").first()).isVisible();
    Browsers.accessible(p, "what a draft changed");
    in(sheet, "Choose the words").click();
    assertThat(p.locator(".chosen")).containsText("was on: She leans across herself");
    drag(p, "You're late.");
    in(p.locator(".chosen"), "Put " + code + "-04-010 on these words").click();
    assertThat(p.locator("footer .notice")).containsText("stands on the words you chose");
    assertThat(p.locator(".bar").first()).not().containsText("to decide");
    assertThat(p.locator(".reel .loose")).hasCount(0);
    // The first draft is still there to be read, as it was marked; nothing can be marked on it.
    p.keyboard().press("d");
    in(sheet.locator("li").filter(new Locator.FilterOptions().setHasText("white")), "Read").click();
    assertThat(p.locator(".old")).containsText("You read white");
    assertThat(row(p, "She leans across herself").locator(".marked")).hasCount(1);
    drag(p, "You're late.");
    assertThat(p.locator(".chosen")).hasCount(0);
  }

  /** One look and one key settle many, and they are asked again. */
  @Test
  void aDraftIsSettledInBatchesAndAskedAgain() {
    for (String words : List.of("Ines spreads the chart.", "The flags vanish from the line.")) {
      int at = JourneyTest.SCRIPT.indexOf(words);
      Stage.ok(
          stage.producer.post(
              stage.base + "/shots",
              Map.of("draft", stage.draft, "start", at, "end", at + words.length())));
    }
    Page p = desk();
    String pink =
        JourneyTest.SCRIPT
            .substring(0, JourneyTest.SCRIPT.indexOf("EXT. PIER"))
            .replace("Ines spreads the chart.", "A kettle sings on the stove.")
            .replace(
                "She leans across herself and takes the dividers.",
                "Somewhere a door shuts and a dog begins to bark.");
    take(p, "pink pages", "pink.fountain", pink.getBytes(StandardCharsets.UTF_8));
    Locator sheet = p.getByRole(AriaRole.DIALOG);
    assertThat(sheet).containsText("To decide: 3, in 2 looks");
    assertThat(sheet).containsText("Scene 5 is not in this draft");
    assertThat(sheet).not().containsText("Reading both drafts");
    Browsers.accessible(p, "what a draft asks");
    assertThat(in(sheet, "All 2 are right")).isEnabled();
    p.keyboard().press("r");
    assertThat(sheet).containsText("To decide: 1");
    assertThat(in(sheet, "Ask those 2 again")).isEnabled();
    p.keyboard().press("u");
    assertThat(sheet).containsText("To decide: 3, in 2 looks");
    // What is otherwise is left out of the answer.
    sheet.getByRole(AriaRole.CHECKBOX).first().uncheck();
    assertThat(in(sheet, "The ticked one is right")).isEnabled();
    p.keyboard().press("r");
    assertThat(sheet).containsText("To decide: 2");
    in(sheet, "That is it").click();
    assertThat(sheet).containsText("To decide: 1");
    p.keyboard().press("s");
    in(sheet, "It is gone: omit the shot").click();
    assertThat(sheet).containsText("nothing is to decide");
    sheet.getByText("3 marks decided by somebody").click();
    assertThat(in(sheet, "Ask again")).hasCount(3);
    p.keyboard().press("Escape");
    assertThat(sheet).hasCount(0);
    assertThat(p.locator(".bar").first()).not().containsText("to decide");
    p.keyboard().press("d");
    in(sheet, "Call it otherwise").first().click();
    sheet.getByLabel("Name").fill("salmon pages");
    in(sheet, "Keep").click();
    assertThat(sheet).containsText("salmon pages");
    p.keyboard().press("Escape");
    assertThat(p.locator(".bar").first()).containsText("salmon pages");
  }

  @Test
  void aScriptGoesOutWithItsMarksAndComesBack() throws IOException {
    Page p = desk();
    p.getByText("Hand out").click();
    Download d = p.waitForDownload(() -> p.locator(".more a[href$='script.fountain']").click());
    String out = Files.readString(d.path());
    Assertions.assertThat(out).contains("[[effect shot " + code + "-04-010: ");
    assertThat(p.locator(".more a").first()).not().isVisible();
    take(
        p,
        "back again",
        "back.fountain",
        out.replace("Ines spreads", "Fog. Ines spreads").getBytes(StandardCharsets.UTF_8));
    assertThat(p.getByRole(AriaRole.DIALOG)).containsText("nothing is to decide");
    p.keyboard().press("Escape");
    // A key that is pressed while it closes is not the desk's.
    assertThat(p.getByRole(AriaRole.DIALOG)).hasCount(0);
    assertThat(p.locator(".codes button")).hasCount(1);
    assertThat(row(p, "She leans across").locator(".marked")).hasText("She leans across herself");
  }

  @Test
  void aLongScriptIsDrawnWhereItIsSeenAndFoundByItsWords() {
    StringBuilder b = new StringBuilder();
    for (int i = 1; i <= 90; i++) {
      b.append("INT. ROOM ")
          .append(i)
          .append(" - DAY\n\n")
          .append(
              "She waits, and the water waits with her, and neither of them says so.\n\n"
                  .repeat(18));
    }
    b.append("At last a needle falls into the hay.\n");
    Page p = desk();
    take(p, "long", "long.fountain", b.toString().getBytes(StandardCharsets.UTF_8));
    assertThat(p.getByRole(AriaRole.DIALOG)).containsText("To decide: 1");
    p.keyboard().press("Escape");
    assertThat(p.getByRole(AriaRole.ARTICLE).first()).containsText("ROOM 1");
    Assertions.assertThat(p.getByRole(AriaRole.ARTICLE).count()).isLessThan(6);
    p.keyboard().press("f");
    p.keyboard().type("needle falls into the hay");
    assertThat(p.locator(".find [role=status]")).hasText("1/1");
    assertThat(p.locator(".hit").first()).isInViewport();
    assertThat(p.locator(".tally")).containsText("scene 90");
    p.keyboard().press("Escape");
    // With the keys alone from there.
    p.keyboard().press("k");
    assertThat(p.locator(".row.cursor")).isInViewport();
  }

  @Test
  void twoWhoMarkSeeOneAnother() {
    Page p = desk();
    Page other =
        browsers.at(
            stage, stage.house.person(stage.production, Role.COORDINATOR).person(), "/script");
    drag(other, "You're late.");
    other.keyboard().press("m");
    assertThat(p.locator(".codes button")).hasCount(2);
    in(p.locator(".bar"), "cue").click();
    p.keyboard().press("a");
    assertThat(other.locator(".codes button")).hasCount(3);
    // A draft comes in meanwhile: what was chosen on the old one is not marked on the new one by
    // mistake.
    drag(other, "Ines spreads");
    assertThat(other.locator(".chosen")).containsText("Ines spreads");
    Stage.ok(
        stage.producer.post(
            stage.base + "/drafts",
            Map.of(
                "name", "pink", "text", JourneyTest.SCRIPT.replace("The flags", "The six flags"))));
    assertThat(other.locator(".bar .draft")).containsText("pink");
    assertThat(other.locator(".chosen")).hasCount(0);
    assertThat(other.locator("footer .notice")).containsText("choose the words again");
  }

  @Test
  void theTotalIsSeenWhileMarkingAndABudgetIsSet() {
    Page p = desk();
    assertThat(p.locator(".tally")).containsText("No rates are set");
    in(p.locator(".tally"), "Costs").click();
    Locator sheet = p.getByRole(AriaRole.DIALOG);
    sheet.getByLabel("An hour of post").fill("-3");
    in(sheet, "Keep").click();
    assertThat(sheet.getByRole(AriaRole.ALERT)).containsText("Hour rate must be from 0");
    sheet.getByLabel("An hour of post").fill("100");
    sheet.getByLabel("Budget for effects").fill("50");
    in(sheet, "Keep").click();
    assertThat(p.locator("footer .notice")).containsText("every cost follows");
    p.keyboard().press("Escape");
    assertThat(p.locator(".tally")).containsText("over by");
    p.locator(".codes button").first().click();
    assertThat(p.locator(".tally tbody tr").first()).containsText(code + "-04-010");
    in(p.locator(".family"), "One more shot on these words").click();
    p.getByLabel("What the other shot shows").fill("Close on the hands");
    in(p.locator(".family"), "Mark it too").click();
    assertThat(p.locator(".editor .code")).hasText(code + "-04-020");
    assertThat(p.locator(".codes button")).hasCount(2);
    p.locator(".board input[type=file]")
        .setInputFiles(
            new FilePayload("board.png", "image/png", bivex.server.Clips.still("png", 320, 180)));
    assertThat(p.locator(".board img")).hasCount(1);
    p.getByLabel("Words under frame 1").fill("Hands, close");
    // Kept before the page is loaded anew: the answer is waited for, not a time.
    p.waitForResponse(
        r -> !r.request().method().equals("GET"), () -> p.getByLabel("Words under frame 1").blur());
    p.reload();
    assertThat(p.getByLabel("Words under frame 1")).hasValue("Hands, close");
  }

  @Test
  void aShotIsSplitMergedAndGivenAnotherCode() {
    Page p = desk();
    p.locator(".codes button").first().click();
    in(p.locator(".family"), "Split").click();
    p.getByLabel("What the second shot shows").fill("The insert");
    in(p.locator(".family"), "Split").click();
    assertThat(p.locator(".editor .code")).hasText(code + "-04-020");
    assertThat(p.locator(".editor .method h2")).hasText("Locked double");
    in(p.locator(".family"), "Merge another into it").click();
    p.getByLabel("Merge into")
        .selectOption(new com.microsoft.playwright.options.SelectOption().setIndex(1));
    in(p.locator(".family"), "Merge").last().click();
    assertThat(p.locator("footer .notice")).containsText("Merged into " + code + "-04-020");
    assertThat(p.locator(".codes button")).hasCount(1);
    // The scene is renumbered: the code follows, and the old one is shown.
    take(
        p,
        "renumbered",
        "r.fountain",
        JourneyTest.SCRIPT.replace("#4#", "#9#").getBytes(StandardCharsets.UTF_8));
    assertThat(p.getByRole(AriaRole.DIALOG)).containsText("was scene 4");
    p.keyboard().press("Escape");
    p.getByText("Hand out").click();
    in(p.locator(".more"), "Put codes in order").click();
    assertThat(p.getByRole(AriaRole.DIALOG)).containsText(code + "-09-010");
    in(p.getByRole(AriaRole.DIALOG), "Give this code").click();
    assertThat(p.locator(".editor")).containsText("was " + code + "-04-020");
    // A wrong draft is taken back, marks and all.
    p.keyboard().press("d");
    in(p.getByRole(AriaRole.DIALOG), "Take back").click();
    assertThat(p.locator("footer .notice")).containsText("taken back");
    p.keyboard().press("Escape");
    assertThat(p.locator(".bar .draft")).containsText("white");
    assertThat(p.locator(".codes button")).hasCount(1);
  }

  /** A script in another language comes in once its heading words are said, in the same sheet. */
  @Test
  void aScriptWithOtherHeadingWordsComesIn() {
    Page p = desk();
    String swedish = "INOMHUS. KÖK - NATT\n\nLyktorna försvinner.\n";
    take(p, "svensk", "svensk.fountain", swedish.getBytes(StandardCharsets.UTF_8));
    Locator sheet = p.getByRole(AriaRole.DIALOG);
    assertThat(sheet.getByRole(AriaRole.ALERT)).containsText("a word of your own");
    in(sheet, "Headings in another language").click();
    sheet.getByLabel("For inside").fill("A(");
    in(sheet, "Import svensk.fountain").click();
    assertThat(sheet.getByRole(AriaRole.ALERT)).containsText("not a word of letters");
    sheet.getByLabel("For inside").fill("inomhus, inne");
    sheet.getByLabel("Dark times of day").fill("natt");
    Browsers.accessible(p, "heading words");
    in(sheet, "Import svensk.fountain").click();
    assertThat(p.locator(".pages")).containsText("KÖK");
    // What became of the marks opens by itself, after the pages; before it nothing is to close.
    assertThat(sheet).containsText("svensk against");
    p.keyboard().press("Escape");
    assertThat(sheet).hasCount(0);
    // What is answered here may count elsewhere; that is said on the reader's page.
    in(p.locator(".bar"), "how sure?").click();
    Locator share = sheet.getByLabel("Share answers with the other productions");
    share.check();
    assertThat(share).isChecked();
    share.uncheck();
    assertThat(share).not().isChecked();
  }

  @Test
  void aWordOfOnesOwnFindsACue() {
    Page p = desk();
    assertThat(in(p.locator(".bar"), "1 cue")).isVisible();
    in(p.locator(".bar"), "how sure?").click();
    in(p.getByRole(AriaRole.DIALOG), "Words it looks for").click();
    Locator sheet = p.getByRole(AriaRole.DIALOG);
    sheet.getByLabel("Words of your own").fill("spread the chart");
    sheet.getByLabel("point at").selectOption("screen, sign or writing");
    in(sheet, "Add").click();
    assertThat(sheet.locator(".own")).containsText("spread the chart");
    sheet.getByLabel("Find a word").fill("vanish");
    sheet.getByLabel("vanish", new Locator.GetByLabelOptions().setExact(true)).uncheck();
    assertThat(sheet)
        .containsText((CueWords.shipped().size() - 1) + " of " + CueWords.shipped().size());
    Browsers.accessible(p, "the cue words");
    p.keyboard().press("Escape");
    assertThat(p.getByRole(AriaRole.DIALOG)).hasCount(0);
    p.locator("span.cue")
        .filter(new Locator.FilterOptions().setHasText("Ines spreads the chart"))
        .first()
        .click();
    assertThat(p.locator(".cue .quote")).containsText("Ines spreads the chart");
    assertThat(p.locator(".side .cue")).containsText("screen, sign or writing");
  }

  /**
   * Chromium prints the pages; what it makes of them is read back word by word, and every mark
   * stays where it was.
   */
  @Test
  void aPdfThatAnotherProgramPrintedIsReadElementByElement() throws IOException {
    String script =
        new String(
                getClass().getResourceAsStream("/demo/the-tidekeeper.fountain").readAllBytes(),
                StandardCharsets.UTF_8)
            .replace("> THE END <\n", "");
    Screenplay play = ScreenplayParser.parse(script);
    String draft =
        Stage.ok(
                stage.producer.post(
                    stage.base + "/drafts", Map.of("name", "typed", "text", script)))
            .text("id");
    int at = script.indexOf("The flags vanish");
    String shot =
        Stage.ok(
                stage.producer.post(
                    stage.base + "/shots", Map.of("draft", draft, "start", at, "end", at + 16)))
            .text("id");
    StringBuilder html =
        new StringBuilder(
            "<style>@page{size:letter;margin:0}body{margin:0}div{page-break-after:always;"
                + "position:relative;height:10.9in}pre{position:absolute;left:1.5in;top:1in;"
                + "margin:0;font:12pt/12pt"
                + " monospace}i{position:absolute;right:1in;top:.5in;font:12pt monospace}</style>");
    for (Screenplay.Page page : play.pages()) {
      html.append("<div><i>").append(page.number()).append(".</i><pre>");
      page.lines()
          .forEach(
              l ->
                  html.append(" ".repeat(l.indent()))
                      .append(
                          l.runs().stream()
                              .map(r -> r.text().replace("&", "&amp;").replace("<", "&lt;"))
                              .reduce("", String::concat))
                      .append(l.number().isEmpty() ? "" : "     " + l.number())
                      .append('\n'));
      html.append("</pre></div>");
    }
    Page printer = browsers.page("about:blank");
    printer.setContent(html.toString());
    byte[] pdf = printer.pdf(new Page.PdfOptions().setPreferCSSPageSize(true));
    Page p = browsers.at(stage, stage.producer.person(), "/script");
    assertThat(p.getByRole(AriaRole.ARTICLE).first()).containsText("EXT. HARBOUR");
    take(p, "printed", "printed.pdf", pdf);
    assertThat(p.getByRole(AriaRole.DIALOG)).containsText("printed against typed");
    String back =
        new String(
            stage
                .producer
                .get(stage.base + "/drafts/latest/script.fountain?notes=false")
                .raw()
                .body(),
            StandardCharsets.UTF_8);
    Assertions.assertThat(told(ScreenplayParser.parse(back))).isEqualTo(told(play));
    Assertions.assertThat(
            Stage.ok(stage.producer.get(stage.base + "/shots/" + shot)).text("marks/0/standing"))
        .isEqualTo("UNCHANGED");
  }

  /** Kind and words of each element; lines that are joined in the source are joined here. */
  private static List<String> told(Screenplay play) {
    List<String> out = new ArrayList<>();
    for (Screenplay.Element e : play.elements()) {
      boolean joins =
          e.kind() == Screenplay.Kind.ACTION && e.dual()
              || e.kind() == Screenplay.Kind.DIALOGUE
                  && !out.isEmpty()
                  && out.get(out.size() - 1).startsWith("DIALOGUE");
      String words = e.text().strip();
      if (joins) {
        out.set(out.size() - 1, out.get(out.size() - 1) + " " + words);
      } else {
        out.add(e.kind() + " " + words);
      }
    }
    return out;
  }
}
