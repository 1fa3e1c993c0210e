package bivex.core.shoot;

import java.time.Instant;

/**
 * A take as logged.
 *
 * @param plate key of the plan's plate it was made for
 * @param number take number on the slate
 * @param at when it was made
 * @param call what was said of it
 */
public record Take(String id, String plate, int number, Instant at, CameraData camera, Call call) {
  public enum Call {
    NONE,
    PICK,
    NO_GOOD,
    /** Begun and broken off. */
    FALSE_START;

    /** Whether a take of which this was said may be used. */
    public boolean usable() {
      return this == NONE || this == PICK;
    }
  }
}
