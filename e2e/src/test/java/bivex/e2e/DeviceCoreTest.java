package bivex.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.InvalidInput;
import bivex.core.optics.Raster;
import bivex.core.shoot.CameraData;
import bivex.core.shoot.MatchGuard;
import bivex.core.shoot.MatchRule;
import bivex.core.shoot.SetClock;
import bivex.core.time.FrameRate;
import bivex.core.time.Timecode;
import bivex.core.time.TimecodeRange;
import bivex.server.http.Json;
import com.microsoft.playwright.Page;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;

/**
 * The rules as they run on a device, in the browser, against the very source they were compiled
 * from, run by Java.
 */
class DeviceCoreTest {
  private static Browsers browsers;
  private static Page page;

  @BeforeAll
  static void open() throws IOException {
    browsers = new Browsers();
    page = browsers.page("about:blank");
    page.evaluate(
        "async src => { window.core = await import('data:text/javascript;base64,' +"
            + " btoa(unescape(encodeURIComponent(src)))); }",
        Files.readString(Path.of("../device/target/js/core.js")));
  }

  @AfterAll
  static void close() {
    browsers.close();
  }

  private static final Random RANDOM = new Random(31);

  /** A value, that value again, a little off, or none. */
  private static Double near(Double base, double spread) {
    return switch (RANDOM.nextInt(4)) {
      case 0 -> null;
      case 1, 2 -> base;
      default ->
          base == null
              ? null
              : Math.round((base + spread * (RANDOM.nextDouble() - 0.5)) * 1e4) / 1e4;
    };
  }

  private static CameraData camera() {
    return new CameraData(
        RANDOM.nextBoolean() ? "K1" : "K2",
        RANDOM.nextInt(5) == 0 ? null : "prime",
        near(35.0, 3),
        near(5.6, 2),
        near(0.02, 0.01),
        near(400.0, 300),
        near(5600.0, 900),
        RANDOM.nextInt(6) == 0,
        RANDOM.nextInt(6) == 0,
        near(2.6, 1),
        RANDOM.nextInt(6) == 0 ? null : false,
        RANDOM.nextInt(4) == 0 ? FrameRate.NTSC : FrameRate.FILM,
        RANDOM.nextInt(5) == 0 ? Raster.HD : Raster.UHD,
        near(1.4, 0.1),
        near(0.0, 1),
        near(2.6, 0.1));
  }

  @Test
  void theGuardOnTheDeviceSaysWhatTheGuardOfTheServerSays() {
    List<Map<String, Object>> asked = new ArrayList<>();
    List<List<Object>> wanted = new ArrayList<>();
    int findings = 0;
    for (int i = 0; i < 400; i++) {
      CameraData reference = i % 9 == 0 ? null : camera();
      CameraData take = camera();
      Set<MatchRule> rules = EnumSet.noneOf(MatchRule.class);
      Arrays.stream(MatchRule.values()).filter(r -> RANDOM.nextInt(5) > 0).forEach(rules::add);
      double background = RANDOM.nextInt(3) == 0 ? 0 : 5;
      MatchGuard.Optics optics =
          new MatchGuard.Optics(Raster.UHD, 36, background > 0 ? background : null);
      List<MatchGuard.Finding> found =
          reference == null
              ? MatchGuard.alone(take, rules)
              : MatchGuard.compare(reference, take, rules, optics);
      findings += found.size();
      Map<String, Object> q = new HashMap<>();
      q.put("reference", reference == null ? null : plain(reference));
      q.put("take", plain(take));
      q.put("rules", String.join(",", rules.stream().map(Enum::name).toList()));
      q.put("background", background);
      asked.add(q);
      wanted.add(found.stream().map(f -> plain(f)).toList());
    }
    List<?> said =
        (List<?>)
            page.evaluate(
                "qs => qs.map(q => core.guard(q.reference, q.take, q.rules, 3840, 2160, 36,"
                    + " q.background))",
                asked);
    assertThat(findings).isGreaterThan(1500);
    for (int i = 0; i < asked.size(); i++) {
      assertThat(said.get(i)).as(asked.get(i).toString()).isEqualTo(wanted.get(i));
    }
  }

  private static Object plain(Object value) {
    return Json.MAPPER.convertValue(value, Object.class);
  }

  @Test
  void timecodeRunsAlike() {
    List<List<Object>> asked = new ArrayList<>();
    List<List<Object>> wanted = new ArrayList<>();
    for (int i = 0; i < 400; i++) {
      FrameRate rate =
          List.of(
                  FrameRate.FILM,
                  FrameRate.FILM_NTSC,
                  FrameRate.PAL,
                  FrameRate.NTSC,
                  FrameRate.HIGH_NTSC)
              .get(RANDOM.nextInt(5));
      boolean drop = rate.allowsDropFrame() && RANDOM.nextBoolean();
      Timecode in = new Timecode(rate, drop, RANDOM.nextInt(2_000_000));
      double seconds = Math.round(RANDOM.nextDouble() * 900_000) / 1000.0;
      long frames = (long) Math.floor(rate.frames(seconds));
      asked.add(List.of(in.label(), seconds, rate.text()));
      wanted.add(
          List.of(
              in.plus(frames).label(),
              in.plus(Math.max(0, frames - 1)).label(),
              in.plus(1).label()));
    }
    assertThat(
            page.evaluate(
                "qs => qs.map(([t, s, r]) => [core.running(t, s, r), core.out(t, s, r),"
                    + " core.after(t, r)])",
                asked))
        .isEqualTo(wanted);
  }

  /** What one refuses the other refuses, in the same words. */
  @Test
  void faultsAreNamedAlike() {
    for (String[] range :
        new String[][] {
          {"01:00:00:00", "00:59:00:00", "24"},
          {"00:01:00;00", "00:02:00;02", "30000/1001"},
          {"01:00:00:24", "01:00:01:00", "24"},
          {"x", "01:00:01:00", "24"},
          {"01:00:00:00", "01:00:01:00", "24"}
        }) {
      String here = "";
      try {
        TimecodeRange.parse(range[0], range[1], FrameRate.parse(range[2]));
      } catch (InvalidInput e) {
        here = e.getMessage();
      }
      assertThat(page.evaluate("([a, b, r]) => core.rangeFault(a, b, r)", Arrays.asList(range)))
          .isEqualTo(here);
    }
    for (Map<String, Object> bad :
        List.<Map<String, Object>>of(
            Map.of("iso", 5),
            Map.of("fNumber", 0.1),
            Map.of("whiteK", 99_999),
            Map.of("tiltDeg", 100),
            Map.of("focusM", 0),
            Map.of("shutterSeconds", 61),
            Map.of("rate", "fast"),
            Map.of())) {
      String here = "";
      try {
        Json.MAPPER.convertValue(bad, CameraData.class);
      } catch (RuntimeException e) {
        Throwable t = e;
        while (!(t instanceof InvalidInput)) {
          t = t.getCause();
        }
        here = t.getMessage();
      }
      assertThat(page.evaluate("c => core.fault(c)", bad)).isEqualTo(here);
    }
    CameraData some = camera();
    assertThat(page.evaluate("c => core.silent(c, 'lens,focusM')", plain(some)))
        .isEqualTo(some.silent(List.of("lens", "focusM")));
  }

  @Test
  void theClockAfterATakeIsTheSums() {
    String wanted =
        SetClock.of("B", true, 30, 60 / 60.0 + SetClock.RESET, 40, 1, 32, 5, 100).words();
    assertThat(page.evaluate("() => core.clock('B', 30, 40, 32, 5, 60, 1, 100)")).isEqualTo(wanted);
    assertThat(page.evaluate("() => core.seconds('01:00:00:00', '01:00:09:23', '24')"))
        .satisfies(s -> assertThat(((Number) s).doubleValue()).isEqualTo(10));
  }
}
