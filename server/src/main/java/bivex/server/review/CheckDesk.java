package bivex.server.review;

import bivex.core.InvalidInput;
import bivex.core.review.FrameDifference;
import bivex.core.review.PictureCheck;
import bivex.server.access.Member;
import bivex.server.book.NoteBook;
import bivex.server.keep.Transactions;
import bivex.server.keep.VersionCheck;
import bivex.server.keep.VersionChecks;
import bivex.server.keep.VersionEntries;
import bivex.server.keep.VersionEntry;
import java.io.IOException;
import java.util.List;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What the frames of versions show by themselves, ready to be looked at. */
@Component
public class CheckDesk {
  private final VersionEntries versions;
  private final VersionChecks checks;
  private final VersionWatcher watcher;
  private final NoteBook notes;
  private final Transactions transactions;

  CheckDesk(
      VersionEntries versions,
      VersionChecks checks,
      VersionWatcher watcher,
      NoteBook notes,
      Transactions transactions) {
    this.transactions = transactions;
    this.versions = versions;
    this.checks = checks;
    this.watcher = watcher;
    this.notes = notes;
  }

  /**
   * @param done whether its frames were read, or never will be
   * @param share of it that was read, 0 to 1
   * @param fault why they could not be read; empty when they could
   * @param nothing what was looked for and not found, in a sentence; empty where something was
   *     found
   * @param held what it was held against, in a sentence
   * @param sound what it sounds like, in a sentence; empty where it has none
   * @param silent where it falls silent
   */
  public record CheckView(
      boolean done,
      double share,
      String fault,
      String nothing,
      String held,
      List<FrameFinding> findings,
      List<ChangedPart> changes,
      List<String> untold,
      String sound,
      List<SilentPart> silent) {}

  /**
   * @param frame first that is silent, as the shot counts
   */
  public record SilentPart(int frame, int lastFrame, String words) {}

  /**
   * @param frame first it is on, as the shot counts
   */
  public record FrameFinding(PictureCheck.Kind kind, int frame, int lastFrame, String words) {}

  /**
   * @param x left edge, share of the width
   * @param y upper edge, share of the height
   * @param asked which notes ask for something there, in words
   */
  public record ChangedPart(
      int frame,
      int lastFrame,
      double x,
      double y,
      double width,
      double height,
      String where,
      String much,
      String asked) {}

  /**
   * How a frame differs from the same frame of another version of the shot.
   *
   * @param most the part that differs most; null where none does
   */
  public record DifferenceView(String words, ChangedPart most) {}

  /**
   * Looks at one frame of two versions of a shot.
   *
   * @param frame as the shot counts
   * @throws InvalidInput naming {@code against} or {@code frame}
   */
  public DifferenceView difference(Member me, UUID version, UUID against, Integer frame)
      throws IOException {
    VersionEntry v = transactions.read(() -> versions.require(version, me.productionId()));
    if (against == null || frame == null) {
      throw new InvalidInput(
          against == null ? "against" : "frame", "must say what it is held against");
    }
    VersionEntry w = transactions.read(() -> versions.require(against, me.productionId()));
    if (!v.shotId.equals(w.shotId)) {
      throw new InvalidInput("against", "is of another shot");
    }
    FrameDifference d = FrameDifference.of(watcher.frame(v, frame), watcher.frame(w, frame), frame);
    return new DifferenceView(d.words(), d.most() == null ? null : part(d.most(), 0, ""));
  }

  private static ChangedPart part(PictureCheck.Change x, int first, String asked) {
    return new ChangedPart(
        first + x.frames().first(),
        first + x.frames().last(),
        x.x(),
        x.y(),
        x.width(),
        x.height(),
        x.where(),
        x.much(),
        asked);
  }

  /** What is known of a version so far. */
  @Transactional(readOnly = true)
  public CheckView check(Member me, UUID version) {
    VersionEntry v = versions.require(version, me.productionId());
    VersionCheck c = checks.findById(v.id).orElse(null);
    if (c == null || c.found == null) {
      return new CheckView(
          c != null || v.facts().still(),
          watcher.share(v.id),
          c == null ? "" : c.fault,
          "",
          "",
          List.of(),
          List.of(),
          List.of(),
          "",
          List.of());
    }
    PictureCheck p = c.found;
    List<PictureCheck.Asked> asked =
        c.against == null
            ? List.of()
            : notes.of(v.shotId).stream()
                .map(n -> new PictureCheck.Asked(n.version(), n.row().on(), n.row().words))
                .toList();
    return new CheckView(
        true,
        1,
        "",
        p.nothing(),
        p.held(c.against),
        p.findings().stream()
            .map(
                f ->
                    new FrameFinding(
                        f.kind(),
                        v.firstFrame + f.frames().first(),
                        v.firstFrame + f.frames().last(),
                        f.words()))
            .toList(),
        p.changes().stream()
            .map(x -> part(x, v.firstFrame, x.asked(v.firstFrame, c.against, v.number, asked)))
            .toList(),
        p.untold(),
        c.sound == null ? "" : c.sound.words(),
        c.sound == null
            ? List.of()
            : c.sound.findings(v.facts().rate(), v.frames).stream()
                .map(
                    s ->
                        new SilentPart(
                            v.firstFrame + s.frames().first(),
                            v.firstFrame + s.frames().last(),
                            s.words()))
                .toList());
  }
}
