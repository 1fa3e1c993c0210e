package bivex.server.book;

import bivex.server.keep.Draft;
import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.locks.ReentrantLock;

/**
 * What was derived of a production, kept until it changes. Every change that is committed raises
 * the production's stamp by one and names the shots it touched ({@link bivex.server.live.Journal});
 * what is kept is of a stamp, and when the stamp has moved on only the shots named since are
 * derived anew. Those who ask meanwhile wait for the one who derives, so a change costs one
 * derivation whoever asks.
 *
 * <p>A stamp is read before the rows are: rows may be newer than the stamp they are kept under, and
 * are then derived once more, but never older.
 */
final class KeptPages {
  /**
   * Shots whose pages are kept, over all productions: about 40 kB each, so at most a quarter of a
   * GB.
   */
  private static final long MOST_SHOTS = 6_000;

  /** From this share of the shots on, all are derived: one statement for all is cheaper then. */
  private static final int MANY = 64;

  private final Cache<UUID, Kept> kept =
      Caffeine.newBuilder()
          .maximumWeight(MOST_SHOTS)
          .weigher((UUID id, Kept k) -> Math.max(1, k.pages.size()))
          .build();
  private final Map<UUID, ReentrantLock> turns = new ConcurrentHashMap<>();

  /**
   * @param day on which they were derived: what stands until a day ends with it
   * @param pages by code
   * @param draft the newest, null when there is none
   */
  record Kept(long stamp, LocalDate day, List<ShotBook.Page> pages, Draft draft) {
    private boolean good(long since, LocalDate today) {
      return stamp >= since && day.equals(today);
    }
  }

  /** Where what is kept comes from. */
  interface Source {
    /** What day it is. */
    LocalDate today();

    /** Stamp of a production as it is now. */
    long stamp(UUID production);

    /** Shots named by changes after a stamp; null when a change names no shots but all. */
    Set<UUID> since(UUID production, long stamp);

    /** The newest draft, null when there is none. */
    Draft draft(UUID production);

    /** Pages of some shots, of all when null. */
    List<ShotBook.Page> load(UUID production, Set<UUID> only);
  }

  /** What is known of a production, not older than a stamp. */
  Kept of(UUID production, long stamp, Source source) {
    LocalDate today = source.today();
    Kept k = kept.getIfPresent(production);
    if (k != null && k.good(stamp, today)) {
      return k;
    }
    ReentrantLock turn = turns.computeIfAbsent(production, id -> new ReentrantLock());
    turn.lock();
    try {
      k = kept.getIfPresent(production);
      if (k != null && k.good(stamp, today)) {
        return k;
      }
      Kept fresh =
          k == null || !k.day.equals(today)
              ? whole(production, source)
              : renewed(production, k, source);
      kept.put(production, fresh);
      return fresh;
    } finally {
      turn.unlock();
    }
  }

  private static Kept whole(UUID production, Source source) {
    LocalDate day = source.today();
    long stamp = source.stamp(production);
    return new Kept(
        stamp, day, List.copyOf(source.load(production, null)), source.draft(production));
  }

  private static Kept renewed(UUID production, Kept k, Source source) {
    long stamp = source.stamp(production);
    Set<UUID> named = source.since(production, k.stamp);
    // A new draft touches everything, so where shots are named the draft is the same.
    if (named == null || named.size() > MANY) {
      return whole(production, source);
    }
    if (named.isEmpty()) {
      return new Kept(stamp, k.day, k.pages, k.draft);
    }
    List<ShotBook.Page> all = new ArrayList<>(k.pages);
    all.removeIf(p -> named.contains(p.shot().id));
    all.addAll(source.load(production, named));
    all.sort(Comparator.comparing(p -> p.shot().code));
    return new Kept(stamp, k.day, List.copyOf(all), k.draft);
  }
}
