package bivex.server.keep;

import java.util.Collection;
import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

public interface TaskWords extends JpaRepository<TaskWordEntry, UUID> {
  List<TaskWordEntry> findByProductionId(UUID productionId);

  List<TaskWordEntry> findByProductionIdAndShotIdIn(UUID productionId, Collection<UUID> shotIds);

  /** What was said of a person's clocks on a production. */
  @Query(
      "select w from TaskWordEntry w where w.productionId = :production and w.personId = :person"
          + " and w.kind in (BEGUN, STOPPED) order by w.saidAt")
  List<TaskWordEntry> clocksOf(UUID production, UUID person);
}
