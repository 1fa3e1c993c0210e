package bivex.server.keep;

import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

public interface Receipts extends JpaRepository<Receipt, UUID> {
  List<Receipt> findByPackageIdInOrderByReceivedAtDesc(List<UUID> packageIds);
}
