package bivex.server.access;

import java.util.UUID;

/**
 * A sign-in is over, or may do something else from now on: what still listens with it must ask
 * again.
 *
 * @param session that ended; null for every one of the person
 * @param production it is about; null for all
 */
public record SignInEnded(UUID person, String session, UUID production) {}
