package bivex.server.keep;

import java.util.Optional;
import java.util.UUID;
import org.springframework.data.domain.Pageable;
import org.springframework.data.domain.Slice;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

public interface PackageEntries extends JpaRepository<PackageEntry, UUID> {
  Slice<PackageEntry> findByProductionIdOrderByNumberDesc(UUID productionId, Pageable page);

  Optional<PackageEntry> findByIdAndProductionId(UUID id, UUID productionId);

  @Query("select coalesce(max(p.number), 0) from PackageEntry p where p.productionId = :production")
  int lastNumber(UUID production);
}
