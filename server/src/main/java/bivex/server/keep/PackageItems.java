package bivex.server.keep;

import java.util.Collection;
import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

public interface PackageItems extends JpaRepository<PackageItem, UUID> {
  List<PackageItem> findByPackageIdInOrderByFileName(List<UUID> packageIds);

  /** Of each shot the one that was packed last under a specification. */
  @Query(
      "select i from PackageItem i, PackageEntry p where p.id = i.packageId and p.specId = :spec"
          + " and i.shotId in :shots and p.number = (select max(q.number) from PackageItem j,"
          + " PackageEntry q where q.id = j.packageId and q.specId = :spec and j.shotId ="
          + " i.shotId)")
  List<PackageItem> lastUnder(UUID spec, Collection<UUID> shots);
}
