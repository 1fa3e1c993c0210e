package bivex.server.keep;

import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

public interface LookDecisions extends JpaRepository<LookDecision, UUID> {
  List<LookDecision> findByShotIdOrderByDecidedAtDesc(UUID shotId);
}
