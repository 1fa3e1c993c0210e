package bivex.e2e;

import static bivex.e2e.Browsers.in;
import static bivex.server.Stage.ok;
import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import bivex.server.Clips;
import bivex.server.House;
import bivex.server.Stage;
import bivex.server.keep.People;
import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;

/**
 * The Shots desk in the real browser: methods compared, the stack read, what-ifs, rescues, looks,
 * cautions and papers.
 */
class ShotsDeskTest extends DeskTests {
  private Page at(String path) {
    return browsers.at(stage, stage.producer.person(), path);
  }

  @Test
  void methodsAreComparedSideBySideAndTheReasonIsKept() {
    Page p = at("/shots/" + stage.shot);
    button(p, "Compare and combine").click();
    Locator sheet = p.getByRole(AriaRole.DIALOG);
    assertThat(sheet.locator(".option")).hasCount(3);
    assertThat(sheet).containsText("the script says");
    Browsers.accessible(p, "the comparison of methods");
    // Another method takes the place of the first that is shown.
    in(sheet, "Speed ramp").click();
    assertThat(sheet.locator(".option")).hasCount(3);
    assertThat(sheet.locator(".option").last())
        .containsText("Right when: The action goes on past both ends");
    in(sheet, "Crossing double").first().click();
    in(sheet, "Post camera move").click();
    sheet.getByLabel("Because").fill("a slow push at the end");
    in(sheet, "Choose post camera move").click();
    assertThat(p.locator("footer .notice")).containsText("post camera move is kept");
    assertThat(p.locator(".chosen"))
        .containsText("Post camera move because: a slow push at the end (over");
    assertThat(p.locator(".stack")).containsText("Post camera");
    assertThat(stage.look().at("methods/1/considered").toString()).contains("F2");
    // A what-if is taken over by whichever of the methods the value belongs to.
    p.keyboard().press("=");
    Locator reckoner = p.locator("aside[aria-label=Reckoner]");
    reckoner.getByLabel("Sum").selectOption("S13");
    assertThat(reckoner.getByLabel("Turn")).hasValue("1");
    reckoner.getByLabel("Turn").fill("3");
    reckoner.getByLabel("Turn").blur();
    in(reckoner, "Use in").click();
    assertThat(p.locator("footer .notice")).containsText("Used in");
    assertThat(stage.look().at("methods/1/values/turnDeg").asDouble()).isEqualTo(3);
    assertThat(stage.look().at("methods/0/values").has("turnDeg")).isFalse();
  }

  @Test
  void theStackSheetShowsRampsDrawingsAndTheSumsBehindThem() {
    String ramp =
        stage.planned(
            "The flags vanish",
            "C1",
            Map.of("capture", "96", "straightSpeed", 0.5, "straightFrames", 20, "rampFrames", 12));
    Page p = at("/shots/" + ramp);
    assertThat(p.locator(".stack")).containsText("source frames, peak 6×");
    assertThat(
            p.locator("figure")
                .filter(new Locator.FilterOptions().setHasText("Speed of the ramped clip")))
        .isVisible();
    p.getByText("Read the stack as text").click();
    assertThat(p.locator(".read")).containsText("time: 0.5× to 6×, eased");
    Browsers.accessible(p, "the stack sheet of a ramp");
    // Playing runs through the frames of the cut in its own timing and stops at the last.
    button(p, "Play").click();
    assertThat(
            p.getByRole(AriaRole.SLIDER, new Page.GetByRoleOptions().setName("Frame of the cut")))
        .hasAttribute("aria-valuenow", "1048");
    assertThat(button(p, "Play")).isVisible();
    // A sum says why, and opens in the reckoner with the shot's own numbers.
    button(p, "Footage of the ramped clip").click();
    assertThat(p.locator(".because")).containsText("source = ∫ speed");
    button(p, "What if? (S4 in the reckoner)").click();
    Locator reckoner = p.locator("aside[aria-label=Reckoner]");
    assertThat(reckoner.getByLabel("Camera ran at")).hasValue("96");
    assertThat(reckoner.getByLabel("speed of row 2")).hasValue("6");
    reckoner.getByLabel("speed of row 2").fill("12");
    reckoner.getByLabel("speed of row 2").blur();
    assertThat(reckoner.locator("dl")).containsText("12.00");
    in(reckoner, "Copy a link to this sum").click();
    String link = reckoner.getByLabel("Link to this sum").inputValue();
    // A colleague who is not signed in yet ends at the same sum with the same numbers.
    Page other = browsers.page(stage.house.address());
    other.navigate(link);
    other
        .getByLabel("Name")
        .fill(stage.house.bean(People.class).findById(stage.producer.person()).orElseThrow().login);
    other.getByLabel("Password").fill(House.PASSWORD);
    button(other, "Sign in").click();
    assertThat(other.locator("aside[aria-label=Reckoner]").getByLabel("speed of row 2"))
        .hasValue("12");
    assertThat(other.locator("aside[aria-label=Reckoner] dl")).containsText("12.00");
  }

  /** Something of one's own, a plan otherwise, and a method for a second thing. */
  @Test
  void whatThePlanDoesNotKnowIsAddedByHand() {
    Page p = at("/shots/" + stage.shot);
    assertThat(button(p, "Add something")).isVisible();
    p.keyboard().press("a");
    Locator sheet = p.getByRole(AriaRole.DIALOG);
    in(sheet, "Prop or practical effect").click();
    sheet.getByLabel("Called").fill("Lamp glass");
    sheet.getByLabel("Passes it is in").fill("4 of them");
    in(sheet, "Keep").click();
    assertThat(sheet.getByRole(AriaRole.ALERT)).containsText("must be a number");
    // What is typed survives leaving the page.
    p.reload();
    assertThat(button(p, "Add something")).isVisible();
    p.keyboard().press("a");
    assertThat(sheet.getByLabel("Called")).hasValue("Lamp glass");
    sheet.getByLabel("Passes it is in").fill("4");
    sheet.getByLabel("Used up each time").selectOption("yes");
    Browsers.accessible(p, "something added by hand");
    in(sheet, "Keep").click();
    Locator owed = p.locator(".lower > section").nth(2);
    assertThat(owed).containsText("Added by hand");
    assertThat(p.locator(".lower")).containsText("5 in all: 4 used up in 4 passes, 1 spare");
    button(p, "Change the plan").click();
    sheet.getByLabel("Which").selectOption("Clean plate");
    assertThat(sheet.getByLabel("Takes")).hasValue("1");
    sheet.getByLabel("Takes").fill("3");
    sheet.getByLabel("Takes").blur();
    sheet.getByLabel("Because").fill("clouds");
    Browsers.accessible(p, "the plan otherwise");
    in(sheet, "Keep").click();
    assertThat(owed).containsText("takes 3 for 1 because: clouds");
    assertThat(stage.look().at("plan/plates").toString()).contains("\"takes\":3");
    button(p, "As derived: Clean plate").click();
    assertThat(owed).not().containsText("Otherwise than derived");
    button(p, "Take away Lamp glass").click();
    assertThat(owed).not().containsText("Lamp glass");
    // The same method for a second thing.
    button(p, "Compare and combine").click();
    sheet.getByRole(AriaRole.LISTITEM).filter(chosen()).getByText("Use it once more").click();
    assertThat(p.locator(".chosen strong")).hasCount(2);
    assertThat(stage.look().at("methods/1/use").asInt()).isEqualTo(2);
  }

  /** Kept here, used twice on another shot, carried out as a file and in again elsewhere. */
  @Test
  void aPlanIsKeptAsAMethodOfTheHouse() throws IOException {
    String second = stage.planned("The flags vanish", "B1", Map.of());
    Page p = at("/shots/" + stage.shot);
    button(p, "Keep as a method").click();
    Locator sheet = p.getByRole(AriaRole.DIALOG);
    sheet.getByLabel("Name").fill("Leaning pair");
    in(sheet, "Keep as a method").click();
    assertThat(sheet.getByRole(AriaRole.ALERT)).containsText("Right when must not be empty");
    // What is typed survives leaving the page.
    p.reload();
    button(p, "Keep as a method").click();
    assertThat(sheet.getByLabel("Name")).hasValue("Leaning pair");
    sheet.getByLabel("Right when").fill("Two of her reach over one another.");
    sheet.getByLabel("Words of a script").fill("gutter, zeppelin");
    Browsers.accessible(p, "a plan kept as a method");
    in(sheet, "Keep as a method").click();
    assertThat(p.locator("footer .notice")).containsText("Leaning pair is a method of the house");
    p.navigate(stage.house.address() + "/p/" + stage.production.id + "/shots/" + second);
    for (int use = 1; use <= 2; use++) {
      button(p, "Compare and combine").click();
      sheet
          .getByRole(
              AriaRole.BUTTON,
              new Locator.GetByRoleOptions().setName("Leaning pair").setExact(true))
          .click();
      Locator option =
          sheet.locator(".option").filter(new Locator.FilterOptions().setHasText("Leaning pair"));
      in(option, use == 1 ? "Choose leaning pair" : "Use it once more").click();
      assertThat(p.locator(".chosen strong")).hasCount(use + 1);
    }
    assertThat(p.locator(".chosen strong").last()).hasText("Leaning pair");
    assertThat(p.locator(".lower > section").nth(2)).containsText("Performance 2");
    button(p, "Compare and combine").click();
    sheet.getByText("Methods of the house ·").click();
    Browsers.accessible(p, "methods of the house");
    Download file = p.waitForDownload(() -> sheet.getByLabel("Leaning pair as a file").click());
    String text = Files.readString(file.path());
    assertThat(text).contains("\"schema\"", "Leaning pair", "A1");
    sheet
        .locator("input[type=file]")
        .setInputFiles(
            new FilePayload(
                "pair.json",
                "application/json",
                text.replace("Leaning pair", "Carried pair").getBytes(StandardCharsets.UTF_8)));
    assertThat(p.locator("footer .notice")).containsText("Carried pair is a method of this house");
    sheet
        .locator("input[type=file]")
        .setInputFiles(new FilePayload("pair.json", "application/json", new byte[] {'x'}));
    assertThat(p.locator("footer .notice")).containsText("pair.json is not the file of a method");
    sheet.getByLabel("Withdraw Carried pair").click();
    assertThat(p.locator("footer .notice")).containsText("no longer offered");
    assertThat(sheet.getByLabel("Offer Carried pair again")).isVisible();
    assertThat(exactly(sheet, "Carried pair")).hasCount(0);
  }

  /** A list of cameras brought in, and a fast plate that only one of them can shoot. */
  @Test
  void aPlanIsHeldAgainstTheCamerasThatAreThere() {
    String fast = stage.planned("The flags vanish", "C3", Map.of("capture", "100"));
    Page p = at("/shots/" + fast);
    button(p, "Cameras of the production").click();
    Locator sheet = p.getByRole(AriaRole.DIALOG);
    assertThat(sheet).containsText("No camera is known yet");
    String list =
        "body,baseIso,highestIso,mode,rate,width,height,usedWidthMm,codec,megabits,bits,longestMinutes\n"
            + "Body A,640,3200,whole,25,3840,2160,36,intra,400,10,\n"
            + "Body B,400,1600,fast,100,2048,1152,20,intra,300,%s,2\n";
    Locator file = sheet.locator("input[type=file]");
    file.setInputFiles(
        new FilePayload(
            "c.csv", "text/csv", list.formatted("many").getBytes(StandardCharsets.UTF_8)));
    assertThat(sheet.getByRole(AriaRole.ALERT)).containsText("in row 2 must be a number");
    file.setInputFiles(
        new FilePayload(
            "c.csv", "text/csv", list.formatted("10").getBytes(StandardCharsets.UTF_8)));
    assertThat(sheet).containsText("base ISO 400, up to 1600");
    // One more mode by hand; what is typed survives leaving the page.
    sheet.getByLabel("Body", new Locator.GetByLabelOptions().setExact(true)).fill("Body A");
    sheet.getByLabel("Base ISO").fill("640");
    sheet.getByLabel("Highest accepted").fill("3200");
    sheet.getByLabel("Frames a second").fill("fifty");
    p.reload();
    button(p, "Cameras of the production").click();
    assertThat(sheet.getByLabel("Base ISO")).hasValue("640");
    sheet.getByLabel("Width, px").fill("3840");
    sheet.getByLabel("Height, px").fill("2160");
    sheet.getByLabel("Sensor read, mm").fill("36");
    sheet.getByLabel("Mb/s", new Locator.GetByLabelOptions().setExact(true)).fill("400");
    sheet.getByLabel("Bits", new Locator.GetByLabelOptions().setExact(true)).fill("10");
    in(sheet, "Add this mode").click();
    assertThat(sheet.getByRole(AriaRole.ALERT)).containsText("must be frames a second");
    sheet.getByLabel("Frames a second").fill("50");
    in(sheet, "Add this mode").click();
    assertThat(sheet.locator("tbody tr")).hasCount(3);
    sheet.getByLabel("Lens", new Locator.GetByLabelOptions().setExact(true)).fill("Short zoom");
    sheet.getByLabel("From, mm").fill("24");
    sheet.getByLabel("To, mm").fill("70");
    sheet.getByLabel("Widest, f/").fill("2,8");
    sheet.getByLabel("Focuses from, m").fill("0.4");
    Browsers.accessible(p, "cameras of the production");
    in(sheet, "Add this lens").click();
    assertThat(sheet).containsText("24 to 70 mm, f/2.8, from 0.4 m");
    sheet
        .getByLabel("Cards", new Locator.GetByLabelOptions().setExact(true))
        .locator("input[name=medium]")
        .fill("Card 512");
    sheet.getByLabel("Each holds, GB").fill("512");
    sheet.getByLabel("Takes, Mb/s").fill("350");
    sheet.getByLabel("How many").fill("2");
    in(sheet, "Add these cards").click();
    assertThat(sheet).containsText("2 of 512 GB, 350 Mb/s");
    p.keyboard().press("Escape");
    Locator section = p.locator(".lower > section").nth(1);
    // Two cards of 512 GB at 300 Mb/s, which are 2.25 GB a minute.
    assertThat(section).containsText("455 min on the cards");
    assertThat(section).containsText("19 mm for 35 mm, or 1.80× the distance");
    assertThat(section).containsText("50 % of the frames that are read are made up");
    assertThat(section).containsText("Short zoom");
  }

  /** Taken over from another shot, seen from both, and never in a circle. */
  @Test
  void aShotLeansOnAnother() {
    String other = stage.planned("The flags vanish", "G6", Map.of("camera", "moves"));
    String code = ok(stage.producer.get(stage.base + "/shots/" + other)).text("code");
    Page p = at("/shots/" + stage.shot);
    button(p, "Say on which").click();
    Locator form = p.getByLabel("What it takes over");
    form.locator("select[name=on]").selectOption(other);
    form.locator("select[name=what]").selectOption("MATTE");
    form.getByLabel("What exactly").fill("of the pier");
    Browsers.accessible(p, "what a shot takes over");
    in(form, "Keep").click();
    Locator owed = p.locator(".lower > section").nth(2);
    assertThat(owed).containsText("for its matte: of the pier");
    assertThat(owed).containsText("Done twice: Split matte along the join");
    exactly(owed, code).click();
    assertThat(owed).containsText("leans on this for its matte: of the pier, and waits");
    button(p, "Say on which").click();
    form.locator("select[name=on]").selectOption(stage.shot);
    in(form, "Keep").click();
    assertThat(form.getByRole(AriaRole.ALERT)).containsText("leans on this shot itself");
  }

  private static Locator exactly(Locator where, String name) {
    return where.getByRole(
        AriaRole.BUTTON, new Locator.GetByRoleOptions().setName(name).setExact(true));
  }

  private static Locator.FilterOptions chosen() {
    return new Locator.FilterOptions().setHasText("Chosen already");
  }

  @Test
  void whatIsMissingHasWaysOut() {
    stage.pick("plate:performance-1", Stage.CAMERA);
    stage.pick("plate:performance-2", Stage.CAMERA);
    Page p = at("/shots/" + stage.shot);
    assertThat(button(p, "What else could be made of the takes")).isVisible();
    p.keyboard().press("r");
    Locator sheet = p.getByRole(AriaRole.DIALOG);
    assertThat(sheet).containsText("Patch it from two takes");
    assertThat(sheet).containsText("To pick it up, repeat");
    assertThat(sheet.locator(".best").first()).containsText("Pick it up");
    Browsers.accessible(p, "the ways out");
    p.keyboard().press("Escape");
    Stage.ok(stage.strike("the stage was wanted back"));
    button(p, "Pick-ups").click();
    assertThat(sheet).containsText("1 to pick up in 1 group");
    assertThat(sheet).containsText("nobody in it");
    assertThat(sheet).containsText("stop f/5.6");
    Browsers.accessible(p, "the pick-ups");
  }

  @Test
  void aCautionIsSignedAndAnElementIsMeasuredWhereTheyAreOwed() {
    String burst = stage.planned("The flags vanish", "E2", Map.of());
    Page p = at("/shots/" + burst);
    assertThat(p.locator(".cautions")).containsText("Not signed: ask the armourer.");
    Locator caution =
        p.locator(".owed-row").filter(new Locator.FilterOptions().setHasText("Caution: armourer"));
    caution.locator(".head").click();
    caution.getByLabel("What to say about").fill("no charge on the set");
    in(caution, "Record the signature").click();
    assertThat(caution.getByRole(AriaRole.ALERT)).containsText("must not be empty");
    caution.getByLabel("Who signed").fill("O. Brandt");
    caution.getByLabel("In which role").fill("armourer");
    in(caution, "Record the signature").click();
    assertThat(p.locator(".cautions")).containsText("Signed: O. Brandt, armourer");
    Locator element =
        p.locator(".owed-row").filter(new Locator.FilterOptions().setHasText("Muzzle flash"));
    element.locator(".head").click();
    element.getByLabel("What to say about").fill("from the library");
    element.getByLabel("Width in px").fill("400");
    element.getByLabel("Licence").fill("all media");
    in(element, "Keep the answer").click();
    assertThat(element.locator(".head")).containsText("it would be soft");
    button(p, "All elements").click();
    Locator sheet = p.getByRole(AriaRole.DIALOG);
    assertThat(sheet).containsText("0.42×");
    assertThat(sheet).containsText("all media");
    Browsers.accessible(p, "the elements");
  }

  @Test
  void looksStandSideBySideUntilOneIsTaken() {
    String creature = stage.planned("The flags vanish", "E3", Map.of());
    Page p = at("/shots/" + creature);
    for (String name : List.of("Points", "Skin")) {
      button(p, "Try a look").click();
      p.getByLabel("Look", new Page.GetByLabelOptions().setExact(true)).fill(name);
      p.getByLabel("Picture, PNG or JPEG")
          .setInputFiles(new FilePayload("look.png", "image/png", Clips.still("png", 64, 36)));
      button(p, "Add the look").click();
      assertThat(p.locator(".looks")).containsText(name);
    }
    assertThat(p.locator(".looks img")).hasCount(2);
    assertThat(button(p, "Take A")).isDisabled();
    p.getByLabel("Decide, because").fill("she is only there if you look");
    button(p, "Take A").click();
    assertThat(p.locator(".looks .taken")).containsText("Points");
    assertThat(p.locator("main")).containsText("Look A because: she is only there if you look");
    Browsers.accessible(p, "the looks");
  }

  @Test
  void thePapersAreTheSamePlan() throws IOException {
    Page p = at("/shots/" + stage.shot);
    Download brief =
        p.waitForDownload(
            () ->
                p.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Brief (PDF)"))
                    .click());
    assertThat(brief.suggestedFilename()).endsWith("-brief.pdf");
    try (PDDocument pdf = Loader.loadPDF(Files.readAllBytes(brief.path()))) {
      assertThat(new PDFTextStripper().getText(pdf))
          .contains("Performance 1", "Clean plate", "35 mm");
    }
    p.getByText("More files").click();
    Download plan =
        p.waitForDownload(
            () ->
                p.getByRole(
                        AriaRole.LINK,
                        new Page.GetByRoleOptions().setName(Pattern.compile("Plan of")))
                    .click());
    assertThat(Files.readString(plan.path())).contains("\"plate:clean\"");
  }

  @Test
  void ratesAreTheProductionsOwnAndCalibratedOnRequest() {
    Stage.ok(
        stage.producer.post(
            stage.base + "/shots/" + stage.shot + "/evidence",
            Map.of("item", "task:composite", "kind", "SETTLED", "words", "done", "hours", 9)));
    Page p = at("/crew");
    assertThat(p.locator(".took")).containsText("9 h of");
    String before = p.locator(".took .mono").textContent();
    button(p, "Use it from now on").click();
    assertThat(p.locator(".took .mono")).not().hasText(before);
    button(p, "split matte").click();
    p.getByLabel("split matte, fair, likely").fill("0.1");
    button(p, "Keep the rates").click();
    assertThat(p.getByRole(AriaRole.ALERT)).containsText("0 ≤ low ≤ likely ≤ high");
    p.getByLabel("split matte, fair, likely").fill("0.4");
    button(p, "Keep the rates").click();
    assertThat(p.locator("footer .notice")).containsText("The rates are kept");
    Browsers.accessible(p, "the rates of work");
  }
}
