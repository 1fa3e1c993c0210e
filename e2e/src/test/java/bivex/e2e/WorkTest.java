package bivex.e2e;

import static bivex.e2e.Browsers.in;
import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.crew.Role;
import bivex.server.Caller;
import bivex.server.Stage;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import com.microsoft.playwright.options.SelectOption;
import org.junit.jupiter.api.Test;

/** An artist's day, and the producer who gives the work out. */
class WorkTest extends DeskTests {
  private final Caller artist = stage.house.person(stage.production, Role.ARTIST);
  private final Caller second = stage.house.person(stage.production, Role.ARTIST);

  private static String name(Caller who, Stage stage) {
    return Stage.ok(who.get(stage.base + "/yours")).text("you/name");
  }

  @Test
  void anArtistBeginsLeavesOffAndIsDone() {
    stage.platesAreThere();
    Page p = browsers.at(stage, artist.person(), "/owed");
    Locator now = p.getByRole(AriaRole.ARTICLE);
    assertThat(now).containsText("laid on you, not given to you yet");
    Browsers.accessible(p, "the page of somebody with work");
    in(now, "Take it").click();
    assertThat(p.locator("footer .notice")).containsText("is yours");
    assertThat(in(now, "Begin")).isEnabled();
    assertThat(now).not().containsText("not given to you yet");
    String first = now.locator("h2").textContent();
    p.keyboard().press("b");
    assertThat(p.locator("footer .notice")).containsText("The clock runs");
    assertThat(now).containsText("Leave off");
    assertThat(in(now, "Leave off")).isEnabled();
    p.keyboard().press("b");
    assertThat(in(now, "Begin")).isEnabled();
    in(now, "Hours of a day").click();
    now.getByLabel("Hours on that day, in all").fill("1,5");
    in(now, "Keep").click();
    assertThat(now).containsText("1.5 h so far");
    in(now, "Hours left").click();
    now.getByLabel("Hours left").fill("much");
    in(now, "Keep").click();
    assertThat(now.getByRole(AriaRole.ALERT)).containsText("Nothing was changed");
    now.getByLabel("Hours left").fill("2");
    in(now, "Keep").click();
    assertThat(now).containsText("as was said");
    in(now, "It waits").click();
    now.getByLabel("What it waits for").fill("the look");
    in(now, "Keep").click();
    // Without a day it is not laid any more, and is still theirs.
    assertThat(now).containsText("Waits for the look");
    in(now, "It goes on").click();
    assertThat(in(now, "It waits")).isVisible();
    assertThat(in(now, "Begin")).isEnabled();
    assertThat(now.locator("h2")).hasText(first);
    // Where the work lies is said once, and asked for again by nobody.
    in(now, "Say where it lies").click();
    now.getByLabel("Where it lies: the path, as others find it").fill("/store/matte.%04d.exr");
    now.getByLabel("Its checksum (SHA-256), if there is one").fill("12");
    in(now, "Keep the version").click();
    assertThat(now.getByRole(AriaRole.ALERT)).containsText("64 hexadecimal digits");
    now.getByLabel("Its checksum (SHA-256), if there is one").fill("");
    in(now, "Keep the version").click();
    in(now, "Send the file of version 1").click();
    now.getByLabel("The file of version 1", new Locator.GetByLabelOptions().setExact(true))
        .setInputFiles(new FilePayload("matte.txt", "text/plain", "a matte".getBytes(UTF_8)));
    assertThat(now).containsText("save the file, 1 kB");
    assertThat(now).containsText("Version 1");
    assertThat(now).containsText("/store/matte.%04d.exr");
    in(now, "Done").click();
    Browsers.accessible(p, "a task that is done");
    in(now, "It is done").click();
    assertThat(p.locator("footer .notice")).containsText("is done");
    assertThat(now.locator("h2")).not().hasText(first);
    // Their days go into their own calendar by an address that is theirs to end.
    in(p.locator("body"), "your days in your calendar and by mail").click();
    Locator sheet = p.getByRole(AriaRole.DIALOG);
    in(sheet, "Make an address").click();
    String address = sheet.getByLabel("Your address, told this once").inputValue();
    assertThat(address).startsWith(stage.house.address() + "/api/feeds/").endsWith(".ics");
    Browsers.accessible(p, "an address for a calendar");
    in(sheet, "End it").click();
    assertThat(sheet.getByLabel("Your address, told this once")).hasCount(0);
    p.keyboard().press("Escape");
    in(p.locator(".tabs"), "Everything owed").click();
    assertThat(p.locator("h1")).containsText("things are owed");
    p.setViewportSize(390, 844);
    in(p.locator(".tabs"), "Yours").click();
    Browsers.accessible(p, "yours on a phone");
  }

  @Test
  void theProducerGivesAndSeesWhatItBrings() {
    stage.platesAreThere();
    String one = name(artist, stage);
    String other = name(second, stage);
    Page p = browsers.at(stage, stage.producer.person(), "/crew");
    assertThat(p.locator(".stamp")).containsText("in 8 of 10");
    p.locator(".row").first().click();
    Locator tasks = p.locator(".tasks");
    Locator who = tasks.locator("select").first();
    who.selectOption(new SelectOption().setLabel(other));
    assertThat(p.locator("footer .notice")).containsText("is given to " + other);
    assertThat(who).hasValue(second.person().toString());
    Browsers.accessible(p, "who does what when");
    // What is laid on somebody is named on their days, and lights up.
    Locator theirs =
        p.locator(".wide tbody tr").filter(new Locator.FilterOptions().setHasText(other));
    assertThat(theirs.locator(".fill.lit").first()).isVisible();
    assertThat(p.locator(".wide")).containsText(one);
    // The artist has it on their page without anybody telling them.
    Page wren = browsers.at(stage, second.person(), "/owed");
    assertThat(wren.getByRole(AriaRole.ARTICLE)).not().containsText("not given to you yet");
    // What if: nothing counts until it is taken.
    Locator main = p.locator("main");
    Locator.ClickOptions aside = new Locator.ClickOptions().setPosition(4, 4);
    main.click(aside);
    p.keyboard().press("w");
    who.selectOption(new SelectOption().setLabel(one));
    Locator trial = p.locator(".trial");
    assertThat(trial).containsText("1 task given otherwise");
    assertThat(in(trial, "Take it")).isEnabled();
    Browsers.accessible(p, "what is tried beside what is");
    main.click(aside);
    p.keyboard().press("Escape");
    assertThat(trial).hasCount(0);
    assertThat(who).hasValue(second.person().toString());
    who.selectOption(new SelectOption().setLabel(one));
    assertThat(in(trial, "Take it")).isEnabled();
    main.click(aside);
    p.keyboard().press("Enter");
    assertThat(p.locator("footer .notice")).containsText("It is given");
    assertThat(who).hasValue(artist.person().toString());
    // Nobody does that kind of work: it has no day, and says so.
    theirs.locator("button.name").click();
    Locator sheet = p.getByRole(AriaRole.DIALOG);
    in(sheet, "A kind of work").click();
    sheet.getByLabel("Kind").selectOption("SOUND");
    sheet.getByLabel("Times the hours of the rates").fill("0.5");
    Browsers.accessible(p, "what work somebody does");
    in(sheet, "Keep").click();
    assertThat(p.locator("footer .notice")).containsText("days are kept");
    assertThat(Stage.ok(stage.producer.get(stage.base + "/crew")).toString())
        .contains("\"kind\":\"SOUND\"");
  }
}
