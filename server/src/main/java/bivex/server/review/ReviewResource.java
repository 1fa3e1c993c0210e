package bivex.server.review;

import static bivex.core.crew.Role.ARTIST;
import static bivex.core.crew.Role.COORDINATOR;
import static bivex.core.crew.Role.FLOOR;
import static bivex.core.crew.Role.GUEST;
import static bivex.core.crew.Role.PRODUCER;

import bivex.server.access.Allowed;
import bivex.server.access.Member;
import bivex.server.http.Download;
import bivex.server.media.MediaStore;
import bivex.server.media.Sandboxed;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.UUID;
import org.springframework.core.io.Resource;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;

/**
 * Versions, notes and verdicts. A guest sees and notes the shots they are invited to, and nothing
 * else.
 */
@RestController
@RequestMapping("/api/productions/{production}")
public class ReviewResource {
  private final Reviews reviews;
  private final CheckDesk checks;
  private final MediaStore store;

  ReviewResource(Reviews reviews, CheckDesk checks, MediaStore store) {
    this.reviews = reviews;
    this.checks = checks;
    this.store = store;
  }

  @GetMapping("/shots/{shot}/review")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST, GUEST})
  public Reviews.ReviewView review(@PathVariable UUID shot, Member me) {
    return reviews.review(shot, me);
  }

  /**
   * Label of every frame of a version, in order, so that a screen can tell the time of the frame it
   * shows.
   */
  @GetMapping("/versions/{version}/timecodes")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST, GUEST})
  public List<String> timecodes(@PathVariable UUID version, Member me) {
    return reviews.timecodes(version, me);
  }

  /** What the frames of a version show by themselves, and where it differs from an earlier one. */
  @GetMapping("/versions/{version}/check")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public CheckDesk.CheckView check(@PathVariable UUID version, Member me) {
    return checks.check(me, version);
  }

  /** How a frame differs from the same frame of another version, and where most. */
  @GetMapping("/versions/{version}/difference")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public CheckDesk.DifferenceView difference(
      @PathVariable UUID version,
      Member me,
      @RequestParam(required = false) UUID against,
      @RequestParam(required = false) Integer frame)
      throws IOException {
    return checks.difference(me, version, against, frame);
  }

  @PostMapping("/versions/{version}/notes")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST, GUEST})
  public Reviews.ReviewView note(
      @PathVariable UUID version, Member me, @RequestBody Reviews.NewNote in) {
    return reviews.note(version, me, in);
  }

  /**
   * Says something of a note: being done, answered in a version, met, open again, withdrawn.
   * Whether it is met says who gave it, or the producer for them.
   */
  @PostMapping("/notes/{note}/words")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST, GUEST})
  public Reviews.ReviewView say(
      @PathVariable UUID note, Member me, @RequestBody Reviews.NewNoteWord in) {
    return reviews.say(note, me, in);
  }

  @PostMapping("/versions/{version}/verdicts")
  @Allowed({PRODUCER})
  public Reviews.ReviewView verdict(
      @PathVariable UUID version, Member me, @RequestBody Reviews.NewVerdict in) {
    return reviews.verdict(version, me, in);
  }

  /** Shows a version to the guests of its shot, until a day or until it is ended. */
  @PostMapping("/versions/{version}/showings")
  @Allowed({PRODUCER, COORDINATOR})
  public Reviews.ReviewView show(
      @PathVariable UUID version, Member me, @RequestBody ClientDesk.NewShowing in) {
    return reviews.show(version, me, in);
  }

  /**
   * The client's word on a version: a guest's own, or what the house was told, with whose it is.
   */
  @PostMapping("/versions/{version}/client-words")
  @Allowed({PRODUCER, COORDINATOR, GUEST})
  public Reviews.ReviewView clientWord(
      @PathVariable UUID version, Member me, @RequestBody ClientDesk.NewClientWord in) {
    return reviews.clientWord(version, me, in);
  }

  /** Invites a guest of the production to a shot; asking twice does no harm. */
  @PostMapping("/shots/{shot}/guests")
  @Allowed({PRODUCER, COORDINATOR})
  public Reviews.ReviewView invite(
      @PathVariable UUID shot, Member me, @RequestBody Reviews.NewGuest in) {
    return reviews.invite(shot, me, in);
  }

  /** Takes in a version: kept only if it is what it says it is and can be shown. */
  @PostMapping(path = "/shots/{shot}/versions", consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
  @Allowed({PRODUCER, COORDINATOR, ARTIST})
  public Reviews.ReviewView upload(
      @PathVariable UUID shot,
      Member me,
      @RequestParam("file") MultipartFile file,
      @RequestParam(value = "note", required = false) String note,
      @RequestParam(value = "firstFrame", required = false) Integer firstFrame)
      throws IOException {
    try (InputStream in = file.getInputStream()) {
      return reviews.take(me, shot, in, file.getOriginalFilename(), note, firstFrame);
    }
  }

  /** Takes in a version that came in parts: kept only if it is what it says it is. */
  @PostMapping("/shots/{shot}/versions/uploaded")
  @Allowed({PRODUCER, COORDINATOR, ARTIST})
  public Reviews.ReviewView uploaded(
      @PathVariable UUID shot, Member me, @RequestBody Reviews.NewVersion in) throws IOException {
    reviews.take(me, shot, in);
    return reviews.review(shot, me);
  }

  /** Notes beside the file of a version, as a text track (WebVTT). */
  @GetMapping(path = "/versions/{version}/notes.vtt", produces = "text/vtt;charset=UTF-8")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST, GUEST})
  public ResponseEntity<byte[]> track(@PathVariable UUID version, Member me) {
    return Download.of(
        reviews.track(me, version).getBytes(StandardCharsets.UTF_8),
        "notes.vtt",
        "text/vtt;charset=UTF-8");
  }

  /** The file of a version as it came, to be saved; never for guests. */
  @GetMapping(
      path = "/versions/{version}/master",
      produces = MediaType.APPLICATION_OCTET_STREAM_VALUE)
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public ResponseEntity<Resource> master(@PathVariable UUID version, Member me) {
    Reviews.Master m = reviews.master(me, version);
    return Download.stored(store.find(m.hash()), m.name());
  }

  /** What of a version is looked at, in ranges, never as active content. */
  @GetMapping(
      path = "/versions/{version}/file",
      produces = {"video/*", "image/*"})
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST, GUEST})
  public ResponseEntity<Resource> file(@PathVariable UUID version, Member me) {
    return Sandboxed.file(store, reviews.file(me, version));
  }
}
