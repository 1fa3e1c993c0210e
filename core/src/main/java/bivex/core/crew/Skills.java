package bivex.core.crew;

import bivex.core.InvalidInput;
import bivex.core.effort.TaskKind;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;

/**
 * What work a person does, and how their hours go against the rates.
 *
 * @param kinds of work they do, each at most once; empty for any kind at the hours of the rates
 */
public record Skills(List<Skill> kinds) {
  /** Somebody of whom nothing is said: any work, at the hours of the rates. */
  public static final Skills ANY = new Skills(List.of());

  private static final double LEAST = 0.2;
  private static final double MOST = 5;

  /**
   * A kind of work somebody does.
   *
   * @param factor what the hours of the rates are multiplied by, 0.2 to 5; under 1 for somebody who
   *     is quicker
   */
  public record Skill(TaskKind kind, double factor) {
    public Skill {
      if (kind == null) {
        throw new InvalidInput("skills", "each needs a kind of work");
      }
      InvalidInput.within("factor of " + kind.words(), factor, LEAST, MOST);
    }
  }

  public Skills {
    kinds =
        kinds == null
            ? List.of()
            : kinds.stream().sorted(Comparator.comparing(Skill::kind)).toList();
    Set<TaskKind> seen = EnumSet.noneOf(TaskKind.class);
    for (Skill s : kinds) {
      if (!seen.add(s.kind())) {
        throw new InvalidInput("skills", s.kind().words() + " is given twice");
      }
    }
  }

  /** Whether they do such work at all. */
  public boolean does(TaskKind kind) {
    return kinds.isEmpty() || kinds.stream().anyMatch(s -> s.kind() == kind);
  }

  /** What hours of a kind are multiplied by; 1 where nothing is said of it. */
  public double factor(TaskKind kind) {
    return kinds.stream()
        .filter(s -> s.kind() == kind)
        .mapToDouble(Skill::factor)
        .findFirst()
        .orElse(1);
  }
}
