package bivex.server.keep;

import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

public interface OfferWords extends JpaRepository<OfferWordEntry, UUID> {
  List<OfferWordEntry> findByProductionIdOrderBySaidAt(UUID productionId);

  List<OfferWordEntry> findByOfferIdOrderBySaidAt(UUID offerId);
}
