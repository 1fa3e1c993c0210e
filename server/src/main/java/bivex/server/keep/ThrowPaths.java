package bivex.server.keep;

import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

public interface ThrowPaths extends JpaRepository<ThrowPath, UUID> {
  List<ThrowPath> findByProductionId(UUID productionId);
}
