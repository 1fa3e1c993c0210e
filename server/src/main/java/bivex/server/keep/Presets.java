package bivex.server.keep;

import java.util.List;
import java.util.UUID;

public interface Presets extends OfProduction<Preset> {
  @Override
  default String noun() {
    return "preset";
  }

  List<Preset> findByProductionIdOrderByName(UUID productionId);
}
