package bivex.server.bench;

import static bivex.core.crew.Role.ARTIST;
import static bivex.core.crew.Role.COORDINATOR;
import static bivex.core.crew.Role.FLOOR;
import static bivex.core.crew.Role.PRODUCER;

import bivex.core.InvalidInput;
import bivex.server.access.Allowed;
import bivex.server.access.Member;
import bivex.server.keep.ClipProxies;
import bivex.server.keep.ClipProxy;
import bivex.server.keep.TakeClip;
import bivex.server.keep.TakeClips;
import bivex.server.keep.TakeEntries;
import bivex.server.keep.TakeEntry;
import bivex.server.live.Journal;
import bivex.server.media.Frames;
import bivex.server.media.MediaProbe;
import bivex.server.media.MediaStore;
import bivex.server.media.Sandboxed;
import bivex.server.shoot.FloorSheets;
import bivex.server.shoot.StillResource;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.time.Clock;
import java.util.List;
import java.util.NoSuchElementException;
import java.util.UUID;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.core.io.Resource;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.transaction.annotation.Transactional;
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
  private final TakeEntries takes;
  private final TakeClips clips;
  private final MediaStore store;
  private final MediaProbe probe;
  private final Frames frames;
  private final StillResource stills;
  private final Journal journal;
  private final ClipProxies proxies;
  private final ProxyMaker maker;
  private final ApplicationEventPublisher events;

  private final Clock clock;

  ClipResource(
      TakeEntries takes,
      TakeClips clips,
      ClipProxies proxies,
      ProxyMaker maker,
      ApplicationEventPublisher events,
      MediaStore store,
      MediaProbe probe,
      Frames frames,
      StillResource stills,
      Journal journal,
      Clock clock) {
    this.clock = clock;
    this.takes = takes;
    this.clips = clips;
    this.proxies = proxies;
    this.maker = maker;
    this.events = events;
    this.store = store;
    this.probe = probe;
    this.frames = frames;
    this.stills = stills;
    this.journal = journal;
  }

  /**
   * @param id of the still, made by who asks
   * @param frame from 0
   */
  public record NewFrameStill(UUID id, Integer frame) {}

  /** Adds a clip to a take. */
  @PostMapping(path = "/takes/{take}/clips", consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  @Transactional
  public BenchSheets.ClipView add(
      @PathVariable UUID take,
      Member me,
      @RequestParam("file") MultipartFile file,
      @RequestParam(value = "caption", required = false) String caption)
      throws IOException {
    try (InputStream in = file.getInputStream()) {
      return add(me, take, caption, in, file.getOriginalFilename());
    }
  }

  /** Adds a clip from a stream. */
  @Transactional
  public BenchSheets.ClipView add(
      Member me, UUID take, String caption, InputStream in, String fileName) throws IOException {
    TakeEntry t =
        takes
            .findById(take)
            .filter(x -> x.productionId.equals(me.productionId()))
            .orElseThrow(() -> new NoSuchElementException("There is no such take."));
    MediaStore.Stored stored = store.receive(in);
    try {
      MediaProbe.Found found = probe.probe(stored.path(), fileName);
      if (found.facts().still()) {
        throw new InvalidInput(
            "file", "must be a clip, mp4 or webm; stills go to the stills of the take");
      }
      store.keep(stored);
      TakeClip c = new TakeClip();
      c.id = UUID.randomUUID();
      c.productionId = me.productionId();
      c.takeId = t.id;
      c.hash = stored.hash();
      c.type = found.type();
      c.width = found.facts().raster().width();
      c.height = found.facts().raster().height();
      c.rate = found.facts().rate().name();
      c.frames = found.facts().frames();
      c.caption = caption == null ? "" : caption.strip();
      c.addedBy = me.name();
      c.addedAt = clock.instant();
      clips.saveAndFlush(c);
      journal.record(
          me,
          "added a clip",
          "take",
          t.id.toString(),
          t.slate + " take " + t.number,
          Journal.Touches.NOTHING);
      events.publishEvent(new ProxyMaker.Added(c.id));
      return BenchSheets.view(c, null, maker);
    } finally {
      store.discard(stored);
    }
  }

  /** The clip itself, in parts as the player asks for them. */
  @GetMapping("/clips/{clip}/file")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  @Transactional(readOnly = true)
  public ResponseEntity<Resource> file(@PathVariable UUID clip, Member me) {
    TakeClip c = clip(me, clip);
    return Sandboxed.file(store.find(c.hash), c.type, c.hash);
  }

  /** A clip and how far its proxy is. */
  @GetMapping("/clips/{clip}")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  @Transactional(readOnly = true)
  public BenchSheets.ClipView clip(@PathVariable UUID clip, Member me) {
    return BenchSheets.view(clip(me, clip), proxies.findById(clip).orElse(null), maker);
  }

  /** The clip as browsers show it, in parts as the player asks for them. */
  @GetMapping("/clips/{clip}/proxy")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  @Transactional(readOnly = true)
  public ResponseEntity<Resource> proxy(@PathVariable UUID clip, Member me) {
    ClipProxy p = proxy(me, clip);
    return Sandboxed.file(store.find(p.hash), "video/mp4", p.hash);
  }

  /** Some of its frames side by side, as JPEG. */
  @GetMapping("/clips/{clip}/strip")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  @Transactional(readOnly = true)
  public ResponseEntity<Resource> strip(@PathVariable UUID clip, Member me) {
    ClipProxy p = proxy(me, clip);
    return Sandboxed.file(store.find(p.stripHash), "image/jpeg", p.stripHash);
  }

  private ClipProxy proxy(Member me, UUID clip) {
    return proxies
        .findByIdAndProductionId(clip, me.productionId())
        .filter(p -> p.hash != null)
        .orElseThrow(() -> new NoSuchElementException("This clip has no proxy yet."));
  }

  /** One frame of a clip, exact, as PNG. */
  @GetMapping("/clips/{clip}/frames/{frame}")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public ResponseEntity<byte[]> frame(@PathVariable UUID clip, @PathVariable int frame, Member me)
      throws IOException {
    return ResponseEntity.ok()
        .contentType(MediaType.IMAGE_PNG)
        .cacheControl(CacheControl.maxAge(java.time.Duration.ofDays(30)).cachePrivate())
        .header("Content-Security-Policy", "sandbox; default-src 'none'")
        .body(frames.png(store.find(clip(me, clip).hash), frame));
  }

  /** Pulls a frame of a clip as a still of its take. */
  @PostMapping("/clips/{clip}/stills")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  @Transactional
  public List<FloorSheets.StillView> still(
      @PathVariable UUID clip, Member me, @RequestBody NewFrameStill in) throws IOException {
    TakeClip c = clip(me, clip);
    if (in.id() == null || in.frame() == null) {
      throw new InvalidInput(in.id() == null ? "id" : "frame", "must be given");
    }
    byte[] png = frames.png(store.find(c.hash), in.frame());
    return stills.add(
        me, c.takeId, in.id(), "frame " + in.frame(), new ByteArrayInputStream(png), "frame.png");
  }

  private TakeClip clip(Member me, UUID clip) {
    return clips
        .findByIdAndProductionId(clip, me.productionId())
        .orElseThrow(() -> new NoSuchElementException("There is no such clip."));
  }
}
