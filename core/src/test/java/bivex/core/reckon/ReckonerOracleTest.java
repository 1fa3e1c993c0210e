package bivex.core.reckon;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** Sums asked by random values through the door a user takes, against the same thing worked out another way. */
class ReckonerOracleTest {
  private final Random random = new Random(51);

  private static double read(String sum, Map<String, ?> in, String label) {
    List<Sum.Result> all = Reckoner.reckon(sum, in);
    return Double.parseDouble(all.stream().filter(r -> r.label().equals(label)).findFirst().orElseThrow(() -> new AssertionError(label + " in " + all)).value());
  }

  private double between(double low, double high) {
    return low + random.nextDouble() * (high - low);
  }

  /** The disc by tracing the edge rays of the lens to the sensor. */
  @Test
  void blurDiscsAreWhereTheRaysFall() {
    for (int i = 0; i < 500; i++) {
      double f = between(12, 200);
      double n = between(1.2, 22);
      double focus = between(0.8, 20);
      double background = between(0.8, 60);
      Map<String, Object> in = Map.of("focalMm", f, "fNumber", n, "focusM", focus, "backgroundM", background);
      double sensor = f * focus * 1000 / (focus * 1000 - f);
      double image = f * background * 1000 / (background * 1000 - f);
      double edge = f / n / 2;
      double height = edge * (1 - sensor / image);
      assertThat(read("S9", in, "Disc of the first")).isCloseTo(Math.abs(2 * height), within(6e-5));
    }
  }

  /** Depth of field by walking outwards until the disc has grown to the circle. */
  @Test
  void depthOfFieldEndsWhereTheDiscIsTooLarge() {
    for (int i = 0; i < 60; i++) {
      double f = between(18, 90);
      double n = between(2, 16);
      double focus = between(1, 6);
      Map<String, Object> in = Map.of("focalMm", f, "fNumber", n, "focusM", focus, "circleMm", 0.03);
      double near = read("S8", in, "Sharp from");
      double low = f / 1000 + 0.001;
      double high = focus;
      for (int k = 0; k < 60; k++) {
        double mid = (low + high) / 2;
        double disc = f * f * Math.abs(mid - focus) * 1000 / (n * mid * 1000 * (focus * 1000 - f));
        if (disc > 0.03) {
          low = mid;
        } else {
          high = mid;
        }
      }
      assertThat(near).isCloseTo(high, within(6e-4));
    }
  }

  /** Blur as the way a dot goes while the shutter is open, step by step. */
  @Test
  void blurIsTheWayGoneWhileTheShutterIsOpen() {
    for (int i = 0; i < 200; i++) {
      double speed = between(10, 8000);
      double angle = between(5, 360);
      int fps = 12 + random.nextInt(100);
      double way = 0;
      int steps = 1000;
      for (int k = 0; k < steps; k++) {
        way += speed * (1.0 / fps) * (angle / 360) / steps;
      }
      assertThat(read("S5", Map.of("rate", Integer.toString(fps), "shutterDegrees", angle, "pxPerSecond", speed), "Blur")).isCloseTo(way, within(0.06));
    }
  }

  /** Stops by halving until the light is as little as wanted. */
  @Test
  void stopsAreHalvings() {
    for (int i = 0; i < 200; i++) {
      double from = between(20, 200);
      double to = from * between(1, 60);
      double light = to / from;
      int whole = 0;
      while (light >= 2) {
        light /= 2;
        whole++;
      }
      double stops = read("S6", Map.of("fromSeconds", from, "toSeconds", to), "To find");
      assertThat(stops).isBetween(whole - 0.006, whole + 1.006);
      assertThat(Math.pow(2, stops - whole)).isCloseTo(light, within(0.02));
    }
  }

  @Test
  void aCardFillsByteByByte() {
    for (int i = 0; i < 200; i++) {
      double minutes = between(0.5, 60);
      double megabits = between(10, 800);
      double bytes = 0;
      for (int second = 0; second < (int) (minutes * 60); second++) {
        bytes += megabits * 1_000_000 / 8;
      }
      Map<String, Object> in = Map.of("recordMinutes", minutes, "megabits", megabits, "standbyMinutes", 3, "batteryMinutes", 40);
      assertThat(read("S19", in, "Recorded")).isCloseTo(bytes / 1e9, within(megabits / 8000 + 0.006));
      assertThat(read("S19", in, "Camera on") + read("S19", in, "Battery left")).isCloseTo(40, within(0.11));
    }
  }

  /** Reads a clip on a timeline frame by frame with a clock, as an editor's playback would. */
  @Test
  void cadenceIsWhatAClockShows() {
    String[] rates = {"24", "25", "30", "48", "50", "60", "120"};
    for (int i = 0; i < 200; i++) {
      String p = rates[random.nextInt(rates.length)];
      String c = rates[random.nextInt(rates.length)];
      double speed = (1 + random.nextInt(16)) / 8.0;
      Map<String, Object> in = Map.of("rate", p, "capture", c, "speed", speed);
      StringBuilder shown = new StringBuilder();
      for (int k = 0; k < 12; k++) {
        double at = k / Double.parseDouble(p) * speed;
        shown.append(k == 0 ? "" : " ").append((long) Math.floor(at * Double.parseDouble(c) + 1e-7));
      }
      assertThat(Reckoner.reckon("S2", in)).filteredOn(r -> r.label().equals("First frames")).singleElement().satisfies(r -> assertThat(r.series().stream().limit(12).map(x -> Long.toString(x.longValue())).reduce((a, b) -> a + " " + b).orElseThrow()).isEqualTo(shown.toString()));
    }
  }

  @Test
  void aDashCoversItsWayInItsFrames() {
    for (int i = 0; i < 200; i++) {
      int between = 1 + random.nextInt(24);
      double metres = between(0.5, 80);
      double px = between(10, 3800);
      Map<String, Object> in = Map.of("rate", "24", "between", between, "metres", metres, "spanPx", px, "blurDegrees", 180);
      double seconds = (between + 1) / 24.0;
      assertThat(read("S15", in, "Speed") * seconds).isCloseTo(metres, within(0.06 * seconds + 1e-9));
      assertThat(read("S15", in, "Travel") * (between + 1)).isCloseTo(px, within(0.51 * (between + 1)));
      String frames = Reckoner.reckon("S15", in).get(3).value();
      assertThat(frames.split(", ")).hasSize(between);
      assertThat(frames).startsWith("streak").endsWith("streak");
    }
  }

  /** Whatever is asked within range gives numbers or is refused by the name of an input, and the same question gives the same answer. */
  @Test
  void everySumAnswersAnythingWithinRange() {
    for (Sum s : Reckoner.sums()) {
      int answered = 0;
      for (int i = 0; i < 200; i++) {
        Map<String, Object> in = new HashMap<>();
        s.inputs().forEach(p -> {
          switch (p.kind()) {
            case NUMBER -> in.put(p.key(), between(p.min(), Math.min(p.max(), p.min() + 400)));
            case WHOLE -> in.put(p.key(), (long) between(p.min(), Math.min(p.max(), p.min() + 400)));
            case YES_NO -> in.put(p.key(), random.nextBoolean());
            default -> { }
          }
        });
        // A lens cannot focus nearer than its own focal length; that is refused by name elsewhere.
        in.computeIfPresent("handOver", (k, v) -> (long) between(1, 20));
        in.computeIfPresent("focusM", (k, v) -> between(4, 40));
        in.computeIfPresent("focusFarM", (k, v) -> between(4, 40));
        List<Sum.Result> once;
        try {
          once = Reckoner.reckon(s.id(), in);
          answered++;
        } catch (bivex.core.InvalidInput refused) {
          assertThat(refused.field()).isNotBlank();
          continue;
        }
        assertThat(once).as(s.id() + " " + in).isNotEmpty().allMatch(r -> !r.value().contains("NaN") && !r.value().contains("Infinity"));
        assertThat(Reckoner.reckon(s.id(), in)).isEqualTo(once);
        assertThat(once).extracting(Sum.Result::key).doesNotHaveDuplicates();
      }
      assertThat(answered).as(s.id()).isGreaterThan(60);
    }
  }
}
