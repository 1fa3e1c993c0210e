package bivex.server.keep;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

public interface BoardFrames extends JpaRepository<BoardFrame, UUID> {
  List<BoardFrame> findByShotIdOrderByPosition(UUID shotId);

  List<BoardFrame> findByShotIdInOrderByPosition(Collection<UUID> shotIds);

  Optional<BoardFrame> findByIdAndProductionId(UUID id, UUID productionId);
}
