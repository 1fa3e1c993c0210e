package bivex.bench;

import bivex.core.crew.Role;
import bivex.core.script.Anchor;
import bivex.server.Caller;
import bivex.server.House;
import bivex.server.keep.People;
import bivex.server.keep.Production;
import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserType;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import com.microsoft.playwright.options.WaitForSelectorState;
import com.microsoft.playwright.options.WaitUntilState;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Map;

/**
 * The script desk opened in Chromium with a script of 120 pages and 400 marks: from the address
 * until the pages, the marks and the list are there and a key answers.
 */
public final class DeskOpen {
  private static final int TIMES = 12;

  private DeskOpen() {}

  public static void main(String[] args) {
    try (House house = House.start(false);
        Playwright playwright =
            Playwright.create(
                new Playwright.CreateOptions()
                    .setEnv(Map.of("PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD", "1")));
        Browser browser =
            playwright
                .chromium()
                .launch(
                    new BrowserType.LaunchOptions()
                        .setExecutablePath(Path.of("/usr/bin/chromium"))
                        .setArgs(
                            List.of(
                                "--no-sandbox",
                                "--disable-gpu",
                                "--disable-quic",
                                "--no-first-run",
                                "--disable-background-networking",
                                "--disable-component-update",
                                "--disable-sync",
                                "--disable-dev-shm-usage")))) {
      Production p = house.production();
      Caller c = house.person(p, Role.PRODUCER);
      String base = "/api/productions/" + p.id;
      String script = Prose.script();
      String draft = c.post(base + "/drafts", Map.of("name", "white", "text", script)).text("id");
      List<String> methods = List.of("A1", "B1", "C3", "D1", "E1");
      int i = 0;
      for (Anchor a : Prose.marks(script, 400)) {
        Caller.Answer s =
            c.post(
                base + "/shots",
                Map.of(
                    "draft",
                    draft,
                    "start",
                    a.start(),
                    "end",
                    a.end(),
                    "method",
                    methods.get(i++ % methods.size())));
        if (s.status() != 200) {
          throw new IllegalStateException(s.toString());
        }
      }
      for (String path :
          List.of("/drafts/latest", "/shots?size=500", "/cues", "/tally", "/reel", "/drafts")) {
        double[] ms = new double[12];
        long bytes = 0;
        for (int k = 0; k < ms.length; k++) {
          long t = System.nanoTime();
          bytes = c.get(base + path).raw().body().length;
          ms[k] = (System.nanoTime() - t) / 1e6;
        }
        print(path + ", " + bytes / 1000 + " kB", ms);
      }
      Page page = browser.newPage(new Browser.NewPageOptions().setViewportSize(1280, 800));
      page.navigate(house.address());
      page.getByLabel("Name")
          .fill(house.bean(People.class).findById(c.person()).orElseThrow().login);
      page.getByLabel("Password").fill(House.PASSWORD);
      page.keyboard().press("Enter");
      page.waitForSelector("footer");
      double[] address = new double[TIMES];
      double[] desk = new double[TIMES];
      for (int k = 0; k < TIMES; k++) {
        page.navigate("about:blank");
        long t = System.nanoTime();
        page.navigate(
            house.address() + "/p/" + p.id + "/script",
            new Page.NavigateOptions().setWaitUntil(WaitUntilState.COMMIT));
        ready(page);
        address[k] = (System.nanoTime() - t) / 1e6;
        page.keyboard().press("1");
        page.waitForSelector(
            ".page", new Page.WaitForSelectorOptions().setState(WaitForSelectorState.DETACHED));
        t = System.nanoTime();
        page.keyboard().press("2");
        ready(page);
        desk[k] = (System.nanoTime() - t) / 1e6;
      }
      print("from the address, browser cache warm", address);
      print("from another desk", desk);
      double[] import_ = new double[3];
      for (int k = 0; k < import_.length; k++) {
        long t = System.nanoTime();
        c.post(
            base + "/drafts",
            Map.of("name", "next", "text", k % 2 == 0 ? Prose.revised() : script));
        import_[k] = (System.nanoTime() - t) / 1e6;
      }
      print("a next draft taken in, 400 marks carried", import_);
    }
    System.exit(0);
  }

  private static void ready(Page page) {
    page.waitForSelector(".page .marked");
    page.waitForSelector(".codes button");
    page.waitForSelector(
        "li:nth-child(400) .spot",
        new Page.WaitForSelectorOptions().setState(WaitForSelectorState.ATTACHED));
    page.keyboard().press("j");
    page.waitForSelector(".row.cursor");
    page.keyboard().press("Escape");
  }

  private static void print(String what, double[] ms) {
    Arrays.sort(ms);
    System.out.printf(
        "%-42s median %6.0f ms  (%.0f to %.0f)%n",
        what, ms[ms.length / 2], ms[0], ms[ms.length - 1]);
  }
}
