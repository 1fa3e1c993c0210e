package bivex.server;

import static bivex.server.Stage.ok;
import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.crew.Role;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.stream.StreamSupport;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Tasks of people: what they say counts, the work is laid by it, and only who may says it. */
class WorkTest {
  private final Stage stage = new Stage();
  private final Caller artist = stage.house.person(stage.production, Role.ARTIST);
  private final Caller second = stage.house.person(stage.production, Role.ARTIST);
  private final String work = stage.base + "/work";
  private final String outlook = stage.base + "/outlook";
  private final String tasks = stage.base + "/shots/" + stage.shot + "/tasks";
  private final String words = stage.base + "/shots/" + stage.shot + "/task-words";

  private static List<JsonNode> list(JsonNode array) {
    return StreamSupport.stream(array.spliterator(), false).toList();
  }

  /** Shots of which some work has no day. */
  private static List<JsonNode> undated(Caller.Answer work) {
    return list(work.at("shots")).stream().filter(x -> x.path("day").isNull()).toList();
  }

  private String id(Caller who) {
    return ok(who.get(stage.base + "/yours")).text("you/id");
  }

  private JsonNode line(String key) {
    return list(ok(stage.producer.get(tasks)).body()).stream()
        .filter(t -> t.path("key").asString().equals(key))
        .findFirst()
        .orElseThrow();
  }

  private Map<String, Object> said(String task, String kind, Object... more) {
    Map<String, Object> m = new HashMap<>(Map.of("task", task, "kind", kind, "words", ""));
    for (int i = 0; i < more.length; i += 2) {
      m.put((String) more[i], more[i + 1]);
    }
    return m;
  }

  private void say(Caller who, Map<String, Object> what) {
    Caller.Answer a = who.post(words, Map.of("sayings", List.of(what)));
    assertThat(a.status()).as(a.toString()).isEqualTo(204);
  }

  private String field(Caller who, Map<String, Object> what) {
    return who.post(words, Map.of("sayings", List.of(what))).text("field");
  }

  @Test
  void workWithoutItsPlatesHasNoDayAndSaysSo() {
    Caller.Answer w = ok(stage.producer.get(work));
    assertThat(ok(stage.producer.get(outlook)).at("promise").isNull()).isTrue();
    assertThat(undated(w))
        .isNotEmpty()
        .anySatisfy(u -> assertThat(u.path("why").asString()).contains("no shooting day to come"));
    assertThat(w.at("shots/0/day").isNull()).isTrue();
    assertThat(w.text("shots/0/why")).contains("no shooting day to come");
  }

  @Test
  void aTaskIsGivenWorkedOnAndLaidOnThoseDays() {
    stage.platesAreThere();
    Caller.Answer w = ok(stage.producer.get(work));
    LocalDate today = LocalDate.parse(w.text("today"));
    assertThat(undated(w)).isEmpty();
    Caller.Answer o = ok(stage.producer.get(outlook));
    assertThat(LocalDate.parse(o.text("promise/half")))
        .isBeforeOrEqualTo(LocalDate.parse(o.text("promise/most")));
    assertThat(o.at("shots")).hasSameSizeAs(w.at("shots"));
    double laid = list(w.at("loads")).stream().mapToDouble(l -> l.path("hours").asDouble()).sum();
    assertThat(laid).isGreaterThan(1);

    List<JsonNode> lines = list(ok(stage.producer.get(tasks)).body());
    String key = lines.get(0).path("key").asString();
    String me = id(artist);
    // Nobody has it: an artist takes it, and the other may not take it from them.
    say(artist, said(key, "GIVEN", "person", me));
    assertThat(
            second
                .post(words, Map.of("sayings", List.of(said(key, "GIVEN", "person", id(second)))))
                .status())
        .isEqualTo(403);
    assertThat(line(key).path("given").path("id").asString()).isEqualTo(me);
    assertThat(line(key).path("doing").path("id").asString()).isEqualTo(me);
    assertThat(ok(artist.get(stage.base + "/yours")).text("tasks/0/line/code")).isNotEmpty();

    say(artist, said(key, "BEGUN"));
    assertThat(line(key).path("state").asString()).isEqualTo("WORKING");
    assertThat(ok(artist.get(stage.base + "/yours")).text("tasks/0/line/key")).isEqualTo(key);
    say(artist, said(key, "STOPPED", "hours", 1.5));
    say(artist, said(key, "LEFT", "hours", 12));
    JsonNode now = line(key);
    assertThat(now.path("spent").get(0).path("hours").asDouble()).isEqualTo(1.5);
    assertThat(now.path("left").path("likely").asDouble()).isEqualTo(12);
    assertThat(now.path("running")).isEmpty();
    // Twelve hours more are two days of theirs.
    assertThat(LocalDate.parse(now.path("last").asString())).isAfter(today);

    // Not before a day: it is laid there, and says why.
    String day = today.plusDays(20).toString();
    say(stage.producer, said(key, "GIVEN", "person", me, "day", day));
    assertThat(LocalDate.parse(line(key).path("first").asString()))
        .isAfterOrEqualTo(today.plusDays(20));
    assertThat(line(key).path("why").asString()).contains("not to be begun before");

    // Waiting for nobody knows how long: no day.
    say(artist, said(key, "WAITS", "words", "the look"));
    assertThat(line(key).path("first").isNull()).isTrue();
    assertThat(line(key).path("why").asString()).contains("waits for the look");
    say(artist, said(key, "GOES_ON"));

    // Done: its hours are those that were worked, and the rates learn from them.
    ok(
        artist.post(
            stage.base + "/shots/" + stage.shot + "/evidence",
            Map.of("item", key, "kind", "SETTLED", "words", "done")));
    assertThat(line(key).path("state").asString()).isEqualTo("DONE");
    assertThat(artist.post(words, Map.of("sayings", List.of(said(key, "BEGUN")))).text("field"))
        .isEqualTo("kind");
    assertThat(
            list(ok(stage.producer.get(stage.base + "/effort")).at("kinds")).stream()
                .flatMap(k -> list(k.path("people")).stream())
                .map(x -> x.path("person").asString() + " " + x.path("tasks").asInt()))
        .containsExactly(me + " 1");
    assertThat(
            list(ok(stage.producer.get(stage.base + "/effort")).at("kinds")).stream()
                .flatMap(k -> list(k.path("evidence")).stream())
                .mapToDouble(e -> e.path("actual").asDouble())
                .sum())
        .isEqualTo(1.5);
  }

  @Test
  void whoBeginsLeavesOffWhatTheyWereOnAndASayingCountsOnce() {
    stage.platesAreThere();
    List<JsonNode> lines = list(ok(stage.producer.get(tasks)).body());
    String a = lines.get(0).path("key").asString();
    String b = lines.get(1).path("key").asString();
    say(artist, said(a, "BEGUN"));
    say(artist, said(b, "BEGUN"));
    assertThat(line(a).path("running")).isEmpty();
    assertThat(line(b).path("running")).hasSize(1);
    // Done while the clock runs: it stops, and its hours are kept.
    say(artist, said(a, "BEGUN"));
    ok(
        artist.post(
            stage.base + "/shots/" + stage.shot + "/evidence",
            Map.of("item", a, "kind", "SETTLED", "words", "done")));
    assertThat(line(a).path("running")).isEmpty();
    assertThat(line(a).path("spent")).hasSize(1);
    say(artist, said(b, "BEGUN"));
    String once = UUID.randomUUID().toString();
    for (int i = 0; i < 3; i++) {
      say(
          artist,
          said(b, "WORKED", "id", once, "day", ok(artist.get(work)).text("today"), "hours", 2));
    }
    assertThat(line(b).path("spent").get(0).path("hours").asDouble()).isEqualTo(2);
    String today = ok(artist.get(work)).text("today");
    assertThat(field(artist, said(b, "WORKED", "day", today))).isEqualTo("hours");
    assertThat(field(artist, said(b, "WORKED", "day", "2020-01-01", "hours", 1))).isEqualTo("day");
    Map<String, Object> nothing = new HashMap<>(said(b, "LEFT"));
    nothing.remove("kind");
    assertThat(field(artist, nothing)).isEqualTo("kind");
    // Of several that are said at once all count or none.
    assertThat(
            artist
                .post(
                    words,
                    Map.of("sayings", List.of(said(b, "LEFT", "hours", 77), said(b, "LEFT"))))
                .text("field"))
        .isEqualTo("hours");
    assertThat(line(b).path("left").path("likely").asDouble()).isNotEqualTo(77);
    assertThat(
            artist
                .post(words, Map.of("sayings", List.of(said("task:none", "BEGUN"))))
                .text("field"))
        .isEqualTo("task");
    assertThat(
            stage
                .producer
                .post(
                    words,
                    Map.of(
                        "sayings",
                        List.of(said(b, "GIVEN", "person", UUID.randomUUID().toString()))))
                .text("field"))
        .isEqualTo("person");
    assertThat(
            artist
                .post(words, Map.of("sayings", List.of(said(b, "WAITS", "item", "plate:none"))))
                .text("field"))
        .isEqualTo("item");
    assertThat(
            second
                .post(words, Map.of("sayings", List.of(said(b, "WORKED", "person", id(artist)))))
                .status())
        .isEqualTo(403);
    assertThat(ok(second.get(work)).status()).isEqualTo(200);
    Caller guest = stage.house.person(stage.production, Role.GUEST);
    for (String path : List.of(work, outlook, tasks, stage.base + "/yours")) {
      assertThat(guest.get(path).status()).as(path).isEqualTo(403);
    }
  }

  @Test
  void whatOthersDidToOnesShotsIsToldUntilItWasSeen() {
    stage.platesAreThere();
    String news = stage.base + "/yours/news";
    Caller.Answer first = ok(artist.get(news));
    assertThat(first.at("first").asBoolean()).isTrue();
    assertThat(first.at("lines")).as("nothing of what was before").isEmpty();
    saw(first.at("stamp").asLong());
    String key = list(ok(stage.producer.get(tasks)).body()).get(0).path("key").asString();
    say(stage.producer, said(key, "GIVEN", "person", id(artist)));
    say(artist, said(key, "BEGUN"));
    Caller.Answer n = ok(artist.get(news));
    assertThat(list(n.at("lines"))).as("of others").hasSize(1);
    assertThat(n.text("lines/0/detail")).contains("given to");
    assertThat(n.text("lines/0/shot")).isEqualTo(stage.shot);
    saw(n.at("stamp").asLong());
    assertThat(ok(artist.get(news)).at("lines")).isEmpty();
    // Nobody has seen what is not there yet.
    saw(Long.MAX_VALUE);
    say(stage.producer, said(key, "LEFT", "hours", 2));
    assertThat(ok(artist.get(news)).at("lines")).hasSize(1);
  }

  private void saw(long stamp) {
    assertThat(artist.post(stage.base + "/yours/news/seen", Map.of("stamp", stamp)).status())
        .isEqualTo(204);
  }

  /** What is tried is laid as it is once it is so, and nothing of it is kept. */
  @Test
  void whatIsTriedIsWhatComesOfIt() {
    stage.platesAreThere();
    String tries = stage.base + "/work/what-if";
    List<JsonNode> lines =
        list(ok(stage.producer.get(tasks)).body()).stream()
            .filter(t -> !t.path("first").isNull())
            .toList();
    for (JsonNode t : lines) {
      say(stage.producer, said(t.path("key").asString(), "GIVEN", "person", id(artist)));
    }
    Caller.Answer before = ok(stage.producer.get(work));
    List<Map<String, String>> gives =
        lines.stream()
            .skip(lines.size() / 2)
            .map(t -> Map.of("task", t.path("id").asString(), "person", id(second)))
            .toList();
    Caller.Answer tried = ok(stage.producer.post(tries, Map.of("gives", gives)));
    assertThat(ok(stage.producer.get(work)).body()).as("nothing is kept").isEqualTo(before.body());
    assertThat(tried.at("loads")).isNotEqualTo(before.at("loads"));
    assertThat(artist.post(tries, Map.of("gives", gives)).status()).isEqualTo(403);
    assertThat(stage.producer.post(tries, Map.of()).text("field")).isEqualTo("gives");
    lines.stream()
        .skip(lines.size() / 2)
        .forEach(
            t ->
                say(stage.producer, said(t.path("key").asString(), "GIVEN", "person", id(second))));
    Caller.Answer after = ok(stage.producer.get(work));
    assertThat(after.at("loads")).isEqualTo(tried.at("loads"));
    assertThat(after.text("end")).isEqualTo(tried.text("end"));
    // Somebody more is seen, not kept.
    Caller.Answer more =
        ok(
            stage.producer.post(
                tries, Map.of("more", Map.of("from", before.text("today"), "hours", 8))));
    assertThat(more.at("moreHours").asDouble()).as("all is given away").isZero();
  }

  /** Who does only some kinds gets no others; a factor is in their hours. */
  @Test
  void skillsSayWhatIsLaidOnWhom() {
    stage.platesAreThere();
    String crew = stage.base + "/crew";
    String me = id(artist);
    JsonNode hand =
        list(ok(stage.producer.get(crew)).at("hands")).stream()
            .filter(h -> h.path("person").asString().equals(me))
            .findFirst()
            .orElseThrow();
    Map<String, Object> only =
        Map.of(
            "skills",
            Map.of("kinds", List.of(Map.of("kind", "SOUND", "factor", 0.5))),
            "timeVersion",
            hand.path("timeVersion").asLong());
    assertThat(stage.producer.put(crew + "/" + me, "*", only).status()).isEqualTo(204);
    for (JsonNode t : list(ok(stage.producer.get(tasks)).body())) {
      if (!t.path("kind").asString().equals("sound")) {
        assertThat(t.path("doing").path("id").asString()).as(t.toString()).isNotEqualTo(me);
      }
    }
    assertThat(
            stage
                .producer
                .put(
                    crew + "/" + me,
                    "*",
                    Map.of(
                        "skills",
                        Map.of("kinds", List.of(Map.of("kind", "SOUND", "factor", 9))),
                        "timeVersion",
                        1))
                .text("field"))
        .isEqualTo("factor of sound");
  }
}
