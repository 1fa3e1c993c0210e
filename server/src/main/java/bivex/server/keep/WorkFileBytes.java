package bivex.server.keep;

import bivex.core.shot.NamePattern;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.UUID;
import org.hibernate.annotations.Immutable;

/** The bytes of a version of what a task makes, where somebody sent them. */
@Entity
@Immutable
@Table(name = "work_file_bytes")
public class WorkFileBytes extends Added {
  public UUID productionId;
  public UUID fileId;

  /** The name it had where it came from. */
  public String name;

  public String fileHash;
  public long bytes;
  public String saidBy;
  public Instant saidAt;

  /**
   * A name to save them by, in letters that every system takes, with the ending they had.
   *
   * @param code of the shot
   * @param label of the task
   */
  public String savedAs(String code, String label, int number) {
    String ending = name.replaceFirst("^.*(\\.[A-Za-z0-9]{1,8})$", "$1");
    return NamePattern.safe(code + " " + label + " v" + number)
        + (ending.startsWith(".") && ending.length() < name.length() ? ending : "");
  }
}
