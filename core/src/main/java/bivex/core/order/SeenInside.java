package bivex.core.order;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;

/** What is seen inside what: a shot that is seen inside another must be made before it. */
public final class SeenInside {
  private SeenInside() {}

  /**
   * Whether one shot needs another, straight or through others; every shot needs itself.
   *
   * @param needs what each shot needs straight
   */
  public static <T> boolean needs(Map<T, ? extends Set<T>> needs, T shot, T other) {
    Deque<T> open = new ArrayDeque<>(Set.of(shot));
    Set<T> seen = new HashSet<>(open);
    while (!open.isEmpty()) {
      T now = open.pop();
      if (now.equals(other)) {
        return true;
      }
      Set<T> next = needs.get(now);
      if (next != null) {
        next.stream().filter(seen::add).forEach(open::push);
      }
    }
    return false;
  }
}
