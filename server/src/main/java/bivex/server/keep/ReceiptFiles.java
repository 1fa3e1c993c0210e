package bivex.server.keep;

import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

public interface ReceiptFiles extends JpaRepository<ReceiptFile, UUID> {
  List<ReceiptFile> findByReceiptIdIn(List<UUID> receiptIds);
}
