package bivex.core.kit;

import bivex.core.InvalidInput;

/**
 * Cards of a kind that are there.
 *
 * @param name what they are called
 * @param gigabytes each holds, 1 to 100 000
 * @param megabits it can be written with for as long as it lasts, Mb/s, 1 to 100 000
 * @param count how many there are, 1 to 1000
 */
public record Medium(String name, double gigabytes, double megabits, int count) {
  /**
   * Itself, stripped, if it can be.
   *
   * @throws InvalidInput naming the field
   */
  public Medium checked() {
    InvalidInput.within("gigabytes", gigabytes, 1, 100_000);
    InvalidInput.within("megabits", megabits, 1, 100_000);
    InvalidInput.within("count", (long) count, 1, 1000);
    return new Medium(InvalidInput.title("medium", name), gigabytes, megabits, count);
  }
}
