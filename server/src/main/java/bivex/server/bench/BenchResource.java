package bivex.server.bench;

import static bivex.core.crew.Role.ARTIST;
import static bivex.core.crew.Role.COORDINATOR;
import static bivex.core.crew.Role.FLOOR;
import static bivex.core.crew.Role.PRODUCER;

import bivex.core.InvalidInput;
import bivex.core.picture.Picture;
import bivex.core.plate.JoinPlan;
import bivex.core.plate.LightMatch;
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
import bivex.server.access.Allowed;
import bivex.server.access.Member;
import bivex.server.http.Download;
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
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.NoSuchElementException;
import java.util.UUID;
import java.util.stream.IntStream;
import org.springframework.http.ResponseEntity;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/**
 * The bench: plates laid over each other, joins, zones and takes watched; what is found becomes
 * evidence when somebody keeps it.
 */
@RestController
@RequestMapping("/api/productions/{production}/bench")
public class BenchResource {
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

  private final Clock clock;

  BenchResource(
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
      Clock clock) {
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
      PlateJoin join,
      TakeWatch watch,
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
  @GetMapping
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
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
  @PutMapping("/setups/{setup}/limits")
  @Allowed({PRODUCER, COORDINATOR})
  @Transactional
  public BenchSheets.BenchSheet limit(
      @PathVariable UUID setup,
      Member me,
      @RequestHeader("If-Match") String ifMatch,
      @RequestBody LimitsChange in) {
    Setup s =
        setups
            .findByIdAndProductionId(setup, me.productionId())
            .orElseThrow(() -> new NoSuchElementException("There is no such setup."));
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
  @PostMapping("/comparisons")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  @Transactional(readOnly = true)
  public BenchJob compare(Member me, @RequestBody NewComparison in) {
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
    Picture first = pictures.read(store.find(a.hash));
    j.at(0.06, "reading the second plate");
    Picture second = pictures.read(store.find(b.hash));
    j.comparison = PlateComparison.of(first, second, Limits.USUAL, j::at, () -> j.cancelled);
  }

  /** One place of two stills under the magnifier, as both were recorded. */
  @GetMapping("/spot")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  @Transactional(readOnly = true)
  public PlateSpot spot(
      Member me,
      @RequestParam UUID first,
      @RequestParam UUID second,
      @RequestParam int x,
      @RequestParam int y)
      throws IOException {
    return PlateSpot.of(
        x,
        y,
        pictures.patch(store.find(still(me, "first", first).hash), x, y, PlateSpot.SIDE),
        pictures.patch(store.find(still(me, "second", second).hash), x, y, PlateSpot.SIDE));
  }

  /** Looks for the join that is seen least between two plates. */
  @PostMapping("/joins")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  @Transactional(readOnly = true)
  public BenchJob join(Member me, @RequestBody NewJoin in) {
    TakeStill a = still(me, "left", in.left());
    TakeStill b = still(me, "right", in.right());
    PlateComparison.mustFit(a.width, a.height, b.width, b.height);
    double slope =
        in.slopePx() == null
            ? JoinPlan.USUAL_SLOPE_PX
            : InvalidInput.within("slopePx", in.slopePx(), 0, 500);
    double drift =
        in.driftStops() == null ? 0 : InvalidInput.within("driftStops", in.driftStops(), -10, 10);
    List<PlateZones.Occupied> left = occupied(me, a.takeId);
    List<PlateZones.Occupied> right = occupied(me, b.takeId);
    var rates = me.production().effortRates;
    UUID setup = takes.findById(b.takeId).orElseThrow().setupId;
    return view(
        jobs.start(
            me.productionId(),
            List.of(a.id, b.id),
            setup,
            j -> {
              j.at(0.02, "reading the plates");
              Picture first = pictures.read(store.find(a.hash));
              Picture second = pictures.read(store.find(b.hash));
              j.comparison =
                  PlateComparison.of(
                      first,
                      second,
                      Limits.USUAL,
                      (s, d) -> j.at(0.1 + 0.6 * s, d),
                      () -> j.cancelled);
              j.at(0.75, "looking for the join");
              j.join = PlateJoin.of(first, second, j.comparison, left, right, slope, drift, rates);
            }));
  }

  private List<PlateZones.Occupied> occupied(Member me, UUID take) {
    return zones
        .findFirstByTakeIdAndProductionIdOrderByKeptAtDesc(take, me.productionId())
        .map(z -> z.occupied)
        .orElse(List.of());
  }

  /**
   * Watches a clip frame by frame: flicker, drift, and the frame in which the camera was touched.
   */
  @PostMapping("/watches")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  @Transactional(readOnly = true)
  public BenchJob watch(Member me, @RequestBody NewWatch in) {
    TakeClip c = clip(me, in.clip());
    return view(
        jobs.start(
            me.productionId(),
            List.of(c.id),
            j -> {
              TakeWatch.Watcher w = new TakeWatch.Watcher((double) c.width / Frames.WATCH_WIDTH);
              frames.watch(
                  store.find(c.hash),
                  c.width,
                  c.height,
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
  @PostMapping("/zones")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  @Transactional(readOnly = true)
  public BenchJob zones(Member me, @RequestBody NewZones in) {
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
              Picture empty = frames.small(store.find(clean.hash), c.width, c.height);
              PlateZones.Follower follower = new PlateZones.Follower(empty);
              frames.watch(
                  store.find(c.hash),
                  c.width,
                  c.height,
                  (n, p) -> {
                    follower.frame(p);
                    j.at(
                        Math.min(0.99, (n + 1.0) / c.frames),
                        "frame " + (n + 1) + " of " + c.frames);
                  },
                  () -> j.cancelled);
              j.occupied = follower.done();
            }));
  }

  /** How far a measurement is, and what it found. */
  @GetMapping("/jobs/{job}")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public BenchJob job(@PathVariable UUID job, Member me) {
    return view(jobs.find(me.productionId(), job));
  }

  /** Stops a measurement. */
  @DeleteMapping("/jobs/{job}")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public BenchJob cancel(@PathVariable UUID job, Member me) {
    BenchJobs.Job j = jobs.find(me.productionId(), job);
    j.cancel();
    return view(j);
  }

  /** The squares of a comparison, for the maps. */
  @GetMapping("/jobs/{job}/squares")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public SquaresView squares(@PathVariable UUID job, Member me) {
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

  private static List<Integer> thousandths(float[] v) {
    List<Integer> out = new ArrayList<>(v.length);
    for (float x : v) {
      out.add(Float.isNaN(x) ? null : Integer.valueOf(Math.round(x * 1000)));
    }
    return out;
  }

  /** Keeps a comparison as evidence on both takes and their set, or the zones of a take. */
  @PostMapping("/jobs/{job}/kept")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  @Transactional
  public BenchSheets.BenchSheet keep(@PathVariable UUID job, Member me, @RequestBody NewKept in) {
    BenchJobs.Job j = jobs.find(me.productionId(), job);
    if (in.id() == null) {
      throw new InvalidInput("id", "must be given");
    }
    if (j.stand != BenchJobs.Stand.DONE || j.comparison == null && j.occupied == null) {
      throw new InvalidInput("job", "has nothing that could be kept");
    }
    if (j.comparison != null) {
      keepComparison(me, j, in.id());
    } else {
      keepZones(me, j, in.id());
    }
    return sheets.of(me);
  }

  private void keepComparison(Member me, BenchJobs.Job j, UUID id) {
    if (measures.existsById(id)) {
      return;
    }
    TakeStill a = still(me, "first", j.of.get(0));
    TakeStill b = still(me, "second", j.of.get(1));
    TakeEntry first = takes.findById(a.takeId).orElseThrow();
    TakeEntry second = takes.findById(b.takeId).orElseThrow();
    if (first.id.equals(second.id)) {
      throw new InvalidInput("job", "compares two stills of one take; it is no evidence for a set");
    }
    if (!first.setupId.equals(second.setupId)) {
      throw new InvalidInput(
          "job", "compares takes of two setups; only takes of one set are held against each other");
    }
    PlateReading r = reading(j);
    PlateMeasure m = new PlateMeasure();
    m.id = id;
    m.productionId = me.productionId();
    m.setupId = second.setupId;
    m.firstTake = first.id;
    m.secondTake = second.id;
    m.firstStill = a.id;
    m.secondStill = b.id;
    m.agrees = r.agrees();
    m.verdict = r.verdict();
    m.remedy = r.remedy();
    m.comparison = r;
    m.keptBy = me.name();
    m.keptAt = clock.instant();
    measures.saveAndFlush(m);
    journal.record(
        me,
        m.agrees ? "measured: agrees" : "measured: does not agree",
        "take",
        second.id.toString(),
        second.slate
            + " take "
            + second.number
            + " against take "
            + first.number
            + ": "
            + m.verdict,
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
    z.occupied = j.occupied;
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

  /**
   * The join as an SVG path over the frame.
   *
   * @param from number of the takes' first frame in the shot
   */
  @GetMapping("/jobs/{job}/join.svg")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public ResponseEntity<byte[]> joinSvg(
      @PathVariable UUID job, Member me, @RequestParam(defaultValue = "0") int from) {
    InvalidInput.within("from", (long) from, 0, MOST_FRAME);
    BenchJobs.Job j = joined(me, job);
    int w = j.comparison.width();
    int h = j.comparison.height();
    StringBuilder b =
        new StringBuilder(
            "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\""
                + w
                + "\" height=\""
                + h
                + "\" viewBox=\"0 0 "
                + w
                + " "
                + h
                + "\">\n");
    if (j.join.moving().isEmpty()) {
      b.append("<path id=\"join\" d=\"")
          .append(j.join.svg())
          .append("\" fill=\"none\" stroke=\"#000\" stroke-width=\"2\"/>\n");
    }
    for (int f = 0; f < j.join.moving().size(); f++) {
      String x = String.format(java.util.Locale.ROOT, "%.1f", j.join.moving().get(f));
      b.append("<path id=\"frame-")
          .append(from + f)
          .append("\" d=\"M")
          .append(x)
          .append(" 0L")
          .append(x)
          .append(' ')
          .append(h)
          .append("\" fill=\"none\" stroke=\"#000\" stroke-width=\"2\"/>\n");
    }
    return Download.of(
        b.append("</svg>\n").toString().getBytes(StandardCharsets.UTF_8),
        "join.svg",
        "image/svg+xml");
  }

  /**
   * The join as JSON.
   *
   * @param from number of the takes' first frame in the shot
   */
  @GetMapping("/jobs/{job}/join.json")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public ResponseEntity<byte[]> joinJson(
      @PathVariable UUID job, Member me, @RequestParam(defaultValue = "0") int from) {
    InvalidInput.within("from", (long) from, 0, MOST_FRAME);
    BenchJobs.Job j = joined(me, job);
    Map<String, Object> out = new LinkedHashMap<>();
    out.put("width", j.comparison.width());
    out.put("height", j.comparison.height());
    out.put("unit", "px from the left top");
    out.put("firstFrame", from);
    out.put("kind", j.join.kind().name().toLowerCase(java.util.Locale.ROOT));
    out.put("points", j.join.points());
    out.put("featherPx", j.join.featherPx());
    out.put("fadeFrames", j.join.fadeFrames());
    out.put(
        "frames",
        IntStream.range(0, j.join.moving().size())
            .mapToObj(
                f -> Map.of("frame", from + f, "x", Math.round(j.join.moving().get(f) * 10) / 10.0))
            .toList());
    out.put("crossingFrames", j.join.crossing().stream().map(f -> from + f).toList());
    out.put(
        "rightPlate",
        Map.of(
            "dx",
            j.comparison.found().dx(),
            "dy",
            j.comparison.found().dy(),
            "degrees",
            j.comparison.found().degrees(),
            "scale",
            j.comparison.found().scale(),
            "gradeStops",
            -j.comparison.light().stops()));
    return Download.of(Json.MAPPER.writeValueAsBytes(out), "join.json", "application/json");
  }

  private BenchJobs.Job joined(Member me, UUID job) {
    BenchJobs.Job j = jobs.find(me.productionId(), job);
    if (j.join == null) {
      throw new NoSuchElementException("This measurement has no join.");
    }
    return j;
  }

  /** What was measured, held to the limits that its set has now. */
  private PlateReading reading(BenchJobs.Job j) {
    return PlateReading.of(
        j.comparison.held(BenchSheets.view(setLimits.findById(j.setup).orElse(null)).limits()));
  }

  private BenchJob view(BenchJobs.Job j) {
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
        done ? j.join : null,
        done ? j.watch : null,
        done && j.occupied != null ? zones(j.occupied) : null);
  }

  private static ZonesView zones(List<PlateZones.Occupied> o) {
    return new ZonesView(
        o.size(),
        PlateZones.words(o),
        o.stream().map(x -> new ZoneFrame(x.frame(), x.covered(), x.boxes())).toList(),
        o.stream().allMatch(PlateZones.Occupied::empty)
            ? List.of()
            : PlateZones.zones(o, 1, PlateZones.MARGIN));
  }

  private TakeStill still(Member me, String field, UUID id) {
    if (id == null) {
      throw new InvalidInput(field, "must be a still");
    }
    return stills
        .findByIdAndProductionId(id, me.productionId())
        .orElseThrow(() -> new NoSuchElementException("There is no such still."));
  }

  private TakeClip clip(Member me, UUID id) {
    if (id == null) {
      throw new InvalidInput("clip", "must be given");
    }
    return clips
        .findByIdAndProductionId(id, me.productionId())
        .orElseThrow(() -> new NoSuchElementException("There is no such clip."));
  }
}
