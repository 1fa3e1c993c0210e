package bivex.server.keep;

import java.util.Collection;
import java.util.List;
import java.util.UUID;

public interface WorkFileEntries extends OfProduction<WorkFileEntry> {
  @Override
  default String noun() {
    return "file";
  }

  List<WorkFileEntry> findByProductionId(UUID productionId);

  List<WorkFileEntry> findByProductionIdAndShotIdIn(UUID productionId, Collection<UUID> shotIds);
}
