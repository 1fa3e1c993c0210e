package bivex.server.keep;

import java.util.List;
import java.util.UUID;
import org.springframework.data.domain.Pageable;
import org.springframework.data.domain.Slice;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

public interface JournalEntries extends JpaRepository<JournalEntry, Long> {
  /** What each change after a stamp touched; an element is null when it touched everything. */
  @Query(
      "select e.shots from JournalEntry e where e.productionId = :production and e.stamp > :stamp")
  List<List<UUID>> touchedSince(UUID production, long stamp);

  /** What others did after a stamp, the newest first. */
  @Query(
      "select e from JournalEntry e where e.productionId = :production and e.stamp > :stamp and"
          + " (e.byPerson is null or e.byPerson <> :but) order by e.id desc")
  List<JournalEntry> since(UUID production, long stamp, UUID but, Pageable page);

  Slice<JournalEntry> findByProductionIdOrderByIdDesc(UUID productionId, Pageable page);
}
