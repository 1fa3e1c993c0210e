package bivex.server.keep;

import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

public interface ShotNeeds extends JpaRepository<ShotNeed, UUID> {
  List<ShotNeed> findByProductionId(UUID productionId);

  Optional<ShotNeed> findByIdAndProductionId(UUID id, UUID productionId);
}
