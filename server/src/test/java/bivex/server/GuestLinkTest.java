package bivex.server;

import static bivex.server.Stage.ok;
import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.crew.Role;
import bivex.server.keep.Transactions;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.JdbcTemplate;
import tools.jackson.databind.JsonNode;

/** A guest without a sign-in comes in by a link: until a day, until it is ended, and no further. */
class GuestLinkTest {
  private final Stage stage = new Stage();
  private final String links = stage.base + "/guest-links";
  private final String review = stage.base + "/shots/" + stage.shot + "/review";

  private Caller somebody() {
    return new Caller(stage.producer.address(), null);
  }

  private Caller.Answer arrive(Caller who, String token) {
    Caller.Answer a = who.post("/api/session/guest", Map.of("token", token));
    who.get("/api/session");
    return a;
  }

  private Caller.Answer made(Map<String, ?> in) {
    return ok(stage.producer.post(links, in));
  }

  @Test
  void aLinkLetsOnePersonInUntilItIsEnded() {
    String version = stage.upload(Clips.mp4(320, 180, "24", 24)).text("versions/0/id");
    ok(
        stage.producer.post(
            stage.base + "/versions/" + version + "/showings", Map.of("kind", "APPROVAL")));
    for (Role r : List.of(Role.ARTIST, Role.FLOOR, Role.GUEST)) {
      Caller other = stage.house.person(stage.production, r);
      assertThat(other.get(links).status()).isEqualTo(403);
      assertThat(other.post(links, Map.of("name", "Nobody")).status()).isEqualTo(403);
    }
    LocalDate today = LocalDate.now(stage.house.bean(Clock.class));
    for (LocalDate no : List.of(today.minusDays(1), today.plusDays(91))) {
      assertThat(
              stage
                  .producer
                  .post(links, Map.of("name", "Ona", "until", no.toString()))
                  .text("field"))
          .isEqualTo("until");
    }
    assertThat(stage.producer.post(links, Map.of("name", " ")).text("field")).isEqualTo("name");
    Caller.Answer made = made(Map.of("name", "Ona", "shot", stage.shot));
    assertThat(made.text("link/lastDay")).isEqualTo(today.plusDays(7).toString());
    String token = made.text("token");
    Caller ona = somebody();
    assertThat(ona.post("/api/session/guest", Map.of("token", token + "x")).status())
        .isEqualTo(403);
    assertThat(ona.post("/api/session/guest/whose", Map.of("token", token)).text("name"))
        .isEqualTo("Ona");
    assertThat(ok(stage.producer.get(links)).at("0/uses").asInt()).as("asking is no use").isZero();
    Caller.Answer in = ok(arrive(ona, token));
    assertThat(in.at("seats")).hasSize(1);
    assertThat(in.text("seats/0/role")).isEqualTo("GUEST");
    assertThat(ok(ona.get(review)).at("versions")).hasSize(1);
    String second =
        stage.planned("The flags vanish", "A1", Map.of("shutterDegrees", 172.8, "focusFarM", 2.6));
    assertThat(ona.get(stage.base + "/shots/" + second + "/review").status()).isEqualTo(404);
    for (String closed : List.of("/owed", "/journal", "/guest-links", "/shots/" + stage.shot)) {
      assertThat(ona.get(stage.base + closed).status()).as(closed).isEqualTo(403);
    }
    ok(ona.post(stage.base + "/versions/" + version + "/client-words", Map.of("kind", "APPROVED")));
    ok(arrive(somebody(), token));
    Caller.Answer all = ok(stage.producer.get(links));
    assertThat(all.at("0/uses").asInt()).isEqualTo(2);
    assertThat(all.body().toString()).as("a token is told once").doesNotContain(token);
    assertThat(stage.producer.get(stage.base + "/journal?size=40").body().toString())
        .contains("came in by a guest link");

    // A sign-in of somebody who has none: neither a password nor a link to one.
    String person = made.text("link/person");
    assertThat(
            stage.producer.post(stage.base + "/people/" + person + "/link", Map.of()).text("field"))
        .isEqualTo("person");
    Stage theirs = new Stage();
    String link = made.text("link/id");
    assertThat(theirs.producer.delete(theirs.base + "/guest-links/" + link).status())
        .isEqualTo(404);
    assertThat(
            theirs
                .producer
                .post(theirs.base + "/guest-links", Map.of("person", person))
                .text("field"))
        .isEqualTo("person");
    assertThat(
            theirs
                .producer
                .post(theirs.base + "/guest-links", Map.of("name", "Ib", "shot", stage.shot))
                .status())
        .isEqualTo(404);

    assertThat(ended(person)).isFalse();

    // Another in its place: what came by the first is over with it.
    String next = made(Map.of("person", person)).text("token");
    assertThat(ona.get(review).status()).isEqualTo(401);
    assertThat(arrive(ona, token).status()).isEqualTo(403);
    ok(arrive(ona, next));
    ok(ona.get(review));
    ok(stage.producer.delete(links + "/" + link));
    assertThat(ona.get(review).status()).isEqualTo(401);
    assertThat(arrive(ona, next).status()).isEqualTo(403);
    assertThat(ended(person)).as("nobody is told that it is shown to them").isTrue();
    assertThat(stage.producer.delete(links + "/" + link).text("field")).isEqualTo("link");
    assertThat(ok(stage.producer.get(review)).text("clientWords/0/said"))
        .as("what they said stays")
        .contains("Ona");
  }

  private boolean ended(String person) {
    for (JsonNode p : ok(stage.producer.get(stage.base)).at("people")) {
      if (p.path("id").asString().equals(person)) {
        return p.path("ended").asBoolean();
      }
    }
    throw new AssertionError("nobody like that");
  }

  @Test
  void aLinkIsOverTheNightAfterItsLastDay() {
    String token = made(Map.of("name", "Ib", "shot", stage.shot)).text("token");
    Caller ib = somebody();
    ok(arrive(ib, token));
    ok(ib.get(review));
    assertThat(
            ended("membership", "person_id = ?::uuid", ok(ib.get("/api/session")).text("person")))
        .isOne();
    assertThat(ib.get(review).status()).as("a session that is still open").isEqualTo(403);
    assertThat(ok(ib.get("/api/session")).at("seats")).isEmpty();
    assertThat(arrive(somebody(), token).status()).isEqualTo(403);
    String other = made(Map.of("name", "Una")).text("token");
    assertThat(ended("guest_link", "production_id = ?::uuid", stage.production.id.toString()))
        .isEqualTo(2);
    assertThat(arrive(somebody(), other).status()).isEqualTo(403);
    assertThat(somebody().post("/api/session/guest/whose", Map.of("token", other)).text("detail"))
        .contains("has ended or never was");
  }

  private int ended(String table, String where, String id) {
    return stage
        .house
        .bean(Transactions.class)
        .write(
            () ->
                stage
                    .house
                    .bean(JdbcTemplate.class)
                    .update(
                        "update " + table + " set ends_at = now() - interval '1 s' where " + where,
                        id));
  }
}
