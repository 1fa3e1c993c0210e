package bivex.core.kit;

import bivex.core.InvalidInput;

/**
 * What moves the camera the same again: a powered head, gimbal or slider.
 *
 * @param name what it is called on the set
 * @param repeatDeg how far a repeated pass is off at worst, degrees, 0 to 10
 * @param loadKg it carries, 0.1 to 500
 */
public record Head(String name, double repeatDeg, double loadKg) {
  /**
   * Itself, stripped, if it can be.
   *
   * @throws InvalidInput naming the field
   */
  public Head checked() {
    InvalidInput.within("repeatDeg", repeatDeg, 0, 10);
    InvalidInput.within("loadKg", loadKg, 0.1, 500);
    return new Head(InvalidInput.title("head", name), repeatDeg, loadKg);
  }
}
