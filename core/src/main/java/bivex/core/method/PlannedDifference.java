package bivex.core.method;

import bivex.core.InvalidInput;
import bivex.core.shoot.CameraData;
import java.time.Instant;

/**
 * Something of the camera that is set otherwise on one plate, on purpose: part 2 two stops up,
 * another focus, another rate. It is taken out before the plate is held against the plan and
 * against the rest of its set.
 *
 * @param plate key of the plate
 * @param field of {@link CameraData}
 * @param value as a list of takes has it: "2.8", "1/96", "50", "3840x2160"
 * @param reason why it must be so
 * @param by who said it
 */
public record PlannedDifference(
    String plate, String field, String value, String reason, String by, Instant at) {
  /**
   * Checks what is said.
   *
   * @param plan what the shot owes
   * @throws InvalidInput naming {@code plate}, {@code field}, {@code value} or {@code reason}
   */
  public static PlannedDifference of(
      Plan plan, String plate, String field, String value, String reason, String by, Instant at) {
    if (plan.plates().stream().noneMatch(p -> p.key().equals(plate))) {
      throw new InvalidInput("plate", "is not one of the plates of this shot");
    }
    if (!CameraData.FIELDS.contains(field)) {
      throw new InvalidInput("field", "is not one of the camera data");
    }
    PlannedDifference d =
        new PlannedDifference(
            plate,
            field,
            InvalidInput.text("value", value),
            InvalidInput.text("reason", reason),
            by,
            at);
    d.typed();
    return d;
  }

  /**
   * The value as the camera has it.
   *
   * @throws InvalidInput naming {@code value}
   */
  Object typed() {
    return read().get(field);
  }

  /** The value as it is spoken of. */
  String said() {
    return read().said(field);
  }

  private CameraData read() {
    try {
      return CameraData.read(f -> f.equals(field) ? value : null);
    } catch (InvalidInput e) {
      throw new InvalidInput("value", CameraData.label(field) + ": " + e.getMessage());
    }
  }
}
