package bivex.server.keep;

import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

public interface ShootingDays extends JpaRepository<ShootingDay, UUID> {
  List<ShootingDay> findByProductionIdOrderByNumber(UUID productionId);

  Optional<ShootingDay> findByIdAndProductionId(UUID id, UUID productionId);
}
