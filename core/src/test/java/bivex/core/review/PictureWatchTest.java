package bivex.core.review;

import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.picture.Picture;
import bivex.core.review.PictureCheck.Asked;
import bivex.core.review.PictureCheck.Change;
import bivex.core.review.PictureCheck.Earlier;
import bivex.core.review.PictureCheck.Finding;
import bivex.core.review.PictureCheck.Kind;
import bivex.core.time.FrameRange;
import bivex.core.time.FrameRate;
import java.util.List;
import java.util.function.IntFunction;
import org.junit.jupiter.api.Test;

class PictureWatchTest {
  private static final int WIDTH = 480;
  private static final int HEIGHT = 270;
  private static final FrameRate RATE = FrameRate.FILM;

  /** Gives the coded value of a channel, 0 to 1. */
  private interface Paint {
    double at(int x, int y, int channel);
  }

  private static Picture painted(Paint p) {
    return Picture.of(
        WIDTH,
        HEIGHT,
        (y, row) -> {
          for (int i = 0; i < row.length; i++) {
            row[i] = (int) Math.round(65_535.0 * Math.max(0, Math.min(1, p.at(i / 3, y, i % 3))));
          }
        });
  }

  /** A wall of stones that goes past, some px a frame. */
  private static double wall(double x, int y) {
    int tile = ((int) Math.floor(x / 9) * 7919 + y / 9 * 104_729) % 251;
    return 0.25 + Math.abs(tile) / 600.0;
  }

  private static Picture moving(double to) {
    return painted((x, y, c) -> wall(x + to, y));
  }

  private static PictureCheck watched(int frames, IntFunction<Picture> now) {
    return watched(frames, now, f -> null);
  }

  private static PictureCheck watched(
      int frames, IntFunction<Picture> now, IntFunction<Picture> then) {
    PictureWatch w = new PictureWatch();
    for (int f = 0; f < frames; f++) {
      w.frame(now.apply(f), then.apply(f));
    }
    return w.done(RATE);
  }

  private static String said(PictureCheck c) {
    return String.join(
        ", ", c.findings().stream().map(f -> f.kind() + " " + f.frames().said()).toList());
  }

  @Test
  void whatMovesEvenlyIsNothing() {
    PictureCheck c = watched(40, f -> moving(3 * f));
    assertThat(c.findings()).isEmpty();
    assertThat(c.untold()).isEmpty();
    assertThat(c.nothing()).contains("repeated").contains("40 frames");
    assertThat(c.frames()).isEqualTo(40);
    assertThat(c.compared()).isNull();
  }

  @Test
  void whatIsWrongWithFramesIsToldWhereItIs() {
    Picture black = painted((x, y, c) -> 0.01);
    Picture grey = painted((x, y, c) -> 0.5);
    Picture other = painted((x, y, c) -> 1 - wall(x * 1.7, y));
    PictureCheck c =
        watched(
            100,
            f ->
                f < 3
                    ? black
                    : f == 10
                        ? grey
                        : f == 50
                            ? other
                            // 21 and 22 are 20 again; 31 is left out; from 70 on it is elsewhere.
                            : f == 21 || f == 22
                                ? moving(60)
                                : f >= 70
                                    ? painted(
                                        (x, y, k) -> 0.1 + 0.4 * x / WIDTH + wall(x + 3 * f, y) / 2)
                                    : moving(3 * (f >= 31 ? f + 1 : f)));
    assertThat(said(c))
        .isEqualTo(
            "BLACK 0 to 2, EVEN 10 to 10, REPEATED 21 to 22, STEP 31 to 31, ODD 50 to 50, JUMP 70"
                + " to 70");
    assertThat(c.findings()).extracting(Finding::words).allMatch(w -> !w.matches(".*\\d{2}.*"));
  }

  @Test
  void whatIsRepeatedRegularlyIsSaidOnce() {
    assertThat(said(watched(40, f -> moving(3 * (f / 2 * 2))))).isEqualTo("REPEATED 1 to 39");
    assertThat(watched(40, f -> moving(3 * (f / 2 * 2))).findings().get(0).words())
        .startsWith("one frame in 2 ");
    PictureCheck still = watched(40, f -> moving(0));
    assertThat(still.findings()).isEmpty();
    assertThat(still.nothing()).doesNotContain("repeated");
    assertThat(still.untold())
        .containsExactly("Hardly anything moves: repeated frames cannot be told.");
  }

  /** Square light over a share of the picture, so many flashes a second. */
  private static PictureCheck flashing(double high, double low, int hertz, int wide, int tall) {
    return watched(
        48,
        f ->
            painted(
                (x, y, c) ->
                    x < wide && y < tall
                        ? Picture.coded(f * 2 * hertz / 24 % 2 == 0 ? low : high)
                        : 0.3 + 0.2 * x / WIDTH));
  }

  /** WCAG 2.2, general flash threshold: more than three, a tenth, 0.80, a quarter of 10°. */
  @Test
  void flashesAreCountedAsTheGuidelineDefinesThem() {
    int third = WIDTH / 3;
    int thirdDown = HEIGHT / 3;
    assertThat(said(flashing(0.5, 0.2, 4, third, thirdDown))).contains("FLASHES");
    assertThat(said(flashing(0.5, 0.2, 3, third, thirdDown))).as("three").doesNotContain("FLASH");
    assertThat(said(flashing(0.29, 0.2, 4, third, thirdDown)))
        .as("less than a tenth")
        .doesNotContain("FLASH");
    assertThat(said(flashing(0.31, 0.2, 4, third, thirdDown))).as("a tenth").contains("FLASHES");
    assertThat(said(flashing(1, 0.82, 4, third, thirdDown)))
        .as("the darker is above 0.80")
        .doesNotContain("FLASH");
    assertThat(said(flashing(0.5, 0.2, 4, third / 2 - 20, thirdDown / 2 - 11)))
        .as("less than a quarter of the field")
        .doesNotContain("FLASH");
    assertThat(said(flashing(0.5, 0.2, 4, third / 2 + 1, thirdDown / 2 + 15)))
        .as("a quarter of it")
        .contains("FLASHES");
    // A flash of one frame is one, and one in every second frame twelve.
    IntFunction<PictureCheck> single =
        every -> watched(48, f -> painted((x, y, c) -> f % every == 0 ? 0.9 : 0.4));
    assertThat(said(single.apply(8))).as("three in a second").doesNotContain("FLASH");
    assertThat(single.apply(6).findings())
        .filteredOn(f -> f.kind() == Kind.FLASHES)
        .extracting(Finding::words)
        .singleElement()
        .asString()
        .startsWith("4 flashes");
    assertThat(single.apply(2).findings())
        .filteredOn(f -> f.kind() == Kind.FLASHES)
        .extracting(Finding::words)
        .singleElement()
        .asString()
        .startsWith("12 flashes");
    FrameRange at =
        flashing(0.5, 0.2, 6, WIDTH, HEIGHT).findings().stream()
            .filter(f -> f.kind() == Kind.FLASHES)
            .findFirst()
            .orElseThrow()
            .frames();
    assertThat(at.frames()).isBetween(12, 24);
  }

  @Test
  void aSaturatedRedCountsByItsColourAlone() {
    // As bright as the grey between, so that no general flash is among them.
    double red = Picture.coded(0.2 / 0.2126);
    double grey = Picture.coded(0.2);
    PictureCheck c =
        watched(48, f -> painted((x, y, k) -> f / 3 % 2 == 0 ? grey : k == 0 ? red : 0));
    assertThat(said(c))
        .contains("RED_FLASHES")
        .doesNotContain(" FLASHES")
        .doesNotStartWith("FLASHES");
    PictureCheck pale =
        watched(
            48,
            f -> painted((x, y, k) -> f / 3 % 2 == 0 ? grey : k == 0 ? grey + 0.15 : grey - 0.1));
    assertThat(said(pale)).doesNotContain("RED");
  }

  /** Small differences everywhere, as two codings of one picture have. */
  private static double coding(int x, int y, int f) {
    return ((x * 31 + y * 17 + f * 13) % 7 - 3) / 1000.0;
  }

  @Test
  void whatChangedIsToldWithItsPlaceAndItsFrames() {
    PictureCheck c =
        watched(
            40,
            f ->
                painted(
                    (x, y, k) ->
                        wall(x + 3 * f, y)
                            + coding(x, y, f)
                            + (f >= 12 && f <= 20 && x < 100 && y > 180 ? 0.12 : 0)
                            // Only its colour.
                            + (f >= 30 && x > 400 && y < 60 ? new double[] {0.1, -0.03, 0}[k] : 0)),
            f -> f < 4 ? null : moving(3 * f));
    assertThat(c.compared()).isEqualTo(new FrameRange(4, 36));
    assertThat(c.changes()).hasSize(2);
    assertThat(c.held(3))
        .startsWith(
            "Against version 3 over 36 frames; what differs by less than 2.5% of the range");
    Change left = c.changes().get(0);
    assertThat(left.frames()).isEqualTo(new FrameRange(12, 9));
    assertThat(left.where()).isEqualTo("the bottom left");
    // In whole squares of a 24th.
    assertThat(left.x()).isZero();
    assertThat(left.width()).isBetween(5 / 24.0 - 1e-9, 6 / 24.0);
    assertThat(left.y() + left.height()).isEqualTo(1);
    assertThat(left.most()).isBetween(0.08, 0.16);
    Change right = c.changes().get(1);
    assertThat(right.frames()).isEqualTo(new FrameRange(30, 10));
    assertThat(right.where()).isEqualTo("the top right");
    assertThat(
            watched(
                    40,
                    f -> painted((x, y, k) -> wall(x + 3 * f, y) + coding(x, y, f)),
                    f -> moving(3 * f))
                .changes())
        .as("two codings of one picture")
        .isEmpty();
    Change all =
        watched(20, f -> painted((x, y, k) -> 0.9 * wall(x + 3 * f, y)), f -> moving(3 * f))
            .changes()
            .get(0);
    assertThat(all.where()).isEqualTo("the whole picture");
    assertThat(all.frames()).isEqualTo(new FrameRange(0, 20));
  }

  /** Where nothing is the same, how the files are coded cannot be told from it. */
  @Test
  void anotherPictureIsNoCoding() {
    PictureCheck c =
        watched(
            6,
            f -> painted((x, y, k) -> (x + 7 * y) % 13 < 6 ? 1 : 0),
            f -> painted((x, y, k) -> k == 0 && x < y ? 0.9 : 0.1));
    assertThat(c.limit()).isLessThanOrEqualTo(0.1);
    assertThat(c.changes()).hasSize(1);
    assertThat(c.changes().get(0).where()).isEqualTo("the whole picture");
  }

  @Test
  void whatWasAskedForIsHeldBeside() {
    Change c = new Change(new FrameRange(8, 5), 0, 0, 0.2, 0.2, 0.1);
    Asked there = new Asked(1, new FrameRange(1012, 1), "the edge");
    Asked elsewhere = new Asked(1, new FrameRange(1013, 4), "the sky");
    Asked whole = new Asked(1, null, "darker");
    assertThat(c.asked(1000, 1, 2, List.of(there, elsewhere, whole)))
        .isEqualTo("a note on these frames: the edge");
    assertThat(c.asked(1000, 1, 2, List.of(elsewhere, whole)))
        .isEqualTo("no note on these frames; on the whole shot: darker");
    assertThat(c.asked(1000, 1, 2, List.of(elsewhere))).isEqualTo("no note asked for it");
    assertThat(c.asked(1000, 2, 3, List.of(there)))
        .as("before it")
        .isEqualTo("no note asked for it");
    assertThat(c.asked(1000, 1, 2, List.of(new Asked(2, null, "since")))).startsWith("no note");
  }

  @Test
  void aVersionIsHeldAgainstTheLastAgreedBeforeIt() {
    List<Earlier> all =
        List.of(
            new Earlier(1, true, Verdict.AGREED),
            new Earlier(2, true, Verdict.AGAIN),
            new Earlier(3, false, null),
            new Earlier(4, true, null),
            new Earlier(5, true, Verdict.AGREED));
    assertThat(PictureCheck.against(4, all)).isEqualTo(1);
    assertThat(PictureCheck.against(4, all.subList(1, 4))).isEqualTo(2);
    assertThat(PictureCheck.against(6, all)).isEqualTo(5);
    assertThat(PictureCheck.against(1, all)).isNull();
  }
}
