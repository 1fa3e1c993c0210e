package bivex.server.keep;

import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

public interface SpotWords extends JpaRepository<SpotWord, UUID> {
  List<SpotWord> findByProductionIdOrderBySaidAt(UUID productionId);
}
