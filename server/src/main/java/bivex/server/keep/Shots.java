package bivex.server.keep;

import java.util.Collection;
import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.Query;

public interface Shots extends OfProduction<Shot> {
  @Override
  default String noun() {
    return "shot";
  }

  List<Shot> findByProductionIdOrderByCode(UUID productionId);

  /** Holds the shot until the end of the transaction, so that two versions never get one number. */
  @Query(value = "select id from shot where id = :id for no key update", nativeQuery = true)
  UUID hold(UUID id);

  /**
   * Each shot with the setup it is shot in and that setup's day, as Object[] {Shot, Setup,
   * ShootingDay}; {@code shots} counts unless all are wanted.
   */
  @Query(
      "select s, u, d from Shot s left join Setup u on u.id = s.setupId left join ShootingDay d on"
          + " d.id = u.dayId where s.productionId = :production and (:all = true or s.id in :shots)"
          + " order by s.code")
  List<Object[]> withSetup(UUID production, boolean all, Collection<UUID> shots);

  @Query(
      "select i.shotId from Invitation i join Shot s on s.id = i.shotId where i.personId = :person"
          + " and s.productionId = :production")
  List<UUID> invited(UUID person, UUID production);

  @Query("select s.code from Shot s where s.productionId = :production")
  List<String> codes(UUID production);

  /** Shots planned for a setup, and those that have takes of it. */
  @Query(
      "select s.id from Shot s where s.productionId = :production and (s.setupId = :setup or exists"
          + " (select 1 from TakeEntry t where t.shotId = s.id and t.setupId = :setup))")
  List<UUID> ofSetup(UUID production, UUID setup);

  /** Id and code of a shot. */
  /** How many shots follow a cut. */
  record Following(UUID cut, long shots) {}

  @Query(
      "select new bivex.server.keep.Shots$Following(s.cutId, count(s)) from Shot s where"
          + " s.productionId = :production and s.cutId is not null group by s.cutId")
  List<Following> following(UUID production);

  boolean existsByCutId(UUID cutId);

  record Coded(UUID id, String code) {}

  @Query(
      "select new bivex.server.keep.Shots$Coded(s.id, s.code) from Shot s where s.productionId ="
          + " :production")
  List<Coded> coded(UUID production);
}
