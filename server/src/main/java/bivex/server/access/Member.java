package bivex.server.access;

import bivex.core.crew.Role;
import bivex.server.keep.Production;
import java.util.UUID;

/**
 * Who is asking, on which production, in which role. Handed to endpoints of a production as an
 * argument.
 *
 * @param production as it stands; read-only here
 * @param stamp of the production where the gate has read it, else null
 */
public record Member(UUID personId, String name, Role role, Production production, Long stamp) {
  public Member(UUID personId, String name, Role role, Production production) {
    this(personId, name, role, production, null);
  }

  public UUID productionId() {
    return production.id;
  }

  public boolean guest() {
    return role == Role.GUEST;
  }
}
