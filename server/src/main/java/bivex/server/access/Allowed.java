package bivex.server.access;

import bivex.core.crew.Role;
import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/**
 * Who may call an endpoint of a production. Every endpoint under {@code /api} carries this, {@link
 * SignedIn} or {@link Anyone}.
 */
@Target(ElementType.METHOD)
@Retention(RetentionPolicy.RUNTIME)
public @interface Allowed {
  /** Roles that may; a guest only where the endpoint itself looks at invitations. */
  Role[] value();
}
