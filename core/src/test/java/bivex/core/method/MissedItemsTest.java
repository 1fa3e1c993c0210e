package bivex.core.method;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import bivex.core.effort.TaskKind;
import bivex.core.time.FrameRate;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** What people who do it meet and a plan must say (common practice, no source). */
class MissedItemsTest {
  private static Plan plan(String method, Object... pairs) {
    Map<String, Object> values = new HashMap<>();
    for (int i = 0; i < pairs.length; i += 2) {
      values.put((String) pairs[i], pairs[i + 1]);
    }
    return MethodBook.derive(
        ShotSetting.usual(FrameRate.FILM), List.of(new MethodChoice(method, values, "")));
  }

  private static double units(Plan p, TaskKind kind) {
    return p.tasks().stream().filter(t -> t.kind() == kind).mapToDouble(Plan.Task::units).sum();
  }

  @Test
  void aForgottenLampIsPricedAndARingIsOwed() {
    Plan hand = plan("E1");
    Plan ring = plan("E1", "ring", true);
    // 60 frames of a tip that is tracked by hand at fair: three-point mean of 0.03, 0.05, 0.1 h.
    double hours = 60 * (0.03 + 4 * 0.05 + 0.1) / 6;
    assertThat(hand.checks())
        .anyMatch(
            c ->
                c.figure()
                    .contains(String.format(Locale.ROOT, "%.1f h; 0.6 h with a lamp", hours)));
    assertThat(ring.layers()).anyMatch(l -> l.label().equals("Ring of the strike"));
    assertThat(units(ring, TaskKind.LIGHT_EFFECT))
        .isEqualTo(units(hand, TaskKind.LIGHT_EFFECT) + 1);
  }

  @Test
  void fastFramesOfATrackAreMendedByHand() {
    assertThat(units(plan("D1"), TaskKind.HAND_TRACK)).isZero();
    assertThat(units(plan("D1", "fastFrames", 14), TaskKind.HAND_TRACK)).isEqualTo(14);
  }

  @Test
  void aLandingGoesFastFirstAndADrawingHasStates() {
    assertThat(plan("B4").layers())
        .flatExtracting(Plan.Layer::spans)
        .noneMatch(s -> s.kind() == Plan.SpanKind.RETIME);
    Plan fast = plan("B4", "landPct", 150);
    assertThat(fast.layers())
        .flatExtracting(Plan.Layer::spans)
        .filteredOn(s -> s.kind() == Plan.SpanKind.RETIME)
        .singleElement()
        .satisfies(s -> assertThat(s.last() - s.first() + 1).isEqualTo(6));
    assertThat(units(fast, TaskKind.RETIME)).isEqualTo(1);
    assertThat(units(plan("E4", "states", 3), TaskKind.DRAWING))
        .isCloseTo(3 * units(plan("E4"), TaskKind.DRAWING), within(1e-9));
    assertThat(plan("E4", "states", 3).data()).anyMatch(d -> d.key().endsWith("states"));
  }

  @Test
  void aRescueMayBeCloserAndSlowerAndSaysWhatItTells() {
    Plan both = plan("F3", "from", "closer and slower", "punch", 1.8, "sourceFrames", 60);
    Plan closer = plan("F3", "from", "punch-in", "punch", 1.8, "sourceFrames", 60);
    assertThat(both.layers().get(0).placement()).contains("1.8×");
    assertThat(both.layers().get(0).retime()).contains("62.5 %");
    assertThat(closer.layers().get(0).retime()).isEmpty();
    assertThat(both.data()).anyMatch(d -> d.key().endsWith("F3-tells"));
  }

  @Test
  void mixedRatesAreBroughtToOneAndWhatSellsADashIsAskedAgain() {
    assertThat(units(plan("A5", "mixed", true), TaskKind.RETIME))
        .isEqualTo(units(plan("A5"), TaskKind.RETIME) + 1);
    assertThat(plan("B2").data())
        .anyMatch(d -> d.key().endsWith("sells") && d.due() == Plan.Due.BEFORE_DELIVERY);
  }

  /** A join is as wide as it has to be, not thirty pixels for everybody. */
  @Test
  void aWideFeatherNeedsMoreRoom() {
    assertThat(join(plan("A1")).grade()).isEqualTo(Plan.Grade.HOLDS);
    Plan.Check wide = join(plan("A1", "featherPx", 700));
    assertThat(wide.grade()).isEqualTo(Plan.Grade.DOUBTFUL);
    assertThat(wide.remedy()).contains("700 px");
  }

  private static Plan.Check join(Plan p) {
    return p.checks().stream()
        .filter(c -> c.title().equals("Where the join can go"))
        .findFirst()
        .orElseThrow();
  }
}
