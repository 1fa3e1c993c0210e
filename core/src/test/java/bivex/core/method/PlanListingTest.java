package bivex.core.method;

import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.optics.Raster;
import bivex.core.time.FrameRate;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import org.junit.jupiter.api.Test;

/**
 * What each method owes with its usual numbers, item by item. Keys are what evidence is tied to: a
 * change here loosens the evidence of every production, so it must be meant.
 */
class PlanListingTest {
  private static Plan usual(String method, Map<String, Object> values) {
    ShotSetting setting =
        new ShotSetting(FrameRate.PAL, Raster.UHD, Raster.HD, 1001, 100, 10, 24, 50);
    return MethodBook.derive(setting, List.of(new MethodChoice(method, values, "")));
  }

  private static <T> List<String> keys(List<T> items, Function<T, String> key) {
    return items.stream().map(key).toList();
  }

  @Test
  void lockedDouble() {
    Plan p = usual("A1", Map.of("speaking", 2));
    assertThat(keys(p.plates(), Plan.Plate::key))
        .containsExactly(
            "plate:performance-1",
            "plate:guide-1",
            "plate:performance-2",
            "plate:guide-2",
            "plate:clean");
    assertThat(keys(p.layers(), Plan.Layer::key))
        .containsExactly(
            "layer:clean",
            "layer:performance-1",
            "layer:performance-2",
            "layer:grade",
            "layer:A1/push");
    assertThat(keys(p.tasks(), Plan.Task::key))
        .containsExactly("task:grade", "task:A1/split", "task:composite", "task:A1/push");
    assertThat(keys(p.data(), Plan.Datum::key))
        .containsExactly("datum:still", "datum:eyeline", "datum:wardrobe", "datum:sound");
    assertThat(keys(p.checks(), Plan.Check::key))
        .containsExactly(
            "check:flicker",
            "check:media",
            "check:A1/join",
            "check:A1/blur",
            "check:A1/depth",
            "check:A1/push");
    assertThat(keys(p.aids(), Plan.Aid::key))
        .contains("aid:power", "aid:stand", "aid:background-lamp", "aid:guide");
    assertThat(p.cautions()).isEmpty();
    // 25 fps and 180° is 1/50 s: safe under 50 Hz (common practice).
    assertThat(p.checks().get(0).grade()).isEqualTo(Plan.Grade.HOLDS);
    // 100 frames and 10 each side at 25 fps.
    assertThat(p.plates().get(0).seconds()).isEqualTo(4.8);
  }

  @Test
  void vanishOrAppear() {
    Plan p = usual("B1", Map.of("neighbours", true, "wind", true, "smoke", true));
    assertThat(keys(p.plates(), Plan.Plate::key))
        .containsExactly("plate:with", "plate:clean", "plate:reaction");
    assertThat(keys(p.layers(), Plan.Layer::key))
        .containsExactly("layer:clean", "layer:with", "layer:dust", "layer:grade");
    assertThat(keys(p.tasks(), Plan.Task::key))
        .containsExactly(
            "task:grade", "task:B1/split", "task:B1/shadow", "task:composite", "task:sound");
    assertThat(keys(p.elements(), Plan.Element::key)).containsExactly("element:dust");
    assertThat(keys(p.cautions(), Plan.Caution::key)).containsExactly("caution:blower");
    assertThat(p.matchSet().plates()).containsExactly("plate:with", "plate:clean");
    Plan bare = usual("B1", Map.of("shadow", false, "reaction", false));
    assertThat(keys(bare.tasks(), Plan.Task::key))
        .containsExactly("task:grade", "task:composite", "task:sound");
  }

  @Test
  void dash() {
    Plan streak = usual("B2", Map.of());
    assertThat(keys(streak.plates(), Plan.Plate::key))
        .containsExactly("plate:performance-1", "plate:clean");
    assertThat(keys(streak.tasks(), Plan.Task::key))
        .containsExactly(
            "task:grade", "task:B2/streak", "task:B2/matte", "task:composite", "task:sound");
    assertThat(keys(streak.cautions(), Plan.Caution::key))
        .containsExactly("caution:run", "caution:blower");
    // 74 % of 3840 px in four steps; 12 m in 4/25 s.
    assertThat(
            streak.checks().stream()
                .filter(c -> c.key().equals("check:B2/speed"))
                .findFirst()
                .orElseThrow()
                .figure())
        .isEqualTo("710 px a frame, 75 m/s, streak 592 px");
    Plan run = usual("B2", Map.of("variant", "compressed run", "between", 5, "wind", false));
    assertThat(keys(run.tasks(), Plan.Task::key))
        .containsExactly("task:grade", "task:B2/retime", "task:composite", "task:sound");
    assertThat(keys(run.cautions(), Plan.Caution::key)).containsExactly("caution:run");
    // 3 s of run at 25 fps in 5 frames is 15 source frames a step.
    assertThat(
            run.checks().stream()
                .filter(c -> c.key().equals("check:B2/cadence"))
                .findFirst()
                .orElseThrow()
                .figure())
        .startsWith("1500 % speed, 15.00 source frames");
  }

  @Test
  void everyCheckCanSayWhy() {
    for (Method m : MethodBook.all()) {
      usual(m.id(), Map.of())
          .checks()
          .forEach(
              c -> {
                assertThat(c.formula()).as(c.key()).isNotBlank();
                assertThat(c.figure()).as(c.key()).isNotBlank();
                assertThat(
                        c.sum().isEmpty()
                            || bivex.core.reckon.Reckoner.sums().stream()
                                .anyMatch(s -> s.id().equals(c.sum())))
                    .as(c.key() + " names a sum of the reckoner")
                    .isTrue();
              });
    }
  }
}
