package bivex.core.shoot;

import bivex.core.InvalidInput;
import bivex.core.time.FrameRate;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * What a plan asks of the takes of a plate. Two plates of a set may be asked for different settings
 * on purpose; what they differ in by plan is taken out before they are held against each other.
 *
 * @param camera what the camera is to be set to; nothing read where the plan does not say
 * @param free fields that may be anything on this plate, also against the rest of its set
 * @param seconds to record; 0 where any length does
 * @param least seconds without which the plate cannot do its work: the cut without its handles
 * @param counted rate at which frames of the cut are counted; null where no length is asked
 */
public record PlateTerms(
    CameraData camera, Set<String> free, double seconds, double least, FrameRate counted) {
  /** Nothing is asked. */
  public static final PlateTerms NONE = new PlateTerms(CameraData.notRead(), Set.of(), 0, 0, null);

  /** The same with a field that must have a value of its own on this plate. */
  public PlateTerms with(String field, Object value) {
    Set<String> open =
        free.stream().filter(f -> !f.equals(field)).collect(Collectors.toUnmodifiableSet());
    return new PlateTerms(camera.with(field, value), open, seconds, least, counted);
  }

  /** The same for another length; what it cannot do without grows and shrinks with it. */
  public PlateTerms lasting(double wanted) {
    return new PlateTerms(
        camera, free, wanted, seconds == 0 ? least : least * wanted / seconds, counted);
  }

  /**
   * What a take of another plate must have to match a reference, with the planned difference of the
   * two plates put on.
   *
   * @param reference as it was shot, for this plate
   * @param other terms of the plate that is to match it
   */
  CameraData expected(CameraData reference, PlateTerms other) {
    CameraData out = reference;
    for (String f : CameraData.FIELDS) {
      Object here = camera.get(f);
      Object there = other.camera.get(f);
      if (free.contains(f) || other.free.contains(f)) {
        out = out.with(f, null);
      } else if (reference.get(f) != null && there != null && !there.equals(here)) {
        out = moved(out, f, here, there);
      }
    }
    return out;
  }

  /** What no camera can be set to is asked as the plan has it. */
  private static CameraData moved(CameraData of, String field, Object here, Object there) {
    try {
      return of.with(field, moved(field, of.get(field), here, there));
    } catch (InvalidInput e) {
      return of.with(field, there);
    }
  }

  private static Object moved(String field, Object shot, Object here, Object there) {
    if (!(shot instanceof Double s)
        || !(here instanceof Double a)
        || !(there instanceof Double b)) {
      return there;
    }
    return switch (field) {
      case "focalMm", "fNumber", "shutterSeconds", "iso" -> s * b / a;
      case "whiteK" -> 1e6 / (1e6 / s + 1e6 / b - 1e6 / a);
      default -> s + b - a;
    };
  }
}
