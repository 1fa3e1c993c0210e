package bivex.server.keep;

import java.util.UUID;
import org.springframework.data.domain.Pageable;
import org.springframework.data.domain.Slice;
import org.springframework.data.jpa.repository.Query;

public interface PackageEntries extends OfProduction<PackageEntry> {
  @Override
  default String noun() {
    return "package";
  }

  Slice<PackageEntry> findByProductionIdOrderByNumberDesc(UUID productionId, Pageable page);

  @Query("select coalesce(max(p.number), 0) from PackageEntry p where p.productionId = :production")
  int lastNumber(UUID production);
}
