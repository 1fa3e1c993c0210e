package bivex.server.keep;

import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

public interface SpecEntries extends JpaRepository<SpecEntry, UUID> {
  List<SpecEntry> findByProductionIdOrderByName(UUID productionId);

  Optional<SpecEntry> findByIdAndProductionId(UUID id, UUID productionId);
}
