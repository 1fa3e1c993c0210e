package bivex.server.keep;

import jakarta.persistence.Convert;
import jakarta.persistence.Entity;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import org.hibernate.annotations.Immutable;

/** Versions that are watched together. */
@Entity
@Immutable
public class Viewing extends Added {
  public UUID productionId;

  /** What is watched, in words. */
  public String title;

  /** Whether what stands beside each in the cut is seen as well. */
  public boolean neighbours;

  /** Whether frames outside the cut are seen. */
  public boolean handles;

  /** Names of who is there. */
  @Convert(converter = JsonColumn.Words.class)
  public List<String> there = List.of();

  public String saidBy;
  public Instant saidAt;
}
