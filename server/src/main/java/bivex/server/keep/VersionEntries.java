package bivex.server.keep;

import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

public interface VersionEntries extends JpaRepository<VersionEntry, UUID> {
  List<VersionEntry> findByShotIdOrderByNumberDesc(UUID shotId);

  Optional<VersionEntry> findByIdAndProductionId(UUID id, UUID productionId);
}
