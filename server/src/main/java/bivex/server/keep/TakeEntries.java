package bivex.server.keep;

import bivex.core.shoot.Take;
import java.util.Collection;
import java.util.List;
import java.util.UUID;
import org.springframework.data.domain.Pageable;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

public interface TakeEntries extends JpaRepository<TakeEntry, UUID> {
  /** A take with the last thing said of it; call is null when nothing was. */
  record Called(TakeEntry take, Take.Call call, String reason) {}

  String CALLED = "select new bivex.server.keep.TakeEntries$Called(t, c.call, c.reason) from TakeEntry t left join TakeCall c on c.takeId = t.id and c.saidAt = (select max(x.saidAt) from TakeCall x where x.takeId = t.id) ";

  @Query(CALLED + "where t.productionId = :production order by t.madeAt")
  List<Called> called(UUID production);

  @Query(CALLED + "where t.productionId = :production and t.shotId in :shots order by t.madeAt")
  List<Called> called(UUID production, Collection<UUID> shots);

  @Query(CALLED + "where t.productionId = :production and t.setupId = :setup order by t.madeAt desc, t.id")
  List<Called> ofSetup(UUID production, UUID setup, Pageable page);

  @Query("select coalesce(sum(t.frames), 0) from TakeEntry t where t.setupId = :setup")
  long framesIn(UUID setup);

  @Query("select t from TouchEntry t where t.productionId = :production order by t.madeAt")
  List<TouchEntry> touches(UUID production);
}
