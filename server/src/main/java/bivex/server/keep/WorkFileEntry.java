package bivex.server.keep;

import bivex.core.time.FrameRange;
import bivex.core.work.WorkFile;
import jakarta.persistence.Convert;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import org.hibernate.annotations.Immutable;
import tools.jackson.core.type.TypeReference;

/** A version of what a task makes. */
@Entity
@Immutable
@Table(name = "work_file")
public class WorkFileEntry extends Added {
  public UUID productionId;
  public UUID shotId;
  public String task;
  public String label;
  public int number;
  public String path;
  public String sha256;
  public int firstFrame;
  public int frames;

  @Convert(converter = Sources.class)
  public List<WorkFile.Source> madeFrom;

  public String words;
  public String saidBy;
  public Instant saidAt;

  /**
   * As the core reads it.
   *
   * @param said of it, the oldest first
   */
  public WorkFile file(List<WorkFileWord> said) {
    return new WorkFile(
            id.toString(),
            task,
            label,
            number,
            path,
            sha256,
            new FrameRange(firstFrame, frames),
            madeFrom,
            words,
            byPerson == null ? "" : byPerson.toString(),
            saidAt,
            Set.of(),
            null)
        .with(said.stream().map(w -> new WorkFile.Word(w.kind, w.keys, w.words)).toList());
  }

  /** What a version was made from. */
  static class Sources extends JsonColumn<List<WorkFile.Source>> {
    Sources() {
      super(1, new TypeReference<>() {});
    }
  }
}
