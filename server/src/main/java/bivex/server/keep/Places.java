package bivex.server.keep;

import java.util.List;
import java.util.UUID;

public interface Places extends OfProduction<Place> {
  @Override
  default String noun() {
    return "place";
  }

  List<Place> findByProductionIdOrderByName(UUID productionId);
}
