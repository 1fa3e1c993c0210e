package bivex.server.bench;

import bivex.core.InvalidInput;
import bivex.core.picture.Coding;
import bivex.core.picture.Levels;
import bivex.core.picture.Picture;
import bivex.core.plate.PassMatch;
import bivex.core.plate.PassMatcher;
import bivex.core.plate.PassMove;
import bivex.core.plate.PlateComparison;
import bivex.core.plate.PlateComparison.Limits;
import bivex.core.time.FrameRate;
import bivex.server.access.Member;
import bivex.server.keep.TakeClip;
import bivex.server.keep.TakeClips;
import bivex.server.keep.TakeEntries;
import bivex.server.media.Frames;
import bivex.server.media.MediaStore;
import java.io.IOException;
import java.util.List;
import java.util.UUID;
import org.springframework.stereotype.Component;

/** Two clips held against each other frame by frame. */
@Component
class PassDesk {
  /** Rounds in which the start is set right by what the frames themselves say. */
  private static final int ROUNDS = 3;

  private final BenchJobs jobs;
  private final TakeClips clips;
  private final TakeEntries takes;
  private final MediaStore store;
  private final Frames frames;
  private final Codings codings;

  PassDesk(
      BenchJobs jobs,
      TakeClips clips,
      TakeEntries takes,
      MediaStore store,
      Frames frames,
      Codings codings) {
    this.jobs = jobs;
    this.clips = clips;
    this.takes = takes;
    this.store = store;
    this.frames = frames;
    this.codings = codings;
  }

  /** One of the two, and how it goes. */
  private record Side(TakeClip clip, Coding coding, PassMove move) {}

  BenchJobs.Job start(Member me, UUID first, UUID second) {
    TakeClip a = clip(me, "first", first);
    TakeClip b = clip(me, "second", second);
    if (a.id.equals(b.id)) {
      throw new InvalidInput("second", "must be another clip than the first");
    }
    PlateComparison.mustFit(a.width, a.height, b.width, b.height);
    PassMatch.mustRunAlike(FrameRate.parse(a.rate), FrameRate.parse(b.rate));
    UUID setup = takes.findById(b.takeId).orElseThrow().setupId;
    return jobs.start(me.productionId(), List.of(a.id, b.id), setup, j -> measure(j, a, b));
  }

  private void measure(BenchJobs.Job j, TakeClip a, TakeClip b) throws IOException {
    Coding one = codings.clip(a).beside(codings.clip(b));
    Side first = new Side(a, one, new PassMove());
    Side second = new Side(b, codings.clip(b).beside(one), new PassMove());
    Levels[] levels = {
      follow(j, first, 0, "how the first moves"), follow(j, second, 0.25, "how the second moves")
    };
    if (j.cancelled) {
      return;
    }
    PassMove.Sync sync = first.move.sync(second.move);
    double perPx = (double) a.width / Frames.WATCH_WIDTH;
    for (int round = 1; !j.cancelled; round++) {
      PassMatcher matcher = new PassMatcher(first.move, sync, perPx);
      match(j, first, second, sync, matcher);
      int further = round == ROUNDS ? 0 : matcher.further();
      if (further == 0) {
        j.passes =
            matcher.done(
                Limits.USUAL, Coding.doubt(first.coding, levels[0], second.coding, levels[1]));
        return;
      }
      sync = sync.later(further);
    }
  }

  private Frames.Reel open(Side s) throws IOException {
    return frames.open(
        store.find(s.clip.hash), s.clip.width, s.clip.height, s.clip.recording, s.coding);
  }

  private Levels follow(BenchJobs.Job j, Side s, double from, String doing) throws IOException {
    Levels first = null;
    try (Frames.Reel reel = open(s)) {
      int n = 0;
      for (Picture p = reel.next(); p != null && !j.cancelled; p = reel.next()) {
        first = first == null ? p.levels() : first;
        s.move.frame(p);
        n++;
        j.at(from + 0.25 * Math.min(1, (double) n / s.clip.frames), doing + ", frame " + n);
      }
    }
    return first;
  }

  private void match(
      BenchJobs.Job j, Side first, Side second, PassMove.Sync sync, PassMatcher matcher)
      throws IOException {
    try (Frames.Reel a = open(first);
        Frames.Reel b = open(second)) {
      for (int i = 0; i < sync.frames(); i++) {
        b.next();
      }
      int n = Math.max(0, -sync.frames());
      for (int i = 0; i < n; i++) {
        a.next();
      }
      for (Picture p = a.next(), q = b.next();
          p != null && q != null && !j.cancelled;
          p = a.next(), q = b.next()) {
        matcher.frame(n++, p, q);
        j.at(
            0.5 + 0.5 * Math.min(0.99, (double) n / first.clip.frames),
            "frame " + n + " over its counterpart");
      }
    }
  }

  private TakeClip clip(Member me, String field, UUID id) {
    if (id == null) {
      throw new InvalidInput(field, "must be a clip");
    }
    return clips.require(id, me.productionId());
  }
}
