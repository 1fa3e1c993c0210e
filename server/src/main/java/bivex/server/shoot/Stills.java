package bivex.server.shoot;

import bivex.core.InvalidInput;
import bivex.core.picture.Coding;
import bivex.server.access.Member;
import bivex.server.keep.TakeEntries;
import bivex.server.keep.TakeEntry;
import bivex.server.keep.TakeStill;
import bivex.server.keep.TakeStills;
import bivex.server.live.Journal;
import bivex.server.media.Intake;
import bivex.server.media.MediaProbe;
import bivex.server.media.MediaStore;
import bivex.server.media.PictureReader;
import bivex.server.media.StoredFile;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.time.Clock;
import java.util.List;
import java.util.NoSuchElementException;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Stills of takes: from the device's camera, from a file, or from the camera on the set. */
@Component
public class Stills {
  private final Intake intake;
  private final TakeEntries takes;

  private final TakeStills stills;

  private final MediaStore store;

  private final MediaProbe probe;

  private final PictureReader pictures;

  private final Journal journal;

  private final Clock clock;

  Stills(
      Intake intake,
      TakeEntries takes,
      TakeStills stills,
      MediaStore store,
      MediaProbe probe,
      PictureReader pictures,
      Journal journal,
      Clock clock) {
    this.intake = intake;
    this.clock = clock;
    this.pictures = pictures;
    this.takes = takes;
    this.stills = stills;
    this.store = store;
    this.probe = probe;
    this.journal = journal;
  }

  /** Adds a still from a stream. */
  public List<FloorSheets.StillView> add(
      Member me, UUID take, UUID id, String caption, InputStream in, String fileName)
      throws IOException {
    return add(me, take, id, caption, in, fileName, null);
  }

  /**
   * Adds a frame that was pulled from a clip, PNG.
   *
   * @param coding of the clip, and so of the frame
   */
  public List<FloorSheets.StillView> pulled(
      Member me, UUID take, UUID id, String caption, InputStream in, Coding coding)
      throws IOException {
    return add(me, take, id, caption, in, "frame.png", coding);
  }

  private List<FloorSheets.StillView> add(
      Member me, UUID take, UUID id, String caption, InputStream in, String fileName, Coding coding)
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
      intake.take(
          in,
          file -> looked(file, fileName),
          (stored, is) -> row(me, t, id, caption, stored, is, coding));
    }
    return stills.findByTakeIdInOrderByAddedAt(List.of(t.id)).stream()
        .map(x -> new FloorSheets.StillView(x.id, x.caption, x.width, x.height))
        .toList();
  }

  /**
   * @param preview a copy that browsers can show; null where they show it as it is
   */
  private record Looked(MediaProbe.Found found, byte[] preview) {}

  private Looked looked(Path file, String fileName) throws IOException {
    MediaProbe.Found found = probe.measured(file, fileName);
    if (!found.facts().still()) {
      throw new InvalidInput("file", "must be a still: png, jpeg, tiff, exr or dpx");
    }
    // Browsers show no TIFF, and not all of them turn a PNG; a JPEG they turn.
    boolean asStored =
        found.type().equals("image/jpeg")
            || found.type().equals("image/png") && !pictures.turned(file);
    return new Looked(found, asStored ? null : pictures.png(file));
  }

  private TakeStill row(
      Member me,
      TakeEntry t,
      UUID id,
      String caption,
      MediaStore.Stored stored,
      Looked is,
      Coding coding)
      throws IOException {
    TakeStill s = new TakeStill();
    s.id = id;
    s.productionId = me.productionId();
    s.takeId = t.id;
    s.hash = stored.hash();
    s.type = is.found().type();
    s.previewHash = is.preview() == null ? null : kept(is.preview());
    s.width = is.found().facts().raster().width();
    s.height = is.found().facts().raster().height();
    s.curve = coding == null ? is.found().coding().curve() : coding.curve();
    s.gamut = coding == null ? is.found().coding().gamut() : coding.gamut();
    s.profile = coding == null && is.found().profile();
    s.caption = InvalidInput.words("caption", caption);
    s.addedBy = me.name();
    s.addedAt = clock.instant();
    stills.saveAndFlush(s);
    journal.record(
        me,
        "added a still",
        "take",
        t.id.toString(),
        t.slate + " take " + t.number,
        Journal.Touches.NOTHING);
    return s;
  }

  private String kept(byte[] preview) throws IOException {
    MediaStore.Stored copy = store.receive(new ByteArrayInputStream(preview));
    try {
      store.keep(copy);
      return copy.hash();
    } finally {
      store.discard(copy);
    }
  }

  /** The picture of a still, as browsers show it. */
  @Transactional(readOnly = true)
  public StoredFile picture(Member me, UUID still) {
    TakeStill s = stills.require(still, me.productionId());
    return s.previewHash == null
        ? new StoredFile(s.hash, s.type)
        : new StoredFile(s.previewHash, "image/png");
  }
}
