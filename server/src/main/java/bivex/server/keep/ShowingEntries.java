package bivex.server.keep;

import java.util.Collection;
import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

public interface ShowingEntries extends JpaRepository<ShowingEntry, UUID> {
  List<ShowingEntry> findByVersionIdInOrderBySaidAt(Collection<UUID> versionIds);
}
