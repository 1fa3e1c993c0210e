package bivex.core.review;

import bivex.core.light.FlashSafety;
import bivex.core.picture.ColorDifference;
import bivex.core.review.PictureCheck.Finding;
import bivex.core.review.PictureCheck.Kind;
import bivex.core.time.FrameRange;
import bivex.core.time.FrameRate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * Flashes counted on the picture, by the definitions of WCAG 2.2 (general flash and red flash
 * thresholds): two opposing changes of relative luminance by a tenth or more, the darker below
 * 0.80; or to and from a saturated red (R/(R+G+B) of 0.8 or more) by more than 0.2 in the
 * chromaticity of CIE 1976. They count where a quarter of any field of 10° changes together; 10° is
 * taken as a third of the width and of the height, as there for a screen at a usual distance.
 * Whether anything is safe does not follow.
 */
final class FlashCount {
  private static final double LEAST_CHANGE = 0.1;
  private static final double DARKER_BELOW = 0.8;
  private static final double RED_SHARE = 0.8;
  private static final double RED_CHANGE = 0.2;
  private static final double[] NEUTRAL = ColorDifference.uv(1, 1, 1);

  /** Less light than this has no colour. */
  private static final double DARK = 0.003;

  private final Field general = new Field();
  private final Field red = new Field();
  private int frames;

  /** Zigzag of one value of every square, and the changes that windows of the picture see. */
  private static final class Field {
    private double[] high;
    private double[] low;
    private int[] way;
    private double[][] anchor;

    /** When each square last went up and down; far before the first for never. */
    private int[][] went;

    private List<List<Integer>> windows;

    /** Which way each window last went, and when it last went down and up. */
    private int[] last;

    private int[][] counted;
  }

  void frame(FrameGrid g) {
    if (frames == 0) {
      begin(general, g);
      begin(red, g);
    }
    for (int s = 0; s < g.code().length; s++) {
      luminance(general, s, g.luminance(s));
      colour(red, s, g.light()[3 * s], g.light()[3 * s + 1], g.light()[3 * s + 2]);
    }
    windows(general, g);
    windows(red, g);
    frames++;
  }

  private static void begin(Field f, FrameGrid g) {
    int n = g.code().length;
    f.high = new double[n];
    f.low = new double[n];
    f.way = new int[n];
    f.anchor = new double[n][];
    f.went = new int[][] {new int[n], new int[n]};
    f.windows = new ArrayList<>();
    for (int i = 0; i < n; i++) {
      f.low[i] = Double.MAX_VALUE;
      f.went[0][i] = -9;
      f.went[1][i] = -9;
    }
    for (int i = 0; i < across(g) * down(g); i++) {
      f.windows.add(new ArrayList<>());
    }
    f.last = new int[f.windows.size()];
    f.counted = new int[][] {new int[f.last.length], new int[f.last.length]};
    Arrays.fill(f.counted[0], -1);
    Arrays.fill(f.counted[1], -1);
  }

  private void luminance(Field f, int s, double v) {
    f.high[s] = Math.max(f.high[s], v);
    f.low[s] = Math.min(f.low[s], v);
    if (f.way[s] >= 0 && f.high[s] - v >= LEAST_CHANGE && v < DARKER_BELOW) {
      went(f, s, -1, v);
    } else if (f.way[s] <= 0 && v - f.low[s] >= LEAST_CHANGE && f.low[s] < DARKER_BELOW) {
      went(f, s, 1, v);
    }
  }

  private void went(Field f, int s, int way, double v) {
    f.way[s] = way;
    f.high[s] = v;
    f.low[s] = v;
    f.went[way < 0 ? 0 : 1][s] = frames;
  }

  private void colour(Field f, int s, double r, double g, double b) {
    double sum = r + g + b;
    double redness = sum < DARK ? 0 : r / sum;
    double[] uv = sum < DARK ? NEUTRAL : ColorDifference.uv(r, g, b);
    double[] now = {uv[0], uv[1], redness >= RED_SHARE ? 1 : 0};
    if (f.anchor[s] == null) {
      f.anchor[s] = now;
      return;
    }
    double[] a = f.anchor[s];
    if (a[2] != now[2] && Math.hypot(a[0] - now[0], a[1] - now[1]) > RED_CHANGE) {
      f.anchor[s] = now;
      f.went[now[2] > 0 ? 1 : 0][s] = frames;
    } else if (a[2] == now[2]) {
      f.anchor[s] = now;
    }
  }

  private static int wide(FrameGrid g) {
    return g.columns() / 3;
  }

  private static int tall(FrameGrid g) {
    return Math.max(1, Math.round(g.rows() / 3f));
  }

  private static int across(FrameGrid g) {
    return g.columns() - wide(g) + 1;
  }

  private static int down(FrameGrid g) {
    return g.rows() - tall(g) + 1;
  }

  /** Where enough of a window goes one way within two frames, the window does. */
  private void windows(Field f, FrameGrid g) {
    double enough = FlashSafety.AREA_SHARE * wide(g) * tall(g);
    for (int y = 0; y < down(g); y++) {
      for (int x = 0; x < across(g); x++) {
        int w = y * across(g) + x;
        for (int way = 0; way < 2; way++) {
          // What it was counted for once does not make it go that way again.
          int from = Math.max(frames - 1, f.counted[way][w] + 1);
          if (f.last[w] != way + 1 && together(f, g, x, y, way, from) >= enough) {
            f.last[w] = way + 1;
            f.counted[way][w] = frames;
            f.windows.get(w).add(frames);
          }
        }
      }
    }
  }

  private static int together(Field f, FrameGrid g, int x, int y, int way, int from) {
    int out = 0;
    for (int j = y; j < y + tall(g); j++) {
      for (int i = x; i < x + wide(g); i++) {
        out += f.went[way][j * g.columns() + i] >= from ? 1 : 0;
      }
    }
    return out;
  }

  /** Where more flash within a second than the guideline says; empty where none does. */
  List<Finding> found(FrameRate rate) {
    List<Finding> out = new ArrayList<>();
    if (frames > 0) {
      add(out, Kind.FLASHES, "flashes", worst(general, rate));
      add(out, Kind.RED_FLASHES, "flashes of a saturated red", worst(red, rate));
    }
    return out;
  }

  private static void add(List<Finding> out, Kind kind, String what, int[] worst) {
    if (worst[0] > FlashSafety.FLASHES_PER_SECOND) {
      out.add(
          new Finding(
              kind,
              new FrameRange(worst[1], worst[2] - worst[1] + 1),
              worst[0]
                  + " "
                  + what
                  + " within a second over a large part of the picture; the guideline's most is "
                  + FlashSafety.FLASHES_PER_SECOND
                  + " (WCAG 2.2, 2.3.1)"));
    }
  }

  /** Most flashes within a second, and the first and last frame of them. */
  private static int[] worst(Field f, FrameRate rate) {
    int[] out = new int[3];
    for (List<Integer> at : f.windows) {
      int from = 0;
      for (int i = 0; i < at.size(); i++) {
        while (rate.seconds(at.get(i) - at.get(from)) >= 1) {
          from++;
        }
        int flashes = (i - from + 1) / 2;
        if (flashes > out[0]) {
          out = new int[] {flashes, at.get(from), at.get(i)};
        }
      }
    }
    return out;
  }
}
