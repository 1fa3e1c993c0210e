package bivex.core.plate;

import bivex.core.InvalidInput;
import bivex.core.Said;
import bivex.core.light.MainsFlicker;
import bivex.core.picture.Coding;
import bivex.core.picture.Picture;
import bivex.core.picture.Plane;
import bivex.core.picture.Registering;
import bivex.core.picture.Registration;
import bivex.core.time.FrameRate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.function.ToDoubleFunction;

/**
 * A take watched frame by frame: whether its light flickers and why, whether it drifts, and in
 * which frame the camera was touched. Everything is held against the first frame; what people do
 * does not count, since the middle value of many squares and the agreement of many tiles are taken.
 *
 * @param frames what was seen
 * @param flicker light that goes up and down
 * @param driftStops light of the last against the first, stops
 * @param bumps the camera's moves, in order
 * @param tracks light and place of every frame, ready to be drawn
 * @param words for the desk
 */
public record TakeWatch(
    List<Seen> frames,
    Flicker flicker,
    double driftStops,
    List<Bump> bumps,
    List<Track> tracks,
    String words) {
  /**
   * One frame against the first.
   *
   * @param mean coded brightness of the frame, percent
   * @param stops light of the set
   * @param dx px of the whole picture, to the right
   * @param dy down
   * @param sure whether the place could be measured
   */
  public record Seen(int frame, double mean, double stops, double dx, double dy, boolean sure) {}

  /**
   * @param stops from the middle to the top of the wave
   * @param hz how often
   * @param seen whether it will be seen
   * @param floorStops what is less cannot be told in this clip
   * @param cause what it fits; empty when nothing
   */
  public record Flicker(double stops, double hz, boolean seen, double floorStops, String cause) {}

  /**
   * @param frame first frame that is off
   * @param px how far
   * @param lasts whether it stayed there
   * @param words for the desk
   */
  public record Bump(int frame, double px, boolean lasts, String words) {}

  /**
   * One value over the frames.
   *
   * @param most how far it goes from the first frame, with its unit
   * @param shares of the height to draw, -1 to 1, one a frame
   */
  public record Track(String label, String most, List<Double> shares) {}

  private static final double SEEN_STOPS = 0.02;

  /** What a coding that keeps all squares as they were takes away more, stops. */
  private static final double CODED_STOPS = 0.08;

  /** From here on, of the picture, the coding changes how strong a flicker is. */
  private static final double CODED = 0.1;

  /** From here on it can make one, or another of one that is there. */
  private static final double STRONGLY_CODED = 0.65;

  /** How far a flicker stands out of all else, at least. */
  private static final double STANDS_OUT = 4;

  /** Fewer frames cannot be watched. */
  public static final int LEAST_FRAMES = 12;

  private static final double LEAST_STOPS = 0.05;
  private static final double LEAST_PX = 1.5;
  private static final int SQUARE = 8;
  private static final int LEAST_SQUARES = 40;

  /** Watches frames as they come. */
  public static final class Watcher {
    private final List<Seen> seen = new ArrayList<>();
    private final List<Double> frozen = new ArrayList<>();
    private final double pxPerPx;
    private final Coding coding;
    private final double keeps;
    private Picture first;
    private Plane last;
    private Registration before = Registration.NONE;

    /**
     * @param pxPerPx pixels of the whole picture in one pixel of the frames that are given
     * @param coding how they code light; null where that is beyond doubt
     * @param keeps how much the coding of the clip keeps from frame to frame, as far as its file
     *     tells, 0 to 1
     */
    public Watcher(double pxPerPx, Coding coding, double keeps) {
      this.keeps = keeps;
      this.coding = coding;
      this.pxPerPx = InvalidInput.positive("scale", pxPerPx);
    }

    /**
     * @param frame all of one size
     */
    public Seen frame(Picture frame) {
      if (first == null) {
        first = frame;
      }
      PlateComparison.mustFit(first.width(), first.height(), frame.width(), frame.height());
      Registering r =
          frame == first ? null : Registering.follow(first.luma(), frame.luma(), before);
      Registration where = r == null ? Registration.NONE : r.found();
      before = r == null || !r.sure() ? before : where;
      Seen s =
          new Seen(
              seen.size(),
              100 * mean(frame.luma()),
              stops(first.luma(), frame.luma(), where),
              where.dx() * pxPerPx,
              where.dy() * pxPerPx,
              r == null || r.sure());
      seen.add(s);
      if (last != null) {
        frozen.add(frozen(last, frame.luma()));
      }
      last = frame.luma();
      return s;
    }

    public TakeWatch done(FrameRate rate) {
      String doubt = coding == null || first == null ? null : coding.doubt(first.levels());
      if (doubt == null && first != null && !lit(first.luma())) {
        doubt = "is too dark or too bright for that";
      }
      return of(
          List.copyOf(seen),
          rate,
          pxPerPx,
          Math.max(
              keeps,
              frozen.isEmpty()
                  ? 0
                  : LightMatch.median(frozen.stream().mapToDouble(v -> v).toArray())),
          doubt);
    }
  }

  /**
   * Share of squares that are the same to the last digit in two frames: noise makes that
   * impossible, so the coding of the clip did not write them anew, and kept from them what changed
   * little.
   */
  private static double frozen(Plane a, Plane b) {
    int same = 0;
    int all = 0;
    for (int y = 0; y + SQUARE <= a.height(); y += SQUARE) {
      for (int x = 0; x + SQUARE <= a.width(); x += SQUARE) {
        boolean alike = true;
        for (int i = 0; alike && i < SQUARE; i++) {
          int at = (y + i) * a.width() + x;
          alike = Arrays.equals(a.v(), at, at + SQUARE, b.v(), at, at + SQUARE);
        }
        same += alike ? 1 : 0;
        all++;
      }
    }
    return all == 0 ? 0 : (double) same / all;
  }

  /** Whether enough of a frame is neither black nor burnt out to tell light by. */
  static boolean lit(Plane p) {
    int n = 0;
    for (int y = 0; y + SQUARE <= p.height(); y += SQUARE) {
      for (int x = 0; x + SQUARE <= p.width(); x += SQUARE) {
        double v = Picture.linear(p.v()[(y + SQUARE / 2) * p.width() + x + SQUARE / 2]);
        n += v > 0.002 && v < 0.95 ? 1 : 0;
      }
    }
    return n >= LEAST_SQUARES;
  }

  private static double mean(Plane p) {
    double s = 0;
    for (float v : p.v()) {
      s += v;
    }
    return s / p.v().length;
  }

  /**
   * Median over squares of the light of one frame against another, stops: coded brightness through
   * the working curve.
   *
   * @param where how the second lies on the first
   */
  static double stops(Plane a, Plane b, Registration where) {
    double[] r = new double[a.width() / SQUARE * (a.height() / SQUARE)];
    int n = 0;
    double mx = (a.width() - 1) / 2.0;
    double my = (a.height() - 1) / 2.0;
    for (int y = 0; y + SQUARE <= a.height(); y += SQUARE) {
      for (int x = 0; x + SQUARE <= a.width(); x += SQUARE) {
        double[] to = where.at(x - mx, y - my);
        int bx = (int) Math.rint(to[0] + mx);
        int by = (int) Math.rint(to[1] + my);
        if (bx < 0 || by < 0 || bx + SQUARE > b.width() || by + SQUARE > b.height()) {
          continue;
        }
        double p = 0;
        double q = 0;
        for (int i = 0; i < SQUARE * SQUARE; i++) {
          p += a.v()[(y + i / SQUARE) * a.width() + x + i % SQUARE];
          q += b.v()[(by + i / SQUARE) * b.width() + bx + i % SQUARE];
        }
        p = Picture.linear(p / SQUARE / SQUARE);
        q = Picture.linear(q / SQUARE / SQUARE);
        if (p > 0.002 && q > 0.002 && p < 0.95 && q < 0.95) {
          r[n++] = Math.log(q / p) / Math.log(2);
        }
      }
    }
    return n == 0 ? 0 : LightMatch.median(Arrays.copyOf(r, n));
  }

  /**
   * @param seen at least one frame, in order
   * @param perPx pixels of the whole picture in one of the frames that were watched
   * @param frozen share of the picture that the coding keeps from frame to frame, 0 to 1
   * @param doubt why the light cannot be judged, after "it"; null when it can
   */
  static TakeWatch of(List<Seen> seen, FrameRate rate, double perPx, double frozen, String doubt) {
    if (seen.size() < LEAST_FRAMES) {
      throw new InvalidInput(
          "frames", "must be at least " + LEAST_FRAMES + " to be watched, were " + seen.size());
    }
    double[] light = seen.stream().mapToDouble(Seen::stops).toArray();
    int edge = Math.max(1, light.length / 10);
    double drift =
        LightMatch.median(Arrays.copyOfRange(light, light.length - edge, light.length))
            - LightMatch.median(Arrays.copyOf(light, edge));
    Flicker flicker = flicker(light, rate, frozen);
    StandOfCamera stand = StandOfCamera.of(seen, rate, perPx, frozen);
    List<Bump> bumps = stand.bumps();
    String words =
        stand.words()
            + " "
            + (doubt != null
                ? "Its light is not judged: it " + doubt + "."
                : light(flicker, frozen)
                    + (Math.abs(drift) > Math.max(0.05, flicker.floorStops)
                        ? Said.of(
                            " It drifts by %.2f stops: fade the grade over %s frames.",
                            drift, JoinFinder.fade(drift))
                        : ""));
    List<Track> tracks =
        List.of(
            track("Light", seen, Seen::stops, LEAST_STOPS, 3, " stops"),
            track("Across", seen, Seen::dx, LEAST_PX, 1, " px"),
            track("Down", seen, Seen::dy, LEAST_PX, 1, " px"));
    return new TakeWatch(seen, flicker, drift, bumps, tracks, words);
  }

  private static String light(Flicker f, double frozen) {
    if (!f.seen) {
      return f.floorStops < 0.025
          ? "The light is steady, within 0.02 stops."
          : Said.of(
              "No flicker is seen; less than %.2f stops cannot be told in this clip%s.",
              f.floorStops,
              frozen > CODED ? ", it is compressed: watch the camera's own file" : "");
    }
    if (frozen > STRONGLY_CODED) {
      return Said.of(
          "The light pulses by at least %.2f stops, or the coding of this clip does: it is too"
              + " strongly compressed to tell. Watch the camera's own file.",
          f.stops);
    }
    return Said.of(
        "The light flickers by %s%.2f stops, %.1f times a second%s.",
        frozen > CODED ? "at least " : "", f.stops, f.hz, f.cause.isEmpty() ? "" : ": " + f.cause);
  }

  /**
   * @param least value that is drawn at full height: less would blow noise up
   */
  static <F> Track track(
      String label,
      List<F> seen,
      ToDoubleFunction<F> value,
      double least,
      int decimals,
      String unit) {
    double most = seen.stream().mapToDouble(value).map(Math::abs).max().orElse(0);
    double top = Math.max(most, least);
    return new Track(
        label,
        Said.of("± %." + decimals + "f", most) + unit,
        seen.stream().map(s -> Math.round(1000 * value.applyAsDouble(s) / top) / 1000.0).toList());
  }

  /** The strongest wave that is left once the slow changes are taken away. */
  private static Flicker flicker(double[] light, FrameRate rate, double frozen) {
    int n = light.length;
    int half = Math.max(3, (int) Math.round(rate.fps() / 2));
    double[] wave = new double[n];
    for (int i = 0; i < n; i++) {
      // A straight line through the neighbourhood follows a drift and leaves a wave.
      double s = 0;
      double sx = 0;
      double sxx = 0;
      double sy = 0;
      double sxy = 0;
      for (int k = Math.max(0, i - half); k <= Math.min(n - 1, i + half); k++) {
        s++;
        sx += k - i;
        sxx += (double) (k - i) * (k - i);
        sy += light[k];
        sxy += (k - i) * light[k];
      }
      wave[i] = light[i] - (sxx * sy - sx * sxy) / (s * sxx - sx * sx);
    }
    double best = 0;
    double at = 0;
    List<Double> all = new ArrayList<>();
    for (double hz = 1.2; hz <= rate.fps() / 2; hz += rate.fps() / (8.0 * n)) {
      double re = 0;
      double im = 0;
      for (int i = 0; i < n; i++) {
        double p = 2 * Math.PI * hz * i / rate.fps();
        re += wave[i] * Math.cos(p);
        im += wave[i] * Math.sin(p);
      }
      double a = Math.hypot(re, im) * (hz > rate.fps() / 2 - rate.fps() / n ? 1.0 : 2.0) / n;
      all.add(a);
      if (a > best) {
        best = a;
        at = hz;
      }
    }
    double noise = LightMatch.median(all.stream().mapToDouble(v -> v).toArray());
    double floor = Math.max(SEEN_STOPS, STANDS_OUT * noise) + CODED_STOPS * frozen;
    boolean seen = best > SEEN_STOPS && best > STANDS_OUT * noise;
    String cause = "";
    double near = Math.max(0.35, rate.fps() / n);
    for (double mains : new double[] {50, 60}) {
      double beat = MainsFlicker.beatHz(mains, rate);
      if (Math.abs(beat - at) < near && beat > 0.05) {
        cause +=
            (cause.isEmpty() ? "" : ", or ")
                + Said.of(
                    "lamps on %.0f Hz mains beat %.1f times a second at %s fps",
                    mains, beat, rate.name());
      }
    }
    return new Flicker(best, at, seen, floor, seen && frozen <= STRONGLY_CODED ? cause : "");
  }

  /** Every frame as CSV, one line each. */
  public String csv() {
    StringBuilder out = new StringBuilder("frame,mean_percent,stops,dx,dy,placed\n");
    for (Seen f : frames) {
      out.append(
          Said.of(
              "%s,%.3f,%.4f,%.3f,%.3f,%s", f.frame, f.mean, f.stops, f.dx, f.dy, f.sure ? 1 : 0));
      out.append('\n');
    }
    return out.toString();
  }
}
