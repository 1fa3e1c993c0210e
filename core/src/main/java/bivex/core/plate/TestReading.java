package bivex.core.plate;

import bivex.core.Said;
import bivex.core.picture.Coding;
import bivex.core.picture.Least;
import bivex.core.picture.Picture;
import bivex.core.picture.Plane;
import bivex.core.picture.Registering;
import bivex.core.picture.Registration;
import java.util.ArrayList;
import java.util.List;
import java.util.function.BooleanSupplier;

/**
 * What the pictures of one candidate of a camera test say, beside the first candidate. What cannot
 * be told is null, with the reason in {@code words}.
 *
 * @param brightness median of the picture, percent of full scale as it is looked at
 * @param noise standard deviation of one pixel's brightness from frame to frame, percent of full
 *     scale; null where it cannot be told
 * @param softerPx how much softer it is than the first, as the standard deviation of a blur, px;
 *     negative when sharper; null where it cannot be told and for the first itself
 * @param stops light against the first, stops
 * @param flicker of its light; null for a still
 * @param words in a line or two
 */
public record TestReading(
    double brightness,
    Double noise,
    Double softerPx,
    Double stops,
    TakeWatch.Flicker flicker,
    String words) {
  private static final int SQUARE = 16;
  private static final int LEAST_SQUARES = 30;

  /** Noise in what is nearly black or nearly white is cut off. */
  private static final double DARK = 0.04;

  private static final double BRIGHT = 0.92;

  /** Where more of the squares than this do not change at all, the coding made the rest as well. */
  private static final double FROZEN = 0.1;

  /** A camera that goes further from one frame to the next is not still. */
  private static final double MOVED_PX = 0.5;

  /** Share of a square's difference that its slopes explain from which on it moved. */
  private static final double MOVED = 0.1;

  /**
   * A picture and how it codes light.
   *
   * @param coding null where that is beyond doubt
   */
  public record Sample(Picture picture, Coding coding) {}

  /**
   * @param first of the candidates; null for the first itself
   * @param it the candidate
   * @param next the frame after it; null for a still
   * @param watch of the clip; null for a still or a clip too short
   * @param cancelled asked between steps
   */
  public static TestReading of(
      Sample first, Sample it, Picture next, TakeWatch watch, BooleanSupplier cancelled) {
    Picture picture = it.picture();
    boolean fits =
        first != null
            && first.picture().width() == picture.width()
            && first.picture().height() == picture.height();
    PlateComparison against =
        fits
            ? PlateComparison.of(
                first.picture(),
                picture,
                first.coding(),
                it.coding(),
                PlateComparison.Limits.USUAL,
                (share, doing) -> {},
                cancelled)
            : null;
    List<String> words = new ArrayList<>();
    Noise noise = next == null ? null : noise(picture.luma(), next.luma());
    if (noise == null) {
      words.add("Noise is told by clips only");
    } else {
      words.add(noise.words);
    }
    if (first != null && !fits) {
      words.add("it is of another size than the first and is not held against it");
    }
    Double softer = null;
    Double stops = null;
    if (against != null) {
      if (!against.sure()) {
        words.add("it is not held against the first: " + against.doubt());
      } else {
        softer = against.softerPx();
        words.add(
            softer == null
                ? "whether it is sharper or softer cannot be told"
                : Math.abs(softer) < PlateComparison.Limits.USUAL.blurPx() / 2
                    ? "as sharp as the first"
                    : Said.of(
                        "%s than the first by %.1f px",
                        softer > 0 ? "softer" : "sharper", Math.abs(softer)));
        if (against.lightDoubt().isEmpty() && against.light().measured()) {
          stops = against.light().stops();
          words.add(
              Math.abs(stops) < PlateComparison.Limits.USUAL.stops()
                  ? "as bright"
                  : Said.of("%.2f stops %s", Math.abs(stops), stops > 0 ? "brighter" : "darker"));
        } else {
          words.add(
              "its light is not held against the first's"
                  + (against.lightDoubt().isEmpty() ? "" : ": " + against.lightDoubt()));
        }
      }
    }
    if (watch != null) {
      words.add(watch.words());
    }
    return new TestReading(
        100 * LightMatch.median(values(picture.luma())),
        noise == null ? null : noise.percent,
        softer,
        stops,
        watch == null ? null : watch.flicker(),
        sentence(words));
  }

  /** Parts with commas between them, whole sentences after. */
  private static String sentence(List<String> words) {
    StringBuilder out = new StringBuilder();
    for (String w : words) {
      if (!out.isEmpty()) {
        out.append(w.endsWith(".") ? ". " : ", ");
      }
      out.append(w);
    }
    return words.get(words.size() - 1).endsWith(".") ? out.toString() : out + ".";
  }

  private static double[] values(Plane p) {
    int step = Math.max(1, p.v().length / 50_000);
    double[] out = new double[(p.v().length + step - 1) / step];
    for (int i = 0, at = 0; at < p.v().length; i++, at += step) {
      out[i] = p.v()[at];
    }
    return out;
  }

  /**
   * @param percent null where it cannot be told
   */
  private record Noise(Double percent, String words) {}

  /**
   * Noise of squares from one frame to the next: the spread of the difference over √2, the middle
   * value of all squares, so that what moves in less than half of them has no say.
   */
  private static Noise noise(Plane a, Plane b) {
    if (a.width() != b.width() || a.height() != b.height()) {
      return new Noise(null, "Its frames are not of one size");
    }
    List<Double> all = new ArrayList<>();
    int frozen = 0;
    int lit = 0;
    int moved = 0;
    int n = SQUARE * SQUARE;
    for (int y = 1; y + SQUARE < a.height(); y += SQUARE) {
      for (int x = 1; x + SQUARE < a.width(); x += SQUARE) {
        double mean = 0;
        double s = 0;
        double ss = 0;
        Least slopes = new Least(3);
        for (int i = 0; i < n; i++) {
          int at = (y + i / SQUARE) * a.width() + x + i % SQUARE;
          double d = b.v()[at] - a.v()[at];
          mean += a.v()[at];
          s += d;
          ss += d * d;
          double[] terms = {
            1, a.v()[at + 1] - a.v()[at - 1], a.v()[at + a.width()] - a.v()[at - a.width()]
          };
          slopes.add(terms, d, 1);
        }
        mean /= n;
        if (mean < DARK || mean > BRIGHT) {
          continue;
        }
        lit++;
        double spread = Math.max(0, ss - s * s / n);
        if (spread < 1e-12) {
          frozen++;
          continue;
        }
        all.add(Math.sqrt(spread / (n - 1) / 2));
        moved += explained(a, x, y, slopes.solve()) > MOVED * spread ? 1 : 0;
      }
    }
    if (lit < LEAST_SQUARES || all.size() < LEAST_SQUARES) {
      return new Noise(
          null,
          lit < LEAST_SQUARES
              ? "Noise cannot be told: it is too dark or too bright"
              : "Noise cannot be told: the coding took it away");
    }
    double[] v = all.stream().mapToDouble(d -> d).sorted().toArray();
    double middle = v[v.length / 2];
    Registering r = Registering.follow(a, b, Registration.NONE);
    if (moved > all.size() / 2 || r.sure() && r.found().worstPx(a.width(), a.height()) > MOVED_PX) {
      return new Noise(null, "Noise cannot be told: most of the picture moves");
    }
    boolean coded = frozen > FROZEN * lit;
    return new Noise(
        100 * middle,
        Said.of("Noise %s%.2f %% of full scale", coded ? "at least " : "", 100 * middle)
            + (coded ? ", the coding took some away" : ""));
  }

  /** Sum of squares of what slopes explain of a square's difference. */
  private static double explained(Plane a, int x, int y, double[] by) {
    if (by == null) {
      return 0;
    }
    double mean = 0;
    double out = 0;
    int n = SQUARE * SQUARE;
    double[] fit = new double[n];
    for (int i = 0; i < n; i++) {
      int at = (y + i / SQUARE) * a.width() + x + i % SQUARE;
      fit[i] =
          by[1] * (a.v()[at + 1] - a.v()[at - 1])
              + by[2] * (a.v()[at + a.width()] - a.v()[at - a.width()]);
      mean += fit[i] / n;
    }
    for (double f : fit) {
      out += (f - mean) * (f - mean);
    }
    return out;
  }
}
