package bivex.server.keep;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.UUID;

/** Somebody who can sign in. */
@Entity
public class Person {
  @Id public UUID id;
  public String login;
  public String name;
  public String passwordHash;
  public Instant createdAt;
}
