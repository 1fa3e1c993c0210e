package bivex.server.keep;

import java.util.List;
import java.util.UUID;

public interface ShotNeeds extends OfProduction<ShotNeed> {
  @Override
  default String noun() {
    return "need";
  }

  List<ShotNeed> findByProductionId(UUID productionId);
}
