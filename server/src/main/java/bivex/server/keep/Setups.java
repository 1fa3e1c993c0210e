package bivex.server.keep;

import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

public interface Setups extends JpaRepository<Setup, UUID> {
  List<Setup> findByProductionIdOrderByNumber(UUID productionId);

  Optional<Setup> findByIdAndProductionId(UUID id, UUID productionId);
}
