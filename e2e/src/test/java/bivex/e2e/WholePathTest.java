package bivex.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.crew.Role;
import bivex.server.Clips;
import bivex.server.House;
import bivex.server.delivery.StandInDropBox;
import bivex.server.keep.Production;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;

/**
 * A producer's day in the real interface: script, mark, plan, floor, review, delivery; and two
 * people at once.
 */
class WholePathTest {
  private static final String SCRIPT =
      "INT. SIGNAL STATION - NIGHT #4#\n\n"
          + "Ines spreads the chart. YESTERDAY'S INES does the same, a beat late.\n\n"
          + "INES\n"
          + "You're late.\n\n"
          + "She leans across herself and takes the dividers.\n\n"
          + "EXT. PIER - DAY #5#\n\n"
          + "The flags vanish from the line.\n";
  private static House house;
  private static Browsers browsers;

  @BeforeAll
  static void open() {
    house = House.start(false);
    browsers = new Browsers();
  }

  @AfterAll
  static void close() {
    browsers.nothingBroke();
    browsers.close();
    house.close();
  }

  private static Page signedIn(String login) {
    Page p = browsers.page(house.address());
    p.getByLabel("Name").fill(login);
    p.getByLabel("Password").fill(House.PASSWORD);
    p.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Sign in")).click();
    assertThat(p.locator("footer")).containsText(login);
    return p;
  }

  private static String login(Production production, Role role) {
    return house
        .bean(bivex.server.keep.People.class)
        .findById(house.person(production, role).person())
        .orElseThrow()
        .login;
  }

  private static Locator button(Page p, String name) {
    return p.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name));
  }

  private static Locator exactly(Page p, String name) {
    return p.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name).setExact(true));
  }

  private static void desk(Page p, String name) {
    p.getByRole(AriaRole.NAVIGATION, new Page.GetByRoleOptions().setName("Desks"))
        .getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName(name))
        .click();
  }

  /** Selects words on the page as a mouse would. */
  private static void select(Page p, String words) {
    p.evaluate(
        "w => { const s = [...document.querySelectorAll('[data-at]')].find(e =>"
            + " e.textContent.includes(w)); const t = s.firstChild; const i = t.data.indexOf(w);"
            + " const r = document.createRange(); r.setStart(t, i); r.setEnd(t, i + w.length);"
            + " const x = getSelection(); x.removeAllRanges(); x.addRange(r); }",
        words);
    assertThat(p.locator(".chosen")).containsText(words);
  }

  private static void importScript(Page p) {
    desk(p, "Script");
    button(p, "Import the script").click();
    p.getByRole(AriaRole.DIALOG).getByLabel("Name").fill("white");
    p.getByLabel("or paste it here").fill("no script at all");
    button(p, "Import what is pasted").click();
    assertThat(p.getByRole(AriaRole.ALERT)).containsText("no scene heading");
    p.getByLabel("or paste it here").fill(SCRIPT);
    button(p, "Import what is pasted").click();
    assertThat(p.getByRole(AriaRole.ARTICLE).first()).containsText("takes the dividers");
    assertThat(p.getByRole(AriaRole.DIALOG)).hasCount(0);
    // The cues come after the page and draw their lines anew: words selected before would go.
    assertThat(button(p, "The flags vanish from the line.")).isVisible();
  }

  private static void logTake(Page p, String plate, String out) {
    int before = p.locator(".takes .calls").count();
    p.locator(".plates button").filter(new Locator.FilterOptions().setHasText(plate)).click();
    p.getByLabel("Out", new Page.GetByLabelOptions().setExact(true)).fill(out);
    button(p, "Log take").click();
    if (before == 0) {
      assertThat(p.locator(".slate-card [role=alert]")).containsText("read off the camera");
      button(p, "They were not read: log it").click();
    }
    assertThat(p.locator(".takes .calls")).hasCount(before + 1);
    assertThat(p.locator(".takes li").first()).containsText(plate);
  }

  private static void camera(Page p, String label, String value) {
    Locator field = p.getByLabel(Pattern.compile("^" + label));
    field.fill(value);
    field.blur();
  }

  private static void upload(Page p, String name, byte[] content) {
    p.locator("aside input[type=file]").setInputFiles(new FilePayload(name, "video/mp4", content));
  }

  @Test
  void fromTheScriptToTheReceipt() {
    Production production = house.production();
    Page p = signedIn(login(production, Role.PRODUCER));
    assertThat(p.locator("main")).containsText("No effect shots yet");
    importScript(p);

    select(p, "She leans across herself");
    p.keyboard().press("m");
    assertThat(p.locator(".editor .code")).hasText(production.code + "-04-010");
    p.getByLabel("Why the story needs it").fill("She has only herself to rely on.");
    button(p, "Choose how it is made").click();
    button(p, "Choose locked double").click();
    p.getByLabel("Cut, frames").fill("48");
    p.getByLabel("Aperture").fill("0");
    p.getByLabel("Aperture").blur();
    assertThat(p.locator(".editor [role=alert]")).containsText("must be from 0.7 to 32");
    p.getByLabel("Aperture").fill("8");
    p.getByLabel("Aperture").blur();
    assertThat(p.locator(".owes")).containsText("Clean plate");
    button(p, "Keep").click();
    assertThat(p.locator("footer .notice")).containsText("kept");

    desk(p, "Floor");
    button(p, "Plan the first day").click();
    p.getByLabel("Place", new Page.GetByLabelOptions().setExact(true)).fill("Stage");
    button(p, "Add the day").click();
    p.getByLabel("A new setup on this day, as the crew calls it").fill("Chart table");
    button(p, "Add the setup").click();
    p.keyboard().press("Escape");
    desk(p, "Script");
    p.locator(".codes button").click();
    p.getByLabel("Setup")
        .selectOption(
            new com.microsoft.playwright.options.SelectOption().setLabel("1 · Chart table"));
    button(p, "Keep").click();
    assertThat(p.locator("footer .notice")).containsText("clean plate of setup 1");

    desk(p, "Floor");
    assertThat(p.locator(".strike").first()).containsText("Clean plate of setup 1");
    camera(p, "ISO", "400");
    camera(p, "Focal", "35");
    camera(p, "White, K", "4300");
    logTake(p, "Performance 1", "01:00:04:00");
    p.locator(".takes li")
        .first()
        .getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Pick"))
        .click();
    assertThat(p.locator(".takes li").first()).containsText("reference of the set");
    assertThat(p.getByLabel(Pattern.compile("^ISO"))).hasValue("400");
    camera(p, "ISO", "800");
    assertThat(p.locator(".camera")).containsText("set: 400");
    logTake(p, "Performance 2", "01:00:09:00");
    assertThat(p.locator(".takes li").first()).containsText("brighter by 1.0 stops");
    p.keyboard().press("x");
    p.getByLabel("Reason").fill("ISO left at 800");
    exactly(p, "No good").last().click();
    camera(p, "ISO", "400");
    logTake(p, "Performance 2", "01:00:14:00");
    p.keyboard().press("p");
    logTake(p, "Clean plate", "01:00:25:00");
    p.keyboard().press("p");
    assertThat(p.locator(".floor aside")).not().containsText("Clean plate of setup 1");
    assertThat(
            p.locator(".takes li")
                .first()
                .getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Picked")))
        .isVisible();

    p.locator(".tick").first().click();
    assertThat(p.locator(".shots ol")).hasAttribute("aria-label", "Stage: Shot");
    assertThat(p.locator(".stack")).containsText("Clean plate");

    desk(p, "Review");
    upload(p, "notes.mp4", "not a clip".getBytes(StandardCharsets.UTF_8));
    assertThat(p.locator("aside [role=alert]")).containsText("none of mp4");
    upload(p, "comp.mp4", Clips.numbered(64, "24"));
    assertThat(p.locator("aside .facts")).containsText("64 frames");
    assertThat(p.locator("aside .facts")).containsText("wanted 1920 × 1080");
    String first = p.locator("video").getAttribute("src");
    upload(p, "comp.mp4", Clips.mp4(1920, 1080, "24", 64));
    assertThat(p.locator("aside .facts")).not().containsText("wanted");
    // The frame is only chosen once the new version's clip is in the player: a new clip begins at
    // its first frame.
    assertThat(p.locator("video")).not().hasAttribute("src", first);
    p.locator("video")
        .evaluate(
            "v => v.readyState >= 2 || new Promise(r => v.addEventListener('loadeddata', r))");
    p.locator(".rail input").fill("1010");
    p.locator("main").click(new Locator.ClickOptions().setPosition(4, 4));
    p.keyboard().press("c");
    p.getByLabel("Note on frame 1010").fill("The lamp glow steps.");
    p.keyboard().press("Enter");
    assertThat(p.locator(".note")).containsText("00:00:00:09");
    p.getByLabel("Reason for the verdict").fill("glow steps");
    exactly(p, "Again").click();
    assertThat(p.locator("aside")).containsText("again, good at speed: glow steps");
    upload(p, "comp3.mp4", Clips.mp4(1920, 1080, "24", 64));
    assertThat(p.locator("aside")).containsText("comp3.mp4");
    p.getByLabel("Answer to the note on frame 1010").fill("Feathered.");
    exactly(p, "Answer").click();
    assertThat(p.locator(".note")).containsText("answered in version 3");
    // An answer closes nothing: who gave the note holds both against each other.
    assertThat(p.locator("aside")).containsText("1 answered note keeps it from being agreed");
    button(p, "1 answer waits for a word: see both").click();
    assertThat(p.locator(".pair")).containsText("frame 1010");
    p.locator("main").click(new Locator.ClickOptions().setPosition(4, 4));
    p.keyboard().press("x");
    p.getByLabel("Why it is not met").fill("it still steps");
    p.keyboard().press("Enter");
    assertThat(p.locator(".note")).containsText("open again in version 3, it still steps");
    p.getByLabel("Answer to the note on frame 1010").fill("The plate steps; graded over it.");
    exactly(p, "Answer").click();
    button(p, "1 answer waits for a word: see both").click();
    assertThat(p.locator(".pair video")).hasCount(2);
    // Neither side is judged before it shows the frame.
    assertThat(p.locator(".pair video.away")).hasCount(0);
    assertThat(p.locator(".pair .ink")).isEnabled();
    p.locator("main").click(new Locator.ClickOptions().setPosition(4, 4));
    p.keyboard().press("Enter");
    assertThat(p.locator(".note")).containsText("confirmed");
    assertThat(p.locator(".pair")).hasCount(0);
    p.getByLabel("Reason for the verdict").fill("nobody will look for it");
    exactly(p, "Agreed").click();
    assertThat(p.locator("aside")).containsText("nobody will look for it");

    desk(p, "Deliver");
    exactly(p, "New").click();
    p.getByLabel("Name", new Page.GetByLabelOptions().setExact(true)).fill("Festival master");
    exactly(p, "Keep").click();
    button(p, "Pack 1 shot").click();
    house.bean(StandInDropBox.class).damageNext();
    button(p, "Send to the drop box").click();
    assertThat(p.locator(".package")).containsText("damaged on the way");
    button(p, "Send again").click();
    assertThat(p.locator(".package")).containsText("all checksums agree");
    p.locator(".tick").first().click();
    assertThat(p.locator(".shots ol")).hasAttribute("aria-label", "Stage: Delivered");
    assertThat(p.locator(".sentence")).hasText("Delivered; nothing is owed.");

    for (String d :
        List.of("Owed", "Script", "Shots", "Floor", "Bench", "Crew", "Review", "Deliver")) {
      desk(p, d);
      p.waitForLoadState();
      assertThat(p.locator("main")).not().containsText("Reading");
      Browsers.accessible(p, d);
    }
    p.keyboard().press("=");
    assertThat(p.locator("aside[aria-label=Reckoner] dl")).containsText("Difference");
    p.keyboard().press("n");
    Browsers.accessible(p, "the night look with the reckoner");
  }

  /**
   * The browser shows exactly the frame that is named: each frame of the clip carries its own
   * number in its picture.
   */
  @Test
  void theFrameThatIsNamedIsTheFrameThatIsShown() {
    Production production = house.production();
    Page p = signedIn(login(production, Role.PRODUCER));
    importScript(p);
    select(p, "The flags vanish");
    p.keyboard().press("m");
    p.locator(".editor .code").waitFor();
    desk(p, "Review");
    upload(p, "numbered.mp4", Clips.numbered(96, "24000/1001"));
    p.locator("video")
        .evaluate(
            "v => v.readyState >= 2 || new Promise(r => v.addEventListener('loadeddata', r))");
    for (int frame : new int[] {0, 1, 2, 23, 24, 25, 47, 48, 63, 94, 95}) {
      p.locator(".rail input").fill(Integer.toString(1001 + frame));
      assertThat(shown(p.locator("video"))).isEqualTo(frame);
      assertThat(p.locator(".count")).containsText("frame " + (1001 + frame));
    }
    p.locator("main").click(new Locator.ClickOptions().setPosition(4, 4));
    p.keyboard().press(",");
    assertThat(p.locator(".count")).containsText("frame 1095");
    // A note and its answer stand on the same frame of the shot, wherever each file begins.
    p.keyboard().press("c");
    p.getByLabel("Note on frame 1095").fill("The number flickers.");
    p.keyboard().press("Enter");
    assertThat(p.locator(".note")).containsText("The number flickers.");
    p.getByLabel("Number of its first frame").fill("997");
    upload(p, "again.mp4", Clips.numbered(100, "24000/1001"));
    assertThat(p.locator("aside")).containsText("again.mp4");
    p.getByLabel("Answer to the note on frame 1095").fill("It does not any more.");
    exactly(p, "Answer").click();
    button(p, "1 answer waits for a word: see both").click();
    Locator both = p.locator(".pair video");
    for (int on : new int[] {1095, 1096}) {
      assertThat(p.locator(".pair")).containsText("frame " + on);
      assertThat(p.locator(".pair video.away")).hasCount(0);
      assertThat(shown(both.nth(0))).isEqualTo(on - 1001);
      assertThat(shown(both.nth(1))).isEqualTo(on - 997);
      p.keyboard().press(".");
    }
  }

  /** The number in the picture that a clip shows. */
  private static int shown(Locator video) {
    Object number =
        video.evaluate(
            "async v => { if (v.seeking) await new Promise(r => v.addEventListener('seeked',"
                + " r, { once: true })); await new Promise(r => setTimeout(r, 60)); const c ="
                + " document.createElement('canvas'); c.width = 640; c.height = 360; const g"
                + " = c.getContext('2d'); g.drawImage(v, 0, 0); let n = 0; for (let b = 0; b"
                + " < 8; b++) if (g.getImageData(b * 80 + 40, 180, 1, 1).data[0] > 128) n |="
                + " 1 << b; return n; }");
    return ((Number) number).intValue();
  }

  @Test
  void twoPeopleSeeEachOtherAndLoseNothing() {
    Production production = house.production();
    Page mara = signedIn(login(production, Role.PRODUCER));
    Page tobin = signedIn(login(production, Role.COORDINATOR));
    importScript(mara);
    desk(tobin, "Script");
    assertThat(tobin.getByRole(AriaRole.ARTICLE).first()).containsText("takes the dividers");
    select(mara, "You're late.");
    button(mara, "Mark as an effect shot").click();
    assertThat(tobin.locator(".codes button")).containsText(production.code + "-04-010");
    tobin.locator(".codes button").click();
    tobin.getByLabel("What we see").fill("Tobin's words");
    mara.getByLabel("What we see").fill("Mara's words");
    button(mara, "Keep").click();
    assertThat(mara.locator("footer .notice")).containsText("kept");
    // What was typed and not kept outlives the page, and is still held against what others kept.
    tobin.reload();
    tobin.locator(".codes button").click();
    assertThat(tobin.getByLabel("What we see")).hasValue("Tobin's words");
    button(tobin, "Keep").click();
    assertThat(tobin.locator(".conflict")).containsText("Mara's words");
    assertThat(tobin.locator(".conflict")).containsText("Tobin's words");
    button(tobin, "Keep yours").click();
    assertThat(tobin.locator(".conflict")).hasCount(0);
    assertThat(mara.getByLabel("What we see")).hasValue("Tobin's words");
  }

  @Test
  void theKeyboardIsEnough() {
    Production production = house.production();
    Page p = signedIn(login(production, Role.PRODUCER));
    p.keyboard().press("2");
    importScript(p);
    p.locator("main").click(new Locator.ClickOptions().setPosition(4, 4));
    for (int i = 0; i < 2; i++) {
      p.keyboard().press("j");
    }
    p.keyboard().press("Shift+J");
    p.keyboard().press("m");
    assertThat(p.locator(".editor .code")).hasText(production.code + "-04-010");
    p.keyboard().press("Escape");
    p.locator("main").click(new Locator.ClickOptions().setPosition(4, 4));
    p.keyboard().press("/");
    p.keyboard().type("open deliver");
    p.keyboard().press("Enter");
    assertThat(p.locator("main")).containsText("No delivery specification yet");
    p.keyboard().press("]");
    assertThat(p.locator(".shots .code")).hasText(production.code + "-04-010");
    p.keyboard().press("?");
    assertThat(p.getByRole(AriaRole.DIALOG)).containsText("Keys · Shots");
  }
}
