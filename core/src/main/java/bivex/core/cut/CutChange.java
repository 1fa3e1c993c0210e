package bivex.core.cut;

import bivex.core.Said;
import bivex.core.cut.ShotCut.PlateUse;
import bivex.core.effort.Estimate;
import bivex.core.effort.TaskKind;
import bivex.core.method.Plan;
import bivex.core.method.ShotSetting;
import bivex.core.time.FrameRate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * What another cut changes of an effect shot.
 *
 * @param shot id
 * @param use of it, from 1
 * @param before as it was; null where it is new
 * @param now null where it is gone
 * @param kinds all that apply, in the order of {@link Kind}
 * @param head frames it begins earlier than before, in what is shown; negative later
 * @param tail frames it ends later; negative earlier
 * @param moved frames of the cut it stands later; negative earlier
 */
public record CutChange(
    String shot,
    int use,
    ShotCut before,
    ShotCut now,
    List<Kind> kinds,
    long head,
    long tail,
    long moved) {
  /** Work that does not hang on the frames of the plates. */
  private static final Set<TaskKind> WITHOUT_PLATES =
      Set.of(
          TaskKind.ELEMENT_SHOOT, TaskKind.DRAWING, TaskKind.BUILD, TaskKind.LOOK, TaskKind.SOUND);

  /** What can change. */
  public enum Kind {
    NEW("new"),
    GONE("gone"),
    OTHER_TAKE("another take"),
    OTHER_SPEED("another speed"),
    SLIPPED("slipped"),
    HEAD("head"),
    TAIL("tail"),
    LAYERS("other layers"),
    MOVED("moved"),
    ORDER("order changed");

    private final String words;

    Kind(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }
  }

  /**
   * All that is otherwise, in the order of the newer cut; what is gone stands where it was.
   *
   * @param before the older cut's shots
   * @param now the newer's
   */
  public static List<CutChange> between(List<ShotCut> before, List<ShotCut> now) {
    Map<String, ShotCut> old = byKey(before);
    Map<String, ShotCut> fresh = byKey(now);
    Set<String> stays = inOrder(before, now);
    List<CutChange> out = new ArrayList<>();
    for (ShotCut n : now) {
      ShotCut b = old.get(key(n));
      CutChange c =
          b == null
              ? new CutChange(n.shot(), n.use(), null, n, List.of(Kind.NEW), 0, 0, 0)
              : of(b, n, !stays.contains(key(n)));
      if (!c.kinds().isEmpty()) {
        out.add(c);
      }
    }
    for (ShotCut b : before) {
      if (!fresh.containsKey(key(b))) {
        out.add(new CutChange(b.shot(), b.use(), b, null, List.of(Kind.GONE), 0, 0, 0));
      }
    }
    out.sort(
        Comparator.comparingLong(
            (CutChange c) -> c.now == null ? c.before.record() : c.now.record()));
    return List.copyOf(out);
  }

  private static String key(ShotCut s) {
    return s.shot() + " " + s.use();
  }

  private static Map<String, ShotCut> byKey(List<ShotCut> all) {
    return all.stream()
        .collect(Collectors.toMap(CutChange::key, s -> s, (a, b) -> a, LinkedHashMap::new));
  }

  /**
   * Shots that follow each other as before: the most that do, so that of two that changed places
   * one is said to have, and not all between them.
   */
  private static Set<String> inOrder(List<ShotCut> before, List<ShotCut> now) {
    Map<String, Integer> at = new HashMap<>();
    before.stream()
        .sorted(Comparator.comparingLong(ShotCut::record))
        .forEach(s -> at.put(key(s), at.size()));
    List<String> keys =
        now.stream()
            .sorted(Comparator.comparingLong(ShotCut::record))
            .map(CutChange::key)
            .filter(at::containsKey)
            .toList();
    // Longest rising run by patience: the last of each pile, and what each lies on.
    List<Integer> tops = new ArrayList<>();
    int[] below = new int[keys.size()];
    for (int i = 0; i < keys.size(); i++) {
      int rank = at.get(keys.get(i));
      int low = 0;
      int high = tops.size();
      while (low < high) {
        int mid = (low + high) / 2;
        if (at.get(keys.get(tops.get(mid))) < rank) {
          low = mid + 1;
        } else {
          high = mid;
        }
      }
      below[i] = low == 0 ? -1 : tops.get(low - 1);
      if (low == tops.size()) {
        tops.add(i);
      } else {
        tops.set(low, i);
      }
    }
    Set<String> out = new HashSet<>();
    for (int i = tops.isEmpty() ? -1 : tops.get(tops.size() - 1); i >= 0; i = below[i]) {
      out.add(keys.get(i));
    }
    return out;
  }

  private static CutChange of(ShotCut b, ShotCut n, boolean order) {
    List<Kind> kinds = new ArrayList<>();
    PlateUse x = b.main();
    PlateUse y = n.main();
    long head = 0;
    long tail = 0;
    if (!same(x, y)) {
      kinds.add(Kind.OTHER_TAKE);
    } else if (!samePace(x, y)) {
      kinds.add(Kind.OTHER_SPEED);
    } else {
      long shift = shift(x, y);
      head = -shift;
      tail = n.frames() + shift - b.frames();
      if (head != 0 && head == -tail) {
        kinds.add(Kind.SLIPPED);
      } else {
        if (head != 0) {
          kinds.add(Kind.HEAD);
        }
        if (tail != 0) {
          kinds.add(Kind.TAIL);
        }
      }
    }
    if (!kinds.contains(Kind.OTHER_TAKE) && !layers(b).equals(layers(n))) {
      kinds.add(Kind.LAYERS);
    }
    long moved = n.record() - b.record();
    if (order) {
      kinds.add(Kind.ORDER);
    } else if (moved != 0 && kinds.isEmpty()) {
      kinds.add(Kind.MOVED);
    }
    return new CutChange(n.shot(), n.use(), b, n, List.copyOf(kinds), head, tail, moved);
  }

  private static List<String> layers(ShotCut s) {
    return s.plates().stream().map(p -> p.take() + p.event().called()).sorted().toList();
  }

  /** Whether both show the same source: the same take, or the same roll where none is known. */
  private static boolean same(PlateUse x, PlateUse y) {
    return x.take().isEmpty() && y.take().isEmpty()
        ? x.event().roll().equalsIgnoreCase(y.event().roll())
            && x.event().clip().equalsIgnoreCase(y.event().clip())
        : x.take().equals(y.take());
  }

  private static Ratio place(PlateUse p, long frame) {
    return p.place(frame).plus(p.take().isEmpty() ? Ratio.of(p.event().in().frame()) : Ratio.ZERO);
  }

  /** Whether both play alike: one is a part of the other, moved by whole frames of the cut. */
  private static boolean samePace(PlateUse x, PlateUse y) {
    Ratio a = x.event().map().speed();
    Ratio b = y.event().map().speed();
    if (a != null && b != null) {
      return a.equals(b);
    }
    long shift = shift(x, y);
    long from = Math.max(0, -shift);
    long to = Math.min(y.event().frames(), x.event().frames() - shift);
    if (to - from < Math.min(x.event().frames(), y.event().frames()) / 2) {
      return false;
    }
    for (long f = from; f < to; f++) {
      if (place(y, y.from() + f).minus(place(x, x.from() + f + shift)).abs().compareTo(Ratio.ONE)
          >= 0) {
        return false;
      }
    }
    return true;
  }

  /**
   * Frame of the shot as it was that shows what the first frame of the shot now shows; for a hold,
   * which shows it everywhere, the first.
   */
  private static long shift(PlateUse x, PlateUse y) {
    Ratio step = x.event().map().legs().get(0).step();
    if (step.sign() == 0) {
      return 0;
    }
    Ratio off = place(y, 0).minus(place(x, 0));
    if (x.event().map().speed() != null) {
      return Math.round(off.over(step).value());
    }
    // A ramp is looked through: nearest is meant.
    long best = 0;
    double least = Double.MAX_VALUE;
    Ratio first = place(y, 0);
    for (long f = -x.event().frames(); f < 2 * x.event().frames(); f++) {
      double d = place(x, f).minus(first).abs().value();
      if (d < least - 1e-12) {
        least = d;
        best = f;
      }
    }
    return best;
  }

  /** Whether nothing that was made for it can be kept as it is. */
  public boolean anew() {
    return kinds.contains(Kind.OTHER_TAKE) || kinds.contains(Kind.OTHER_SPEED);
  }

  /**
   * Frames of the shot that work covers.
   *
   * @param first frames before the first of the cut it was made for, 0 or more
   * @param after frames after its last
   */
  public record Done(long first, long after) {}

  /**
   * Frames that are shown now and lie outside of what was made.
   *
   * @param done what the newest version covers; null where nothing was made
   */
  public long beyond(Done done) {
    if (now == null) {
      return 0;
    }
    if (before == null || done == null || anew()) {
      return now.frames();
    }
    return Math.min(
        now.frames(), Math.max(0, head - done.first()) + Math.max(0, tail - done.after()));
  }

  /** Frames with which the newest version still reaches beyond the cut. */
  public Done left(Done done) {
    return new Done(done.first() - head, done.after() - tail);
  }

  /**
   * What it costs.
   *
   * @param frames that are worked on anew
   * @param more hours of it
   * @param less hours that are not needed any more, as far as they are known
   * @param tasks that are touched, by their labels
   * @param known whether the hours can be told
   * @param words what it means, in a sentence
   */
  public record Cost(
      long frames, Estimate more, Estimate less, List<String> tasks, boolean known, String words) {}

  private static Cost free(String words) {
    return new Cost(0, Estimate.NONE, Estimate.NONE, List.of(), true, words);
  }

  static Cost unknown(String words) {
    return new Cost(0, Estimate.NONE, Estimate.NONE, List.of(), false, words);
  }

  /**
   * What it costs. Work that is counted in frames grows with the frames beyond what was made; with
   * another take or speed all that hangs on the plates is done again; with other layers it is put
   * together again. While nothing was made, what was planned grows or shrinks.
   *
   * @param done what the newest version covers; null where nothing was made yet
   * @param plan of the shot for the length before
   * @param setting it was derived with
   */
  public Cost cost(Done done, Plan plan, ShotSetting setting) {
    if (kinds.contains(Kind.GONE)) {
      return done == null
          ? new Cost(
              0,
              Estimate.NONE,
              plan.effort(),
              labels(plan),
              true,
              "out of the cut: nothing was made yet, its work falls away")
          : unknown(
              "out of the cut: stop what is being done on it; what was made is kept, what is left"
                  + " of its hours is not known here");
    }
    if (kinds.contains(Kind.NEW)) {
      return new Cost(
          now.frames(),
          plan.effort(),
          Estimate.NONE,
          labels(plan),
          true,
          Said.of("new in the cut, %s frames", now.frames()));
    }
    return done == null ? planned(plan, before.frames(), now.frames()) : again(done, plan, setting);
  }

  private static List<String> labels(Plan plan) {
    return plan.tasks().stream().filter(t -> t.hours().mean() > 0).map(Plan.Task::label).toList();
  }

  /**
   * Nothing was made: what is counted in frames is as much more or less as the shot is.
   *
   * @param was frames of the cut the plan is for
   * @param is frames of the newer cut
   */
  static Cost planned(Plan plan, long was, long is) {
    long grown = is - was;
    if (grown == 0) {
      return free("nothing was made yet, and it is as long as before");
    }
    Estimate hours = Estimate.NONE;
    List<String> tasks = new ArrayList<>();
    for (Plan.Task t : plan.tasks()) {
      if (t.kind().driver().equals("frame") && t.hours().mean() > 0) {
        hours = hours.plus(t.hours().times((double) Math.abs(grown) / was));
        tasks.add(t.label());
      }
    }
    return new Cost(
        Math.max(0, grown),
        grown > 0 ? hours : Estimate.NONE,
        grown > 0 ? Estimate.NONE : hours,
        List.copyOf(tasks),
        true,
        Said.of("nothing was made yet; it is %s frames long now", is));
  }

  private Cost again(Done done, Plan plan, ShotSetting setting) {
    long frames = beyond(done);
    Estimate hours = Estimate.NONE;
    List<String> tasks = new ArrayList<>();
    for (Plan.Task t : plan.tasks()) {
      double share = share(t.kind(), frames);
      if (share > 0 && t.hours().mean() > 0) {
        hours = hours.plus(t.hours().times(share));
        tasks.add(t.label());
      }
    }
    return new Cost(
        frames,
        hours,
        Estimate.NONE,
        List.copyOf(tasks),
        true,
        words(done, frames, setting.rate()));
  }

  /** How much of a kind of work is done again, 1 for all of it. */
  private double share(TaskKind kind, long frames) {
    if (anew()) {
      return WITHOUT_PLATES.contains(kind) ? 0 : 1;
    }
    if (kinds.contains(Kind.LAYERS) && kind == TaskKind.COMPOSITE) {
      return 1;
    }
    return kind.driver().equals("frame") ? (double) frames / before.frames() : 0;
  }

  private String words(Done done, long frames, FrameRate rate) {
    if (kinds.contains(Kind.OTHER_TAKE)) {
      return "another take: back to plates, guard and bench, and all that was made on the old one";
    }
    if (kinds.contains(Kind.OTHER_SPEED)) {
      return "another speed: what was matted, tracked and painted is made again on other frames";
    }
    if (frames > 0) {
      return Said.of(
          "%s frames beyond what was made, %.2f s: a new render", frames, rate.seconds(frames));
    }
    if (kinds.contains(Kind.LAYERS)) {
      return "other layers: it is put together again";
    }
    if (head == 0 && tail == 0) {
      return "no work: it stands elsewhere in the cut";
    }
    Done left = left(done);
    return Said.of(
        "inside what was made: no new render, notes keep their frames; %s and %s frames are left"
            + " at head and tail",
        left.first(), left.after());
  }

  /**
   * In a line: what changed and by how much.
   *
   * @param rate of the cut
   */
  public String said(FrameRate rate) {
    List<String> out = new ArrayList<>();
    for (Kind k : kinds) {
      out.add(
          switch (k) {
            case HEAD -> frames(head, "earlier at the head", "later at the head");
            case TAIL -> frames(tail, "longer at the tail", "shorter at the tail");
            case SLIPPED -> frames(head, "slipped to an earlier place", "slipped to a later place");
            case MOVED, ORDER ->
                moved == 0
                    ? k.words()
                    : k.words()
                        + Said.of(
                            ", %.1f s %s in the cut",
                            rate.seconds(Math.abs(moved)), moved > 0 ? "later" : "earlier");
            default -> k.words();
          });
    }
    return String.join("; ", out);
  }

  private static String frames(long n, String more, String less) {
    return Math.abs(n) + (Math.abs(n) == 1 ? " frame " : " frames ") + (n >= 0 ? more : less);
  }
}
