package bivex.server.keep;

import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

public interface Drafts extends JpaRepository<Draft, UUID> {
  Optional<Draft> findFirstByProductionIdOrderByNumberDesc(UUID productionId);

  Optional<Draft> findFirstByProductionIdAndNumberLessThanOrderByNumberDesc(
      UUID productionId, int number);

  Optional<Draft> findByIdAndProductionId(UUID id, UUID productionId);

  List<Draft> findByProductionIdOrderByNumberDesc(UUID productionId);
}
