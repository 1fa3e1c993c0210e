package bivex.core.kit;

import bivex.core.InvalidInput;

/**
 * A lens of the production.
 *
 * @param fromMm shortest focal length, mm; the only one where it does not zoom
 * @param toMm longest, mm
 * @param widest opening, f-number
 * @param nearestM nearest focus, m
 * @param breathes whether its picture grows or shrinks as it focuses
 */
public record Lens(
    String name, double fromMm, double toMm, double widest, double nearestM, boolean breathes) {
  /**
   * Itself, stripped, if it can be.
   *
   * @throws InvalidInput naming the field
   */
  public Lens checked() {
    InvalidInput.within("fromMm", fromMm, 1, 3000);
    InvalidInput.within("toMm", toMm, fromMm, 3000);
    InvalidInput.within("widest", widest, 0.7, 128);
    InvalidInput.within("nearestM", nearestM, 0.01, 100);
    return new Lens(InvalidInput.title("lens", name), fromMm, toMm, widest, nearestM, breathes);
  }

  boolean has(double focalMm) {
    return focalMm >= fromMm - 0.5 && focalMm <= toMm + 0.5;
  }
}
