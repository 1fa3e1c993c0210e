package bivex.server.keep;

import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.Query;

public interface ShootingDays extends OfProduction<ShootingDay> {
  @Override
  default String noun() {
    return "day";
  }

  List<ShootingDay> findByProductionIdOrderByNumber(UUID productionId);

  @Query(
      "select d from ShootingDay d, Setup s, Shot x where x.id = :shot and s.id = x.setupId and"
          + " d.id = s.dayId")
  Optional<ShootingDay> ofShot(UUID shot);
}
