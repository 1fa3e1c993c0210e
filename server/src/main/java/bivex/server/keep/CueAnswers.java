package bivex.server.keep;

import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

public interface CueAnswers extends JpaRepository<CueAnswer, UUID> {
  List<CueAnswer> findByProductionIdOrderBySaidAtDesc(UUID productionId);

  Optional<CueAnswer> findByProductionIdAndKey(UUID productionId, String key);
}
