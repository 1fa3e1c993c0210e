package bivex.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import bivex.server.House;
import bivex.server.Stage;
import bivex.server.keep.People;
import com.deque.html.axecore.playwright.AxeBuilder;
import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.BrowserType;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import com.microsoft.playwright.assertions.PlaywrightAssertions;
import com.microsoft.playwright.options.AriaRole;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.security.cert.CertificateFactory;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;

/** Debian's headless Chromium, once for all tests. */
final class Browsers implements AutoCloseable {
  private static final List<String> ARGS =
      List.of(
          "--no-sandbox",
          "--disable-gpu",
          "--disable-quic",
          "--no-first-run",
          "--disable-background-networking",
          "--disable-component-update",
          "--disable-sync",
          "--disable-dev-shm-usage");

  private final Playwright playwright =
      Playwright.create(
          new Playwright.CreateOptions().setEnv(Map.of("PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD", "1")));
  private final Browser browser =
      playwright
          .chromium()
          .launch(
              new BrowserType.LaunchOptions()
                  .setExecutablePath(Path.of("/usr/bin/chromium"))
                  .setArgs(ARGS));

  /**
   * How long anything is waited for, ms: a busy machine takes its time, and only what hangs takes
   * longer.
   */
  static final int PATIENCE = 180_000;

  static {
    PlaywrightAssertions.setDefaultAssertionTimeout(PATIENCE);
  }

  private final List<String> faults = new ArrayList<>();

  /** A page of a browser of its own; errors of its scripts are remembered. */
  Page page(String address) {
    BrowserContext context =
        browser.newContext(new Browser.NewContextOptions().setViewportSize(1280, 800));
    context.setDefaultTimeout(PATIENCE);
    Page p = context.newPage();
    p.onPageError(faults::add);
    p.navigate(address);
    return p;
  }

  /**
   * A page of a phone on the network of the set, which trusts the house's certificate as one does
   * that has learned to: by its key (Chromium has no other way that does not touch the machine).
   */
  Page phone(String address, Path certificate) {
    try (InputStream in = Files.newInputStream(certificate)) {
      byte[] key =
          CertificateFactory.getInstance("X.509")
              .generateCertificate(in)
              .getPublicKey()
              .getEncoded();
      List<String> args = new ArrayList<>(ARGS);
      args.add(
          "--ignore-certificate-errors-spki-list="
              + Base64.getEncoder()
                  .encodeToString(MessageDigest.getInstance("SHA-256").digest(key)));
      BrowserContext context =
          playwright
              .chromium()
              .launchPersistentContext(
                  Files.createTempDirectory("phone"),
                  new BrowserType.LaunchPersistentContextOptions()
                      .setExecutablePath(Path.of("/usr/bin/chromium"))
                      .setArgs(args)
                      .setViewportSize(390, 844)
                      .setHasTouch(true));
      context.setDefaultTimeout(PATIENCE);
      Page p = context.newPage();
      p.onPageError(faults::add);
      p.navigate(address);
      return p;
    } catch (IOException | GeneralSecurityException e) {
      throw new IllegalStateException(e);
    }
  }

  /** Another page of the browser a page was in; what that browser keeps is still there. */
  Page again(Page closed) {
    Page p = closed.context().newPage();
    p.onPageError(faults::add);
    return p;
  }

  /** A page of a production, opened by somebody who signs in as a user would. */
  Page at(Stage stage, UUID person, String path) {
    return at(stage.house.address(), stage, person, path);
  }

  /** The same, at a server of another address over the same database. */
  Page at(String address, Stage stage, UUID person, String path) {
    Page p = page(address);
    signIn(p, stage, person, path);
    return p;
  }

  void signIn(Page p, Stage stage, UUID person, String path) {
    String address = p.url().replaceFirst("(https?://[^/]+).*", "$1");
    String login = stage.house.bean(People.class).findById(person).orElseThrow().login;
    p.getByLabel("Name").fill(login);
    p.getByLabel("Password").fill(House.PASSWORD);
    p.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Sign in")).click();
    PlaywrightAssertions.assertThat(p.locator("footer")).containsText(login);
    p.navigate(address + "/p/" + stage.production.id + path);
    PlaywrightAssertions.assertThat(p.locator("main")).not().containsText("Reading");
  }

  /** A button inside something. */
  static Locator in(Locator where, String button) {
    return where.getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName(button));
  }

  /** Nothing of what a page ran has failed. */
  void nothingBroke() {
    assertThat(faults).isEmpty();
  }

  /** No fault that axe calls serious or critical (WCAG 2.2 A and AA rules). */
  static void accessible(Page p, String what) {
    // A button that turns from one colour to another has neither yet.
    p.waitForFunction(
        "() => document.getAnimations().every(a => a.playState !== 'running'"
            + " || a.effect.getComputedTiming().endTime === Infinity)");
    var faults =
        new AxeBuilder(p)
                .withTags(List.of("wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa"))
                .analyze()
                .getViolations()
                .stream()
                .filter(v -> Set.of("serious", "critical").contains(v.getImpact()))
                .map(
                    v ->
                        v.getId()
                            + ": "
                            + v.getNodes().stream().map(n -> n.getHtml()).limit(3).toList())
                .toList();
    assertThat(faults).as("accessibility of " + what).isEmpty();
  }

  @Override
  public void close() {
    playwright.close();
  }
}
