package bivex.server.keep;

import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

public interface CueAnswers extends JpaRepository<CueAnswer, UUID> {
  /** Those that count, newest first: of shots that were omitted since nothing is learned. */
  @Query(
      "select a from CueAnswer a where a.productionId = :production and (a.shotId is null or exists"
          + " (select s.id from Shot s where s.id = a.shotId and s.omitted = false)) order by"
          + " a.saidAt desc")
  List<CueAnswer> counting(UUID production);

  /** What is learned by of the newest answers in other productions that share theirs. */
  record Elsewhere(List<String> signs, boolean taken) {}

  @Query(
      "select new bivex.server.keep.CueAnswers$Elsewhere(a.signs, a.taken) from CueAnswer a where"
          + " a.productionId <> :production and exists (select p.id from Production p where p.id ="
          + " a.productionId and p.cuesOfHouse = true) and (a.shotId is null or exists (select s.id"
          + " from Shot s where s.id = a.shotId and s.omitted = false)) order by a.saidAt desc")
  List<Elsewhere> elsewhere(UUID production, Limit newest);

  Optional<CueAnswer> findByProductionIdAndKey(UUID productionId, String key);
}
