package bivex.server.keep;

import bivex.core.script.OwnHeadings;
import bivex.core.script.ScriptImport;
import jakarta.persistence.Column;
import jakarta.persistence.Convert;
import jakarta.persistence.Entity;
import jakarta.persistence.Version;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.UUID;
import tools.jackson.core.type.TypeReference;

/**
 * A draft of the script, kept as its plain text. Its words are never changed once imported; what it
 * is called may be.
 */
@Entity
public class Draft extends Added {
  public UUID productionId;
  public int number;
  public String name;

  @Column(updatable = false)
  public String source;

  /** Words its headings are written with, beside those that ship; as they were when it came in. */
  @Convert(converter = Headings.class)
  @Column(updatable = false)
  public OwnHeadings headings = OwnHeadings.NONE;

  @Version public long version;

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

  /** Words of one's own as JSON text. */
  static class Headings extends JsonColumn<OwnHeadings> {
    Headings() {
      super(1, new TypeReference<>() {});
    }
  }

  /** What was doubtful in reading it. */
  static class Doubts extends JsonColumn<List<ScriptImport.Uncertain>> {
    Doubts() {
      super(1, new TypeReference<>() {});
    }
  }
}
