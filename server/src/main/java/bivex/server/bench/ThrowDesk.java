package bivex.server.bench;

import bivex.core.InvalidInput;
import bivex.core.motion.TakePairing;
import bivex.core.motion.Throw.Spot;
import bivex.server.access.Member;
import bivex.server.http.Problems;
import bivex.server.keep.Shots;
import bivex.server.keep.TakeEntries;
import bivex.server.keep.TakeEntry;
import bivex.server.keep.ThrowPath;
import bivex.server.keep.ThrowPaths;
import bivex.server.live.Journal;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.NoSuchElementException;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Throws: where the thrown thing is in some frames of each take, which take goes with which, and
 * the way of the replacement.
 */
@Component
public class ThrowDesk {
  private static final int MOST_MARKS = 200;

  private static final int MOST_TAKES = 400;

  private static final int MOST_SHOWN = 60;

  private final TakeEntries takes;

  private final ThrowPaths paths;

  private final Journal journal;

  private static List<TakePairing.Marked> marks(List<ThrowPath> marked, TakePairing.Half half) {
    return marked.stream().filter(p -> p.half == half).map(ThrowDesk::marks).toList();
  }

  private static TakePairing.Marked marks(ThrowPath p) {
    return new TakePairing.Marked(p.takeId.toString(), p.spots);
  }

  private final Shots shots;

  ThrowDesk(TakeEntries takes, ThrowPaths paths, Journal journal, Shots shots) {
    this.shots = shots;
    this.takes = takes;
    this.paths = paths;
    this.journal = journal;
  }

  /**
   * @param spots frame of the clip and place in px of the picture; empty takes the marks away
   */
  public record NewThrowPath(TakePairing.Half half, List<Spot> spots) {}

  /**
   * @param cost less is better
   * @param unnaturalG acceleration beside the throw's own fall, g; null where that is not known
   * @param impossible why no thrown thing does that; empty when one does
   */
  public record PairView(
      UUID giver,
      int giverTake,
      UUID receiver,
      int receiverTake,
      double cost,
      Double unnaturalG,
      double endPx,
      double frames,
      String impossible) {}

  /**
   * The best pairs of a shot.
   *
   * @param all how many there are
   * @param words what to do next
   */
  public record PairsView(List<PairView> pairs, int all, String words) {}

  /**
   * One pair as a flight.
   *
   * @param words for the desk
   */
  public record FlightView(
      UUID giver,
      UUID receiver,
      double handOver,
      List<Spot> way,
      double fallPx,
      Double fallG,
      Double sidewaysG,
      double hopPx,
      boolean bends,
      String words) {}

  /** Marks the thing in some frames of a take; the whole set of marks is sent each time. */
  @Transactional
  public BenchSheets.ThrowPathView mark(UUID take, Member me, String ifMatch, NewThrowPath in) {
    TakeEntry t = take(me, take);
    if (in.half() == null) {
      throw new InvalidInput("half", "must be THROW or CATCH");
    }
    List<Spot> spots =
        in.spots() == null
            ? List.of()
            : in.spots().stream().sorted(Comparator.comparingDouble(Spot::frame)).toList();
    InvalidInput.within("spots", (long) spots.size(), 0, MOST_MARKS);
    for (Spot s : spots) {
      InvalidInput.within("spots: frame", s.frame(), 0, 1_000_000);
      InvalidInput.within("spots: x", s.x(), -20_000, 20_000);
      InvalidInput.within("spots: y", s.y(), -20_000, 20_000);
    }
    if (spots.stream().map(Spot::frame).distinct().count() != spots.size()) {
      throw new InvalidInput("spots", "has two marks in one frame");
    }
    ThrowPath p = paths.findById(take).orElse(null);
    Problems.mustBeCurrent(
        ifMatch, p == null ? 0 : p.version + 1, p == null ? null : BenchSheets.view(p), in);
    if (p == null) {
      p = new ThrowPath();
      p.takeId = t.id;
      p.productionId = me.productionId();
    }
    p.half = in.half();
    p.spots = spots;
    p.markedBy = me.name();
    p = paths.saveAndFlush(p);
    journal.record(
        me,
        "marked a throw",
        "take",
        t.id.toString(),
        t.slate + " take " + t.number + ", " + spots.size() + " marks",
        Journal.Touches.NOTHING);
    return BenchSheets.view(p);
  }

  /** Every take of the throw with every take of the catch, best first. */
  @Transactional(readOnly = true)
  public PairsView pairs(UUID shot, Member me) {
    shots.require(shot, me.productionId());
    Map<UUID, TakeEntry> of = takesOf(me, shot);
    List<ThrowPath> marked = markedOf(me, of.keySet());
    InvalidInput.within("takes", (long) marked.size(), 0, MOST_TAKES);
    List<TakePairing.Marked> givers = marks(marked, TakePairing.Half.THROW);
    List<TakePairing.Marked> receivers = marks(marked, TakePairing.Half.CATCH);
    String missing = TakePairing.missing(!givers.isEmpty(), !receivers.isEmpty());
    if (!missing.isEmpty()) {
      return new PairsView(List.of(), 0, missing);
    }
    List<TakePairing> ranked = TakePairing.rank(givers, receivers, me.production().frameRate());
    List<PairView> out =
        ranked.stream()
            .limit(MOST_SHOWN)
            .map(
                p -> {
                  UUID g = UUID.fromString(p.giver());
                  UUID r = UUID.fromString(p.receiver());
                  return new PairView(
                      g,
                      of.get(g).number,
                      r,
                      of.get(r).number,
                      p.cost(),
                      p.unnaturalG(),
                      p.endPx(),
                      p.frames(),
                      p.impossible());
                })
            .toList();
    return new PairsView(
        out, ranked.size(), ranked.get(0).words(out.get(0).giverTake, out.get(0).receiverTake));
  }

  private TakeEntry take(Member me, UUID take) {
    return takes
        .findById(take)
        .filter(x -> x.productionId.equals(me.productionId()))
        .orElseThrow(() -> new NoSuchElementException("There is no such take."));
  }

  private Map<UUID, TakeEntry> takesOf(Member me, UUID shot) {
    return takes.findByProductionIdAndShotId(me.productionId(), shot).stream()
        .collect(Collectors.toMap(t -> t.id, t -> t));
  }

  private List<ThrowPath> markedOf(Member me, Set<UUID> of) {
    return paths.findByProductionId(me.productionId()).stream()
        .filter(p -> of.contains(p.takeId) && p.spots.size() >= 2)
        .toList();
  }

  /**
   * The way of the replacement for a pair.
   *
   * @param handOver frame of the throw; left out for the top of its arc
   */
  @Transactional(readOnly = true)
  public FlightView flight(UUID giver, UUID receiver, Member me, Double handOver) {
    TakePairing.Marked thrown = new TakePairing.Marked("throw", path(me, giver).spots);
    TakePairing.Marked caught = new TakePairing.Marked("catch", path(me, receiver).spots);
    // The fall is that of all takes of the shot, as where they are ranked.
    UUID shot = take(me, giver).shotId;
    Double fall =
        TakePairing.ownFall(
            markedOf(me, takesOf(me, shot).keySet()).stream().map(ThrowDesk::marks).toList());
    TakePairing.Flight f =
        TakePairing.flight(
            thrown, caught, handOver != null ? handOver : TakePairing.top(thrown, fall), fall);
    return new FlightView(
        giver,
        receiver,
        f.handOver(),
        f.way(),
        f.fall(),
        f.fallG(),
        f.sidewaysG(),
        f.hopPx(),
        f.bends(),
        f.words());
  }

  private ThrowPath path(Member me, UUID take) {
    return paths
        .findById(take)
        .filter(p -> p.productionId.equals(me.productionId()))
        .orElseThrow(() -> new NoSuchElementException("Nothing is marked in this take."));
  }
}
