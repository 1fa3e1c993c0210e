package bivex.server.review;

import bivex.core.InvalidInput;
import bivex.core.picture.Coding;
import bivex.core.picture.Picture;
import bivex.core.review.PictureCheck;
import bivex.core.review.PictureWatch;
import bivex.core.review.SoundHeard;
import bivex.core.review.VersionFacts;
import bivex.server.keep.Transactions;
import bivex.server.keep.VerdictEntries;
import bivex.server.keep.VerdictEntry;
import bivex.server.keep.VersionCheck;
import bivex.server.keep.VersionChecks;
import bivex.server.keep.VersionEntries;
import bivex.server.keep.VersionEntry;
import bivex.server.live.Journal;
import bivex.server.media.Background;
import bivex.server.media.Frames;
import bivex.server.media.Listening;
import bivex.server.media.MediaProbe;
import bivex.server.media.MediaStore;
import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Clock;
import java.util.List;
import java.util.Map;
import java.util.NoSuchElementException;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Collectors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.event.TransactionalEventListener;

/**
 * Watches every moving version once it has come in, against the last that was agreed before it,
 * else the one before. What was not finished when the application was stopped is watched after its
 * next start; what cannot be read says why and is not tried again.
 */
@Component
public class VersionWatcher {
  private static final Logger LOG = LoggerFactory.getLogger(VersionWatcher.class);
  private final Transactions transactions;
  private final VersionEntries versions;
  private final VersionChecks checks;
  private final VerdictEntries verdicts;
  private final MediaStore store;
  private final MediaProbe probe;
  private final Frames frames;
  private final Listening listening;
  private final ApplicationEventPublisher events;
  private final Clock clock;
  private final Map<UUID, Double> shares = new ConcurrentHashMap<>();
  private final Background worker = new Background("version checks");

  VersionWatcher(
      Transactions transactions,
      VersionEntries versions,
      VersionChecks checks,
      VerdictEntries verdicts,
      MediaStore store,
      MediaProbe probe,
      Frames frames,
      Listening listening,
      ApplicationEventPublisher events,
      Clock clock) {
    this.transactions = transactions;
    this.versions = versions;
    this.checks = checks;
    this.verdicts = verdicts;
    this.store = store;
    this.probe = probe;
    this.frames = frames;
    this.listening = listening;
    this.events = events;
    this.clock = clock;
  }

  /** A version came in. */
  record Arrived(UUID version) {}

  @TransactionalEventListener
  void arrived(Arrived e) {
    worker.add(() -> watch(e.version));
  }

  /** Goes on with what an earlier run has left. */
  @EventListener(ApplicationReadyEvent.class)
  public void catchUp() {
    worker.add(() -> versions.unwatched().forEach(v -> worker.add(() -> watch(v))));
    worker.add(() -> versions.readBefore(VersionEntry.CLIP_VERSION).forEach(this::readAgain));
  }

  /** What is read of a file today was not read of all that came in before. */
  private void readAgain(UUID id) {
    VersionEntry v = versions.findById(id).orElse(null);
    if (v == null || worker.closing()) {
      return;
    }
    try {
      VersionFacts f = probe.measured(store.find(v.hash), v.fileName).facts();
      // What was told before must be what is told now; else the file is not what came in.
      if (f.raster().equals(v.facts().raster()) && f.frames() == v.frames && f.clip() != null) {
        transactions.write(() -> versions.read(id, VersionEntry.kept(f.clip())));
      }
    } catch (IOException | RuntimeException e) {
      LOG.warn("a version could not be read again: {}", e.getMessage());
    }
  }

  /** How much of a version was watched, 0 to 1. */
  double share(UUID version) {
    return shares.getOrDefault(version, 0.0);
  }

  private void watch(UUID id) {
    VersionEntry v = versions.findById(id).orElse(null);
    if (v == null || v.facts().still() || checks.existsById(id)) {
      return;
    }
    VersionEntry then = earlier(v);
    VersionCheck c = new VersionCheck();
    c.id = id;
    c.productionId = v.productionId;
    c.against = then == null ? null : then.number;
    c.fault = "";
    try {
      c.found = watched(v, then);
      c.sound = listened(v);
    } catch (InvalidInput | NoSuchElementException e) {
      c.fault = e.getMessage();
    } catch (IOException | RuntimeException e) {
      LOG.error("a version could not be watched", e);
      c.fault = "Reading it broke; the server's log has the details.";
    } finally {
      shares.remove(id);
    }
    if (worker.closing() || !versions.existsById(id)) {
      return;
    }
    c.madeAt = clock.instant();
    checks.saveAndFlush(c);
    events.publishEvent(
        new Journal.Changed(
            v.productionId,
            "check",
            id.toString(),
            "Bivex",
            c.fault.isEmpty() ? "watched a version" : "could not watch a version",
            0,
            List.of()));
  }

  /** What it is held against; null where there is nothing. */
  private VersionEntry earlier(VersionEntry v) {
    Map<Integer, VersionEntry> all =
        versions.findByShotIdOrderByNumberDesc(v.shotId).stream()
            .collect(Collectors.toMap(x -> x.number, x -> x));
    Map<UUID, List<VerdictEntry>> said =
        verdicts
            .findByVersionIdInOrderBySaidAtDesc(all.values().stream().map(x -> x.id).toList())
            .stream()
            .collect(Collectors.groupingBy(x -> x.versionId));
    Integer against =
        PictureCheck.against(
            v.number,
            all.values().stream()
                .map(
                    x ->
                        new PictureCheck.Earlier(
                            x.number,
                            !x.facts().still(),
                            said.containsKey(x.id) ? said.get(x.id).get(0).verdict : null))
                .toList());
    return against == null ? null : all.get(against);
  }

  /** What is heard; null where there is no sound. */
  private SoundHeard listened(VersionEntry v) throws IOException {
    if (v.clip == null || v.clip.silent()) {
      return null;
    }
    try {
      return listening.heard(store.find(v.hash), worker::closing);
    } catch (InvalidInput e) {
      return new SoundHeard(null, null, List.of(), "it is damaged");
    }
  }

  private PictureCheck watched(VersionEntry v, VersionEntry then) throws IOException {
    PictureWatch w = new PictureWatch();
    try (Frames.Reel now = open(v);
        Frames.Reel old = then == null ? null : open(then)) {
      // Frames are held against those of the same number.
      int ahead = then == null ? 0 : v.firstFrame - then.firstFrame;
      for (int skip = 0; skip < ahead; skip++) {
        if (old.next() == null) {
          break;
        }
      }
      int n = 0;
      for (Picture p = now.next(); p != null && !worker.closing(); p = now.next()) {
        w.frame(p, old == null || n < -ahead ? null : old.next());
        shares.put(v.id, Math.min(1, (double) ++n / v.frames));
      }
    }
    return w.done(v.facts().rate());
  }

  /**
   * One frame of a version as it is watched.
   *
   * @param frame as the shot counts; of a still, any
   * @throws InvalidInput naming {@code frame} when it has none of that number
   */
  Picture frame(VersionEntry v, int frame) throws IOException {
    Path file = store.find(v.hash);
    MediaProbe.Found f = probe.measured(file, v.fileName);
    if (v.facts().still()) {
      return frames.small(file, Coding.shown(f.coding()), v.width, v.height);
    }
    int n = frame - v.firstFrame;
    if (n < 0 || n >= v.frames) {
      throw new InvalidInput("frame", "is not in version " + v.number);
    }
    return frames.one(file, n, v.width, v.height, f.recording(), Coding.shown(f.coding()));
  }

  /** The same as PNG, in the size of its file. */
  byte[] png(VersionEntry v, int frame) throws IOException {
    Path file = store.find(v.hash);
    return frames.png(
        file,
        v.facts().still() ? 0 : frame - v.firstFrame,
        v.facts().still() ? null : probe.measured(file, v.fileName).recording());
  }

  private Frames.Reel open(VersionEntry v) throws IOException {
    Path file = store.find(v.hash);
    MediaProbe.Found f = probe.measured(file, v.fileName);
    return frames.open(file, v.width, v.height, f.recording(), Coding.shown(f.coding()));
  }

  @PreDestroy
  void close() {
    worker.close();
  }
}
