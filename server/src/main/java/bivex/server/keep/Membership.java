package bivex.server.keep;

import bivex.core.crew.Role;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.FetchType;
import jakarta.persistence.Id;
import jakarta.persistence.ManyToOne;
import java.util.UUID;

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
}
