package bivex.server.access;

import bivex.server.production.Production;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.FetchType;
import jakarta.persistence.Id;
import jakarta.persistence.ManyToOne;
import java.util.UUID;

/** A person's role on a production. */
@Entity
public class Membership {
  @Id public UUID id;
  @ManyToOne(fetch = FetchType.LAZY) public Production production;
  @ManyToOne(fetch = FetchType.LAZY) public Person person;
  @Enumerated(EnumType.STRING) public Role role;
}
