package bivex.server.keep;

import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

public interface WorkFileWords extends JpaRepository<WorkFileWord, UUID> {
  List<WorkFileWord> findByProductionIdOrderBySaidAt(UUID productionId);
}
