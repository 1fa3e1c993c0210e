package bivex.core.review;

import bivex.core.InvalidInput;
import bivex.core.Said;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;

/**
 * What somebody drew on a frame, in shares of its width and height, so that it lies on the same
 * place of every version, whatever its raster.
 *
 * @param strokes in the order they were drawn; 1 to 200
 */
public record Drawing(List<Stroke> strokes) {
  private static final int MOST_STROKES = 200;
  private static final int MOST_POINTS = 4000;

  /** Width of a line pressed as hard as can be, shares of the frame's height. */
  private static final double THICKEST = 0.012;

  /** Of one that is hardly pressed. */
  private static final double THINNEST = 0.002;

  /** Length of the arrow's head, shares of the frame's height. */
  private static final double HEAD = 0.035;

  private static final double HEAD_ANGLE = Math.toRadians(28);

  /** What is drawn. */
  public enum Kind {
    /** A free line. */
    LINE,
    /** From its first point to its second. */
    ARROW,
    /** Between two corners. */
    BOX,
    /** Words that begin at a point. */
    WORDS
  }

  /**
   * A place of the frame.
   *
   * @param x share of the width, 0 at the left, 1 at the right
   * @param y share of the height, 0 at the top, 1 at the bottom
   * @param press how hard, 0 to 1; what knows no pressure says 0.5
   */
  public record PenPoint(double x, double y, double press) {
    public PenPoint {
      InvalidInput.within("drawing.x", x, 0, 1);
      InvalidInput.within("drawing.y", y, 0, 1);
      InvalidInput.within("drawing.press", press, 0, 1);
    }
  }

  /**
   * @param points of a line 1 to 4000, of an arrow and a box 2, of words 1
   * @param words null for all but words
   */
  public record Stroke(Kind kind, List<PenPoint> points, String words) {
    public Stroke {
      if (kind == null) {
        throw new InvalidInput("drawing.kind", "must be one of " + List.of(Kind.values()));
      }
      if (points == null || points.stream().anyMatch(Objects::isNull)) {
        throw new InvalidInput("drawing.points", "must be there");
      }
      int n = points.size();
      int least = kind == Kind.ARROW || kind == Kind.BOX ? 2 : 1;
      int most = kind == Kind.LINE ? MOST_POINTS : least;
      if (n < least || n > most) {
        throw new InvalidInput(
            "drawing.points",
            "must be "
                + (least == most ? String.valueOf(least) : least + " to " + most)
                + ", were "
                + n);
      }
      points = List.copyOf(points);
      words = kind == Kind.WORDS ? InvalidInput.title("drawing.words", words) : null;
    }
  }

  /**
   * A part as it is painted, in pixels of a raster.
   *
   * @param d outline as SVG has it (W3C, SVG 2, chapter 9); empty for words
   * @param width of the line
   * @param words empty for a line
   * @param x where words begin
   * @param y their base line
   */
  public record Path(String d, double width, String words, double x, double y) {}

  public Drawing {
    if (strokes == null
        || strokes.isEmpty()
        || strokes.size() > MOST_STROKES
        || strokes.stream().anyMatch(Objects::isNull)) {
      throw new InvalidInput("drawing", "must be 1 to " + MOST_STROKES + " strokes");
    }
    strokes = List.copyOf(strokes);
  }

  /** As it is painted over a raster, in its order. A line is cut where the pressure changes. */
  public List<Path> paths(int width, int height) {
    List<Path> out = new ArrayList<>();
    for (Stroke s : strokes) {
      switch (s.kind) {
        case LINE -> line(out, s.points, width, height);
        case ARROW -> out.add(arrow(s.points.get(0), s.points.get(1), width, height));
        case BOX -> out.add(box(s.points.get(0), s.points.get(1), width, height));
        case WORDS -> {
          PenPoint p = s.points.get(0);
          out.add(new Path("", 0, s.words, round(p.x * width), round(p.y * height)));
        }
      }
    }
    return List.copyOf(out);
  }

  private static void line(List<Path> out, List<PenPoint> points, int width, int height) {
    int from = 0;
    for (int i = 1; i <= points.size(); i++) {
      boolean last = i == points.size();
      if (last || step(points.get(i)) != step(points.get(from))) {
        // The next part begins where this one ends, so that no gap is seen.
        List<PenPoint> part = points.subList(from, Math.min(points.size(), i + 1));
        StringBuilder d = new StringBuilder();
        for (PenPoint p : part) {
          d.append(d.isEmpty() ? "M" : " L").append(at(p, width, height));
        }
        if (part.size() == 1) {
          d.append(" l0 0");
        }
        if (part.size() > 1 || from == 0) {
          out.add(new Path(d.toString(), thick(part.get(0), height), "", 0, 0));
        }
        from = i;
      }
    }
  }

  /** Pressure in tenths: what changes less is one line. */
  private static long step(PenPoint p) {
    return Math.round(p.press * 10);
  }

  private static Path arrow(PenPoint a, PenPoint b, int width, int height) {
    double angle = Math.atan2((b.y - a.y) * height, (b.x - a.x) * width);
    StringBuilder d =
        new StringBuilder("M")
            .append(at(a, width, height))
            .append(" L")
            .append(at(b, width, height));
    for (int side : new int[] {-1, 1}) {
      double to = angle + Math.PI + side * HEAD_ANGLE;
      d.append(" M")
          .append(at(b, width, height))
          .append(" L")
          .append(number(b.x * width + Math.cos(to) * HEAD * height))
          .append(' ')
          .append(number(b.y * height + Math.sin(to) * HEAD * height));
    }
    return new Path(d.toString(), thick(b, height), "", 0, 0);
  }

  private static Path box(PenPoint a, PenPoint b, int width, int height) {
    return new Path(
        Said.of(
            "M%s H%s V%s H%s Z",
            at(a, width, height), number(b.x * width), number(b.y * height), number(a.x * width)),
        thick(b, height),
        "",
        0,
        0);
  }

  private static double thick(PenPoint p, int height) {
    return round((THINNEST + (THICKEST - THINNEST) * step(p) / 10) * height);
  }

  private static String at(PenPoint p, int width, int height) {
    return number(p.x * width) + " " + number(p.y * height);
  }

  private static String number(double v) {
    return Said.of("%.1f", v);
  }

  private static double round(double v) {
    return Math.round(v * 10) / 10.0;
  }
}
