package bivex.server.keep;

import java.util.List;
import java.util.Optional;
import java.util.UUID;

public interface Drafts extends OfProduction<Draft> {
  @Override
  default String noun() {
    return "draft";
  }

  Optional<Draft> findFirstByProductionIdOrderByNumberDesc(UUID productionId);

  Optional<Draft> findFirstByProductionIdAndNumberLessThanOrderByNumberDesc(
      UUID productionId, int number);

  List<Draft> findByProductionIdOrderByNumberDesc(UUID productionId);
}
