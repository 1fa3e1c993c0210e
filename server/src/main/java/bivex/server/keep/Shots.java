package bivex.server.keep;

import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

public interface Shots extends JpaRepository<Shot, UUID> {
  List<Shot> findByProductionIdOrderByCode(UUID productionId);

  Optional<Shot> findByIdAndProductionId(UUID id, UUID productionId);

  /**
   * Each shot with the setup it is shot in and that setup's day, as Object[] {Shot, Setup,
   * ShootingDay}; shot is null for all.
   */
  @Query(
      "select s, u, d from Shot s left join Setup u on u.id = s.setupId left join ShootingDay d on"
          + " d.id = u.dayId where s.productionId = :production and (:shot is null or s.id = :shot)"
          + " order by s.code")
  List<Object[]> withSetup(UUID production, UUID shot);

  @Query(
      "select i.shotId from Invitation i join Shot s on s.id = i.shotId where i.personId = :person"
          + " and s.productionId = :production")
  List<UUID> invited(UUID person, UUID production);

  @Query("select s.code from Shot s where s.productionId = :production")
  List<String> codes(UUID production);
}
