package bivex.core.shoot;

import bivex.core.InvalidInput;
import java.time.Instant;

/**
 * A take as logged.
 *
 * @param plate key of the plan's plate it was made for
 * @param number take number on the slate
 * @param at when it was made
 * @param call what was said of it
 * @param seconds it ran; 0 when that is not known
 * @param setup id of the setup it was made in
 */
public record Take(
    String id,
    String plate,
    int number,
    Instant at,
    CameraData camera,
    Call call,
    double seconds,
    String setup) {
  public enum Call {
    NONE("put back"),
    PICK("picked"),
    NO_GOOD("called no good"),
    /** Begun and broken off. */
    FALSE_START("called a false start");

    private final String done;

    Call(String done) {
      this.done = done;
    }

    /** What was done with the take, in words. */
    public String done() {
      return done;
    }

    /**
     * The reason of this call as it is kept.
     *
     * @param given may be null
     * @throws InvalidInput when a take is called no good without one
     */
    public String reason(String given) {
      String words = given == null ? "" : given.strip();
      if (this == NO_GOOD && words.isEmpty()) {
        throw new InvalidInput("reason", "say in a word why it is no good");
      }
      return words;
    }

    /** Whether a take of which this was said may be used. */
    public boolean usable() {
      return this == NONE || this == PICK;
    }
  }
}
