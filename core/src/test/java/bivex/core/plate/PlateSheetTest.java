package bivex.core.plate;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import bivex.core.InvalidInput;
import bivex.core.method.Handover;
import bivex.core.method.MethodBook;
import bivex.core.method.MethodChoice;
import bivex.core.method.Plan;
import bivex.core.method.ShotSetting;
import bivex.core.motion.TakePairing;
import bivex.core.optics.Raster;
import bivex.core.picture.Photos.Made;
import bivex.core.picture.Picture;
import bivex.core.picture.Registration;
import bivex.core.plate.PlateComparison.Limits;
import bivex.core.time.FrameRate;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;

/**
 * What is shown of a measurement, and what it is held to: known faults come out as the right
 * figures in the right words, and nothing else is called beyond its limit.
 */
@Tag("sweep")
class PlateSheetTest {
  private static final Made STILL = Made.of("life", 960, 540, Registration.NONE);

  private static PlateComparison compare(Made m) {
    Picture[] p = m.pair();
    return PlateComparison.of(p[0], p[1], Limits.USUAL, (share, doing) -> {}, () -> false);
  }

  private static PlateSheet sheet(PlateComparison c) {
    return PlateSheet.of(PlateReading.of(c));
  }

  private static Map<String, String> figures(PlateSheet s) {
    return s.figures().stream()
        .collect(
            Collectors.toMap(
                PlateSheet.Figure::label,
                PlateSheet.Figure::value,
                (a, b) -> a,
                LinkedHashMap::new));
  }

  private static Set<String> beyond(PlateSheet s) {
    return s.figures().stream()
        .filter(PlateSheet.Figure::beyond)
        .map(PlateSheet.Figure::label)
        .collect(Collectors.toSet());
  }

  /** A figure without its words. */
  private static double number(PlateSheet s, String label) {
    return Double.parseDouble(figures(s).get(label).replaceAll("[^0-9.−]", "").replace('−', '-'));
  }

  @Test
  void onlyWhatWasPutInIsBeyondItsLimit() {
    PlateSheet nudge =
        sheet(compare(Made.of("life", 960, 540, new Registration(3.4, -1.2, -0.08, 1))));
    assertThat(beyond(nudge))
        .containsExactlyInAnyOrder("Shift across", "Shift down", "Worst corner");
    assertThat(figures(nudge))
        .containsEntry("Shift across", "3.40 px right")
        .containsEntry("Shift down", "1.20 px up");
    assertThat(figures(nudge).get("Turn")).matches("0\\.0(79|80|81)° against the clock");
    assertThat(nudge.shifts())
        .as("drawn where they were seen")
        .hasSizeGreaterThan(8)
        .allMatch(t -> t.agrees() && Math.abs(t.dx() - 3.4) < 1.5);
    assertThat(nudge.remedy()).contains("3.40 px left, 1.20 px down");

    PlateSheet size = sheet(compare(Made.of("life", 960, 540, new Registration(0.1, 0, 0, 1.006))));
    assertThat(beyond(size)).containsExactlyInAnyOrder("Size", "Worst corner");
    assertThat(number(size, "Size")).isCloseTo(0.6, within(0.01));

    PlateSheet right = sheet(compare(STILL.right(-0.3)));
    assertThat(beyond(right)).singleElement().asString().startsWith("Light, right");
    assertThat(number(right, beyond(right).iterator().next())).isCloseTo(-0.3, within(0.03));
    assertThat(right.verdict())
        .matches(
            "The light moved: darker by 0\\.\\d\\d stops at the right( top| bottom)?, 0\\.00 stops"
                + " elsewhere\\.");
    // Nothing is drawn where the light is that of the whole; where it is not, its light is said.
    assertThat(right.odd())
        .isNotEmpty()
        .allSatisfy(
            o -> {
              assertThat(o.left()).isGreaterThan(0.3);
              assertThat(o.words()).matches("−0\\.\\d\\d stops");
            });
    assertThat(right.shifts()).as("they lie on each other").isEmpty();

    PlateSheet warm = sheet(compare(STILL.tint(1.05, 1, 0.93)));
    assertThat(beyond(warm)).containsExactly("Colour of light");
    assertThat(number(warm, "Colour of light")).isPositive();
    PlateSheet soft = sheet(compare(STILL.blur(2)));
    assertThat(beyond(soft)).containsExactly("Softer by");
    assertThat(number(soft, "Softer by")).isCloseTo(2, within(0.1));

    PlateSheet same = sheet(compare(STILL.noise(3)));
    assertThat(beyond(same)).isEmpty();
    assertThat(same.odd()).isEmpty();
    assertThat(same.also()).isEmpty();
    assertThat(figures(same))
        .containsEntry("Shift across", "0.00 px")
        .containsEntry("Turn", "0.000°")
        .containsEntry("Size", "0.000 %");
  }

  @Test
  void severalFaultsAreSaidWorstFirstAndEachWithItsRemedy() {
    PlateComparison c =
        compare(Made.of("life", 960, 540, new Registration(2, 0, 0, 1)).stops(0.4).blur(0.8));
    PlateSheet s = sheet(c);
    assertThat(c.faults())
        .extracting(PlateComparison.Fault::times)
        .isSortedAccordingTo((a, b) -> Double.compare(b, a));
    assertThat(s.verdict())
        .startsWith(
            "The exposure was changed: brighter by 0.40 stops all over, and 2 more things differ");
    assertThat(s.also()).extracting(PlateSheet.Also::label).containsExactly("shift", "sharpness");
    assertThat(s.also().get(0).remedy()).containsPattern("lay it back: 2\\.0\\d px left");
    assertThat(s.full().stops()).isEqualTo(4 * Limits.USUAL.stops());
  }

  @Test
  void whatCannotBeMeasuredHasNoFigures() {
    Picture fog = Picture.of(960, 540, (y, row) -> java.util.Arrays.fill(row, 30_000 + 4 * y));
    PlateSheet s =
        sheet(PlateComparison.of(fog, fog, Limits.USUAL, (share, doing) -> {}, () -> false));
    assertThat(s.sure()).isFalse();
    assertThat(s.agrees()).isFalse();
    assertThat(s.figures()).isEmpty();
    assertThat(s.shifts()).isEmpty();
    assertThat(s.remedy()).contains("chart");
  }

  /**
   * Held to wider limits what agreed agrees still; held back to the first ones it is what it was;
   * and nothing that was measured changes.
   */
  @Test
  void limitsJudgeAndDoNotMeasure() {
    Random random = new Random(11);
    for (Made m :
        List.of(
            STILL.noise(2).stops(0.04),
            STILL.stops(0.07).blur(0.4),
            Made.of("life", 960, 540, new Registration(0.9, 0.3, 0.02, 1.0004)).right(-0.06))) {
      PlateComparison c = compare(m);
      int agreed = 0;
      for (int i = 0; i < 300; i++) {
        Limits tight =
            new Limits(
                0.05 + 2 * random.nextDouble(),
                0.01 + 0.15 * random.nextDouble(),
                0.5 + 5 * random.nextDouble(),
                0.2 + 3 * random.nextDouble(),
                0.1 + random.nextDouble());
        Limits wide =
            new Limits(
                tight.shiftPx() * (1 + random.nextDouble()),
                tight.stops() * (1 + random.nextDouble()),
                tight.mired() * (1 + random.nextDouble()),
                tight.deltaE() * (1 + random.nextDouble()),
                tight.blurPx() * (1 + random.nextDouble()));
        PlateComparison held = c.held(tight);
        assertThat(held.limits()).isEqualTo(tight);
        assertThat(held.agrees()).isEqualTo(held.faults().isEmpty());
        assertThat(held.faults()).allSatisfy(f -> assertThat(f.times()).isGreaterThan(1));
        if (held.agrees()) {
          agreed++;
          assertThat(c.held(wide).agrees()).as("%s and %s", tight, wide).isTrue();
        }
        assertThat(held.held(Limits.USUAL)).isEqualTo(c);
      }
      assertThat(agreed).as("some agree and some do not").isBetween(5, 295);
    }
  }

  private static PlateSpot.Patch patch(int bits, double light, double red) {
    int[][] rgb = new int[81][];
    for (int i = 0; i < rgb.length; i++) {
      // A chequer of ±20 % round the light: its mean is the light, in linear light only.
      double v = light * (i == 40 ? 1 : i % 2 == 0 ? 1.2 : 0.8);
      int c = (int) Math.round(Picture.coded(Math.min(1, v)) * ((1 << bits) - 1));
      rgb[i] =
          new int[] {
            (int) Math.round(Picture.coded(Math.min(1, v * red)) * ((1 << bits) - 1)), c, c
          };
    }
    return new PlateSpot.Patch(bits, rgb, 40, bivex.core.picture.Decoding.SRGB);
  }

  /**
   * A grey card of 18 % and one of twice the light: 1 stop, whatever the bits; what is burnt out or
   * black says so.
   */
  @Test
  void aSpotIsReadInTheValuesOfItsFileAndComparedInLight() {
    for (int bits : new int[] {8, 16}) {
      PlateSpot s = PlateSpot.of(7, 9, patch(8, 0.18, 1), patch(bits, 0.36, 1));
      assertThat(s.stops()).isCloseTo(1, within(bits == 8 ? 0.015 : 0.001));
      assertThat(s.words()).startsWith("+1.0");
      assertThat(s.secondBits()).isEqualTo(bits);
    }
    // IEC 61966-2-1: 18 % of light is coded as 118 of 255 and 30 235 of 65 535.
    assertThat(PlateSpot.of(0, 0, patch(8, 0.18, 1), patch(16, 0.18, 1)).first())
        .containsExactly(118, 118, 118);
    assertThat(PlateSpot.of(0, 0, patch(8, 0.18, 1), patch(16, 0.18, 1)).second())
        .containsOnly(30_235);
    PlateSpot warm = PlateSpot.of(0, 0, patch(16, 0.18, 1), patch(16, 0.18, 1.1));
    assertThat(warm.deltaE()).as("seen").isBetween(1.0, 6.0);
    assertThat(PlateSpot.of(0, 0, patch(16, 0.18, 1), patch(16, 0.18, 1)).deltaE()).isZero();
    assertThat(PlateSpot.of(0, 0, patch(8, 0.18, 1), patch(8, 4, 1)).words())
        .startsWith("burnt out");
    assertThat(PlateSpot.of(0, 0, patch(8, 0.0002, 1), patch(8, 0.18, 1)).stops()).isNull();
  }

  private static MethodChoice choice(String method, List<Zone> zones) {
    return new MethodChoice(
        method, zones.isEmpty() ? Map.of() : Map.of("zones", zones), "as storyboarded");
  }

  /**
   * A walk of part 2 that was planned at one place and measured at another takes the planned one's
   * place, and only its.
   */
  @Test
  void measuredZonesTakeThePlaceOfThePlannedOnesOfTheirPart() {
    List<Zone> planned =
        List.of(new Zone(1, 0, 0.05, 0.4), new Zone(2, 0, 0.6, 0.9), new Zone(2, 50, 0.6, 0.95));
    List<MethodChoice> methods =
        List.of(new MethodChoice("D1", Map.of(), "the dial"), choice("A1", planned));
    List<Zone> measured =
        IntStream.range(0, 8).mapToObj(i -> new Zone(2, i * 10, 0.5 - 0.01 * i, 0.8)).toList();
    List<MethodChoice> now = MethodBook.measured(methods, 2, measured, 48);
    assertThat(now.get(0)).isEqualTo(methods.get(0));
    assertThat(now.get(1).reason()).isEqualTo("as storyboarded");
    List<Zone> expected = new java.util.ArrayList<>(List.of(planned.get(0)));
    expected.addAll(measured.subList(0, 5));
    assertThat(MethodBook.zones(now.get(1)))
        .as("those from frame 48 on are not in the cut")
        .containsExactlyElementsOf(expected);
    // The plan is derived from them: the join now stands between 0.4 and 0.46, not between 0.4 and
    // 0.6.
    ShotSetting setting =
        new ShotSetting(FrameRate.FILM, Raster.UHD, Raster.HD, 1001, 48, 8, 36, 50);
    Plan before = MethodBook.derive(setting, methods);
    Plan after = MethodBook.derive(setting, now);
    assertThat(after.checks()).isNotEqualTo(before.checks());
    assertThatThrownBy(() -> MethodBook.measured(List.of(methods.get(0)), 2, measured, 48))
        .isInstanceOf(InvalidInput.class)
        .satisfies(e -> assertThat(((InvalidInput) e).field()).isEqualTo("shot"));
    assertThatThrownBy(() -> MethodBook.measured(methods, 2, measured.subList(5, 8), 48))
        .satisfies(e -> assertThat(((InvalidInput) e).field()).isEqualTo("zones"));
  }

  @Test
  void aPlateOfAHandoverSaysWhichSideOfTheThrowItIs() {
    Plan plan =
        MethodBook.derive(
            new ShotSetting(FrameRate.FILM, Raster.UHD, Raster.HD, 1001, 120, 8, 36, 50),
            List.of(new MethodChoice("A4", Map.of(), "")));
    Map<TakePairing.Half, List<String>> halves =
        plan.plates().stream()
            .filter(p -> p.kind() == Plan.PlateKind.PERFORMANCE)
            .collect(
                Collectors.groupingBy(
                    p -> Handover.half(p.key()),
                    Collectors.mapping(p -> p.wanted().split(" ")[0], Collectors.toList())));
    assertThat(halves)
        .containsEntry(TakePairing.Half.THROW, List.of("Throws"))
        .containsEntry(TakePairing.Half.CATCH, List.of("Catches"));
    assertThat(TakePairing.missing(true, true)).isEmpty();
    assertThat(TakePairing.missing(true, false)).endsWith("no catch is marked yet.");
    assertThat(TakePairing.missing(false, true)).endsWith("no throw is marked yet.");
  }
}
