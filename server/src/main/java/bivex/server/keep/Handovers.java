package bivex.server.keep;

import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

public interface Handovers extends JpaRepository<Handover, UUID> {
  List<Handover> findByPackageIdInOrderByHandedAt(List<UUID> packageIds);

  /** When each was handed over by hand under a specification, and answered first after that. */
  @Query(
      "select h.handedAt, min(r.receivedAt) from Handover h, PackageEntry p, Receipt r where"
          + " p.id = h.packageId and r.packageId = p.id and r.receivedAt > h.handedAt and"
          + " p.specId = :spec and h.how = bivex.server.keep.Handover.How.HAND"
          + " group by h.id, h.handedAt")
  List<Object[]> answered(UUID spec);
}
