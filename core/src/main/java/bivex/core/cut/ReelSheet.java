package bivex.core.cut;

import bivex.core.Said;
import bivex.core.effort.Estimate;
import bivex.core.tally.Costs;
import bivex.core.tally.Sheets;
import bivex.core.time.FrameRange;
import bivex.core.time.Timecode;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * A cut as a sheet: a row for every use of an effect shot in record order, what it uses of which
 * take, and what the cut changes. The change is against the cut before; what it costs is against
 * the cut that the shot's length follows, since its work was made for that one.
 *
 * @param rows in record order; what is gone stands where it was
 */
public record ReelSheet(List<Row> rows) {
  /** What stands next to do about a row. */
  public enum Next {
    /** Nothing: it stands as its length follows. */
    NONE,
    /** Its length may follow this cut. */
    FOLLOW,
    /** The same, and work comes with it. */
    WORK,
    /** Plates are not all there: somebody must look or ask. */
    LOOK
  }

  /** Which rows are wanted. */
  public enum Show {
    ALL,
    /** What the cut changes, or what work comes with. */
    CHANGED,
    /** Where somebody must look. */
    LOOK
  }

  /**
   * A use of a shot.
   *
   * @param shot id
   * @param code of the shot
   * @param title of the shot
   * @param use from 1
   * @param at label of its first frame in the cut
   * @param now null where it is gone
   * @param range numbers of its frames; null where it is gone
   * @param planned frames its length has now
   * @param changed against the cut before, in words; empty where nothing is
   * @param kinds of the change
   * @param follows whether its length is that of this cut
   * @param cost against the cut its length follows; null where that is this one or nothing changed
   * @param advice what is wrong with its plates and what may be done
   * @param hands whom to tell before they go on
   */
  public record Row(
      String shot,
      String code,
      String title,
      int use,
      Timecode at,
      ShotCut now,
      FrameRange range,
      int planned,
      String changed,
      List<CutChange.Kind> kinds,
      boolean follows,
      CutChange.Cost cost,
      List<String> advice,
      Next next,
      List<String> hands) {
    /** Whether it only stands elsewhere, as everything does behind a shot that grew. */
    public boolean onlyMoved() {
      return kinds.equals(List.of(CutChange.Kind.MOVED)) && cost == null;
    }

    /** Whether its length may follow this cut: it is the first use, and it does not yet. */
    public boolean mayFollow() {
      return now != null && use == 1 && !follows;
    }

    /** Whether anybody who works on it must know. */
    boolean matters() {
      return (!changed.isEmpty() || cost != null) && !onlyMoved();
    }
  }

  /**
   * @param start label of the first frame of the cut
   * @param now the cut's shots
   * @param before those of the cut before; null where there is none
   * @param work by shot
   */
  public static ReelSheet of(
      Timecode start, List<ShotCut> now, List<ShotCut> before, Map<String, ShotWork> work) {
    Map<String, CutChange> changes = new HashMap<>();
    List<CutChange> all = before == null ? List.of() : CutChange.between(before, now);
    all.forEach(c -> changes.put(c.shot() + " " + c.use(), c));
    List<Row> rows = new ArrayList<>();
    for (ShotCut s : now) {
      ShotWork w = work.get(s.shot());
      if (w != null) {
        rows.add(row(start, s, changes.get(s.shot() + " " + s.use()), w));
      }
    }
    for (CutChange c : all) {
      ShotWork w = work.get(c.shot());
      if (c.now() == null && w != null) {
        rows.add(gone(start, c, w));
      }
    }
    rows.sort(
        Comparator.comparingLong((Row r) -> r.at().minus(start))
            .thenComparing(r -> r.now() == null));
    return new ReelSheet(List.copyOf(rows));
  }

  private static Row row(Timecode start, ShotCut s, CutChange change, ShotWork w) {
    CutChange basis = basis(s, w);
    FrameRange range = w.range(s, basis);
    boolean follows = w.followed() != null && basis == null && s.use() == 1;
    CutChange.Cost cost = s.use() > 1 ? null : w.cost(s, basis);
    List<String> advice = new ArrayList<>();
    for (ShotCut.PlateUse p : s.plates()) {
      if (p.take().isEmpty()) {
        advice.add(
            "the take of "
                + p.event().called()
                + " is not known: say it, or log it; its handles cannot be told");
      } else if (!p.advice().isEmpty()) {
        advice.add(p.advice());
      }
      p.event().doubts().forEach(advice::add);
    }
    boolean missing = s.plates().stream().anyMatch(p -> p.missing() > 0 || p.take().isEmpty());
    Next next =
        missing
            ? Next.LOOK
            : follows || s.use() > 1
                ? Next.NONE
                : cost != null && (!cost.known() || cost.more().mean() > 0)
                    ? Next.WORK
                    : Next.FOLLOW;
    if (s.use() > 1) {
      advice.add(
          "the shot stands a second time in the cut: its length follows the first; where both are"
              + " not the same picture, make this one a shot of its own");
    }
    return new Row(
        s.shot(),
        w.code(),
        w.title(),
        s.use(),
        start.plus(s.record()),
        s,
        range,
        w.setting().cutFrames(),
        change == null ? "" : change.said(w.setting().rate()),
        change == null ? List.of() : change.kinds(),
        follows,
        cost,
        List.copyOf(advice),
        next,
        w.hands());
  }

  /** How a cut changes a shot against the one its length follows; null where it does not. */
  static CutChange basis(ShotCut now, ShotWork w) {
    if (w.followed() == null) {
      return null;
    }
    // What stands elsewhere is worked on no less: only what is shown counts.
    return CutChange.between(List.of(w.followed()), List.of(now.as(w.followed()))).stream()
        .findFirst()
        .orElse(null);
  }

  private static Row gone(Timecode start, CutChange c, ShotWork w) {
    return new Row(
        c.shot(),
        w.code(),
        w.title(),
        c.use(),
        start.plus(c.before().record()),
        null,
        null,
        w.setting().cutFrames(),
        c.said(w.setting().rate()),
        c.kinds(),
        false,
        c.use() > 1 ? null : w.gone(c),
        List.of(),
        Next.NONE,
        w.hands());
  }

  /**
   * What a cut costs altogether.
   *
   * @param changed rows that are otherwise than in the cut before
   * @param moved rows that only stand elsewhere
   * @param frames worked on anew
   * @param more hours
   * @param less hours that are not needed any more
   * @param unknown rows whose hours cannot be told
   * @param money of the hours more, less those that fall away, at the likely figure; null where
   *     nobody gave a rate
   * @param hands whom to tell
   * @param words in a sentence
   */
  public record Total(
      int changed,
      int moved,
      long frames,
      Estimate more,
      Estimate less,
      int unknown,
      Double money,
      List<String> hands,
      String words) {}

  /**
   * @param costs what an hour is paid
   */
  public Total total(Costs costs) {
    int changed = 0;
    int moved = 0;
    long frames = 0;
    int unknown = 0;
    Estimate more = Estimate.NONE;
    Estimate less = Estimate.NONE;
    Set<String> hands = new LinkedHashSet<>();
    for (Row r : rows) {
      moved += r.onlyMoved() ? 1 : 0;
      changed += r.changed().isEmpty() || r.onlyMoved() ? 0 : 1;
      if (r.cost() != null) {
        frames += r.cost().frames();
        more = more.plus(r.cost().more());
        less = less.plus(r.cost().less());
        unknown += r.cost().known() ? 0 : 1;
      }
      if (r.matters()) {
        hands.addAll(r.hands());
      }
    }
    Double money = costs.hourRate() > 0 ? (more.mean() - less.mean()) * costs.hourRate() : null;
    return new Total(
        changed,
        moved,
        frames,
        more,
        less,
        unknown,
        money,
        List.copyOf(hands),
        words(changed, moved, frames, more, less, unknown, money, costs.currency()));
  }

  private static String words(
      int changed,
      int moved,
      long frames,
      Estimate more,
      Estimate less,
      int unknown,
      Double money,
      String currency) {
    List<String> out = new ArrayList<>();
    out.add(Said.of("%s %s otherwise", changed, changed == 1 ? "shot is" : "shots are"));
    if (moved > 0) {
      out.add(Said.of("%s only stand elsewhere", moved));
    }
    if (frames > 0) {
      out.add(Said.of("%s frames are new", frames));
    }
    out.add(
        more.mean() > 0
            ? Said.of("%.0f to %.0f hours more", more.low(), more.high())
            : "no hours more");
    if (less.mean() > 0) {
      out.add(Said.of("%.0f to %.0f less", less.low(), less.high()));
    }
    if (money != null && Math.abs(money) >= 1) {
      out.add(Said.of("%.0f %s %s", Math.abs(money), currency, money > 0 ? "more" : "less"));
    }
    if (unknown > 0) {
      out.add(Said.of("of %s %s it cannot be told", unknown, unknown == 1 ? "shot" : "shots"));
    }
    return String.join(", ", out);
  }

  /**
   * Some of the rows.
   *
   * @param who only those that concern somebody; empty for everybody
   */
  public List<Row> shown(Show show, String who) {
    return rows.stream()
        .filter(
            r ->
                switch (show) {
                  case ALL -> true;
                  case CHANGED -> r.matters();
                  case LOOK -> r.next() == Next.LOOK;
                })
        .filter(r -> who.isEmpty() || r.hands().contains(who))
        .toList();
  }

  /** Everybody whom it may concern, by name. */
  public List<String> hands() {
    return rows.stream().flatMap(r -> r.hands().stream()).distinct().sorted().toList();
  }

  /**
   * What the cut changes, in reel order, to be handed out.
   *
   * @param title of the list
   * @param costs what an hour is paid
   */
  public Sheets.Table changes(String title, Costs costs) {
    Total total = total(costs);
    return new Sheets.Table(
        title,
        List.of(
            "record",
            "code",
            "title",
            "frames",
            "numbers",
            "change",
            "new frames",
            "hours more",
            "to",
            "hours less",
            "what it means",
            "tell"),
        List.of(11, 12, 0, 7, 12, 22, 7, 7, 7, 7, 34, 14),
        shown(Show.CHANGED, "").stream()
            .map(
                r -> {
                  CutChange.Cost c = r.cost();
                  boolean told = c != null && c.known();
                  return List.of(
                      r.at().label(),
                      r.code(),
                      r.title(),
                      r.now() == null ? "" : String.valueOf(r.now().frames()),
                      r.range() == null ? "" : r.range().said(),
                      r.changed().isEmpty() ? "its length follows another cut" : r.changed(),
                      c == null ? "" : String.valueOf(c.frames()),
                      told ? Said.of("%.1f", c.more().low()) : "",
                      told ? Said.of("%.1f", c.more().high()) : "",
                      told ? Said.of("%.1f", c.less().likely()) : "",
                      c == null ? "" : c.words(),
                      String.join(", ", r.hands()));
                })
            .toList(),
        total.words());
  }
}
