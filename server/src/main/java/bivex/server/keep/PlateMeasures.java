package bivex.server.keep;

import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

public interface PlateMeasures extends JpaRepository<PlateMeasure, UUID> {
  /** The last word on every pair of takes, oldest first. */
  @Query("select m from PlateMeasure m where m.productionId = :production and m.keptAt = (select max(x.keptAt) from PlateMeasure x where x.firstTake = m.firstTake and x.secondTake = m.secondTake) order by m.keptAt")
  List<PlateMeasure> standing(UUID production);
}
