package bivex.server.keep;

import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

public interface VerdictEntries extends JpaRepository<VerdictEntry, UUID> {
  List<VerdictEntry> findByVersionIdInOrderBySaidAtDesc(List<UUID> versionIds);

  /** How many versions of each shot were sent back, as they stand last. */
  @Query(
      "select v.shotId as shot, count(v.id) as rounds from VersionEntry v, VerdictEntry d"
          + " where v.productionId = :production and d.versionId = v.id and d.verdict = AGAIN"
          + " and not exists (select 1 from VerdictEntry l where l.versionId = v.id"
          + " and l.saidAt > d.saidAt) group by v.shotId")
  List<Rounds> rounds(UUID production);

  /** Versions of a shot that were sent back. */
  interface Rounds {
    UUID getShot();

    int getRounds();
  }
}
