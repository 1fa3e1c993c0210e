package bivex.core.shoot;

import bivex.core.shoot.MatchGuard.Against;
import bivex.core.shoot.MatchGuard.Finding;
import bivex.core.shoot.MatchGuard.Severity;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;

/**
 * All that a take has against it: modes no plate of its set may have, what the plan asks of its
 * plate, and the reference of its set. Server and device ask here.
 */
public final class TakeCheck {
  private TakeCheck() {}

  /**
   * A take with what is asked of its plate.
   *
   * @param seconds it ran; 0 while that is not known
   */
  public record Shot(CameraData camera, double seconds, PlateTerms terms) {}

  /**
   * What a take has against it, what breaks first.
   *
   * @param reference of its set; null when it is the reference, or there is none
   * @param rules of its set; none for a plate that belongs to no set
   */
  public static List<Finding> of(
      Shot take, Shot reference, Set<MatchRule> rules, MatchGuard.Optics optics) {
    List<Finding> plan = PlanGuard.of(take.terms(), take.camera(), take.seconds(), optics);
    if (reference == null) {
      return sorted(MatchGuard.alone(take.camera(), rules), plan);
    }
    List<Finding> wrong =
        PlanGuard.of(reference.terms(), reference.camera(), reference.seconds(), optics);
    List<Finding> out = new ArrayList<>();
    for (Finding f :
        MatchGuard.compare(
            reference.terms().expected(reference.camera(), take.terms()),
            take.camera(),
            rules,
            optics)) {
      boolean mine = breaks(plan, f.property());
      boolean theirs = breaks(wrong, f.property());
      out.add(
          f.severity() == Severity.BREAKS && theirs && !mine
              ? f.remedied("this take is as planned and the reference is not: shoot that one again")
              : f);
    }
    // What differs from the reference as much as from the plan is said once, against the reference.
    List<Finding> more =
        plan.stream()
            .filter(
                f ->
                    breaks(wrong, f.property())
                        || out.stream()
                            .noneMatch(
                                o ->
                                    o.property().equals(f.property())
                                        && o.severity().compareTo(f.severity()) <= 0))
            .toList();
    return sorted(out, more);
  }

  private static boolean breaks(List<Finding> of, String property) {
    return of.stream()
        .anyMatch(f -> f.property().equals(property) && f.severity() == Severity.BREAKS);
  }

  private static List<Finding> sorted(List<Finding> first, List<Finding> then) {
    List<Finding> all = new ArrayList<>(first);
    all.addAll(then);
    List<Finding> out = new ArrayList<>();
    for (Severity s : Severity.values()) {
      for (Against a : Against.values()) {
        all.stream().filter(f -> f.severity() == s && f.against() == a).forEach(out::add);
      }
    }
    return List.copyOf(out);
  }
}
