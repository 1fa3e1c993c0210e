package bivex.server.live;

import java.util.UUID;

/**
 * Something that whoever of the house listens now is told, and nobody later: it is not kept.
 *
 * @param name what it is called on the line
 * @param data told as JSON
 */
public record Aside(UUID production, String name, Object data) {}
