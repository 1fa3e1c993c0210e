package bivex.e2e;

import static bivex.server.Stage.ok;
import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.crew.Role;
import bivex.server.Caller;
import bivex.server.Clips;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** Several versions watched in one run, and what a client is shown of them and says. */
class ViewingTest extends DeskTests {
  /** Notes what is really seen: the clip that is visible, and the number in its picture. */
  private static final String WATCHED =
      "() => { window.told = []; const c = document.createElement('canvas'); c.width = 640;"
          + " c.height = 360; const g = c.getContext('2d', { willReadFrequently: true });"
          + " (function see() { const v = document.querySelector('video.seen'); const k ="
          + " document.querySelector('.piece.now'); const i = [...document.querySelectorAll("
          + "'.piece')].indexOf(k); let n = -1; if (v && !v.seeking && v.readyState > 1) {"
          + " g.drawImage(v, 0, 0, 640, 360); n = 0; for (let b = 0; b < 8; b++) if"
          + " (g.getImageData(b * 80 + 40, 180, 1, 1).data[0] > 128) n |= 1 << b; } const t ="
          + " i + ' ' + (v ? v.dataset.version : 'black') + ' ' + n; if (window.told.at(-1) !== t"
          + " && (n >= 0 || !v)) window.told.push(t); requestAnimationFrame(see); })(); }";

  /** Six shots of 48 frames with 8 frames of handles, each picture with the number in its file. */
  private Map<String, String> six() {
    byte[] clip = Clips.numbered(64, "24");
    Map<String, String> out = new LinkedHashMap<>();
    for (String words :
        List.of(
            "spreads the chart",
            "does the same",
            "You're late",
            "takes the dividers",
            "The flags vanish",
            "from the line")) {
      String shot = stage.planned(words, "A1", Map.of("shutterDegrees", 172.8, "focusFarM", 2.6));
      String code = ok(stage.producer.get(stage.base + "/shots/" + shot)).text("code");
      String version =
          ok(stage.producer.upload(
                  stage.base + "/shots/" + shot + "/versions", "comp.mp4", clip, Map.of()))
              .text("versions/0/id");
      out.put(code, version);
    }
    return out;
  }

  @Test
  void aRunIsSeenFrameByFrameOverItsJoins() {
    Map<String, String> versions = six();
    List<String> codes = new ArrayList<>(versions.keySet());
    // A camera shot, then the six one after another.
    StringBuilder list = new StringBuilder("TITLE: REEL 1\nFCM: NON-DROP FRAME\n\n");
    list.append("001  B001 V C 05:00:00:00 05:00:01:06 01:00:00:00 01:00:01:06\n");
    list.append("* FROM CLIP NAME: THE QUAY WIDE\n");
    for (int i = 0; i < 6; i++) {
      list.append(
          "%03d  AX V C 00:00:00:00 00:00:02:00 01:00:%02d:06 01:00:%02d:06\n* FROM CLIP NAME: %s\n"
              .formatted(i + 2, 1 + 2 * i, 3 + 2 * i, codes.get(i)));
    }
    ok(
        stage.producer.upload(
            stage.base + "/cuts",
            "first.edl",
            list.toString().getBytes(StandardCharsets.UTF_8),
            Map.of("name", "first", "madeBy", "Noor")));
    // The second and the fifth are judged: they are seen beside the others only.
    for (int judged : List.of(1, 4)) {
      ok(
          stage.producer.post(
              stage.base + "/versions/" + versions.get(codes.get(judged)) + "/verdicts",
              Map.of("verdict", "HOLD", "reason", "waits")));
    }
    Page p = browsers.at(stage, stage.producer.person(), "/review");
    assertThat(p.locator(".count")).containsText("frame");
    p.keyboard().press("w");
    Locator sheet = p.getByRole(AriaRole.DIALOG);
    sheet.locator("select[name=order]").selectOption("CUT");
    assertThat(sheet.locator(".list li")).hasCount(4);
    assertThat(sheet.locator(".list li").first()).containsText("no verdict yet");
    Browsers.accessible(p, "what is watched together");
    Browsers.in(sheet, "Watch 4 versions").click();
    assertThat(p.locator(".piece")).hasCount(7);
    assertThat(p.locator(".black").last()).containsText("THE QUAY WIDE");
    p.locator("select.speed").selectOption("0.5");
    p.locator(".speed").evaluate("e => e.blur()");
    p.evaluate(WATCHED);
    p.keyboard().press("Space");
    assertThat(p.locator(".shot", in(codes.get(5)))).containsText("watched");
    assertThat(p.locator(".transport .ink")).hasText("Play");
    assertThat(p.locator(".shot", in("watched"))).hasCount(4);
    @SuppressWarnings("unchecked")
    List<String> told = (List<String>) p.evaluate("() => window.told");
    Map<Integer, List<Integer>> seen = new LinkedHashMap<>();
    Map<Integer, String> of = new LinkedHashMap<>();
    for (String t : told) {
      String[] parts = t.split(" ");
      int piece = Integer.parseInt(parts[0]);
      seen.computeIfAbsent(piece, k -> new ArrayList<>()).add(Integer.parseInt(parts[2]));
      of.put(piece, parts[1]);
    }
    // The camera shot, 1, (2), 3, 4, (5), 6: what stands between two is seen once.
    List<String> run = new ArrayList<>(versions.values());
    run.add(0, "black");
    assertThat(List.copyOf(of.values())).isEqualTo(run);
    for (int i = 1; i < 7; i++) {
      List<Integer> frames = seen.get(i);
      assertThat(frames)
          .as("piece %s: the cut begins with picture 8 and ends with 55", i)
          .isSorted()
          .startsWith(8)
          .endsWith(55)
          .hasSizeGreaterThan(24);
    }
    browsers.nothingBroke();
  }

  @Test
  void aRunIsSteppedOverItsJoinsAndNotedAndJudgedByKeys() {
    Map<String, String> versions = six();
    List<String> codes = new ArrayList<>(versions.keySet());
    Caller.Answer begun =
        ok(
            stage.producer.post(
                stage.base + "/viewings",
                Map.of("of", "ALL", "order", "SCRIPT", "there", List.of("Mara"))));
    Page p = browsers.at(stage, stage.producer.person(), "/review/watch-" + begun.text("id"));
    Locator count = p.locator(".count");
    assertThat(count).containsText("frame 1001");
    p.keyboard().press("ArrowDown");
    assertThat(p.locator(".code")).hasText(codes.get(1));
    p.keyboard().press(",");
    assertThat(p.locator(".code")).hasText(codes.get(0));
    assertThat(count).containsText("frame 1048");
    p.keyboard().press(".");
    assertThat(p.locator(".code")).hasText(codes.get(1));
    assertThat(count).containsText("frame 1001");
    assertThat(p.locator("aside h2", in(codes.get(1) + ", version 1"))).hasCount(1);
    assertThat(p.locator("aside")).containsText("What its frames show");
    p.keyboard().press("c");
    p.getByLabel("Note on frame 1001").fill("The join jumps.");
    p.keyboard().press("Enter");
    assertThat(p.locator(".pinned")).containsText("The join jumps.");
    p.getByLabel("Reason for the verdict on " + codes.get(1)).fill("the join");
    button(p, "Again").click();
    assertThat(p.locator("aside")).containsText("again: the join");
    Browsers.accessible(p, "several versions in one run");
    p.setViewportSize(390, 800);
    assertThat(p.locator(".picture")).isVisible();
    assertThat((Boolean) p.evaluate("document.documentElement.scrollWidth <= 390")).isTrue();
    p.setViewportSize(1280, 800);
    p.locator("h1").click();
    p.keyboard().press("Escape");
    assertThat(p.locator(".watch")).hasCount(0);
    assertThat(p.locator(".note")).containsText("The join jumps.");
    p.keyboard().press("w");
    assertThat(p.getByRole(AriaRole.DIALOG)).containsText("not reached: " + codes.get(0));
    browsers.nothingBroke();
  }

  /** A line by mouse and one by a pen that is pressed, kept where they were drawn. */
  @Test
  void whatIsDrawnStaysOnItsPlaceInLaterVersions() {
    stage.upload(Clips.numbered(64, "24"));
    Page p = browsers.at(stage, stage.producer.person(), "/review/" + stage.shot);
    assertThat(p.locator(".count")).containsText("frame 993");
    p.keyboard().press("c");
    Locator frame = p.getByRole(AriaRole.IMG, new Page.GetByRoleOptions().setName("The frame"));
    assertThat(frame).isVisible();
    Browsers.accessible(p, "a note with a drawing");
    @SuppressWarnings("unchecked")
    Map<String, Double> box =
        (Map<String, Double>)
            frame
                .locator("rect")
                .evaluate(
                    "e => { const r = e.getBoundingClientRect(); return { x: +r.x.toFixed(3) +"
                        + " 1e-9, y: r.y + 1e-9, w: r.width + 1e-9, h: r.height + 1e-9 }; }");
    p.mouse().move(box.get("x") + box.get("w") * 0.25, box.get("y") + box.get("h") * 0.5);
    p.mouse().down();
    p.mouse().move(box.get("x") + box.get("w") * 0.5, box.get("y") + box.get("h") * 0.7);
    p.mouse().move(box.get("x") + box.get("w") * 0.75, box.get("y") + box.get("h") * 0.5);
    p.mouse().up();
    frame.evaluate(
        "e => { const r = e.querySelector('rect').getBoundingClientRect(); const say = (type, x, y,"
            + " pressure) => e.dispatchEvent(new PointerEvent(type, { pointerId: 7, pointerType:"
            + " 'pen', isPrimary: true, button: 0, bubbles: true, cancelable: true, clientX: r.x +"
            + " r.width * x, clientY: r.y + r.height * y, pressure })); e.setPointerCapture = () =>"
            + " {}; say('pointerdown', 0.1, 0.9, 0.1); say('pointermove', 0.2, 0.9, 1);"
            + " say('pointermove', 0.3, 0.9, 1); say('pointerup', 0.3, 0.9, 0); }");
    p.getByLabel("Note on frame 993").fill("This edge.");
    p.keyboard().press("Enter");
    assertThat(p.locator(".note")).containsText("This edge.");
    // The text track of the notes, as the browser reads one.
    assertThat(
            p.evaluate(
                    "async () => { const v = document.querySelector('video'); const t ="
                        + " document.createElement('track'); t.kind = 'metadata'; t.src ="
                        + " v.getAttribute('src').replace('/file', '/notes.vtt'); v.append(t);"
                        + " t.track.mode = 'hidden'; await new Promise((yes, no) => { t.onload ="
                        + " yes; t.onerror = no; }); const c = t.track.cues[0]; const said ="
                        + " [t.track.cues.length, c.startTime, c.endTime,"
                        + " c.text.split('\\n')[0]].join(' '); t.remove(); return said; }")
                .toString())
        .isEqualTo("1 0 0.042 This edge.");
    for (int version = 1; version <= 2; version++) {
      Locator lines = p.locator(".picture svg path:not(.under)");
      // One by the mouse, and three parts of the pen's: lightly, and hard.
      assertThat(lines).hasCount(3);
      // The browser's own geometry of what it paints, in shares of the picture.
      List<?> of =
          (List<?>)
              lines
                  .first()
                  .evaluate(
                      "e => { const b = e.getBBox(); const v = e.ownerSVGElement.viewBox.baseVal;"
                          + " return [b.x / v.width, b.y / v.height, b.width / v.width, b.height /"
                          + " v.height].map(x => Math.round(x * 100)); }");
      assertThat(of.toString()).isEqualTo("[25, 50, 50, 20]");
      assertThat(
              (Boolean)
                  lines
                      .last()
                      .evaluate(
                          "e => +e.getAttribute('stroke-width') > 3 *"
                              + " +e.ownerSVGElement.querySelectorAll('path:not(.under)')[1]"
                              + ".getAttribute('stroke-width')"))
          .as("pressed hard it is thicker")
          .isTrue();
      if (version == 1) {
        stage.upload(Clips.numbered(64, "24"));
        p.reload();
        assertThat(p.locator("aside button[aria-pressed=true]")).hasText("2");
        assertThat(p.locator(".count")).containsText("frame 993");
      }
    }
    browsers.nothingBroke();
  }

  @Test
  void whatChangedLeadsToItsFrameAndItsPlace() {
    stage.upload(Clips.mp4(640, 360, "24", 40));
    Page p = browsers.at(stage, stage.producer.person(), "/review/" + stage.shot);
    assertThat(p.locator("aside")).containsText("was found in 40 frames");
    assertThat(p.locator("aside")).containsText("There is no earlier version");
    stage.upload(
        Clips.clip(
            ".mp4",
            640,
            360,
            "24",
            40,
            "-vf",
            "drawbox=x=80:y=250:w=60:h=45:color=gray:t=fill:enable='between(n,10,14)'",
            "-c:v",
            "libx264",
            "-pix_fmt",
            "yuv420p"));
    p.reload();
    Locator change = p.locator("aside .check li", in("no note asked for it"));
    assertThat(change.locator("button")).hasText("1011–1015");
    Browsers.accessible(p, "what the frames of a version show");
    change.locator("button").click();
    assertThat(p.locator(".count")).containsText("frame 1011");
    // The part in shares of the picture, in whole squares of a 24th.
    assertThat(
            p.locator(".pointed rect")
                .last()
                .evaluate(
                    "e => { const b = e.getBBox(); const v = e.ownerSVGElement.viewBox.baseVal;"
                        + " return b.x / v.width <= 80 / 640 && b.x / v.width > 0.08 && b.width /"
                        + " v.width >= 60 / 640 && b.width / v.width < 0.17 && b.y / v.height <="
                        + " 250 / 360 && b.y / v.height > 0.6; }"))
        .isEqualTo(true);
    p.keyboard().press(",");
    assertThat(p.locator(".pointed")).hasCount(0);
    browsers.nothingBroke();
  }

  private static Page.LocatorOptions in(String words) {
    return new Page.LocatorOptions().setHasText(words);
  }

  /** Notes which frame of the run the browser says it shows, and when. */
  private static final String SHOWN =
      "() => { window.shown = []; let last = ''; (function see() { const k ="
          + " document.querySelector('.piece.now'); const i ="
          + " [...document.querySelectorAll('.piece')].indexOf(k); const f ="
          + " document.querySelector('.count strong')?.textContent.replace(/\\D/g, ''); const t = i"
          + " + ' ' + f; if (t !== last) { last = t; window.shown.push(Date.now() + ' ' + i + ' ' +"
          + " f); } requestAnimationFrame(see); })(); }";

  @Test
  void oneLeadsAndAnotherSeesTheSameFrame() {
    six();
    Caller.Answer begun =
        ok(
            stage.producer.post(
                stage.base + "/viewings",
                Map.of("of", "ALL", "order", "SCRIPT", "there", List.of("Mara"))));
    Caller wren = stage.house.person(stage.production, Role.ARTIST);
    Page leader = browsers.at(stage, stage.producer.person(), "/review/watch-" + begun.text("id"));
    // A line that takes an eighth of a second each way.
    Wire wire = new Wire(stage.house.address(), 125);
    Page other = browsers.at(wire.address(), stage, wren.person(), "/review");
    assertThat(leader.locator(".count")).containsText("frame 1001");
    leader.keyboard().press("l");
    assertThat(leader.locator(".together")).containsText("Nobody follows yet");
    leader.keyboard().press("ArrowDown");
    leader.keyboard().press(".");
    // A late comer.
    button(other, "leads a viewing: join").click();
    assertThat(other.locator(".together")).containsText("You see what they see");
    assertThat(other.locator(".piece.now")).hasText(leader.locator(".piece.now").textContent());
    assertThat(other.locator(".count strong")).hasText("frame 1002");
    assertThat(leader.locator(".together")).containsText("follows");
    Browsers.accessible(other, "a viewing somebody else leads");
    leader.keyboard().press("ArrowUp");
    assertThat(other.locator(".count strong")).hasText("frame 1001");
    leader.locator("select.speed").selectOption("0.5");
    leader.locator(".speed").evaluate("e => e.blur()");
    leader.evaluate(SHOWN);
    other.evaluate(SHOWN);
    leader.keyboard().press("Space");
    assertThat(leader.locator(".piece").nth(3)).hasAttribute("aria-current", "true");
    leader.keyboard().press("Space");
    String stands = leader.locator(".count strong").textContent();
    assertThat(other.locator(".count strong")).hasText(stands);
    assertThat(other.locator(".piece.now")).hasText(leader.locator(".piece.now").textContent());
    List<Double> apart = apart(leader, other);
    assertThat(apart).as("frames that were held against each other").hasSizeGreaterThan(60);
    assertThat(apart.get(apart.size() / 2)).as("half the time").isLessThanOrEqualTo(1.0);
    assertThat(apart.get(apart.size() * 9 / 10)).as("nine tenths of it").isLessThanOrEqualTo(2.0);
    // What somebody does by themselves lets go.
    other.keyboard().press(",");
    assertThat(other.locator(".together")).containsText("leads now");
    leader.keyboard().press("ArrowDown");
    assertThat(other.locator(".count strong")).not().hasText("frame 1001");
    leader.keyboard().press("l");
    assertThat(other.locator(".together")).containsText("Lead others");
    browsers.nothingBroke();
    wire.close();
  }

  /** How many frames of the run two were apart, at each frame of the second, the least first. */
  private static List<Double> apart(Page leader, Page other) {
    List<long[]> first = shown(leader);
    List<long[]> second = shown(other);
    List<Double> out = new ArrayList<>();
    // Within the first second it has to be heard of.
    long from = first.get(1)[0] + 1500;
    long to = first.get(first.size() - 1)[0] - 200;
    for (long[] s : second) {
      if (s[0] < from || s[0] > to) {
        continue;
      }
      int at = 0;
      while (at + 1 < first.size() && first.get(at + 1)[0] <= s[0]) {
        at++;
      }
      out.add((double) Math.abs(first.get(at)[1] - s[1]));
    }
    Collections.sort(out);
    return out;
  }

  /** Time and frame of the run, of pieces of 48 frames that begin with 1001. */
  @SuppressWarnings("unchecked")
  private static List<long[]> shown(Page p) {
    return ((List<String>) p.evaluate("() => window.shown"))
        .stream()
            .map(t -> t.split(" "))
            .filter(t -> t.length == 3 && !t[2].equals("undefined"))
            .map(
                t ->
                    new long[] {
                      Long.parseLong(t[0]), 48 * Long.parseLong(t[1]) + Long.parseLong(t[2]) - 1001
                    })
            .toList();
  }

  @Test
  void whatIsMarkedIsSeenOverAndOver() {
    six();
    Caller.Answer begun =
        ok(
            stage.producer.post(
                stage.base + "/viewings",
                Map.of("of", "ALL", "order", "SCRIPT", "there", List.of("Mara"))));
    Page p = browsers.at(stage, stage.producer.person(), "/review/watch-" + begun.text("id"));
    assertThat(p.locator(".count")).containsText("frame 1001");
    // From the 46th frame of the first to the 3rd of the second, over the join.
    p.keyboard().press("ArrowDown");
    for (int i = 0; i < 3; i++) {
      p.keyboard().press(",");
    }
    assertThat(p.locator(".count strong")).hasText("frame 1046");
    p.keyboard().press("b");
    for (int i = 0; i < 5; i++) {
      p.keyboard().press(".");
    }
    assertThat(p.locator(".count strong")).hasText("frame 1003");
    p.keyboard().press("e");
    assertThat(p.locator(".edge")).hasCount(2);
    p.locator("select.speed").selectOption("0.5");
    p.locator(".speed").evaluate("e => e.blur()");
    p.evaluate(WATCHED);
    p.keyboard().press("Space");
    p.waitForFunction("() => window.told.filter(t => t.endsWith(' 10')).length >= 3");
    p.keyboard().press("Space");
    @SuppressWarnings("unchecked")
    List<String> told = (List<String>) p.evaluate("() => window.told");
    List<String> pictures = told.stream().map(t -> t.substring(t.lastIndexOf(' ') + 1)).toList();
    List<String> marked = List.of("53", "54", "55", "8", "9", "10");
    assertThat(pictures)
        .as("pictures 53 to 55 of the first, 8 to 10 of the second")
        .containsAll(marked);
    assertThat(pictures.stream().filter(n -> !marked.contains(n)))
        .as("others; a machine that is busy may be late once")
        .hasSizeLessThanOrEqualTo(1);
    button(p, "whole").click();
    assertThat(p.locator(".edge")).hasCount(0);
    browsers.nothingBroke();
  }

  @Test
  void twoVersionsStandInOnePictureInStep() {
    stage.upload(Clips.numbered(64, "24"));
    // The same with eight frames less before it: its picture 8 is the other's 0.
    stage.upload(Clips.numbered(48, "24"));
    Page p = browsers.at(stage, stage.producer.person(), "/review/" + stage.shot);
    assertThat(p.locator(".count")).containsText("frame 1001");
    p.keyboard().press(".");
    p.keyboard().press("v");
    assertThat(p.locator(".beside video")).hasCount(2);
    for (String key : List.of("s", "d", "f", "g")) {
      p.keyboard().press(key);
      assertThat(p.locator(".ways [aria-pressed=true]"))
          .hasText(Pattern.compile(".* " + key + "$"));
      Browsers.accessible(p, "two versions, by " + key);
    }
    p.keyboard().press(".");
    assertThat(p.locator(".beside .count")).hasText("frame 1003");
    String read =
        "() => [...document.querySelectorAll('.beside video')].map(v => { const c ="
            + " document.createElement('canvas'); c.width = 640; c.height = 360; const g ="
            + " c.getContext('2d'); g.drawImage(v, 0, 0, 640, 360); let n = 0; for (let b = 0; b <"
            + " 8; b++) if (g.getImageData(b * 80 + 40, 180, 1, 1).data[0] > 128) n |= 1 << b;"
            + " return n; }).join(' ')";
    p.waitForFunction("() => (" + read + ")() === '10 2'");
    assertThat(p.locator(".beside")).containsText("It differs most here");
    p.keyboard().press("f");
    assertThat(p.locator(".one .name")).not().isVisible();
    p.keyboard().press("x");
    assertThat(p.locator(".one .name")).hasText("version 1");
    p.keyboard().press("Escape");
    assertThat(p.locator(".count")).containsText("frame 1003");
    browsers.nothingBroke();
  }

  @Test
  void somebodyComesInByALinkOnAPhone() {
    String first = stage.upload(Clips.numbered(64, "24")).text("versions/0/id");
    ok(
        stage.producer.post(
            stage.base + "/versions/" + first + "/showings", Map.of("kind", "APPROVAL")));
    Page mara = browsers.at(stage, stage.producer.person(), "/review/" + stage.shot);
    button(mara, "let somebody in without a sign-in").click();
    mara.locator("input[name=guest]").fill("Runa");
    button(mara, "Make the link").click();
    String link = mara.getByLabel("Guest link for Runa").inputValue();
    assertThat(mara.locator("aside")).containsText("Version 1 is shown for approval, to Runa");
    Browsers.accessible(mara, "a link for somebody without a sign-in");
    Page runa = browsers.page(link);
    runa.setViewportSize(390, 800);
    assertThat(runa.locator("main")).containsText("Welcome, Runa");
    Browsers.accessible(runa, "the door of a guest link");
    button(runa, "Come in").click();
    assertThat(runa.locator(".count")).containsText("frame 993");
    assertThat((Boolean) runa.evaluate("document.documentElement.scrollWidth <= 390")).isTrue();
    String src = runa.locator("video").getAttribute("src");
    assertThat(src).contains("?copy=");
    button(runa, "one frame on").click();
    assertThat(runa.locator(".count")).containsText("frame 994");
    button(runa, "Approved").first().click();
    assertThat(mara.locator("aside .first")).containsText("approved by Runa");
    assertThat(mara.locator("aside")).containsText("came in once");
    mara.getByLabel("End the link of Runa").click();
    assertThat(mara.locator("aside")).containsText("ended by");
    runa.navigate(link);
    runa.reload();
    assertThat(runa.locator("main")).containsText("This link has ended or never was");
    runa.navigate(stage.house.address() + "/p/" + stage.production.id + "/review");
    assertThat(runa.locator("main")).containsText("Sign in");
    browsers.nothingBroke();
  }

  @Test
  void aClientSeesWhatIsShownAndTheirWordIsKept() {
    String first = stage.upload(Clips.numbered(64, "24")).text("versions/0/id");
    Caller guest = stage.house.person(stage.production, Role.GUEST);
    Page mara = browsers.at(stage, stage.producer.person(), "/review/" + stage.shot);
    Page theirs = browsers.at(stage, guest.person(), "/review");
    assertThat(theirs.locator("main")).containsText("You have not been invited");
    button(mara, "Invite").click();
    assertThat(mara.locator("footer")).containsText("sees what is shown of it");
    theirs.navigate(stage.house.address() + "/p/" + stage.production.id + "/review/" + stage.shot);
    assertThat(theirs.locator("main")).containsText("Nothing of this shot is shown to you now");
    assertThat(mara.locator("aside")).containsText("Version 1 was never shown to guests");
    button(mara, "Show to guests").click();
    assertThat(mara.locator("aside")).containsText("Version 1 is shown for approval, to guest-");
    theirs.reload();
    assertThat(theirs.locator("h2").first()).hasText("Version");
    theirs.setViewportSize(390, 800);
    Browsers.accessible(theirs, "the review of a guest");
    assertThat((Boolean) theirs.evaluate("document.documentElement.scrollWidth <= 390")).isTrue();
    button(theirs, "Not approved").click();
    assertThat(theirs.locator("footer")).containsText("words");
    theirs.locator("textarea[name=words]").fill("The lamp is too bright.");
    button(theirs, "Not approved").click();
    assertThat(theirs.locator("aside")).containsText("Version 1: not approved by guest-");
    assertThat(theirs.locator("aside")).not().containsText("Verdict");
    assertThat(mara.locator("aside .first")).containsText("not approved by");
    Browsers.accessible(mara, "the client's word beside the verdict");
    button(mara, "Show no more").click();
    assertThat(mara.locator("aside")).containsText("Version 1 is shown no more");
    theirs.reload();
    assertThat(theirs.locator("main")).containsText("Nothing of this shot is shown to you now");
    assertThat(
            theirs
                .evaluate(
                    "async u => (await fetch(u)).status",
                    "/api/productions/" + stage.production.id + "/versions/" + first + "/file")
                .toString())
        .isEqualTo("422");
    browsers.nothingBroke();
  }
}
