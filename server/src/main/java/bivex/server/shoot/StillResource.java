package bivex.server.shoot;

import static bivex.core.crew.Role.ARTIST;
import static bivex.core.crew.Role.COORDINATOR;
import static bivex.core.crew.Role.FLOOR;
import static bivex.core.crew.Role.PRODUCER;

import bivex.core.InvalidInput;
import bivex.server.access.Allowed;
import bivex.server.access.Member;
import bivex.server.keep.TakeEntries;
import bivex.server.keep.TakeEntry;
import bivex.server.keep.TakeStill;
import bivex.server.keep.TakeStills;
import bivex.server.live.Journal;
import bivex.server.media.MediaProbe;
import bivex.server.media.MediaStore;
import bivex.server.media.PictureReader;
import bivex.server.media.Sandboxed;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.time.Clock;
import java.util.List;
import java.util.NoSuchElementException;
import java.util.UUID;
import org.springframework.core.io.Resource;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;

/** Stills of takes: from the device's camera, from a file, or from the camera on the set. */
@RestController
@RequestMapping("/api/productions/{production}")
public class StillResource {
  private final TakeEntries takes;
  private final TakeStills stills;
  private final MediaStore store;
  private final MediaProbe probe;
  private final PictureReader pictures;
  private final Journal journal;

  private final Clock clock;

  StillResource(
      TakeEntries takes,
      TakeStills stills,
      MediaStore store,
      MediaProbe probe,
      PictureReader pictures,
      Journal journal,
      Clock clock) {
    this.clock = clock;
    this.pictures = pictures;
    this.takes = takes;
    this.stills = stills;
    this.store = store;
    this.probe = probe;
    this.journal = journal;
  }

  /**
   * Adds a still.
   *
   * @param id made on the device; sending it again changes nothing
   */
  @PostMapping(path = "/takes/{take}/stills", consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
  @Allowed({PRODUCER, COORDINATOR, FLOOR})
  @Transactional
  public List<FloorSheets.StillView> add(
      @PathVariable UUID take,
      Member me,
      @RequestParam("id") UUID id,
      @RequestParam("file") MultipartFile file,
      @RequestParam(value = "caption", required = false) String caption)
      throws IOException {
    try (InputStream in = file.getInputStream()) {
      return add(me, take, id, caption, in, file.getOriginalFilename());
    }
  }

  /** Adds a still from a stream. */
  @Transactional
  public List<FloorSheets.StillView> add(
      Member me, UUID take, UUID id, String caption, InputStream in, String fileName)
      throws IOException {
    TakeEntry t =
        takes
            .findById(take)
            .filter(x -> x.productionId.equals(me.productionId()))
            .orElseThrow(() -> new NoSuchElementException("There is no such take."));
    var before = stills.findById(id);
    if (before.isPresent() && !before.get().takeId.equals(t.id)) {
      throw new InvalidInput("id", "belongs to another still");
    }
    if (before.isEmpty()) {
      MediaStore.Stored stored = store.receive(in);
      try {
        MediaProbe.Found found = probe.still(stored.path(), fileName);
        if (!found.facts().still()) {
          throw new InvalidInput("file", "must be a still: png, jpeg or tiff");
        }
        store.keep(stored);
        TakeStill s = new TakeStill();
        s.id = id;
        s.productionId = me.productionId();
        s.takeId = t.id;
        s.hash = stored.hash();
        s.type = found.type();
        s.previewHash =
            found.type().equals("image/tiff") ? preview(store.find(stored.hash())) : null;
        s.width = found.facts().raster().width();
        s.height = found.facts().raster().height();
        s.caption = caption == null ? "" : caption.strip();
        s.addedBy = me.name();
        s.addedAt = clock.instant();
        stills.saveAndFlush(s);
      } finally {
        store.discard(stored);
      }
      journal.record(
          me,
          "added a still",
          "take",
          t.id.toString(),
          t.slate + " take " + t.number,
          Journal.Touches.NOTHING);
    }
    return stills.findByTakeIdInOrderByAddedAt(List.of(t.id)).stream()
        .map(x -> new FloorSheets.StillView(x.id, x.caption, x.width, x.height))
        .toList();
  }

  /** The picture of a still, never as active content. */
  @GetMapping("/stills/{still}/picture")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  @Transactional(readOnly = true)
  public ResponseEntity<Resource> picture(@PathVariable UUID still, Member me) {
    TakeStill s =
        stills
            .findByIdAndProductionId(still, me.productionId())
            .orElseThrow(() -> new NoSuchElementException("There is no such still."));
    String hash = s.previewHash == null ? s.hash : s.previewHash;
    return Sandboxed.file(store.find(hash), s.previewHash == null ? s.type : "image/png", hash);
  }

  /** Hash of a copy that browsers can show. */
  private String preview(Path still) throws IOException {
    MediaStore.Stored copy = store.receive(new ByteArrayInputStream(pictures.png(still)));
    try {
      store.keep(copy);
      return copy.hash();
    } finally {
      store.discard(copy);
    }
  }
}
