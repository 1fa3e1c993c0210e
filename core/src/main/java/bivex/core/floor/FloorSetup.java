package bivex.core.floor;

import bivex.core.InvalidInput;
import bivex.core.ItemKey;
import bivex.core.shoot.CameraData;
import bivex.core.shoot.MatchGuard;
import bivex.core.shoot.MatchReview;
import bivex.core.shoot.MatchRule;
import bivex.core.shoot.PlateTerms;
import bivex.core.shoot.Take;
import bivex.core.shoot.TakeCheck;
import bivex.core.shot.OwedItem;
import bivex.core.time.FrameRate;
import bivex.core.time.Timecode;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * How a setup stands on the floor by what was logged in it: the next take, where its timecode
 * begins, the reference of each set, what is still to be shot.
 *
 * <p>A device works it out from what the server told it last and from the entries it has written
 * and not sent ({@link #merge}), and then shows what the server will say once they are sent. The
 * server itself judges plates by all the evidence there is; it shares the numbering, the timecode
 * and the choice of the reference. Moments are milliseconds since 1970, as a browser has them.
 */
public final class FloorSetup {
  /** Where the timecode of a setup begins: a fresh hour. */
  public static final String FIRST_IN = "01:00:00:00";

  private final FrameRate rate;
  private final String startsAt;
  private final List<Plate> plates;
  private final List<MatchSet> sets;
  private final List<Made> takes;
  private final List<Touched> touches;
  private final Set<String> heard;
  private final boolean struck;

  /**
   * A setup by what the server knows of it.
   *
   * @param startsAt timecode of the next take where no take is told of
   * @param takes in any order
   * @param heard things of the sound list that were listened for
   */
  public FloorSetup(
      FrameRate rate,
      String startsAt,
      List<Plate> plates,
      List<MatchSet> sets,
      List<Made> takes,
      List<Touched> touches,
      Set<String> heard,
      boolean struck) {
    this.rate = rate;
    this.startsAt = startsAt;
    this.plates = List.copyOf(plates);
    this.sets = List.copyOf(sets);
    this.takes = takes.stream().sorted(Comparator.comparingLong(Made::at)).toList();
    this.touches = List.copyOf(touches);
    this.heard = Set.copyOf(heard);
    this.struck = struck;
  }

  /**
   * A plate that is wanted here.
   *
   * @param shot id of its shot
   * @param key of the plan's plate
   * @param state how it stands
   * @param nextTake number its next take gets at least
   * @param asks what is asked of its takes
   */
  public record Plate(
      String shot, String key, OwedItem.State state, int nextTake, PlateTerms asks) {
    private boolean of(Made take) {
      return shot.equals(take.shot()) && key.equals(take.plate());
    }
  }

  /**
   * Plates of a shot that must match.
   *
   * @param earlier a reference that is older than every take told of, or of another setup; null
   *     when the reference is among those, or there is none
   */
  public record MatchSet(
      String shot,
      Set<String> plates,
      Set<MatchRule> rules,
      MatchGuard.Optics optics,
      TakeCheck.Shot earlier) {
    private boolean holds(Made take) {
      return shot.equals(take.shot()) && plates.contains(take.plate());
    }
  }

  /**
   * A take that was made.
   *
   * @param at when, ms
   * @param camera what it was shot with
   * @param seconds it ran; 0 when that is not known
   * @param call the last word on it
   * @param apart whether it was laid over the reference and found not to agree
   */
  public record Made(
      String id,
      String shot,
      String plate,
      int number,
      String tcOut,
      long at,
      CameraData camera,
      double seconds,
      Take.Call call,
      boolean apart) {
    private Made called(Take.Call word) {
      return new Made(id, shot, plate, number, tcOut, at, camera, seconds, word, apart);
    }

    private boolean usable() {
      return call.usable();
    }
  }

  /** A touch of the camera, at a moment in ms. */
  public record Touched(String id, long at) {}

  /** Something written on a device and not sent. */
  public sealed interface Entry {
    /** A take. */
    record Logged(Made take) implements Entry {}

    /** What was said of a take. */
    record Called(String take, Take.Call call) implements Entry {}

    /** A touch of the camera. */
    record Touch(Touched touch) implements Entry {}

    /** A thing of the sound list that was listened for. */
    record Heard(String item) implements Entry {}

    /** The set is struck. */
    record Strike() implements Entry {}
  }

  /**
   * The same setup as it will stand when these entries are sent.
   *
   * @param notSent in the order they were written; those the server has already are told by their
   *     id and left out
   */
  public FloorSetup merge(List<Entry> notSent) {
    Map<String, Made> all = new HashMap<>();
    List<String> order = new ArrayList<>();
    takes.forEach(
        t -> {
          all.put(t.id(), t);
          order.add(t.id());
        });
    List<Touched> touched = new ArrayList<>(touches);
    Set<String> listened = new HashSet<>(heard);
    Set<String> said = new HashSet<>();
    boolean gone = struck;
    for (Entry e : notSent) {
      if (e instanceof Entry.Logged l) {
        if (all.putIfAbsent(l.take().id(), l.take()) == null) {
          order.add(l.take().id());
        }
      } else if (e instanceof Entry.Called c) {
        if (all.computeIfPresent(c.take(), (id, t) -> t.called(c.call())) != null) {
          said.add(c.take());
        }
      } else if (e instanceof Entry.Touch t) {
        if (touched.stream().noneMatch(x -> x.id().equals(t.touch().id()))) {
          touched.add(t.touch());
        }
      } else if (e instanceof Entry.Heard h) {
        listened.add(h.item());
      } else {
        gone = true;
      }
    }
    FloorSetup then =
        new FloorSetup(
            rate,
            startsAt,
            plates,
            sets,
            order.stream().map(all::get).toList(),
            touched,
            listened,
            gone);
    return new FloorSetup(
        rate,
        startsAt,
        plates.stream().map(p -> then.restated(p, this, said)).toList(),
        sets,
        then.takes,
        touched,
        listened,
        gone);
  }

  /**
   * A plate anew, where something was said of its takes; as the server told it where nothing was.
   */
  private Plate restated(Plate p, FloorSetup before, Set<String> said) {
    int next =
        Math.max(
            p.nextTake, next(takes.stream().filter(p::of).mapToInt(Made::number).max().orElse(0)));
    if (takes.stream().noneMatch(t -> p.of(t) && said.contains(t.id()))) {
      return new Plate(p.shot, p.key, p.state, next, p.asks);
    }
    Made pick =
        takes.stream()
            .filter(t -> p.of(t) && t.call() == Take.Call.PICK)
            .reduce((a, b) -> b)
            .orElse(null);
    boolean older =
        p.state != OwedItem.State.OWED
            && before.takes.stream().noneMatch(t -> p.of(t) && t.call() == Take.Call.PICK);
    OwedItem.State state =
        pick != null
            ? breaks(pick) ? OwedItem.State.IN_DOUBT : OwedItem.State.IN_HAND
            : older ? p.state : OwedItem.State.OWED;
    return new Plate(p.shot, p.key, state, next, p.asks);
  }

  private boolean breaks(Made take) {
    MatchSet shots =
        sets.stream().filter(s -> s.shot().equals(take.shot())).findFirst().orElse(null);
    if (shots == null) {
      return false;
    }
    boolean in = shots.holds(take);
    MatchSet set = in ? shots : new MatchSet(shots.shot, Set.of(), Set.of(), shots.optics, null);
    Made ref = in ? reference(set).orElse(null) : null;
    TakeCheck.Shot with = set.earlier != null ? set.earlier : ref == null ? null : shot(ref);
    List<MatchGuard.Finding> found =
        TakeCheck.of(shot(take), take == ref ? null : with, set.rules, set.optics);
    long since = ref == null ? Long.MIN_VALUE : ref.at();
    return take.apart
        || found.stream().anyMatch(f -> f.severity() == MatchGuard.Severity.BREAKS)
        || take != ref
            && set.rules.contains(MatchRule.HELD)
            && touches.stream().anyMatch(t -> t.at() > since && t.at() < take.at());
  }

  private TakeCheck.Shot shot(Made take) {
    PlateTerms asks =
        plates.stream()
            .filter(p -> p.of(take))
            .map(Plate::asks)
            .findFirst()
            .orElse(PlateTerms.NONE);
    return new TakeCheck.Shot(take.camera(), take.seconds(), asks);
  }

  private Optional<Made> reference(MatchSet set) {
    return set.earlier != null
        ? Optional.empty()
        : MatchReview.reference(
            takes.stream().filter(t -> set.holds(t) && t.usable()).toList(), Made::call);
  }

  /**
   * The pass the slate goes on to once one is picked: the next of the order that is still owed,
   * from the one that was picked to the end and then from the beginning.
   *
   * @param order of the passes of this setup
   * @param owed passes that are still to be shot
   * @param done the one that was picked
   * @return empty when none of the order is owed
   */
  public static Optional<String> onwards(List<String> order, Set<String> owed, String done) {
    int from = order.indexOf(done) + 1;
    for (int i = 0; i < order.size(); i++) {
      String next = order.get((from + i) % order.size());
      if (!next.equals(done) && owed.contains(next)) {
        return Optional.of(next);
      }
    }
    return Optional.empty();
  }

  /** Number of the take after one; the first is 1. */
  public static int next(int number) {
    return number + 1;
  }

  /** The frame after a take's last; a fresh hour where that label does not exist at the rate. */
  public static String nextIn(String tcOut, FrameRate rate) {
    try {
      return Timecode.parse(tcOut, rate).plus(1).label();
    } catch (InvalidInput e) {
      return FIRST_IN;
    }
  }

  /** The takes, the newest first. */
  public List<Made> takes() {
    List<Made> out = new ArrayList<>(takes);
    Collections.reverse(out);
    return out;
  }

  public List<Plate> plates() {
    return plates;
  }

  /** The take the camera is carried over from. */
  public Optional<Made> last() {
    return takes.isEmpty() ? Optional.empty() : Optional.of(takes.get(takes.size() - 1));
  }

  /** Timecode at which the next take begins. */
  public String nextIn() {
    return last().map(t -> nextIn(t.tcOut(), rate)).orElse(startsAt);
  }

  /** The takes others are compared with, of those told of; one for each set that has one. */
  public List<Made> references() {
    return sets.stream().map(this::reference).flatMap(Optional::stream).toList();
  }

  /** Whether the clean plate was made again, and is good, since the camera was last touched. */
  public boolean cleanSinceTouch() {
    long touched = touches.stream().mapToLong(Touched::at).max().orElse(Long.MAX_VALUE);
    return takes.stream()
        .anyMatch(t -> ItemKey.CLEAN.is(t.plate()) && t.usable() && t.at() > touched);
  }

  /**
   * What to shoot next: the clean plate as soon as anything was shot, for it must not be forgotten;
   * else the first that is owed.
   */
  public Optional<Plate> first() {
    List<Plate> owed = plates.stream().filter(p -> p.state == OwedItem.State.OWED).toList();
    Optional<Plate> clean =
        takes.isEmpty()
            ? Optional.empty()
            : owed.stream().filter(p -> ItemKey.CLEAN.is(p.key())).findFirst();
    return clean.isPresent() ? clean : owed.stream().findFirst();
  }

  /** Things of the sound list that were listened for. */
  public Set<String> heard() {
    return heard;
  }

  public boolean struck() {
    return struck;
  }
}
