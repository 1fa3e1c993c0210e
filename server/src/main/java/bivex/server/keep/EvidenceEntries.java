package bivex.server.keep;

import java.util.Collection;
import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

public interface EvidenceEntries extends JpaRepository<EvidenceEntry, UUID> {
  List<EvidenceEntry> findByProductionId(UUID productionId);

  List<EvidenceEntry> findByProductionIdAndShotIdIn(UUID productionId, Collection<UUID> shotIds);
}
