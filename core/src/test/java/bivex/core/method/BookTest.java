package bivex.core.method;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import bivex.core.InvalidInput;
import bivex.core.effort.EffortRates;
import bivex.core.effort.Estimate;
import bivex.core.effort.TaskKind;
import bivex.core.light.ScreenRefresh;
import bivex.core.method.Plan.Grade;
import bivex.core.method.Plan.SpanKind;
import bivex.core.optics.Raster;
import bivex.core.shoot.MatchGuard;
import bivex.core.shoot.PlateTerms;
import bivex.core.shoot.TakeCheck;
import bivex.core.time.FrameRate;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/**
 * Each method of the book by what it is known to owe and to warn of; figures are common practice
 * unless a source is named.
 */
class BookTest {
  private static final ShotSetting SETTING =
      new ShotSetting(FrameRate.FILM, Raster.UHD, Raster.HD, 1001, 120, 8, 36, 50);

  private static Plan plan(String method, Object... pairs) {
    Map<String, Object> values = new HashMap<>();
    for (int i = 0; i < pairs.length; i += 2) {
      values.put((String) pairs[i], pairs[i + 1]);
    }
    return MethodBook.derive(SETTING, List.of(new MethodChoice(method, values, "")));
  }

  private static Plan.Check check(Plan p, String key) {
    return p.checks().stream()
        .filter(c -> c.key().endsWith(key))
        .findFirst()
        .orElseThrow(
            () ->
                new AssertionError(
                    key + " in " + p.checks().stream().map(Plan.Check::key).toList()));
  }

  private static double units(Plan p, String task) {
    return p.tasks().stream()
        .filter(t -> t.key().endsWith(task))
        .mapToDouble(Plan.Task::units)
        .sum();
  }

  private static Plan.Layer layer(Plan p, String key) {
    return p.layers().stream().filter(l -> l.key().endsWith(key)).findFirst().orElseThrow();
  }

  private static double first(String text) {
    Matcher m = Pattern.compile("-?\\d+(\\.\\d+)?").matcher(text);
    assertThat(m.find()).as(text).isTrue();
    return Double.parseDouble(m.group());
  }

  @Test
  void aCameraSmallerThanDeliveryIsNotAsDelivered() {
    Plan small =
        MethodBook.derive(
            new ShotSetting(FrameRate.FILM, new Raster(1280, 720), Raster.HD, 1001, 120, 8, 36, 50),
            List.of(new MethodChoice("A1", Map.of(), "")));
    assertThat(small.cameraBrief())
        .filteredOn(b -> b.property().equals("raster"))
        .extracting(Plan.BriefLine::reason)
        .containsExactly("smaller than delivery: enlarged 1.50×");
    assertThat(check(small, "check:raster"))
        .satisfies(
            c -> {
              assertThat(c.grade()).isEqualTo(Grade.DOUBTFUL);
              assertThat(c.remedy()).contains("1920", "33 %");
            });
    assertThat(plan("A1").checks()).extracting(Plan.Check::key).doesNotContain("check:raster");
  }

  @Test
  void theBookHasEveryMethodOnceAndEachKnowsItsChapter() {
    assertThat(MethodBook.all())
        .extracting(Method::id)
        .containsExactly(
            "A1", "A2", "A3", "A4", "A5", "B1", "B2", "B3", "B4", "B5", "C1", "C2", "C3", "C4",
            "D1", "D2", "E1", "E2", "E3", "E4", "F1", "F2", "F3", "F4", "F5", "G1", "G2", "G3",
            "G4", "G5", "G6", "G7", "G8", "G9", "G10", "G11");
    assertThat(MethodBook.all())
        .allSatisfy(
            m -> {
              assertThat(m.chapter().ordinal()).as(m.id()).isEqualTo(m.id().charAt(0) - 'A');
              assertThat(m.parameters()).extracting(q -> q.key()).doesNotHaveDuplicates();
              assertThat(m.parameters())
                  .as(m.id() + " gives the reason of each default")
                  .noneMatch(q -> q.reason().isBlank());
              assertThat(m.cues()).as(m.id()).isNotEmpty();
            });
  }

  /**
   * The keys of every plan with its usual numbers. Evidence is tied to them: a change loosens the
   * evidence of every production, so it must be meant. Write the listing anew with {@code
   * -Dwrite=true}.
   */
  @Test
  void keysOfEveryPlanStayAsTheyAre() throws IOException {
    StringBuilder out = new StringBuilder();
    for (Method m : MethodBook.all()) {
      Plan p = plan(m.id());
      List<List<String>> keys =
          List.of(
              p.plates().stream().map(Plan.Plate::key).toList(),
              p.layers().stream().map(Plan.Layer::key).toList(),
              p.elements().stream().map(Plan.Element::key).toList(),
              p.tasks().stream().map(Plan.Task::key).toList(),
              p.data().stream().map(Plan.Datum::key).toList(),
              p.checks().stream().map(Plan.Check::key).toList(),
              p.cautions().stream().map(Plan.Caution::key).toList(),
              p.drawings().stream().map(Plan.Drawing::key).toList());
      out.append(m.id())
          .append('\n')
          .append(
              keys.stream().map(k -> "  " + String.join(" ", k)).collect(Collectors.joining("\n")))
          .append('\n');
    }
    Path file = Path.of("src/test/resources/plan-keys.txt");
    if (Boolean.getBoolean("write")) {
      Files.writeString(file, out);
    }
    assertThat(out.toString()).isEqualTo(Files.readString(file, StandardCharsets.UTF_8));
  }

  @Test
  void everyMethodDrawsEveryFrameAndNamesWhomToAskWherePeopleGetHurt() {
    for (Method m : MethodBook.all()) {
      Plan p = plan(m.id());
      assertThat(p.sketch()).as(m.id()).hasSize(120);
      assertThat(p.sketch())
          .as(m.id())
          .flatExtracting(Plan.SketchFrame::figures)
          .allMatch(
              f -> f.left() <= f.right() && f.left() >= 0 && f.right() <= 1 && f.opacity() > 0);
      assertThat(p.matchSet().plates().isEmpty())
          .as(m.id() + " has rules for the plates that must match, and plates for its rules")
          .isEqualTo(p.matchSet().rules().isEmpty());
      assertThat(p.matchSet().plates().size())
          .as(m.id() + " matches something with something")
          .isNotEqualTo(1);
      assertThat(p.plates())
          .as(m.id() + " says what can be done if a plate is missing")
          .noneMatch(q -> q.rescues().isEmpty());
      assertThat(
              plan(
                      m.id(),
                      m.parameters().stream().anyMatch(q -> q.key().equals("dialogue"))
                          ? new Object[] {"dialogue", true}
                          : new Object[] {})
                  .data()
                  .stream()
                  .anyMatch(d -> d.key().equals("datum:sound")))
          .as(m.id())
          .isEqualTo(!m.id().equals("F3"));
      assertThat(p.cautions())
          .as(m.id())
          .noneMatch(
              c ->
                  c.ask().isBlank()
                      || c.text().toLowerCase(java.util.Locale.ROOT).contains(" safe "));
    }
    assertThat(plan("B3").cautions()).extracting(Plan.Caution::ask).contains("stunt coordinator");
    assertThat(plan("E2").cautions()).extracting(Plan.Caution::ask).contains("armourer");
    assertThat(plan("F4", "matter", "fire bar").cautions())
        .extracting(Plan.Caution::ask)
        .contains("special-effects supervisor");
    assertThat(plan("C3").cautions()).extracting(Plan.Caution::ask).contains("electrician");
  }

  @Test
  void aCrossingDoubleIsCutByHandOrKeyed() {
    Plan hand = plan("A2", "contact", "staged blow");
    assertThat(units(hand, "task:A2/hand-matte")).isPositive();
    assertThat(hand.plates()).extracting(Plan.Plate::key).contains("plate:second-angle");
    assertThat(hand.cautions()).extracting(Plan.Caution::ask).contains("stunt coordinator");
    Plan key = plan("A2", "separate", "coloured screen");
    assertThat(units(key, "hand-matte")).isZero();
    assertThat(units(key, "task:A2/key")).isEqualTo(1);
    assertThat(layer(key, "crossing").settledBy()).isEqualTo("task:A2/key");
    assertThat(
            check(
                    plan(
                        "A2",
                        "zones",
                        List.of(
                            Map.of("part", 1, "frame", 0, "left", 0.1, "right", 0.4),
                            Map.of("part", 2, "frame", 0, "left", 0.6, "right", 0.9))),
                    "crosses")
                .grade())
        .isEqualTo(Grade.DOUBTFUL);
  }

  /**
   * A full turn in 20 s matches a 20 s phrase; it must end where it began when the first character
   * comes round again.
   */
  @Test
  void aMovedPassIsHeldAgainstMusicAndItsOwnStart() {
    Plan p =
        plan(
            "A3",
            "sweepDeg",
            360,
            "moveSeconds",
            20,
            "phraseSeconds",
            20,
            "oneLoop",
            true,
            "focalMm",
            24,
            "repeatDeg",
            0.02,
            "syncFrames",
            0);
    assertThat(check(p, "phrase").grade()).isEqualTo(Grade.HOLDS);
    assertThat(check(p, "loop").grade()).isEqualTo(Grade.HOLDS);
    assertThat(check(p, "register").figure()).startsWith("worst 0.9 px");
    assertThat(check(plan("A3", "sweepDeg", 350, "oneLoop", true), "loop").grade())
        .isEqualTo(Grade.FAILS);
    assertThat(check(plan("A3", "crossingFrames", 4), "paths").grade()).isEqualTo(Grade.FAILS);
    assertThat(check(plan("A3", "moveSeconds", 2), "move").grade()).isEqualTo(Grade.DOUBTFUL);
  }

  @Test
  void aThrownPropIsReplacedFromTheTopOfItsArcToTheHand() {
    Plan p = plan("A4", "distanceM", 3, "flightFrames", 22, "releaseFrame", 30, "handOver", 11);
    assertThat(check(p, "A4/throw").figure()).contains("3.27 m/s across, 4.49 m/s up, rise 1.03 m");
    assertThat(check(p, "hand-over").grade()).isEqualTo(Grade.HOLDS);
    assertThat(layer(p, "A4/prop").spans())
        .singleElement()
        .matches(s -> s.first() == 1042 && s.last() == 1053);
    Plan.Shape way = p.drawings().get(0).shapes().get(2);
    assertThat(way.points()).hasSize(12);
    assertThat(way.points().get(11).x()).isCloseTo(0.78 * 3840, within(1e-6));
    assertThat(way.points().get(11).y()).isCloseTo(0.55 * 2160, within(1e-6));
    assertThat(check(plan("A4", "giverTakes", 2), "takes").grade()).isEqualTo(Grade.DOUBTFUL);
  }

  /** A tenth of the width is 384 px at 3840; 0.3 ± 0.2 at ten a second does not go out. */
  @Test
  void echoesGoOutAndComeBackAlike() {
    Plan p = plan("A5", "offsetPct", 10, "retimePct", 100);
    assertThat(check(p, "offset").figure()).startsWith("copies 384 px out");
    assertThat(units(p, "A5/matte")).isEqualTo(18);
    assertThat(p.drawings())
        .singleElement()
        .satisfies(
            d ->
                assertThat(
                        d.shapes().get(0).points().stream()
                            .mapToDouble(Plan.Point::y)
                            .max()
                            .orElse(0))
                    .isCloseTo(384, within(1e-6)));
    for (Plan.SketchFrame f : p.sketch()) {
      if (f.figures().size() == 3) {
        assertThat(f.figures().get(0).left() + f.figures().get(1).right())
            .isCloseTo(1, within(1e-9));
      }
    }
    assertThat(check(plan("A5", "crossed", true), "crossing").grade()).isEqualTo(Grade.FAILS);
    assertThat(check(plan("A5", "areaShare", 0.4), "A5/flicker").figure()).contains("guideline");
  }

  /**
   * 12 frames at 24 fps rise 0.31 m; held 8; the launch at 125 % takes 80 % of its length; out in 4
   * over the whole height.
   */
  @Test
  void aLeapIsHeldAtItsTop() {
    Plan p =
        plan(
            "B3",
            "takeOffFrame",
            30,
            "airFrames",
            12,
            "holdFrames",
            8,
            "exitFrames",
            4,
            "launchPct",
            125);
    assertThat(check(p, "B3/jump").figure()).contains("0.50 s, 0.31 m; highest after 6");
    assertThat(layer(p, "B3/held").spans())
        .extracting(Plan.Span::kind)
        .containsExactly(SpanKind.HOLD, SpanKind.STREAK);
    Plan.Span hold = layer(p, "B3/held").spans().get(0);
    assertThat(hold.last() - hold.first() + 1).isEqualTo(8);
    assertThat(hold.first()).isEqualTo(1001 + 30 + 5);
    assertThat(layer(p, "layer:jump").retime()).startsWith("125 %");
    assertThat(check(plan("B3", "distanceM", 2), "fit").remedy()).contains("90°", "is not enough");
    assertThat(check(plan("B3", "airFrames", 40), "B3/jump").grade()).isEqualTo(Grade.DOUBTFUL);
    assertThat(check(plan("B3", "push", 1), "edges").grade()).isEqualTo(Grade.FAILS);
  }

  /** A fall of 12 m takes √(2h/g) = 1.56 s and ends at 15.3 m/s (textbook). */
  @Test
  void aDropInTellsTheFallAndPerformsASmallOne() {
    Plan p = plan("B4", "dropM", 12);
    assertThat(check(p, "fall").figure()).contains("1.56 s", "15.3 m/s");
    assertThat(check(plan("B4", "realM", 1.5), "real").grade()).isEqualTo(Grade.FAILS);
    assertThat(p.sketch().get(10).figures()).isEmpty();
    assertThat(p.sketch().get(40).figures())
        .singleElement()
        .matches(f -> f.label().equals("landing"));
  }

  @Test
  void aTurnedCameraGainsTheAspectRatio() {
    double upright = first(check(plan("B5", "turned", false), "fit").figure());
    double turned = first(check(plan("B5", "turned", true), "fit").figure());
    assertThat(upright / turned).isCloseTo(16.0 / 9, within(0.02));
  }

  /** The source frames of a ramp, added up frame by frame from the drawn curve. */
  @ParameterizedTest
  @CsvSource({"out of the straight part", "into the straight part"})
  void aRampShootsWhatItsCurveRunsThrough(String direction) {
    Plan p =
        plan("C1", "capture", "96", "straightSpeed", 0.5, "rampSpeed", 6, "direction", direction);
    double sum =
        p.drawings().get(0).shapes().get(0).points().stream().mapToDouble(q -> q.y() * 4).sum();
    assertThat(first(check(p, "footage").figure())).isCloseTo(sum, within(sum * 0.03));
    assertThat(check(plan("C1", "runUpSeconds", 0), "footage").grade()).isEqualTo(Grade.FAILS);
    assertThat(
            check(plan("C1", "rampSpeed", 0, "direction", "out of the straight part"), "tail")
                .figure())
        .contains("stand");
    assertThat(check(plan("C1", "capture", "60", "straightSpeed", 0.5), "cadence"))
        .satisfies(
            c -> {
              assertThat(c.grade()).as("a step of 1.25 stutters").isEqualTo(Grade.FAILS);
              assertThat(c.remedy()).isEqualTo("Play it at 0.4×, or capture at 48 fps.");
            });
    assertThat(check(plan("C1", "capture", "96", "straightSpeed", 0.25), "cadence").grade())
        .isEqualTo(Grade.HOLDS);
  }

  @Test
  void linkedRampsMustMoveTheSameWay() {
    Plan p = plan("C2", "cutAt", 60);
    assertThat(check(p, "direction").grade()).isEqualTo(Grade.HOLDS);
    assertThat(
            check(
                    plan("C2", "firstMoves", "to the left", "secondMoves", "to the right"),
                    "direction")
                .grade())
        .isEqualTo(Grade.FAILS);
    assertThat(check(plan("C2", "secondPxPerSecond", 40), "C2/join").grade())
        .isEqualTo(Grade.DOUBTFUL);
    assertThat(p.plates())
        .extracting(Plan.Plate::key)
        .contains("plate:ramp-first", "plate:ramp-second");
    assertThat(layer(p, "ramp-first").spans().get(0).last() + 1)
        .isEqualTo(layer(p, "ramp-second").spans().get(0).first());
  }

  /**
   * 240 fps on 24 reads in real time at ten frames a step and costs 3.32 stops; a two-frame flash
   * may be missed.
   */
  @Test
  void twoSpeedsOfOnePlate() {
    Plan p = plan("C3", "capture", "240", "slowSpeed", 0.1, "eventFrames", 2);
    assertThat(check(p, "cadence-slow").figure()).isEqualTo("1.000 captured frames a step");
    assertThat(check(p, "light").figure()).isEqualTo("3.32 stops");
    assertThat(check(p, "event").figure()).startsWith("in 0 to 1 frames, 20 %");
    assertThat(plan("C3", "made", "two plates at two rates").plates())
        .extracting(Plan.Plate::key)
        .contains("plate:world");
  }

  /** Two rates cannot be one match set: the guard would refuse the plate that is right. */
  @Test
  void aPlateAtAnotherRateIsNotHeldAgainstTheOthers() {
    assertThat(plan("C3").matchSet().plates()).contains("plate:slow", "plate:clean");
    Plan two = plan("C3", "made", "two plates at two rates");
    assertThat(two.matchSet().plates()).contains("plate:world", "plate:slow", "plate:clean");
    MatchGuard.Optics optics = new MatchGuard.Optics(Raster.UHD, 36, 6.0);
    TakeCheck.Shot world = asAsked(two, "plate:world");
    TakeCheck.Shot slow = asAsked(two, "plate:slow");
    assertThat(slow.camera().rate()).isNotEqualTo(world.camera().rate());
    assertThat(TakeCheck.of(slow, world, two.matchSet().rules(), optics))
        .as("the rates differ by plan")
        .isEmpty();
    TakeCheck.Shot wrong =
        new TakeCheck.Shot(
            slow.camera().with("rate", FrameRate.FILM).with("focalMm", 50.0), 20, slow.terms());
    assertThat(TakeCheck.of(wrong, world, two.matchSet().rules(), optics))
        .extracting(MatchGuard.Finding::property)
        .contains("rate", "focalMm");
  }

  /** A take just as its plate is asked for. */
  private static TakeCheck.Shot asAsked(Plan p, String plate) {
    PlateTerms asks =
        p.plates().stream().filter(q -> q.key().equals(plate)).findFirst().orElseThrow().asks();
    return new TakeCheck.Shot(asks.camera(), asks.seconds(), asks);
  }

  @Test
  void aLookInCameraIsPaidForInLight() {
    assertThat(check(plan("C4", "lookDegrees", 360), "light").figure())
        .startsWith("1.00 stops too many, f/7.9");
    assertThat(check(plan("C4", "lookDegrees", 8, "fNumber", 2), "light").remedy()).contains("ISO");
    assertThat(plan("C4").plates())
        .extracting(Plan.Plate::key)
        .containsExactly("plate:look", "plate:natural");
  }

  /** 2 px at 2000 px/s is 1/1000 s; from 1/48 that is 4.38 stops. */
  @Test
  void aTrackingPlateIsShotAsFastAsTheBlurWants() {
    Plan p = plan("D1", "pxPerSecond", 2000, "limitPx", 2);
    assertThat(check(p, "blur").figure()).contains("1/1000 s");
    assertThat(check(p, "stops").figure()).startsWith("4.38 stops");
    assertThat(check(plan("D1", "artworkPx", 300), "face").grade()).isEqualTo(Grade.FAILS);
    assertThat(plan("D1", "personTurns", true).plates())
        .extracting(Plan.Plate::key)
        .contains("plate:clean");
    assertThat(units(plan("D1", "track", "by hand"), "D1/track")).isEqualTo(120);
  }

  /** 40 mm against 240 mm at 1.8 m stands at 0.30 m. */
  @Test
  void aScaleSwapSaysWhereTheSmallThingStands() {
    Plan p = plan("D2", "smallMm", 40, "largeMm", 240, "farM", 1.8, "focus", "on both at once");
    assertThat(check(p, "place").figure()).startsWith("at 0.300 m; a cm is 3.3 %");
    assertThat(check(p, "sharp").grade()).isEqualTo(Grade.FAILS);
    double needed =
        first(check(p, "sharp").figure().substring(check(p, "sharp").figure().indexOf("f/") + 2));
    assertThat(
            check(
                    plan(
                        "D2",
                        "smallMm",
                        40,
                        "largeMm",
                        240,
                        "farM",
                        1.8,
                        "focus",
                        "on both at once",
                        "fNumber",
                        Math.min(32, needed + 0.1)),
                    "sharp")
                .grade())
        .isEqualTo(needed < 32 ? Grade.HOLDS : Grade.FAILS);
    assertThat(p.drawings())
        .extracting(Plan.Drawing::kind)
        .containsExactly(Plan.DrawingKind.SIDE, Plan.DrawingKind.ABOVE);
  }

  /**
   * What practice does: each sharp in its own plate and the change on a held frame; in doubt until
   * it was tried. The circle is that of the thin-lens equation, image distances worked out.
   */
  @Test
  void aScaleSwapThatNoOpeningHoldsIsFocusedPlateByPlate() {
    Plan p = plan("D2", "smallMm", 40, "largeMm", 240, "farM", 1.8, "focalMm", 35, "fNumber", 4);
    assertThat(check(p, "sharp").grade()).isEqualTo(Grade.DOUBTFUL);
    double near = 1 / (1 / 35.0 - 1 / 300.0);
    double far = 1 / (1 / 35.0 - 1 / 1800.0);
    double circle = 35 / 4.0 * (near - far) / far * 1920 / 36;
    assertThat(check(p, "sharp").figure()).contains(String.format("a circle of %.0f px", circle));
    assertThat(check(p, "sharp").remedy()).startsWith("Hold the last frame 6 frames");
    assertThat(check(plan("D2", "holdFrames", 1), "sharp").remedy()).contains("at a plain cut");
    assertThat(p.plates())
        .filteredOn(q -> List.of("plate:trick", "plate:large").contains(q.key()))
        .extracting(q -> q.asks().camera().focusM())
        .containsExactly(0.3, 1.8);
    // One focus for each plate, and no third beside them.
    assertThat(p.cameraBrief())
        .filteredOn(b -> b.label().startsWith("focus"))
        .extracting(Plan.BriefLine::value)
        .containsExactlyInAnyOrder("1.8 m · manual", "0.30 m · manual");
  }

  @Test
  void aBeamThatLastsOwesARealLight() {
    Plan p = plan("E1", "beamFrames", 60);
    assertThat(p.data()).extracting(Plan.Datum::key).contains("datum:light-cue");
    assertThat(units(p, "E1/track")).isEqualTo(60);
    assertThat(units(plan("E1", "track", "lit and tracked automatically"), "E1/track"))
        .isEqualTo(1);
    assertThat(plan("E1", "beamFrames", 3).data())
        .extracting(Plan.Datum::key)
        .doesNotContain("datum:light-cue");
    assertThat(check(plan("E1", "flickerHz", 9, "areaShare", 0.5), "E1/flash").grade())
        .isEqualTo(Grade.DOUBTFUL);
    assertThat(layer(plan("E1", "binding", "rigid with the prop"), "beam-1").placement())
        .startsWith("rigid");
    assertThat(plan("E1", "sources", 2).layers())
        .extracting(Plan.Layer::key)
        .contains("layer:E1/beam-1", "layer:E1/beam-2");
  }

  /** WCAG 2.2, 2.3.1: three flashes in a second are the limit, the fourth is beyond it. */
  @Test
  void burstsAreCountedAgainstTheGuideline() {
    assertThat(check(plan("E2", "count", 3, "every", 8), "E2/flash").grade())
        .isEqualTo(Grade.HOLDS);
    assertThat(check(plan("E2", "count", 4, "every", 7), "E2/flash").figure())
        .contains("4 flashes in one second");
    assertThat(
            check(plan("E2", "real", true, "capture", "120", "flashFrames", 1), "survives").grade())
        .isEqualTo(Grade.DOUBTFUL);
    for (Method m : MethodBook.all()) {
      assertThat(plan(m.id()).checks())
          .noneMatch(
              c ->
                  (c.figure() + c.remedy())
                      .toLowerCase(java.util.Locale.ROOT)
                      .matches(".*\\b(is|are) safe\\b.*"));
    }
  }

  @Test
  void builtAndDrawnWorlds() {
    assertThat(check(plan("E3", "looks", 1), "looks").grade()).isEqualTo(Grade.DOUBTFUL);
    assertThat(plan("E3").data()).extracting(Plan.Datum::key).contains("datum:look");
    assertThat(check(plan("E4", "artworkPx", 500), "artwork").grade()).isEqualTo(Grade.FAILS);
    assertThat(check(plan("F1", "builtAt", "30"), "sequence").figure()).contains("24.0 frames");
    assertThat(check(plan("F1", "piece", "sharp and near", "solveErrorPx", 1.2), "solve").grade())
        .isEqualTo(Grade.DOUBTFUL);
    assertThat(check(plan("F1", "piece", "soft or distant", "solveErrorPx", 1.5), "solve").grade())
        .isEqualTo(Grade.HOLDS);
    assertThat(plan("F1", "performer", false).plates())
        .extracting(Plan.Plate::key)
        .doesNotContain("plate:keyed", "plate:clean-key");
    assertThat(check(plan("F2", "kind", "kick", "turnDeg", 2, "push", 1.2), "overscan").figure())
        .startsWith("covered from 1.0997×");
    assertThat(check(plan("F4", "modelScale", 4, "speed", 0.5), "F4/scale").grade())
        .isEqualTo(Grade.HOLDS);
    assertThat(check(plan("F5", "readFrames", 12), "read").grade()).isEqualTo(Grade.DOUBTFUL);
  }

  /**
   * 80 frames over 120 need 66.7 %, which one frame in one repeats; 3840 into 1920 stays sharp to
   * 2×.
   */
  @Test
  void aRescueSaysWhatItCosts() {
    assertThat(check(plan("F3", "from", "slow-down", "sourceFrames", 80), "cadence").figure())
        .startsWith("0.667 captured frames a step, 33 % made up");
    assertThat(check(plan("F3", "punch", 2, "sourceFrames", 200), "sharp").grade())
        .isEqualTo(Grade.HOLDS);
    assertThat(check(plan("F3", "punch", 2.5), "sharp").grade()).isEqualTo(Grade.DOUBTFUL);
    assertThat(check(plan("F3", "from", "punch-in", "sourceFrames", 100), "length").figure())
        .isEqualTo("20 frames short");
    assertThat(layer(plan("F3", "sourceFrames", 100), "source").spans())
        .extracting(Plan.Span::kind)
        .containsExactly(SpanKind.PRESENT, SpanKind.HOLD);
  }

  /**
   * Advice that was once wrong: a beam that is pushed in is so much longer; a throw that leaves the
   * picture; a camera that is turned and still too near.
   */
  @Test
  void whatIsPushedThrownOrTurnedIsReckonedToTheEnd() {
    double plain =
        Double.parseDouble(
            check(plan("E1", "push", 1), "element").figure().replaceAll(".*of (\\d+) px", "$1"));
    assertThat(check(plan("E1", "push", 1.3), "element").figure())
        .endsWith(String.format("of %.0f px", plain * 1.3));
    // 40 frames at 24 fps rise g·T²/8 = 3.405 m: at 716.8 px a metre 2441 px, hands 1188 px down.
    Plan.Check high = check(plan("A4", "flightFrames", 40), "in-frame");
    assertThat(high.grade()).isEqualTo(Grade.DOUBTFUL);
    assertThat(high.figure()).startsWith("1253 px above the frame");
    assertThat(check(plan("A4"), "in-frame").grade()).isEqualTo(Grade.HOLDS);
    assertThat(check(plan("B3", "distanceM", 2), "fit").remedy())
        .contains("turning the camera 90° is not enough");
    assertThat(check(plan("B3", "distanceM", 2.5), "fit").remedy())
        .contains("or turn the camera 90°: then it is 80 %");
  }

  @Test
  void aScriptSuggestsMethodsAndOthersToCompareThemWith() {
    assertThat(
            MethodBook.suitable("Ines leaps from the jetty, straight up and out of the light.", 3))
        .hasSize(3)
        .satisfies(
            s -> {
              assertThat(s.get(0).method().id()).isEqualTo("B3");
              assertThat(s.get(0).found()).contains("leap");
              assertThat(s).allMatch(x -> x.method().chapter() == Method.Chapter.SUDDEN_MOVEMENT);
            });
    assertThat(MethodBook.suitable("She raises the pistol and fires.", 3).get(0).method().id())
        .isEqualTo("E2");
    assertThat(MethodBook.suitable("They talk about the weather.", 3)).isEmpty();
  }

  @Test
  void aProductionsOwnRatesReachEveryTask() {
    EffortRates dear = EffortRates.DEFAULTS.calibrated(TaskKind.HAND_MATTE, 3);
    ShotSetting s =
        new ShotSetting(FrameRate.FILM, Raster.UHD, Raster.HD, 1001, 120, 8, 36, 50, dear);
    Estimate usual =
        plan("A2").tasks().stream()
            .filter(t -> t.kind() == TaskKind.HAND_MATTE)
            .findFirst()
            .orElseThrow()
            .hours();
    Estimate own =
        MethodBook.derive(s, List.of(new MethodChoice("A2", Map.of(), ""))).tasks().stream()
            .filter(t -> t.kind() == TaskKind.HAND_MATTE)
            .findFirst()
            .orElseThrow()
            .hours();
    assertThat(own.mean()).isCloseTo(3 * usual.mean(), within(1e-9));
  }

  /**
   * What depends on px must not depend on how large a metre is written: the same set twice as large
   * with twice the lens speeds.
   */
  @Test
  void figuresDoNotDependOnTheUnitsTheyAreGivenIn() {
    ShotSetting small =
        new ShotSetting(FrameRate.FILM, Raster.UHD, Raster.HD, 1001, 120, 8, 18, 50);
    Plan wide =
        MethodBook.derive(SETTING, List.of(new MethodChoice("B3", Map.of("focalMm", 40), "")));
    Plan half =
        MethodBook.derive(small, List.of(new MethodChoice("B3", Map.of("focalMm", 20), "")));
    assertThat(check(wide, "fit").figure()).isEqualTo(check(half, "fit").figure());
    assertThat(check(wide, "exit").figure()).isEqualTo(check(half, "exit").figure());
  }

  @ParameterizedTest
  @CsvSource({
    "A3,moveSeconds,0",
    "A4,flightFrames,119",
    "A4,handOver,30",
    "A5,startFrame,110",
    "B3,takeOffFrame,119",
    "B4,landFrame,2",
    "B5,flightFrom,120",
    "C1,capture,fast",
    "C1,straightFrames,119",
    "C2,cutAt,120",
    "C3,slowSpeed,-1",
    "D2,largeMm,30",
    "D2,swapFrame,119",
    "E1,beamFrames,110",
    "E2,count,60",
    "F1,builtAt,x",
    "F5,readFrames,119",
    "F5,words,"
  })
  void whatCannotBeIsRefusedByName(String method, String key, String value) {
    assertThatThrownBy(() -> plan(method, key, value == null ? "" : value))
        .isInstanceOf(InvalidInput.class)
        .satisfies(
            e ->
                assertThat(((InvalidInput) e).field())
                    .isEqualTo(key.equals("largeMm") ? "large size" : key));
  }

  /**
   * A matte made with help costs its own rate on every frame and the hand's rate on those that are
   * repaired; where all are repaired it is no gain, and in each case somebody must have tried it.
   */
  @Test
  void aMatteMadeWithHelpIsPlannedWithItsRepairs() {
    int methods = 0;
    for (Method m : MethodBook.all()) {
      if (m.parameters().stream().noneMatch(p -> p.key().equals("matte"))) {
        continue;
      }
      Map<String, Object> values = new HashMap<>(FRAMES_TO_MATTE);
      values.keySet().retainAll(m.parameters().stream().map(p -> p.key()).toList());
      Plan hand = derived(m, values);
      double byHand = hours(hand, TaskKind.HAND_MATTE);
      if (byHand == 0) {
        continue;
      }
      methods++;
      for (String way : List.of("brush", "cut-out")) {
        TaskKind kind = way.equals("brush") ? TaskKind.BRUSH_MATTE : TaskKind.CUT_OUT;
        values.put("matte", way);
        for (double share : new double[] {0, 25, 100}) {
          values.put("repairPct", share);
          Plan p = derived(m, values);
          assertThat(hours(p, kind)).as(m.id()).isPositive();
          assertThat(hours(p, TaskKind.HAND_MATTE)).isCloseTo(byHand * share / 100, within(1e-9));
          assertThat(p.data()).extracting(Plan.Datum::key).contains("datum:matte");
        }
      }
      assertThat(hand.data()).extracting(Plan.Datum::key).doesNotContain("datum:matte");
    }
    assertThat(methods).isGreaterThanOrEqualTo(8);
  }

  private static final Map<String, Object> FRAMES_TO_MATTE =
      Map.of("crossingFrames", 20, "bodyInside", true, "fingerFrames", 20);

  private static Plan derived(Method m, Map<String, Object> values) {
    return MethodBook.derive(SETTING, List.of(new MethodChoice(m.id(), values, "")));
  }

  private static double hours(Plan p, TaskKind kind) {
    return p.tasks().stream()
        .filter(t -> t.kind() == kind)
        .mapToDouble(t -> t.hours().likely())
        .sum();
  }

  /**
   * 12 % of 3840 px and 5 % of shadow and 24 px of edges are 676.8 px; at 400 px/s and 24 fps that
   * is 40.6 frames. A take that covers itself rolls so much longer.
   */
  @Test
  void whatCoversItselfNeedsTheFramesItTakesToLeave() {
    Plan alone = plan("G1", "by", "a clean plate");
    Plan p = plan("G1", "by", "an offset copy of the take");
    assertThat(check(p, "offset").figure()).startsWith("after 41 frames");
    assertThat(p.plates()).extracting(Plan.Plate::key).doesNotContain("plate:clean");
    assertThat(seconds(p) - seconds(alone)).isCloseTo(41 / 24.0, within(1e-9));
    assertThat(layer(p, "cover").retime()).isEqualTo("shifted by 41 frames");
    Plan stands = plan("G1", "by", "an offset copy of the take", "pxPerSecond", 0);
    assertThat(check(stands, "offset").grade()).isEqualTo(Grade.FAILS);
    assertThat(
            check(plan("G1", "by", "an offset copy of the take", "camera", "moving"), "offset")
                .grade())
        .isEqualTo(Grade.FAILS);
    // Painted in a frame that stands it is a few frames, in depth under a moving camera all.
    assertThat(units(plan("G1", "by", "painting"), "paint")).isEqualTo(3);
    assertThat(
            units(
                plan(
                    "G1",
                    "by",
                    "painting",
                    "camera",
                    "moving",
                    "behind",
                    "deep: near and far things"),
                "paint"))
        .isEqualTo(SETTING.cutFrames());
  }

  private static double seconds(Plan p) {
    return p.plate("plate:performance-1").orElseThrow().seconds();
  }

  /** 60 Hz in 1/48 s is 1.25 refreshes; 1/60 s is one. */
  @Test
  void aLitScreenIsHeldAgainstTheShutterAndADarkOneIsNot() {
    Plan dark = plan("G2");
    assertThat(dark.checks()).extracting(Plan.Check::key).doesNotContain("check:G2/refresh");
    assertThat(layer(dark, "picture").blend()).isEqualTo("screen");
    Plan lit = plan("G2", "onTheDay", "lit, with a picture that is kept");
    assertThat(check(lit, "refresh").figure())
        .contains("25 % of its height", "1.0 stops brighter", "50 % a frame", "if it is lit");
    assertThat(check(lit, "refresh").remedy()).contains("1/60", "48 Hz or a multiple");
    // Whoever does what it says has no band, at any shutter.
    for (double shutter : new double[] {90, 144, 172.8, 180, 200, 360}) {
      double t = shutter / 360 / SETTING.rate().fps();
      for (int k = 1; k < 4; k++) {
        assertThat(ScreenRefresh.of(k / t, t, SETTING.rate()).even()).isTrue();
      }
      double safe = ScreenRefresh.of(60, t, SETTING.rate()).safeSeconds();
      assertThat(ScreenRefresh.of(60, safe, SETTING.rate()).even()).isTrue();
    }
    // What it mirrors is shot where the picture is laid over it, and lies over the picture.
    assertThat(lit.matchSet().plates()).containsExactly("plate:performance-1", "plate:G2/dark");
    assertThat(lit.layers())
        .extracting(Plan.Layer::key)
        .containsSubsequence("layer:G2/picture", "layer:G2/mirror", "layer:grade");
    assertThat(dark.plates()).noneMatch(x -> x.key().equals("plate:G2/dark"));
    assertThat(
            check(
                    plan(
                        "G2",
                        "onTheDay",
                        "lit, with a picture that is kept",
                        "shutterDegrees",
                        144),
                    "refresh")
                .grade())
        .isEqualTo(Grade.HOLDS);
    assertThat(check(plan("G2", "picturePx", 100), "picture").grade()).isEqualTo(Grade.FAILS);
  }

  /** 20° about a point 0.1 m behind: 0.0342 m aside, at 4 m and 3733 px more than 30 px. */
  @Test
  void aPictureBehindAPanIsFlatOnlyWhereNothingSlides() {
    Plan p = plan("G3", "camera", "panned or tilted");
    assertThat(check(p, "parallax").grade()).isEqualTo(Grade.DOUBTFUL);
    assertThat(first(check(p, "parallax").figure())).isBetween(25.0, 45.0);
    assertThat(check(plan("G3", "camera", "panned or tilted", "pivotM", 0), "parallax").grade())
        .isEqualTo(Grade.HOLDS);
    assertThat(check(plan("G3"), "parallax").grade()).isEqualTo(Grade.HOLDS);
    // 54.4° of view at 35 mm and 20° more.
    assertThat(p.elements().get(0).minWidthPx()).isBetween(2620, 2630);
    assertThat(units(plan("G3", "camera", "travels"), "track")).isEqualTo(1);
  }

  /**
   * Rain of 7 m/s in 2 m/s of wind is 7.28 m/s, slanted by 16°; at 1.5 m a metre is 2489 px, so
   * that 1/48 s draws 377 px.
   */
  @Test
  void rainIsAsLongAsTheShutterMakesItAndSlantsWithTheWind() {
    Plan p = plan("G4");
    assertThat(first(check(p, "streak").figure())).isCloseTo(377, within(1.0));
    assertThat(p.elements()).hasSize(3).allMatch(e -> e.how().contains("slanted by 16°"));
    assertThat(p.elements().get(0).how()).contains("as at 25 m");
    assertThat(p.elements().get(2).how()).contains("as at 1.5 m");
    assertThat(p.cautions()).extracting(Plan.Caution::ask).containsExactly("electrician");
    assertThat(check(plan("G4", "nearM", 0.5), "streak").grade()).isEqualTo(Grade.DOUBTFUL);
    assertThat(plan("G4", "air", "fog").checks())
        .extracting(Plan.Check::key)
        .doesNotContain("check:G4/streak");
  }

  /**
   * 10 000 lx at ISO 400 and 1/48 s, f/5.6: log2(10 000 · 400 ÷ 250) − log2(31.36 · 48) = 3.41 over
   * normal; with two stops under it takes 5.4 of density. 200 lx on 10 000 are 0.03 stops.
   */
  @Test
  void aDayForNightNamesItsDensityAndItsLamps() {
    Plan p = plan("G5");
    assertThat(check(p, "G5/density").figure()).contains("5.4 stops");
    assertThat(check(p, "G5/lamps"))
        .satisfies(
            c -> {
              assertThat(c.grade()).isEqualTo(Grade.DOUBTFUL);
              assertThat(c.figure()).startsWith("0.03");
              assertThat(c.remedy()).contains("30000 lx");
            });
    assertThat(check(plan("G5", "lampLux", 30_000), "G5/lamps").grade()).isEqualTo(Grade.HOLDS);
    assertThat(check(plan("G5", "dayLux", 20), "G5/density").grade()).isEqualTo(Grade.DOUBTFUL);
    assertThat(check(plan("G5", "behind", false), "G5/sun").grade()).isEqualTo(Grade.DOUBTFUL);
    assertThat(units(p, "G5/lamps")).isEqualTo(2);
    assertThat(plan("G5", "skyPct", 0, "lamps", 0).layers())
        .extracting(Plan.Layer::key)
        .containsExactly("layer:performance-1", "layer:grade");
  }

  /** tan 5° at a focal length of 3733 px is 327 px; a view from twice the height halves things. */
  @Test
  void twoPlatesAgreeInLensHeightAndTilt() {
    Plan p = plan("G6", "parted", "a coloured screen", "screenM", 1, "camera", "moves");
    assertThat(p.plates()).extracting(Plan.Plate::key).contains("plate:G6/screen");
    assertThat(check(p, "G6/screen").grade()).isEqualTo(Grade.DOUBTFUL);
    assertThat(units(p, "G6/matte")).isEqualTo(1);
    assertThat(units(p, "G6/solve")).isEqualTo(1);
    assertThat(check(plan("G6", "backTiltDeg", 5), "horizon").figure()).startsWith("327 px");
    assertThat(check(plan("G6", "ground", true, "backHeightM", 3), "height"))
        .satisfies(
            c -> {
              assertThat(c.figure()).contains("0.50×");
              assertThat(c.remedy()).contains("1.5 m");
            });
    assertThat(check(plan("G6", "focalMm", 85, "backFocalMm", 35), "G6/size").grade())
        .isEqualTo(Grade.DOUBTFUL);
    Plan narrow = plan("G6", "parted", "a coloured screen", "backFocalMm", 50);
    assertThat(check(narrow, "G6/covers"))
        .satisfies(
            c -> {
              assertThat(c.grade()).isEqualTo(Grade.FAILS);
              assertThat(c.figure()).startsWith("it covers 70 %");
            });
    assertThat(check(plan("G6", "backFocalMm", 50, "widthPct", 35), "G6/covers").grade())
        .as("behind a window a third of the frame is enough")
        .isEqualTo(Grade.HOLDS);
    assertThat(units(plan("G6", "parted", "a matte of people and things"), "G6/matte"))
        .isEqualTo(120);
  }

  /** 4 mm at 5 m through 35 mm on 36 mm and 3840 px are 2.99 px, 1.49 of 1920. */
  @Test
  void aWireIsCoveredBesideTheBodyAndPaintedOnIt() {
    Plan p = plan("G7", "frames", 72, "bodyPct", 25, "count", 2);
    assertThat(check(p, "G7/width").figure()).startsWith("3.0 px recorded, 1.5 px");
    assertThat(units(p, "G7/body")).isEqualTo(36);
    assertThat(units(p, "G7/paint")).isZero();
    assertThat(units(plan("G7", "by", "painting", "frames", 72, "bodyPct", 25), "G7/paint"))
        .isEqualTo(108);
    assertThat(p.cautions()).extracting(Plan.Caution::ask).contains("rigger");
    assertThat(check(plan("G7", "camera", "moves"), "G7/behind").grade()).isEqualTo(Grade.DOUBTFUL);
    assertThat(check(plan("G7", "thickMm", 0.5), "G7/width").grade()).isEqualTo(Grade.DOUBTFUL);
  }

  /**
   * 40 px to both sides of 3840 take 3840 ÷ 3760 = 1.0213; a blur of 400 px/s in 1/48 s is 8.3 px
   * recorded, and what is shot at the angle the remedy names holds.
   */
  @Test
  void aSteadiedShotIsFramedWiderAndKeepsItsBlur() {
    Plan p = plan("G8", "shiftX", 40, "shiftY", 0, "rollDeg", 0);
    assertThat(check(p, "G8/reserve").figure()).startsWith("1.02×");
    assertThat(units(p, "G8/steady")).isEqualTo(1);
    Plan.Check blur = check(p, "G8/blur");
    assertThat(blur.grade()).isEqualTo(Grade.DOUBTFUL);
    assertThat(first(blur.figure())).isCloseTo(400 / 48.0 / 2 * 1.0213, within(0.05));
    double angle = first(blur.remedy());
    assertThat(
            check(
                    plan("G8", "shiftX", 40, "shiftY", 0, "rollDeg", 0, "shutterDegrees", angle),
                    "G8/blur")
                .grade())
        .isEqualTo(Grade.HOLDS);
    assertThat(check(plan("G8", "want", "both", "closer", 2.5), "G8/reserve").grade())
        .isEqualTo(Grade.DOUBTFUL);
    assertThat(p.data()).extracting(Plan.Datum::key).contains("datum:G8/jolt");
    Plan framed = plan("G8", "want", "framed otherwise", "closer", 1.5);
    assertThat(framed.checks()).extracting(Plan.Check::key).doesNotContain("check:G8/blur");
    assertThat(check(framed, "G8/reserve").figure()).startsWith("1.50×");
  }

  /** A square mirror straight ahead shows the camera; turned as the remedy says it does not. */
  @Test
  void aMirrorShowsThePerformerAndNotTheCamera() {
    Object[] square = {"mirrorAcrossM", 0, "mirrorTurnDeg", 0, "mirrorWidthM", 1};
    Plan p = plan("G9", square);
    Plan.Check camera = check(p, "G9/camera");
    assertThat(camera.grade()).isEqualTo(Grade.DOUBTFUL);
    assertThat(units(p, "G9/camera")).isPositive();
    assertThat(
            check(
                    plan(
                        "G9",
                        "mirrorAcrossM",
                        0,
                        "mirrorWidthM",
                        1,
                        "mirrorTurnDeg",
                        first(camera.remedy()) + 0.1),
                    "G9/camera")
                .grade())
        .isEqualTo(Grade.HOLDS);
    assertThat(check(plan("G9", "personAcrossM", 30), "G9/seen").grade()).isEqualTo(Grade.FAILS);
    assertThat(check(plan("G9", "mirrorAcrossM", 5, "mirrorTurnDeg", 75), "G9/seen").figure())
        .contains("turns its back");
    Plan nobody = plan("G9", "shows", "nobody");
    assertThat(layer(nobody, "G9/mirrored").settledBy()).isEqualTo("plate:clean");
    assertThat(nobody.data()).extracting(Plan.Datum::key).containsExactly("datum:still");
    assertThat(p.plates())
        .filteredOn(q -> q.key().equals("plate:G9/mirrored"))
        .singleElement()
        .satisfies(q -> assertThat(q.asks().camera().focusM()).isNull());
  }

  /** 18 m by groups of 7 m that overlap by 1 m: (18 − 1) ÷ 6 = 2.83, three; two rows of 3 m. */
  @Test
  void aCrowdIsShotInPlacesThatOverlap() {
    Plan p = plan("G10");
    assertThat(p.plates()).filteredOn(q -> q.key().contains("group")).hasSize(6);
    assertThat(p.layers().get(1).label()).startsWith("Group, row 2");
    assertThat(units(p, "G10/joins")).isEqualTo(6);
    Plan far = plan("G10", "placeM", 200);
    assertThat(check(far, "G10/places").grade()).isEqualTo(Grade.FAILS);
    assertThat(far.plates()).hasSize(25);
    assertThatThrownBy(() -> plan("G10", "groupM", 1, "overlapM", 1))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("overlapM");
  }

  /** A smooth start and stop is at its middle 1.5 times as fast as on the mean. */
  @Test
  void aThingThatMovesByItselfIsReallyMovedWhereItCanBe() {
    Plan p = plan("G11");
    assertThat(units(p, "G11/line")).isEqualTo(48);
    assertThat(check(p, "G11/speed").figure()).startsWith("fastest 30 px");
    assertThat(check(plan("G11", "sizePct", 150), "G11/size").grade()).isEqualTo(Grade.FAILS);
    Plan post = plan("G11", "how", "moved or resized in post", "sizePct", 250, "touched", true);
    assertThat(post.checks()).extracting(Plan.Check::key).doesNotContain("check:G11/size");
    assertThat(check(post, "G11/reserve").grade()).isEqualTo(Grade.DOUBTFUL);
    assertThat(check(post, "G11/touch").grade()).isEqualTo(Grade.DOUBTFUL);
    assertThat(layer(post, "G11/thing").settledBy()).isEqualTo("plate:G11/thing");
    Plan.Check fast = check(plan("G11", "moveFrames", 5), "G11/speed");
    assertThat(fast.grade()).isEqualTo(Grade.DOUBTFUL);
    assertThat(check(plan("G11", "moveFrames", (int) first(fast.remedy())), "G11/speed").grade())
        .isEqualTo(Grade.HOLDS);
  }

  /** Only where they are said to be: what is left behind, worked above, held, or lit in part. */
  @Test
  void whatCanGoWrongIsAskedWhereItCan() {
    for (String m : List.of("A1", "A2", "A3")) {
      assertThat(plan(m).data()).extracting(Plan.Datum::key).doesNotContain("datum:traces");
      assertThat(plan(m, "traces", true).data())
          .filteredOn(d -> d.key().equals("datum:traces"))
          .extracting(Plan.Datum::due)
          .containsExactly(Plan.Due.BEFORE_STRIKE);
    }
    assertThat(plan("A2", "contact", "staged hold").cautions())
        .extracting(Plan.Caution::text)
        .anyMatch(t -> t.contains("throat"))
        .noneMatch(t -> t.contains("thrown at a face"));
    assertThat(plan("A2", "contact", "staged blow").cautions())
        .extracting(Plan.Caution::text)
        .anyMatch(t -> t.contains("thrown at a face"));
    assertThat(plan("C3").cautions()).extracting(Plan.Caution::ask).doesNotContain("rigger");
    Plan above = plan("C3", "above", true);
    assertThat(above.cautions()).extracting(Plan.Caution::ask).contains("rigger");
    assertThat(above.data()).extracting(Plan.Datum::key).contains("datum:C3/release");
    assertThat(plan("B4", "strike", true).plates())
        .extracting(Plan.Plate::key)
        .contains("plate:strike");
    assertThat(plan("E2", "kind", "photo flash", "real", true).data())
        .extracting(Plan.Datum::key)
        .contains("datum:E2/part");
    assertThat(plan("E2", "kind", "photo flash").data())
        .extracting(Plan.Datum::key)
        .doesNotContain("datum:E2/part");
  }
}
