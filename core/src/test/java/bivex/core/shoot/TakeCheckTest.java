package bivex.core.shoot;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import bivex.core.InvalidInput;
import bivex.core.method.MethodBook;
import bivex.core.method.MethodChoice;
import bivex.core.method.Plan;
import bivex.core.method.PlannedDifference;
import bivex.core.method.ShotSetting;
import bivex.core.optics.Raster;
import bivex.core.shoot.MatchGuard.Against;
import bivex.core.shoot.MatchGuard.Finding;
import bivex.core.shoot.MatchGuard.Severity;
import bivex.core.shot.Ledger;
import bivex.core.shot.OwedItem;
import bivex.core.shot.ShotFacts;
import bivex.core.shot.Stage;
import bivex.core.time.FrameRate;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/**
 * A take against its plan, its length and its set. The first two tests are cases that were once
 * passed without a word: everything wrong on a first take, and picks too short to be used.
 */
class TakeCheckTest {
  private static final ShotSetting SETTING =
      new ShotSetting(FrameRate.FILM, Raster.UHD, Raster.HD, 1001, 96, 8, 36, 50);
  private static final MatchGuard.Optics OPTICS = new MatchGuard.Optics(Raster.UHD, 36, 6.0);
  private static final Instant T = Instant.parse("2026-11-24T09:00:00Z");

  private static Plan plan(String method, Object... pairs) {
    Map<String, Object> values = new java.util.HashMap<>();
    for (int i = 0; i < pairs.length; i += 2) {
      values.put((String) pairs[i], pairs[i + 1]);
    }
    return MethodBook.derive(SETTING, List.of(new MethodChoice(method, values, "")));
  }

  private static CameraData asked(Plan p, String plate) {
    return p.asked().plates().get(plate).camera();
  }

  private static Take take(String plate, CameraData camera, double seconds, int at) {
    return new Take(
        plate + at, plate, at, T.plusSeconds(at * 60L), camera, Take.Call.PICK, seconds, "s");
  }

  private static MatchReview review(Plan p, List<Take> takes) {
    return MatchReview.of(takes, p.asked(), List.of(), List.of(), OPTICS);
  }

  private static Ledger ledger(Plan p, List<Take> takes) {
    return Ledger.of(
        new ShotFacts(
            "why",
            ShotFacts.Words.AS_MARKED,
            false,
            1,
            p,
            null,
            "setup 1",
            false,
            takes,
            review(p, takes),
            List.of(),
            null,
            List.of()));
  }

  private static OwedItem item(Ledger l, String key) {
    return l.items().stream().filter(i -> i.key().equals(key)).findFirst().orElseThrow();
  }

  @Test
  void aWrongFirstTakeIsToldBeforeAnythingIsMatchedToIt() {
    Plan p = plan("A1");
    CameraData wrong =
        asked(p, "plate:performance-1")
            .with("rate", FrameRate.PAL)
            .with("raster", Raster.HD)
            .with("shutterSeconds", 1 / 125.0)
            .with("focalMm", 50.0)
            .with("iso", 3200.0);
    List<Take> takes = List.of(take("plate:performance-1", wrong, 6, 1));
    List<Finding> found = review(p, takes).of("plate:performance-11");
    assertThat(found)
        .extracting(Finding::property)
        .containsExactlyInAnyOrder("rate", "raster", "shutterSeconds", "focalMm", "iso");
    assertThat(found)
        .allMatch(f -> f.against() == Against.PLAN && f.severity() == Severity.BREAKS)
        .noneMatch(f -> f.remedy().isBlank() || f.effect().isBlank() || f.tolerance().isBlank());
    OwedItem plate = item(ledger(p, takes), "plate:performance-1");
    assertThat(plate.state()).isEqualTo(OwedItem.State.IN_DOUBT);
    assertThat(plate.reason()).contains("25 fps against 24 fps planned", "96 % of its speed");
  }

  /** Cut of 96 frames with two handles of 8: 4.67 s; a clean plate of 10 s; at 24 fps. */
  @Test
  void aPickTooShortIsInDoubtAndOneThatDoesAllTheSameSaysWhatIsMissing() {
    Plan p = plan("A1");
    List<Take> tooShort = new ArrayList<>();
    int at = 0;
    for (Plan.Plate q : p.plates()) {
      double s = q.kind() == Plan.PlateKind.CLEAN ? 1 : 2;
      tooShort.add(take(q.key(), asked(p, q.key()), s, ++at));
    }
    Ledger l = ledger(p, tooShort);
    assertThat(l.stage()).isNotEqualTo(Stage.SHOT);
    assertThat(item(l, "plate:performance-1").reason())
        .contains("48 frames short of what the cut itself needs, 64 short of the plan");
    assertThat(item(l, "plate:clean").state()).isEqualTo(OwedItem.State.IN_DOUBT);

    OwedItem fewHandles =
        item(
            ledger(p, List.of(take("plate:performance-1", asked(p, "plate:clean"), 4.25, 1))),
            "plate:performance-1");
    assertThat(fewHandles.state()).isEqualTo(OwedItem.State.IN_HAND);
    assertThat(fewHandles.reason())
        .contains("10 frames short of the plan, but 6 more than the cut itself needs");
    OwedItem asPlanned =
        item(
            ledger(p, List.of(take("plate:performance-1", asked(p, "plate:clean"), 5, 1))),
            "plate:performance-1");
    assertThat(asPlanned.reason()).isEqualTo("take 1 picked");
  }

  /** A keyed performance and its background are one move with one lens, wherever each is shot. */
  @Test
  void passesOfOneMoveAreHeldAgainstEachOtherAcrossSetups() {
    Plan p = plan("F1");
    CameraData back = asked(p, "plate:background").with("heightM", 1.0);
    Take background = new Take("b", "plate:background", 1, T, back, Take.Call.PICK, 9, "street");
    Take keyed =
        new Take(
            "k",
            "plate:keyed",
            1,
            T.plusSeconds(90_000),
            back.with("focalMm", 24.0).with("heightM", 1.8),
            Take.Call.PICK,
            9,
            "studio");
    MatchReview r =
        MatchReview.of(
            List.of(background, keyed),
            p.asked(),
            List.of(new MatchReview.TouchEvent(Touch.POWER, T.plusSeconds(80_000), "", "studio")),
            List.of(),
            OPTICS);
    assertThat(r.of("k"))
        .filteredOn(f -> f.against() == Against.REFERENCE)
        .extracting(Finding::property)
        .contains("focalMm", "heightM")
        .doesNotContain("held");
    assertThat(p.matchSet().across()).isTrue();
    CameraData small = back.with("fNumber", 16.0).with("iso", 1600.0);
    Take witness =
        new Take("w", "plate:witness", 1, T.plusSeconds(60), small, Take.Call.PICK, 9, "street");
    assertThat(
            MatchReview.of(List.of(background, witness), p.asked(), List.of(), List.of(), OPTICS)
                .of("w"))
        .as("all in focus by a small opening, as the plan wants it")
        .isEmpty();
  }

  @Test
  void whatIsAsPlannedIsNotToBeSetBackToAWrongReference() {
    Plan p = plan("A1");
    CameraData right = asked(p, "plate:performance-1");
    Take first = take("plate:performance-1", right.with("rate", FrameRate.PAL), 6, 1);
    Take second = take("plate:performance-2", right, 6, 2);
    MatchReview r = review(p, List.of(first, second));
    assertThat(r.of("plate:performance-22"))
        .singleElement()
        .satisfies(
            f -> {
              assertThat(f.against()).isEqualTo(Against.REFERENCE);
              assertThat(f.remedy()).contains("as planned and the reference is not");
            });
    Take asWrong = take("plate:performance-2", first.camera(), 6, 3);
    assertThat(review(p, List.of(first, asWrong)).of("plate:performance-23"))
        .as("it matches the reference and is wrong all the same")
        .singleElement()
        .extracting(Finding::against, Finding::property)
        .containsExactly(Against.PLAN, "rate");
  }

  /** Part 2 is lit for two stops more, on purpose: only what is beside the plan is judged. */
  @Test
  void aPlannedDifferenceIsTakenOutBeforeJudging() {
    Plan p = plan("A1", "fNumber", 4);
    Plan apart =
        p.with(
            List.of(
                PlannedDifference.of(
                    p, "plate:performance-2", "fNumber", "8", "she holds the lamp", "Mara", T)));
    CameraData right = asked(p, "plate:performance-1");
    Take first = take("plate:performance-1", right, 6, 1);
    Take closed = take("plate:performance-2", right.with("fNumber", 8.0), 6, 2);
    assertThat(review(p, List.of(first, closed)).of("plate:performance-22")).isNotEmpty();
    assertThat(review(apart, List.of(first, closed)).of("plate:performance-22")).isEmpty();
    Take forgotten = take("plate:performance-2", right, 6, 2);
    assertThat(review(apart, List.of(first, forgotten)).of("plate:performance-22"))
        .anyMatch(
            f -> f.property().equals("fNumber") && f.effect().contains("brighter by 2.0 stops"));
    assertThat(apart.cameraBrief())
        .filteredOn(b -> b.reason().equals("she holds the lamp"))
        .extracting(Plan.BriefLine::label, Plan.BriefLine::value)
        .containsExactly(org.assertj.core.groups.Tuple.tuple("aperture, performance 2", "f/8"));
    assertThatThrownBy(
            () -> PlannedDifference.of(p, "plate:clean", "fNumber", "wide open", "why", "Mara", T))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("aperture");
    assertThatThrownBy(() -> PlannedDifference.of(p, "plate:clean", "fNumber", "4", " ", "Mara", T))
        .isInstanceOf(InvalidInput.class)
        .hasMessageStartingWith("reason");
  }

  /** Two plates that keep the plan's difference agree, whatever the reference was set to. */
  @Test
  void theDifferenceIsCarriedFromWhatTheReferenceReallyWas() {
    Random random = new Random(14);
    List<String> fields = List.of("fNumber", "iso", "focusM", "whiteK", "heightM", "ndStops");
    for (int i = 0; i < 2000; i++) {
      CameraData shot = CameraData.notRead();
      PlateTerms a = PlateTerms.NONE;
      PlateTerms b = PlateTerms.NONE;
      for (String f : fields) {
        double low = f.equals("whiteK") ? 3000 : f.equals("iso") ? 100 : 3;
        // Within what a camera can be set to, also with the difference put on.
        double spread = f.equals("whiteK") ? 0.2 : 1;
        shot = shot.with(f, low * (1 + spread * random.nextDouble()));
        a = a.with(f, low * (1 + spread * random.nextDouble()));
        b = b.with(f, low * (1 + spread * random.nextDouble()));
      }
      CameraData there = a.expected(shot, b);
      CameraData back = b.expected(there, a);
      for (String f : fields) {
        assertThat((Double) back.get(f)).isCloseTo((Double) shot.get(f), within(f));
      }
      assertThat(
              TakeCheck.of(
                      new TakeCheck.Shot(there, 0, b.with("focalMm", null)),
                      new TakeCheck.Shot(shot, 0, a),
                      Set.of(MatchRule.SAME),
                      OPTICS)
                  .stream()
                  .filter(f -> f.against() == Against.REFERENCE))
          .isEmpty();
    }
  }

  private static org.assertj.core.data.Offset<Double> within(String field) {
    return org.assertj.core.api.Assertions.within(
        field.equals("whiteK") || field.equals("iso") ? 1e-6 : 1e-9);
  }

  /** What breaks a match and was not seen: each by itself, what is said, and how bad it is. */
  @ParameterizedTest
  @CsvSource({
    "stabiliser, false, true, BREAKS, floats",
    "profile, log, plain, BREAKS, curve",
    "ndStops, 0, 3, BREAKS, 3.0 stops darker",
    "ndStops, 0, 0.03, SLIGHT, pays it back",
    "tint, 0, 1, SLIGHT, 1 steps",
    "tint, 0, 6, BREAKS, 6 steps",
    "codec, intra, long, BREAKS, grain",
    "bits, 10, 8, BREAKS, bands",
    "sensorMode, full, crop, BREAKS, sensor",
    "rollDeg, 0, 0.02, SLIGHT, horizon",
    "rollDeg, 0, 0.4, BREAKS, 13 px",
    "lensCorrections, true, false, BREAKS, bent"
  })
  void whatIsSetOnceASetupBreaksAMatchToo(
      String field, String was, String is, Severity severity, String effect) {
    CameraData a = CameraData.read(f -> f.equals(field) ? was : null);
    CameraData b = CameraData.read(f -> f.equals(field) ? is : null);
    List<Finding> found = MatchGuard.compare(a, b, Set.of(MatchRule.SAME), OPTICS);
    assertThat(found).hasSize(1);
    assertThat(found.get(0).severity()).isEqualTo(severity);
    assertThat(found.get(0).effect()).contains(effect);
    assertThat(found.get(0).remedy()).isNotBlank();
    assertThat(MatchGuard.compare(a, a, Set.of(MatchRule.SAME), OPTICS)).isEmpty();
    assertThat(MatchGuard.compare(a, CameraData.notRead(), Set.of(MatchRule.SAME), OPTICS))
        .extracting(Finding::severity)
        .containsExactly(Severity.NOT_READ);
    assertThat(MatchGuard.compare(CameraData.notRead(), b, Set.of(MatchRule.SAME), OPTICS))
        .isEmpty();
  }

  /** A filter of three stops paid for with ISO is no stop of difference; the grain is. */
  @Test
  void aDensityFilterJoinsTheSumOfTheLight() {
    CameraData a = CameraData.notRead().with("ndStops", 0.0).with("iso", 400.0);
    CameraData paid = a.with("ndStops", 3.0).with("iso", 3200.0);
    List<Finding> found = MatchGuard.compare(a, paid, Set.of(MatchRule.SAME), OPTICS);
    assertThat(found)
        .filteredOn(f -> f.property().equals("ndStops"))
        .singleElement()
        .extracting(Finding::severity)
        .isEqualTo(Severity.SLIGHT);
    assertThat(found)
        .filteredOn(f -> f.property().equals("iso"))
        .singleElement()
        .extracting(Finding::severity)
        .isEqualTo(Severity.BREAKS);
    assertThat(MatchGuard.alone(a.with("stabiliser", true), Set.of(MatchRule.HELD)))
        .as("a locked frame with a stabiliser on needs no other take to be wrong")
        .singleElement()
        .extracting(Finding::against)
        .isEqualTo(Against.ITSELF);
  }

  /** Every plate of every method, shot just as it is asked for, has nothing against it. */
  @Test
  void aTakeAsAskedHasNothingAgainstItInAnyMethod() {
    MethodBook.all()
        .forEach(
            m -> {
              Plan p = plan(m.id());
              List<Take> takes = new ArrayList<>();
              for (Plan.Plate q : p.plates()) {
                takes.add(take(q.key(), q.asks().camera(), q.seconds(), takes.size() + 1));
              }
              assertThat(review(p, takes).findings().values())
                  .as(m.id())
                  .allSatisfy(
                      found -> assertThat(found).allMatch(f -> f.severity() == Severity.NOT_READ));
            });
  }

  /** What goes out in a list comes back as it was, field by field. */
  @Test
  void cameraDataInAListComeBackAsTheyWere() {
    CameraData c =
        asked(plan("A1"), "plate:clean")
            .with("whiteAuto", true)
            .with("stabiliser", false)
            .with("lensCorrections", true)
            .with("ndStops", 1.5)
            .with("bits", 10)
            .with("profile", "log, flat")
            .with("rollDeg", -0.25);
    assertThat(CameraData.read(c::listed)).isEqualTo(c);
    assertThat(c.listed("stabiliser")).isEqualTo("off");
    assertThat(CameraData.read(CameraData.notRead()::listed)).isEqualTo(CameraData.notRead());
  }
}
