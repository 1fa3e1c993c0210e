package bivex.server.keep;

import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

public interface WavedCues extends JpaRepository<WavedCue, UUID> {
  List<WavedCue> findByProductionIdOrderByWavedAtDesc(UUID productionId);

  Optional<WavedCue> findByProductionIdAndKey(UUID productionId, String key);
}
