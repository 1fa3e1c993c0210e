package bivex.e2e;

import bivex.server.Stage;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;

/**
 * What the tests of a desk share: a browser for all of them, and a production of its own for each;
 * no script of the interface may have failed at the end.
 */
abstract class DeskTests {
  protected static Browsers browsers;
  protected final Stage stage = new Stage();

  @BeforeAll
  static void open() {
    browsers = new Browsers();
  }

  @AfterAll
  static void close() {
    browsers.nothingBroke();
    browsers.close();
  }

  protected static Locator button(Page p, String name) {
    return p.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name));
  }

  protected static Locator button(Page p, Pattern name) {
    return p.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name));
  }
}
