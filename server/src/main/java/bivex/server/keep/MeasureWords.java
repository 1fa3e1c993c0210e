package bivex.server.keep;

import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

public interface MeasureWords extends JpaRepository<MeasureWord, UUID> {
  /** A measurement and the newest word on it. */
  record Spoken(UUID measureId, boolean agrees, MeasureWord word) {}

  /** The newest word on every measurement that has one. */
  @Query(
      "select new bivex.server.keep.MeasureWords$Spoken(m.id, m.agrees, w) from MeasureWord w,"
          + " PlateMeasure m where w.productionId = :production and m.id = w.measureId and w.saidAt"
          + " = (select max(x.saidAt) from MeasureWord x where x.measureId = w.measureId)")
  List<Spoken> newest(UUID production);
}
