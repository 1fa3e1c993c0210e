package bivex.server.book;

import bivex.core.method.MethodBook;
import bivex.core.method.MethodChoice;
import bivex.core.method.Plan;
import bivex.core.method.ShotSetting;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * Deriving is pure, so the plans that lists ask for again and again are kept: the last few
 * thousand, without their pictures.
 */
final class Plans {
  private static final int KEPT = 3000;

  private record Key(ShotSetting setting, List<MethodChoice> methods) {}

  private static final Map<Key, Plan> KNOWN =
      new LinkedHashMap<>(KEPT, 0.75f, true) {
        @Override
        protected boolean removeEldestEntry(Map.Entry<Key, Plan> eldest) {
          return size() > KEPT;
        }
      };

  private Plans() {}

  /**
   * @throws bivex.core.InvalidInput when it cannot be derived
   */
  static Plan of(ShotSetting setting, List<MethodChoice> methods) {
    Key key = new Key(setting, methods);
    synchronized (KNOWN) {
      Plan known = KNOWN.get(key);
      if (known != null) {
        return known;
      }
    }
    Plan plan = MethodBook.derive(setting, methods, false);
    synchronized (KNOWN) {
      KNOWN.put(key, plan);
    }
    return plan;
  }
}
