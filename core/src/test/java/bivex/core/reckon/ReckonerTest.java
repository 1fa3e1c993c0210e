package bivex.core.reckon;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import bivex.core.InvalidInput;
import bivex.core.method.Method;
import bivex.core.method.MethodBook;
import bivex.core.method.MethodChoice;
import bivex.core.method.ShotSetting;
import bivex.core.optics.Raster;
import bivex.core.parameter.Parameter;
import bivex.core.time.FrameRate;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ReckonerTest {
  @Test
  void everySumAnswersWithItsDefaultsAndSaysWhereItComesFrom() {
    assertThat(Reckoner.sums())
        .hasSize(34)
        .allSatisfy(
            s -> {
              assertThat(Reckoner.reckon(s.id(), Map.of()))
                  .isNotEmpty()
                  .allMatch(r -> !r.value().contains("NaN"));
              assertThat(s.formula()).isNotBlank();
              assertThat(s.source()).isNotBlank();
            });
  }

  /** Every number out of its range is refused by name, at both ends. */
  @Test
  void everyInputIsGuarded() {
    for (Sum s : Reckoner.sums()) {
      for (Parameter p : s.inputs()) {
        if (p.kind() == Parameter.Kind.NUMBER || p.kind() == Parameter.Kind.WHOLE) {
          for (double bad : new double[] {p.min() - 1, p.max() + 1}) {
            Map<String, Object> raw = new HashMap<>(Map.of(p.key(), bad));
            assertThatThrownBy(() -> Reckoner.reckon(s.id(), raw))
                .as(s.id() + " " + p.key())
                .isInstanceOf(InvalidInput.class)
                .satisfies(e -> assertThat(((InvalidInput) e).field()).isEqualTo(p.key()));
          }
        }
      }
    }
  }

  /** The published figures once more, through the door a user takes. */
  @ParameterizedTest
  @CsvSource({
    "S1,label=00:01:00;02 rate=29.97,Frames from midnight,1800",
    "S2,capture=60 rate=23.976,Each frame once is a speed of,39.96",
    "S6,toPerSecond=1000 fromPerSecond=48,To find,4.38",
    "S8,focalMm=50 fNumber=8,Hyperfocal,10.467",
    "S9,focalMm=16 fNumber=1.4 backgroundM=5 focusM=1.5,Disc of the first,0.0863",
    "S12,captureWidth=3840 push=1.2,Left after the push,1.67",
    "S2,capture=240 rate=30,Sped up to real time by,8.000",
    "S11,smallMm=40 largeMm=240 farM=1.8,Small thing stands at,0.3000",
    "S13,turnDeg=2 shiftXPx=20 shiftYPx=20,Enlarge to at least,1.0997",
    "S14,airFrames=12,Real rise,0.306",
    "S16,distanceM=3 flightFrames=22,Up at release,4.49",
    "S18,focalMm=24 sweepDeg=360 moveSeconds=20 rate=25,Picture moves,32.2",
    "S18,focalMm=24 repeatDeg=0.02 syncFrames=0,Worst,0.89",
    "S23,elementPx=3840 placedPx=1920,Margin,2.00",
    "S19,recordMinutes=25 standbyMinutes=0,Recorded,18.75"
  })
  void publishedFigures(String sum, String inputs, String label, String value) {
    Map<String, String> raw =
        Arrays.stream(inputs.split(" "))
            .map(i -> i.split("="))
            .collect(Collectors.toMap(i -> i[0], i -> i[1]));
    List<Sum.Result> results = Reckoner.reckon(sum, raw);
    assertThat(results)
        .filteredOn(r -> r.label().equals(label))
        .singleElement()
        .satisfies(r -> assertThat(r.value()).isEqualTo(value));
  }

  /**
   * Whatever method a shot has, every sum starts from what it knows and answers; a check's figure
   * comes out again.
   */
  @Test
  void everySumStartsFromAnyShot() {
    ShotSetting s = new ShotSetting(FrameRate.FILM, Raster.UHD, Raster.HD, 1001, 120, 8, 36, 50);
    for (Method m : MethodBook.all()) {
      for (Sum sum : Reckoner.sums()) {
        Map<String, Object> in =
            Prefill.of(sum, s, List.of(new MethodChoice(m.id(), Map.of(), "")));
        assertThat(in.keySet()).isSubsetOf(sum.inputs().stream().map(Parameter::key).toList());
        assertThat(Reckoner.reckon(sum.id(), in))
            .as(m.id() + " " + sum.id() + " " + in)
            .isNotEmpty();
      }
    }
    assertThat(read("S16", "A4", "up")).isCloseTo(4.49, within(0.01));
    assertThat(read("S11", "D2", "nearM")).isEqualTo(0.3);
    assertThat(read("S13", "F2", "scale"))
        .isCloseTo(
            (560 * Math.cos(Math.toRadians(1)) + 980 * Math.sin(Math.toRadians(1))) / 540,
            within(1e-9));
    assertThat(read("S4", "C1", "peak")).isEqualTo(6);
    assertThat(read("S14", "B3", "heightM")).isCloseTo(0.3065, within(1e-4));
  }

  private static double read(String sum, String method, String key) {
    ShotSetting s = new ShotSetting(FrameRate.FILM, Raster.UHD, Raster.HD, 1001, 120, 8, 36, 50);
    return Reckoner.reckon(
            sum, Prefill.of(Reckoner.find(sum), s, List.of(new MethodChoice(method, Map.of(), ""))))
        .stream()
        .filter(r -> r.key().equals(key))
        .findFirst()
        .orElseThrow()
        .number();
  }

  /** What would take the house's memory is refused by name, however it is written. */
  @Test
  void hugeQuestionsAreRefused() {
    String marks = "G1: " + "0 1 1; ".repeat(400) + "9 1 1";
    String takes =
        java.util.stream.IntStream.range(0, 300)
            .mapToObj(i -> "G" + i + ": 0 0 0; 5 5 5; 9 9 9")
            .collect(Collectors.joining(" / "));
    Map<String, Map<String, Object>> asked =
        Map.of(
            "frames",
            Map.of("frames", "0-900000 0-900000 0-900000"),
            "givers",
            Map.of("givers", takes),
            "receivers",
            Map.of("receivers", marks),
            "keys",
            Map.of("keys", java.util.Collections.nCopies(2000, List.of(1.0, 1.0))));
    Map<String, String> sums =
        Map.of("frames", "S24", "givers", "S16b", "receivers", "S16b", "keys", "S4");
    asked.forEach(
        (field, in) ->
            assertThatThrownBy(() -> Reckoner.reckon(sums.get(field), in))
                .as(field)
                .isInstanceOf(InvalidInput.class)
                .satisfies(e -> assertThat(((InvalidInput) e).field()).isEqualTo(field)));
  }

  /**
   * A refusal names the key it was asked with, so that a form can mark the field: every input of
   * every sum, with what the parameter itself lets through and the sum does not.
   */
  @Test
  void aRefusalNamesTheKeyOfTheRequest() {
    int refused = 0;
    List<String> other = new java.util.ArrayList<>();
    for (Sum s : Reckoner.sums()) {
      List<String> keys = s.inputs().stream().map(Parameter::key).toList();
      for (Parameter p : s.inputs()) {
        List<Object> bad =
            switch (p.kind()) {
              case NUMBER, WHOLE ->
                  Arrays.<Object>asList(p.min(), p.max(), p.min() - 1, p.max() + 1, "x", null);
              case TEXT ->
                  Arrays.<Object>asList(
                      "",
                      "x",
                      "25:61:00:00",
                      "01:61:00:00",
                      "01:01:61:00",
                      "01:00:00:99",
                      "10 -",
                      null);
              default -> Arrays.<Object>asList("x", List.of(List.of(0, 1e6)), List.of(1), null);
            };
        for (Object b : bad) {
          // All inputs are sent, so that the one at fault is not told by being the only one.
          Map<String, Object> raw = new HashMap<>();
          s.inputs().forEach(q -> raw.put(q.key(), q.fallback()));
          raw.put(p.key(), b);
          try {
            assertThat(Reckoner.answer(s.id(), raw).results()).isNotEmpty();
            assertThat(b).as("%s %s", s.id(), p.key()).isNotNull();
          } catch (InvalidInput e) {
            refused++;
            if (!keys.contains(e.field().replaceAll("\\[.*", ""))) {
              other.add(s.id() + " " + p.key() + " = " + b + ": " + e.getMessage());
            }
            assertThat(e.getMessage()).doesNotMatch("(\\w+): \\1: .*");
          }
        }
      }
    }
    assertThat(other).isEmpty();
    assertThat(refused).isGreaterThan(400);
  }

  @Test
  void anAnswerSaysWhatItRestsOnAndAsksWhereAnotherUnitWasMeant() {
    Reckoner.Answer a = Reckoner.answer("S8", Map.of("focusM", 2600));
    assertThat(a.formula()).isEqualTo(Reckoner.find("S8").formula());
    assertThat(a.source()).isNotBlank();
    assertThat(a.inputs()).containsEntry("focusM", 2600.0).containsKey("focalMm");
    assertThat(a.asks()).containsExactly("2600 m of focus distance? Metres are asked for.");
    assertThat(Reckoner.answer("S7", Map.of("shutterDegrees", 1)).asks()).isEmpty();
    assertThat(Reckoner.answer("S8", Map.of()).asks()).isEmpty();
    // Eight swings a second and a list of two flashes are ten in one second.
    Map<String, Object> both = Map.of("base", 0.5, "amplitude", 0.4, "hz", 8, "flashes", "3 7");
    assertThat(Reckoner.reckon("S21", both))
        .filteredOn(r -> r.key().equals("worstSecond"))
        .singleElement()
        .extracting(Sum.Result::number)
        .isEqualTo(10.0);
  }
}
