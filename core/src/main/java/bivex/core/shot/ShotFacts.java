package bivex.core.shot;

import bivex.core.method.Plan;
import bivex.core.review.ClientStand;
import bivex.core.review.OpenNotes;
import bivex.core.review.Verdict;
import bivex.core.review.VersionFacts;
import bivex.core.shoot.MatchReview;
import bivex.core.shoot.Take;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;

/**
 * Everything known of a shot.
 *
 * @param words how its words in the script stand
 * @param methods how many methods are chosen, and things of its own it is made from
 * @param plan what they derive
 * @param planFault why the plan cannot be derived; null when it can
 * @param setup "setup 3", or null when none is planned
 * @param struck whether that setup has been struck
 * @param version the latest, or null
 * @param deliveries what became of the last package under each specification
 */
public record ShotFacts(
    String intent,
    Words words,
    boolean omitted,
    int methods,
    Plan plan,
    String planFault,
    String setup,
    boolean struck,
    List<Take> takes,
    MatchReview match,
    List<Evidence> evidence,
    Version version,
    List<Delivery> deliveries) {

  /**
   * How the words of a shot stand in the newest draft.
   *
   * @param unmarked whether none were ever marked: somebody made the shot on the floor
   * @param lost whether any are no longer there
   * @param asked whether somebody must say where they are
   * @param changes what was written otherwise after the shot was shot, or planned, by draft
   */
  public record Words(boolean unmarked, boolean lost, boolean asked, List<Change> changes) {
    public static final Words AS_MARKED = new Words(false, false, false, List.of());
    public static final Words UNMARKED = new Words(true, false, false, List.of());

    /**
     * Of all that was written otherwise, what came in after the first take counts, for what was
     * shot before is of the old words; of a shot that was not shot, what came in after it was
     * planned.
     *
     * @param written all changes
     * @param planned when somebody last chose how it is made; null when nobody has
     * @param firstTake when the shot was first shot; null when it was not
     */
    public static Words of(
        boolean lost, boolean asked, List<Change> written, Instant planned, Instant firstTake) {
      Instant since = firstTake == null ? planned : firstTake;
      return new Words(
          false,
          lost,
          asked,
          since == null
              ? List.of()
              : written.stream()
                  .filter(c -> c.cameIn().isAfter(since))
                  .sorted(Comparator.comparingInt(Change::draft))
                  .toList());
    }
  }

  /**
   * @param draft its number
   * @param name of the draft
   * @param cameIn when it was imported
   * @param before words that were shot, or planned
   * @param now words that stand there
   */
  public record Change(int draft, String name, Instant cameIn, String before, String now) {}

  /**
   * @param checks its facts against the shot
   * @param verdict last one, null if none
   * @param notes of the shot that must be answered and are carried on
   * @param client how the shot stands with them
   */
  public record Version(
      int number,
      List<VersionFacts.FactCheck> checks,
      Verdict verdict,
      String verdictReason,
      OpenNotes notes,
      ClientStand client) {}

  /**
   * @param spec id of the specification
   * @param name of the specification
   * @param version which was packed last under it; null for none yet
   * @param handed whether it was handed over
   * @param accepted null while waiting
   * @param words receipt or refusal
   */
  public record Delivery(
      String spec, String name, Integer version, boolean handed, Boolean accepted, String words) {}
}
