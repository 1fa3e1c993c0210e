package bivex.server.keep;

import bivex.core.work.TaskWord;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Table;
import java.time.Instant;
import java.time.LocalDate;
import java.util.UUID;
import org.hibernate.annotations.Immutable;

/** Something said of a task by or about those who do it. */
@Entity
@Immutable
@Table(name = "task_word")
public class TaskWordEntry extends Added {
  public UUID productionId;
  public UUID shotId;
  public String task;

  @Enumerated(EnumType.STRING)
  public TaskWord.Kind kind;

  public UUID personId;
  public String item;
  public LocalDate day;
  public Double hours;
  public String words;
  public String saidBy;
  public Instant saidAt;

  /** As the core reads it. */
  public TaskWord word() {
    return new TaskWord(
        task,
        kind,
        personId == null ? null : personId.toString(),
        item,
        day,
        hours,
        words,
        byPerson == null ? "" : byPerson.toString(),
        saidAt);
  }
}
