package bivex.server;

import static bivex.server.Stage.ok;
import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.crew.Role;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** Cameras of a production: typed, read from a list, and held against the plan of a shot. */
class KitTest {
  private static final String LIST =
      "body;baseIso;highestIso;mode;rate;width;height;usedWidthMm;codec;megabits;bits;longestMinutes\n"
          + "Body A;640;3200;whole;24;3840;2160;36;intra;400;10;\n"
          + "Body B;400;1600;fast;100;2048;1152;20,5;intra;300;10;2\n"
          + "Body B;400;1600;whole;24;3840;2160;36;intra;400;10;\n";
  private final Stage stage = new Stage();

  @Test
  void aListIsTakenInWholeOrNotAtAllAndComesOutAgain() {
    String path = stage.base + "/kit";
    Caller.Answer none = ok(stage.producer.get(path));
    assertThat(none.at("kit/bodies")).isEmpty();
    Caller floor = stage.house.person(stage.production, Role.FLOOR);
    byte[] bad = LIST.replace("300;10", "fast;10").getBytes(StandardCharsets.UTF_8);
    Caller.Answer refused = floor.upload(path + ".csv", "cameras.csv", bad, Map.of());
    assertThat(refused.text("field")).isEqualTo("megabits");
    assertThat(refused.text("detail")).contains("row 2");
    assertThat(ok(stage.producer.get(path)).at("kit/bodies")).isEmpty();
    Caller.Answer read =
        ok(
            floor.upload(
                path + ".csv", "cameras.csv", LIST.getBytes(StandardCharsets.UTF_8), Map.of()));
    assertThat(read.at("kit/bodies")).hasSize(2);
    assertThat(read.at("kit/bodies/1/modes/0/usedWidthMm").asDouble()).isEqualTo(20.5);
    byte[] out = ok(stage.producer.get(path + ".csv")).raw().body();
    assertThat(new String(out, StandardCharsets.UTF_8)).contains("Body B", "20.5");
    assertThat(ok(floor.upload(path + ".csv", "again.csv", out, Map.of())).at("kit"))
        .isEqualTo(read.at("kit"));
    Map<String, String> row =
        Map.of(
            "body",
            "Body B",
            "baseIso",
            "400",
            "highestIso",
            "1600",
            "rate",
            "50",
            "width",
            "3840",
            "height",
            "2160",
            "usedWidthMm",
            "36",
            "megabits",
            "200",
            "bits",
            "10");
    assertThat(ok(floor.post(path + "/modes", row)).at("kit/bodies/1/modes")).hasSize(3);
    assertThat(
            stage.house.person(stage.production, Role.ARTIST).post(path + "/modes", row).status())
        .isEqualTo(403);
    // By hand, and not over what somebody else set meanwhile.
    Map<String, Object> kit =
        Map.of(
            "bodies",
            List.of(),
            "lenses",
            List.of(
                Map.of(
                    "name",
                    "Zoom",
                    "fromMm",
                    24,
                    "toMm",
                    70,
                    "widest",
                    2.8,
                    "nearestM",
                    0.4,
                    "breathes",
                    false)));
    assertThat(stage.producer.put(path, none.etag(), kit).status()).isEqualTo(412);
    Caller.Answer now = ok(stage.producer.get(path));
    assertThat(ok(stage.producer.put(path, now.etag(), kit)).at("kit/lenses")).hasSize(1);
    Caller artist = stage.house.person(stage.production, Role.ARTIST);
    Caller guest = stage.house.person(stage.production, Role.GUEST);
    assertThat(artist.get(path).status()).isEqualTo(200);
    assertThat(artist.put(path, now.etag(), kit).status()).isEqualTo(403);
    assertThat(artist.upload(path + ".csv", "x.csv", out, Map.of()).status()).isEqualTo(403);
    assertThat(guest.get(path).status()).isEqualTo(403);
    assertThat(guest.get(stage.base + "/shots/" + stage.shot + "/cameras").status()).isEqualTo(403);
  }

  /** The production's own rate is held against what both can. */
  @Test
  void aPlanIsHeldAgainstTheCamerasThatAreThere() {
    String cameras = stage.base + "/shots/" + stage.shot + "/cameras";
    assertThat(ok(stage.producer.get(cameras)).at("needs/0/answers")).isEmpty();
    ok(
        stage.producer.upload(
            stage.base + "/kit.csv",
            "cameras.csv",
            LIST.replace(";24;", ";" + stage.production.rate + ";")
                .getBytes(StandardCharsets.UTF_8),
            Map.of()));
    Caller.Answer needs = ok(stage.producer.get(cameras));
    assertThat(needs.at("needs")).hasSize(1);
    assertThat(needs.at("needs/0/answers/0/grade").asString()).isEqualTo("HOLDS");
    String fast = stage.planned("The flags vanish", "C3", Map.of("capture", "100"));
    String asked = ok(stage.producer.get(stage.base + "/shots/" + fast + "/cameras")).toString();
    assertThat(asked).contains("Body B", "crop 1.76×", "not at this rate");
  }

  /** Heads and cards come in a file with the rest, and go out into another production whole. */
  @Test
  void allOfItGoesAsAFileIntoAnotherProduction() {
    String path = stage.base + "/kit.json";
    String file =
        "{\"bodies\":[],\"lenses\":[],\"heads\":[{\"name\":\"Slider\",\"repeatDeg\":0.05,"
            + "\"loadKg\":5}],\"media\":[{\"name\":\"Card\",\"gigabytes\":512,"
            + "\"megabits\":800,\"count\":3}]}";
    ok(
        stage.producer.upload(
            stage.base + "/kit.csv",
            "cameras.csv",
            LIST.getBytes(StandardCharsets.UTF_8),
            Map.of()));
    Caller.Answer read =
        ok(
            stage.producer.upload(
                path, "kit.json", file.getBytes(StandardCharsets.UTF_8), Map.of()));
    assertThat(read.at("kit/bodies")).as("what is not in it stays").hasSize(2);
    assertThat(read.at("kit/media/0/count").asInt()).isEqualTo(3);
    byte[] out = ok(stage.producer.get(path)).raw().body();
    Stage other = new Stage();
    assertThat(
            ok(other.producer.upload(other.base + "/kit.json", "kit.json", out, Map.of()))
                .at("kit"))
        .isEqualTo(read.at("kit"));
    String moving = stage.planned("The flags vanish", "A3", Map.of("focalMm", 35));
    assertThat(
            ok(stage.producer.get(stage.base + "/shots/" + moving + "/cameras"))
                .at("heads/0/figure")
                .asString())
        .contains("px of the delivered picture");
    for (String bad : List.of("{\"bodys\":[]}", "[]", "no", file.replace("0.05", "50"))) {
      Caller.Answer refused =
          stage.producer.upload(path, "kit.json", bad.getBytes(StandardCharsets.UTF_8), Map.of());
      assertThat(refused.status()).as(bad).isEqualTo(422);
    }
    Caller artist = stage.house.person(stage.production, Role.ARTIST);
    assertThat(artist.upload(path, "kit.json", out, Map.of()).status()).isEqualTo(403);
    assertThat(artist.get(path).status()).isEqualTo(200);
    assertThat(stage.house.person(stage.production, Role.GUEST).get(path).status()).isEqualTo(403);
  }
}
