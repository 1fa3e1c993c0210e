package bivex.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.crew.Role;
import bivex.server.House;
import bivex.server.Stage;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.util.Map;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Assumptions;
import org.junit.jupiter.api.Test;

/** A phone on the network of the set: by the machine's own address there, not by loopback. */
class LanTest {
  @Test
  void aPhoneOnTheNetworkLogsWithoutALineToo() {
    try (House house = House.start(false, Map.of("bivex.reach", "lan"));
        Browsers browsers = new Browsers()) {
      Stage stage = new Stage(house);
      String address = Stage.ok(stage.producer.get("/api/reach")).text("addresses/0");
      assertThat(address).startsWith("https://");
      Assumptions.assumeFalse(
          address.contains("127.0.0.1"), "this machine is on no network: there is no phone to try");
      Page p = browsers.phone(address, house.data().resolve("certificates").resolve("server.pem"));
      browsers.signIn(
          p, stage, house.person(stage.production, Role.FLOOR).person(), "/floor/" + stage.setup);
      assertThat((Boolean) p.evaluate("() => isSecureContext")).isTrue();
      FloorDeskTest.onTheDevice(p);
      p.context().setOffline(true);
      p.reload();
      p.locator(".plates button")
          .filter(new Locator.FilterOptions().setHasText("Performance 1"))
          .click();
      p.getByLabel("Out", new Page.GetByLabelOptions().setExact(true)).fill("01:00:19:00");
      p.keyboard().press("Tab");
      p.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Log take 1")).click();
      Locator readings =
          p.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("log it"));
      if (readings.count() > 0) {
        readings.first().click();
      }
      assertThat(p.locator(".takes li.waits")).hasCount(1);
      p.context().setOffline(false);
      assertThat(p.locator(".takes li.waits")).hasCount(0);
      assertThat(
              Stage.ok(stage.producer.get(stage.base + "/setups/" + stage.setup + "?page=0"))
                  .at("takes"))
          .hasSize(1);
      // The page that teaches a device to trust is not hidden by what the device keeps.
      p.navigate(address + "/trust");
      assertThat(p.locator("h1")).hasText(Pattern.compile("trust Bivex"));
      Browsers.accessible(p, "the page on trusting the house");
    }
  }
}
