package bivex.server.bench;

import bivex.core.ItemKey;
import bivex.core.method.Handover;
import bivex.core.method.Plan;
import bivex.core.motion.TakePairing;
import bivex.core.motion.Throw;
import bivex.core.picture.Coding;
import bivex.core.plate.PassMatch;
import bivex.core.plate.PlateComparison.Limits;
import bivex.core.plate.PlateSheet;
import bivex.core.plate.SightRecord;
import bivex.core.shoot.MatchGuard;
import bivex.core.shoot.Take;
import bivex.server.access.Member;
import bivex.server.book.ShotBook;
import bivex.server.keep.ClipProxies;
import bivex.server.keep.ClipProxy;
import bivex.server.keep.MeasureWords;
import bivex.server.keep.PlateMeasure;
import bivex.server.keep.PlateMeasures;
import bivex.server.keep.SetLimits;
import bivex.server.keep.SetLimitsRows;
import bivex.server.keep.Setup;
import bivex.server.keep.TakeClip;
import bivex.server.keep.TakeClips;
import bivex.server.keep.TakeEntries;
import bivex.server.keep.TakeEntry;
import bivex.server.keep.TakeStill;
import bivex.server.keep.TakeStills;
import bivex.server.keep.TakeZonesRows;
import bivex.server.keep.ThrowPath;
import bivex.server.keep.ThrowPaths;
import bivex.server.media.Frames;
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

/**
 * What the bench has to lay over each other, in a number of statements that does not grow with it.
 */
@Component
public class BenchSheets {
  private final ShotBook book;
  private final TakeStills stills;
  private final TakeClips clips;
  private final PlateMeasures measures;
  private final TakeZonesRows zones;
  private final ThrowPaths paths;
  private final ClipProxies proxies;
  private final ProxyMaker maker;
  private final SetLimitsRows limits;
  private final Codings codings;
  private final SightDesk sight;

  BenchSheets(
      ShotBook book,
      TakeStills stills,
      TakeClips clips,
      PlateMeasures measures,
      TakeZonesRows zones,
      ThrowPaths paths,
      ClipProxies proxies,
      ProxyMaker maker,
      SetLimitsRows limits,
      Codings codings,
      SightDesk sight) {
    this.codings = codings;
    this.sight = sight;
    this.book = book;
    this.stills = stills;
    this.clips = clips;
    this.measures = measures;
    this.zones = zones;
    this.paths = paths;
    this.proxies = proxies;
    this.maker = maker;
    this.limits = limits;
  }

  public record BenchStill(
      UUID id, String caption, int width, int height, Codings.CodingView coding) {}

  /**
   * @param proxy how far the copy is that browsers show
   * @param made share of it, 0 to 1
   * @param fault why there is none; empty else
   * @param proxyRate frames a second of the copy
   * @param strip numbers of the frames in the strip
   * @param recorded how it was recorded, in a line; empty where that is not known
   * @param cautions what to know before it is measured
   */
  public record ClipView(
      UUID id,
      String caption,
      int width,
      int height,
      String rate,
      int frames,
      ProxyStand proxy,
      double made,
      String fault,
      int proxyRate,
      List<Integer> strip,
      String recorded,
      List<String> cautions,
      Codings.CodingView coding) {}

  public enum ProxyStand {
    MAKING,
    READY,
    NONE
  }

  /**
   * Limits of a set.
   *
   * @param setBy empty while they are the usual ones
   * @param version for the next change; 0 while they are the usual ones
   */
  public record LimitsView(Limits limits, String setBy, long version) {}

  /**
   * @param version for the next change; that of marks which are not there yet is 0
   */
  public record ThrowPathView(TakePairing.Half half, List<Throw.Spot> spots, long version) {}

  /**
   * Two takes that were laid over each other.
   *
   * @param reading null where clips were held against each other
   * @param passes null where stills were
   * @param otherLimits whether it was held to other limits than the set's now
   * @param word whether they did match, as somebody said last; null when nobody did
   */
  public record MeasureView(
      UUID id,
      UUID firstTake,
      UUID secondTake,
      UUID firstStill,
      UUID secondStill,
      boolean agrees,
      String verdict,
      PlateSheet reading,
      PassMatch.Sheet passes,
      boolean otherLimits,
      String keptBy,
      Instant keptAt,
      SightDesk.WordView word) {}

  /**
   * @param label of the plate
   * @param usable whether it is not no good
   * @param clean whether it is of the clean plate
   * @param zones whether somebody's room was measured in it
   * @param half side of a throw, as it was marked or as its plate says
   * @param findings what is held against it
   */
  public record BenchTake(
      UUID id,
      UUID shot,
      String code,
      String plate,
      String label,
      int number,
      Take.Call call,
      boolean usable,
      boolean clean,
      boolean reference,
      boolean inSet,
      List<BenchStill> stills,
      List<ClipView> clips,
      boolean zones,
      TakePairing.Half half,
      ThrowPathView path,
      List<MatchGuard.Finding> findings) {}

  /**
   * A take to be held against the reference of its set.
   *
   * @param firstStill null when it has none
   * @param words what there is to do, or what was found
   * @param kept null while nothing is
   */
  public record BenchPair(
      UUID firstTake,
      UUID secondTake,
      UUID firstStill,
      UUID secondStill,
      String title,
      String words,
      MeasureView kept) {}

  /**
   * @param firstFrame number that a cut begins with in this production
   */
  public record BenchSet(
      UUID setup,
      int number,
      String tape,
      String name,
      LimitsView limits,
      int firstFrame,
      List<String> shots,
      List<BenchTake> takes,
      List<BenchPair> pairs) {}

  /**
   * @param ready pairs that can be measured and were not
   * @param coding what is said of all clips that tell nothing; null when nothing is
   * @param record how often what was measured proved right
   */
  public record BenchSheet(
      List<BenchSet> sets,
      int ready,
      int agree,
      int differ,
      Codings.CodingView coding,
      Codings.Choices choices,
      SightRecord record) {}

  BenchSheet of(Member me) {
    List<ShotBook.Page> pages = book.all(me.production());
    Map<UUID, ShotBook.Page> byShot =
        pages.stream().collect(Collectors.toMap(p -> p.shot().id, Function.identity()));
    List<TakeEntries.Called> takes =
        book.takes(me.production()).stream()
            .filter(c -> byShot.containsKey(c.take().shotId))
            .toList();
    Map<UUID, List<TakeStill>> stillsOf =
        stills.findByProductionIdOrderByAddedAt(me.productionId()).stream()
            .collect(Collectors.groupingBy(s -> s.takeId));
    Map<UUID, ClipProxy> proxyOf =
        proxies.findByProductionId(me.productionId()).stream()
            .collect(Collectors.toMap(p -> p.id, Function.identity()));
    Codings.Sayings said = codings.of(me.productionId());
    Map<UUID, TakeEntry> takeOf =
        takes.stream()
            .collect(Collectors.toMap(c -> c.take().id, TakeEntries.Called::take, (a, b) -> a));
    Map<UUID, List<ClipView>> clipsOf =
        clips.findByProductionIdOrderByAddedAt(me.productionId()).stream()
            .collect(
                Collectors.groupingBy(
                    c -> c.takeId,
                    Collectors.mapping(
                        c -> view(c, proxyOf.get(c.id), maker, said.clip(c, takeOf.get(c.takeId))),
                        Collectors.toList())));
    Map<UUID, SetLimits> limitsOf =
        limits.findByProductionId(me.productionId()).stream()
            .collect(Collectors.toMap(l -> l.setupId, Function.identity()));
    Set<UUID> zoned = new HashSet<>(zones.takes(me.productionId()));
    Map<UUID, ThrowPath> pathOf =
        paths.findByProductionId(me.productionId()).stream()
            .collect(Collectors.toMap(p -> p.takeId, Function.identity()));
    List<PlateMeasure> kept = measures.standing(me.productionId());
    Map<UUID, MeasureWords.Spoken> spoken = sight.of(me);
    Map<Integer, BenchSet> sets = new TreeMap<>();
    Map<UUID, List<TakeEntries.Called>> bySetup =
        takes.stream().collect(Collectors.groupingBy(c -> c.take().setupId));
    Map<UUID, Setup> setups =
        pages.stream()
            .map(ShotBook.Page::setup)
            .filter(s -> s != null)
            .collect(Collectors.toMap(s -> s.id, Function.identity(), (a, b) -> a));
    for (Map.Entry<UUID, Setup> e : setups.entrySet()) {
      List<BenchTake> here =
          bySetup.getOrDefault(e.getKey(), List.of()).stream()
              .map(
                  c -> view(c, byShot.get(c.take().shotId), stillsOf, clipsOf, zoned, pathOf, said))
              .toList();
      LimitsView limit = view(limitsOf.get(e.getKey()));
      List<BenchPair> pairs = new ArrayList<>();
      here.stream()
          .collect(
              Collectors.groupingBy(
                  BenchTake::shot, java.util.LinkedHashMap::new, Collectors.toList()))
          .values()
          .forEach(of -> pairs.addAll(pairs(of, kept, spoken, limit.limits)));
      List<String> shots =
          pages.stream()
              .filter(p -> p.setup() != null && p.setup().id.equals(e.getKey()))
              .map(p -> p.shot().code)
              .toList();
      sets.put(
          e.getValue().number,
          new BenchSet(
              e.getKey(),
              e.getValue().number,
              e.getValue().tape(),
              e.getValue().name,
              limit,
              me.production().firstFrame,
              shots,
              here,
              pairs));
    }
    List<BenchPair> all = sets.values().stream().flatMap(s -> s.pairs.stream()).toList();
    return new BenchSheet(
        List.copyOf(sets.values()),
        (int)
            all.stream()
                .filter(p -> p.kept == null && p.firstStill != null && p.secondStill != null)
                .count(),
        (int) all.stream().filter(p -> p.kept != null && p.kept.agrees).count(),
        (int) all.stream().filter(p -> p.kept != null && !p.kept.agrees).count(),
        codings.production(me.productionId()),
        Codings.choices(),
        sight.record(me, spoken));
  }

  private static BenchTake view(
      TakeEntries.Called c,
      ShotBook.Page p,
      Map<UUID, List<TakeStill>> stillsOf,
      Map<UUID, List<ClipView>> clipsOf,
      Set<UUID> zoned,
      Map<UUID, ThrowPath> pathOf,
      Codings.Sayings said) {
    UUID id = c.take().id;
    ThrowPath path = pathOf.get(id);
    String label =
        p.plan().plates().stream()
            .filter(q -> q.key().equals(c.take().plate))
            .map(Plan.Plate::label)
            .findFirst()
            .orElse("loose: " + c.take().plate);
    return new BenchTake(
        id,
        p.shot().id,
        p.shot().code,
        c.take().plate,
        label,
        c.take().number,
        c.call() == null ? Take.Call.NONE : c.call(),
        c.call() == null || c.call().usable(),
        ItemKey.CLEAN.is(c.take().plate),
        p.match().isReference(id.toString()),
        p.plan().matchSet().plates().contains(c.take().plate),
        stillsOf.getOrDefault(id, List.of()).stream()
            .map(
                s ->
                    new BenchStill(
                        s.id,
                        s.caption,
                        s.width,
                        s.height,
                        Codings.CodingView.of(said.still(s, c.take()))))
            .toList(),
        clipsOf.getOrDefault(id, List.of()),
        zoned.contains(id),
        path == null ? Handover.half(c.take().plate) : path.half,
        path == null ? null : view(path),
        p.match().of(id.toString()));
  }

  /**
   * @param p null while none is made
   */
  static ClipView view(TakeClip c, ClipProxy p, ProxyMaker maker, Coding coding) {
    boolean ready = p != null && p.hash != null;
    return new ClipView(
        c.id,
        c.caption,
        c.width,
        c.height,
        c.rate,
        ready ? p.frames : c.frames,
        p == null ? ProxyStand.MAKING : ready ? ProxyStand.READY : ProxyStand.NONE,
        p == null ? maker.share(c.id) : 1,
        p == null ? "" : p.fault,
        Frames.PROXY_RATE,
        ready ? Frames.stripOf(p.frames) : List.of(),
        c.recording == null ? "" : c.recording.words(),
        c.recording == null ? List.of() : c.recording.cautions(),
        Codings.CodingView.of(coding));
  }

  /**
   * @param l null while the usual limits hold
   */
  static LimitsView view(SetLimits l) {
    return l == null
        ? new LimitsView(Limits.USUAL, "", 0)
        : new LimitsView(l.limits, l.setBy, l.version + 1);
  }

  static ThrowPathView view(ThrowPath p) {
    return new ThrowPathView(p.half, p.spots, p.version + 1);
  }

  /** Every usable take of the set against its reference; those that wait to be measured first. */
  private static List<BenchPair> pairs(
      List<BenchTake> of,
      List<PlateMeasure> kept,
      Map<UUID, MeasureWords.Spoken> spoken,
      Limits limits) {
    BenchTake ref = of.stream().filter(BenchTake::reference).findFirst().orElse(null);
    if (ref == null) {
      return List.of();
    }
    List<BenchPair> out = new ArrayList<>();
    for (BenchTake t : of) {
      if (t == ref || !t.inSet || !t.call.usable()) {
        continue;
      }
      PlateMeasure m =
          kept.stream()
              .filter(
                  x ->
                      x.firstTake.equals(ref.id) && x.secondTake.equals(t.id)
                          || x.firstTake.equals(t.id) && x.secondTake.equals(ref.id))
              .max(Comparator.comparing(x -> x.keptAt))
              .orElse(null);
      UUID a = ref.stills.isEmpty() ? null : ref.stills.get(0).id;
      UUID b = t.stills.isEmpty() ? null : t.stills.get(0).id;
      String words =
          m != null
              ? m.verdict
              : a == null
                  ? "the reference has no still"
                  : b == null ? "has no still" : "not measured";
      out.add(
          new BenchPair(
              ref.id,
              t.id,
              a,
              b,
              t.label + ", take " + t.number,
              words,
              m == null ? null : view(m, limits, spoken.get(m.id))));
    }
    return out;
  }

  private static MeasureView view(PlateMeasure m, Limits limits, MeasureWords.Spoken s) {
    return new MeasureView(
        m.id,
        m.firstTake,
        m.secondTake,
        m.firstStill,
        m.secondStill,
        m.agrees,
        m.verdict,
        m.comparison == null ? null : PlateSheet.of(m.comparison),
        m.passes == null ? null : m.passes.sheet(false),
        !(m.comparison == null ? m.passes.limits() : m.comparison.limits()).equals(limits),
        m.keptBy,
        m.keptAt,
        s == null ? null : SightDesk.WordView.of(s.word()));
  }
}
