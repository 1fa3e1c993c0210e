package bivex.core;

/** Letters as ordinals: A to Z, then AA, AB … as rows of seats and camera tape are lettered. */
public final class Letters {
  /** How many have one letter. */
  public static final int SINGLE = 26;

  private Letters() {}

  /**
   * @param index from 0
   * @throws InvalidInput below 0 or above 701, ZZ
   */
  public static String of(int index) {
    InvalidInput.within("letter", (long) index, 0, SINGLE * (SINGLE + 1) - 1L);
    String last = String.valueOf((char) ('A' + index % SINGLE));
    return index < SINGLE ? last : (char) ('A' + index / SINGLE - 1) + last;
  }
}
