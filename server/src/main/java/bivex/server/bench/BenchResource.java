package bivex.server.bench;

import static bivex.core.crew.Role.ARTIST;
import static bivex.core.crew.Role.COORDINATOR;
import static bivex.core.crew.Role.FLOOR;
import static bivex.core.crew.Role.PRODUCER;

import bivex.core.plate.PlateSpot;
import bivex.server.access.Allowed;
import bivex.server.access.Member;
import bivex.server.http.Download;
import java.io.IOException;
import java.util.UUID;
import org.springframework.http.ResponseEntity;
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
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/**
 * The bench: plates laid over each other, joins, zones and takes watched; what is found becomes
 * evidence when somebody keeps it.
 */
@RestController
@RequestMapping("/api/productions/{production}/bench")
public class BenchResource {
  private final BenchDesk benchDesk;

  BenchResource(BenchDesk benchDesk) {
    this.benchDesk = benchDesk;
  }

  /** All match sets with what can be laid over each other and what was found. */
  @GetMapping
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public BenchSheets.BenchSheet sheet(Member me) {
    return benchDesk.sheet(me);
  }

  /**
   * Sets what still counts as the same in a match set. What was kept before stays, and says that it
   * was held to other limits.
   */
  @PutMapping("/setups/{setup}/limits")
  @Allowed({PRODUCER, COORDINATOR})
  public BenchSheets.BenchSheet limit(
      @PathVariable UUID setup,
      Member me,
      @RequestHeader("If-Match") String ifMatch,
      @RequestBody BenchDesk.LimitsChange in) {
    return benchDesk.limit(setup, me, ifMatch, in);
  }

  /**
   * Lays two stills over each other and holds them to the limits of the set of the second. The
   * answer is a measurement that waits its turn; ask for it until it is done.
   */
  @PostMapping("/comparisons")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public BenchDesk.BenchJob compare(Member me, @RequestBody BenchDesk.NewComparison in) {
    return benchDesk.compare(me, in);
  }

  /** One place of two stills under the magnifier, as both were recorded. */
  @GetMapping("/spot")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public PlateSpot spot(
      Member me,
      @RequestParam UUID first,
      @RequestParam UUID second,
      @RequestParam int x,
      @RequestParam int y)
      throws IOException {
    return benchDesk.spot(me, first, second, x, y);
  }

  /** Holds two clips against each other frame by frame, two passes of a move or two takes. */
  @PostMapping("/passes")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public BenchDesk.BenchJob passes(Member me, @RequestBody BenchDesk.NewPasses in) {
    return benchDesk.passes(me, in);
  }

  /** Looks for the join that is seen least between two plates. */
  @PostMapping("/joins")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public BenchDesk.BenchJob join(Member me, @RequestBody BenchDesk.NewJoin in) {
    return benchDesk.join(me, in);
  }

  /**
   * Watches a clip frame by frame: flicker, drift, and the frame in which the camera was touched.
   */
  @PostMapping("/watches")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public BenchDesk.BenchJob watch(Member me, @RequestBody BenchDesk.NewWatch in) {
    return benchDesk.watch(me, in);
  }

  /**
   * Measures the part of the frame that somebody occupies in every frame of a clip, against the
   * clean plate.
   */
  @PostMapping("/zones")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public BenchDesk.BenchJob zones(Member me, @RequestBody BenchDesk.NewZones in) {
    return benchDesk.zones(me, in);
  }

  /** How far a measurement is, and what it found. */
  @GetMapping("/jobs/{job}")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public BenchDesk.BenchJob job(@PathVariable UUID job, Member me) {
    return benchDesk.job(job, me);
  }

  /** Stops a measurement. */
  @DeleteMapping("/jobs/{job}")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public BenchDesk.BenchJob cancel(@PathVariable UUID job, Member me) {
    return benchDesk.cancel(job, me);
  }

  /** The squares of a comparison, for the maps. */
  @GetMapping("/jobs/{job}/squares")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public BenchDesk.SquaresView squares(@PathVariable UUID job, Member me) {
    return benchDesk.squares(job, me);
  }

  /** Keeps a comparison as evidence on both takes and their set, or the zones of a take. */
  @PostMapping("/jobs/{job}/kept")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public BenchSheets.BenchSheet keep(
      @PathVariable UUID job, Member me, @RequestBody BenchDesk.NewKept in) {
    return benchDesk.keep(job, me, in);
  }

  /** Agrees with or contradicts a measurement that was kept; it stays as it was measured. */
  @PostMapping("/measures/{measure}/words")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public BenchSheets.BenchSheet say(
      @PathVariable UUID measure, Member me, @RequestBody SightDesk.NewMeasureWord in) {
    return benchDesk.say(me, measure, in);
  }

  /**
   * The join as an SVG path over the frame.
   *
   * @param from number of the takes' first frame in the shot
   */
  @GetMapping(path = "/jobs/{job}/join.svg", produces = "image/svg+xml")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public ResponseEntity<byte[]> joinSvg(
      @PathVariable UUID job, Member me, @RequestParam(defaultValue = "0") int from) {
    return Download.of(benchDesk.joinSvg(me, job, from), "join.svg", "image/svg+xml");
  }

  /**
   * The join as JSON.
   *
   * @param from number of the takes' first frame in the shot
   */
  @GetMapping(path = "/jobs/{job}/join.json", produces = Download.JSON)
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public ResponseEntity<byte[]> joinJson(
      @PathVariable UUID job, Member me, @RequestParam(defaultValue = "0") int from) {
    return Download.of(benchDesk.joinJson(me, job, from), "join.json", "application/json");
  }

  /** What lays the second of two stills on the first: places, matrices, grade, as JSON. */
  @GetMapping(path = "/jobs/{job}/layback.json", produces = Download.JSON)
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public ResponseEntity<byte[]> layBack(@PathVariable UUID job, Member me) {
    return Download.of(benchDesk.layBack(me, job), "layback.json", Download.JSON);
  }

  /**
   * The grade that lays the second of two stills on the first, as a colour correction (ASC CDL).
   */
  @GetMapping(path = "/jobs/{job}/grade.cc", produces = Download.XML)
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public ResponseEntity<byte[]> grade(@PathVariable UUID job, Member me) {
    return Download.of(benchDesk.grade(me, job), "grade.cc", Download.XML);
  }

  /** Every frame of a watched clip, or of two clips held against each other, as CSV. */
  @GetMapping(path = "/jobs/{job}/frames.csv", produces = Download.CSV)
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public ResponseEntity<byte[]> framesCsv(@PathVariable UUID job, Member me) {
    return Download.of(benchDesk.framesCsv(me, job), "frames.csv", Download.CSV);
  }

  /** The same as JSON, with what was found in them. */
  @GetMapping(path = "/jobs/{job}/frames.json", produces = Download.JSON)
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public ResponseEntity<byte[]> framesJson(@PathVariable UUID job, Member me) {
    return Download.of(benchDesk.framesJson(me, job), "frames.json", Download.JSON);
  }

  /**
   * Where somebody is in every frame as masks, grey PNG in a ZIP.
   *
   * @param from number of the take's first frame in the shot
   */
  @GetMapping(path = "/jobs/{job}/masks.zip", produces = Download.ZIP)
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public ResponseEntity<StreamingResponseBody> masks(
      @PathVariable UUID job, Member me, @RequestParam(defaultValue = "0") int from) {
    BenchDesk.Masks masks = benchDesk.masks(me, job, from);
    return Download.streamed(masks::write, "masks.zip", Download.ZIP);
  }
}
