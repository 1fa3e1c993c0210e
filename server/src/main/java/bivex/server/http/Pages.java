package bivex.server.http;

import java.util.List;

/** Pages of lists, cut in one place. */
public final class Pages {
  /** The most rows any list hands out at once. */
  public static final int MOST = 500;

  private Pages() {}

  /**
   * @param page from 0, as it was asked for
   * @param total rows there are
   */
  public record Slice<T>(List<T> lines, int total, int page, boolean more) {}

  /** One page; one beyond the end is empty. */
  public static <T> Slice<T> of(List<T> all, int page, int size) {
    long from = Math.min(all.size(), (long) at(page) * bounded(size, MOST));
    int to = (int) Math.min(all.size(), from + bounded(size, MOST));
    return new Slice<>(all.subList((int) from, to), all.size(), page, to < all.size());
  }

  /** A page number that no database chokes on: rows before it are counted in 32 bits there. */
  public static int at(int page) {
    return Math.min(Integer.MAX_VALUE / MOST - 1, Math.max(0, page));
  }

  public static int bounded(int size, int most) {
    return Math.min(most, Math.max(1, size));
  }
}
