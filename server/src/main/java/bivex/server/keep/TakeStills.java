package bivex.server.keep;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

public interface TakeStills extends JpaRepository<TakeStill, UUID> {
  List<TakeStill> findByTakeIdInOrderByAddedAt(Collection<UUID> takes);

  List<TakeStill> findByProductionIdOrderByAddedAt(UUID productionId);

  Optional<TakeStill> findByIdAndProductionId(UUID id, UUID productionId);
}
