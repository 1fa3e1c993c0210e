package bivex.server.keep;

import bivex.core.script.ScriptImport;
import jakarta.persistence.Convert;
import jakarta.persistence.Entity;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.UUID;
import org.hibernate.annotations.Immutable;
import tools.jackson.core.type.TypeReference;

/** A draft of the script, kept as its plain text. Never changed once imported. */
@Entity
@Immutable
public class Draft extends Added {
  public UUID productionId;
  public int number;
  public String name;
  public String source;

  /** Word for its colour, as revised pages have one; may be empty. */
  public String colour;

  /** Date on its title page, or null. */
  public LocalDate dated;

  /** What it was read from, in words. */
  public String format;

  @Convert(converter = Doubts.class)
  public List<ScriptImport.Uncertain> uncertain;

  public String importedBy;
  public Instant importedAt;

  /** What was doubtful in reading it. */
  static class Doubts extends JsonColumn<List<ScriptImport.Uncertain>> {
    Doubts() {
      super(1, new TypeReference<>() {});
    }
  }
}
