package bivex.core.shot;

import bivex.core.method.Plan;
import bivex.core.review.Verdict;
import bivex.core.review.VersionFacts;
import bivex.core.shoot.MatchReview;
import bivex.core.shoot.Take;
import java.util.List;

/**
 * Everything known of a shot.
 *
 * @param lost whether its words are no longer in the script
 * @param methods how many methods are chosen
 * @param plan what they derive
 * @param planFault why the plan cannot be derived; null when it can
 * @param setup "setup 3", or null when none is planned
 * @param struck whether that setup has been struck
 * @param version the latest, or null
 * @param delivery what became of the last package, or null
 */
public record ShotFacts(
    String intent, boolean lost, boolean omitted, int methods, Plan plan, String planFault, String setup, boolean struck, List<Take> takes,
    MatchReview match, List<Evidence> evidence, Version version, Delivery delivery) {

  /** @param checks its facts against the shot @param verdict last one, null if none */
  public record Version(int number, List<VersionFacts.FactCheck> checks, Verdict verdict, String verdictReason, int openNotes) {}

  /** @param version which was sent @param accepted null while waiting @param words receipt or refusal */
  public record Delivery(int version, Boolean accepted, String words) {}
}
