package bivex.core.kit;

import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.method.MethodBook;
import bivex.core.method.MethodChoice;
import bivex.core.method.Plan;
import bivex.core.method.ShotSetting;
import bivex.core.optics.Raster;
import bivex.core.time.FrameRate;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

class TestsWantedTest {
  private static final ShotSetting SETTING = ShotSetting.usual(FrameRate.FILM);
  private static final Kit KIT =
      new Kit(
          List.of(
              new CameraBody(
                  "Body A",
                  200,
                  3200,
                  List.of(
                      new CameraMode("", FrameRate.FILM, Raster.UHD, 36, "intra", 400, 10, 0)))),
          List.of());

  private static Plan plan(String method, Map<String, Object> values) {
    return MethodBook.derive(SETTING, List.of(new MethodChoice(method, values, "")));
  }

  @Test
  void whatNoSumSettlesIsAskedFor() {
    List<TestsWanted.Wanted> look =
        TestsWanted.of(plan("C4", Map.of("lookDegrees", 45)), SETTING, Kit.NONE);
    assertThat(look)
        .anySatisfy(
            w -> {
              assertThat(w.item()).endsWith("preset");
              assertThat(w.candidates())
                  .extracting(TestsWanted.TestSetting::label)
                  .contains("45.0°", "22.5°", "90.0°", "180.0°");
            });
    // 1/96 s under 50 Hz lamps at 24 fps lets ripple through (100/96 of a ripple).
    assertThat(look).anyMatch(w -> w.question().contains("lamps flicker"));
    List<TestsWanted.Wanted> fast =
        TestsWanted.of(plan("C3", Map.of("capture", "100", "iso", 800)), SETTING, KIT);
    assertThat(fast).anyMatch(w -> w.question().contains("made up"));
    assertThat(fast)
        .anySatisfy(
            w -> {
              assertThat(w.question()).isEqualTo("Is Body A too noisy at ISO 800?");
              assertThat(w.candidates())
                  .extracting(c -> c.camera().iso())
                  .containsExactly(200.0, 800.0, 3200.0);
            });
    // A ramp needs a rate, not a look.
    assertThat(TestsWanted.of(plan("C1", Map.of()), SETTING, KIT))
        .filteredOn(w -> w.item().endsWith("preset"))
        .singleElement()
        .satisfies(
            w -> {
              assertThat(w.question()).isEqualTo("Does a camera really give this rate?");
              assertThat(w.candidates())
                  .isNotEmpty()
                  .allMatch(c -> c.camera().body().equals("Body A"));
            });
    // What is asked for is asked once, and has a question and a reason.
    for (var m : MethodBook.all()) {
      List<TestsWanted.Wanted> all = TestsWanted.of(plan(m.id(), Map.of()), SETTING, KIT);
      assertThat(all).extracting(TestsWanted.Wanted::key).doesNotHaveDuplicates();
      assertThat(all).allMatch(w -> !w.question().isBlank() && !w.why().isBlank());
    }
  }

  @Test
  void aTestIsOwedBeforeTheFirstDayThatNeedsIt() {
    LocalDate today = LocalDate.of(2026, 11, 20);
    LocalDate day = LocalDate.of(2026, 11, 24);
    TestStand asked = TestStand.of(Stream.of(null, day, day.plusDays(2)), null, 0, 0, false, today);
    assertThat(asked.before()).isEqualTo(day);
    assertThat(asked.stand()).isEqualTo(TestStand.Stand.ASKED);
    assertThat(asked.late()).isFalse();
    assertThat(TestStand.of(Stream.of(day), null, 2, 0, false, day).late()).isTrue();
    assertThat(TestStand.of(Stream.of(day), day.minusDays(3), 0, 0, false, today).before())
        .isEqualTo(day.minusDays(3));
    assertThat(TestStand.of(Stream.empty(), null, 1, 0, false, today).next())
        .contains("no comparison");
    assertThat(TestStand.of(Stream.empty(), null, 3, 1, false, today).next()).contains("measure");
    TestStand measured = TestStand.of(Stream.empty(), null, 3, 0, false, today);
    assertThat(measured.stand()).isEqualTo(TestStand.Stand.MEASURED);
    assertThat(measured.next()).contains("taken");
    TestStand done = TestStand.of(Stream.of(day), null, 3, 0, true, day.plusDays(9));
    assertThat(done.late()).isFalse();
    assertThat(done.next()).isEmpty();
  }
}
