package bivex.server.bench;

import static bivex.core.crew.Role.ARTIST;
import static bivex.core.crew.Role.COORDINATOR;
import static bivex.core.crew.Role.FLOOR;
import static bivex.core.crew.Role.PRODUCER;

import bivex.server.access.Allowed;
import bivex.server.access.Member;
import bivex.server.http.Download;
import bivex.server.http.Json;
import java.nio.charset.StandardCharsets;
import java.util.Locale;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/**
 * Throws: where the thrown thing is in some frames of each take, which take goes with which, and
 * the way of the replacement.
 */
@RestController
@RequestMapping("/api/productions/{production}")
public class ThrowResource {
  private final ThrowDesk throwing;

  ThrowResource(ThrowDesk throwing) {
    this.throwing = throwing;
  }

  /** Marks the thing in some frames of a take; the whole set of marks is sent each time. */
  @PutMapping("/takes/{take}/throw")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public BenchSheets.ThrowPathView mark(
      @PathVariable UUID take,
      Member me,
      @RequestHeader("If-Match") String ifMatch,
      @RequestBody ThrowDesk.NewThrowPath in) {
    return throwing.mark(take, me, ifMatch, in);
  }

  /** Every take of the throw with every take of the catch, best first. */
  @GetMapping("/shots/{shot}/throws")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public ThrowDesk.PairsView pairs(@PathVariable UUID shot, Member me) {
    return throwing.pairs(shot, me);
  }

  /**
   * The way of the replacement for a pair.
   *
   * @param handOver frame of the throw; left out for the top of its arc
   */
  @GetMapping("/throws/{giver}/{receiver}")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public ThrowDesk.FlightView flight(
      @PathVariable UUID giver,
      @PathVariable UUID receiver,
      Member me,
      @RequestParam(required = false) Double handOver) {
    return throwing.flight(giver, receiver, me, handOver);
  }

  /** The same as a table: frame, x, y. */
  @GetMapping(path = "/throws/{giver}/{receiver}/path.csv", produces = Download.CSV)
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public ResponseEntity<byte[]> csv(
      @PathVariable UUID giver,
      @PathVariable UUID receiver,
      Member me,
      @RequestParam(required = false) Double handOver) {
    ThrowDesk.FlightView f = flight(giver, receiver, me, handOver);
    String rows =
        f.way().stream()
            .map(s -> String.format(Locale.ROOT, "%.0f,%.2f,%.2f", s.frame(), s.x(), s.y()))
            .collect(Collectors.joining("\r\n", "frame,x,y\r\n", "\r\n"));
    return Download.of(
        rows.getBytes(StandardCharsets.UTF_8), "replacement.csv", "text/csv;charset=UTF-8");
  }

  /** The same as JSON. */
  @GetMapping(path = "/throws/{giver}/{receiver}/path.json", produces = Download.JSON)
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public ResponseEntity<byte[]> json(
      @PathVariable UUID giver,
      @PathVariable UUID receiver,
      Member me,
      @RequestParam(required = false) Double handOver) {
    return Download.of(
        Json.MAPPER.writeValueAsBytes(flight(giver, receiver, me, handOver)),
        "replacement.json",
        "application/json");
  }
}
