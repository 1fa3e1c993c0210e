package bivex.core.method;

import static bivex.core.method.CameraBrief.f;

import bivex.core.time.Conform;
import bivex.core.time.FrameRate;
import bivex.core.time.Motion;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.Optional;

/** Whether retimed footage moves evenly, in one way for every method that retimes. */
final class Cadences {
  /** How a method asks for its speed. */
  enum Unit {
    TIMES(1, "×"),
    PERCENT(100, " %");

    private final double factor;
    private final String sign;

    Unit(double factor, String sign) {
      this.factor = factor;
      this.sign = sign;
    }

    /** A speed exactly enough to be typed back. */
    String of(double speed) {
      return BigDecimal.valueOf(speed * factor)
              .setScale(4, RoundingMode.HALF_UP)
              .stripTrailingZeros()
              .toPlainString()
          + sign;
    }
  }

  private Cadences() {}

  /**
   * Adds the check.
   *
   * @param key without the method's name
   * @param frames of the cut that are played so
   * @param capture whether the method asks for the rate of its camera, so that it can be changed
   */
  static void check(
      Derivation plan,
      String key,
      String title,
      Conform c,
      double speed,
      int frames,
      Unit unit,
      boolean capture) {
    Motion m = Motion.of(c, speed, frames);
    plan.check(
        key,
        title,
        switch (m.how()) {
          case EVEN -> Plan.Grade.HOLDS;
          case DOUBTFUL -> Plan.Grade.DOUBTFUL;
          case FAILS -> Plan.Grade.FAILS;
        },
        f(
            "%.3f captured frames a step%s",
            m.step(),
            m.madeUp() > 0
                ? f(", %.0f %% made up", m.madeUp() * 100)
                : m.uneven() > 0
                    ? f(", %.0f in 100 steps a frame longer or shorter", m.uneven() * 100)
                    : ""),
        remedy(c, speed, frames, unit, capture),
        "S2",
        unit.of(speed) + " at " + c.capture().name() + " fps into " + c.production().name(),
        "step = speed · capture ÷ production; even only if it is whole; definition");
  }

  private static String remedy(Conform c, double speed, int frames, Unit unit, boolean capture) {
    Optional<FrameRate> rate = capture ? Motion.evenRate(c, speed, frames) : Optional.empty();
    String even = "Play it at " + unit.of(Motion.evenSpeed(c, speed));
    return even
        + rate.map(r -> ", or capture at " + r.name() + " fps.")
            .orElse(
                capture
                    ? "; no usual camera has a rate that makes "
                        + unit.of(speed)
                        + " even; else test made-up frames."
                    : "; else test made-up frames.");
  }
}
