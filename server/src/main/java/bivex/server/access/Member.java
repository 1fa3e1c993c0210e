package bivex.server.access;

import bivex.server.keep.Production;
import bivex.server.keep.Role;
import java.util.UUID;

/**
 * Who is asking, on which production, in which role. Handed to endpoints of a production as an
 * argument.
 *
 * @param production as it stands; read-only here
 */
public record Member(UUID personId, String name, Role role, Production production) {
  public UUID productionId() {
    return production.id;
  }

  public boolean guest() {
    return role == Role.GUEST;
  }
}
