package bivex.server.keep;

import bivex.core.shoot.MatchReview;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.Query;

public interface PlateMeasures extends OfProduction<PlateMeasure> {
  @Override
  default String noun() {
    return "measurement";
  }

  long countByProductionId(UUID productionId);

  /** The last word on a pair of takes, without what was measured. */
  record LastWord(
      UUID setupId,
      UUID firstTake,
      UUID secondTake,
      boolean agrees,
      String verdict,
      String remedy,
      Instant keptAt) {
    /** As the core reads it. */
    public MatchReview.Measured measured() {
      return new MatchReview.Measured(
          firstTake.toString(), secondTake.toString(), agrees, verdict, remedy, keptAt);
    }
  }

  String LAST =
      "where m.productionId = :production and m.keptAt = (select max(x.keptAt) from PlateMeasure x"
          + " where x.firstTake = m.firstTake and x.secondTake = m.secondTake) order by m.keptAt";

  @Query(
      "select new bivex.server.keep.PlateMeasures$LastWord(m.setupId, m.firstTake, m.secondTake,"
          + " m.agrees, m.verdict, m.remedy, m.keptAt) from PlateMeasure m "
          + LAST)
  List<LastWord> lastWords(UUID production);

  /** The last word on every pair of takes, oldest first. */
  @Query("select m from PlateMeasure m " + LAST)
  List<PlateMeasure> standing(UUID production);
}
