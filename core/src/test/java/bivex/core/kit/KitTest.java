package bivex.core.kit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.tuple;

import bivex.core.InvalidInput;
import bivex.core.method.MethodBook;
import bivex.core.method.MethodChoice;
import bivex.core.method.Plan;
import bivex.core.method.Plan.Grade;
import bivex.core.method.ShotSetting;
import bivex.core.optics.Raster;
import bivex.core.time.FrameRate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** What cameras that are there can do of a plan; figures by hand, by the definitions of optics. */
class KitTest {
  private static final ShotSetting SETTING =
      new ShotSetting(FrameRate.PAL, Raster.UHD, Raster.HD, 1001, 100, 8, 36, 50);

  private static CameraMode mode(String rate, int width, int height, double used, double minutes) {
    return new CameraMode(
        "", FrameRate.parse(rate), new Raster(width, height), used, "intra", 400, 10, minutes);
  }

  private static final CameraBody WHOLE =
      new CameraBody("Body A", 640, 3200, List.of(mode("25", 3840, 2160, 36, 0)));
  private static final CameraBody FAST =
      new CameraBody(
          "Body B",
          400,
          800,
          List.of(mode("25", 3840, 2160, 36, 0), mode("100", 2048, 1152, 20, 0.05)));
  private static final Kit KIT =
      new Kit(
              List.of(WHOLE, FAST),
              List.of(
                  new Lens("Short zoom", 24, 70, 2.8, 0.4, true),
                  new Lens("Long", 85, 85, 1.8, 0.9, false)))
          .checked();

  private static Plan plan(String method, Object... pairs) {
    Map<String, Object> values = new HashMap<>();
    for (int i = 0; i < pairs.length; i += 2) {
      values.put((String) pairs[i], pairs[i + 1]);
    }
    return MethodBook.derive(SETTING, List.of(new MethodChoice(method, values, "")));
  }

  /**
   * At 100 fps one body reads 20 of 36 mm (crop 1.8) into 2048 px: 2048 ÷ 1920 = 1.07 source px a
   * delivered one, 35 ÷ 1.8 = 19 mm; 400 Mb/s are 400 · 60 ÷ 8000 = 3 GB a minute. The other's 25
   * fps leave 75 in 100 frames made up.
   */
  @Test
  void aFastRateIsOneBodysAndCostsFrameAndPicture() {
    List<KitCheck.KitNeed> needs =
        KitCheck.of(plan("C3", "capture", "100", "focalMm", 35), SETTING, KIT);
    assertThat(needs).hasSize(1);
    KitCheck.KitNeed need = needs.get(0);
    assertThat(need.asks()).startsWith("100 fps, 3840");
    assertThat(need.plates()).contains("Clean plate").hasSizeGreaterThan(1);
    KitCheck.KitAnswer first = need.answers().get(0);
    assertThat(first.body()).isEqualTo("Body B");
    assertThat(first.grade()).isEqualTo(Grade.DOUBTFUL);
    assertThat(first.figure())
        .isEqualTo("1.07 source px a delivered one, crop 1.80×, 3.0 GB a minute");
    assertThat(first.remedy())
        .contains("no push beyond 1.07×", "19 mm for 35 mm, or 1.80× the distance", "in parts");
    assertThat(need.answers().get(1))
        .satisfies(
            a -> {
              assertThat(a.body()).isEqualTo("Body A");
              assertThat(a.grade()).isEqualTo(Grade.FAILS);
              assertThat(a.remedy()).contains("75 % of the frames");
            });
  }

  /** 50 fps nobody has: 100 is set in the plan instead, of which nothing is made up. */
  @Test
  void aFasterModeIsSetInThePlanAndNothingIsMadeUp() {
    KitCheck.KitNeed need =
        KitCheck.of(plan("C3", "capture", "50", "focalMm", 35), SETTING, KIT).get(0);
    assertThat(need.answers())
        .extracting(KitCheck.KitAnswer::body, KitCheck.KitAnswer::grade)
        .containsExactly(tuple("Body B", Grade.DOUBTFUL), tuple("Body A", Grade.FAILS));
    assertThat(need.answers().get(0).remedy()).startsWith("set 100 fps in the plan");
    assertThat(need.answers().get(1).remedy()).contains("50 % of the frames");
    assertThat(need.grade()).isEqualTo(Grade.DOUBTFUL);
  }

  /** What is asked at the production's rate holds on both, but for a push or a high ISO. */
  @Test
  void whatBothCanHoldsAndSensitivityIsHeldAgainstTheAccepted() {
    KitCheck.KitNeed need = KitCheck.of(plan("A1"), SETTING, KIT).get(0);
    assertThat(need.answers()).extracting(KitCheck.KitAnswer::grade).containsOnly(Grade.HOLDS);
    assertThat(need.lens().figure()).isEqualTo("Short zoom");
    assertThat(need.lens().grade()).as("it breathes").isEqualTo(Grade.DOUBTFUL);
    KitCheck.KitNeed dark = KitCheck.of(plan("A1", "iso", 3200), SETTING, KIT).get(0);
    assertThat(dark.answers()).extracting(KitCheck.KitAnswer::body).startsWith("Body A");
    assertThat(dark.answers().get(1).remedy())
        .contains("3200 ISO is over the 800 you accept: 2.0 stops");
    assertThat(KitCheck.of(plan("A1", "focalMm", 200), SETTING, KIT).get(0).lens().grade())
        .isEqualTo(Grade.FAILS);
    assertThat(KitCheck.of(plan("A1", "focalMm", 85, "focusM", 0.5), SETTING, KIT).get(0).lens())
        .satisfies(l -> assertThat(l.figure()).contains("from 0.90 m"));
    assertThat(KitCheck.of(plan("A1"), SETTING, Kit.NONE).get(0).answers()).isEmpty();
  }

  /** A list written is the same list read; what is wrong is named with its row, nothing taken. */
  @Test
  void aListOfModesIsReadAsItWasWritten() {
    List<Map<String, String>> rows = new ArrayList<>();
    for (List<String> row : KIT.rows()) {
      Map<String, String> r = new HashMap<>();
      for (int i = 0; i < Kit.COLUMNS.size(); i++) {
        r.put(Kit.COLUMNS.get(i), row.get(i));
      }
      rows.add(r);
    }
    assertThat(Kit.NONE.reading(rows).bodies()).isEqualTo(KIT.bodies());
    assertThat(KIT.reading(rows.subList(0, 1)).bodies()).isEqualTo(KIT.bodies());
    for (String column : Kit.COLUMNS) {
      List<Map<String, String>> wrong = new ArrayList<>(rows);
      Map<String, String> bad = new HashMap<>(rows.get(1));
      bad.put(column, "x ".repeat(150));
      wrong.set(1, bad);
      assertThatThrownBy(() -> KIT.reading(wrong))
          .as(column)
          .isInstanceOf(InvalidInput.class)
          .satisfies(e -> assertThat(((InvalidInput) e).field()).isEqualTo(column))
          .hasMessageContaining("row 2");
    }
    assertThatThrownBy(() -> KIT.reading(List.of()))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("body");
    assertThatThrownBy(() -> new Kit(List.of(WHOLE, WHOLE), List.of()).checked())
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("twice");
  }

  /** One mode more is laid beside what others set meanwhile; the same again is set anew. */
  @Test
  void oneModeMoreTakesNothingAway() {
    Map<String, String> row = new HashMap<>();
    for (int i = 0; i < Kit.COLUMNS.size(); i++) {
      row.put(Kit.COLUMNS.get(i), KIT.rows().get(0).get(i));
    }
    row.put("rate", "50");
    row.put("bits", "12");
    Kit more = KIT.beside(row);
    assertThat(more.bodies().get(0).modes()).hasSize(2).contains(WHOLE.modes().get(0));
    assertThat(more.bodies().get(1)).isEqualTo(FAST);
    row.put("bits", "10");
    assertThat(more.beside(row).bodies().get(0).modes())
        .extracting(CameraMode::bits)
        .containsExactly(10, 10);
    row.put("body", "Body C");
    assertThat(more.beside(row).bodies()).extracting(CameraBody::name).endsWith("Body C");
    row.put("width", "wide");
    assertThatThrownBy(() -> more.beside(row))
        .isInstanceOf(InvalidInput.class)
        .hasMessageStartingWith("width");
  }

  /** 35 mm on 36 mm into 1920 px is 1867 px; a twentieth of a degree of it is 1.63 px. */
  @Test
  void aHeadIsAsGoodAsItsErrorIsInPx() {
    Kit heads =
        new Kit(
            List.of(),
            List.of(),
            List.of(
                new Head("By hand", 1, 20), new Head("Slider", 0.05, 5), new Head("Robot", 0, 9)),
            List.of());
    List<KitCheck.KitHead> said =
        KitCheck.heads(plan("A3", "focalMm", 35), SETTING, heads.checked());
    assertThat(said)
        .extracting(KitCheck.KitHead::head, KitCheck.KitHead::grade)
        .containsExactly(
            tuple("Robot", Grade.HOLDS),
            tuple("Slider", Grade.DOUBTFUL),
            tuple("By hand", Grade.FAILS));
    assertThat(said.get(1).figure()).contains("1.6 px", "35 mm");
    assertThat(KitCheck.heads(plan("A1"), SETTING, heads)).isEmpty();
  }

  /** 400 Mb/s are 3 GB a minute: two cards of 60 GB hold 40 minutes. */
  @Test
  void cardsTakeAModeOrDoNot() {
    Kit fast = new Kit(KIT.bodies(), List.of(), List.of(), List.of(new Medium("Card", 60, 500, 2)));
    KitCheck.KitAnswer a = KitCheck.of(plan("A1"), SETTING, fast).get(0).answers().get(0);
    assertThat(a.grade()).isEqualTo(Grade.HOLDS);
    assertThat(a.figure()).contains("40 min on the cards");
    Kit slow = new Kit(KIT.bodies(), List.of(), List.of(), List.of(new Medium("Card", 60, 300, 2)));
    KitCheck.KitAnswer b = KitCheck.of(plan("A1"), SETTING, slow).get(0).answers().get(0);
    assertThat(b.grade()).isEqualTo(Grade.DOUBTFUL);
    assertThat(b.remedy()).contains("no card that is there takes 400 Mb/s");
    Kit small = new Kit(KIT.bodies(), List.of(), List.of(), List.of(new Medium("Card", 1, 500, 1)));
    assertThat(KitCheck.of(plan("A1"), SETTING, small).get(0).answers().get(0).remedy())
        .contains("clear some between");
  }

  @Test
  void whatComesInReplacesWhatHasItsName() {
    Kit with =
        KIT.with(
            new Kit(
                List.of(new CameraBody("body a", 100, 200, WHOLE.modes())),
                List.of(),
                List.of(new Head(" Head ", 0.1, 4)),
                List.of()));
    assertThat(with.bodies()).extracting(CameraBody::baseIso).containsExactly(100, 400);
    assertThat(with.lenses()).isEqualTo(KIT.lenses());
    assertThat(with.heads()).containsExactly(new Head("Head", 0.1, 4));
    assertThatThrownBy(
            () -> KIT.with(new Kit(List.of(), List.of(), List.of(new Head("H", 20, 4)), List.of())))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("repeatDeg");
  }
}
