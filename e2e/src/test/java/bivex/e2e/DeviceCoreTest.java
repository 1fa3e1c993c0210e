package bivex.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.InvalidInput;
import bivex.core.optics.Raster;
import bivex.core.shoot.CameraData;
import bivex.core.shoot.MatchGuard;
import bivex.core.shoot.MatchRule;
import bivex.core.shoot.PlateTerms;
import bivex.core.shoot.SetClock;
import bivex.core.shoot.TakeCheck;
import bivex.core.time.FrameRate;
import bivex.core.time.Timecode;
import bivex.core.time.TimecodeRange;
import bivex.server.Caller;
import bivex.server.Stage;
import bivex.server.http.Json;
import com.microsoft.playwright.Page;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.UUID;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

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
        near(2.6, 0.1),
        RANDOM.nextInt(6) == 0,
        RANDOM.nextInt(5) == 0 ? "log" : "flat",
        near(0.0, 0.1) == null ? null : (double) RANDOM.nextInt(3),
        near(0.0, 3),
        RANDOM.nextInt(5) == 0 ? null : "intra",
        RANDOM.nextInt(5) == 0 ? 8 : 10,
        RANDOM.nextInt(5) == 0 ? "crop" : "full width",
        near(0.0, 0.2),
        RANDOM.nextInt(4) == 0 ? null : RANDOM.nextBoolean());
  }

  /** What a plan asks of a plate: mostly near what cameras were set to, some of it open. */
  private static PlateTerms terms() {
    return RANDOM.nextInt(4) == 0
        ? PlateTerms.NONE
        : new PlateTerms(
            camera(),
            RANDOM.nextInt(3) == 0 ? Set.of("iso", "fNumber") : Set.of(),
            5,
            4,
            FrameRate.FILM);
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
      TakeCheck.Shot held = new TakeCheck.Shot(take, RANDOM.nextInt(8), terms());
      TakeCheck.Shot against =
          reference == null ? null : new TakeCheck.Shot(reference, RANDOM.nextInt(8), terms());
      List<MatchGuard.Finding> found = TakeCheck.of(held, against, rules, optics);
      findings += found.size();
      Map<String, Object> q = new HashMap<>();
      q.put("reference", against == null ? null : shot(against));
      q.put("take", shot(held));
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

  private static Map<String, Object> shot(TakeCheck.Shot s) {
    return Map.of("camera", plain(s.camera()), "asks", plain(s.terms()), "seconds", s.seconds());
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
      wanted.add(List.of(in.plus(frames).label(), in.plus(Math.max(0, frames - 1)).label()));
    }
    assertThat(
            page.evaluate(
                "qs => qs.map(([t, s, r]) => [core.running(t, s, r), core.out(t, s, r)])", asked))
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
    for (boolean first : new boolean[] {false, true}) {
      assertThat(
              page.evaluate(
                  "([c, f]) => core.silent(c, 'lens,focusM', f)", List.of(plain(some), first)))
          .isEqualTo(some.silent(List.of("lens", "focusM"), first));
    }
    assertThat(page.evaluate("c => core.listed(c, 'focalMm')", plain(some)))
        .isEqualTo(some.listed("focalMm"));
  }

  @Test
  void theClockAfterATakeIsTheSums() {
    String wanted =
        SetClock.of("B", true, 30, 60 / 60.0 + SetClock.RESET, 40, 1, 32, 5, 100).words();
    Map<String, Object> told =
        Map.of(
            "words",
            "as told",
            "state",
            "LASTS",
            "batteryLeft",
            30,
            "cardLeft",
            40,
            "need",
            32,
            "needRecord",
            5);
    // 60 s of take: one minute of card, and of battery with the reset between takes.
    Map<String, Object> take = Map.of("tcIn", "01:00:00:00", "tcOut", "01:00:59:23");
    String call = "([told, takes]) => core.clock(told, 'B', takes, '24', 100)";
    assertThat(page.evaluate(call, List.of(told, List.of(take)))).isEqualTo(wanted);
    assertThat(page.evaluate(call, List.of(told, List.of()))).isEqualTo("as told");
  }

  /**
   * The floor with entries that wait is the floor as the server tells it once they are sent: takes
   * and what was said of them, references, numbers, timecode, and how every plate stands.
   */
  @Test
  void whatTheDeviceShowsIsWhatTheServerSaysOnceItIsSent() {
    Stage stage = new Stage();
    String path = stage.base + "/setups/" + stage.setup;
    for (int round = 0; round < 12; round++) {
      JsonNode before = Stage.ok(stage.producer.get(path)).body();
      List<Map<String, Object>> entries = entries(stage, before, round);
      JsonNode shown =
          Json.MAPPER.valueToTree(
              page.evaluate(
                  "([sheet, entries]) => core.merge(sheet, entries, '24', 3840, 2160, 36)",
                  List.of(plain(before), entries)));
      Caller.Answer sent =
          Stage.ok(
              stage.producer.post(
                  stage.base + "/floor/entries",
                  Map.of("device", "d", "sentAt", Instant.now().toString(), "entries", entries)));
      sent.at("results")
          .forEach(r -> assertThat(r.path("became").asString()).as(r.toString()).isEqualTo("KEPT"));
      JsonNode told = Stage.ok(stage.producer.get(path)).body();
      assertThat(takes(shown.path("takes")))
          .as("round %d", round)
          .isEqualTo(takes(told.path("takes")));
      assertThat(shown.path("nextIn")).isEqualTo(told.path("nextIn"));
      List<String> references = new ArrayList<>();
      told.path("takes")
          .forEach(
              t -> {
                if (t.path("reference").asBoolean()) {
                  references.add(t.path("id").asString());
                }
              });
      assertThat(Json.MAPPER.convertValue(shown.path("references"), String[].class))
          .as("round %d", round)
          .containsExactlyElementsOf(references);
      for (int i = 0; i < told.path("plates").size(); i++) {
        JsonNode plate = told.path("plates").get(i);
        assertThat(shown.path("plates").get(i).path("nextTake")).isEqualTo(plate.path("nextTake"));
        assertThat(shown.path("plates").get(i).path("state"))
            .as("round %d: %s", round, plate)
            .isEqualTo(plate.path("state"));
      }
    }
  }

  private static List<String> takes(JsonNode of) {
    List<String> out = new ArrayList<>();
    of.forEach(t -> out.add(t.path("id").asString() + " " + t.path("call").asString()));
    return out;
  }

  /** Takes good and bad, calls on old and new ones, touches. */
  private static List<Map<String, Object>> entries(Stage stage, JsonNode before, int round) {
    List<Map<String, Object>> out = new ArrayList<>();
    List<String> known = new ArrayList<>();
    before.path("takes").forEach(t -> known.add(t.path("id").asString()));
    Map<String, Integer> next = new HashMap<>();
    before
        .path("plates")
        .forEach(p -> next.put(p.path("key").asString(), p.path("nextTake").asInt()));
    List<String> plates = List.copyOf(next.keySet());
    // Long ago, so that no moment is later than the one at which it is sent.
    Instant at = Instant.now().minusSeconds(3600 - 100L * round);
    for (int i = 0; i < 5; i++) {
      String id = UUID.randomUUID().toString();
      String made = at.plusSeconds(i).toString();
      int kind = RANDOM.nextInt(6);
      if (kind < 2 || known.isEmpty()) {
        String plate = plates.get(RANDOM.nextInt(plates.size()));
        Map<String, Object> camera = new HashMap<>(Stage.CAMERA);
        camera.put("iso", RANDOM.nextInt(4) == 0 ? 800 : 400);
        Map<String, Object> logged =
            new HashMap<>(
                Map.of(
                    "shot",
                    stage.shot,
                    "setup",
                    stage.setup,
                    "plate",
                    plate,
                    "roll",
                    "A001",
                    "tcIn",
                    "01:00:00:00",
                    "tcOut",
                    "01:00:0" + (1 + i) + ":23",
                    "camera",
                    camera,
                    "notRead",
                    Stage.NOT_READ,
                    "madeAt",
                    made));
        logged.put("number", next.merge(plate, 1, Integer::sum) - 1);
        out.add(Map.of("id", id, "logged", logged));
        known.add(id);
      } else if (kind == 5) {
        out.add(
            Map.of(
                "id", id, "setup", stage.setup, "touch", Map.of("kind", "LEGS", "madeAt", made)));
      } else {
        String call = List.of("PICK", "PICK", "NO_GOOD", "NONE").get(RANDOM.nextInt(4));
        out.add(
            Map.of(
                "id",
                id,
                "take",
                known.get(RANDOM.nextInt(known.size())),
                "call",
                Map.of("call", call, "reason", "a reason")));
      }
    }
    return out;
  }
}
