package bivex.server.keep;

import java.util.List;
import java.util.UUID;

public interface ShotLeans extends OfProduction<ShotLean> {
  @Override
  default String noun() {
    return "lean";
  }

  List<ShotLean> findByProductionIdOrderBySaidAt(UUID productionId);
}
