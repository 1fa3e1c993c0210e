package bivex.server.keep;

import java.util.Collection;
import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.Query;

public interface ShownCopies extends OfProduction<ShownCopy> {
  @Override
  default String noun() {
    return "copy";
  }

  /** Versions that browsers do not play and that have no copy yet, nor a reason why not. */
  @Query(
      "select v.id from VersionEntry v where v.plays = false and not exists (select c.id from"
          + " ShownCopy c where c.versionId = v.id and c.kind = 'HOUSE') order by v.uploadedAt"
          + " desc")
  List<UUID> missing();

  List<ShownCopy> findByVersionIdIn(Collection<UUID> versions);
}
