package bivex.server.keep;

import jakarta.persistence.Entity;
import java.util.UUID;
import org.hibernate.annotations.Immutable;

/** A version that is watched in a viewing. */
@Entity
@Immutable
public class ViewingItem extends Added {
  public UUID viewingId;

  /** In the order they are watched, from 0. */
  public int place;

  public UUID shotId;
  public UUID versionId;

  /** Why it stands where it does. */
  public String why;
}
