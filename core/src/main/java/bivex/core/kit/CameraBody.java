package bivex.core.kit;

import bivex.core.InvalidInput;
import java.util.ArrayList;
import java.util.List;

/**
 * A camera of the production.
 *
 * @param name what it is called on the set
 * @param baseIso sensitivity with the least noise, 25 to 409 600
 * @param highestIso highest the team accepts, at least the base
 * @param modes ways it records
 */
public record CameraBody(String name, int baseIso, int highestIso, List<CameraMode> modes) {
  /** So many ways one body may record. */
  public static final int MOST_MODES = 200;

  public CameraBody {
    modes = modes == null ? List.of() : List.copyOf(modes);
  }

  /**
   * Itself, stripped, if it can be.
   *
   * @throws InvalidInput naming the field
   */
  public CameraBody checked() {
    InvalidInput.within("baseIso", (long) baseIso, 25, 409_600);
    InvalidInput.within("highestIso", (long) highestIso, baseIso, 409_600);
    if (modes.isEmpty() || modes.size() > MOST_MODES) {
      throw new InvalidInput("modes", "must be 1 to " + MOST_MODES);
    }
    return new CameraBody(
        InvalidInput.title("body", name),
        baseIso,
        highestIso,
        modes.stream().map(CameraMode::checked).toList());
  }

  /** The same with the sensitivities and the modes of another beside its own. */
  CameraBody recording(CameraBody other) {
    List<CameraMode> all = new ArrayList<>(modes);
    for (CameraMode m : other.modes) {
      all.removeIf(m::sameAs);
      all.add(m);
    }
    return new CameraBody(name, other.baseIso, other.highestIso, all).checked();
  }
}
