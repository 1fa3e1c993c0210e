package bivex.server.keep;

import java.util.Collection;
import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

public interface ShowingEntries extends JpaRepository<ShowingEntry, UUID> {
  List<ShowingEntry> findByVersionIdInOrderBySaidAt(Collection<UUID> versionIds);

  /** Versions that were ever shown, the newest first. */
  @Query("select e.versionId from ShowingEntry e group by e.versionId order by max(e.saidAt) desc")
  List<UUID> shownOnce();
}
