package bivex.server.keep;

import bivex.core.crew.Part;
import bivex.core.crew.Role;
import jakarta.persistence.Convert;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.FetchType;
import jakarta.persistence.Id;
import jakarta.persistence.ManyToOne;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.UUID;
import tools.jackson.core.type.TypeReference;

/**
 * A person's role on a production. Always read with both ends: fields of a lazy stand-in would be
 * empty.
 */
@Entity
public class Membership {
  @Id public UUID id;

  @ManyToOne(fetch = FetchType.EAGER)
  public Production production;

  @ManyToOne(fetch = FetchType.EAGER)
  public Person person;

  @Enumerated(EnumType.STRING)
  public Role role;

  /** Their part in the work after the shoot; null until somebody has said so. */
  @Convert(converter = Work.class)
  public Part part;

  /** When they are on it no longer; null for never. */
  public Instant endsAt;

  /** Stamp up to which they looked at what happened to their shots; null for never. */
  public Long seenStamp;

  @Version public long version;

  /** Whether they are on it at a moment. */
  public boolean stands(Instant now) {
    return endsAt == null || endsAt.isAfter(now);
  }

  public Part part() {
    return part == null ? Part.usual(role) : part;
  }

  /** A part as JSON text. */
  static class Work extends JsonColumn<Part> {
    Work() {
      super(1, new TypeReference<>() {});
    }
  }
}
