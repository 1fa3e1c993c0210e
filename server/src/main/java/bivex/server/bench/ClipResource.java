package bivex.server.bench;

import static bivex.core.crew.Role.ARTIST;
import static bivex.core.crew.Role.COORDINATOR;
import static bivex.core.crew.Role.FLOOR;
import static bivex.core.crew.Role.PRODUCER;

import bivex.server.access.Allowed;
import bivex.server.access.Member;
import bivex.server.media.MediaStore;
import bivex.server.media.Sandboxed;
import bivex.server.shoot.FloorSheets;
import java.io.IOException;
import java.io.InputStream;
import java.util.List;
import java.util.UUID;
import org.springframework.core.io.Resource;
import org.springframework.http.CacheControl;
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

/** Clips of takes, and frames pulled from them. */
@RestController
@RequestMapping("/api/productions/{production}")
public class ClipResource {
  private final ClipDesk clipDesk;
  private final MediaStore store;
  private final Codings codings;

  ClipResource(ClipDesk clipDesk, MediaStore store, Codings codings) {
    this.clipDesk = clipDesk;
    this.store = store;
    this.codings = codings;
  }

  /** A clip and how far its proxy is. */
  @GetMapping("/clips/{clip}")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public BenchSheets.ClipView clip(@PathVariable UUID clip, Member me) {
    return clipDesk.clip(clip, me);
  }

  /** Pulls a frame of a clip as a still of its take. */
  @PostMapping("/clips/{clip}/stills")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public List<FloorSheets.StillView> still(
      @PathVariable UUID clip, Member me, @RequestBody ClipDesk.NewFrameStill in)
      throws IOException {
    return clipDesk.still(clip, me, in);
  }

  /** Adds a clip to a take. */
  @PostMapping(path = "/takes/{take}/clips", consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public BenchSheets.ClipView add(
      @PathVariable UUID take,
      Member me,
      @RequestParam("file") MultipartFile file,
      @RequestParam(value = "caption", required = false) String caption)
      throws IOException {
    try (InputStream in = file.getInputStream()) {
      return clipDesk.add(me, take, caption, in, file.getOriginalFilename());
    }
  }

  /** The clip itself, in parts as the player asks for them. */
  @GetMapping(path = "/clips/{clip}/file", produces = "video/*")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public ResponseEntity<Resource> file(@PathVariable UUID clip, Member me) {
    return Sandboxed.file(store, clipDesk.file(me, clip));
  }

  /** The clip as browsers show it, in parts as the player asks for them. */
  @GetMapping(path = "/clips/{clip}/proxy", produces = "video/*")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public ResponseEntity<Resource> proxy(@PathVariable UUID clip, Member me) {
    return Sandboxed.file(store, clipDesk.proxyFile(me, clip));
  }

  /** Some of its frames side by side, as JPEG. */
  @GetMapping(path = "/clips/{clip}/strip", produces = "image/*")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public ResponseEntity<Resource> strip(@PathVariable UUID clip, Member me) {
    return Sandboxed.file(store, clipDesk.strip(me, clip));
  }

  /** One frame of a clip, exact, as PNG. */
  @GetMapping(path = "/clips/{clip}/frames/{frame}", produces = MediaType.IMAGE_PNG_VALUE)
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public ResponseEntity<byte[]> frame(@PathVariable UUID clip, @PathVariable int frame, Member me)
      throws IOException {
    return ResponseEntity.ok()
        .contentType(MediaType.IMAGE_PNG)
        .cacheControl(CacheControl.maxAge(java.time.Duration.ofDays(30)).cachePrivate())
        .header("Content-Security-Policy", "sandbox; default-src 'none'")
        .body(clipDesk.frame(me, clip, frame));
  }

  /** Says how a still or a clip codes its light, or that it is as the file tells. */
  @PostMapping("/pictures/{picture}/coding")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public Codings.CodingView say(
      @PathVariable UUID picture, Member me, @RequestBody Codings.NewCoding in) {
    return codings.say(me, picture, in);
  }

  /** Says how the clips of this production code their light where nothing else is known. */
  @PostMapping("/coding")
  @Allowed({PRODUCER, COORDINATOR})
  public Codings.CodingView sayForAll(Member me, @RequestBody Codings.NewCoding in) {
    return codings.sayForAll(me, in);
  }
}
