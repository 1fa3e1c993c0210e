package bivex.server;

import static bivex.server.Stage.ok;
import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.crew.Role;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** Music that a shot is made to. */
class MusicTest {
  private final Stage stage = new Stage();
  private final String vanish = stage.planned("The flags vanish", "B1", Map.of());
  private final String music = stage.base + "/music";
  private final String laid = stage.base + "/shots/" + vanish + "/music";

  @Test
  void aShotIsLaidOnMusicAndToldWhatMeetsIt() {
    Caller artist = stage.house.person(stage.production, Role.ARTIST);
    Caller.Answer added =
        ok(
            artist.post(
                music,
                Map.of(
                    "name",
                    "Theme",
                    "perMinute",
                    60,
                    "seconds",
                    120,
                    "phrases",
                    List.of(Map.of("at", 8.0, "label", "the brass")))));
    String theme = added.at("0/id").asString();
    assertThat(added.at("0/said").asString()).isEqualTo("60.00 beats a minute");
    Caller.Answer on = ok(artist.put(laid, "", Map.of("music", theme, "start", 7.5)));
    // Half a second before the phrase: frame 1001 + 12.
    assertThat(on.at("marks").toString()).contains("\"frame\":1013.0,\"kind\":\"PHRASE\"");
    assertThat(on.at("meets")).isNotEmpty();
    assertThat(on.at("meets/0/words").asString()).isNotBlank();
    assertThat(ok(artist.get(music)).at("0/shots").asInt()).isEqualTo(1);
    assertThat(artist.delete(music + "/" + theme).text("field")).isEqualTo("music");
    assertThat(ok(artist.put(laid, "", Map.of())).at("music").isNull()).isTrue();
    assertThat(ok(artist.delete(music + "/" + theme)).body()).isEmpty();
    Caller.Answer tapped =
        ok(
            artist.post(
                music,
                Map.of("name", "Tapped", "seconds", 30, "taps", List.of(1, 1.51, 2, 2.5, 3.49))));
    assertThat(tapped.at("0/said").asString()).contains("beats a minute, from taps");
    for (String field : List.of("taps", "phrases")) {
      Map<String, Object> none = new HashMap<>(Map.of("name", "x", "seconds", 5, "perMinute", 60));
      none.put(field, Collections.singletonList(null));
      assertThat(artist.post(music, none).status()).as(field).isBetween(400, 422);
    }
    assertThat(artist.post(music, Map.of("name", "x", "seconds", 5)).text("field"))
        .isEqualTo("perMinute");
    assertThat(
            artist
                .put(laid, "", Map.of("music", tapped.at("0/id").asString(), "start", 9000))
                .text("field"))
        .isEqualTo("start");
    for (Role role : List.of(Role.FLOOR, Role.GUEST)) {
      Caller by = stage.house.person(stage.production, role);
      assertThat(by.post(music, Map.of()).status()).isEqualTo(403);
      assertThat(by.put(laid, "", Map.of()).status()).isEqualTo(403);
      assertThat(by.get(laid).status()).isEqualTo(role == Role.GUEST ? 403 : 200);
    }
  }
}
