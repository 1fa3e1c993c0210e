package bivex.core.rescue;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import bivex.core.effort.EffortRates;
import bivex.core.method.MethodBook;
import bivex.core.method.MethodChoice;
import bivex.core.method.Plan;
import bivex.core.method.Plan.PlateKind;
import bivex.core.method.ShotSetting;
import bivex.core.optics.Raster;
import bivex.core.plate.PlateZones;
import bivex.core.rescue.Rescue.Footage;
import bivex.core.rescue.Rescue.Option;
import bivex.core.rescue.Rescue.Wanted;
import bivex.core.rescue.Rescue.Way;
import bivex.core.shoot.CameraData;
import bivex.core.shoot.PlateTerms;
import bivex.core.time.FrameRate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;

class RescueTest {
  private static Wanted wanted(PlateKind kind, int frames, double tighter, boolean struck) {
    return new Wanted(
        new Plan.Plate("plate:x", kind, "X", "", 4, 1, 6, true, PlateTerms.NONE, null, List.of()),
        Raster.UHD,
        Raster.HD,
        FrameRate.FILM,
        frames,
        tighter,
        struck);
  }

  private static Footage take(
      String name, String plate, Raster raster, FrameRate rate, long frames) {
    return new Footage(name, plate, PlateKind.PERFORMANCE, raster, rate, frames, true, false, null);
  }

  private static List<Option> rank(Wanted w, Footage... takes) {
    return Rescue.rank(w, List.of(takes), EffortRates.DEFAULTS);
  }

  @Test
  void aMissingCleanPlateIsPatchedFromPassesThatKeepToTheirSides() {
    List<Option> ways =
        rank(
            wanted(PlateKind.CLEAN, 240, 1, true),
            take("a", "plate:performance-1", Raster.UHD, FrameRate.FILM, 120),
            take("b", "plate:performance-2", Raster.UHD, FrameRate.FILM, 120));
    assertThat(ways)
        .filteredOn(o -> o.way() == Way.PATCHED)
        .singleElement()
        .matches(o -> o.from().equals(List.of("a", "b")))
        .as("nobody has said what is free in them")
        .matches(o -> o.coverPercent() == null);
    assertThat(ways).extracting(Option::way).contains(Way.BORROWED, Way.PICKED_UP);
    // Two takes of one pass are free in the same places: no patch.
    assertThat(
            rank(
                wanted(PlateKind.CLEAN, 240, 1, true),
                take("a", "plate:performance-1", Raster.UHD, FrameRate.FILM, 120),
                take("b", "plate:performance-1", Raster.UHD, FrameRate.FILM, 120)))
        .extracting(Option::way)
        .doesNotContain(Way.PATCHED);
  }

  /**
   * Two passes that keep to their sides cover the frame together; alone each leaves the place of
   * its part. Counted column by column.
   */
  @Test
  void whatIsInFrameDecidesHowFarFramesCanBeBorrowed() {
    FreeFrames left = free(true, 0.08, 0.42, 0.08, 0.42);
    FreeFrames right = free(true, 0.58, 0.92, 0.30, 0.92);
    assertThat(left.columns().cardinality()).isEqualTo(66);
    // Free in some frame is enough: the arm is away in the first.
    assertThat(right.columns().cardinality()).isEqualTo(66);
    Footage a =
        new Footage(
            "a",
            "plate:performance-1",
            PlateKind.PERFORMANCE,
            Raster.UHD,
            FrameRate.FILM,
            120,
            true,
            false,
            left);
    Footage b =
        new Footage(
            "b",
            "plate:performance-2",
            PlateKind.PERFORMANCE,
            Raster.UHD,
            FrameRate.FILM,
            120,
            true,
            false,
            right);
    List<Option> ways = rank(wanted(PlateKind.CLEAN, 240, 1, true), a, b);
    assertThat(ways.get(0)).matches(o -> o.way() == Way.PATCHED && o.coverPercent() == 100);
    assertThat(ways)
        .filteredOn(o -> o.way() == Way.BORROWED)
        .hasSize(2)
        .allMatch(o -> o.coverPercent() == 66);
    assertThat(ways.get(0).caveat())
        .contains(
            "the first is free: 0 to 8 % and 42 to 100 % of the width all along",
            "the second is free: 0 to 30 % and 92 to 100 % of the width all along",
            "0 to 58 % and 92 to 100 % of the width in frame 1");
    FreeFrames same = free(true, 0.2, 0.5);
    assertThat(
            rank(
                wanted(PlateKind.CLEAN, 240, 1, true),
                new Footage(
                    "a",
                    "plate:performance-1",
                    PlateKind.PERFORMANCE,
                    null,
                    null,
                    120,
                    true,
                    false,
                    same),
                new Footage(
                    "b",
                    "plate:performance-2",
                    PlateKind.PERFORMANCE,
                    null,
                    null,
                    120,
                    true,
                    false,
                    same)))
        .filteredOn(o -> o.way() == Way.PATCHED)
        .allMatch(o -> o.coverPercent() == 70);
  }

  /** What nobody knows is not claimed, ranks below what is known to cover, and may cost much. */
  @Test
  void coverThatNobodyKnowsIsNotClaimed() {
    Footage known =
        new Footage(
            "a",
            "plate:performance-1",
            PlateKind.PERFORMANCE,
            Raster.UHD,
            FrameRate.FILM,
            120,
            true,
            false,
            free(false, 0, 0.01));
    Footage unknown =
        new Footage(
            "b",
            "plate:with",
            PlateKind.PERFORMANCE,
            Raster.UHD,
            FrameRate.FILM,
            120,
            true,
            false,
            null);
    Option claimed = borrowed(rank(wanted(PlateKind.CLEAN, 240, 1, true), known));
    Option open = borrowed(rank(wanted(PlateKind.CLEAN, 240, 1, true), unknown));
    assertThat(open.coverPercent()).isNull();
    assertThat(open.caveat()).contains("nobody knows");
    assertThat(open.score()).isLessThan(claimed.score());
    assertThat(open.hours().high()).isGreaterThan(2 * claimed.hours().high());
    assertThat(open.hours().low()).isLessThanOrEqualTo(claimed.hours().low());
    Footage half =
        new Footage(
            "c",
            "plate:performance-2",
            PlateKind.PERFORMANCE,
            Raster.UHD,
            FrameRate.FILM,
            120,
            true,
            false,
            free(false, 0.5, 1));
    Option painted = borrowed(rank(wanted(PlateKind.CLEAN, 240, 1, true), half));
    assertThat(painted.coverPercent()).isEqualTo(50);
    assertThat(painted.hours().likely())
        .as("what stays uncovered is painted, and counts")
        .isGreaterThan(claimed.hours().likely() + 1);
    assertThat(painted.losses()).isEqualTo("50 % of the width painted by hand");
  }

  private static Option borrowed(List<Option> ways) {
    return ways.stream().filter(o -> o.way() == Way.BORROWED).findFirst().orElseThrow();
  }

  /**
   * A way out that is taken turns its plate, brings its work, and leaves its doubt to be looked at.
   */
  @Test
  void aWayOutThatIsTakenIsInThePlan() {
    Plan plan =
        bivex.core.method.MethodBook.derive(
            new bivex.core.method.ShotSetting(
                FrameRate.FILM, Raster.UHD, Raster.HD, 1001, 96, 8, 36, 50),
            List.of(new bivex.core.method.MethodChoice("B1", java.util.Map.of(), "")));
    bivex.core.method.WayOut way =
        new bivex.core.method.WayOut(
            "plate:clean",
            Way.BORROWED.words(),
            List.of("TK-1 with the cup take 2"),
            new bivex.core.effort.Estimate(1, 2, 9),
            "",
            "look first what is free in it",
            "the set is gone",
            "Mara",
            java.time.Instant.EPOCH);
    Plan taken = plan.taking(List.of(way));
    assertThat(taken.effort().likely()).isEqualTo(plan.effort().likely() + 2);
    assertThat(taken.tasks()).extracting(Plan.Task::key).contains("task:way-out/clean");
    assertThat(taken.data()).extracting(Plan.Datum::key).contains("datum:way-out/clean");
    assertThat(taken.layers())
        .filteredOn(l -> l.settledBy().equals("plate:clean"))
        .isNotEmpty()
        .allMatch(l -> l.source().contains("TK-1 with the cup take 2"));
    bivex.core.shot.Ledger l =
        bivex.core.shot.Ledger.of(
            new bivex.core.shot.ShotFacts(
                "why",
                bivex.core.shot.ShotFacts.Words.AS_MARKED,
                false,
                1,
                taken,
                null,
                "setup 1",
                true,
                List.of(),
                bivex.core.shoot.MatchReview.NONE,
                List.of(),
                null,
                List.of()));
    assertThat(l.items())
        .filteredOn(i -> i.key().equals("plate:clean"))
        .singleElement()
        .satisfies(
            i -> {
              assertThat(i.state()).isEqualTo(bivex.core.shot.OwedItem.State.IN_HAND);
              assertThat(i.reason()).contains("replaced", "the set is gone");
            });
    assertThat(plan.taking(List.of())).isSameAs(plan);
  }

  /**
   * What is in frame comes from the plan: a locked double knows the place of each part, a dash of
   * nobody.
   */
  @Test
  void aPlanKnowsWhatIsInFrameInEachPass() {
    ShotSetting s = new ShotSetting(FrameRate.FILM, Raster.UHD, Raster.HD, 1001, 96, 8, 36, 50);
    Plan doubles = MethodBook.derive(s, List.of(new MethodChoice("A1", Map.of(), "")));
    FreeFrames first = FreeFrames.planned(doubles, "plate:performance-1");
    assertThat(first.columns().get(20)).isFalse();
    assertThat(first.columns().get(70)).isTrue();
    assertThat(first.words()).startsWith("free by the plan's picture: ");
    assertThat(FreeFrames.planned(doubles, "plate:clean")).isNull();
    assertThat(
            FreeFrames.planned(
                MethodBook.derive(s, List.of(new MethodChoice("B2", Map.of(), ""))),
                "plate:performance-1"))
        .isNull();
  }

  /** 3840 into 1920 keeps 100 % to a 2× punch-in; HD loses as much as it is enlarged. */
  @Test
  void aPunchInCostsSharpnessOnlyBeyondTheRaster() {
    Wanted w = wanted(PlateKind.INSERT, 96, 1.8, true);
    assertThat(rank(w, take("wide", "plate:p", Raster.UHD, FrameRate.FILM, 200)).get(0))
        .matches(o -> o.way() == Way.PUNCHED_IN && o.sharpnessPercent() == 100);
    assertThat(rank(w, take("wide", "plate:p", Raster.HD, FrameRate.FILM, 200)))
        .filteredOn(o -> o.way() == Way.PUNCHED_IN)
        .singleElement()
        .satisfies(o -> assertThat(o.sharpnessPercent()).isCloseTo(100 / 1.8, within(1e-9)));
  }

  /**
   * 60 fps on 24 slows to 40 % without a made-up frame; 24 on 24 must make up what it stretches.
   */
  @Test
  void aShortTakeIsSlowedAsFarAsItsFramesCarry() {
    Wanted w = wanted(PlateKind.PERFORMANCE, 100, 1, true);
    Option fast =
        rank(w, take("60", "plate:p", Raster.UHD, FrameRate.of(60), 100)).stream()
            .filter(o -> o.way() == Way.SLOWED)
            .findFirst()
            .orElseThrow();
    assertThat(fast.madeUpPercent()).isCloseTo(0, within(1e-9));
    assertThat(fast.cadence()).startsWith("slowed to 40 %, 1.00 frames");
    List<Option> slow = rank(w, take("24", "plate:p", Raster.UHD, FrameRate.FILM, 50));
    assertThat(slow.get(0).way()).isIn(Way.HELD, Way.PICKED_UP);
    assertThat(slow)
        .anyMatch(o -> o.way() == Way.HELD && o.cadence().equals("last frame held 50 frames"));
  }

  @Test
  void whileTheSetStandsPickingItUpComesFirst() {
    Footage other = take("a", "plate:x", Raster.UHD, FrameRate.FILM, 300);
    assertThat(rank(wanted(PlateKind.PERFORMANCE, 96, 1, false), other).get(0).way())
        .isEqualTo(Way.PICKED_UP);
    assertThat(rank(wanted(PlateKind.PERFORMANCE, 96, 1, true), other).get(0).way())
        .isEqualTo(Way.ANOTHER_TAKE);
    assertThat(rank(wanted(PlateKind.GUIDE, 96, 1, true)))
        .extracting(Option::way)
        .containsExactly(Way.PICKED_UP);
    assertThatThrownBy(() -> wanted(PlateKind.CLEAN, 96, 0.5, true))
        .hasMessageStartingWith("tighter:");
  }

  /** More pixels, more frames or a nearer framing never make a way worse, whatever the takes. */
  @Test
  void betterFootageNeverRanksLower() {
    Random random = new Random(8);
    for (int i = 0; i < 400; i++) {
      Wanted w =
          wanted(
              random.nextBoolean() ? PlateKind.INSERT : PlateKind.PERFORMANCE,
              20 + random.nextInt(200),
              1 + random.nextDouble() * 3,
              true);
      int width = 640 + random.nextInt(3000);
      long frames = 5 + random.nextInt(300);
      FrameRate rate = FrameRate.of(List.of(24L, 25L, 48L, 60L, 120L).get(random.nextInt(5)));
      double base =
          best(rank(w, take("a", "plate:p", new Raster(width, width * 9 / 16), rate, frames)));
      assertThat(
              best(
                  rank(
                      w,
                      take(
                          "a",
                          "plate:p",
                          new Raster(width + 400, (width + 400) * 9 / 16),
                          rate,
                          frames))))
          .isGreaterThanOrEqualTo(base - 0.004);
      assertThat(
              best(
                  rank(
                      w,
                      take("a", "plate:p", new Raster(width, width * 9 / 16), rate, frames + 40))))
          .isGreaterThanOrEqualTo(base - 0.004);
      List<Option> ranked =
          rank(
              w,
              take("a", "plate:p", Raster.UHD, rate, frames),
              take("b", "plate:q", Raster.HD, rate, frames),
              take("c", "plate:x", Raster.UHD, rate, frames));
      assertThat(ranked)
          .isSortedAccordingTo((a, b) -> Double.compare(b.score(), a.score()))
          .allMatch(o -> o.score() >= 0 && o.score() <= 1);
      List<Option> few = Rescue.varied(ranked, 2);
      assertThat(few).extracting(Option::way).contains(Way.PICKED_UP);
      assertThat(few.size()).isLessThanOrEqualTo(3);
    }
  }

  private static double best(List<Option> all) {
    return all.stream()
        .filter(o -> o.way() != Way.PICKED_UP)
        .mapToDouble(Option::score)
        .max()
        .orElse(0);
  }

  @Test
  void aPickUpRepeatsWhatWasReadAndSaysWhatWasNot() {
    CameraData c =
        new CameraData(
            "K1",
            null,
            35.0,
            5.6,
            1 / 50.0,
            400.0,
            4300.0,
            false,
            false,
            2.2,
            false,
            FrameRate.FILM,
            Raster.UHD,
            1.45,
            0.0,
            null);
    List<String> lines = new ArrayList<>();
    Rescue.toRepeat(c).forEach(s -> lines.add(s.label() + " " + s.value()));
    assertThat(lines)
        .contains(
            "body K1",
            "lens not read",
            "focal length 35 mm",
            "stop f/5.6",
            "shutter 1/50 s",
            "white 4300 K",
            "focus 2.2 m, manual",
            "rate 24 fps",
            "raster 3840 × 2160",
            "distance not read");
  }

  /**
   * A walk across the frame, against looking at every column of every frame: each part that is
   * named is free in each frame that is named, and what is named is all that can be had.
   */
  @Test
  void thePartsThatAreNamedAreFreeInTheFramesThatAreNamed() {
    List<PlateZones.Occupied> walk = new java.util.ArrayList<>();
    for (int f = 0; f < 90; f++) {
      boolean empty = f >= 70 && f < 75;
      double at = 0.05 + 0.8 * f / 90;
      walk.add(
          new PlateZones.Occupied(
              f,
              empty ? Double.NaN : at,
              empty ? Double.NaN : at + 0.1,
              0,
              empty ? List.of() : List.of(new PlateZones.Box(at, 0.2, at + 0.1, 1)),
              new double[0][]));
    }
    FreeFrames free = FreeFrames.measured(walk);
    assertThat(free.columns().cardinality()).isEqualTo(100);
    java.util.BitSet named = new java.util.BitSet();
    for (String part :
        free.words().replace("free: ", "").replace("all of the", "0 to 100 % of the").split(", ")) {
      java.util.regex.Matcher frames =
          java.util.regex.Pattern.compile("in frames (\\d+) to (\\d+)").matcher(part);
      assertThat(frames.find()).as(part).isTrue();
      java.util.regex.Matcher share =
          java.util.regex.Pattern.compile("(\\d+) to (\\d+) %").matcher(part);
      while (share.find()) {
        named.set(Integer.parseInt(share.group(1)), Integer.parseInt(share.group(2)));
        for (int c = Integer.parseInt(share.group(1)); c < Integer.parseInt(share.group(2)); c++) {
          for (int f = Integer.parseInt(frames.group(1));
              f <= Integer.parseInt(frames.group(2));
              f++) {
            assertThat(clear(walk.get(f - 1), c)).as("column %d of frame %d", c, f).isTrue();
          }
        }
      }
    }
    assertThat(named.cardinality()).isGreaterThan(96);
    FreeFrames crowd =
        FreeFrames.measured(
            List.of(new PlateZones.Occupied(0, 0, 1, 1, walk.get(30).boxes(), new double[0][])));
    assertThat(crowd.words()).isEqualTo("free in no frame");
  }

  private static boolean clear(PlateZones.Occupied o, int column) {
    return o.empty()
        || (column + 1) / 100.0 <= o.left() - PlateZones.MARGIN
        || column / 100.0 >= o.right() + PlateZones.MARGIN;
  }

  private static FreeFrames free(boolean measured, double... edges) {
    List<FreeFrames.Seen> seen = new java.util.ArrayList<>();
    for (int i = 0; i < edges.length; i += 2) {
      seen.add(new FreeFrames.Seen(i / 2, edges[i], edges[i + 1]));
    }
    return new FreeFrames(seen, measured);
  }
}
