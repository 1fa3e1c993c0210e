package bivex.core.method;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import bivex.core.InvalidInput;
import bivex.core.method.Plan.SpanKind;
import bivex.core.optics.Raster;
import bivex.core.parameter.Parameter;
import bivex.core.plate.Zone;
import bivex.core.shoot.MatchRule;
import bivex.core.time.FrameRate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class MethodTest {
  static final ShotSetting SETTING =
      new ShotSetting(FrameRate.FILM, Raster.UHD, Raster.HD, 1001, 96, 8, 36, 50);

  private static Plan plan(String method, Map<String, Object> values) {
    return MethodBook.derive(SETTING, List.of(new MethodChoice(method, values, "")));
  }

  private static Plan.Check check(Plan p, String key) {
    return p.checks().stream().filter(c -> c.key().equals(key)).findFirst().orElseThrow();
  }

  @Test
  void aLockedDoubleOwesAPassForEachPartAndOneCleanPlate() {
    Plan p = plan("A1", Map.of("speaking", 1));
    assertThat(p.plates())
        .extracting(Plan.Plate::key)
        .containsExactly(
            "plate:performance-1", "plate:guide-1", "plate:performance-2", "plate:clean");
    assertThat(p.plates())
        .filteredOn(x -> x.key().equals("plate:clean"))
        .singleElement()
        .matches(x -> x.seconds() == 10 && x.rescues().size() == 3);
    assertThat(p.matchSet().rules()).containsExactlyInAnyOrder(MatchRule.values());
    assertThat(p.matchSet().plates())
        .containsExactly("plate:performance-1", "plate:performance-2", "plate:clean");
    assertThat(p.layers()).extracting(Plan.Layer::letter).containsExactly("A", "B", "C", "D", "E");
    assertThat(p.layers().get(0).label()).isEqualTo("Clean plate");
    assertThat(check(p, "check:A1/join").figure()).contains("standing join, margin 307 px");
    assertThat(p.sketch()).hasSize(96).allMatch(f -> f.figures().size() == 2 && !f.crossed());
  }

  @Test
  void leaningAcrossCostsExactlyTheFramesThatCross() {
    List<Zone> zones =
        List.of(
            new Zone(1, 0, 0.08, 0.42),
            new Zone(2, 0, 0.58, 0.92),
            new Zone(2, 51, 0.58, 0.92),
            new Zone(2, 52, 0.38, 0.92),
            new Zone(2, 65, 0.38, 0.92),
            new Zone(2, 66, 0.58, 0.92));
    Plan p = plan("A1", Map.of("zones", zones));
    assertThat(p.tasks())
        .filteredOn(t -> t.key().equals("task:A1/hand-matte"))
        .singleElement()
        .matches(t -> t.units() == 14);
    assertThat(p.layers())
        .filteredOn(l -> l.key().equals("layer:A1/crossing"))
        .singleElement()
        .satisfies(
            l ->
                assertThat(l.spans())
                    .containsExactly(
                        new Plan.Span(1053, 1066, SpanKind.CROSSING, "right part in front")));
    assertThat(
            p.sketch().stream().filter(Plan.SketchFrame::crossed).mapToInt(Plan.SketchFrame::frame))
        .containsExactly(
            java.util.stream.IntStream.rangeClosed(1053, 1066).boxed().toArray(Integer[]::new));
  }

  @Test
  void checksSpeakUpWhenTheNumbersDoNotHold() {
    Plan wide = plan("A1", Map.of("fNumber", 1.8, "focusM", 1.5, "focusFarM", 3.5));
    assertThat(check(wide, "check:A1/blur"))
        .satisfies(
            c -> {
              assertThat(c.grade()).isEqualTo(Plan.Grade.FAILS);
              assertThat(c.remedy()).containsAnyOf("Smaller opening", "One focus distance");
            });
    assertThat(check(plan("A1", Map.of("batteryMinutes", 5)), "check:media").grade())
        .isEqualTo(Plan.Grade.FAILS);
    assertThat(check(plan("A1", Map.of("push", 2)), "check:A1/push").grade())
        .isEqualTo(Plan.Grade.HOLDS);
    assertThat(check(plan("A1", Map.of("shutterDegrees", 172.8)), "check:flicker").grade())
        .isEqualTo(Plan.Grade.HOLDS);
    assertThat(check(plan("A1", Map.of()), "check:flicker").remedy()).contains("172.8°");
    assertThat(
            check(
                    plan("B2", Map.of("variant", "compressed run", "othersMove", true)),
                    "check:B2/alone")
                .grade())
        .isEqualTo(Plan.Grade.FAILS);
  }

  @Test
  void aThingIsThereUpToTheFrameItGoesAndFadesOverTheDissolve() {
    Plan cut = plan("B1", Map.of("atFrame", 36));
    assertThat(cut.layers().get(1).spans())
        .containsExactly(new Plan.Span(1001, 1036, SpanKind.PRESENT, ""));
    Plan soft =
        plan("B1", Map.of("atFrame", 36, "dissolve", 6, "direction", "appears", "smoke", true));
    assertThat(soft.layers().get(1).spans())
        .extracting(Plan.Span::first)
        .containsExactly(1037, 1043);
    assertThat(soft.elements()).singleElement().matches(e -> e.blend().equals("screen"));
    assertThat(soft.sketch().get(36 + 2).figures())
        .singleElement()
        .matches(f -> f.opacity() > 0.4 && f.opacity() < 0.5);
    assertThat(cut.plates()).extracting(Plan.Plate::key).contains("plate:reaction");
    assertThat(plan("B1", Map.of("reaction", false)).plates())
        .extracting(Plan.Plate::key)
        .doesNotContain("plate:reaction");
  }

  @Test
  void aDashCoversEveryFrameOfTheCutOnce() {
    for (int between = 1; between <= 24; between++) {
      for (String variant : List.of("streak", "compressed run")) {
        Plan p = plan("B2", Map.of("variant", variant, "between", between));
        int covered =
            p.layers().stream()
                .filter(
                    l ->
                        l.key().equals("layer:performance-1") || l.key().equals("layer:B2/streaks"))
                .flatMap(l -> l.spans().stream())
                .mapToInt(s -> s.last() - s.first() + 1)
                .sum();
        assertThat(covered).isEqualTo(96);
        assertThat(p.sketch()).hasSize(96);
      }
    }
    assertThat(plan("B2", Map.of()).cautions())
        .extracting(Plan.Caution::ask)
        .contains("stunt coordinator");
  }

  @Test
  void methodsOnOneShotShareACleanPlateAndSayWhereTheyDisagree() {
    Plan p =
        MethodBook.derive(
            SETTING,
            List.of(
                new MethodChoice("B2", Map.of("wind", true), ""),
                new MethodChoice("A1", Map.of("fNumber", 8), "")));
    assertThat(p.plates())
        .extracting(Plan.Plate::key)
        .doesNotHaveDuplicates()
        .contains("plate:clean", "plate:performance-2");
    assertThat(p.layers()).extracting(Plan.Layer::key).doesNotHaveDuplicates();
    assertThat(check(p, "check:stricter-fNumber"))
        .matches(
            c ->
                c.grade() == Plan.Grade.DOUBTFUL
                    && c.figure().equals("f/5.6 against f/8; the stricter f/8 is kept"));
    assertThat(p.cameraBrief())
        .filteredOn(b -> b.property().equals("fNumber"))
        .singleElement()
        .matches(b -> b.value().equals("f/8"));
    Plan q =
        MethodBook.derive(
            SETTING,
            List.of(new MethodChoice("A1", Map.of(), ""), new MethodChoice("A3", Map.of(), "")));
    assertThat(check(q, "check:conflict-head"))
        .matches(
            c -> c.grade() == Plan.Grade.FAILS && c.remedy().contains("passes of the same move"));
    Plan look =
        MethodBook.derive(
            SETTING,
            List.of(new MethodChoice("A1", Map.of(), ""), new MethodChoice("C4", Map.of(), "")));
    assertThat(check(look, "check:conflict-shutter").remedy()).contains("two plates");
    assertThat(p.effort().mean()).isGreaterThan(plan("B2", Map.of()).effort().mean());
  }

  @ParameterizedTest
  @CsvSource({
    "A1,parts,7",
    "A1,parts,2.5",
    "A1,fNumber,0",
    "A1,focalMm,-35",
    "A1,focalMm,wide",
    "B1,atFrame,95000",
    "B2,variant,teleport",
    "B2,to,12",
    "B1,right,10",
    "A1,colour,red",
    "A1,speaking,3"
  })
  void wrongValuesAreRefusedByName(String method, String key, String value) {
    assertThatThrownBy(() -> plan(method, Map.of(key, value)))
        .isInstanceOf(InvalidInput.class)
        .satisfies(e -> assertThat(((InvalidInput) e).field()).isEqualTo(key));
  }

  @Test
  void wrongZonesSayWhichOne() {
    assertThatThrownBy(
            () ->
                plan(
                    "A1",
                    Map.of(
                        "zones",
                        List.of(
                            Map.of("part", 1, "frame", 0, "left", 0.1, "right", 0.4),
                            Map.of("part", 2, "frame", 0, "left", 0.7, "right", 0.6)))))
        .satisfies(e -> assertThat(((InvalidInput) e).field()).isEqualTo("zones[1]"));
    assertThatThrownBy(() -> plan("A1", Map.of("parts", 3))).hasMessageContaining("parts 1 to 3");
    assertThatThrownBy(() -> plan("Z9", Map.of())).hasMessageContaining("no method");
  }

  /**
   * Whatever is asked within range: keys are unique and stable, spans lie in the cut, and deriving
   * twice gives the same.
   */
  @Test
  void anyValuesWithinRangeGiveASoundPlan() {
    Random random = new Random(7);
    int derived = 0;
    for (int i = 0; i < 1500; i++) {
      Method m = MethodBook.all().get(random.nextInt(MethodBook.all().size()));
      Map<String, Object> values = new HashMap<>();
      for (Parameter q : m.parameters()) {
        switch (q.kind()) {
          case NUMBER ->
              values.put(
                  q.key(),
                  q.min() + random.nextDouble() * (Math.min(q.max(), q.min() + 90) - q.min()));
          case WHOLE ->
              values.put(
                  q.key(),
                  (long) q.min() + random.nextInt((int) Math.min(60, q.max() - q.min()) + 1));
          case YES_NO -> values.put(q.key(), random.nextBoolean());
          case CHOICE -> values.put(q.key(), q.choices().get(random.nextInt(q.choices().size())));
          default -> {}
        }
      }
      values.put("parts", 2);
      values.put("speaking", random.nextInt(3));
      values.keySet().removeIf(k -> m.parameters().stream().noneMatch(q -> q.key().equals(k)));
      Plan p;
      try {
        p = plan(m.id(), values);
      } catch (InvalidInput refused) {
        assertThat(refused.field()).isNotBlank();
        continue;
      }
      derived++;
      assertThat(plan(m.id(), values)).isEqualTo(p);
      assertThat(p.plates()).extracting(Plan.Plate::key).doesNotHaveDuplicates();
      assertThat(p.layers())
          .flatExtracting(Plan.Layer::spans)
          .allMatch(s -> s.first() >= 1001 && s.last() <= 1096 && s.first() <= s.last());
      assertThat(p.layers())
          .allMatch(
              l ->
                  p.plates().stream().anyMatch(x -> x.key().equals(l.settledBy()))
                      || p.tasks().stream().anyMatch(x -> x.key().equals(l.settledBy()))
                      || p.elements().stream().anyMatch(x -> x.key().equals(l.settledBy()))
                      || p.data().stream().anyMatch(x -> x.key().equals(l.settledBy())));
      assertThat(p.checks()).noneMatch(c -> c.grade() != Plan.Grade.HOLDS && c.remedy().isBlank());
    }
    assertThat(derived).isGreaterThan(200);
  }
}
