package bivex.server.bench;

import bivex.core.InvalidInput;
import bivex.server.access.Member;
import bivex.server.keep.ClipProxies;
import bivex.server.keep.ClipProxy;
import bivex.server.keep.TakeClip;
import bivex.server.keep.TakeClips;
import bivex.server.keep.TakeEntries;
import bivex.server.keep.TakeEntry;
import bivex.server.live.Journal;
import bivex.server.media.Frames;
import bivex.server.media.Intake;
import bivex.server.media.MediaProbe;
import bivex.server.media.MediaStore;
import bivex.server.media.StoredFile;
import bivex.server.shoot.FloorSheets;
import bivex.server.shoot.Stills;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.time.Clock;
import java.util.List;
import java.util.NoSuchElementException;
import java.util.UUID;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Clips of takes, and frames pulled from them. */
@Component
public class ClipDesk {
  private final Intake intake;
  private final TakeEntries takes;

  private final TakeClips clips;

  private final MediaStore store;

  private final MediaProbe probe;

  private final Frames frames;

  private final Stills stills;

  private final Journal journal;

  private final ClipProxies proxies;

  private final ProxyMaker maker;

  private final ApplicationEventPublisher events;

  private final Codings codings;

  private final Clock clock;

  ClipDesk(
      Intake intake,
      TakeEntries takes,
      TakeClips clips,
      ClipProxies proxies,
      ProxyMaker maker,
      ApplicationEventPublisher events,
      MediaStore store,
      MediaProbe probe,
      Frames frames,
      Stills stills,
      Journal journal,
      Codings codings,
      Clock clock) {
    this.codings = codings;
    this.intake = intake;
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

  /** Adds a clip from a stream. */
  public BenchSheets.ClipView add(
      Member me, UUID take, String caption, InputStream in, String fileName) throws IOException {
    TakeEntry t =
        takes
            .findById(take)
            .filter(x -> x.productionId.equals(me.productionId()))
            .orElseThrow(() -> new NoSuchElementException("There is no such take."));
    return intake.take(
        in,
        file -> {
          MediaProbe.Found found = probe.measured(file, fileName);
          if (found.facts().still()) {
            throw new InvalidInput("file", "must be a clip; stills go to the stills of the take");
          }
          return found;
        },
        (stored, found) -> {
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
          c.recording = found.recording();
          c.curve = found.coding().curve();
          c.gamut = found.coding().gamut();
          c.caption = InvalidInput.words("caption", caption);
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
          return BenchSheets.view(c, null, maker, codings.clip(c));
        });
  }

  /** A clip and how far its proxy is. */
  @Transactional(readOnly = true)
  public BenchSheets.ClipView clip(UUID clip, Member me) {
    TakeClip c = clip(me, clip);
    return BenchSheets.view(c, proxies.findById(clip).orElse(null), maker, codings.clip(c));
  }

  private ClipProxy proxy(Member me, UUID clip) {
    return proxies
        .findByIdAndProductionId(clip, me.productionId())
        .filter(p -> p.hash != null)
        .orElseThrow(() -> new NoSuchElementException("This clip has no proxy yet."));
  }

  /** Pulls a frame of a clip as a still of its take. */
  public List<FloorSheets.StillView> still(UUID clip, Member me, NewFrameStill in)
      throws IOException {
    TakeClip c = clip(me, clip);
    if (in.id() == null || in.frame() == null) {
      throw new InvalidInput(in.id() == null ? "id" : "frame", "must be given");
    }
    byte[] png = frames.png(store.find(c.hash), in.frame(), c.recording);
    return stills.pulled(
        me,
        c.takeId,
        in.id(),
        "frame " + in.frame(),
        new ByteArrayInputStream(png),
        codings.clip(c));
  }

  /** One frame of a clip, exact, as PNG. */
  public byte[] frame(Member me, UUID clip, int frame) throws IOException {
    TakeClip c = clip(me, clip);
    return frames.png(store.find(c.hash), frame, c.recording);
  }

  private TakeClip clip(Member me, UUID clip) {
    return clips.require(clip, me.productionId());
  }

  /** The clip itself. */
  @Transactional(readOnly = true)
  public StoredFile file(Member me, UUID clip) {
    TakeClip c = clip(me, clip);
    return new StoredFile(c.hash, c.type);
  }

  /** The clip as browsers show it. */
  @Transactional(readOnly = true)
  public StoredFile proxyFile(Member me, UUID clip) {
    return new StoredFile(proxy(me, clip).hash, "video/mp4");
  }

  /** Some of its frames side by side. */
  @Transactional(readOnly = true)
  public StoredFile strip(Member me, UUID clip) {
    return new StoredFile(proxy(me, clip).stripHash, "image/jpeg");
  }
}
