package bivex.server.bench;

import bivex.core.InvalidInput;
import bivex.server.keep.ClipProxies;
import bivex.server.keep.ClipProxy;
import bivex.server.keep.TakeClip;
import bivex.server.keep.TakeClips;
import bivex.server.live.Journal;
import bivex.server.media.Background;
import bivex.server.media.Frames;
import bivex.server.media.MediaStore;
import jakarta.annotation.PreDestroy;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.List;
import java.util.Map;
import java.util.NoSuchElementException;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.event.TransactionalEventListener;

/**
 * Makes proxies of clips one after the other, at low priority and beside the measurements, which
 * never wait for them. What was not finished when the application was stopped is made after its
 * next start; what cannot be made says why and is not tried again.
 */
@Component
public class ProxyMaker {
  private static final Logger LOG = LoggerFactory.getLogger(ProxyMaker.class);
  private final TakeClips clips;
  private final ClipProxies proxies;
  private final MediaStore store;
  private final Frames frames;
  private final ApplicationEventPublisher events;
  private final Map<UUID, Double> shares = new ConcurrentHashMap<>();
  private final Background worker = new Background("proxies");
  private final Clock clock;

  ProxyMaker(
      TakeClips clips,
      ClipProxies proxies,
      MediaStore store,
      Frames frames,
      ApplicationEventPublisher events,
      Clock clock) {
    this.clock = clock;
    this.clips = clips;
    this.proxies = proxies;
    this.store = store;
    this.frames = frames;
    this.events = events;
  }

  /** A clip was added. */
  record Added(UUID clip) {}

  @TransactionalEventListener
  void added(Added e) {
    worker.add(() -> make(e.clip));
  }

  @EventListener(ApplicationReadyEvent.class)
  void catchUp() {
    worker.add(() -> clips.withoutProxy().forEach(c -> worker.add(() -> make(c))));
  }

  /** How much of a clip's proxy is made, 0 to 1. */
  double share(UUID clip) {
    return shares.getOrDefault(clip, 0.0);
  }

  private void make(UUID id) {
    TakeClip c = clips.findById(id).orElse(null);
    if (c == null || proxies.existsById(id)) {
      return;
    }
    ClipProxy p = new ClipProxy();
    p.id = id;
    p.productionId = c.productionId;
    p.fault = "";
    Path made = null;
    try {
      made = store.scratch(".mp4");
      p.frames =
          frames.proxy(
              store.find(c.hash),
              c.width,
              c.height,
              c.recording,
              made,
              n -> shares.put(id, Math.min(1, (double) n / c.frames)),
              worker::closing);
      p.hash = store.keep(Files.newInputStream(made));
      p.stripHash = store.keep(new ByteArrayInputStream(frames.strip(made, p.frames)));
    } catch (InvalidInput | NoSuchElementException e) {
      p.fault = e.getMessage();
    } catch (IOException | RuntimeException e) {
      LOG.error("a proxy broke", e);
      p.fault = "The proxy broke; the server's log has the details.";
    } finally {
      MediaStore.discard(made);
      shares.remove(id);
    }
    if (worker.closing()) {
      return;
    }
    if (!p.fault.isEmpty()) {
      p.hash = null;
      p.stripHash = null;
      p.frames = 0;
    }
    p.madeAt = clock.instant();
    proxies.saveAndFlush(p);
    events.publishEvent(
        new Journal.Changed(
            c.productionId,
            "clip",
            id.toString(),
            "Bivex",
            p.fault.isEmpty() ? "made the proxy of a clip" : "could not make the proxy of a clip",
            0,
            List.of()));
  }

  @PreDestroy
  void close() {
    worker.close();
  }
}
