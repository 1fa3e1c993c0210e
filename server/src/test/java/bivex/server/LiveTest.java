package bivex.server;

import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.crew.Role;
import bivex.server.keep.People;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;

/** Who hears what when something changes. */
class LiveTest {
  private final Stage stage = new Stage();

  /** An open line; the first event says that it is open. */
  private BufferedReader listen(Caller who) throws Exception {
    HttpRequest r =
        HttpRequest.newBuilder(URI.create(stage.house.address() + stage.base + "/events")).build();
    var stream =
        who.client()
            .sendAsync(r, HttpResponse.BodyHandlers.ofInputStream())
            .get(180, TimeUnit.SECONDS);
    BufferedReader lines =
        new BufferedReader(new InputStreamReader(stream.body(), StandardCharsets.UTF_8));
    assertThat(lines.readLine()).isEqualTo("event:open");
    return lines;
  }

  private static String next(BufferedReader lines) throws Exception {
    return CompletableFuture.supplyAsync(
            () -> {
              try {
                String l = lines.readLine();
                while (l != null && !l.startsWith("event:changed")) {
                  l = lines.readLine();
                }
                return l == null ? "" : lines.readLine();
              } catch (IOException e) {
                return "closed";
              }
            })
        .get(180, TimeUnit.SECONDS);
  }

  @Test
  void aGuestHearsThatSomethingChangedAndNotWhat() throws Exception {
    BufferedReader guest = listen(stage.house.person(stage.production, Role.GUEST));
    BufferedReader floor = listen(stage.house.person(stage.production, Role.FLOOR));
    stage.log("plate:clean", Stage.CAMERA);
    assertThat(next(guest)).isEqualTo("data:{}");
    assertThat(next(floor)).contains("\"subject\":\"take\"").contains("\"action\":\"logged\"");
    guest.close();
    floor.close();
  }

  /** Who leads a viewing is heard by the house, in passing; a guest's next word is another. */
  @Test
  void whoLeadsAViewingIsHeardByTheHouseAlone() throws Exception {
    stage.upload(Clips.mp4(320, 180, "24", 24));
    String viewing =
        Stage.ok(
                stage.producer.post(
                    stage.base + "/viewings", Map.of("of", "ALL", "order", "SCRIPT")))
            .text("id");
    String lead = stage.base + "/viewings/" + viewing + "/lead";
    BufferedReader guest = listen(stage.house.person(stage.production, Role.GUEST));
    Caller artist = stage.house.person(stage.production, Role.ARTIST);
    BufferedReader heard = listen(artist);
    assertThat(Stage.ok(artist.get(lead + "?follows=true")).text("by")).isEmpty();
    assertThat(stage.producer.post(lead, Map.of("speed", 9)).text("field")).isEqualTo("speed");
    assertThat(stage.producer.post(lead, Map.of("piece", -1)).text("field")).isEqualTo("piece");
    Caller.Answer leads =
        Stage.ok(
            stage.producer.post(lead, Map.of("piece", 0, "frame", 7.5, "playing", true, "at", 12)));
    assertThat(leads.at("following")).hasSize(1);
    assertThat(leads.at("now").asLong() - leads.at("at").asLong())
        .as("nobody was anywhere for longer than this")
        .isEqualTo(5000);
    String line = heard.readLine();
    while (!line.startsWith("event:lead")) {
      line = heard.readLine();
    }
    assertThat(heard.readLine()).contains("\"frame\":7.5").contains(viewing);
    assertThat(artist.post(lead, Map.of("piece", 0)).text("field")).isEqualTo("instead");
    Stage.ok(artist.post(lead, Map.of("piece", 0, "instead", true)));
    assertThat(stage.producer.post(lead, Map.of("over", true)).text("field"))
        .as("another's lead is not ended")
        .isEqualTo("instead");
    assertThat(Stage.ok(artist.post(lead, Map.of("over", true))).at("person").isNull()).isTrue();
    assertThat(stage.house.person(stage.production, Role.GUEST).get(lead).status()).isEqualTo(403);
    assertThat(new Stage().producer.get(lead).status()).isEqualTo(404);
    stage.log("plate:clean", Stage.CAMERA);
    line = guest.readLine();
    while (!line.startsWith("event:")) {
      line = guest.readLine();
    }
    assertThat(line).as("nothing before it").isEqualTo("event:changed");
    guest.close();
    heard.close();
  }

  @Test
  void nothingIsHeardOfARefusedChangeOrOfAnotherProduction() throws Exception {
    BufferedReader floor = listen(stage.house.person(stage.production, Role.FLOOR));
    new Stage().log("plate:clean", Stage.CAMERA);
    stage.say(stage.producer, "datum:nothing", "SETTLED", "x");
    Stage.ok(stage.say(stage.producer, "datum:eyeline", "SETTLED", "1.6 m"));
    assertThat(next(floor)).contains("\"action\":\"settled\"").contains(stage.shot);
    floor.close();
  }

  @Test
  void aListenerThatIsGoneHoldsNobodyUp() throws Exception {
    for (int i = 0; i < 5; i++) {
      listen(stage.house.person(stage.production, Role.FLOOR)).close();
    }
    BufferedReader staying = listen(stage.house.person(stage.production, Role.ARTIST));
    for (int i = 0; i < 5; i++) {
      stage.log("plate:clean", Stage.CAMERA);
      assertThat(next(staying)).contains("\"subject\":\"take\"");
    }
    staying.close();
  }

  private static void ends(BufferedReader line, String when) throws Exception {
    String heard = next(line);
    while (!heard.isEmpty() && !heard.equals("closed")) {
      assertThat(heard).as(when).contains("\"subject\":\"person\"");
      heard = next(line);
    }
  }

  @Test
  void aLineEndsWithItsSignInAndFollowsTheRole() throws Exception {
    Caller leaving = stage.house.person(stage.production, Role.FLOOR);
    Caller changing = stage.house.person(stage.production, Role.FLOOR);
    Caller going = stage.house.person(stage.production, Role.ARTIST);
    Caller staying = stage.house.person(stage.production, Role.ARTIST);
    BufferedReader left = listen(leaving);
    BufferedReader changed = listen(changing);
    BufferedReader gone = listen(going);
    BufferedReader stays = listen(staying);
    String cookie = leaving.session();
    Stage.ok(leaving.delete("/api/session"));
    ends(left, "signed out");
    for (int i = 0; i < 20; i++) {
      assertThat(
              HttpClient.newHttpClient()
                  .send(
                      HttpRequest.newBuilder(URI.create(stage.house.address() + stage.base))
                          .header("Cookie", cookie)
                          .build(),
                      HttpResponse.BodyHandlers.discarding())
                  .statusCode())
          .as("the line that ended has not brought its session back")
          .isEqualTo(401);
      Thread.sleep(25);
    }
    String login = stage.house.bean(People.class).findById(changing.person()).orElseThrow().login;
    Stage.ok(
        stage.producer.post(
            stage.base + "/people", Map.of("name", "X", "login", login, "role", "GUEST")));
    ends(changed, "made a guest");
    Stage.ok(stage.producer.delete(stage.base + "/people/" + going.person()));
    ends(gone, "taken off");
    BufferedReader again = listen(changing);
    stage.log("plate:clean", Stage.CAMERA);
    assertThat(next(again)).as("as a guest hears it").isEqualTo("data:{}");
    String heard = next(stays);
    while (!heard.contains("\"subject\":\"take\"")) {
      assertThat(heard).as("others are not disturbed").contains("\"subject\":\"person\"");
      heard = next(stays);
    }
    again.close();
    stays.close();
  }
}
