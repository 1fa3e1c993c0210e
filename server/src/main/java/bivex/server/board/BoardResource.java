package bivex.server.board;

import static bivex.core.crew.Role.ARTIST;
import static bivex.core.crew.Role.COORDINATOR;
import static bivex.core.crew.Role.FLOOR;
import static bivex.core.crew.Role.PRODUCER;

import bivex.core.InvalidInput;
import bivex.server.access.Allowed;
import bivex.server.access.Member;
import bivex.server.keep.BoardFrame;
import bivex.server.keep.BoardFrames;
import bivex.server.keep.Productions;
import bivex.server.keep.Shot;
import bivex.server.keep.Shots;
import bivex.server.live.Journal;
import bivex.server.media.MediaProbe;
import bivex.server.media.MediaStore;
import bivex.server.media.Sandboxed;
import java.io.IOException;
import java.io.InputStream;
import java.time.Clock;
import java.time.Instant;
import java.util.HashSet;
import java.util.List;
import java.util.NoSuchElementException;
import java.util.UUID;
import org.springframework.core.io.Resource;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;

/** Storyboard frames of a shot, in their order. */
@RestController
@RequestMapping("/api/productions/{production}")
public class BoardResource {
  private static final int MOST = 40;
  private final BoardFrames frames;
  private final Shots shots;
  private final Productions productions;
  private final MediaStore store;
  private final MediaProbe probe;
  private final Journal journal;

  private final Clock clock;

  BoardResource(
      BoardFrames frames,
      Shots shots,
      Productions productions,
      MediaStore store,
      MediaProbe probe,
      Journal journal,
      Clock clock) {
    this.clock = clock;
    this.frames = frames;
    this.shots = shots;
    this.productions = productions;
    this.store = store;
    this.probe = probe;
    this.journal = journal;
  }

  public record FrameView(UUID id, int position, String caption, String addedBy, Instant addedAt) {}

  /** The frames of a shot in the order they shall have. */
  public record Order(List<Placed> frames) {}

  /**
   * One frame at its place.
   *
   * @param caption null leaves it
   */
  public record Placed(UUID id, String caption) {}

  @GetMapping("/shots/{shot}/board")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  @Transactional(readOnly = true)
  public List<FrameView> board(@PathVariable UUID shot, Member me) {
    return view(find(me, shot).id);
  }

  /** Adds a picture at the end. */
  @PostMapping(path = "/shots/{shot}/board", consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
  @Allowed({PRODUCER, COORDINATOR, ARTIST})
  @Transactional
  public List<FrameView> add(
      @PathVariable UUID shot,
      Member me,
      @RequestParam("file") MultipartFile file,
      @RequestParam(value = "caption", required = false) String caption)
      throws IOException {
    try (InputStream in = file.getInputStream()) {
      return take(me, shot, caption, in, file.getOriginalFilename());
    }
  }

  /** Adds a picture from a stream. */
  @Transactional
  public List<FrameView> take(Member me, UUID shot, String caption, InputStream in, String fileName)
      throws IOException {
    Shot s = find(me, shot);
    productions.hold(me.productionId());
    List<BoardFrame> all = frames.findByShotIdOrderByPosition(s.id);
    if (all.size() >= MOST) {
      throw new InvalidInput("file", "a shot has at most " + MOST + " storyboard frames");
    }
    MediaStore.Stored stored = store.receive(in);
    try {
      MediaProbe.Found found = probe.probe(stored.path(), fileName);
      if (!found.facts().still()) {
        throw new InvalidInput("file", "must be a still, png or jpeg");
      }
      store.keep(stored);
      BoardFrame f = new BoardFrame();
      f.id = UUID.randomUUID();
      f.productionId = me.productionId();
      f.shotId = s.id;
      f.position = all.isEmpty() ? 1 : all.get(all.size() - 1).position + 1;
      f.caption = caption(caption);
      f.hash = stored.hash();
      f.type = found.type();
      f.addedBy = me.name();
      f.addedAt = clock.instant();
      frames.saveAndFlush(f);
    } finally {
      store.discard(stored);
    }
    journal.record(
        me, "added a storyboard frame", "shot", s.id.toString(), s.code, Journal.Touches.NOTHING);
    return view(s.id);
  }

  /** Puts the frames in order and names them. */
  @PutMapping("/shots/{shot}/board")
  @Allowed({PRODUCER, COORDINATOR, ARTIST})
  @Transactional
  public List<FrameView> order(@PathVariable UUID shot, Member me, @RequestBody Order in) {
    Shot s = find(me, shot);
    productions.hold(me.productionId());
    List<BoardFrame> all = frames.findByShotIdOrderByPosition(s.id);
    List<UUID> wanted =
        in.frames() == null ? List.of() : in.frames().stream().map(Placed::id).toList();
    if (wanted.size() != all.size()
        || !new HashSet<>(wanted).equals(new HashSet<>(all.stream().map(f -> f.id).toList()))) {
      throw new InvalidInput(
          "frames",
          "must be every frame of "
              + s.code
              + " once; somebody may have added or removed one, read them again");
    }
    for (BoardFrame f : all) {
      f.position = wanted.indexOf(f.id) + 1;
      String caption = in.frames().get(f.position - 1).caption();
      f.caption = caption == null ? f.caption : caption(caption);
    }
    frames.saveAllAndFlush(all);
    journal.record(
        me, "ordered the storyboard", "shot", s.id.toString(), s.code, Journal.Touches.NOTHING);
    return view(s.id);
  }

  @DeleteMapping("/board/{frame}")
  @Allowed({PRODUCER, COORDINATOR, ARTIST})
  @Transactional
  public List<FrameView> remove(@PathVariable UUID frame, Member me) {
    BoardFrame f =
        frames
            .findByIdAndProductionId(frame, me.productionId())
            .orElseThrow(() -> new NoSuchElementException("There is no such storyboard frame."));
    Shot s = find(me, f.shotId);
    frames.delete(f);
    frames.flush();
    journal.record(
        me,
        "removed a storyboard frame",
        "shot",
        s.id.toString(),
        s.code + " frame " + f.position,
        Journal.Touches.NOTHING);
    return view(s.id);
  }

  /** The picture of a frame, never as active content. */
  @GetMapping("/board/{frame}/picture")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  @Transactional(readOnly = true)
  public ResponseEntity<Resource> picture(@PathVariable UUID frame, Member me) {
    BoardFrame f =
        frames
            .findByIdAndProductionId(frame, me.productionId())
            .orElseThrow(() -> new NoSuchElementException("There is no such storyboard frame."));
    return Sandboxed.file(store.find(f.hash), f.type, f.hash);
  }

  private static String caption(String words) {
    String c = words == null ? "" : words.strip().replaceAll("\\s+", " ");
    if (c.length() > 200) {
      throw new InvalidInput("caption", "has more than 200 characters");
    }
    return c;
  }

  private List<FrameView> view(UUID shot) {
    return frames.findByShotIdOrderByPosition(shot).stream()
        .map(f -> new FrameView(f.id, f.position, f.caption, f.addedBy, f.addedAt))
        .toList();
  }

  private Shot find(Member me, UUID id) {
    return shots
        .findByIdAndProductionId(id, me.productionId())
        .orElseThrow(() -> new NoSuchElementException("There is no such shot in this production."));
  }
}
