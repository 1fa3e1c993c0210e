package bivex.server.keep;

import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

public interface Places extends JpaRepository<Place, UUID> {
  List<Place> findByProductionIdOrderByName(UUID productionId);

  Optional<Place> findByIdAndProductionId(UUID id, UUID productionId);
}
