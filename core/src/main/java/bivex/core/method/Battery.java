package bivex.core.method;

import static bivex.core.method.CameraBrief.f;
import static bivex.core.method.CameraBrief.n;

import bivex.core.ItemKey;
import bivex.core.order.DayPlan;
import bivex.core.shoot.MediaBudget;
import java.util.Collection;
import java.util.List;
import java.util.Set;

/**
 * Whether a held set can be shot on one battery and one card, by the takes each of its plates is
 * reckoned with. Changes of clothes count: the camera stays where it is, and on, while they are
 * made.
 */
final class Battery {
  /** Minutes of slate and settling on a take; common practice, no source. */
  private static final double SLATE = 0.35;

  static final String KEY = "check:media";

  private Battery() {}

  /**
   * Adds the check.
   *
   * @param plates all of the shot, complete
   * @param data keys of what must be known
   * @return minutes the set holds the camera
   */
  static double check(
      Derivation plan, Derivation.HeldSet with, Collection<Plan.Plate> plates, Set<String> data) {
    List<Plan.Plate> set = plates.stream().filter(Plan.Plate::inSet).toList();
    double passes = set.stream().mapToDouble(p -> p.takes() * p.minutes()).sum();
    double record = Math.max(0.01, set.stream().mapToDouble(p -> p.takes() * recorded(p)).sum());
    long parts = set.stream().filter(p -> ItemKey.of(p.key()).performance().isPresent()).count();
    boolean dressed = data.stream().anyMatch(ItemKey.WARDROBE::is);
    double clothes = dressed ? Math.max(0, parts - 1) * DayPlan.Rates.USUAL.costumeMinutes() : 0;
    double minutes = passes + clothes;
    MediaBudget b =
        MediaBudget.of(
            record,
            Math.max(0, minutes - record),
            with.batteryMinutes(),
            with.megabits(),
            with.cardGb());
    boolean without = passes <= with.batteryMinutes();
    Plan.Grade grade =
        b.fits()
            ? Plan.Grade.HOLDS
            : without && b.gigabytesLeft() >= 0 ? Plan.Grade.DOUBTFUL : Plan.Grade.FAILS;
    plan.check(
        new Plan.Check(
            KEY,
            "One battery and card for the set",
            grade,
            f(
                "%.0f of %.0f min%s · %.1f of %s GB",
                minutes,
                with.batteryMinutes(),
                clothes > 0 ? f(", %.0f of them changes of clothes", clothes) : "",
                b.gigabytes(),
                n(with.cardGb())),
            b.gigabytesLeft() < 0
                ? "Empty card before the set opens, or a larger one."
                : b.minutesLeft() < 0
                    ? grade == Plan.Grade.DOUBTFUL
                        ? "Run from a power supply: it lasts for the passes, but not while clothes"
                            + " are changed; a battery change touches the camera."
                        : "Run from a power supply, or fewer takes a part; a battery change touches"
                            + " the camera."
                    : "",
            "S19",
            f(
                "%d takes of %d plates, %s Mb/s",
                set.stream().mapToInt(Plan.Plate::takes).sum(), set.size(), n(with.megabits())),
            "GB = Mb/s · s ÷ 8000; minutes = Σ takes · minutes a take; definition"));
    return minutes;
  }

  /** Minutes a take records: slate and settling are on it, but of an empty place. */
  private static double recorded(Plan.Plate p) {
    double slate = p.kind() == Plan.PlateKind.CLEAN ? 0 : SLATE;
    return Math.min(p.minutes(), p.seconds() / 60 + slate);
  }
}
