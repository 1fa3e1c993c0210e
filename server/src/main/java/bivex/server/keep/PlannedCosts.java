package bivex.server.keep;

import java.util.List;
import java.util.UUID;

public interface PlannedCosts extends OfProduction<PlannedCost> {
  @Override
  default String noun() {
    return "planned cost";
  }

  List<PlannedCost> findByProductionId(UUID productionId);
}
