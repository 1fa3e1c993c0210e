package bivex.server.keep;

import java.util.List;
import java.util.UUID;

public interface CameraTests extends OfProduction<CameraTest> {
  @Override
  default String noun() {
    return "test";
  }

  List<CameraTest> findByProductionIdOrderByAskedAt(UUID productionId);
}
