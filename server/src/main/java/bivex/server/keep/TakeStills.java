package bivex.server.keep;

import java.util.Collection;
import java.util.List;
import java.util.UUID;

public interface TakeStills extends OfProduction<TakeStill> {
  @Override
  default String noun() {
    return "still";
  }

  List<TakeStill> findByTakeIdInOrderByAddedAt(Collection<UUID> takes);

  List<TakeStill> findByProductionIdOrderByAddedAt(UUID productionId);
}
