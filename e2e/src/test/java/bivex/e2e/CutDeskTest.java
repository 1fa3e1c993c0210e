package bivex.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import bivex.server.Stage;
import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import org.junit.jupiter.api.Test;

/** A cut comes in, what is doubtful is answered by key, a length follows, and the next is told. */
class CutDeskTest extends DeskTests {
  private static byte[] list(String in, String out, String to, String more) {
    String text = "TITLE: REEL 1\nFCM: NON-DROP FRAME\n\n001  A001 V C %s %s 01:00:00:00 %s\n%s";
    return text.formatted(in, out, to, more).getBytes(StandardCharsets.UTF_8);
  }

  private static void bring(Page p, String name, byte[] list) {
    p.keyboard().press("i");
    Locator sheet = p.getByRole(AriaRole.DIALOG);
    sheet
        .locator("input[name=file]")
        .setInputFiles(new FilePayload(name + ".edl", "text/plain", list));
    sheet.locator("input[name=name]").fill(name);
    sheet.locator("input[name=madeBy]").fill("Noor");
    sheet.getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Bring it in")).click();
    assertThat(p.locator("section h1")).hasText(name);
  }

  @Test
  void aCutIsBroughtInAnsweredFollowedAndComparedByKeys() throws IOException {
    stage.pick("plate:performance-1", Stage.CAMERA);
    Page p = browsers.at(stage, stage.producer.person(), "/cut");
    assertThat(p.locator("h1")).hasText("No cut is here yet");
    Browsers.accessible(p, "the desk of the cut without a cut");
    bring(
        p,
        "first",
        list(
            "01:00:02:00",
            "01:00:04:00",
            "01:00:02:00",
            "002  A001 V C 09:00:00:00 09:00:01:00 01:00:02:00 01:00:03:00\nNOT A LINE\n"));
    // One event is doubtful, so the desk opens where it is asked.
    assertThat(p.locator(".asked li.here")).containsText("no take of it lies at 09:00:00:00");
    Browsers.accessible(p, "what is asked of a cut");
    p.keyboard().press("x");
    assertThat(p.locator(".asked")).containsText("Nothing is doubtful");
    p.keyboard().press("r");
    assertThat(p.locator(".report")).containsText("NOT A LINE");
    p.keyboard().press("s");
    Locator row = p.locator(".rows > li").first();
    assertThat(row).containsText("48 frames");
    assertThat(row).containsText("does not follow yet");
    p.keyboard().press("e");
    assertThat(row).containsText("01:00:01:16 to 01:00:04:07, 64 frames");
    assertThat(row).containsText("993 to 1056");
    Browsers.accessible(p, "the reel sheet");
    p.keyboard().press("f");
    assertThat(row).containsText("length follows");

    bring(p, "second", list("01:00:02:00", "01:00:04:04", "01:00:02:04", ""));
    assertThat(row).containsText("4 frames longer at the tail");
    assertThat(row).containsText("48 until now");
    p.keyboard().press("e");
    assertThat(row).containsText("nothing was made yet; it is 52 frames long now");
    Download paper = p.waitForDownload(() -> row.getByText("Turnover sheet").click());
    assertThat(new String(Files.readAllBytes(paper.path()), 0, 5, StandardCharsets.ISO_8859_1))
        .isEqualTo("%PDF-");
    p.keyboard().press(",");
    assertThat(p.locator("section h1")).hasText("first");
    // The reel strip in the order of the cut, and back.
    p.keyboard().press("-");
    assertThat(
            p.getByRole(AriaRole.NAVIGATION, new Page.GetByRoleOptions().setName("the newest cut")))
        .isVisible();
    p.keyboard().press("-");
    p.setViewportSize(390, 800);
    assertThat(row).isVisible();
    assertThat((Boolean) p.evaluate("document.documentElement.scrollWidth <= 390")).isTrue();
    browsers.nothingBroke();
  }
}
