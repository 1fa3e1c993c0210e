package bivex.server.keep;

import bivex.core.money.Offer;
import java.util.List;
import java.util.UUID;

public interface OfferEntries extends OfProduction<OfferEntry> {
  @Override
  default String noun() {
    return "bid or change order";
  }

  List<OfferEntry> findByProductionIdOrderBySaidAt(UUID productionId);

  int countByProductionIdAndKind(UUID productionId, Offer.Kind kind);
}
