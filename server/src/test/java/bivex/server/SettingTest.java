package bivex.server;

import static bivex.server.Stage.ok;
import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.crew.Role;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** A shot that is recorded otherwise than its production, and how closely it is looked at. */
class SettingTest {
  private final Stage stage = new Stage();
  private final String beside = stage.planned("Ines spreads the chart", "B1", Map.of());
  private final String shot = stage.base + "/shots/" + stage.shot;

  private static Map<String, Object> recording(String rate, Object... more) {
    Map<String, Object> out = new HashMap<>(Map.of("rate", rate, "reason", "slow for safety"));
    for (int i = 0; i < more.length; i += 2) {
      out.put((String) more[i], more[i + 1]);
    }
    return out;
  }

  @Test
  void aShotOrASceneIsRecordedOtherwise() {
    Caller floor = stage.house.person(stage.production, Role.FLOOR);
    Caller.Answer said =
        ok(floor.put(shot + "/recording", "", recording("48", "width", 4096, "height", 2160)));
    assertThat(said.at("changes").toString()).contains("one recorded frame in 2 is used", "16");
    assertThat(said.at("otherwise/0/shot").asString()).isEqualTo(beside);
    Caller.Answer plan = ok(stage.producer.get(shot));
    assertThat(plan.at("plan/plates/0/asks/camera/rate").asString()).isEqualTo("48");
    assertThat(plan.at("plan/checks").toString()).contains("Recorded at another rate");
    // A take at the production's rate is not what the plate asks for now.
    Caller.Answer slate =
        ok(
            floor.post(
                stage.base + "/setups/" + stage.setup + "/slate",
                Map.of(
                    "shot",
                    stage.shot,
                    "plate",
                    plan.at("plan/plates/0/key").asString(),
                    "camera",
                    Stage.CAMERA)));
    assertThat(slate.toString()).contains("rate");
    assertThat(
            ok(stage.producer.get(stage.base + "/shots/" + beside))
                .at("plan/plates/0/asks/camera/rate")
                .asString())
        .isEqualTo("24");
    ok(floor.put(shot + "/recording", "", recording("48", "scene", true)));
    assertThat(
            ok(stage.producer.get(stage.base + "/shots/" + beside))
                .at("plan/plates/0/asks/camera/rate")
                .asString())
        .isEqualTo("48");
    Caller.Answer back =
        ok(floor.put(shot + "/recording", "", Map.of("rate", "", "scene", true, "reason", "")));
    assertThat(back.at("recording").isNull()).isTrue();
    assertThat(back.at("otherwise")).isEmpty();
    assertThat(floor.put(shot + "/recording", "", recording("fast")).text("field"))
        .isEqualTo("rate");
    assertThat(floor.put(shot + "/recording", "", recording("48", "width", 4096)).text("field"))
        .isEqualTo("height");
    assertThat(
            floor.put(shot + "/recording", "", Map.of("rate", "48", "reason", " ")).text("field"))
        .isEqualTo("reason");
    for (Role role : List.of(Role.ARTIST, Role.GUEST)) {
      Caller by = stage.house.person(stage.production, role);
      assertThat(by.put(shot + "/recording", "", recording("48")).status()).isEqualTo(403);
      assertThat(by.put(shot + "/standard", "", Map.of()).status()).isEqualTo(403);
      assertThat(by.get(shot + "/setting").status()).isEqualTo(role == Role.GUEST ? 403 : 200);
    }
  }

  @Test
  void whatIsSeenForAMomentAtSpeedTakesLess() {
    double before = hours();
    Map<String, Object> fast =
        Map.of("heightShare", 0.3, "widthsPerSecond", 1.5, "reason", "gone in half a second");
    Caller.Answer said = ok(stage.producer.put(shot + "/standard", "", fast));
    assertThat(said.text("said")).contains("px of blur", "finish takes 0.40 of its hours");
    assertThat(hours()).isLessThan(before * 0.8);
    // What is tried with other numbers is held to it as well.
    Caller.Answer tried =
        ok(stage.producer.post(shot + "/what-if", Stage.edit(ok(stage.producer.get(shot)))));
    assertThat(tried.at("effort/likely").asDouble()).isEqualTo(hours());
    assertThat(
            stage
                .producer
                .put(
                    shot + "/standard",
                    "",
                    Map.of("heightShare", 3, "widthsPerSecond", 1, "reason", "x"))
                .text("field"))
        .isEqualTo("heightShare");
    ok(stage.producer.put(shot + "/standard", "", Map.of()));
    assertThat(hours()).isEqualTo(before);
  }

  private double hours() {
    return ok(stage.producer.get(shot)).at("plan/effort/likely").asDouble();
  }
}
