package bivex.server.keep;

import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

public interface PackageItems extends JpaRepository<PackageItem, UUID> {
  List<PackageItem> findByPackageIdInOrderByFileName(List<UUID> packageIds);
}
