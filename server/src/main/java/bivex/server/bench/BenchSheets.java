package bivex.server.bench;

import bivex.core.method.Plan;
import bivex.core.motion.Throw;
import bivex.core.plate.PlateReading;
import bivex.core.shoot.MatchGuard;
import bivex.core.shoot.Take;
import bivex.server.access.Member;
import bivex.server.book.ShotBook;
import bivex.server.keep.PlateMeasure;
import bivex.server.keep.PlateMeasures;
import bivex.server.keep.Setup;
import bivex.server.keep.TakeClip;
import bivex.server.keep.TakeClips;
import bivex.server.keep.TakeEntries;
import bivex.server.keep.TakeStill;
import bivex.server.keep.TakeStills;
import bivex.server.keep.TakeZonesRows;
import bivex.server.keep.ThrowPath;
import bivex.server.keep.ThrowPaths;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** What the bench has to lay over each other, in a number of statements that does not grow with it. */
@Component
public class BenchSheets {
  private final ShotBook book;
  private final TakeStills stills;
  private final TakeClips clips;
  private final PlateMeasures measures;
  private final TakeZonesRows zones;
  private final ThrowPaths paths;

  BenchSheets(ShotBook book, TakeStills stills, TakeClips clips, PlateMeasures measures, TakeZonesRows zones, ThrowPaths paths) {
    this.book = book;
    this.stills = stills;
    this.clips = clips;
    this.measures = measures;
    this.zones = zones;
    this.paths = paths;
  }

  public record BenchStill(UUID id, String caption, int width, int height) {}

  public record ClipView(UUID id, String caption, int width, int height, String rate, int frames) {}

  /** @param half THROW or CATCH @param version for the next change */
  public record ThrowPathView(ThrowPath.Half half, List<Throw.Spot> spots, long version) {}

  /** Two takes that were laid over each other. */
  public record MeasureView(UUID id, UUID firstTake, UUID secondTake, UUID firstStill, UUID secondStill, boolean agrees, String verdict, String remedy, PlateReading reading, String keptBy, Instant keptAt) {}

  /** @param label of the plate @param zones whether somebody's room was measured in it @param findings what is held against it */
  public record BenchTake(UUID id, UUID shot, String code, String plate, String label, int number, Take.Call call, boolean reference, boolean inSet, List<BenchStill> stills, List<ClipView> clips, boolean zones, ThrowPathView path, List<MatchGuard.Finding> findings) {}

  /** A take to be held against the reference of its set. @param firstStill null when it has none @param words what there is to do, or what was found @param kept null while nothing is */
  public record BenchPair(UUID firstTake, UUID secondTake, UUID firstStill, UUID secondStill, String title, String words, MeasureView kept) {}

  public record BenchSet(UUID setup, int number, String tape, String name, List<String> shots, List<BenchTake> takes, List<BenchPair> pairs) {}

  /** @param ready pairs that can be measured and were not */
  public record BenchSheet(List<BenchSet> sets, int ready, int agree, int differ) {}

  BenchSheet of(Member me) {
    List<ShotBook.Page> pages = book.all(me.production());
    Map<UUID, ShotBook.Page> byShot = pages.stream().collect(Collectors.toMap(p -> p.shot().id, Function.identity()));
    List<TakeEntries.Called> takes = book.takes(me.production()).stream().filter(c -> byShot.containsKey(c.take().shotId)).toList();
    Map<UUID, List<TakeStill>> stillsOf = stills.findByProductionIdOrderByAddedAt(me.productionId()).stream().collect(Collectors.groupingBy(s -> s.takeId));
    Map<UUID, List<TakeClip>> clipsOf = clips.findByProductionIdOrderByAddedAt(me.productionId()).stream().collect(Collectors.groupingBy(c -> c.takeId));
    Set<UUID> zoned = new HashSet<>(zones.takes(me.productionId()));
    Map<UUID, ThrowPath> pathOf = paths.findByProductionId(me.productionId()).stream().collect(Collectors.toMap(p -> p.takeId, Function.identity()));
    List<PlateMeasure> kept = measures.standing(me.productionId());
    Map<Integer, BenchSet> sets = new TreeMap<>();
    Map<UUID, List<TakeEntries.Called>> bySetup = takes.stream().collect(Collectors.groupingBy(c -> c.take().setupId));
    Map<UUID, Setup> setups = pages.stream().map(ShotBook.Page::setup).filter(s -> s != null).collect(Collectors.toMap(s -> s.id, Function.identity(), (a, b) -> a));
    for (Map.Entry<UUID, Setup> e : setups.entrySet()) {
      List<BenchTake> here = bySetup.getOrDefault(e.getKey(), List.of()).stream().map(c -> view(c, byShot.get(c.take().shotId), stillsOf, clipsOf, zoned, pathOf)).toList();
      List<BenchPair> pairs = new ArrayList<>();
      here.stream().collect(Collectors.groupingBy(BenchTake::shot, java.util.LinkedHashMap::new, Collectors.toList())).values().forEach(of -> pairs.addAll(pairs(of, kept)));
      List<String> shots = pages.stream().filter(p -> p.setup() != null && p.setup().id.equals(e.getKey())).map(p -> p.shot().code).toList();
      sets.put(e.getValue().number, new BenchSet(e.getKey(), e.getValue().number, e.getValue().tape(), e.getValue().name, shots, here, pairs));
    }
    List<BenchPair> all = sets.values().stream().flatMap(s -> s.pairs.stream()).toList();
    return new BenchSheet(List.copyOf(sets.values()), (int) all.stream().filter(p -> p.kept == null && p.firstStill != null && p.secondStill != null).count(), (int) all.stream().filter(p -> p.kept != null && p.kept.agrees).count(), (int) all.stream().filter(p -> p.kept != null && !p.kept.agrees).count());
  }

  private static BenchTake view(TakeEntries.Called c, ShotBook.Page p, Map<UUID, List<TakeStill>> stillsOf, Map<UUID, List<TakeClip>> clipsOf, Set<UUID> zoned, Map<UUID, ThrowPath> pathOf) {
    UUID id = c.take().id;
    ThrowPath path = pathOf.get(id);
    String label = p.plan().plates().stream().filter(q -> q.key().equals(c.take().plate)).map(Plan.Plate::label).findFirst().orElse("loose: " + c.take().plate);
    return new BenchTake(id, p.shot().id, p.shot().code, c.take().plate, label, c.take().number, c.call() == null ? Take.Call.NONE : c.call(), id.toString().equals(p.match().reference()), p.plan().matchSet().plates().contains(c.take().plate), stillsOf.getOrDefault(id, List.of()).stream().map(s -> new BenchStill(s.id, s.caption, s.width, s.height)).toList(), clipsOf.getOrDefault(id, List.of()).stream().map(BenchSheets::view).toList(), zoned.contains(id), path == null ? null : view(path), p.match().findings().getOrDefault(id.toString(), List.of()));
  }

  static ClipView view(TakeClip c) {
    return new ClipView(c.id, c.caption, c.width, c.height, c.rate, c.frames);
  }

  static ThrowPathView view(ThrowPath p) {
    return new ThrowPathView(p.half, p.spots, p.version);
  }

  /** Every usable take of the set against its reference; those that wait to be measured first. */
  private static List<BenchPair> pairs(List<BenchTake> of, List<PlateMeasure> kept) {
    BenchTake ref = of.stream().filter(BenchTake::reference).findFirst().orElse(null);
    if (ref == null) {
      return List.of();
    }
    List<BenchPair> out = new ArrayList<>();
    for (BenchTake t : of) {
      if (t == ref || !t.inSet || !t.call.usable()) {
        continue;
      }
      PlateMeasure m = kept.stream().filter(x -> x.firstTake.equals(ref.id) && x.secondTake.equals(t.id) || x.firstTake.equals(t.id) && x.secondTake.equals(ref.id)).max(Comparator.comparing(x -> x.keptAt)).orElse(null);
      UUID a = ref.stills.isEmpty() ? null : ref.stills.get(0).id;
      UUID b = t.stills.isEmpty() ? null : t.stills.get(0).id;
      String words = m != null ? m.verdict : a == null ? "the reference has no still" : b == null ? "has no still" : "not measured";
      out.add(new BenchPair(ref.id, t.id, a, b, t.label + ", take " + t.number, words, m == null ? null : view(m)));
    }
    return out;
  }

  static MeasureView view(PlateMeasure m) {
    return new MeasureView(m.id, m.firstTake, m.secondTake, m.firstStill, m.secondStill, m.agrees, m.verdict, m.remedy, m.comparison, m.keptBy, m.keptAt);
  }
}
