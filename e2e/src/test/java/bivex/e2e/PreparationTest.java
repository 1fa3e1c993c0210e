package bivex.e2e;

import static bivex.e2e.Browsers.in;
import static bivex.server.Stage.ok;
import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import bivex.server.Clips;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** What is done before the shoot, in the real browser: tests, music, what a camera records. */
class PreparationTest extends DeskTests {
  private Page at(String shot) {
    return browsers.at(stage, stage.producer.person(), "/shots/" + shot);
  }

  /** A grey wall with noise; the second has twice as much. */
  private static byte[] clip(int noise) {
    return Clips.lossless(
        640,
        360,
        14,
        (n, rgb) -> {
          java.util.Random r = new java.util.Random(n);
          for (int i = 0; i < rgb.length; i += 3) {
            int x = i / 3 % 640;
            int v = x < 20 ? 2 : x > 620 ? 253 : 60 + (x / 40 * 37 + i / 3 / 640 / 40 * 53) % 120;
            for (int c = 0; c < 3; c++) {
              rgb[i + c] =
                  (byte) Math.max(0, Math.min(255, Math.round(v + noise * r.nextGaussian())));
            }
          }
        });
  }

  @Test
  void aTestIsAskedMeasuredAndDecidedBeforeTheDay() {
    String look = stage.planned("The flags vanish", "C4", Map.of("lookDegrees", 45));
    Page p = at(look);
    Locator section = p.locator(".lower > section").nth(1);
    assertThat(section).containsText("Worth a test: Which shutter looks right here?");
    section
        .locator("li", new Locator.LocatorOptions().setHasText("Which shutter"))
        .getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Ask it"))
        .click();
    Locator sheet = p.getByRole(AriaRole.DIALOG);
    assertThat(sheet).containsText("Shoot the candidates before Tue 24 Nov");
    int tried = sheet.locator("article").count();
    assertThat(tried).isGreaterThanOrEqualTo(3);
    for (int i = 0; i < 2; i++) {
      Locator one = sheet.locator("article").nth(i);
      one.locator("input[type=file]")
          .setInputFiles(new FilePayload("a.mkv", "video/x-matroska", clip(3 + 3 * i)));
      assertThat(one.locator("img")).isVisible();
    }
    in(sheet, "Measure the candidates").click();
    assertThat(sheet.locator("article").nth(1)).containsText("% of full scale");
    assertThat(sheet.locator("article").nth(1)).containsText("as bright");
    assertThat(sheet).containsText("Say which is taken");
    Browsers.accessible(p, "a camera test");
    sheet
        .locator("select[name=candidate]")
        .selectOption(new com.microsoft.playwright.options.SelectOption().setIndex(1));
    in(sheet, "Decide").click();
    assertThat(sheet.getByRole(AriaRole.ALERT)).containsText("words");
    sheet.getByLabel("Because").fill("nothing smears");
    // What is typed is still there after a reload.
    p.reload();
    section.getByText("Which shutter looks right here?").click();
    assertThat(sheet.getByLabel("Because")).hasValue("nothing smears");
    sheet.getByLabel("Keep as preset").fill("Crisp");
    in(sheet, "Decide").click();
    assertThat(sheet).containsText("is taken: nothing smears");
    p.keyboard().press("Escape");
    // What waited for the answer is in hand.
    assertThat(p.locator(".lower > section").nth(2).locator("ul").first())
        .not()
        .containsText("Test of the look");
    assertThat(ok(stage.producer.get(stage.base + "/presets")).toString()).contains("Crisp");
  }

  @Test
  void musicIsTappedAndWhatHappensIsHeldAgainstIt() {
    String dash = stage.planned("The flags vanish", "B2", Map.of());
    Page p = at(dash);
    button(p, "Music of the production").click();
    Locator sheet = p.getByRole(AriaRole.DIALOG);
    sheet.getByLabel("Name").fill("Theme");
    sheet.getByLabel("Lasts, s").fill("90");
    in(sheet, "Tap the beat").focus();
    for (int i = 0; i < 6; i++) {
      p.keyboard().press("t");
      p.waitForTimeout(300);
    }
    assertThat(sheet).containsText("6 taps");
    sheet.getByLabel("Phrases: seconds, then what begins, a line each").fill("the horn");
    in(sheet, "Add this music").click();
    assertThat(sheet.getByRole(AriaRole.ALERT)).containsText("must be seconds, then what begins");
    sheet.getByLabel("Phrases: seconds, then what begins, a line each").fill("2,5 the horn");
    Browsers.accessible(p, "music of the production");
    in(sheet, "Add this music").click();
    assertThat(sheet).containsText("the horn at 2.5 s");
    p.keyboard().press("Escape");
    Locator form = p.getByLabel("Music it is made to");
    form.locator("select[name=music]")
        .selectOption(new com.microsoft.playwright.options.SelectOption().setLabel("Theme"));
    form.locator("input[name=start]").fill("1");
    in(form, "Lay it on").click();
    Locator section = p.locator(".lower > section").nth(1);
    assertThat(section).containsText("frame 1001 at 1 s");
    assertThat(section.locator(".meet").first()).containsText("dashes");
    section.locator(".meet .at").first().click();
    in(section, "Take it off").click();
    assertThat(form).isVisible();
  }

  @Test
  void aShotIsRecordedOtherwiseAndSaysWhatThatChanges() {
    Page p = at(stage.shot);
    Locator section = p.locator(".lower > section").nth(1);
    section.getByText("Record this shot otherwise").click();
    Locator form = p.getByLabel("What the camera records");
    form.locator("input[name=rate]").fill("48");
    in(form, "Keep").click();
    assertThat(section.getByRole(AriaRole.ALERT)).containsText("reason");
    form.locator("input[name=reason]").fill("it may be slowed");
    in(form, "Keep").click();
    assertThat(section).containsText("recorded at 48 fps, one recorded frame in 2 is used");
    assertThat(section).containsText("Rate of this shot");
    section.getByText("Say how closely it is looked at").click();
    Locator closely = p.getByLabel("How closely it is looked at");
    closely.locator("input[name=heightShare]").fill("12,5");
    closely.locator("input[name=widthsPerSecond]").fill("1");
    closely.locator("input[name=reason]").fill("far away");
    in(closely, "Keep").click();
    assertThat(section).containsText("lines of detail are seen");
    Browsers.accessible(p, "a shot that is recorded otherwise");
    in(section, "As usual again").click();
    assertThat(section).not().containsText("Rate of this shot");
  }
}
