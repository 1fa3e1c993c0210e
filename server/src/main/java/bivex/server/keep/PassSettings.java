package bivex.server.keep;

import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

public interface PassSettings extends JpaRepository<PassSetting, UUID> {
  List<PassSetting> findByProductionId(UUID productionId);

  Optional<PassSetting> findByShotIdAndPlate(UUID shotId, String plate);
}
