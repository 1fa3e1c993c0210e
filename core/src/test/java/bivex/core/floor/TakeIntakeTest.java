package bivex.core.floor;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import bivex.core.InvalidInput;
import bivex.core.method.MethodBook;
import bivex.core.method.MethodChoice;
import bivex.core.method.Plan;
import bivex.core.method.ShotSetting;
import bivex.core.shoot.CameraData;
import bivex.core.shoot.Take;
import bivex.core.time.FrameRate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

class TakeIntakeTest {
  private static final Plan DOUBLE =
      MethodBook.derive(
          ShotSetting.usual(FrameRate.FILM), List.of(new MethodChoice("A1", Map.of(), "")));
  private static final Plan NOTHING =
      MethodBook.derive(ShotSetting.usual(FrameRate.FILM), List.of());
  private static final String PLATE = "plate:performance-1";

  private static CameraData camera(String... words) {
    Map<String, String> of = new HashMap<>();
    for (int i = 0; i < words.length; i += 2) {
      of.put(words[i], words[i + 1]);
    }
    return CameraData.read(of::get);
  }

  private static List<String> but(String... read) {
    return CameraData.FIELDS.stream().filter(f -> !List.of(read).contains(f)).toList();
  }

  @Test
  void aListIsReadFieldByFieldAndSaysWhichIsWrong() {
    CameraData c =
        camera(
            "body",
            " K1 ",
            "focalMm",
            "35",
            "rate",
            "23.976",
            "raster",
            "3840x2160",
            "whiteAuto",
            "manual",
            "focusAuto",
            "automatic",
            "iso",
            "");
    assertThat(c.body()).isEqualTo("K1");
    assertThat(c.focalMm()).isEqualTo(35);
    assertThat(c.rate()).isEqualTo(FrameRate.FILM_NTSC);
    assertThat(c.raster().height()).isEqualTo(2160);
    assertThat(c.whiteAuto()).isFalse();
    assertThat(c.automatic()).as("the camera focused itself").isTrue();
    assertThat(c.iso()).isNull();
    CameraData abroad =
        camera(
            "shutterSeconds", "1/50", "fNumber", "5,6", "exposureAuto", "TRUE", "focusAuto", "No");
    assertThat(abroad.shutterSeconds()).isEqualTo(0.02);
    assertThat(abroad.fNumber()).isEqualTo(5.6);
    assertThat(abroad.exposureAuto()).isTrue();
    assertThat(abroad.focusAuto()).as("no is no, whatever the case").isFalse();
    for (String[] bad :
        new String[][] {
          {"focalMm", "thirty five"},
          {"iso", "5"},
          {"focalMm", "1,000"},
          {"raster", "4K"},
          {"rate", "fast"},
          {"whiteAuto", "perhaps"}
        }) {
      assertThatThrownBy(() -> camera(bad))
          .as(bad[0])
          .isInstanceOf(InvalidInput.class)
          .hasMessageContaining(bad[1].equals("5") ? "25" : bad[1]);
    }
  }

  @Test
  void aTakeThatFitsIsTakenAsItIs() {
    CameraData c = camera("iso", "400", "whiteAuto", "manual");
    TakeIntake in =
        TakeIntake.of(DOUBLE, "KT", PLATE, c, but("iso", "whiteAuto"), " because ", false);
    assertThat(in).isEqualTo(new TakeIntake("", ""));
    assertThatThrownBy(
            () -> TakeIntake.of(DOUBLE, "KT", PLATE, c, but("iso", "whiteAuto", "body"), "", false))
        .hasMessageStartingWith("body:");
    assertThatThrownBy(() -> TakeIntake.of(DOUBLE, "KT", PLATE, c, List.of("mood"), "", false))
        .hasMessageStartingWith("notRead:");
  }

  @Test
  void anAutomaticModeOfASetNeedsAReason() {
    CameraData auto = camera("whiteAuto", "automatic");
    assertThatThrownBy(() -> TakeIntake.of(DOUBLE, "KT", PLATE, auto, but("whiteAuto"), " ", false))
        .hasMessageStartingWith("whiteAuto:");
    assertThat(
            TakeIntake.of(DOUBLE, "KT", PLATE, auto, but("whiteAuto"), " the lamp changes ", false)
                .overruled())
        .isEqualTo("the lamp changes");
  }

  @Test
  void whatNoLongerFitsOfAQueuedTakeIsKeptAndSaid() {
    CameraData c = CameraData.notRead();
    assertThatThrownBy(() -> TakeIntake.of(NOTHING, "KT", PLATE, c, CameraData.FIELDS, "", false))
        .hasMessageStartingWith("plate:");
    TakeIntake late = TakeIntake.of(NOTHING, "KT", PLATE, c, CameraData.FIELDS, "", true);
    assertThat(late.afterStrike().renumbered(2, 5).remark())
        .isEqualTo(
            "KT no longer owes this plate; the take is kept as loose. The set was struck meanwhile."
                + " Take 2 was logged by somebody else meanwhile; this one is kept as take 5.");
    assertThatThrownBy(
            () -> TakeIntake.of(NOTHING, "KT", "check:depth", c, CameraData.FIELDS, "", true))
        .as("what is no plate is nothing to shoot")
        .hasMessageStartingWith("plate:");
    assertThat(TakeIntake.number(null, 4)).isEqualTo(4);
    assertThat(TakeIntake.number(9, 4)).isEqualTo(9);
    assertThatThrownBy(() -> TakeIntake.number(0, 4)).hasMessageStartingWith("number:");
  }

  @Test
  void nothingIsStruckThatIsNeitherShotNorLetGo() {
    Strike.Open clean = new Strike.Open("s", "KT", "plate:clean", "Clean plate of setup 2");
    Strike.Open lamp = new Strike.Open("t", "KU", "plate:lamp", "Lamp");
    assertThatThrownBy(
            () ->
                Strike.of(
                    List.of(clean, lamp),
                    List.of(new Strike.Waiver("s", "plate:clean", "the light is gone"))))
        .hasMessageContaining("lamp of KU")
        .hasMessageNotContaining("clean plate");
    assertThatThrownBy(
            () -> Strike.of(List.of(clean), List.of(new Strike.Waiver("s", "plate:clean", " "))))
        .hasMessageStartingWith("reason:");
    assertThat(
            Strike.of(
                List.of(clean),
                List.of(
                    new Strike.Waiver("s", "plate:clean", null),
                    new Strike.Waiver("s", "plate:clean", "the light is gone"))))
        .containsExactly(new Strike.Waiver("s", "plate:clean", "the light is gone"));
    assertThat(Strike.of(List.of(), List.of())).isEmpty();
    assertThatThrownBy(() -> Take.Call.NO_GOOD.reason(" ")).hasMessageStartingWith("reason:");
    assertThat(Take.Call.FALSE_START.reason(null)).isEmpty();
  }
}
