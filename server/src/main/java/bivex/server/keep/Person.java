package bivex.server.keep;

import bivex.core.crew.Skills;
import bivex.core.crew.WorkingTime;
import jakarta.persistence.Convert;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.UUID;
import tools.jackson.core.type.TypeReference;

/** Somebody who can sign in. */
@Entity
public class Person {
  @Id public UUID id;
  public String login;
  public String name;
  public String passwordHash;
  public Instant createdAt;

  /** When they work; null until somebody has said so. */
  @Convert(converter = Hours.class)
  public WorkingTime hours;

  /** What work they do; null until somebody has said so. */
  @Convert(converter = Work.class)
  public Skills skills;

  @Version public long version;

  /** A working time as JSON text; until version 1 without a clock of its own. */
  static class Hours extends JsonColumn<WorkingTime> {
    Hours() {
      super(2, new TypeReference<>() {});
    }
  }

  /** Kinds of work as JSON text. */
  static class Work extends JsonColumn<Skills> {
    Work() {
      super(1, new TypeReference<>() {});
    }
  }
}
