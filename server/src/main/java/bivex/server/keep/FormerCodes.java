package bivex.server.keep;

import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

public interface FormerCodes extends JpaRepository<FormerCode, UUID> {
  List<FormerCode> findByProductionIdOrderByChangedAt(UUID productionId);

  List<FormerCode> findByShotIdOrderByChangedAt(UUID shotId);
}
