package bivex.server.keep;

import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

public interface CueAnswers extends JpaRepository<CueAnswer, UUID> {
  /** Those that count, newest first: of shots that were omitted since nothing is learned. */
  @Query(
      "select a from CueAnswer a where a.productionId = :production and (a.shotId is null or exists"
          + " (select s.id from Shot s where s.id = a.shotId and s.omitted = false)) order by"
          + " a.saidAt desc")
  List<CueAnswer> counting(UUID production);

  Optional<CueAnswer> findByProductionIdAndKey(UUID productionId, String key);
}
