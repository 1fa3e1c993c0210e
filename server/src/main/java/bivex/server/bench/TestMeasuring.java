package bivex.server.bench;

import bivex.core.InvalidInput;
import bivex.core.picture.Coding;
import bivex.core.picture.Picture;
import bivex.core.plate.TakeWatch;
import bivex.core.plate.TestReading;
import bivex.core.time.FrameRate;
import bivex.server.access.Member;
import bivex.server.keep.TestCandidate;
import bivex.server.keep.TestCandidates;
import bivex.server.keep.Transactions;
import bivex.server.media.Frames;
import bivex.server.media.MediaStore;
import bivex.server.media.PictureReader;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.UUID;
import org.springframework.stereotype.Component;

/** Measures the candidates of a camera test, each against the first. */
@Component
class TestMeasuring {
  private final BenchJobs jobs;
  private final BenchDesk bench;
  private final TestCandidates candidates;
  private final Codings codings;
  private final MediaStore store;
  private final Frames frames;
  private final PictureReader pictures;
  private final Transactions transactions;

  TestMeasuring(
      BenchJobs jobs,
      BenchDesk bench,
      TestCandidates candidates,
      Codings codings,
      MediaStore store,
      Frames frames,
      PictureReader pictures,
      Transactions transactions) {
    this.jobs = jobs;
    this.bench = bench;
    this.candidates = candidates;
    this.codings = codings;
    this.store = store;
    this.frames = frames;
    this.pictures = pictures;
    this.transactions = transactions;
  }

  BenchDesk.BenchJob start(Member me, List<TestCandidate> of) {
    return bench.view(
        jobs.start(
            me.productionId(),
            of.stream().map(c -> c.id).toList(),
            j -> {
              TestReading.Sample first = null;
              for (int i = 0; i < of.size() && !j.cancelled; i++) {
                TestCandidate c = of.get(i);
                j.at((double) i / of.size(), "candidate " + (i + 1) + " of " + of.size());
                TestReading reading = null;
                String fault = "";
                try {
                  Coding coding = codings.candidate(c);
                  TestReading.Sample it = new TestReading.Sample(picture(c, coding, 0), coding);
                  Picture next = c.still() || c.frames < 2 ? null : picture(c, coding, 1);
                  reading = TestReading.of(first, it, next, watch(j, c, coding), () -> j.cancelled);
                  first = i == 0 ? it : first;
                } catch (InvalidInput e) {
                  fault = e.getMessage();
                }
                if (!j.cancelled) {
                  keep(c.id, c.hash, reading, fault);
                }
              }
            }));
  }

  private TakeWatch watch(BenchJobs.Job j, TestCandidate c, Coding coding) throws IOException {
    if (c.still() || c.frames < TakeWatch.LEAST_FRAMES) {
      return null;
    }
    FrameRate rate = FrameRate.parse(c.rate);
    TakeWatch.Watcher w =
        new TakeWatch.Watcher(
            (double) c.width / Frames.WATCH_WIDTH,
            coding,
            c.recording == null ? 0 : c.recording.keeps(c.width, c.height, rate.fps()));
    int seen =
        frames.watch(
            store.find(c.hash),
            c.width,
            c.height,
            c.recording,
            coding,
            (n, p) -> w.frame(p),
            () -> j.cancelled);
    return j.cancelled || seen < TakeWatch.LEAST_FRAMES ? null : w.done(rate);
  }

  /** Its still, or a frame from the middle of its clip and the one after. */
  private Picture picture(TestCandidate c, Coding coding, int after) throws IOException {
    if (c.still()) {
      return pictures.read(store.find(c.hash), coding);
    }
    int at = Math.max(0, Math.min(c.frames - 2, c.frames / 2)) + after;
    Path png = Files.createTempFile("bivex-test", ".png");
    try {
      Files.write(png, frames.png(store.find(c.hash), at, c.recording));
      return pictures.read(png, coding);
    } finally {
      Files.deleteIfExists(png);
    }
  }

  private void keep(UUID candidate, String hash, TestReading reading, String fault) {
    transactions.write(
        () -> {
          // Another picture may have come in its place meanwhile, or it was taken away.
          candidates
              .findById(candidate)
              .filter(c -> hash.equals(c.hash))
              .ifPresent(
                  c -> {
                    c.reading = reading;
                    c.fault = fault;
                    candidates.save(c);
                  });
          return null;
        });
  }
}
