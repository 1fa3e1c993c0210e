package bivex.e2e;

import static bivex.e2e.Browsers.in;
import static bivex.server.Stage.ok;
import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.crew.Role;
import bivex.server.Clips;
import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Route;
import com.microsoft.playwright.options.AriaRole;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.function.Predicate;
import java.util.zip.ZipFile;
import org.junit.jupiter.api.Test;

/** The producer delivers under two specifications, is refused, and delivers again. */
class DeliverDeskTest extends DeskTests {
  private void agreed(byte[] clip) {
    String version = stage.upload(clip).text("versions/0/id");
    ok(
        stage.producer.post(
            stage.base + "/versions/" + version + "/verdicts",
            Map.of("verdict", "AGREED", "reason", "it holds")));
  }

  @Test
  void twoSpecificationsARefusalAndARedelivery() throws IOException {
    stage.platesAreThere();
    agreed(Clips.mp4(1920, 1080, "24", 64));
    Page p = browsers.at(stage, stage.producer.person(), "/deliver");
    Locator sheet = p.getByRole(AriaRole.DIALOG);
    in(p.locator(".deliver"), "New").click();
    sheet.getByLabel("Name", new Locator.GetByLabelOptions().setExact(true)).fill("Master");
    sheet.getByLabel("Timecode of the first frame").fill("one o'clock");
    in(sheet, "Keep").click();
    assertThat(sheet.getByRole(AriaRole.ALERT)).containsText("01:00:00:00");
    sheet.getByLabel("Timecode of the first frame").fill("");
    sheet.getByLabel("What else they ask for").fill("One folder.");
    sheet.getByLabel("Days until they usually answer").fill("3");
    Browsers.accessible(p, "a specification");
    in(sheet, "Keep").click();
    assertThat(p.locator("h1")).hasText("Master");

    // Another is begun from it, and asks for what the file is not.
    in(p.locator(".deliver"), "Copy").click();
    sheet.getByLabel("Name", new Locator.GetByLabelOptions().setExact(true)).fill("Cinema");
    sheet.getByLabel("Codec").selectOption("PRORES");
    sheet.getByLabel("Transfer").selectOption("PQ");
    in(sheet, "Keep").click();
    assertThat(p.getByLabel("Delivery specification", exact())).containsText("Cinema");
    assertThat(p.locator(".checks").first())
        .containsText("Export it from the composite as ProRes.");
    assertThat(p.locator(".deliver")).containsText("One folder.");
    assertThat(button(p, "Nothing is ready to pack")).isDisabled();
    Download file = p.waitForDownload(() -> p.getByText("Save as file").click());
    assertThat(file.suggestedFilename()).isEqualTo("Cinema.json");
    p.getByLabel("A specification from a file").setInputFiles(file.path());
    assertThat(p.locator("footer .notice")).containsText("Cinema 2 is taken in");

    p.getByLabel("Delivery specification", exact()).selectOption("Master");
    button(p, "Pack 1 shot").click();
    Locator first = p.locator(".package", new Page.LocatorOptions().setHasText("package_001"));
    assertThat(first).containsText("Not handed over");
    Download zip = p.waitForDownload(() -> first.getByText("Zip").click());
    try (ZipFile in = new ZipFile(zip.path().toFile())) {
      assertThat(in.stream().map(e -> e.getName().replaceAll("^[^/]*/", "")))
          .contains("manifest.json", "delivery-note.pdf", "SHA256SUMS", "ascmhl/ascmhl_chain.xml");
    }
    in(first, "I sent it myself").click();
    sheet.getByLabel("On which way").fill("their own upload page");
    Browsers.accessible(p, "handed over");
    in(sheet, "Keep").click();
    assertThat(first).containsText("Handed over, no answer yet");
    in(first, "Their answer").click();
    assertThat(in(sheet, "Keep")).isDisabled();
    sheet.getByLabel("Refused").check();
    in(sheet, "Keep").click();
    assertThat(sheet.getByRole(AriaRole.ALERT)).containsText("must say why");
    sheet.getByLabel("Why they refused it").fill("the mast is soft");
    Browsers.accessible(p, "an answer");
    in(sheet, "Keep").click();
    assertThat(first).containsText("the mast is soft");
    assertThat(p.locator(".offer")).containsText("refused: the mast is soft");

    // The next version takes its place, and says what changed.
    agreed(Clips.mp4(1920, 1080, "24", 64));
    assertThat(p.locator(".offer")).containsText("version 1 went before");
    button(p, "Pack 1 shot").click();
    Locator again = p.locator(".package", new Page.LocatorOptions().setHasText("package_002"));
    in(again, "Send to the drop box").click();
    assertThat(again).containsText("All accepted");
    Browsers.accessible(p, "packages");
    p.setViewportSize(390, 844);
    Browsers.accessible(p, "packages on a phone");

    Page artist =
        browsers.at(stage, stage.house.person(stage.production, Role.ARTIST).person(), "/deliver");
    assertThat(artist.locator(".package")).hasCount(2);
    assertThat(in(artist.locator(".deliver"), "Their answer")).hasCount(0);
    assertThat(in(artist.locator(".deliver"), "New")).hasCount(0);
  }

  /** A file of 20 MB in parts of 8: stopped after the first, it goes on with the second. */
  @Test
  void aLargeFileGoesOnWhereItWasStopped() throws Exception {
    byte[] clip = Clips.mp4(1920, 1080, "24", 64);
    int more = 20_000_000;
    ByteArrayOutputStream all = new ByteArrayOutputStream();
    all.writeBytes(clip);
    // A free box at its end, with nothing that could be squeezed.
    all.writeBytes(ByteBuffer.allocate(8).putInt(more + 8).put("free".getBytes(UTF_8)).array());
    byte[] noise = new byte[more];
    new Random(5).nextBytes(noise);
    all.writeBytes(noise);
    Path file = Files.createTempDirectory("large").resolve("large.mp4");
    Files.write(file, all.toByteArray());
    Page p = browsers.at(stage, stage.producer.person(), "/review/" + stage.shot);
    List<String> parts = new CopyOnWriteArrayList<>();
    p.onRequest(
        r -> {
          if (r.method().equals("PATCH")) {
            parts.add(r.headers().get("upload-offset"));
          }
        });
    // Every part but the first hangs on the way.
    Predicate<String> uploads = u -> u.contains("/uploads/");
    p.route(
        uploads,
        r -> {
          String from = r.request().headers().get("upload-offset");
          if (!r.request().method().equals("PATCH") || "0".equals(from)) {
            r.resume();
          }
        });
    p.getByLabel("File", exact()).setInputFiles(file);
    p.waitForCondition(() -> parts.contains("8388608"));
    in(p.locator("aside"), "Stop").click();
    assertThat(p.getByRole(AriaRole.ALERT)).containsText("What has arrived is kept");
    p.unroute(uploads);
    parts.clear();
    // All of it arrives, and then the line is gone.
    Predicate<String> made = u -> u.endsWith("/versions/uploaded");
    p.route(made, Route::abort);
    p.getByLabel("File", exact()).setInputFiles(file);
    assertThat(p.locator("aside progress")).hasCount(0);
    assertThat(p.getByRole(AriaRole.ALERT)).containsText("send the same file again");
    p.unroute(made);
    p.getByLabel("File", exact()).setInputFiles(file);
    assertThat(p.locator("footer .notice")).containsText("Version 1 is here.");
    assertThat(parts).containsExactly("8388608", "16777216");
    String version =
        ok(stage.producer.get(stage.base + "/shots/" + stage.shot + "/review"))
            .text("versions/0/id");
    assertThat(ok(stage.producer.get(stage.base + "/versions/" + version + "/master")).raw().body())
        .isEqualTo(all.toByteArray());
    Files.delete(file);
  }

  private static Page.GetByLabelOptions exact() {
    return new Page.GetByLabelOptions().setExact(true);
  }
}
