package bivex.core.shoot;

import bivex.core.InvalidInput;

/**
 * What must be the same again when another part is shot against this one.
 *
 * @param part from 1
 * @param eyeline where it looks: height and direction
 * @param zone part of the frame it keeps to
 * @param wardrobe what it wears
 */
public record PartNote(int part, String eyeline, String zone, String wardrobe) {
  public PartNote {
    InvalidInput.within("part", (long) part, 1, 12);
    eyeline = eyeline == null ? "" : eyeline.strip();
    zone = zone == null ? "" : zone.strip();
    wardrobe = wardrobe == null ? "" : wardrobe.strip();
  }
}
