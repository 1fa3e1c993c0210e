package bivex.core.reckon;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;

/**
 * Sums asked by random values through the door a user takes, against the same thing worked out
 * another way.
 */
class ReckonerOracleTest {
  private final Random random = new Random(51);

  private static double read(String sum, Map<String, ?> in, String label) {
    List<Sum.Result> all = Reckoner.reckon(sum, in);
    return Double.parseDouble(
        all.stream()
            .filter(r -> r.label().equals(label))
            .findFirst()
            .orElseThrow(() -> new AssertionError(label + " in " + all))
            .value());
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
      Map<String, Object> in =
          Map.of("focalMm", f, "fNumber", n, "focusM", focus, "backgroundM", background);
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
      Map<String, Object> in =
          Map.of("focalMm", f, "fNumber", n, "focusM", focus, "circleMm", 0.03);
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
      assertThat(
              read(
                  "S5",
                  Map.of(
                      "rate", Integer.toString(fps), "shutterDegrees", angle, "pxPerSecond", speed),
                  "Blur"))
          .isCloseTo(way, within(0.06));
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
      double stops = read("S6", Map.of("fromPerSecond", from, "toPerSecond", to), "To find");
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
      Map<String, Object> in =
          Map.of(
              "recordMinutes",
              minutes,
              "megabits",
              megabits,
              "standbyMinutes",
              3,
              "batteryMinutes",
              40);
      assertThat(read("S19", in, "Recorded"))
          .isCloseTo(bytes / 1e9, within(megabits / 8000 + 0.006));
      assertThat(read("S19", in, "Camera on") + read("S19", in, "Battery left"))
          .isCloseTo(40, within(0.11));
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
        shown
            .append(k == 0 ? "" : " ")
            .append((long) Math.floor(at * Double.parseDouble(c) + 1e-7));
      }
      assertThat(Reckoner.reckon("S2", in))
          .filteredOn(r -> r.label().equals("First frames"))
          .singleElement()
          .satisfies(
              r ->
                  assertThat(
                          r.series().stream()
                              .limit(12)
                              .map(x -> Long.toString(x.longValue()))
                              .reduce((a, b) -> a + " " + b)
                              .orElseThrow())
                      .isEqualTo(shown.toString()));
    }
  }

  @Test
  void aDashCoversItsWayInItsFrames() {
    for (int i = 0; i < 200; i++) {
      int between = 1 + random.nextInt(24);
      double metres = between(0.5, 80);
      double px = between(10, 3800);
      Map<String, Object> in =
          Map.of(
              "rate", "24", "between", between, "metres", metres, "spanPx", px, "blurDegrees", 180);
      double seconds = (between + 1) / 24.0;
      assertThat(read("S15", in, "Speed") * seconds)
          .isCloseTo(metres, within(0.06 * seconds + 1e-9));
      assertThat(read("S15", in, "Travel") * (between + 1))
          .isCloseTo(px, within(0.51 * (between + 1)));
      String frames = Reckoner.reckon("S15", in).get(3).value();
      assertThat(frames.split(", ")).hasSize(between);
      assertThat(frames).startsWith("streak").endsWith("streak");
    }
  }

  private static double number(String sum, Map<String, ?> in, String key) {
    return result(sum, in, key).number();
  }

  private static Sum.Result result(String sum, Map<String, ?> in, String key) {
    return Reckoner.reckon(sum, in).stream()
        .filter(r -> r.key().equals(key))
        .findFirst()
        .orElseThrow(() -> new AssertionError(key));
  }

  /** A ramp by adding up thousands of thin slices of the speed that the same answer lists. */
  @Test
  void aRampPassesTheSliceOfEveryFrame() {
    for (int i = 0; i < 60; i++) {
      List<List<Double>> keys =
          List.of(
              List.of(between(0, 20), between(0.1, 8)),
              List.of(between(25, 60), between(0.1, 8)),
              List.of(between(65, 90), between(0.1, 8)));
      Map<String, Object> in =
          Map.of(
              "rate",
              "24",
              "capture",
              "48",
              "cutFrames",
              100,
              "keys",
              keys,
              "curve",
              random.nextBoolean() ? "eased" : "even");
      List<Double> speeds = result("S4", in, "speeds").series();
      List<Double> positions = result("S4", in, "positions").series();
      for (int f = 1; f < 100; f++) {
        double slice = (speeds.get(f - 1) + speeds.get(f)) / 2 * 2;
        assertThat(positions.get(f) - positions.get(f - 1)).isCloseTo(slice, within(1.0));
      }
      assertThat(number("S4", in, "sourceFrames")).isEqualTo(positions.get(100));
      assertThat(number("S4", in, "meanSpeed") * 100 / 24)
          .isCloseTo(number("S4", in, "sourceSeconds"), within(1e-9));
    }
  }

  /** A height is projected through a pinhole onto the sensor and must fill what is said. */
  @Test
  void whatFitsIsProjectedOntoTheSensor() {
    for (int i = 0; i < 200; i++) {
      double f = between(12, 150);
      double sensor = between(5, 40);
      double d = between(1, 80);
      double h = between(0.2, 6);
      Map<String, Object> in =
          Map.of(
              "focalMm",
              f,
              "sensorWidthMm",
              sensor,
              "distanceM",
              d,
              "heightM",
              h,
              "headroomPercent",
              20);
      double high = sensor * 9 / 16;
      assertThat(number("S10", in, "fillsPercent"))
          .isCloseTo(100 * (h * 1000 / (d * 1000) * f) / high, within(1e-6));
      double from = number("S10", in, "fitsFromM");
      assertThat(h / from * f / high).isCloseTo(0.8, within(1e-9));
      assertThat(from / number("S10", in, "turnedFromM")).isCloseTo(16.0 / 9, within(1e-9));
      assertThat(number("S10", in, "widthM") * number("S10", in, "pxPerMetre"))
          .isCloseTo(3840, within(1e-6));
    }
  }

  /**
   * Every point of the frame's outline, turned back into the picture, lies inside it at the scale
   * and outside a hair below.
   */
  @Test
  void overscanByPixels() {
    for (int i = 0; i < 60; i++) {
      int w = 100 + random.nextInt(400);
      int h = 80 + random.nextInt(300);
      Map<String, Object> in =
          Map.of(
              "deliveryWidth",
              w,
              "deliveryHeight",
              h,
              "turnDeg",
              between(-20, 20),
              "shiftXPx",
              between(-40, 40),
              "shiftYPx",
              between(-40, 40));
      double s = number("S13", in, "scale");
      assertThat(outside(in, w, h, s * (1 + 1e-9))).isFalse();
      assertThat(s == 1 || outside(in, w, h, s * 0.999)).isTrue();
    }
  }

  private static boolean outside(Map<String, Object> in, int w, int h, double scale) {
    double a = Math.toRadians((Double) in.get("turnDeg"));
    for (int[] c : new int[][] {{-1, -1}, {1, -1}, {1, 1}, {-1, 1}}) {
      double x = c[0] * w / 2.0 - (Double) in.get("shiftXPx");
      double y = c[1] * h / 2.0 - (Double) in.get("shiftYPx");
      // Counter-clockwise as seen, with y downwards: back by turning clockwise.
      double u = (x * Math.cos(a) - y * Math.sin(a)) / scale;
      double v = (x * Math.sin(a) + y * Math.cos(a)) / scale;
      if (Math.abs(u) > w / 2.0 + 1e-9 || Math.abs(v) > h / 2.0 + 1e-9) {
        return true;
      }
    }
    return false;
  }

  /** A jump and a throw stepped in thousandths of a second. */
  @Test
  void whatGoesUpComesDown() {
    for (int i = 0; i < 40; i++) {
      int frames = 6 + random.nextInt(40);
      double seconds = frames / 24.0;
      double rise =
          number("S14", Map.of("rate", "24", "capture", "24", "airFrames", frames), "heightM");
      assertThat(highest(9.80665 * seconds / 2, seconds)).isCloseTo(rise, within(rise * 0.003));
      Map<String, Object> in =
          Map.of(
              "rate",
              "24",
              "distanceM",
              between(0.5, 20),
              "dropM",
              between(-1, 1),
              "flightFrames",
              frames,
              "pxPerMetre",
              500);
      double up = number("S16", in, "up");
      double y = 0;
      double v = up;
      int steps = 20_000;
      for (int k = 0; k < steps; k++) {
        y += v * seconds / steps - 9.80665 * seconds / steps * seconds / steps / 2;
        v -= 9.80665 * seconds / steps;
      }
      assertThat(y).isCloseTo(-(Double) in.get("dropM"), within(1e-6));
      assertThat(result("S16", in, "x").series().get(frames))
          .isCloseTo((Double) in.get("distanceM") * 500, within(1e-6));
      if (up > 0 && up / 9.80665 < seconds) {
        assertThat(
                result("S16", in, "y").series().stream().mapToDouble(q -> q).max().orElse(0) / 500)
            .isLessThanOrEqualTo(number("S16", in, "riseM") + 1e-9);
      }
    }
  }

  private static double highest(double up, double seconds) {
    double y = 0;
    double v = up;
    double top = 0;
    int steps = 20_000;
    for (int k = 0; k < steps; k++) {
      y += v * seconds / steps;
      v -= 9.80665 * seconds / steps;
      top = Math.max(top, y);
    }
    return top;
  }

  /**
   * Two passes of one turn laid on one another by projecting a far point with and without the
   * errors.
   */
  @Test
  void misregistrationIsTheWayAPointMoves() {
    for (int i = 0; i < 200; i++) {
      double sweep = between(5, 360);
      double seconds = between(4, 40);
      double focal = between(14, 60);
      double sync = between(0, 2);
      double repeat = between(0, 0.1);
      Map<String, Object> in =
          Map.of(
              "rate",
              "25",
              "sweepDeg",
              sweep,
              "moveSeconds",
              seconds,
              "focalMm",
              focal,
              "repeatDeg",
              repeat,
              "syncFrames",
              sync);
      double fpx = focal / 36 * 3840;
      double off = sweep / seconds / 25 * sync + repeat;
      assertThat(number("S18", in, "worstPx"))
          .isCloseTo(
              fpx * Math.tan(Math.toRadians(off)),
              within(0.02 * (1 + number("S18", in, "worstPx"))));
      assertThat(number("S18", in, "degreesPerFrame") * seconds * 25)
          .isCloseTo(sweep, within(1e-9));
    }
  }

  /** A flash watched by a reader who takes every s-th captured frame from any start. */
  @Test
  void aFlashIsSeenAsOftenAsAReaderMeetsIt() {
    for (int i = 0; i < 200; i++) {
      int d = 1 + random.nextInt(9);
      int step = 1 + random.nextInt(12);
      Map<String, Object> in =
          Map.of(
              "rate",
              "24",
              "capture",
              Integer.toString(24 * step),
              "speed",
              1,
              "eventFrames",
              d,
              "eventStart",
              300);
      int met = 0;
      int most = 0;
      int least = Integer.MAX_VALUE;
      for (int start = 0; start < step; start++) {
        int n = 0;
        for (int f = start; f < 400; f += step) {
          n += f >= 300 && f < 300 + d ? 1 : 0;
        }
        met += n > 0 ? 1 : 0;
        most = Math.max(most, n);
        least = Math.min(least, n);
      }
      assertThat(number("S22", in, "worst")).isEqualTo(least);
      assertThat(number("S22", in, "best")).isEqualTo(most);
      assertThat(number("S22", in, "chancePercent")).isCloseTo(100.0 * met / step, within(1e-9));
    }
  }

  /** Frame numbers with holes punched in, counted back. */
  @Test
  void aSequenceAccountsForEveryFrame() {
    for (int i = 0; i < 100; i++) {
      StringBuilder text = new StringBuilder();
      int count = 0;
      int last = 0;
      int at = 1000 + random.nextInt(50);
      int first = at;
      for (int k = 0; k < 1 + random.nextInt(6); k++) {
        int length = 1 + random.nextInt(20);
        text.append(k == 0 ? "" : " ")
            .append(length == 1 ? Integer.toString(at) : at + "-" + (at + length - 1));
        count += length;
        last = at + length - 1;
        at = last + 2 + random.nextInt(9);
      }
      Map<String, Object> in = Map.of("frames", text.toString(), "wanted", count + 3);
      assertThat(number("S24", in, "count")).isEqualTo(count);
      assertThat(number("S24", in, "missing")).isEqualTo(last - first + 1 - count);
      assertThat(number("S24", in, "offBy")).isEqualTo(-3);
      assertThat(number("S24", in, "slipFrames") / 24)
          .isCloseTo(number("S24", in, "slipSeconds"), within(1e-9));
    }
  }

  /** The textbook three-point figures from the ends it gives; one figure has no spread. */
  @Test
  void anEstimateIsItsThreePoints() {
    for (String kind : List.of("hand matte", "paint", "composite", "camera solve")) {
      Map<String, Object> in = Map.of("kind", kind, "units", between(1, 200), "difficulty", "hard");
      double low = number("S25", in, "low");
      double likely = number("S25", in, "likely");
      double high = number("S25", in, "high");
      assertThat(number("S25", in, "mean")).isCloseTo((low + 4 * likely + high) / 6, within(1e-9));
      assertThat(number("S25", in, "deviation")).isCloseTo((high - low) / 6, within(1e-9));
      Map<String, Object> one = new HashMap<>(in);
      one.put("school", "one figure");
      assertThat(number("S25", one, "mean")).isCloseTo(likely, within(1e-9));
      assertThat(number("S25", one, "deviation")).isZero();
    }
  }

  /**
   * Tasks of one's own: means and variances add up (PERT); the factor is all hours over all hours,
   * not a mean of ratios.
   */
  @Test
  void ownThreePointsAndWorkThatIsDone() {
    for (int i = 0; i < 100; i++) {
      List<List<Double>> points = new java.util.ArrayList<>();
      double mean = 0;
      double variance = 0;
      for (int k = 0; k < 1 + random.nextInt(6); k++) {
        double low = between(0, 5);
        double likely = low + between(0, 5);
        double high = likely + between(0, 9);
        points.add(List.of(low, likely, high));
        mean += (low + 4 * likely + high) / 6;
        variance += Math.pow((high - low) / 6, 2);
      }
      Map<String, Object> in =
          Map.of(
              "points",
              points,
              "done",
              List.of(List.of(10.0, 12.0), List.of(1.0, 4.0)),
              "hoursPerDay",
              10);
      assertThat(number("S25", in, "ownMean")).isCloseTo(mean, within(1e-9));
      assertThat(number("S25", in, "ownDeviation")).isCloseTo(Math.sqrt(variance), within(1e-9));
      assertThat(number("S25", in, "ownDays")).isCloseTo(mean / 10, within(1e-9));
      assertThat(number("S25", in, "factor")).isCloseTo(16.0 / 11, within(1e-12));
    }
    org.assertj.core.api.Assertions.assertThatThrownBy(
            () -> Reckoner.reckon("S25", Map.of("points", List.of(List.of(3.0, 2.0, 5.0)))))
        .hasMessageStartingWith("points:");
  }

  /**
   * 12, 5 and 9 words at 150 a minute with half a second between; and the source before and after a
   * ramp.
   */
  @Test
  void guideTracksAndTheEndsOfARamp() {
    assertThat(result("S31", Map.of(), "guideStarts").series()).containsExactly(0.0, 5.3, 7.8);
    assertThat(number("S31", Map.of(), "guideSeconds")).isCloseTo(11.4, within(1e-9));
    Map<String, Object> in =
        Map.of(
            "rate",
            "24",
            "capture",
            "48",
            "cutFrames",
            96,
            "keys",
            List.of(List.of(20.0, 0.5), List.of(40.0, 3.0)));
    assertThat(number("S4", in, "entryFrames")).isCloseTo(20 * 0.5 * 2, within(1e-9));
    assertThat(number("S4", in, "exitFrames")).isCloseTo(56 * 3 * 2, within(1e-9));
  }

  /**
   * By hand: (400 + 120 + 24) ÷ (480 ÷ 24) = 27.2 frames; 0.1 · sin 1° ÷ 2 m · 3733 px = 3.26 px;
   * 60 Hz in 1/48 s is 1.25 refreshes.
   */
  @Test
  void offsetsParallaxAndScreens() {
    assertThat(number("S33", Map.of("pxPerSecond", 480), "frames")).isEqualTo(28);
    Map<String, Object> pan =
        Map.of("turnDeg", 1, "nearM", 2, "farM", 1_000_000, "focalMm", 35, "sensorWidthMm", 36);
    assertThat(number("S34", pan, "parallaxPx")).isCloseTo(3.26, within(0.01));
    assertThat(number("S35", Map.of("rate", "24"), "bandPercent")).isCloseTo(25, within(1e-9));
    assertThat(number("S35", Map.of("rate", "24"), "safeDegrees")).isCloseTo(144, within(1e-9));
  }

  /**
   * By hand: log2(10 000 · 400 ÷ 250) − log2(5.6² · 48) + 2.5 = 5.91 stops; a mirror 3 m ahead and
   * a performer beside the lens, 2 m to the right, meet at 1 m: half a mirror 2 m wide; 24 m by
   * groups of 7 m that overlap by 1 m are four, three deep, with 24 ÷ 7 · 60 people.
   */
  @Test
  void nightsMirrorsAndCrowds() {
    assertThat(number("S36", Map.of("rate", "24"), "ndStops")).isCloseTo(5.91, within(0.005));
    assertThat(number("S36", Map.of("rate", "24"), "neededLux")).isCloseTo(30_000, within(1e-6));
    Map<String, Object> mirror =
        Map.of(
            "mirrorM",
            3,
            "mirrorAcrossM",
            1,
            "mirrorWidthM",
            2,
            "mirrorTurnDeg",
            0,
            "personM",
            0,
            "personAcrossM",
            2);
    assertThat(number("S37", mirror, "share")).isCloseTo(50, within(1e-9));
    assertThat(number("S37", mirror, "focusM")).isCloseTo(Math.sqrt(40), within(1e-9));
    assertThat(number("S38", Map.of(), "plates")).isEqualTo(12);
    assertThat(number("S38", Map.of(), "crowd")).isEqualTo(205);
  }

  @Test
  void versionsAreCountedUpAndTheirGapsNamed() {
    Map<String, Object> in =
        Map.of("pattern", "{code}_v{version}", "names", "TK-1_v001 TK-1_v004 TK-1_v006");
    assertThat(number("S32", in, "next")).isEqualTo(7);
    assertThat(result("S32", in, "gaps").series()).containsExactly(2.0, 3.0, 5.0);
    org.assertj.core.api.Assertions.assertThatThrownBy(
            () -> Reckoner.reckon("S32", Map.of("names", "whatever")))
        .hasMessageContaining("does not follow the pattern");
  }

  /** A pull of a clip played backwards, held and with handles: every shown frame is in it. */
  @Test
  void aPullHoldsEveryFrameThatIsShown() {
    for (int i = 0; i < 100; i++) {
      double step = (random.nextBoolean() ? -1 : 1) * (1 + random.nextInt(8)) / 2.0;
      int cut = 10 + random.nextInt(100);
      Map<String, Object> in =
          Map.of(
              "cutFrames",
              cut,
              "handles",
              6,
              "offset",
              2000,
              "step",
              step,
              "holdFrom",
              5,
              "holdFrames",
              4);
      double first = number("S3", in, "first");
      double last = number("S3", in, "last");
      for (int f = -6; f < cut + 6; f++) {
        double at = 2000 + step * (f <= 5 ? f : f <= 9 ? 5 : f - 4);
        assertThat(at).isBetween(first - 1e-9, last + 1e-9);
      }
      assertThat(number("S3", in, "frames")).isEqualTo(last - first + 1);
    }
  }

  /**
   * Whatever is asked within range gives numbers or is refused by the name of an input, and the
   * same question gives the same answer.
   */
  @Test
  void everySumAnswersAnythingWithinRange() {
    for (Sum s : Reckoner.sums()) {
      int answered = 0;
      for (int i = 0; i < 200; i++) {
        Map<String, Object> in = new HashMap<>();
        s.inputs()
            .forEach(
                p -> {
                  switch (p.kind()) {
                    case NUMBER ->
                        in.put(p.key(), between(p.min(), Math.min(p.max(), p.min() + 400)));
                    case WHOLE ->
                        in.put(p.key(), (long) between(p.min(), Math.min(p.max(), p.min() + 400)));
                    case YES_NO -> in.put(p.key(), random.nextBoolean());
                    default -> {}
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
        assertThat(once)
            .as(s.id() + " " + in)
            .isNotEmpty()
            .allMatch(r -> !r.value().contains("NaN") && !r.value().contains("Infinity"));
        assertThat(Reckoner.reckon(s.id(), in)).isEqualTo(once);
        assertThat(once).extracting(Sum.Result::key).doesNotHaveDuplicates();
      }
      assertThat(answered).as(s.id()).isGreaterThan(60);
    }
  }
}
