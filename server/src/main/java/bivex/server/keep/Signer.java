package bivex.server.keep;

import java.util.UUID;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;

/** Somebody who is signed in, as far as rows are concerned. */
public interface Signer {
  UUID id();

  /** Who is at work in this thread; null when nobody is. */
  static UUID current() {
    Authentication a = SecurityContextHolder.getContext().getAuthentication();
    return a != null && a.getPrincipal() instanceof Signer s ? s.id() : null;
  }
}
