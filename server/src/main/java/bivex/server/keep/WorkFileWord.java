package bivex.server.keep;

import bivex.core.work.WorkFile;
import jakarta.persistence.Convert;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import org.hibernate.annotations.Immutable;
import tools.jackson.core.type.TypeReference;

/** Something said of a version of what a task makes. */
@Entity
@Immutable
@Table(name = "work_file_word")
public class WorkFileWord extends Added {
  public UUID productionId;
  public UUID fileId;

  @Enumerated(EnumType.STRING)
  public WorkFile.WordKind kind;

  @Convert(converter = Keys.class)
  public List<String> keys;

  public String words;
  public String saidBy;
  public Instant saidAt;

  /** Keys of changes. */
  static class Keys extends JsonColumn<List<String>> {
    Keys() {
      super(1, new TypeReference<>() {});
    }
  }
}
