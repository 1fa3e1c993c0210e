package bivex.core;

/** The longest rising order of numbers: what can stay where it is when the rest is moved. */
public final class Rising {
  private Rising() {}

  /**
   * Which of the numbers are in it; where there are several, the one that ends first.
   *
   * @param numbers in their order; those below 0 are never in it
   */
  public static boolean[] longest(int[] numbers) {
    int[] length = new int[numbers.length];
    int[] before = new int[numbers.length];
    int best = -1;
    for (int i = 0; i < numbers.length; i++) {
      before[i] = -1;
      length[i] = numbers[i] < 0 ? 0 : 1;
      for (int k = 0; k < i && numbers[i] >= 0; k++) {
        if (numbers[k] >= 0 && numbers[k] < numbers[i] && length[k] + 1 > length[i]) {
          length[i] = length[k] + 1;
          before[i] = k;
        }
      }
      best = length[i] > (best < 0 ? 0 : length[best]) ? i : best;
    }
    boolean[] out = new boolean[numbers.length];
    for (int i = best; i >= 0; i = before[i]) {
      out[i] = true;
    }
    return out;
  }
}
