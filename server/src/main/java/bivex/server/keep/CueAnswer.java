package bivex.server.keep;

import jakarta.persistence.Convert;
import jakarta.persistence.Entity;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import org.hibernate.annotations.Immutable;
import tools.jackson.core.type.TypeReference;

/** What somebody said to a proposed cue: marked, or waved away. */
@Entity
@Immutable
public class CueAnswer extends Added {
  public UUID productionId;
  public String key;
  public String words;
  public String saidBy;
  public Instant saidAt;
  public boolean taken;

  /** The method it named first; null for answers older than this. */
  public String proposed;

  /** The one it was marked with; null where waved away or left open. */
  public String method;

  /** What it was found by, to learn from. */
  @Convert(converter = Texts.class)
  public List<String> signs = List.of();

  /** The words of every sentence of it; its own key is one. */
  @Convert(converter = Texts.class)
  public List<String> keys = List.of();

  /** The shot that was made of it; null where it was waved away. */
  public UUID shotId;

  static class Texts extends JsonColumn<List<String>> {
    Texts() {
      super(1, new TypeReference<>() {});
    }
  }
}
