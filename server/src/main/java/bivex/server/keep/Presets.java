package bivex.server.keep;

import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

public interface Presets extends JpaRepository<Preset, UUID> {
  List<Preset> findByProductionIdOrderByName(UUID productionId);

  Optional<Preset> findByIdAndProductionId(UUID id, UUID productionId);
}
