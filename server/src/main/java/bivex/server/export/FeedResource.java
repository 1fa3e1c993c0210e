package bivex.server.export;

import static bivex.core.crew.Role.ARTIST;
import static bivex.core.crew.Role.COORDINATOR;
import static bivex.core.crew.Role.FLOOR;
import static bivex.core.crew.Role.PRODUCER;

import bivex.server.access.Allowed;
import bivex.server.access.Anyone;
import bivex.server.access.Member;
import bivex.server.http.Download;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The days of a person for the calendar they live by. */
@RestController
@RequestMapping("/api")
public class FeedResource {
  private final FeedDesk feeds;

  FeedResource(FeedDesk feeds) {
    this.feeds = feeds;
  }

  /** Whether whoever asks has an address, and when it was asked for last. */
  @GetMapping("/productions/{production}/yours/feed")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public FeedDesk.FeedView feed(Member me) {
    return feeds.feed(me);
  }

  /** Makes an address, told this once; one that was there before ends. */
  @PostMapping("/productions/{production}/yours/feed")
  @ResponseStatus(HttpStatus.CREATED)
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public FeedDesk.FeedMade make(Member me) {
    return feeds.make(me);
  }

  /** Ends it. */
  @DeleteMapping("/productions/{production}/yours/feed")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public void end(Member me) {
    feeds.end(me);
  }

  /** The calendar at a secret address (RFC 5545). */
  @GetMapping(path = "/feeds/{token}.ics", produces = Download.CALENDAR)
  @Anyone
  public ResponseEntity<byte[]> calendar(@PathVariable String token) {
    ResponseEntity<byte[]> file = Download.of(feeds.calendar(token), "days.ics", Download.CALENDAR);
    return ResponseEntity.status(file.getStatusCode())
        .headers(file.getHeaders())
        .cacheControl(CacheControl.noStore())
        .body(file.getBody());
  }
}
