package bivex.server.keep;

import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

public interface TakeClips extends JpaRepository<TakeClip, UUID> {
  List<TakeClip> findByProductionIdOrderByAddedAt(UUID productionId);

  Optional<TakeClip> findByIdAndProductionId(UUID id, UUID productionId);
}
