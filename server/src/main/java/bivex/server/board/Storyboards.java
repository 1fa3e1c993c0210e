package bivex.server.board;

import bivex.core.InvalidInput;
import bivex.server.access.Member;
import bivex.server.keep.BoardFrame;
import bivex.server.keep.BoardFrames;
import bivex.server.keep.Productions;
import bivex.server.keep.Shot;
import bivex.server.keep.Shots;
import bivex.server.live.Journal;
import bivex.server.media.Intake;
import bivex.server.media.MediaProbe;
import bivex.server.media.StoredFile;
import java.io.IOException;
import java.io.InputStream;
import java.time.Clock;
import java.time.Instant;
import java.util.HashSet;
import java.util.List;
import java.util.NoSuchElementException;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Storyboard frames of a shot, in their order. */
@Component
public class Storyboards {
  private static final int MOST = 40;

  private final Intake intake;
  private final BoardFrames frames;

  private final Shots shots;

  private final Productions productions;

  private final MediaProbe probe;

  private final Journal journal;

  private final Clock clock;

  private static String caption(String words) {
    String c = words == null ? "" : words.strip().replaceAll("\\s+", " ");
    if (c.length() > 200) {
      throw new InvalidInput("caption", "has more than 200 characters");
    }
    return c;
  }

  Storyboards(
      Intake intake,
      BoardFrames frames,
      Shots shots,
      Productions productions,
      MediaProbe probe,
      Journal journal,
      Clock clock) {
    this.intake = intake;
    this.clock = clock;
    this.frames = frames;
    this.shots = shots;
    this.productions = productions;
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

  @Transactional(readOnly = true)
  public List<FrameView> board(UUID shot, Member me) {
    return view(find(me, shot).id);
  }

  /** Adds a picture from a stream. */
  public List<FrameView> take(Member me, UUID shot, String caption, InputStream in, String fileName)
      throws IOException {
    Shot s = find(me, shot);
    return intake.take(
        in,
        file -> {
          MediaProbe.Found found = probe.probe(file, fileName);
          if (!found.facts().still()) {
            throw new InvalidInput("file", "must be a still, png or jpeg");
          }
          return found;
        },
        (stored, found) -> {
          productions.hold(me.productionId());
          List<BoardFrame> all = frames.findByShotIdOrderByPosition(s.id);
          if (all.size() >= MOST) {
            throw new InvalidInput("file", "a shot has at most " + MOST + " storyboard frames");
          }
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
          journal.record(
              me,
              "added a storyboard frame",
              "shot",
              s.id.toString(),
              s.code,
              Journal.Touches.NOTHING);
          return view(s.id);
        });
  }

  /** Puts the frames in order and names them. */
  @Transactional
  public List<FrameView> order(UUID shot, Member me, Order in) {
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

  @Transactional
  public List<FrameView> remove(UUID frame, Member me) {
    BoardFrame f = frames.require(frame, me.productionId());
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

  private List<FrameView> view(UUID shot) {
    return frames.findByShotIdOrderByPosition(shot).stream()
        .map(f -> new FrameView(f.id, f.position, f.caption, f.addedBy, f.addedAt))
        .toList();
  }

  private Shot find(Member me, UUID id) {
    return shots.require(id, me.productionId());
  }

  /** The picture of a frame. */
  @Transactional(readOnly = true)
  public StoredFile picture(Member me, UUID frame) {
    return frames
        .findByIdAndProductionId(frame, me.productionId())
        .map((BoardFrame f) -> new StoredFile(f.hash, f.type))
        .orElseThrow(() -> new NoSuchElementException("There is no such storyboard frame."));
  }
}
