package bivex.server.keep;

import java.util.List;
import java.util.UUID;

public interface ClipProxies extends OfProduction<ClipProxy> {
  @Override
  default String noun() {
    return "proxy";
  }

  List<ClipProxy> findByProductionId(UUID productionId);
}
