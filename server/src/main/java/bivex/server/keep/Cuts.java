package bivex.server.keep;

import java.util.List;
import java.util.UUID;

public interface Cuts extends OfProduction<Cut> {
  @Override
  default String noun() {
    return "cut";
  }

  List<Cut> findByProductionIdOrderByAddedAt(UUID productionId);
}
