package bivex.server;

import static bivex.server.Stage.ok;
import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.crew.Role;
import bivex.server.post.Postman;
import com.icegreen.greenmail.util.GreenMail;
import com.icegreen.greenmail.util.ServerSetup;
import jakarta.mail.internet.MimeMessage;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import java.util.stream.StreamSupport;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/**
 * Letters about the work, to a mail server that is not ours, and to the stand-in where there is
 * none.
 */
class PostTest {
  private static final ServerSetup SMTP =
      new ServerSetup(0, "127.0.0.1", ServerSetup.PROTOCOL_SMTP);

  private static List<JsonNode> list(JsonNode array) {
    return StreamSupport.stream(array.spliterator(), false).toList();
  }

  private static Caller.Answer wants(Caller who, Stage stage, Map<String, ?> what) {
    return who.put(stage.base + "/yours/post", "*", what);
  }

  private static String id(Caller who, Stage stage) {
    return ok(who.get(stage.base + "/yours")).text("you/id");
  }

  /** Somebody has hours on all days of the week, so that the test knows no weekend. */
  private static void everyDay(Stage stage, Caller who) {
    String crew = stage.base + "/crew";
    String me = id(who, stage);
    JsonNode hand =
        list(ok(stage.producer.get(crew)).at("hands")).stream()
            .filter(h -> h.path("person").asString().equals(me))
            .findFirst()
            .orElseThrow();
    assertThat(
            stage
                .producer
                .put(
                    crew + "/" + me,
                    "*",
                    Map.of(
                        "time",
                        Map.of("week", Collections.nCopies(7, 8.0), "place", "", "away", List.of()),
                        "timeVersion",
                        hand.path("timeVersion").asLong()))
                .status())
        .isEqualTo(204);
  }

  private static List<MimeMessage> to(GreenMail server, String address) throws Exception {
    List<MimeMessage> out = new java.util.ArrayList<>();
    for (MimeMessage m : server.getReceivedMessages()) {
      if (m.getAllRecipients()[0].toString().equals(address)) {
        out.add(m);
      }
    }
    return out;
  }

  @Test
  void theMorningComesOnceAndWhatStopsAtOnce() throws Exception {
    GreenMail server = new GreenMail(SMTP);
    server.start();
    try (House house =
        House.start(
            false,
            Map.of(
                "bivex.mail.host", "127.0.0.1",
                "bivex.mail.port", String.valueOf(server.getSmtp().getPort()),
                "bivex.mail.secure", "false",
                "bivex.mail.from", "bivex@example.org"))) {
      Stage stage = new Stage(house);
      Caller artist = house.person(stage.production, Role.ARTIST);
      Postman postman = house.bean(Postman.class);
      stage.platesAreThere();
      everyDay(stage, artist);
      assertThat(wants(artist, stage, Map.of("morning", "00:00:00")).text("field"))
          .isEqualTo("address");
      assertThat(wants(artist, stage, Map.of("address", "x\nBcc: y@z")).text("field"))
          .isEqualTo("address");
      ok(wants(artist, stage, Map.of("address", "artist@example.org", "morning", "00:00:00")));
      ok(wants(stage.producer, stage, Map.of("address", "mara@example.org", "stops", true)));
      postman.round();
      postman.round();
      assertThat(to(server, "artist@example.org")).as("once a day").hasSize(1);
      MimeMessage morning = to(server, "artist@example.org").get(0);
      assertThat(morning.getSubject()).contains(": morning of ");
      assertThat(morning.getFrom()[0].toString()).isEqualTo("bivex@example.org");
      assertThat(morning.getContent().toString()).startsWith("You, ").contains("As it is laid now");
      assertThat(to(server, "mara@example.org")).as("nothing stops").isEmpty();

      JsonNode task =
          list(ok(stage.producer.get(stage.base + "/shots/" + stage.shot + "/tasks")).body())
              .get(0);
      Map<String, Object> waits =
          Map.of("task", task.path("key").asString(), "kind", "WAITS", "words", "the look");
      assertThat(
              stage
                  .producer
                  .post(
                      stage.base + "/shots/" + stage.shot + "/task-words",
                      Map.of("sayings", List.of(waits)))
                  .status())
          .isEqualTo(204);
      postman.round();
      postman.round();
      assertThat(to(server, "mara@example.org")).as("told once").hasSize(1);
      assertThat(to(server, "mara@example.org").get(0).getContent().toString())
          .contains("waits for the look");
      assertThat(ok(artist.get(stage.base + "/yours/post")).at("letters"))
          .as("what others were written is theirs")
          .hasSize(1);
      Caller.Answer kept = ok(stage.producer.get(stage.base + "/yours/post"));
      assertThat(kept.at("letters/0/sentAt").isNull()).isFalse();
      assertThat(kept.at("standIn").asBoolean()).isFalse();

      // A server that is away loses nothing: the letter waits, and says why.
      server.stop();
      stage.say(stage.producer, "plate:clean", "OPENED", "again");
      postman.round();
      JsonNode newest = ok(stage.producer.get(stage.base + "/yours/post")).at("letters/0");
      if (newest.path("sentAt").isNull()) {
        assertThat(newest.path("fault").asString()).isNotEmpty();
      }
      ok(wants(artist, stage, Map.of("address", "")));
      assertThat(ok(artist.get(stage.base + "/yours/post")).text("address")).isEmpty();
    } finally {
      server.stop();
    }
  }

  @Test
  void withoutAServerLettersAreKeptAsMailProgramsReadThem() throws Exception {
    Stage stage = new Stage();
    Caller artist = stage.house.person(stage.production, Role.ARTIST);
    Caller guest = stage.house.person(stage.production, Role.GUEST);
    everyDay(stage, artist);
    ok(wants(artist, stage, Map.of("address", "artist@example.org", "morning", "00:00:00")));
    assertThat(guest.get(stage.base + "/yours/post").status()).isEqualTo(403);
    stage.house.bean(Postman.class).round();
    JsonNode letter = ok(artist.get(stage.base + "/yours/post")).at("letters/0");
    assertThat(letter.path("byStandIn").asBoolean()).isTrue();
    Path kept =
        stage.house.data().resolve("mailbox").resolve(letter.path("id").asString() + ".eml");
    try (Stream<String> lines = Files.lines(kept)) {
      assertThat(lines).contains("To: artist@example.org");
    }
  }
}
