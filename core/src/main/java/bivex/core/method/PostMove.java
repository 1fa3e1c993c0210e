package bivex.core.method;

import static bivex.core.method.CameraBrief.f;
import static bivex.core.method.CameraBrief.n;

import bivex.core.effort.TaskKind;
import bivex.core.effort.TaskKind.Difficulty;
import bivex.core.motion.Overscan;
import bivex.core.optics.Reframe;
import java.util.ArrayList;
import java.util.List;

/** A camera made in post: what several methods share of pushes and kicks. */
final class PostMove {
  /**
   * A kick begins two frames before the blow and is over six after it; common practice, no source.
   */
  static final int BEFORE = 2;

  static final int AFTER = 6;

  private PostMove() {}

  /** A layer and its task for a push with a kick about a frame counted from the first. */
  static void kick(Derivation plan, double push, Overscan.Placement kick, int blow) {
    if (push <= 1 && kick.turnDeg() == 0 && kick.shiftX() == 0 && kick.shiftY() == 0) {
      return;
    }
    List<Double> shape = List.of(0.0, 0.15, 1.0, 0.35, 0.6, 0.2, 0.25, 0.05, 0.0);
    plan.layer(
        plan.own("layer:kick"),
        "Push and kick",
        Plan.Layer.POST_CAMERA,
        "move",
        "none",
        "",
        f("%.2f×, %s° one way, %.0f° back", push, n(kick.turnDeg()), kick.turnDeg() * 0.4),
        plan.own("task:kick"),
        List.of(
            new Plan.Span(
                plan.frame(blow - BEFORE),
                plan.frame(blow + AFTER),
                Plan.SpanKind.MOVE,
                f("kick %s°", n(kick.turnDeg())),
                shape)));
    plan.task(plan.own("task:kick"), "Push and kick", TaskKind.CAMERA_MOVE, 1, Difficulty.FAIR);
    int n = plan.setting().cutFrames();
    ShotSetting s = plan.setting();
    plan.view(
        i -> {
          double t = Math.min(1, (double) i / Math.max(1, n - 1));
          int k = i - blow + BEFORE;
          double amount = k >= 0 && k < shape.size() ? shape.get(k) * (k % 2 == 0 ? 1 : -0.4) : 0;
          double scale = Math.max(1 + (push - 1) * t * t * (3 - 2 * t), 1);
          return new Plan.View(
              scale,
              amount * kick.shiftX() / s.delivery().width(),
              amount * kick.shiftY() / s.delivery().height(),
              amount * kick.turnDeg());
        });
  }

  /** The overscan check of a push with its worst placement, and its drawing. */
  static void cover(Derivation plan, double push, Overscan.Placement worst) {
    ShotSetting s = plan.setting();
    double w = s.delivery().width();
    double h = s.delivery().height();
    double needed = Overscan.scaleBothWays(w, h, worst);
    double scale = Math.max(push, needed);
    double reserve = Reframe.reserve(s.capture(), s.delivery(), scale);
    plan.check(
        "overscan",
        "Picture to spare",
        reserve >= 1 ? Plan.Grade.HOLDS : Plan.Grade.DOUBTFUL,
        f(
            "covered from %.4f×; at %.2f× %.2f source pixels a delivered one",
            needed, scale, reserve),
        f(
            "Record larger, a smaller kick, or live with %.0f %% of the resolution.",
            Reframe.effectiveResolutionPercent(s.capture(), s.delivery(), scale)),
        "S13",
        f(
            "shift %s and %s px, turn %s°, push %s×",
            n(worst.shiftX()), n(worst.shiftY()), n(worst.turnDeg()), n(push)),
        "both axes of (½W·cosθ + ½H·sinθ + |t·u|) ÷ ½W; derived");
    if (push < needed) {
      plan.check(
          "edges",
          "Edges of the picture",
          Plan.Grade.FAILS,
          f("a push of %s× shows its edge", n(push)),
          f("Enlarge to %.4f× or more.", Math.ceil(needed * 1e4) / 1e4),
          "S13",
          f("turn %s°", n(worst.turnDeg())),
          "smallest covering scale; derived");
    }
    List<Plan.Shape> shapes = new ArrayList<>();
    shapes.add(
        new Plan.Shape(
            Plan.ShapeKind.AREA,
            "picture at its worst place",
            outline(Overscan.corners(w, h, worst, scale))));
    shapes.add(
        new Plan.Shape(
            Plan.ShapeKind.LINE,
            "delivered frame",
            outline(Overscan.corners(w, h, new Overscan.Placement(0, 0, 0), 1))));
    if (scale > needed) {
      shapes.add(
          new Plan.Shape(
              Plan.ShapeKind.DASHED,
              f("just covers, %.3f×", needed),
              outline(Overscan.corners(w, h, worst, needed))));
    }
    plan.drawing("overscan", Plan.DrawingKind.FRAME, "Overscan", "px", "px", true, true, shapes);
  }

  private static List<Plan.Point> outline(double[][] corners) {
    List<Plan.Point> out = new ArrayList<>();
    for (int i = 0; i <= 4; i++) {
      out.add(new Plan.Point(corners[i % 4][0], corners[i % 4][1]));
    }
    return out;
  }
}
