package bivex.core.optics;

import bivex.core.InvalidInput;

/**
 * One group of people shot in several places until they fill a square (S38): how many places, how
 * far they overlap. Tiles on a floor; definition.
 *
 * @param across places side by side
 * @param deep places one behind the other
 * @param overlapM two neighbours then overlap by, m; 0 where there is one
 */
public record CrowdTiles(int across, int deep, double overlapM) {
  /** More places than these are no longer told apart in one picture. */
  public static final int MOST = 10_000;

  /** Plates to shoot. */
  public int plates() {
    return across * deep;
  }

  /**
   * @param placeM width to be filled, m
   * @param placeDeepM depth to be filled, m
   * @param groupM width the group stands in, m
   * @param groupDeepM depth it stands in, m
   * @param leastM two neighbours must overlap by, m, from 0, less than the group is wide
   * @throws InvalidInput naming what is out of range
   */
  public static CrowdTiles of(
      double placeM, double placeDeepM, double groupM, double groupDeepM, double leastM) {
    InvalidInput.positive("placeM", placeM);
    InvalidInput.positive("placeDeepM", placeDeepM);
    InvalidInput.positive("groupM", groupM);
    InvalidInput.positive("groupDeepM", groupDeepM);
    if (!(leastM >= 0 && leastM < groupM)) {
      throw new InvalidInput("overlapM", "must be from 0 to less than the group is wide");
    }
    double across = placeM <= groupM ? 1 : Math.ceil((placeM - leastM) / (groupM - leastM) - 1e-9);
    double deep = Math.max(1, Math.ceil(placeDeepM / groupDeepM - 1e-9));
    if (across * deep > MOST) {
      throw new InvalidInput("groupM", "is so small that it needs more than " + MOST + " places");
    }
    return new CrowdTiles(
        (int) across, (int) deep, across == 1 ? 0 : (across * groupM - placeM) / (across - 1));
  }
}
