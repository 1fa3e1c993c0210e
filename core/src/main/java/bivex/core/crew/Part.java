package bivex.core.crew;

import bivex.core.InvalidInput;
import bivex.core.Said;
import java.time.LocalDate;
import java.util.List;

/**
 * A person's part in the work of one production after the shoot.
 *
 * @param share of their time, 0 to 1; 0 for somebody who does none of that work
 * @param from first day they are on it; null from the beginning
 * @param until last day; null to the end
 */
public record Part(double share, LocalDate from, LocalDate until) {
  public Part {
    InvalidInput.within("share", share, 0, 1);
    if (from != null && until != null && until.isBefore(from)) {
      throw new InvalidInput("until", "is before the first day, " + from);
    }
  }

  /** What a person does until somebody says otherwise: artists all of it, others nothing. */
  public static Part usual(Role role) {
    return new Part(role == Role.ARTIST ? 1 : 0, null, null);
  }

  /**
   * Says so where several productions have more of somebody's time than there is; empty where they
   * have not.
   *
   * @param elsewhere their parts in other productions
   */
  public String overpromised(List<Part> elsewhere, LocalDate day) {
    double others = elsewhere.stream().filter(p -> p.on(day)).mapToDouble(Part::share).sum();
    return share == 0 || !on(day) || share + others <= 1 + 1e-9
        ? ""
        : Said.of("%.0f %% of their time is promised to other productions too", others * 100);
  }

  boolean on(LocalDate day) {
    return (from == null || !day.isBefore(from)) && (until == null || !day.isAfter(until));
  }
}
