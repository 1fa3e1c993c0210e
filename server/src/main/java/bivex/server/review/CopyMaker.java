package bivex.server.review;

import bivex.core.InvalidInput;
import bivex.core.review.BurnIn;
import bivex.core.review.Showing;
import bivex.server.keep.Shots;
import bivex.server.keep.ShowingEntries;
import bivex.server.keep.ShowingEntry;
import bivex.server.keep.ShownCopies;
import bivex.server.keep.ShownCopy;
import bivex.server.keep.VersionEntries;
import bivex.server.keep.VersionEntry;
import bivex.server.live.Journal;
import bivex.server.media.Background;
import bivex.server.media.Frames;
import bivex.server.media.MediaProbe;
import bivex.server.media.MediaStore;
import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.LocalDate;
import java.util.Collection;
import java.util.HashMap;
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
 * Makes copies of versions: for the house of what browsers do not play, for guests smaller ones
 * with what they are written into each frame. What was not finished when the application was
 * stopped is made after its next start; what cannot be made says why and is not tried again.
 */
@Component
public class CopyMaker {
  private static final Logger LOG = LoggerFactory.getLogger(CopyMaker.class);
  private final ShownCopies copies;
  private final ShowingEntries showings;
  private final VersionEntries versions;
  private final Shots shots;
  private final MediaStore store;
  private final MediaProbe probe;
  private final Frames frames;
  private final ApplicationEventPublisher events;
  private final Clock clock;
  private final Map<UUID, Double> shares = new ConcurrentHashMap<>();
  private final Background worker = new Background("copies of versions");

  CopyMaker(
      ShownCopies copies,
      ShowingEntries showings,
      VersionEntries versions,
      Shots shots,
      MediaStore store,
      MediaProbe probe,
      Frames frames,
      ApplicationEventPublisher events,
      Clock clock) {
    this.copies = copies;
    this.showings = showings;
    this.versions = versions;
    this.shots = shots;
    this.store = store;
    this.probe = probe;
    this.frames = frames;
    this.events = events;
    this.clock = clock;
  }

  /** A version is shown to guests, or has come in and is not played by browsers. */
  record Wanted(UUID version, boolean guests) {}

  @TransactionalEventListener
  void wanted(Wanted e) {
    worker.add(() -> make(e.version, e.guests));
  }

  @EventListener(ApplicationReadyEvent.class)
  void catchUp() {
    worker.add(() -> copies.missing().forEach(v -> worker.add(() -> make(v, false))));
    worker.add(() -> showings.shownOnce().forEach(v -> worker.add(() -> make(v, true))));
  }

  /** Copies of versions: the house's, and those guests are shown today. */
  record Copies(Map<UUID, ShownCopy> house, Map<UUID, ShownCopy> guests) {}

  /** Copies that are made, by version; those that are not yet are not in it. */
  Copies of(Collection<VersionEntry> of, Map<UUID, Showing> shown) {
    Copies out = new Copies(new HashMap<>(), new HashMap<>());
    copies
        .findByVersionIdIn(of.stream().map(v -> v.id).toList())
        .forEach(
            c -> {
              Showing s = shown.get(c.versionId);
              if (c.kind == ShownCopy.Kind.HOUSE) {
                out.house.put(c.versionId, c);
              } else if (s != null
                  && c.kind == ShownCopy.Kind.of(s.kind())
                  && c.shownOn.equals(day(s))) {
                out.guests.put(c.versionId, c);
              }
            });
    return out;
  }

  /** Why there is nothing to see yet; empty where there is. */
  String waits(UUID version, ShownCopy c) {
    return c == null
        ? "the copy to look at is being made, "
            + Math.round(shares.getOrDefault(version, 0.0) * 100)
            + " % is done"
        : c.hash == null ? "no copy could be made: " + c.fault : "";
  }

  private LocalDate day(Showing s) {
    return LocalDate.ofInstant(s.at(), clock.getZone());
  }

  private void make(UUID id, boolean guests) {
    VersionEntry v = versions.findById(id).orElse(null);
    Showing s =
        showings.findByVersionIdInOrderBySaidAt(List.of(id)).stream()
            .reduce((a, b) -> b)
            .map(ShowingEntry::showing)
            .orElse(null);
    if (v == null || guests && (s == null || s.kind() == Showing.Kind.ENDED)) {
      return;
    }
    Copies there = of(List.of(v), s == null ? Map.of() : Map.of(id, s));
    if ((guests ? there.guests : there.house).containsKey(id)) {
      return;
    }
    ShownCopy c = new ShownCopy();
    c.id = UUID.randomUUID();
    c.productionId = v.productionId;
    c.versionId = id;
    c.kind = guests ? ShownCopy.Kind.of(s.kind()) : ShownCopy.Kind.HOUSE;
    c.shownOn = guests ? day(s) : LocalDate.ofInstant(v.uploadedAt, clock.getZone());
    c.type = v.facts().still() ? "image/jpeg" : "video/mp4";
    c.fault = "";
    Path made = null;
    try {
      made = store.scratch(v.facts().still() ? ".jpg" : ".mp4");
      copy(v, guests ? s : null, made);
      c.bytes = Files.size(made);
      c.hash = store.keep(Files.newInputStream(made));
    } catch (InvalidInput | NoSuchElementException e) {
      c.fault = e.getMessage();
    } catch (IOException | RuntimeException e) {
      LOG.error("a copy of a version broke", e);
      c.fault = "making it broke; the server's log has the details";
    } finally {
      MediaStore.discard(made);
      shares.remove(id);
    }
    if (worker.closing() || !versions.existsById(id)) {
      return;
    }
    if (!c.fault.isEmpty()) {
      c.hash = null;
      c.bytes = 0;
    }
    c.madeAt = clock.instant();
    copies.saveAndFlush(c);
    events.publishEvent(
        new Journal.Changed(
            v.productionId,
            "version",
            id.toString(),
            "Bivex",
            c.fault.isEmpty() ? "made a copy of a version" : "could not copy a version",
            0,
            List.of()));
  }

  /**
   * @param s as what guests are shown it; null for the house
   */
  private void copy(VersionEntry v, Showing s, Path into) throws IOException {
    Path file = store.find(v.hash);
    int n =
        frames.copy(
            file,
            v.width,
            v.height,
            v.facts().still() ? null : probe.measured(file, v.fileName).recording(),
            v.facts().rate(),
            s == null
                ? null
                : BurnIn.of(
                    shots.findById(v.shotId).orElseThrow().code,
                    v.number,
                    s.kind(),
                    day(s),
                    v.firstFrame),
            into,
            done -> shares.put(v.id, Math.min(1, (double) done / v.frames)),
            worker::closing);
    // Notes are on frames: a copy that has others would put them elsewhere.
    if (!v.facts().still() && n != v.frames && !worker.closing()) {
      throw new InvalidInput("file", "gave " + n + " frames of " + v.frames);
    }
  }

  @PreDestroy
  void close() {
    worker.close();
  }
}
