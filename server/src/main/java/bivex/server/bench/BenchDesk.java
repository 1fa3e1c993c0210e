package bivex.server.bench;

import bivex.core.InvalidInput;
import bivex.core.picture.Coding;
import bivex.core.picture.Picture;
import bivex.core.plate.JoinPlan;
import bivex.core.plate.LayBack;
import bivex.core.plate.LightMatch;
import bivex.core.plate.PassMatch;
import bivex.core.plate.PlateComparison;
import bivex.core.plate.PlateComparison.Limits;
import bivex.core.plate.PlateJoin;
import bivex.core.plate.PlateReading;
import bivex.core.plate.PlateSheet;
import bivex.core.plate.PlateSpot;
import bivex.core.plate.PlateZones;
import bivex.core.plate.TakeWatch;
import bivex.core.plate.Zone;
import bivex.core.time.FrameRate;
import bivex.server.access.Member;
import bivex.server.http.Json;
import bivex.server.http.Problems;
import bivex.server.keep.PlateMeasure;
import bivex.server.keep.PlateMeasures;
import bivex.server.keep.SetLimits;
import bivex.server.keep.SetLimitsRows;
import bivex.server.keep.Setup;
import bivex.server.keep.Setups;
import bivex.server.keep.TakeClip;
import bivex.server.keep.TakeClips;
import bivex.server.keep.TakeEntries;
import bivex.server.keep.TakeEntry;
import bivex.server.keep.TakeStill;
import bivex.server.keep.TakeStills;
import bivex.server.keep.TakeZones;
import bivex.server.keep.TakeZonesRows;
import bivex.server.live.Journal;
import bivex.server.media.Frames;
import bivex.server.media.MediaStore;
import bivex.server.media.PictureReader;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.NoSuchElementException;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * The bench: plates laid over each other, joins, zones and takes watched; what is found becomes
 * evidence when somebody keeps it.
 */
@Component
public class BenchDesk {
  private static final int MOST_FRAME = 10_000_000;

  private final BenchSheets sheets;

  private final BenchJobs jobs;

  private final TakeStills stills;

  private final TakeClips clips;

  private final TakeEntries takes;

  private final PlateMeasures measures;

  private final TakeZonesRows zones;

  private final MediaStore store;

  private final PictureReader pictures;

  private final Frames frames;

  private final Journal journal;

  private final Setups setups;

  private final SetLimitsRows setLimits;

  private final Codings codings;

  private final PassDesk passDesk;

  private final SightDesk sight;

  private final Clock clock;

  private static List<Integer> thousandths(float[] v) {
    List<Integer> out = new ArrayList<>(v.length);
    for (float x : v) {
      out.add(Float.isNaN(x) ? null : Integer.valueOf(Math.round(x * 1000)));
    }
    return out;
  }

  BenchDesk(
      BenchSheets sheets,
      BenchJobs jobs,
      TakeStills stills,
      TakeClips clips,
      TakeEntries takes,
      PlateMeasures measures,
      TakeZonesRows zones,
      MediaStore store,
      PictureReader pictures,
      Frames frames,
      Journal journal,
      Setups setups,
      SetLimitsRows setLimits,
      Codings codings,
      PassDesk passDesk,
      SightDesk sight,
      Clock clock) {
    this.sight = sight;
    this.passDesk = passDesk;
    this.codings = codings;
    this.clock = clock;
    this.sheets = sheets;
    this.jobs = jobs;
    this.stills = stills;
    this.clips = clips;
    this.takes = takes;
    this.measures = measures;
    this.zones = zones;
    this.store = store;
    this.pictures = pictures;
    this.frames = frames;
    this.journal = journal;
    this.setups = setups;
    this.setLimits = setLimits;
  }

  public record NewComparison(UUID first, UUID second) {}

  /**
   * @param left still of the left part; its take's measured zones are kept clear
   * @param slopePx how far a moving join may go a frame
   * @param driftStops drift of the light
   */
  public record NewJoin(UUID left, UUID right, Double slopePx, Double driftStops) {}

  public record NewWatch(UUID clip) {}

  /**
   * @param clean still of the clean plate
   */
  public record NewZones(UUID clip, UUID clean) {}

  /**
   * @param id made by who keeps it; sending it again changes nothing
   */
  public record NewKept(UUID id) {}

  /** One frame of measured zones. */
  public record ZoneFrame(int frame, double covered, List<PlateZones.Box> boxes) {}

  /**
   * @param zones as the plan wants them; empty when nobody is there
   * @param words for the desk
   */
  public record ZonesView(int frames, String words, List<ZoneFrame> occupied, List<Zone> zones) {}

  /**
   * One measurement.
   *
   * @param fault why it failed; empty when it did not
   * @param field at fault; what was measured is there when it is done, all else is null
   */
  public record BenchJob(
      UUID id,
      BenchJobs.Stand stand,
      double share,
      String doing,
      double seconds,
      String field,
      String fault,
      PlateSheet reading,
      boolean graded,
      PlateJoin join,
      TakeWatch watch,
      PassMatch.Sheet passes,
      ZonesView zones) {}

  /**
   * Squares of a comparison, row by row, in thousandths; null where nothing could be compared.
   *
   * @param px side of a square
   * @param misfit percent of full scale
   * @param full what the strongest colour stands for
   */
  public record SquaresView(
      int px,
      int columns,
      int rows,
      PlateSheet.Full full,
      List<Integer> stops,
      List<Integer> deltaE,
      List<Integer> misfit) {}

  /** All match sets with what can be laid over each other and what was found. */
  @Transactional(readOnly = true)
  public BenchSheets.BenchSheet sheet(Member me) {
    return sheets.of(me);
  }

  /**
   * @param limits null for the usual ones
   */
  public record LimitsChange(Limits limits) {}

  /**
   * Sets what still counts as the same in a match set. What was kept before stays, and says that it
   * was held to other limits.
   */
  @Transactional
  public BenchSheets.BenchSheet limit(UUID setup, Member me, String ifMatch, LimitsChange in) {
    Setup s = setups.require(setup, me.productionId());
    SetLimits l = setLimits.findById(setup).orElse(null);
    Problems.mustBeCurrent(ifMatch, BenchSheets.view(l).version(), BenchSheets.view(l), in);
    if (in.limits() != null) {
      if (l == null) {
        l = new SetLimits();
        l.setupId = s.id;
        l.productionId = me.productionId();
      }
      l.limits = in.limits();
      l.setBy = me.name();
      setLimits.saveAndFlush(l);
    } else if (l != null) {
      setLimits.delete(l);
    }
    journal.record(
        me,
        in.limits() == null ? "put the usual limits back" : "changed the limits",
        "setup",
        s.id.toString(),
        s.name,
        Journal.Touches.NOTHING);
    return sheets.of(me);
  }

  /**
   * Lays two stills over each other and holds them to the limits of the set of the second. The
   * answer is a measurement that waits its turn; ask for it until it is done.
   */
  @Transactional(readOnly = true)
  public BenchJob compare(Member me, NewComparison in) {
    TakeStill a = still(me, "first", in.first());
    TakeStill b = still(me, "second", in.second());
    if (a.id.equals(b.id)) {
      throw new InvalidInput("second", "is the same still");
    }
    PlateComparison.mustFit(a.width, a.height, b.width, b.height);
    UUID setup = takes.findById(b.takeId).orElseThrow().setupId;
    return view(jobs.start(me.productionId(), List.of(a.id, b.id), setup, j -> compared(j, a, b)));
  }

  private void compared(BenchJobs.Job j, TakeStill a, TakeStill b) throws IOException {
    j.at(0.02, "reading the first plate");
    Coding one = codings.still(a).beside(codings.still(b));
    Coding two = codings.still(b).beside(one);
    Picture first = pictures.read(store.find(a.hash), one);
    j.at(0.06, "reading the second plate");
    Picture second = pictures.read(store.find(b.hash), two);
    j.comparison =
        PlateComparison.of(first, second, one, two, Limits.USUAL, j::at, () -> j.cancelled);
  }

  /** One place of two stills under the magnifier, as both were recorded. */
  @Transactional(readOnly = true)
  public PlateSpot spot(Member me, UUID first, UUID second, int x, int y) throws IOException {
    TakeStill a = still(me, "first", first);
    TakeStill b = still(me, "second", second);
    Coding one = codings.still(a).beside(codings.still(b));
    return PlateSpot.of(x, y, patch(a, one, x, y), patch(b, codings.still(b).beside(one), x, y));
  }

  private PlateSpot.Patch patch(TakeStill s, Coding coding, int x, int y) throws IOException {
    return pictures.patch(store.find(s.hash), coding, x, y, PlateSpot.SIDE);
  }

  /** Looks for the join that is seen least between two plates. */
  @Transactional(readOnly = true)
  public BenchJob join(Member me, NewJoin in) {
    TakeStill a = still(me, "left", in.left());
    TakeStill b = still(me, "right", in.right());
    PlateComparison.mustFit(a.width, a.height, b.width, b.height);
    double slope =
        in.slopePx() == null
            ? JoinPlan.USUAL_SLOPE_PX
            : InvalidInput.within("slopePx", in.slopePx(), 0, 500);
    double drift =
        in.driftStops() == null ? 0 : InvalidInput.within("driftStops", in.driftStops(), -10, 10);
    PlateZones.Measured left = measured(me, a.takeId);
    PlateZones.Measured right = measured(me, b.takeId);
    var rates = me.production().effortRates;
    UUID setup = takes.findById(b.takeId).orElseThrow().setupId;
    return view(
        jobs.start(
            me.productionId(),
            List.of(a.id, b.id),
            setup,
            j -> {
              j.at(0.02, "reading the plates");
              Coding one = codings.still(a).beside(codings.still(b));
              Coding two = codings.still(b).beside(one);
              Picture first = pictures.read(store.find(a.hash), one);
              Picture second = pictures.read(store.find(b.hash), two);
              j.comparison =
                  PlateComparison.of(
                      first,
                      second,
                      one,
                      two,
                      Limits.USUAL,
                      (s, d) -> j.at(0.1 + 0.6 * s, d),
                      () -> j.cancelled);
              j.at(0.75, "looking for the join");
              j.join = PlateJoin.of(first, second, j.comparison, left, right, slope, drift, rates);
            }));
  }

  /** What was measured last in the clip of a take; no frames where nothing was. */
  private PlateZones.Measured measured(Member me, UUID take) {
    return zones
        .findFirstByTakeIdAndProductionIdOrderByKeptAtDesc(take, me.productionId())
        .map(z -> new PlateZones.Measured(z.occupied, z.doubt))
        .orElse(new PlateZones.Measured(List.of(), ""));
  }

  /**
   * @param first clip that the second is held against
   */
  public record NewPasses(UUID first, UUID second) {}

  /** Holds two clips against each other frame by frame, two passes of a move or two takes. */
  public BenchJob passes(Member me, NewPasses in) {
    return view(passDesk.start(me, in.first(), in.second()));
  }

  /**
   * Watches a clip frame by frame: flicker, drift, and the frame in which the camera was touched.
   */
  @Transactional(readOnly = true)
  public BenchJob watch(Member me, NewWatch in) {
    TakeClip c = clip(me, in.clip());
    return view(
        jobs.start(
            me.productionId(),
            List.of(c.id),
            j -> {
              Coding coding = codings.clip(c);
              TakeWatch.Watcher w =
                  new TakeWatch.Watcher(
                      (double) c.width / Frames.WATCH_WIDTH,
                      coding,
                      c.recording == null
                          ? 0
                          : c.recording.keeps(c.width, c.height, FrameRate.parse(c.rate).fps()));
              frames.watch(
                  store.find(c.hash),
                  c.width,
                  c.height,
                  c.recording,
                  coding,
                  (n, p) -> {
                    w.frame(p);
                    j.at(
                        Math.min(0.99, (n + 1.0) / c.frames),
                        "frame " + (n + 1) + " of " + c.frames);
                  },
                  () -> j.cancelled);
              if (!j.cancelled) {
                j.watch = w.done(FrameRate.parse(c.rate));
              }
            }));
  }

  /**
   * Measures the part of the frame that somebody occupies in every frame of a clip, against the
   * clean plate.
   */
  @Transactional(readOnly = true)
  public BenchJob zones(Member me, NewZones in) {
    TakeClip c = clip(me, in.clip());
    TakeStill clean = still(me, "clean", in.clean());
    if (Math.abs((double) clean.width / clean.height / ((double) c.width / c.height) - 1) > 0.01) {
      throw new InvalidInput("clean", "has another shape than the clip: one of them was cropped");
    }
    return view(
        jobs.start(
            me.productionId(),
            List.of(c.id, clean.id),
            j -> {
              j.at(0.02, "reading the clean plate");
              Picture empty =
                  frames.small(
                      store.find(clean.hash),
                      codings.still(clean).beside(codings.clip(c)),
                      c.width,
                      c.height);
              PlateZones.Follower follower = new PlateZones.Follower(empty);
              frames.watch(
                  store.find(c.hash),
                  c.width,
                  c.height,
                  c.recording,
                  codings.clip(c),
                  (n, p) -> {
                    follower.frame(p);
                    j.at(
                        Math.min(0.99, (n + 1.0) / c.frames),
                        "frame " + (n + 1) + " of " + c.frames);
                  },
                  () -> j.cancelled);
              j.zones = follower.done();
            }));
  }

  /** How far a measurement is, and what it found. */
  public BenchJob job(UUID job, Member me) {
    return view(jobs.find(me.productionId(), job));
  }

  /** Stops a measurement. */
  public BenchJob cancel(UUID job, Member me) {
    BenchJobs.Job j = jobs.find(me.productionId(), job);
    j.cancel();
    return view(j);
  }

  /** The squares of a comparison, for the maps. */
  public SquaresView squares(UUID job, Member me) {
    BenchJobs.Job j = jobs.find(me.productionId(), job);
    if (j.comparison == null) {
      throw new NoSuchElementException("This measurement has no squares.");
    }
    LightMatch.Squares s = j.comparison.light().map();
    return new SquaresView(
        s.px(),
        s.columns(),
        s.rows(),
        PlateSheet.full(reading(j).limits()),
        thousandths(s.stops()),
        thousandths(s.deltaE()),
        thousandths(s.misfit()));
  }

  /** Keeps a comparison as evidence on both takes and their set, or the zones of a take. */
  @Transactional
  public BenchSheets.BenchSheet keep(UUID job, Member me, NewKept in) {
    BenchJobs.Job j = jobs.find(me.productionId(), job);
    if (in.id() == null) {
      throw new InvalidInput("id", "must be given");
    }
    if (j.stand != BenchJobs.Stand.DONE
        || j.comparison == null && j.zones == null && j.passes == null) {
      throw new InvalidInput("job", "has nothing that could be kept");
    }
    if (j.comparison != null) {
      keepComparison(me, j, in.id());
    } else if (j.passes != null) {
      keepPasses(me, j, in.id());
    } else {
      keepZones(me, j, in.id());
    }
    return sheets.of(me);
  }

  /** Agrees with or contradicts what was measured and kept. */
  @Transactional
  public BenchSheets.BenchSheet say(Member me, UUID measure, SightDesk.NewMeasureWord in) {
    sight.say(me, measure, in);
    return sheets.of(me);
  }

  private void keepComparison(Member me, BenchJobs.Job j, UUID id) {
    if (measures.existsById(id)) {
      return;
    }
    TakeStill a = still(me, "first", j.of.get(0));
    TakeStill b = still(me, "second", j.of.get(1));
    PlateReading r = reading(j);
    PlateMeasure m = measure(me, id, a.takeId, b.takeId, "stills");
    m.firstStill = a.id;
    m.secondStill = b.id;
    m.comparison = r;
    keep(me, m, r.agrees(), r.verdict(), r.remedy());
  }

  private void keepPasses(Member me, BenchJobs.Job j, UUID id) {
    if (measures.existsById(id)) {
      return;
    }
    TakeClip a = clip(me, j.of.get(0));
    TakeClip b = clip(me, j.of.get(1));
    PassMatch p = passes(j);
    PlateMeasure m = measure(me, id, a.takeId, b.takeId, "clips");
    m.firstClip = a.id;
    m.secondClip = b.id;
    m.passes = p;
    keep(me, m, p.agrees(), p.verdict(), p.remedy());
  }

  private PlateMeasure measure(Member me, UUID id, UUID firstTake, UUID secondTake, String what) {
    TakeEntry first = takes.findById(firstTake).orElseThrow();
    TakeEntry second = takes.findById(secondTake).orElseThrow();
    if (first.id.equals(second.id)) {
      throw new InvalidInput(
          "job", "compares two " + what + " of one take; it is no evidence for a set");
    }
    if (!first.setupId.equals(second.setupId)) {
      throw new InvalidInput(
          "job", "compares takes of two setups; only takes of one set are held against each other");
    }
    PlateMeasure m = new PlateMeasure();
    m.id = id;
    m.productionId = me.productionId();
    m.setupId = second.setupId;
    m.firstTake = first.id;
    m.secondTake = second.id;
    return m;
  }

  private void keep(Member me, PlateMeasure m, boolean agrees, String verdict, String remedy) {
    m.agrees = agrees;
    m.verdict = verdict;
    m.remedy = remedy;
    m.keptBy = me.name();
    m.keptAt = clock.instant();
    measures.saveAndFlush(m);
    TakeEntry first = takes.findById(m.firstTake).orElseThrow();
    TakeEntry second = takes.findById(m.secondTake).orElseThrow();
    journal.record(
        me,
        agrees ? "measured: agrees" : "measured: does not agree",
        "take",
        second.id.toString(),
        second.slate + " take " + second.number + " against take " + first.number + ": " + verdict,
        Journal.Touches.setup(m.setupId));
  }

  private void keepZones(Member me, BenchJobs.Job j, UUID id) {
    if (zones.existsById(id)) {
      return;
    }
    TakeClip c = clip(me, j.of.get(0));
    TakeZones z = new TakeZones();
    z.id = id;
    z.productionId = me.productionId();
    z.takeId = c.takeId;
    z.clipId = c.id;
    z.cleanStill = j.of.get(1);
    z.occupied = j.zones.frames();
    z.doubt = j.zones.doubt();
    z.keptBy = me.name();
    z.keptAt = clock.instant();
    zones.saveAndFlush(z);
    journal.record(
        me,
        "measured the zones",
        "take",
        c.takeId.toString(),
        c.frames + " frames",
        Journal.Touches.NOTHING);
  }

  /** A join as an SVG path; {@code from} is the number of the takes' first frame in the shot. */
  public byte[] joinSvg(Member me, UUID job, int from) {
    InvalidInput.within("from", (long) from, 0, MOST_FRAME);
    return BenchFiles.joinSvg(joined(me, job), from);
  }

  /** A join as JSON; {@code from} is the number of the takes' first frame in the shot. */
  public byte[] joinJson(Member me, UUID job, int from) {
    InvalidInput.within("from", (long) from, 0, MOST_FRAME);
    return BenchFiles.joinJson(joined(me, job), from);
  }

  private BenchJobs.Job joined(Member me, UUID job) {
    BenchJobs.Job j = jobs.find(me.productionId(), job);
    if (j.join == null) {
      throw new NoSuchElementException("This measurement has no join.");
    }
    return j;
  }

  /** What lays the second still on the first, as JSON. */
  public byte[] layBack(Member me, UUID job) {
    return Json.MAPPER.writeValueAsBytes(BenchFiles.layBack(laidBack(me, job)));
  }

  /** The grade of the second still as a colour correction. */
  public byte[] grade(Member me, UUID job) {
    return laidBack(me, job).cdl(job.toString()).getBytes(StandardCharsets.UTF_8);
  }

  private LayBack laidBack(Member me, UUID job) {
    BenchJobs.Job j = jobs.find(me.productionId(), job);
    if (j.comparison == null) {
      throw new NoSuchElementException("This measurement is not of two stills.");
    }
    return LayBack.of(j.comparison);
  }

  /** Every frame of a clip that was watched, or of two clips, as CSV. */
  public byte[] framesCsv(Member me, UUID job) {
    BenchJobs.Job j = followed(me, job);
    return (j.watch != null ? j.watch.csv() : j.passes.csv()).getBytes(StandardCharsets.UTF_8);
  }

  /** The same as JSON, with what was found. */
  public byte[] framesJson(Member me, UUID job) {
    BenchJobs.Job j = followed(me, job);
    return j.watch != null ? BenchFiles.watchJson(j.watch) : BenchFiles.passesJson(j.passes);
  }

  private BenchJobs.Job followed(Member me, UUID job) {
    BenchJobs.Job j = jobs.find(me.productionId(), job);
    if (j.watch == null && j.passes == null) {
      throw new NoSuchElementException("This measurement is not of a clip frame by frame.");
    }
    return j;
  }

  /** Masks that are drawn as they are sent. */
  public record Masks(List<PlateZones.Occupied> frames, int width, int height, int from) {
    void write(OutputStream to) throws IOException {
      BenchFiles.masks(frames, width, height, from, to);
    }
  }

  /** Where somebody is, as masks; {@code from} is the number of the take's first frame. */
  public Masks masks(Member me, UUID job, int from) {
    InvalidInput.within("from", (long) from, 0, MOST_FRAME);
    BenchJobs.Job j = jobs.find(me.productionId(), job);
    if (j.zones == null) {
      throw new NoSuchElementException("This measurement has no zones.");
    }
    TakeClip c = clip(me, j.of.get(0));
    return new Masks(j.zones.frames(), c.width, c.height, from);
  }

  /** What was measured, held to the limits that its set has now. */
  private PlateReading reading(BenchJobs.Job j) {
    return PlateReading.of(j.comparison.held(limits(j)));
  }

  private PassMatch passes(BenchJobs.Job j) {
    return j.passes.held(limits(j));
  }

  private Limits limits(BenchJobs.Job j) {
    return BenchSheets.view(setLimits.findById(j.setup).orElse(null)).limits();
  }

  BenchJob view(BenchJobs.Job j) {
    boolean done = j.stand == BenchJobs.Stand.DONE;
    return new BenchJob(
        j.id,
        j.stand,
        j.share,
        j.doing,
        j.seconds(),
        j.field,
        j.fault,
        done && j.comparison != null ? PlateSheet.of(reading(j)) : null,
        done && j.comparison != null && j.comparison.sure() && j.comparison.graded(),
        done ? j.join : null,
        done ? j.watch : null,
        done && j.passes != null ? passes(j).sheet(true) : null,
        done && j.zones != null ? zones(j.zones) : null);
  }

  private static ZonesView zones(PlateZones.Measured m) {
    List<PlateZones.Occupied> o = m.frames();
    return new ZonesView(
        o.size(),
        m.words(),
        o.stream().map(x -> new ZoneFrame(x.frame(), x.covered(), x.boxes())).toList(),
        o.stream().allMatch(PlateZones.Occupied::empty)
            ? List.of()
            : PlateZones.zones(o, 1, PlateZones.MARGIN));
  }

  private TakeStill still(Member me, String field, UUID id) {
    if (id == null) {
      throw new InvalidInput(field, "must be a still");
    }
    return stills.require(id, me.productionId());
  }

  private TakeClip clip(Member me, UUID id) {
    if (id == null) {
      throw new InvalidInput("clip", "must be given");
    }
    return clips.require(id, me.productionId());
  }
}
