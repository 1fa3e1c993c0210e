package bivex.server.keep;

import jakarta.persistence.Id;
import jakarta.persistence.MappedSuperclass;
import jakarta.persistence.PostLoad;
import jakarta.persistence.PostPersist;
import jakarta.persistence.Transient;
import java.util.UUID;
import org.springframework.data.domain.Persistable;

/**
 * A row that is added and never changed. Saving one whose id is there already is an error, never a
 * silent update.
 */
@MappedSuperclass
public abstract class Added implements Persistable<UUID> {
  @Id public UUID id;
  @Transient private boolean kept;

  @Override
  public UUID getId() {
    return id;
  }

  @Override
  public boolean isNew() {
    return !kept;
  }

  @PostLoad
  @PostPersist
  void isKept() {
    kept = true;
  }
}
