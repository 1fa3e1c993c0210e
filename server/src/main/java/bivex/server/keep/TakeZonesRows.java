package bivex.server.keep;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

public interface TakeZonesRows extends JpaRepository<TakeZones, UUID> {
  Optional<TakeZones> findFirstByTakeIdAndProductionIdOrderByKeptAtDesc(
      UUID takeId, UUID productionId);

  /** What was measured of some takes; the newest of one take comes last. */
  List<TakeZones> findByProductionIdAndTakeIdInOrderByKeptAt(
      UUID productionId, Collection<UUID> takes);

  /** Takes of a production whose zones are measured. */
  @Query("select distinct z.takeId from TakeZones z where z.productionId = :production")
  List<UUID> takes(UUID production);
}
