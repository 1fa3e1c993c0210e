package bivex.server.access;

import bivex.server.keep.Signer;
import java.io.Serializable;
import java.security.Principal;
import java.util.UUID;

/** Who is signed in, as kept in the session. */
public record Identity(UUID id, String login, String name)
    implements Principal, Serializable, Signer {
  @Override
  public String getName() {
    return login;
  }
}
