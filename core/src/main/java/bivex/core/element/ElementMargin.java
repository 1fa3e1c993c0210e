package bivex.core.element;

import bivex.core.InvalidInput;

/**
 * Whether an element is large enough for its place (S23): element px ÷ placed px. Above 1 there is
 * something to spare, and the shot may go that much closer; below 1 it is enlarged and soft.
 * Follows from the definition.
 *
 * @param margin element width over the width it is placed at
 * @param closer how much closer the shot may go, ×; never below 1
 */
public record ElementMargin(double margin, double closer) {
  /**
   * @param elementPx width of the element, 1 to 1 000 000
   * @param placedPx width it is placed at in the delivered frame
   */
  public static ElementMargin of(double elementPx, double placedPx) {
    double m =
        InvalidInput.within("element width", elementPx, 1, 1e6)
            / InvalidInput.within("placed width", placedPx, 1, 1e6);
    return new ElementMargin(m, Math.max(1, m));
  }

  /** Whether it is at least as large as its place. */
  public boolean enough() {
    return margin >= 1;
  }
}
