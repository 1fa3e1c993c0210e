package bivex.server.keep;

import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.Query;

public interface Setups extends OfProduction<Setup> {
  @Override
  default String noun() {
    return "setup";
  }

  List<Setup> findByProductionIdOrderByNumber(UUID productionId);

  /** Holds the setup until the end of the transaction, so that two takes never get one number. */
  @Query(value = "select id from setup where id = :id for no key update", nativeQuery = true)
  UUID hold(UUID id);

  List<Setup> findByDayIdOrderByNumber(UUID dayId);
}
