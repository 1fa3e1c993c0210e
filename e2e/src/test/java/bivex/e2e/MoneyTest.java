package bivex.e2e;

import static bivex.e2e.Browsers.in;
import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.crew.Role;
import bivex.server.Stage;
import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.io.IOException;
import java.nio.file.Files;
import java.util.Map;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;

/** The producer says what work is paid, makes a bid, has it agreed, and asks for a change. */
class MoneyTest extends DeskTests {
  @Test
  void aBidIsMadeAndAgreedAndWhatIsOtherwiseIsAskedFor() throws IOException {
    Page p = browsers.at(stage, stage.producer.person(), "/crew");
    in(p.locator(".tabs"), "Money").click();
    assertThat(p.locator("h1")).containsText("It comes to");
    assertThat(p.locator(".crew")).containsText("No bid can be made");
    in(p.locator(".crew"), "Terms and pay").click();
    Locator sheet = p.getByRole(AriaRole.DIALOG);
    in(sheet, "all kinds of work").click();
    Locator pay = sheet.locator(".pay input");
    for (int i = 0; i < pay.count() - 1; i++) {
      pay.nth(i).fill("50");
    }
    sheet.getByLabel("A price holds in").fill("12");
    in(sheet, "Keep").click();
    assertThat(sheet.getByRole(AriaRole.ALERT)).containsText("must be from 5 to 9");
    sheet.getByLabel("A price holds in").fill("");
    in(sheet, "Keep").click();
    assertThat(sheet.getByRole(AriaRole.ALERT)).not().containsText("was 12");
    assertThat(sheet).isVisible();
    sheet.getByLabel("A price holds in").fill("8");
    Browsers.accessible(p, "terms and pay");
    in(sheet, "Keep").click();
    assertThat(p.locator("footer .notice")).containsText("Kept");

    in(p.locator(".crew"), "Plan a cost").click();
    p.getByLabel("What it is").fill("A crane");
    p.getByLabel("EUR").fill("400,50");
    in(p.locator(".crew form"), "Keep").click();
    assertThat(p.locator(".crew")).containsText("A crane");
    p.getByLabel("Change A crane").click();
    p.getByLabel("EUR").fill("410");
    in(p.locator(".crew form"), "Keep").click();
    assertThat(p.locator(".crew form")).hasCount(0);
    assertThat(p.locator(".crew")).containsText("410");
    Browsers.accessible(p, "the money");

    in(p.locator(".crew"), "Make a bid").click();
    assertThat(sheet).containsText("It rests on this");
    Download paper = p.waitForDownload(() -> sheet.getByText("PDF to send and sign").click());
    try (var pdf = Loader.loadPDF(Files.readAllBytes(paper.path()))) {
      assertThat(new PDFTextStripper().getText(pdf)).contains("Bid 1", "A crane", "In all");
    }
    sheet.getByLabel("Say").selectOption("AGREED");
    sheet.getByLabel("Words, a reference").fill("by letter");
    in(sheet, "Keep").click();
    assertThat(sheet.getByRole(AriaRole.ALERT)).containsText("Nothing was said");
    sheet.getByLabel("At, EUR").fill("9000");
    Browsers.accessible(p, "a bid");
    in(sheet, "Keep").click();
    assertThat(sheet).containsText("agreed at 9");
    p.keyboard().press("Escape");
    assertThat(p.locator(".stamp")).containsText("9 000");

    // Somebody takes the shot out: that is otherwise than it was agreed.
    var shot = Stage.ok(stage.producer.get(stage.base + "/shots/" + stage.shot));
    Map<String, Object> edit = Stage.edit(shot);
    edit.put("omitted", true);
    Stage.ok(
        stage.producer.put(
            stage.base + "/shots/" + stage.shot, "\"" + shot.at("version").asLong() + "\"", edit));
    Locator changes =
        p.locator("table", new Page.LocatorOptions().setHasText("not in the picture"));
    changes.getByRole(AriaRole.CHECKBOX).check();
    in(p.locator(".crew"), "Make a change order of 1 shot").click();
    assertThat(sheet).containsText("Change order 1");
    p.keyboard().press("Escape");
    assertThat(p.locator(".crew")).containsText("a change order waits for its answer");
    p.setViewportSize(390, 844);
    Browsers.accessible(p, "the money on a phone");

    Page artist =
        browsers.at(stage, stage.house.person(stage.production, Role.ARTIST).person(), "/crew");
    assertThat(artist.locator(".stamp, h1").first()).isVisible();
    assertThat(artist.locator(".tabs")).hasCount(0);
  }
}
