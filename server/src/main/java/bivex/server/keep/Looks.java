package bivex.server.keep;

import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

public interface Looks extends JpaRepository<Look, UUID> {
  List<Look> findByShotIdOrderByLetter(UUID shotId);

  Optional<Look> findByIdAndProductionId(UUID id, UUID productionId);
}
