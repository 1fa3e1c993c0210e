package bivex.server.keep;

import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

public interface SetLimitsRows extends JpaRepository<SetLimits, UUID> {
  List<SetLimits> findByProductionId(UUID productionId);
}
