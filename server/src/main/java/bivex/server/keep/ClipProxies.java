package bivex.server.keep;

import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

public interface ClipProxies extends JpaRepository<ClipProxy, UUID> {
  List<ClipProxy> findByProductionId(UUID productionId);

  Optional<ClipProxy> findByIdAndProductionId(UUID id, UUID productionId);
}
