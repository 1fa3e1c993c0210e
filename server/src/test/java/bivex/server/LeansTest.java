package bivex.server;

import static bivex.server.Stage.ok;
import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.crew.Role;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** A shot that takes something over from another, which is made once and first. */
class LeansTest {
  private final Stage stage = new Stage();
  private final String moving = stage.planned("The flags vanish", "G6", Map.of("camera", "moves"));
  private final String shot = stage.base + "/shots/" + stage.shot;
  private final String other = stage.base + "/shots/" + moving;

  @Test
  void whatIsTakenOverIsSaidOnBothAndNeverTurns() {
    Caller artist = stage.house.person(stage.production, Role.ARTIST);
    Map<String, Object> solve = Map.of("on", moving, "what", "SOLVE", "words", "of the pier");
    Caller.Answer said = ok(artist.post(shot + "/leans", solve));
    assertThat(said.at("on/0/called").asString()).isEqualTo("camera solve");
    assertThat(said.at("on/0/there").asBoolean()).isFalse();
    assertThat(said.at("on/0/twice")).isEmpty();
    Caller.Answer carried = ok(stage.producer.get(other + "/leans"));
    assertThat(carried.at("carries/0/other").asString()).isEqualTo(stage.shot);
    assertThat(artist.post(shot + "/leans", solve).text("detail")).contains("already");
    Caller.Answer turned =
        stage.producer.post(other + "/leans", Map.of("on", stage.shot, "what", "LOOK"));
    assertThat(turned.text("field")).isEqualTo("on");
    assertThat(turned.text("detail")).contains("leans on this shot itself");
    // What others wait for stands first among what is due with it, what waits stands last.
    String code = ok(stage.producer.get(shot)).text("code");
    List<String> order = new ArrayList<>();
    for (JsonNode l : ok(stage.producer.get(stage.base + "/owed?size=500")).at("lines")) {
      if (l.path("item").path("due").asString().equals("BEFORE_DELIVERY")) {
        order.add(
            l.path("between").path("holds")
                + " "
                + l.path("between").path("waits")
                + " "
                + l.path("item").path("key"));
      }
    }
    assertThat(order.get(0)).startsWith("[\"" + code + "\"] [] \"task:G6/solve");
    assertThat(order.get(order.size() - 1)).startsWith("[] [\"");
    // Made there, it is there; planned here as well, it is done twice.
    ok(
        artist.post(
            other + "/evidence",
            Map.of("item", "task:G6/solve", "kind", "SETTLED", "words", "solved", "hours", 2)));
    Caller.Answer mine = ok(stage.producer.get(shot));
    Map<String, Object> edit = Stage.edit(mine);
    edit.put("methods", List.of(Map.of("method", "G6", "values", Map.of("camera", "moves"))));
    ok(stage.producer.put(shot, mine.etag(), edit));
    Caller.Answer now = ok(stage.producer.get(shot + "/leans"));
    assertThat(now.at("on/0/there").asBoolean()).isTrue();
    assertThat(now.at("on/0/twice").toString()).contains("Camera solve");
    String id = now.at("on/0/id").asString();
    for (Role role : List.of(Role.FLOOR, Role.GUEST)) {
      Caller by = stage.house.person(stage.production, role);
      assertThat(by.post(shot + "/leans", solve).status()).as(role.name()).isEqualTo(403);
      assertThat(by.delete(shot + "/leans/" + id).status()).isEqualTo(403);
      assertThat(by.get(shot + "/leans").status()).isEqualTo(role == Role.GUEST ? 403 : 200);
    }
    assertThat(stage.producer.delete(other + "/leans/" + id).text("field")).isEqualTo("lean");
    assertThat(ok(artist.delete(shot + "/leans/" + id)).at("on")).isEmpty();
    assertThat(
            stage
                .producer
                .post(shot + "/leans", Map.of("on", stage.shot, "what", "SOLVE"))
                .text("field"))
        .isEqualTo("on");
    assertThat(stage.producer.post(shot + "/leans", Map.of("on", moving)).text("field"))
        .isEqualTo("what");
  }
}
