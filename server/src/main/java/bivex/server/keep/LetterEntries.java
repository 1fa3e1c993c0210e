package bivex.server.keep;

import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.UUID;
import org.springframework.data.domain.Pageable;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

public interface LetterEntries extends JpaRepository<LetterEntry, UUID> {
  List<LetterEntry> findByProductionIdAndPersonIdOrderByWrittenAtDesc(
      UUID productionId, UUID personId, Pageable page);

  boolean existsByProductionIdAndPersonIdAndKindAndWrittenOn(
      UUID productionId, UUID personId, LetterEntry.Kind kind, LocalDate writtenOn);

  /** Those that are not sent, what was tried least first. */
  @Query(
      "select l from LetterEntry l where l.sentAt is null and l.writtenAt > :since"
          + " order by l.tries, l.writtenAt")
  List<LetterEntry> waiting(Instant since, Pageable page);
}
