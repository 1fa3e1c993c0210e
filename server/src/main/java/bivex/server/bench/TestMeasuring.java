package bivex.server.bench;

import bivex.core.InvalidInput;
import bivex.core.picture.Coding;
import bivex.core.picture.Picture;
import bivex.core.plate.PlateComparison;
import bivex.core.plate.PlateComparison.Limits;
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
  /** Fewer frames are not watched. */
  private static final int LEAST_WATCHED = 12;

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
              Picture first = null;
              Coding firstCoding = null;
              for (int i = 0; i < of.size() && !j.cancelled; i++) {
                TestCandidate c = of.get(i);
                j.at((double) i / of.size(), "candidate " + (i + 1) + " of " + of.size());
                TestReading reading = null;
                String fault = "";
                try {
                  Coding coding = codings.candidate(c);
                  Picture picture = picture(c, coding, 0);
                  if (i == 0) {
                    first = picture;
                    firstCoding = coding;
                  }
                  reading = read(j, c, coding, picture, i == 0 ? null : first, firstCoding);
                } catch (InvalidInput e) {
                  fault = e.getMessage();
                }
                if (!j.cancelled) {
                  keep(c.id, c.hash, reading, fault);
                }
              }
            }));
  }

  private TestReading read(
      BenchJobs.Job j,
      TestCandidate c,
      Coding coding,
      Picture picture,
      Picture first,
      Coding firstCoding)
      throws IOException {
    PlateComparison against = null;
    if (first != null && first.width() == picture.width() && first.height() == picture.height()) {
      against =
          PlateComparison.of(
              first,
              picture,
              firstCoding,
              coding,
              Limits.USUAL,
              (share, doing) -> {},
              () -> j.cancelled);
    }
    Picture next = c.still() || c.frames < 2 ? null : picture(c, coding, 1);
    return TestReading.of(picture, next, against, watch(j, c, coding));
  }

  private TakeWatch watch(BenchJobs.Job j, TestCandidate c, Coding coding) throws IOException {
    if (c.still() || c.frames < LEAST_WATCHED) {
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
    return j.cancelled || seen < LEAST_WATCHED ? null : w.done(rate);
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
