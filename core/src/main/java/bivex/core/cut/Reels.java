package bivex.core.cut;

import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/** Cuts by the reel they are of: which is the newest, and which came before another. */
public final class Reels {
  private final List<Ref> all;
  private final Map<String, String> newest = new TreeMap<>(String.CASE_INSENSITIVE_ORDER);

  /**
   * A cut.
   *
   * @param reel empty for the whole picture
   */
  public record Ref(String id, String reel) {}

  /**
   * @param all in the order in which they came in
   */
  public Reels(List<Ref> all) {
    this.all = List.copyOf(all);
    all.forEach(c -> newest.put(c.reel(), c.id()));
  }

  /** Ids of the newest cut of each reel, by the names of the reels. */
  public List<String> newest() {
    return List.copyOf(newest.values());
  }

  /** Whether no later cut of its reel has come in. */
  public boolean current(String id) {
    return newest.containsValue(id);
  }

  /** The cut of the same reel that came in before; null where there is none. */
  public String before(String id) {
    Ref of = all.stream().filter(c -> c.id().equals(id)).findFirst().orElseThrow();
    String last = null;
    for (Ref c : all) {
      if (c.id().equals(id)) {
        break;
      }
      last = c.reel().equalsIgnoreCase(of.reel()) ? c.id() : last;
    }
    return last;
  }
}
