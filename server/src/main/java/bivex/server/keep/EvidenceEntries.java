package bivex.server.keep;

import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

public interface EvidenceEntries extends JpaRepository<EvidenceEntry, UUID> {
  @Query("select e from EvidenceEntry e where e.productionId = :production and (:shot is null or e.shotId = :shot)")
  List<EvidenceEntry> of(UUID production, UUID shot);
}
