package bivex.server.keep;

import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

public interface LetterWishes extends JpaRepository<LetterWish, UUID> {
  Optional<LetterWish> findByProductionIdAndPersonId(UUID productionId, UUID personId);

  /** Of productions that are worked on. */
  @Query(
      "select w from LetterWish w join Production p on p.id = w.productionId where p.archivedAt is"
          + " null and (w.morning is not null or w.stops = true)")
  List<LetterWish> working();
}
