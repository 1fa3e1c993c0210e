package bivex.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.crew.Role;
import bivex.server.Caller;
import bivex.server.Clips;
import bivex.server.House;
import bivex.server.Stage;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.time.Duration;
import java.time.Instant;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/**
 * The floor desk in the real browser: the day's order, the slate, and everything that can happen to
 * the line.
 */
class FloorDeskTest extends DeskTests {
  private Page floor() {
    return browsers.at(
        stage, stage.house.person(stage.production, Role.FLOOR).person(), "/floor/" + stage.setup);
  }

  private static void plate(Page p, String name) {
    p.locator(".plates button").filter(new Locator.FilterOptions().setHasText(name)).click();
  }

  private static Locator out(Page p) {
    return p.getByLabel("Out", new Page.GetByLabelOptions().setExact(true));
  }

  /** Waits until the interface and the day are on the device. */
  static void onTheDevice(Page p) {
    p.evaluate(
        "() => navigator.serviceWorker.ready.then(() => navigator.serviceWorker.controller || new"
            + " Promise(r => navigator.serviceWorker.addEventListener('controllerchange', r)))");
    p.reload();
    assertThat(p.locator(".slate-card")).isVisible();
    p.waitForFunction(
        "async () => { const c = await caches.open('bivex-day'); const keys = (await"
            + " c.keys()).map(k => k.url); return keys.some(u => u.endsWith('/pack')) &&"
            + " keys.some(u => u.endsWith('/session')) && keys.some(u => u.endsWith('/days')); }");
  }

  private Set<String> takes() {
    Set<String> out = new HashSet<>();
    for (int page = 0; ; page++) {
      Caller.Answer a =
          Stage.ok(stage.producer.get(stage.base + "/setups/" + stage.setup + "?page=" + page));
      a.at("takes")
          .forEach(t -> assertThat(out.add(t.path("id").asString())).as("each take once").isTrue());
      if (!a.at("more").asBoolean()) {
        return out;
      }
    }
  }

  @Test
  void aTakeIsRolledCutAndPickedAndTheGuardSpeaksAtOnce() {
    stage.pick("plate:performance-1", Stage.CAMERA);
    Page p = floor();
    plate(p, "Performance 2");
    p.keyboard().press("r");
    assertThat(p.locator(".slate-card .clock")).containsText("01:00:06:");
    p.waitForTimeout(1100);
    p.keyboard().press("r");
    assertThat(out(p)).hasValue(Pattern.compile("01:00:07:\\d\\d"));
    p.getByLabel(Pattern.compile("^ISO")).fill("800");
    p.getByLabel(Pattern.compile("^ISO")).blur();
    assertThat(p.locator(".slate-card .findings")).containsText("brighter by 1.0 stops");
    p.getByLabel(Pattern.compile("^White balance")).selectOption("automatic");
    button(p, "Pick it").click();
    assertThat(p.locator(".slate-card [role=alert]")).containsText("is automatic in a match set");
    p.getByLabel("Why it must be so").fill("the lamp changes");
    button(p, "Pick it").click();
    assertThat(p.locator(".takes li").first()).containsText("automatic because: the lamp changes");
    assertThat(
            p.locator(".takes li")
                .first()
                .getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Picked")))
        .isVisible();
    assertThat(p.locator(".takes li.waits")).hasCount(0);
    assertThat(stage.state("plate:performance-2"))
        .startsWith("IN_DOUBT: take 1: white balance automatic");
    plate(p, "Clean plate");
    p.locator(".slate-card input[type=file]")
        .setInputFiles(new FilePayload("still.png", "image/png", Clips.still("png", 64, 36)));
    p.getByLabel(Pattern.compile("^ISO")).fill("400");
    p.getByLabel(Pattern.compile("^White balance")).selectOption("manual");
    out(p).fill("01:00:19:00");
    p.keyboard().press("Tab");
    button(p, "Log take 1").click();
    assertThat(p.locator(".takes .thumb img")).hasCount(1);
    Browsers.accessible(p, "the floor with takes");
  }

  /**
   * On a phone, without a line: a first take that is not as planned is told before it is picked.
   */
  @Test
  void aWrongFirstTakeIsToldOnThePhoneBeforeItIsPicked() {
    Page p = floor();
    p.setViewportSize(390, 844);
    plate(p, "Performance 1");
    // Filled as briefed: nobody types what the plan knows.
    assertThat(p.getByLabel(Pattern.compile("^Focal"))).hasValue("35");
    assertThat(p.locator(".slate-card .findings")).hasCount(0);
    p.context().setOffline(true);
    p.getByLabel(Pattern.compile("^Focal")).fill("50");
    p.getByLabel(Pattern.compile("^Focal")).blur();
    p.getByLabel(Pattern.compile("^Frame rate")).fill("25");
    p.getByLabel(Pattern.compile("^Frame rate")).blur();
    out(p).fill("01:00:00:20");
    p.keyboard().press("Tab");
    assertThat(p.locator(".slate-card .findings")).containsText("43 % tighter");
    assertThat(p.locator(".slate-card .findings")).containsText("24 fps");
    assertThat(p.locator(".slate-card .findings"))
        .containsText("short of what the cut itself needs");
    button(p, "Pick it").click();
    assertThat(p.locator(".slate-card [role=alert]")).containsText("Stabiliser");
    button(p, "They were not read: log it").click();
    assertThat(p.locator(".takes li.waits")).hasCount(1);
    assertThat(p.locator(".plates button").first()).containsText("in doubt");
    p.context().setOffline(false);
    assertThat(p.locator(".takes li.waits")).hasCount(0);
    assertThat(stage.state("plate:performance-1")).startsWith("IN_DOUBT");
    // What is meant so is said once, and no longer held against the plate.
    Locator focal =
        p.locator(".takes .findings li")
            .filter(new Locator.FilterOptions().setHasText("focal length"))
            .first();
    focal.getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Meant so")).click();
    p.getByLabel("Why it must be so").fill("a closer part");
    button(p, "It is meant so").click();
    assertThat(
            p.locator(".takes .findings li")
                .filter(new Locator.FilterOptions().setHasText("focal length")))
        .hasCount(0);
  }

  /** On a phone, without a line: a shot nobody foresaw is made, and shot at once. */
  @Test
  void aShotNobodyForesawIsMadeAndShotWithoutALine() {
    stage.pick("plate:performance-1", Stage.CAMERA);
    Page p = floor();
    p.setViewportSize(390, 844);
    assertThat(button(p, "Add what nobody planned")).isVisible();
    p.context().setOffline(true);
    button(p, "Add what nobody planned").click();
    Locator sheet = p.getByRole(AriaRole.DIALOG);
    sheet.locator("select[name=shot]").selectOption("new");
    assertThat(Browsers.in(sheet, "Keep")).isDisabled();
    sheet.getByLabel("The shot, in a few words").fill("Her hand on the rail");
    sheet.getByLabel("Called").fill("Hand alone");
    Browsers.accessible(p, "what nobody planned");
    Browsers.in(sheet, "Keep").click();
    assertThat(p.locator(".plates button[aria-pressed=true]")).containsText("Hand alone");
    out(p).fill("01:00:09:00");
    p.keyboard().press("Tab");
    button(p, "Log take 1").click();
    assertThat(p.locator(".takes li.waits")).hasCount(1);
    p.context().setOffline(false);
    assertThat(p.locator(".takes li.waits")).hasCount(0);
    assertThat(p.locator(".takes > li").first()).containsText("Hand alone");
    assertThat(Stage.ok(stage.producer.get(stage.base + "/reel")).at("loose").toString())
        .contains("Her hand on the rail");
  }

  /** A slip on the slate is set right without a line too; what it was stays on record. */
  @Test
  void aSlipOnTheSlateIsSetRightWithoutALine() {
    stage.pick("plate:performance-1", Stage.CAMERA);
    Map<String, Object> slip = new java.util.HashMap<>(Stage.CAMERA);
    slip.put("iso", 3200);
    stage.pick("plate:performance-2", slip);
    assertThat(stage.state("plate:performance-2")).startsWith("IN_DOUBT");
    Page p = floor();
    assertThat(p.locator(".takes > li")).hasCount(2);
    p.locator(".takes > li")
        .filter(new Locator.FilterOptions().setHasText("Performance 2"))
        .getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Correct"))
        .click();
    Locator sheet = p.getByRole(AriaRole.DIALOG);
    assertThat(sheet).isVisible();
    p.context().setOffline(true);
    sheet.getByLabel("ISO").fill("4oo");
    sheet.getByLabel("ISO").blur();
    sheet.getByLabel("What was wrong with the entry").fill("read off the wrong body");
    Browsers.in(sheet, "Set it right").click();
    assertThat(sheet.locator("[role=alert]")).containsText("what you typed is still here");
    sheet.getByLabel("ISO").fill("400");
    sheet.getByLabel("ISO").blur();
    Browsers.in(sheet, "Set it right").click();
    assertThat(p.locator(".takes")).containsText("a correction waits to be sent");
    p.context().setOffline(false);
    assertThat(p.locator(".takes")).containsText("was 3200 (read off the wrong body)");
    assertThat(stage.state("plate:performance-2")).startsWith("IN_HAND: take 1 picked");
  }

  @Test
  void whatIsTypedOfAPartStaysWhileSomebodyElseLogs() {
    Page p = floor();
    plate(p, "Performance 1");
    p.locator("summary").filter(new Locator.FilterOptions().setHasText("Eyeline")).click();
    p.getByLabel("Eyeline", new Page.GetByLabelOptions().setExact(true)).fill("across the lamp");
    stage.log("plate:performance-1", Stage.CAMERA);
    assertThat(p.locator(".takes li")).hasCount(1);
    assertThat(
            p.locator(".takes li strong")
                .filter(new Locator.FilterOptions().setHasText("Performance 1")))
        .isVisible();
    assertThat(p.getByLabel("Eyeline", new Page.GetByLabelOptions().setExact(true)))
        .hasValue("across the lamp");
  }

  @Test
  void theCameraOnTheSetIsReadWithOneKey() {
    Stage.ok(
        stage.producer.put(
            stage.base + "/devices/faults",
            "\"0\"",
            Map.of(
                "nudgePx",
                0,
                "driftStops",
                0,
                "whiteAuto",
                false,
                "splitFile",
                false,
                "headRepeatDeg",
                0.002,
                "headStartFrames",
                0)));
    Stage.ok(stage.producer.post(stage.base + "/camera/record", Map.of()));
    Stage.ok(stage.producer.post(stage.base + "/camera/cut", Map.of()));
    stage.pick("plate:performance-1", Stage.CAMERA);
    Page p = floor();
    assertThat(p.getByLabel(Pattern.compile("^White, K"))).hasValue("4300");
    p.locator("h1").click();
    p.keyboard().press("c");
    assertThat(p.locator(".reported")).containsText("white balance: camera 5600 K, typed 4300 K");
    button(p, "Take it from the camera").click();
    assertThat(p.getByLabel(Pattern.compile("^White, K"))).hasValue(Pattern.compile("5600"));
    assertThat(out(p)).hasValue(Pattern.compile("\\d\\d:\\d\\d:\\d\\d:\\d\\d"));
  }

  @Test
  void theOrderIsWorkedOutMovedPinnedAndAccepted() {
    stage.planned("The flags vanish", "B1", Map.of());
    Page p = floor();
    p.locator("h1").click();
    p.keyboard().press("o");
    Locator sheet = p.getByRole(AriaRole.DIALOG);
    Browsers.in(sheet, "Work out the order").click();
    Browsers.in(sheet, "Shoot in this order").click();
    assertThat(sheet.locator(".warn")).hasCount(0);
    int last = sheet.locator(".row").count() - 1;
    String moved = sheet.locator(".row strong").nth(last).textContent();
    Browsers.in(sheet.locator(".row").nth(last), "earlier").click();
    assertThat(sheet.locator(".row").nth(last - 1)).containsText(moved);
    assertThat(sheet.locator(".row").nth(last - 1).getByText("pinned")).isVisible();
    sheet
        .locator(".row")
        .first()
        .getByText("set", new Locator.GetByTextOptions().setExact(true))
        .click();
    sheet.getByLabel("Who, in what").fill("Odile Marsh / oilskin");
    sheet.getByLabel("Light right from").fill("09:00");
    sheet.getByLabel("to", new Locator.GetByLabelOptions().setExact(true)).fill("11:00");
    Browsers.in(sheet, "Keep").click();
    assertThat(sheet.locator("ol")).containsText("Odile Marsh, oilskin · light 09:00 to 11:00");
    assertThat(Browsers.in(sheet, "Work out the order")).isEnabled();
    Browsers.accessible(p, "the order of the day");
    p.keyboard().press("Escape");
    assertThat(p.locator(".order")).containsText("09:00");
    assertThat(
            Stage.ok(stage.producer.get(stage.base + "/days/" + stage.day + "/order")).at("pins"))
        .hasSize(1);
  }

  @Test
  void theSetIsStruckOnlyWithAReasonForEachThingOwed() {
    stage.pick("plate:performance-1", Stage.CAMERA);
    Page p = floor();
    p.locator("h1").click();
    p.keyboard().press("g");
    Locator sheet = p.getByRole(AriaRole.DIALOG);
    assertThat(Browsers.in(sheet, "Let them go and strike")).isDisabled();
    sheet.getByLabel("One reason for all").fill("the stage was wanted back");
    Browsers.in(sheet, "Let them go and strike").click();
    assertThat(p.locator(".slate h1 + .struck, .slate .struck").first()).isVisible();
    assertThat(p.locator("aside .strike").first())
        .containsText("Let go: the stage was wanted back");
    assertThat(stage.state("plate:clean"))
        .isEqualTo("OWED: the set is struck, let go: the stage was wanted back");
  }

  /**
   * The line is cut; takes, picks, touches and a still are written; the tab is closed and opened
   * again, still without a line; then it comes back.
   */
  @Test
  void withoutALineNothingIsLost() {
    stage.pick("plate:performance-1", Stage.CAMERA);
    Wire wire = new Wire(stage.house.address());
    Page p =
        browsers.at(
            wire.address(),
            stage,
            stage.house.person(stage.production, Role.FLOOR).person(),
            "/floor/" + stage.setup);
    onTheDevice(p);
    wire.cut();
    plate(p, "Performance 2");
    p.getByLabel(Pattern.compile("^ISO")).fill("800");
    out(p).fill("01:00:10:00");
    p.keyboard().press("Tab");
    assertThat(p.locator(".slate-card .findings")).containsText("brighter by 1.0 stops");
    button(p, "Pick it").click();
    assertThat(p.locator(".takes li").first()).containsText("waits to be sent");
    assertThat(p.locator("footer")).containsText("2 wait to be sent");
    assertThat(p.getByLabel("In", new Page.GetByLabelOptions().setExact(true)))
        .hasValue("01:00:10:01");
    p.keyboard().press("b");
    button(p, "legs or head").click();
    assertThat(p.locator(".slate-card"))
        .containsText("shoot the clean plate and the reference still again");
    p.close();

    Page again = browsers.again(p);
    again.navigate(wire.address() + "/p/" + stage.production.id + "/floor/" + stage.setup);
    assertThat(again.locator("footer")).containsText("3 wait to be sent");
    assertThat(again.locator(".takes li").first()).containsText("waits to be sent");
    plate(again, "Performance 2");
    assertThat(again.locator(".slate-card .huge").nth(1)).hasText("2");
    out(again).fill("01:00:14:00");
    again
        .locator(".slate-card input[type=file]")
        .setInputFiles(new FilePayload("still.png", "image/png", Clips.still("png", 64, 36)));
    button(again, "Log take 2").click();
    assertThat(again.locator("footer")).containsText("5 wait to be sent");
    assertThat(takes()).hasSize(1);

    wire.mend();
    assertThat(again.locator("footer .waits")).hasCount(0);
    assertThat(takes()).hasSize(3);
    Caller.Answer sheet = stage.producer.get(stage.base + "/setups/" + stage.setup);
    assertThat(sheet.at("touches")).hasSize(1);
    assertThat(sheet.at("takes/0/stills")).hasSize(1);
    assertThat(stage.state("plate:performance-2"))
        .startsWith("IN_DOUBT: take 1: ISO 800 against 400");
    assertThat(again.locator(".takes li").first()).not().containsText("waits to be sent");
    wire.close();
  }

  /** Puts entries into the device's own store, as the desk does. */
  private static void fill(Page p, Stage stage, String person, int n) {
    p.evaluate(
        "async ([production, person, setup, shot, n, camera, notRead]) => { const db = await new"
            + " Promise((r, x) => { const o = indexedDB.open('bivex-floor'); o.onsuccess = () =>"
            + " r(o.result); o.onerror = x; }); const tx = db.transaction('entries', 'readwrite');"
            + " for (let i = 0; i < n; i++) { const id = crypto.randomUUID();"
            + " tx.objectStore('entries').add({ id, production, person, by: 'me', madeAt: new"
            + " Date().toISOString(), said: 'take ' + i, state: 'waiting', words: '', entry: { id,"
            + " logged: { shot, setup, plate: 'plate:clean', number: i + 1, roll: 'A001', tcIn:"
            + " '01:00:00:00', tcOut: '01:00:02:00', camera, notRead, madeAt: new"
            + " Date().toISOString() } } }); } await new Promise((r, x) => { tx.oncomplete = r;"
            + " tx.onerror = x; }); db.close(); }",
        java.util.List.of(
            stage.production.id.toString(),
            person,
            stage.setup,
            stage.shot,
            n,
            Stage.CAMERA,
            Stage.NOT_READ));
  }

  @Test
  void aFullQueueOfTwoThousandArrivesOnceAndInOrder() {
    Caller crew = stage.house.person(stage.production, Role.FLOOR);
    Page p = browsers.at(stage, crew.person(), "/floor/" + stage.setup);
    assertThat(p.locator(".slate-card")).isVisible();
    p.context().setOffline(true);
    fill(p, stage, crew.person().toString(), 2000);
    p.context().setOffline(false);
    p.reload();
    assertThat(p.locator("footer")).containsText("wait to be sent");
    assertThat(p.locator("footer .waits")).hasCount(0);
    Caller.Answer last = stage.producer.get(stage.base + "/setups/" + stage.setup);
    assertThat(last.at("takes")).hasSize(40);
    assertThat(last.at("plates/2/nextTake").asInt()).isEqualTo(2001);
  }

  /** The server is killed in the middle of a burst and started again; each entry arrives once. */
  @Test
  void aServerKilledInABurstLosesNothing() throws Exception {
    Caller crew = stage.house.person(stage.production, Role.FLOOR);
    int port = House.freePort();
    Process server = stage.house.outside(port);
    try {
      Page p =
          browsers.at("http://127.0.0.1:" + port, stage, crew.person(), "/floor/" + stage.setup);
      assertThat(p.locator(".slate-card")).isVisible();
      fill(p, stage, crew.person().toString(), 600);
      p.reload();
      long before = System.nanoTime();
      while (takes().isEmpty() && System.nanoTime() - before < 20e9) {
        Thread.sleep(5);
      }
      server.destroyForcibly().waitFor();
      int there = takes().size();
      assertThat(there).as("killed in the middle").isBetween(1, 599);
      assertThat(p.locator("footer")).containsText("wait to be sent");
      server = stage.house.outside(port);
      assertThat(p.locator("footer .waits")).hasCount(0);
      assertThat(takes()).hasSize(600);
    } finally {
      server.destroyForcibly();
    }
  }

  @Test
  void aDeviceWhoseClockIsWrongWritesTheRightTime() {
    Caller crew = stage.house.person(stage.production, Role.FLOOR);
    Page p = browsers.page(stage.house.address());
    p.clock().install();
    p.clock().setSystemTime(Instant.now().plus(Duration.ofDays(400)).toEpochMilli());
    browsers.signIn(p, stage, crew.person(), "/floor/" + stage.setup);
    plate(p, "Clean plate");
    out(p).fill("01:00:10:00");
    button(p, "Log take 1").click();
    button(p, "They were not read: log it").click();
    p.clock().runFor(3000);
    for (int i = 0; i < 50 && takes().isEmpty(); i++) {
      p.clock().runFor(500);
      p.waitForTimeout(50);
    }
    Instant made =
        Instant.parse(
            stage.producer.get(stage.base + "/setups/" + stage.setup).text("takes/0/madeAt"));
    assertThat(Duration.between(made, Instant.now()).abs()).isLessThan(Duration.ofMinutes(2));
  }

  /** What the server will not have is shown with the reason, mended, and sent again. */
  @Test
  void whatIsRefusedIsShownAndMended() {
    Caller crew = stage.house.person(stage.production, Role.FLOOR);
    Page p = browsers.at(stage, crew.person(), "/floor/" + stage.setup);
    p.evaluate(
        "async ([production, person, setup, shot]) => { const db = await new Promise(r => { const o"
            + " = indexedDB.open('bivex-floor'); o.onsuccess = () => r(o.result); }); const id ="
            + " crypto.randomUUID(); const tx = db.transaction('entries', 'readwrite');"
            + " tx.objectStore('entries').add({ id, production, person, by: 'me', madeAt: new"
            + " Date().toISOString(), said: 'clean plate, take 1', state: 'waiting', words: '',"
            + " entry: { id, logged: { shot, setup, plate: 'plate:clean', roll: 'A001', tcIn:"
            + " '01:00:09:00', tcOut: '01:00:02:00', camera: {}, notRead:"
            + " ['body','lens','focalMm','fNumber','shutterSeconds','iso','whiteK',"
            + "'whiteAuto','exposureAuto','focusM','focusAuto','rate','raster','heightM',"
            + "'tiltDeg','distanceM']"
            + " } } }); await new Promise(r => tx.oncomplete = r); db.close(); }",
        java.util.List.of(
            stage.production.id.toString(), crew.person().toString(), stage.setup, stage.shot));
    p.reload();
    assertThat(p.locator("footer")).containsText("1 to look at");
    button(p, "1 to look at").click();
    Locator sheet = p.getByRole(AriaRole.DIALOG);
    assertThat(sheet).containsText("is before in");
    Browsers.in(sheet, "Mend").click();
    Locator text = sheet.locator("textarea");
    text.fill(text.inputValue().replace("01:00:02:00", "01:00:12:00"));
    Browsers.in(sheet, "Send it mended").click();
    assertThat(p.locator("footer .waits")).hasCount(0);
    assertThat(takes()).hasSize(1);
    // A device that runs full says so before it loses anything.
    p.addInitScript("navigator.storage.estimate = async () => ({ usage: 9, quota: 10 })");
    p.reload();
    button(p, "device: look").click();
    assertThat(p.getByRole(AriaRole.DIALOG)).containsText("This device is nearly full");
  }

  /**
   * A day is made, its people and its kit set, its terms kept; a bad value is named and nothing
   * typed is lost.
   */
  @Test
  void theDayIsSet() {
    Page p = browsers.at(stage, stage.producer.person(), "/floor/" + stage.setup);
    button(p, "Set the day").click();
    Locator sheet = p.getByRole(AriaRole.DIALOG);
    sheet.getByLabel("Latitude").fill("50.91");
    Browsers.in(sheet, "Keep the day").click();
    assertThat(sheet.getByRole(AriaRole.ALERT)).containsText("Longitude must be given");
    assertThat(sheet.getByLabel("Latitude")).hasValue("50.91");
    sheet.getByLabel("Longitude").fill("-4.56");
    sheet.getByLabel("Time zone").fill("Europe/London");
    sheet.getByLabel("Call", new Locator.GetByLabelOptions().setExact(true)).fill("18:00");
    sheet.getByLabel("Wrap").fill("02:00");
    Browsers.in(sheet, "Somebody more").click();
    sheet.getByLabel("Name", new Locator.GetByLabelOptions().setExact(true)).fill("Odile Marsh");
    sheet.getByLabel("A battery lasts").fill("40");
    Browsers.in(sheet, "Keep the day").click();
    assertThat(p.locator("footer .notice")).containsText("The day is kept");
    Browsers.in(sheet, "Save the place").click();
    assertThat(p.locator("footer .notice")).containsText("saved as a place");
    Browsers.accessible(p, "the day");
    Caller.Answer day = stage.producer.get(stage.base + "/days");
    assertThat(day.at("0/terms/wrap").asDouble()).isEqualTo(26 * 60);
    assertThat(day.at("0/terms/people/0/from").asDouble()).isEqualTo(18 * 60);
    assertThat(day.at("0/terms/people/0/to").asDouble()).isEqualTo(26 * 60);
    p.keyboard().press("Escape");
    assertThat(p.locator(".picker")).containsText("18:00 to 02:00");
    assertThat(p.locator(".picker")).containsText("sun down");
    assertThat(p.locator("aside")).containsText("40 min");
  }

  @Test
  void lightAndSoundAreNotedAndPresetsKept() {
    stage.planned("The flags vanish", "A1", Map.of("speaking", 2));
    stage.pick("plate:performance-1", Stage.CAMERA);
    Page p = floor();
    p.locator("h1").click();
    p.keyboard().press("l");
    Locator sheet = p.getByRole(AriaRole.DIALOG);
    sheet.getByLabel("What it is like").fill("thin cloud");
    sheet.getByLabel("Colour, K").fill("6100");
    Browsers.in(sheet, "Note it").click();
    assertThat(p.locator("aside")).containsText("thin cloud");
    assertThat(p.locator("aside")).containsText("6100 K");
    p.getByRole(
            AriaRole.BUTTON,
            new Page.GetByRoleOptions().setName(Pattern.compile("^Checked: Half a minute")))
        .click();
    assertThat(
            p.getByRole(
                AriaRole.BUTTON,
                new Page.GetByRoleOptions().setName(Pattern.compile("^Checked: Half a minute"))))
        .hasCount(0);
    p.getByText("Keep as preset").click();
    p.locator("details[open]").getByLabel("Name").fill("Table, lamp");
    p.getByLabel("Test it comes from").fill("test 3: the lamp holds");
    button(p, "Keep").last().click();
    assertThat(p.locator("footer .notice")).containsText("kept as a preset");
    p.getByLabel(Pattern.compile("^ISO")).fill("1600");
    p.getByLabel(Pattern.compile("^ISO")).blur();
    p.getByLabel("Preset").selectOption("Table, lamp");
    assertThat(p.getByLabel(Pattern.compile("^ISO"))).hasValue("400");
    Caller.Answer notes = stage.producer.get(stage.base + "/setups/" + stage.setup);
    assertThat(notes.at("notes")).hasSize(2);
  }

  @Test
  void theGuideTrackIsHeardAndTheHeadIsPlayed() {
    stage.planned("The flags vanish", "A3", Map.of());
    stage.planned("You're late.", "A1", Map.of("speaking", 2));
    Page p = floor();
    button(p, "Guide track").first().click();
    Locator sheet = p.getByRole(AriaRole.DIALOG);
    assertThat(sheet.locator(".rows input").first()).isVisible();
    Browsers.in(sheet, "A line more").click();
    sheet.getByLabel("Part", new Locator.GetByLabelOptions().setExact(true)).last().fill("2");
    sheet
        .getByLabel("Line", new Locator.GetByLabelOptions().setExact(true))
        .last()
        .fill("I am early for tomorrow");
    sheet.getByLabel("From, s").last().fill("0.1");
    sheet.getByLabel("To, s").last().fill("3");
    Browsers.in(sheet, "Keep my times").click();
    assertThat(sheet).containsText("speak at once from");
    Browsers.in(sheet, "Time them by words").click();
    assertThat(sheet.getByText("speak at once from")).hasCount(0);
    Browsers.in(sheet, "Hear it as part 2").click();
    assertThat(sheet.locator("audio")).isVisible();
    assertThat(
            ((Number)
                    sheet
                        .locator("audio")
                        .evaluate(
                            "a => new Promise(r => a.readyState ? r(a.duration) :"
                                + " a.addEventListener('loadedmetadata', () => r(a.duration)))"))
                .doubleValue())
        .isGreaterThan(4);
    Browsers.accessible(p, "the guide track");
    p.keyboard().press("Escape");
    button(p, "Head").click();
    Browsers.in(sheet, "Play the first pass").click();
    Browsers.in(sheet, "Play it again").click();
    assertThat(sheet.locator("ol")).containsText("Pass 2");
    assertThat(sheet.locator("ol")).containsText("px");
  }

  @Test
  void papersAreHandedOutAndPicksTakenBack() throws java.io.IOException {
    stage.pick("plate:performance-1", Stage.CAMERA);
    Page p = floor();
    button(p, "Papers").click();
    Locator sheet = p.getByRole(AriaRole.DIALOG);
    var paper =
        p.waitForDownload(
            () ->
                sheet
                    .getByRole(AriaRole.LINK, new Locator.GetByRoleOptions().setName("PDF"))
                    .first()
                    .click());
    assertThat(paper.suggestedFilename()).endsWith("-day-1-day.pdf");
    var list =
        p.waitForDownload(
            () ->
                sheet
                    .getByRole(AriaRole.LINK, new Locator.GetByRoleOptions().setName("Edit list"))
                    .click());
    String edited = Files.readString(list.path()) + "\n002  BL V C 00:00:00:00 00:00:01:00";
    sheet
        .locator("input[type=file]")
        .last()
        .setInputFiles(
            new FilePayload(
                "picks.edl",
                "text/plain",
                (edited + " 01:00:06:00 01:00:07:00\nGRADE AS BEFORE\n")
                    .getBytes(StandardCharsets.UTF_8)));
    assertThat(sheet.getByRole(AriaRole.STATUS)).containsText("picks.edl: 1 take picked");
    assertThat(sheet.getByRole(AriaRole.STATUS)).containsText("GRADE AS BEFORE");
    var takes =
        p.waitForDownload(
            () ->
                p.getByRole(AriaRole.DIALOG)
                    .getByRole(AriaRole.LINK, new Locator.GetByRoleOptions().setName("CSV"))
                    .last()
                    .click());
    p.getByRole(AriaRole.DIALOG).locator("input[type=file]").first().setInputFiles(takes.path());
    assertThat(sheet.getByRole(AriaRole.STATUS)).containsText("0 takes logged, 1 known already");
  }
}
