package bivex.core.effort;

import bivex.core.InvalidInput;
import bivex.core.effort.TaskKind.Difficulty;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/**
 * Hours per unit of work that a production reckons with: its own where it has set them, the
 * planning defaults elsewhere (S25).
 *
 * @param own rates that differ from the default, at most one for each kind and difficulty
 */
public record EffortRates(List<Rate> own) {
  /** The planning defaults alone. */
  public static final EffortRates DEFAULTS = new EffortRates(List.of());

  /** Hours of one unit. */
  public record Rate(TaskKind kind, Difficulty difficulty, Estimate perUnit) {}

  public EffortRates {
    own = List.copyOf(own);
    Set<String> seen = new HashSet<>();
    for (Rate r : own) {
      if (r.kind() == null || r.difficulty() == null || r.perUnit() == null) {
        throw new InvalidInput("rates", "each needs a kind, a difficulty and hours per unit");
      }
      if (r.perUnit().high() > 1000) {
        throw new InvalidInput(
            "rates", r.kind().words() + " may take at most 1000 h a " + r.kind().driver());
      }
      if (!seen.add(r.kind() + " " + r.difficulty())) {
        throw new InvalidInput(
            "rates", r.kind().words() + " is given twice at the same difficulty");
      }
    }
  }

  /** Hours of one unit of work. */
  public Estimate perUnit(TaskKind kind, Difficulty difficulty) {
    for (Rate r : own) {
      if (r.kind() == kind && r.difficulty() == difficulty) {
        return r.perUnit();
      }
    }
    return kind.perUnit(difficulty);
  }

  /**
   * Hours of an amount of work.
   *
   * @param units of the kind's driver, 0 to 10 000 000
   */
  public Estimate hours(TaskKind kind, double units, Difficulty difficulty) {
    return perUnit(kind, difficulty).times(InvalidInput.within("amount of work", units, 0, 1e7));
  }

  /**
   * The same rates with one kind multiplied by a factor at every difficulty: a calibration that is
   * applied because somebody asked.
   */
  public EffortRates calibrated(TaskKind kind, double factor) {
    InvalidInput.within("factor", factor, 0.01, 100);
    List<Rate> out = new ArrayList<>(own.stream().filter(r -> r.kind() != kind).toList());
    for (Difficulty d : Difficulty.values()) {
      out.add(new Rate(kind, d, perUnit(kind, d).times(factor)));
    }
    return new EffortRates(out);
  }
}
