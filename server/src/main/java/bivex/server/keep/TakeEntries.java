package bivex.server.keep;

import bivex.core.shoot.Take;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

public interface TakeEntries extends JpaRepository<TakeEntry, UUID> {
  /** A take with the last thing said of it; call is null when nothing was. */
  record Called(TakeEntry take, Take.Call call, String reason) {}

  String CALLED =
      "select new bivex.server.keep.TakeEntries$Called(t, c.call, c.reason) from TakeEntry t left"
          + " join TakeCall c on c.takeId = t.id and c.saidAt = (select max(x.saidAt) from TakeCall"
          + " x where x.takeId = t.id) ";

  @Query(CALLED + "where t.productionId = :production order by t.madeAt")
  List<Called> called(UUID production);

  @Query(CALLED + "where t.productionId = :production and t.shotId in :shots order by t.madeAt")
  List<Called> called(UUID production, Collection<UUID> shots);

  @Query(CALLED + "where t.productionId = :production and t.setupId in :setups order by t.madeAt")
  List<Called> ofSetups(UUID production, Collection<UUID> setups);

  @Query(CALLED + "where t.id = :take and t.productionId = :production")
  Optional<Called> one(UUID production, UUID take);

  @Query(
      "select max(t.number) from TakeEntry t where t.setupId = :setup and t.shotId = :shot and"
          + " t.plate = :plate")
  Integer lastNumber(UUID setup, UUID shot, String plate);

  boolean existsBySetupIdAndShotIdAndPlateAndNumber(
      UUID setupId, UUID shotId, String plate, int number);

  @Query("select t from TouchEntry t where t.productionId = :production order by t.madeAt")
  List<TouchEntry> touches(UUID production);
}
