package bivex.server.keep;

import java.util.List;
import java.util.UUID;

public interface SpecEntries extends OfProduction<SpecEntry> {
  @Override
  default String noun() {
    return "delivery specification";
  }

  List<SpecEntry> findByProductionIdOrderByName(UUID productionId);
}
