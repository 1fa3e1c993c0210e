package bivex.server.keep;

import java.util.List;
import java.util.UUID;

public interface VersionEntries extends OfProduction<VersionEntry> {
  @Override
  default String noun() {
    return "version";
  }

  List<VersionEntry> findByShotIdOrderByNumberDesc(UUID shotId);

  boolean existsByShotIdAndNumberGreaterThan(UUID shotId, int number);
}
