package bivex.server.keep;

import jakarta.persistence.EntityManager;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** How often a production was changed, and what the changes touched. */
@Component
public class Stamps {
  private final EntityManager entities;
  private final JournalEntries entries;

  Stamps(EntityManager entities, JournalEntries entries) {
    this.entities = entities;
    this.entries = entries;
  }

  /** Number of the last change that was committed; 0 before the first. */
  @Transactional(readOnly = true)
  public long of(UUID production) {
    List<?> found =
        entities
            .createNativeQuery("select number from production_stamp where production_id = ?1")
            .setParameter(1, production)
            .getResultList();
    return found.isEmpty() ? 0 : ((Number) found.get(0)).longValue();
  }

  /** Shots touched after a stamp; null when one of the changes touched everything. */
  @Transactional(readOnly = true)
  public Set<UUID> touchedSince(UUID production, long stamp) {
    Set<UUID> out = new HashSet<>();
    for (List<UUID> shots : entries.touchedSince(production, stamp)) {
      if (shots == null) {
        return null;
      }
      out.addAll(shots);
    }
    return out;
  }

  /** Raises the stamp; others who commit wait until this transaction has ended. */
  public long raise(UUID production) {
    return ((Number)
            entities
                .createNativeQuery(
                    "insert into production_stamp (production_id, number) values (?1, 1) on"
                        + " conflict (production_id) do update set number ="
                        + " production_stamp.number + 1 returning number")
                .setParameter(1, production)
                .getSingleResult())
        .longValue();
  }
}
