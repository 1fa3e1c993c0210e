package bivex.server;

import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.crew.Role;
import bivex.server.access.KeptSignIns;
import bivex.server.keep.People;
import bivex.server.keep.Transactions;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.JdbcTemplate;

/** People come, set their own password, and go; nobody else learns it. */
class PeopleTest {
  private static final String GOOD = "four lanterns under the jetty";

  private final Stage stage = new Stage();

  private static String fresh() {
    return "odile-" + UUID.randomUUID().toString().substring(0, 8);
  }

  private Caller stranger() {
    return new Caller(stage.house.address(), null);
  }

  private String brought(String login) {
    Caller.Answer all =
        Stage.ok(
            stage.producer.post(
                stage.base + "/people",
                Map.of("name", "Odile Marsh", "login", login, "role", "ARTIST")));
    for (var p : all.at("people")) {
      if (p.path("login").asString().equals(login)) {
        return p.path("id").asString();
      }
    }
    throw new AssertionError(all);
  }

  private String link(String person) {
    return Stage.ok(stage.producer.post(stage.base + "/people/" + person + "/link", Map.of()))
        .text("token");
  }

  private static int signIn(Caller c, String login, String password) {
    return c.post("/api/session", Map.of("login", login, "password", password)).status();
  }

  @Test
  void aLinkIsUsedOnceAndOnlyItsPersonSetsThePassword() {
    String login = fresh();
    String person = brought(login);
    String first = link(person);
    String token = link(person);
    Caller odile = stranger();
    assertThat(odile.post("/api/session/link/whose", Map.of("token", first)).status())
        .as("a newer link takes the place of the older")
        .isEqualTo(403);
    assertThat(
            Stage.ok(odile.post("/api/session/link/whose", Map.of("token", token))).text("login"))
        .isEqualTo(login);
    for (String bad :
        List.of("short", "password1234", "qwertyuiop", "aaaaaaaaaaaa", login, "Odile Marsh")) {
      Caller.Answer a = odile.post("/api/session/link", Map.of("token", token, "password", bad));
      assertThat(a.status()).as(bad).isEqualTo(422);
      assertThat(a.text("field")).isEqualTo("password");
    }
    Stage.ok(odile.post("/api/session/link", Map.of("token", token, "password", GOOD)));
    assertThat(odile.get(stage.base + "/owed").status()).isEqualTo(200);
    assertThat(
            stranger()
                .post("/api/session/link", Map.of("token", token, "password", GOOD + " 2"))
                .status())
        .isEqualTo(403);
    assertThat(signIn(stranger(), login, GOOD)).isEqualTo(200);
    assertThat(stage.producer.get(stage.base + "/journal").body().toString())
        .as("who made a link is on record")
        .contains("made a password link for");
  }

  @Test
  void ofTwentyWhoUseALinkAtOnceOneDoes() throws Exception {
    String token = link(brought(fresh()));
    ExecutorService all = Executors.newFixedThreadPool(20);
    List<Future<Integer>> answers = new ArrayList<>();
    for (int i = 0; i < 20; i++) {
      Caller c = stranger();
      String own = GOOD + " " + i;
      answers.add(
          all.submit(
              () -> c.post("/api/session/link", Map.of("token", token, "password", own)).status()));
    }
    int let = 0;
    for (Future<Integer> f : answers) {
      let += f.get() == 200 ? 1 : 0;
    }
    all.shutdownNow();
    assertThat(let).isEqualTo(1);
  }

  @Test
  void aChangedPasswordEndsEveryOtherSession() {
    String login = fresh();
    String token = link(brought(login));
    Caller here = stranger();
    Stage.ok(here.post("/api/session/link", Map.of("token", token, "password", GOOD)));
    Caller there = stranger();
    assertThat(signIn(there, login, GOOD)).isEqualTo(200);
    assertThat(there.get(stage.base + "/owed").status()).isEqualTo(200);
    String other = "a bell that rings at low water";
    Caller.Answer wrong =
        here.post("/api/session/password", Map.of("old", "not it at all", "password", other));
    assertThat(wrong.text("field")).isEqualTo("old");
    assertThat(here.post("/api/session/password", Map.of("old", GOOD, "password", other)).status())
        .isEqualTo(204);
    assertThat(there.get(stage.base + "/owed").status()).isEqualTo(401);
    assertThat(here.get(stage.base + "/owed").status()).isEqualTo(200);
    assertThat(signIn(stranger(), login, GOOD)).isEqualTo(401);
    assertThat(signIn(stranger(), login, other)).isEqualTo(200);
    assertThat(stranger().post("/api/session/password", Map.of()).status()).isEqualTo(401);
  }

  @Test
  void whoIsTakenOffSeesNothingMoreAndWhatTheySaidStays() {
    Caller floor = stage.house.person(stage.production, Role.FLOOR);
    Stage.ok(stage.say(floor, "datum:eyeline", "SETTLED", "1.62 m"));
    assertThat(stage.producer.delete(stage.base + "/people/" + stage.producer.person()).status())
        .as("nobody takes themselves off, so that a producer is left")
        .isEqualTo(422);
    Stage.ok(stage.producer.delete(stage.base + "/people/" + floor.person()));
    assertThat(floor.get(stage.base + "/owed").status()).isEqualTo(404);
    assertThat(stage.state("datum:eyeline")).isEqualTo("IN_HAND: 1.62 m");
    assertThat(stage.producer.delete(stage.base + "/people/" + floor.person()).status())
        .isEqualTo(404);
  }

  @Test
  void aSignInThatIsThereIsNotChangedFromOutside() {
    Stage other = new Stage();
    Caller theirs = other.house.person(other.production, Role.ARTIST);
    String login = other.house.bean(People.class).findById(theirs.person()).orElseThrow().login;
    Caller.Answer refused =
        stage.producer.post(
            stage.base + "/people",
            Map.of("name", "X", "login", login, "password", GOOD, "role", "ARTIST"));
    assertThat(refused.text("field")).isEqualTo("password");
    Stage.ok(
        stage.producer.post(
            stage.base + "/people", Map.of("name", "X", "login", login, "role", "ARTIST")));
    Caller.Answer link =
        stage.producer.post(stage.base + "/people/" + theirs.person() + "/link", Map.of());
    assertThat(link.status()).as("it would open the other production too").isEqualTo(422);
    assertThat(link.text("detail")).contains("another production");
  }

  @Test
  void whereOneIsSignedInIsListedAndEndedFromAfar() {
    String login = fresh();
    String token = link(brought(login));
    Caller here = stranger();
    Stage.ok(here.post("/api/session/link", Map.of("token", token, "password", GOOD)));
    Caller phone = stranger();
    assertThat(signIn(phone, login, GOOD)).isEqualTo(200);
    Caller.Answer two = Stage.ok(here.get("/api/session/devices"));
    assertThat(two.body()).hasSize(2);
    String other = "";
    for (var d : two.body()) {
      other = d.path("here").asBoolean() ? other : d.path("id").asString();
    }
    assertThat(stage.producer.delete("/api/session/devices/" + other).status())
        .as("nobody else's")
        .isEqualTo(404);
    assertThat(phone.get(stage.base + "/owed").status()).isEqualTo(200);
    assertThat(here.delete("/api/session/devices/" + other).status()).isEqualTo(204);
    assertThat(phone.get(stage.base + "/owed").status()).isEqualTo(401);
    assertThat(here.get("/api/session/devices").body()).hasSize(1);
    assertThat(here.delete("/api/session/devices/" + other).status()).isEqualTo(404);
  }

  @Test
  void aSignInEndsOneDayHoweverBusilyItIsUsed() {
    String login = fresh();
    Caller c = stranger();
    String token = link(brought(login));
    Stage.ok(c.post("/api/session/link", Map.of("token", token, "password", GOOD)));
    for (int days : new int[] {29, 2}) {
      assertThat(c.get(stage.base + "/owed").status()).isEqualTo(200);
      long earlier = Duration.ofDays(days).toMillis();
      JdbcTemplate jdbc = stage.house.bean(JdbcTemplate.class);
      stage
          .house
          .bean(Transactions.class)
          .write(
              () ->
                  jdbc.update(
                      "update spring_session set creation_time = creation_time - ? where"
                          + " principal_name = ?",
                      earlier,
                      login));
      stage.house.bean(KeptSignIns.class).forget(UUID.fromString(person(login)));
    }
    assertThat(c.get(stage.base + "/owed").status()).isEqualTo(401);
    assertThat(signIn(c, login, GOOD)).isEqualTo(200);
  }

  private String person(String login) {
    return stage.house.bean(People.class).findByLogin(login).orElseThrow().id.toString();
  }

  @Test
  void aSignInHasASessionAndATokenOfItsOwn() {
    Caller c = stage.house.person(stage.production, Role.ARTIST);
    String login = stage.house.bean(People.class).findById(c.person()).orElseThrow().login;
    String session = c.session();
    String token = c.token();
    assertThat(signIn(c, login, House.PASSWORD)).isEqualTo(200);
    assertThat(c.session()).isNotEqualTo(session);
    assertThat(c.token()).isNotEqualTo(token);
    assertThat(c.get("/api/session/devices").body()).as("the earlier one is over").hasSize(1);
  }

  @Test
  void twoOfOneNameAreToldApart() {
    String mine =
        stage.house.bean(People.class).findById(stage.producer.person()).orElseThrow().name;
    String login = fresh();
    Stage.ok(
        stage.producer.post(
            stage.base + "/people", Map.of("name", mine, "login", login, "role", "FLOOR")));
    Caller same = stranger();
    String token = link(person(login));
    Stage.ok(same.post("/api/session/link", Map.of("token", token, "password", GOOD)));
    Stage.ok(stage.say(stage.producer, "datum:eyeline", "SETTLED", "1.6 m"));
    Stage.ok(stage.say(same, "datum:eyeline", "SETTLED", "1.7 m"));
    for (String table : List.of("evidence where shot_id = '" + stage.shot + "'", "journal")) {
      assertThat(
              stage
                  .house
                  .bean(JdbcTemplate.class)
                  .queryForList("select by_person from " + table, UUID.class))
          .as(table)
          .contains(stage.producer.person(), UUID.fromString(person(login)))
          .doesNotContainNull();
    }
  }
}
