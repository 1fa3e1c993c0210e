package bivex.server.keep;

import java.util.Collection;
import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

public interface ClientWords extends JpaRepository<ClientWordEntry, UUID> {
  List<ClientWordEntry> findByVersionIdInOrderBySaidAt(Collection<UUID> versionIds);
}
