package bivex.server.keep;

import java.util.UUID;
import org.springframework.data.domain.Pageable;
import org.springframework.data.domain.Slice;
import org.springframework.data.jpa.repository.Query;

public interface Viewings extends OfProduction<Viewing> {
  @Override
  default String noun() {
    return "viewing";
  }

  /** Holds the viewing until the end of the transaction: what is seen twice is kept once. */
  @Query(value = "select id from viewing where id = :id for no key update", nativeQuery = true)
  UUID hold(UUID id);

  Slice<Viewing> findByProductionIdOrderBySaidAtDesc(UUID productionId, Pageable page);
}
