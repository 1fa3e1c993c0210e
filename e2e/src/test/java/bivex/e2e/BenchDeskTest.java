package bivex.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import bivex.server.Clips;
import bivex.server.House;
import bivex.server.Stage;
import bivex.server.Walls;
import bivex.server.keep.ClipProxies;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import java.awt.image.BufferedImage;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/**
 * The bench in the real browser, worked by keys: measure, look, keep; mark a throw; check what was
 * handed over.
 */
class BenchDeskTest extends DeskTests {
  private void still(String take, double dx) throws Exception {
    Stage.ok(
        stage.producer.upload(
            stage.base + "/takes/" + take + "/stills",
            "a.png",
            Walls.coded(Walls.wall(960, 540, dx, 0, BufferedImage.TYPE_INT_RGB), "png"),
            Map.of("id", UUID.randomUUID().toString())));
  }

  @Test
  void aPairIsMeasuredLookedAtAndKeptWithKeysAlone() throws Exception {
    String first = stage.pick("plate:performance-1", Stage.CAMERA).text("id");
    stage.pick("plate:performance-2", Stage.CAMERA).text("id");
    still(first, 0);
    Page p = browsers.at(stage, stage.producer.person(), "/bench");
    assertThat(p.locator(".work h2").first()).containsText("Performance 2, take 1 has no still");
    // A still is added here; a TIFF shows as well.
    p.locator("input[type=file]")
        .nth(1)
        .setInputFiles(
            new FilePayload(
                "b.tif",
                "image/tiff",
                Walls.coded(Walls.wall(960, 540, 3.25, 0, BufferedImage.TYPE_INT_RGB), "tiff")));
    assertThat(p.locator(".over img").nth(1)).hasJSProperty("naturalWidth", 960);
    assertThat(button(p, "Stops s")).isDisabled();
    p.keyboard().press("Enter");
    assertThat(p.locator(".verdict")).hasText("The camera was nudged: 3.2 px right.");
    Browsers.accessible(p, "bench: a measured pair");
    p.keyboard().press("s");
    assertThat(p.locator("canvas.heat")).isVisible();
    assertThat(
            ((Number) p.evaluate("() => document.querySelector('canvas.heat').width")).intValue())
        .isEqualTo(60);
    p.keyboard().press("Space");
    assertThat(p.locator(".tag.corner")).hasText("Performance 2, take 1");
    p.keyboard().press("Space");
    assertThat(p.locator(".tag.corner")).hasText("Performance 1, take 1");
    p.keyboard().press("m");
    p.locator("div.over").focus();
    p.keyboard().press("ArrowRight");
    assertThat(p.locator(".glass")).containsText("px 481, 270");
    assertThat(p.locator(".glass .vals span").first()).hasText(Pattern.compile("\\d+ \\d+ \\d+"));
    p.keyboard().press("a");
    assertThat(p.locator(".second img")).hasAttribute("style", Pattern.compile("matrix3d"));
    double laid =
        ((Number)
                p.locator(".second img")
                    .evaluate(
                        "i => new DOMMatrix(getComputedStyle(i).transform).m41 / i.clientWidth"))
            .doubleValue();
    assertThat(laid).as("shares of the frame").isBetween(-0.0036, -0.0031);
    p.keyboard().press("k");
    assertThat(p.locator("footer .notice")).containsText("in doubt until it is shot again");
    assertThat(p.locator("nav.sets .pair")).containsText("The camera was nudged");
    assertThat(stage.state("plate:performance-2")).startsWith("IN_DOUBT");
    assertThat(p.locator("h1")).hasText("1 take does not agree with its reference");
    // The limits of the set are changed: what was measured is held to them at once, what was kept
    // stays.
    p.getByText("Limits of this set").click();
    p.getByLabel("shift, px").fill("4");
    p.keyboard().press("Tab");
    assertThat(p.locator("aside .verdict"))
        .hasText(Pattern.compile("They agree: within 3\\.\\d+ px.*"));
    assertThat(p.locator("nav.sets .pair")).containsText("The camera was nudged");
    Browsers.accessible(p, "bench: limits");
  }

  /**
   * The server is stopped and another started: what was kept is shown again as it was measured, and
   * a proxy that was not made before is made.
   */
  @Test
  void whatWasKeptIsThereAfterARestart() throws Exception {
    String first = stage.pick("plate:performance-1", Stage.CAMERA).text("id");
    String second = stage.pick("plate:performance-2", Stage.CAMERA).text("id");
    still(first, 0);
    still(second, 1.75);
    Stage.ok(
        stage.producer.upload(
            stage.base + "/takes/" + second + "/clips",
            "t.mp4",
            Clips.mp4(640, 360, "30000/1001", 24),
            Map.of()));
    Page p = browsers.at(stage, stage.producer.person(), "/bench");
    assertThat(p.locator("h1")).hasText("1 pair waits to be measured");
    p.keyboard().press("Enter");
    assertThat(p.locator(".verdict")).containsText("The camera was nudged: 1.");
    p.keyboard().press("k");
    assertThat(p.locator("aside")).containsText("Kept by");
    assertThat(p.locator("aside")).containsText("Nobody has said yet");
    button(p, "They did not").click();
    assertThat(p.locator("aside")).containsText("says it did not match");
    assertThat(p.locator("aside"))
        .containsText("Of 1 kept, 1 were spoken of; it proved right in 1 of them.");
    Browsers.accessible(p, "bench: proved right");
    var figures = p.locator("aside dl").allInnerTexts();
    p.keyboard().press("w");
    assertThat(p.locator("video")).isVisible();
    stage.house.bean(ClipProxies.class).deleteAllInBatch();
    int port = House.freePort();
    Process other = stage.house.outside(port);
    try {
      Page again =
          browsers.at(
              "http://127.0.0.1:" + port, stage, stage.producer.person(), "/bench/" + second);
      assertThat(again.locator(".verdict")).containsText("The camera was nudged: 1.");
      assertThat(again.locator("aside")).containsText("Kept by");
      assertThat(again.locator("aside dl").allInnerTexts()).isEqualTo(figures);
      again.keyboard().press("w");
      assertThat(again.locator("video")).isVisible();
    } finally {
      other.destroyForcibly();
    }
  }

  @Test
  void aThrowIsMarkedOnThePictureAndPaired() throws Exception {
    for (String plate : new String[] {"plate:performance-1", "plate:performance-2"}) {
      String take = stage.pick(plate, Stage.CAMERA).text("id");
      Stage.ok(
          stage.producer.upload(
              stage.base + "/takes/" + take + "/clips",
              "t.mp4",
              Clips.mp4(640, 360, "24", 24),
              Map.of()));
    }
    Page p = browsers.at(stage, stage.producer.person(), "/bench");
    p.locator("nav.sets .pair").first().waitFor();
    p.keyboard().press("t");
    assertThat(p.locator(".verdict")).containsText("Mark release and catch");
    for (String half : new String[] {"THROW", "CATCH"}) {
      if (half.equals("CATCH")) {
        p.locator("select")
            .first()
            .selectOption(new com.microsoft.playwright.options.SelectOption().setIndex(1));
        p.locator("select").nth(1).selectOption("CATCH");
        assertThat(p.locator("select").nth(1)).hasValue("CATCH");
        // Thrown from the same hand: the cross goes back to where it began.
        for (int i = 0; i < 3; i++) {
          p.locator("body").press("Shift+ArrowLeft");
        }
        p.locator("body").press("Shift+ArrowUp");
      }
      for (int i = 0; i < 3; i++) {
        p.locator("body").press("Enter");
        assertThat(p.locator(".clip circle")).hasCount(i + 1);
        for (int k = 0; k < 5; k++) {
          p.keyboard().press(".");
        }
        p.keyboard().press("Shift+ArrowRight");
        p.keyboard().press(i == 0 ? "Shift+ArrowUp" : "Shift+ArrowDown");
      }
    }
    assertThat(p.locator(".verdict"))
        .hasText(
            Pattern.compile(
                "Throw take 1 goes with catch take 1: a push of [\\d.]+ g beside its own fall, the"
                    + " ends are \\d+ px apart\\..*"));
    assertThat(p.locator("aside")).containsText("Replaced from frame 5 on");
    assertThat(p.locator(".clip .way")).hasCount(1);
    // Clicked at a quarter from the left and three quarters down: that is what is marked, in px of
    // the clip.
    var picture = p.locator(".clip").boundingBox();
    p.mouse().click(picture.x + picture.width / 4, picture.y + picture.height * 3 / 4);
    p.keyboard().press("Enter");
    assertThat(p.locator(".clip circle")).hasCount(4);
    var spot =
        java.util.stream.StreamSupport.stream(
                stage
                    .producer
                    .get(stage.base + "/bench")
                    .at("sets/0/takes/1/path/spots")
                    .spliterator(),
                false)
            .filter(x -> x.path("frame").asInt() == 15)
            .findFirst()
            .orElseThrow();
    assertThat(spot.path("x").asDouble()).isCloseTo(160, org.assertj.core.data.Offset.offset(1.5));
    assertThat(spot.path("y").asDouble()).isCloseTo(270, org.assertj.core.data.Offset.offset(1.5));
    Browsers.accessible(p, "bench: throws");
    p.keyboard().press("u");
    p.locator("textarea").first().fill("a.1001.exr\na.1003.exr");
    button(p, "Check the sequence").click();
    assertThat(p.locator("[role=status]").first()).containsText("1 frame is missing: 1002");
    p.getByLabel("Error, px").fill("0.9");
    button(p, "Grade the solve").click();
    assertThat(p.locator(".work")).containsText("px at HD");
    Browsers.accessible(p, "bench: turnover");
  }

  @Test
  void aTakeIsWatchedAndItsZonesKeepTheJoinClear() throws Exception {
    String first = stage.pick("plate:performance-1", Stage.CAMERA).text("id");
    String second = stage.pick("plate:performance-2", Stage.CAMERA).text("id");
    still(first, 0);
    still(second, 0);
    Path dir = Files.createTempDirectory("walk");
    BufferedImage wall = Walls.wall(960, 540, 0, 0, BufferedImage.TYPE_INT_RGB);
    for (int f = 0; f < 16; f++) {
      BufferedImage frame = new BufferedImage(960, 540, BufferedImage.TYPE_INT_RGB);
      var g = frame.createGraphics();
      g.drawImage(wall, 0, 0, null);
      g.drawImage(wall, f < 9 ? 0 : 6, 0, null);
      g.setColor(java.awt.Color.WHITE);
      g.fillRect(600, 150, 150, 390);
      g.dispose();
      javax.imageio.ImageIO.write(frame, "png", dir.resolve(String.format("%03d.png", f)).toFile());
    }
    Process ffmpeg =
        new ProcessBuilder(
                "ffmpeg",
                "-v",
                "error",
                "-y",
                "-r",
                "24",
                "-i",
                dir + "/%03d.png",
                "-c:v",
                "libx264",
                "-crf",
                "12",
                "-pix_fmt",
                "yuv420p",
                dir + "/walk.mp4")
            .inheritIO()
            .start();
    assertThat(ffmpeg.waitFor()).isZero();
    Page p = browsers.at(stage, stage.producer.person(), "/bench");
    p.locator("nav.sets .pair").first().waitFor();
    p.keyboard().press("w");
    p.locator("select").first().selectOption(second);
    p.locator("input[type=file]").first().setInputFiles(dir.resolve("walk.mp4"));
    assertThat(p.locator("video")).isVisible();
    p.keyboard().press("Enter");
    assertThat(p.locator("aside .verdict")).containsText("touched at frame 9 and stays 6.");
    assertThat(p.locator(".work")).containsText("frame 9 of 15");
    assertThat(p.locator(".film button")).hasCount(12);
    // What is shown is the middle of frame 9 of a copy at 25 frames a second, whatever the clip's
    // own rate.
    assertThat(p.locator("video")).hasJSProperty("currentTime", 0.38);
    button(p, "to frame 12").click();
    assertThat(p.locator(".work")).containsText("frame 12 of 15");
    p.keyboard().press("z");
    button(p, "Keep the zones").click();
    assertThat(p.locator("footer .notice")).containsText("Zones kept");
    p.keyboard().press("j");
    button(p, "Find the join").click();
    assertThat(p.locator("aside .verdict")).hasText("A standing join");
    Browsers.accessible(p, "bench: join");
  }

  /**
   * Somebody keeps a measurement at the bench; somebody else, on another desk, sees the doubt
   * without doing anything.
   */
  /** Two clips are held against each other by key, and how one is coded is said beside it. */
  @Test
  void twoClipsAreHeldAgainstEachOther() throws Exception {
    for (String plate : List.of("plate:performance-1", "plate:performance-2")) {
      Stage.ok(
          stage.producer.upload(
              stage.base + "/takes/" + stage.pick(plate, Stage.CAMERA).text("id") + "/clips",
              "still.mov",
              Clips.clip(".mov", 640, 360, "24", 15, "-c:v", "prores_ks"),
              Map.of()));
    }
    Page p = browsers.at(stage, stage.producer.person(), "/bench");
    assertThat(p.getByRole(AriaRole.TAB).first()).isVisible();
    p.keyboard().press("o");
    assertThat(p.locator("figure img")).hasCount(2);
    p.keyboard().press("Enter");
    assertThat(p.locator(".verdict")).isVisible();
    assertThat(p.locator("aside dl")).containsText("15 of 15 frames");
    assertThat(p.locator(".chart")).hasCount(4);
    Browsers.accessible(p, "bench: two clips");
    Locator coded = p.locator("aside details").first();
    coded.locator("summary").click();
    coded.locator("select").first().selectOption("SLOG3");
    assertThat(coded.locator("summary")).containsText("S-Log3, S-Gamut3.Cine, said by hand");
    // What was found before does not hold any more.
    assertThat(p.locator(".verdict")).hasCount(0);
  }

  @Test
  void aSetThatFailsIsInDoubtOnEveryDeskAtOnce() throws Exception {
    String first = stage.pick("plate:performance-1", Stage.CAMERA).text("id");
    String second = stage.pick("plate:performance-2", Stage.CAMERA).text("id");
    still(first, 0);
    still(second, -2.4);
    Page shots =
        browsers.at(
            stage,
            stage.house.person(stage.production, bivex.core.crew.Role.COORDINATOR).person(),
            "/shots/" + stage.shot);
    assertThat(
            shots.locator(".plate").filter(new Locator.FilterOptions().setHasText("Performance 2")))
        .isVisible();
    assertThat(shots.locator("main")).not().containsText("laid over the reference");
    Page artist =
        browsers.at(
            stage,
            stage.house.person(stage.production, bivex.core.crew.Role.ARTIST).person(),
            "/bench");
    assertThat(artist.locator("h1")).hasText("1 pair waits to be measured");
    assertThat(artist.getByText("Add a still to")).hasCount(0);
    artist.keyboard().press("Enter");
    assertThat(artist.locator(".verdict")).hasText("The camera was nudged: 2.4 px left.");
    artist.keyboard().press("k");
    assertThat(shots.locator("main"))
        .containsText("laid over the reference: The camera was nudged: 2.4 px left.");
    // Measured again after a new still that agrees, the doubt goes by itself as well.
    still(second, 0.1);
    artist.reload();
    artist
        .locator("select")
        .nth(1)
        .selectOption(new com.microsoft.playwright.options.SelectOption().setIndex(1));
    artist.locator("body").click();
    button(artist, Pattern.compile("^Measure")).first().click();
    assertThat(artist.locator(".verdict")).containsText("They agree");
    button(artist, "Keep as evidence").click();
    assertThat(shots.locator("main")).not().containsText("laid over the reference");
  }

  /** What cannot be measured is said, nothing is kept, and the desk goes on. */
  @Test
  void aFailedMeasurementSaysWhyAndKeepsNothing() throws Exception {
    String first = stage.pick("plate:performance-1", Stage.CAMERA).text("id");
    String second = stage.pick("plate:performance-2", Stage.CAMERA).text("id");
    for (String take : new String[] {first, second}) {
      BufferedImage two = new BufferedImage(960, 540, BufferedImage.TYPE_BYTE_BINARY);
      Stage.ok(
          stage.producer.upload(
              stage.base + "/takes/" + take + "/stills",
              "a.png",
              Walls.coded(two, "png"),
              Map.of("id", UUID.randomUUID().toString())));
    }
    Page p = browsers.at(stage, stage.producer.person(), "/bench");
    assertThat(p.locator("h1")).hasText("1 pair waits to be measured");
    p.keyboard().press("Enter");
    assertThat(p.locator("aside [role=alert]")).containsText("1 bit a pixel");
    assertThat(p.locator("aside [role=alert]")).containsText("Nothing was kept");
    assertThat(button(p, "Keep as evidence")).hasCount(0);
    assertThat(stage.state("plate:performance-2")).startsWith("IN_HAND");
    // A fog: measured, but nothing is concluded.
    for (String take : new String[] {first, second}) {
      BufferedImage fog = new BufferedImage(960, 540, BufferedImage.TYPE_BYTE_GRAY);
      java.util.Random r = new java.util.Random(take.hashCode());
      for (int i = 0; i < 960 * 540; i++) {
        fog.getRaster()
            .setSample(i % 960, i / 960, 0, 110 + i / 960 / 20 + (int) (2 * r.nextGaussian()));
      }
      Stage.ok(
          stage.producer.upload(
              stage.base + "/takes/" + take + "/stills",
              "fog.png",
              Walls.coded(fog, "png"),
              Map.of("id", UUID.randomUUID().toString())));
    }
    p.reload();
    p.locator("select")
        .nth(0)
        .selectOption(new com.microsoft.playwright.options.SelectOption().setIndex(1));
    p.locator("select")
        .nth(1)
        .selectOption(new com.microsoft.playwright.options.SelectOption().setIndex(1));
    button(p, Pattern.compile("^Measure")).first().click();
    assertThat(p.locator(".verdict")).containsText("Not measurable");
    assertThat(p.locator("aside")).containsText("Shoot a chart");
  }
}
