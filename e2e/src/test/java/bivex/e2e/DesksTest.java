package bivex.e2e;

import static bivex.e2e.Browsers.in;
import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.crew.Role;
import bivex.server.Caller;
import bivex.server.Clips;
import bivex.server.House;
import bivex.server.Stage;
import bivex.server.keep.People;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.Map;
import java.util.UUID;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** Single desks in the real browser, on productions that were set up through the same doors. */
class DesksTest extends DeskTests {
  private String login(UUID person) {
    return stage.house.bean(People.class).findById(person).orElseThrow().login;
  }

  private Page at(UUID person, String path) {
    return browsers.at(stage, person, path);
  }

  @Test
  void aWrongPasswordIsSaidAndLetsNobodyIn() {
    Page p = browsers.page(stage.house.address());
    p.getByLabel("Name").fill(login(stage.producer.person()));
    p.getByLabel("Password").fill("not it");
    p.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Sign in")).click();
    assertThat(p.getByRole(AriaRole.ALERT)).containsText("do not belong together");
    p.navigate(stage.house.address() + "/p/" + stage.production.id + "/owed");
    assertThat(p.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName("Sign in")))
        .isVisible();
  }

  @Test
  void anAnswerSettlesAQuestionAndADroppedPlateCanBeWantedAgain() {
    Page p = at(stage.producer.person(), "/shots/" + stage.shot);
    Locator eyeline =
        p.locator(".owed-row")
            .filter(new Locator.FilterOptions().setHasText("Eyeline of each part"));
    eyeline.locator(".head").click();
    in(eyeline, "Keep the answer").click();
    assertThat(eyeline.getByRole(AriaRole.ALERT)).containsText("must not be empty");
    assertThat(eyeline.locator("input")).hasAttribute("aria-invalid", "true");
    assertThat(eyeline.locator("input")).isFocused();
    eyeline.locator("input").fill("1.62 m, across the lamp");
    in(eyeline, "Keep the answer").click();
    assertThat(p.locator("footer .notice")).containsText("Kept: Eyeline");
    assertThat(stage.state("datum:eyeline")).isEqualTo("IN_HAND: 1.62 m, across the lamp");
    Locator clean =
        p.locator(".owed-row")
            .filter(new Locator.FilterOptions().setHasText("Clean plate of setup 1"));
    clean.locator(".head").click();
    clean.locator("input").fill("patched from two takes");
    in(clean, "Not needed").click();
    assertThat(p.locator("footer .notice")).containsText("Kept: Clean plate");
    assertThat(stage.state("plate:clean")).isEqualTo("DROPPED: patched from two takes");
    assertThat(
            p.locator(".plate")
                .filter(new Locator.FilterOptions().setHasText("Clean plate"))
                .locator("strong"))
        .hasClass(Pattern.compile("struck"));
  }

  @Test
  void theStackIsScrubbedWithTheKeysAndThePictureFollows() {
    Page p = at(stage.producer.person(), "/shots/" + stage.shot);
    Locator slider =
        p.getByRole(AriaRole.SLIDER, new Page.GetByRoleOptions().setName("Frame of the cut"));
    assertThat(slider).hasAttribute("aria-valuenow", "1001");
    slider.focus();
    p.keyboard().press("ArrowRight");
    p.keyboard().press("ArrowRight");
    assertThat(slider).hasAttribute("aria-valuenow", "1003");
    assertThat(p.locator(".picture")).containsText("frame 1003");
    p.keyboard().press("End");
    assertThat(slider).hasAttribute("aria-valuenow", "1048");
    p.keyboard().press("ArrowRight");
    assertThat(slider).hasAttribute("aria-valuenow", "1048");
  }

  @Test
  void theReckonerAsksWhatIfAndUsesTheAnswer() {
    Page p = at(stage.producer.person(), "/shots/" + stage.shot);
    p.keyboard().press("=");
    Locator reckoner = p.locator("aside[aria-label=Reckoner]");
    assertThat(reckoner).containsText("Filled in from");
    reckoner.getByLabel("Aperture").fill("0.1");
    reckoner.getByLabel("Aperture").blur();
    assertThat(reckoner.getByRole(AriaRole.ALERT)).containsText("must be from 0.7");
    reckoner.getByLabel("Aperture").fill("11");
    reckoner.getByLabel("Aperture").blur();
    assertThat(reckoner.locator("dl")).containsText("Difference");
    in(reckoner, "Use in").click();
    assertThat(p.locator("footer .notice")).containsText("Used in");
    assertThat(p.locator(".brief")).containsText("f/11");
  }

  @Test
  void aTakeIsLoggedOnAPhone() {
    Page p = at(stage.house.person(stage.production, Role.FLOOR).person(), "/floor/" + stage.setup);
    p.setViewportSize(390, 844);
    p.locator(".plates button")
        .filter(new Locator.FilterOptions().setHasText("Clean plate"))
        .click();
    p.getByLabel("Out", new Page.GetByLabelOptions().setExact(true)).fill("01:00:00:99");
    p.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Log take 1")).click();
    assertThat(p.locator(".slate-card [role=alert]"))
        .containsText("Nothing was logged; what you typed is still here");
    assertThat(p.getByLabel("Out", new Page.GetByLabelOptions().setExact(true)))
        .hasValue("01:00:00:99");
    p.getByLabel("Out", new Page.GetByLabelOptions().setExact(true)).fill("01:00:10:00");
    p.getByLabel(Pattern.compile("^ISO")).fill("many");
    p.getByLabel(Pattern.compile("^ISO")).blur();
    p.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Log take 1")).click();
    assertThat(p.locator(".slate-card [role=alert]")).containsText("ISO: must be a number");
    p.getByLabel(Pattern.compile("^ISO")).fill("400");
    p.getByLabel(Pattern.compile("^ISO")).blur();
    p.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Log take 1")).click();
    p.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("They were not read: log it"))
        .click();
    assertThat(p.locator(".takes .calls")).hasCount(1);
    int width = ((Number) p.evaluate("document.documentElement.scrollWidth")).intValue();
    assertThat(width).as("nothing runs off the side of the phone").isLessThanOrEqualTo(390);
    Browsers.accessible(p, "the floor on a phone");
    p.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Camera was touched")).click();
    p.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("legs or head")).click();
    assertThat(p.locator(".floor aside"))
        .containsText("shoot the clean plate and the reference still again");
  }

  @Test
  void aNoteIsKeptWithEnterLeftWithEscapeAndSurvivesAReload() {
    stage.upload(Clips.mp4(1920, 1080, "24", 48));
    Page p = at(stage.producer.person(), "/review/" + stage.shot);
    assertThat(p.locator(".facts")).containsText("48 frames");
    p.locator("main").click(new Locator.ClickOptions().setPosition(4, 4));
    p.keyboard().press("c");
    p.locator(".noting input[name=words]").fill("too bright");
    p.keyboard().press("Escape");
    assertThat(p.locator(".noting")).hasCount(0);
    assertThat(p.locator(".note")).hasCount(0);
    p.locator("main").click(new Locator.ClickOptions().setPosition(4, 4));
    p.keyboard().press("c");
    p.locator(".noting input[name=words]").fill("too bright");
    p.keyboard().press("Enter");
    assertThat(p.locator(".note")).containsText("too bright");
    p.reload();
    assertThat(p.locator(".note")).containsText("too bright");
    assertThat(p.locator("aside")).containsText("1 open note keeps it from being agreed");
  }

  @Test
  void whatOthersDoMeanwhileMovesNeitherTheFrameNorTheVersionThatIsLookedAt() {
    String first = stage.upload(Clips.mp4(1920, 1080, "24", 48)).text("versions/0/id");
    Page p = at(stage.producer.person(), "/review/" + stage.shot);
    p.locator("video")
        .evaluate(
            "v => v.readyState >= 2 || new Promise(r => v.addEventListener('loadeddata', r))");
    p.locator(".rail input").fill("1020");
    assertThat(p.locator(".count")).containsText("frame 1020");
    Stage.ok(
        stage.producer.post(
            stage.base + "/versions/" + first + "/verdicts",
            Map.of(
                "id", UUID.randomUUID(),
                "verdict", "HOLD",
                "reason", "wait for the sound",
                "standard", "AT_SPEED")));
    assertThat(p.locator("aside")).containsText("wait for the sound");
    assertThat(p.locator(".count")).containsText("frame 1020");
    in(p.locator("aside"), "Again").click();
    assertThat(p.getByLabel("Reason for the verdict")).hasAttribute("aria-invalid", "true");
    assertThat(p.getByLabel("Reason for the verdict")).isFocused();
    p.locator("main").click(new Locator.ClickOptions().setPosition(4, 4));
    p.keyboard().press("c");
    stage.upload(Clips.mp4(1920, 1080, "24", 40));
    assertThat(p.locator("aside")).containsText("Version 2 is newer");
    p.getByLabel("Note on frame 1020").fill("the edge boils");
    p.keyboard().press("Enter");
    assertThat(p.locator(".note")).containsText("the edge boils");
    assertThat(
            Stage.ok(stage.producer.get(stage.base + "/shots/" + stage.shot + "/review"))
                .text("notes/0/version"))
        .as("the note is on the version it was begun on")
        .isEqualTo("1");
    in(p.locator("aside"), "Look at it").click();
    assertThat(p.locator(".facts")).containsText("40 frames");
  }

  @Test
  void theProductionsNumbersAreChangedInTheirSheet() {
    Page p = at(stage.producer.person(), "/owed");
    p.locator("footer .foot").first().click();
    Locator sheet = p.getByRole(AriaRole.DIALOG);
    sheet.getByLabel("Rate, fps").fill("23.5");
    in(sheet, "Keep").click();
    assertThat(sheet.getByRole(AriaRole.ALERT)).containsText("unknown frame rate");
    sheet.getByLabel("Rate, fps").fill("25");
    in(sheet, "Keep").click();
    assertThat(p.locator("footer .notice")).containsText("every plan follows");
    assertThat(Stage.ok(stage.producer.get(stage.base)).text("rate")).isEqualTo("25");
    assertThat(stage.look().at("plan/cameraBrief").toString()).contains("25 fps");
  }

  /**
   * An artist says when they are away, and the producer sees it, and what is left of the finish.
   */
  @Test
  void whoIsThereIsSaidOnceAndTheFinishKeepsToIt() {
    Page wren = at(stage.house.person(stage.production, Role.ARTIST).person(), "/crew");
    Locator table = wren.locator(".wide table");
    assertThat(table.locator("tbody tr")).hasCount(2);
    table.locator("button.name").click();
    Locator sheet = wren.getByRole(AriaRole.DIALOG);
    assertThat(sheet.getByLabel("Share of their time, %")).isDisabled();
    sheet.getByLabel("Public holidays of").selectOption("se");
    button(wren, "Days away").click();
    LocalDate today = LocalDate.now(ZoneId.systemDefault());
    sheet.getByLabel("First day").fill(today.plusDays(2).toString());
    sheet.getByLabel("Last day").fill(today.toString());
    sheet.getByLabel("Why, if it matters").fill("a wedding");
    button(wren, "Keep").click();
    assertThat(sheet.getByRole(AriaRole.ALERT)).containsText("before it begins");
    sheet.getByLabel("Last day").fill(today.plusDays(40).toString());
    Browsers.accessible(wren, "somebody's days");
    button(wren, "Keep").click();
    assertThat(wren.locator("footer .notice")).containsText("days are kept");
    assertThat(table.locator(".cell.AWAY").first()).containsText("a wedding");
    Browsers.accessible(wren, "the crew desk");

    Page p = at(stage.producer.person(), "/crew");
    assertThat(p.locator(".wide .cell.AWAY").first()).containsText("a wedding");
    // Its plates have no shooting day to come: no day is told, with the reason.
    assertThat(p.locator(".crew")).containsText("which has no shooting day to come");
    p.locator(".wide button.name").click();
    p.getByLabel("Share of their time, %").fill("0");
    button(p, "Keep").click();
    assertThat(p.locator("h1")).containsText("No work has a day");
    assertThat(p.locator("section")).containsText("No work after the shoot");
  }

  /** A new artist is brought in without a password, sets their own, and changes it later. */
  @Test
  void somebodyNewSetsTheirOwnPassword() {
    Page p = at(stage.producer.person(), "/owed");
    p.locator("footer .foot").first().click();
    Locator sheet = p.getByRole(AriaRole.DIALOG);
    part(sheet, "People");
    String login = "wren-" + UUID.randomUUID().toString().substring(0, 8);
    sheet.getByLabel("Name", new Locator.GetByLabelOptions().setExact(true)).fill("Wren Calder");
    sheet.getByLabel("Sign-in name").fill(login);
    sheet.getByLabel("Role").selectOption("ARTIST");
    in(sheet, "Bring in, or change the role").click();
    Locator link = sheet.getByLabel("Link for Wren Calder");
    assertThat(link).hasValue(Pattern.compile(".*/link/.{32}"));
    Browsers.accessible(p, "the production's sheet with a link");
    Page wren = browsers.page(link.inputValue());
    assertThat(wren.locator("h1")).hasText("Welcome, Wren Calder");
    Locator password = wren.getByLabel("Password, at least 10 characters");
    password.fill("password1234");
    button(wren, "Set it and come in").click();
    assertThat(wren.getByRole(AriaRole.ALERT)).containsText("tried first");
    assertThat(password).isFocused();
    password.fill("gulls over the slipway");
    button(wren, "Set it and come in").click();
    assertThat(wren.getByRole(AriaRole.NAVIGATION).last()).containsText("Owed");
    wren.locator("footer .foot").first().click();
    Locator own = wren.getByRole(AriaRole.DIALOG);
    part(own, "Your sign-in");
    own.getByLabel("The one you have").fill("gulls over the slipway");
    own.getByLabel("The new one, at least 10 characters").fill("wet rope and lamp oil");
    in(own, "Change it").click();
    assertThat(wren.locator("footer .notice")).containsText("Your password is changed");
    in(sheet, "Take Wren Calder off the production").click();
    button(p, "Take off Wren Calder").click();
    assertThat(sheet).not().containsText(login);
  }

  private static void part(Locator sheet, String name) {
    sheet.getByRole(AriaRole.TAB, new Locator.GetByRoleOptions().setName(name)).click();
  }

  /** A sign-in that ends while somebody types takes nothing: the password is asked for over it. */
  @Test
  void aSignInThatEndsIsAskedForOverThePageAndGoesOn() {
    stage.upload(Clips.mp4(320, 180, "24", 24));
    Caller artist = stage.house.person(stage.production, Role.ARTIST);
    Page p = at(artist.person(), "/review/" + stage.shot);
    button(p, "Note on this frame").click();
    Locator words = p.locator("[name=words]").first();
    words.fill("the lamp jumps");
    for (var d : Stage.ok(artist.get("/api/session/devices")).body()) {
      if (!d.path("here").asBoolean()) {
        artist.delete("/api/session/devices/" + d.path("id").asString());
      }
    }
    Locator again = p.locator("dialog[open]");
    assertThat(again).containsText("Your sign-in has ended");
    Browsers.accessible(p, "a page whose sign-in has ended");
    // Whoever has no hand free goes on with what is there; nothing is sent meanwhile.
    Browsers.in(again, "Not now").click();
    assertThat(p.locator("main .lost")).containsText("nothing is sent until you sign in");
    assertThat(words).hasValue("the lamp jumps");
    Browsers.in(p.locator("main .lost"), "Sign in").click();
    again.getByLabel("Password").fill("not it at all");
    Browsers.in(again, "Sign in").click();
    assertThat(again.getByRole(AriaRole.ALERT)).containsText("do not belong together");
    again.getByLabel("Password").fill(House.PASSWORD);
    Browsers.in(again, "Sign in").click();
    assertThat(again).hasCount(0);
    assertThat(words).hasValue("the lamp jumps");
    // What is typed outlives the page too, until it is said.
    p.reload();
    button(p, "Note on this frame").click();
    assertThat(words).hasValue("the lamp jumps");
    words.press("Enter");
    assertThat(p.locator("footer .notice")).containsText("Noted on frame");
    assertThat(Stage.ok(artist.get(stage.base + "/shots/" + stage.shot + "/review")).at("notes"))
        .hasSize(1);
    // Written by mistake, and nobody has answered it: it goes again.
    button(p, Pattern.compile("^Take back the note")).click();
    button(p, Pattern.compile("^Take back the note")).click();
    assertThat(p.locator("aside")).containsText("None. Stop on a frame");
  }

  /** A server that falls silent leaves on the screen what was known, and says since when. */
  @Test
  void aServerThatFallsSilentLeavesWhatWasKnown() {
    int port = House.freePort();
    Process server = stage.house.outside(port);
    try {
      Page p =
          browsers.at(
              "http://127.0.0.1:" + port, stage, stage.producer.person(), "/shots/" + stage.shot);
      assertThat(p.locator("footer")).containsText("line open");
      String known = p.locator("main .sentence").innerText();
      server.destroyForcibly();
      assertThat(p.locator("main .lost")).containsText("No answer since");
      Browsers.in(p.locator("main .lost"), "Try now").click();
      assertThat(p.locator("main .lost")).containsText("does not answer");
      assertThat(p.locator("main .sentence")).hasText(known);
      assertThat(p.locator("main")).not().containsText("Back to sign-in");
      server = stage.house.outside(port);
      assertThat(p.locator("footer")).containsText("line open");
      assertThat(p.locator("main .lost")).hasCount(0);
    } finally {
      server.destroyForcibly();
    }
  }

  /** A guest loads the review and nothing of the other desks. */
  @Test
  void aGuestNeverLoadsAnotherDesk() {
    String version = stage.upload(Clips.mp4(320, 180, "24", 24)).text("versions/0/id");
    Stage.ok(
        stage.producer.post(
            stage.base + "/versions/" + version + "/showings", Map.of("kind", "PROGRESS")));
    Caller guest = stage.house.person(stage.production, Role.GUEST);
    Stage.ok(
        stage.producer.post(
            stage.base + "/shots/" + stage.shot + "/guests", Map.of("person", guest.person())));
    Page p = at(guest.person(), "/review/" + stage.shot);
    assertThat(p.locator(".count")).containsText("frame");
    Object scripts =
        p.evaluate("() => performance.getEntriesByType('resource').map(r => r.name).join(' ')");
    assertThat(scripts.toString()).contains("/assets/Review-").doesNotContain("/assets/Floor-");
    p.navigate(stage.house.address() + "/p/" + stage.production.id + "/floor");
    assertThat(p.locator("main")).containsText("That desk is not yours");
  }

  @Test
  void aLookIsKeptOverAReload() {
    Page p = at(stage.producer.person(), "/owed");
    p.keyboard().press("n");
    assertThat(p.locator("html")).hasAttribute("data-mode", "dark");
    p.reload();
    assertThat(p.locator("html")).hasAttribute("data-mode", "dark");
    assertThat(p.locator("main")).not().containsText("Reading");
    Browsers.accessible(p, "the night look of Owed");
  }
}
