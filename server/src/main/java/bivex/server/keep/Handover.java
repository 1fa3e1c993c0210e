package bivex.server.keep;

import jakarta.persistence.Convert;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import org.hibernate.annotations.Immutable;

/** That files of a package were handed over. */
@Entity
@Immutable
public class Handover extends Added {
  /** By the house into a drop box, or by somebody on a way of their own. */
  public enum How {
    BOX,
    HAND
  }

  public UUID packageId;

  @Enumerated(EnumType.STRING)
  public How how;

  /** On which way, where somebody did it; may be empty. */
  public String words;

  /** Names of those that went. */
  @Convert(converter = JsonColumn.Words.class)
  public List<String> files;

  public Instant handedAt;
}
