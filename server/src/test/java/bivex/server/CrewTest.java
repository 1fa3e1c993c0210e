package bivex.server;

import static bivex.server.Stage.ok;
import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.crew.Role;
import bivex.server.keep.Production;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.stream.StreamSupport;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Who works when: one calendar for all productions, and a finish that keeps to it. */
class CrewTest {
  private static final List<Integer> WEEK = List.of(8, 8, 8, 8, 6, 0, 0);
  private final Stage stage = new Stage();
  private final Caller artist = stage.house.person(stage.production, Role.ARTIST);
  private final String crew = stage.base + "/crew";

  private static JsonNode hand(Caller.Answer a, String role) {
    return StreamSupport.stream(a.at("hands").spliterator(), false)
        .filter(h -> h.path("role").asString().equals(role))
        .findFirst()
        .orElseThrow();
  }

  private static Map<String, Object> time(JsonNode hand, Map<String, Object> time) {
    return Map.of("time", time, "timeVersion", hand.path("timeVersion").asLong());
  }

  private static Map<String, Object> part(JsonNode hand, Map<String, Object> part) {
    return Map.of("part", part, "partVersion", hand.path("partVersion").asLong());
  }

  private Map<String, Object> time(String place, Object... away) {
    return Map.of("week", WEEK, "place", place, "away", List.of(away));
  }

  @Test
  void aPersonsDaysAreOneCalendarAndReasonsStayWithThoseWhoNeedThem() {
    Caller.Answer is = ok(stage.producer.get(crew + "?from=2026-12-21&days=14"));
    JsonNode hand = hand(is, "ARTIST");
    assertThat(hand.path("said").asBoolean()).isFalse();
    assertThat(is.text("earlier") + " " + is.text("later")).isEqualTo("2026-12-07 2027-01-04");
    assertThat(is.at("days/0/hours").asDouble()).as("one artist, a usual day").isEqualTo(8);
    assertThat(hand(is, "PRODUCER").path("part").path("share").asDouble()).isZero();

    String of = crew + "/" + hand.path("person").asString();
    Map<String, String> home =
        Map.of("from", "2026-12-23", "until", "2026-12-23", "why", "a wedding");
    assertThat(artist.put(of, "*", time(hand, time("de-by", home))).status())
        .as("they say it themselves")
        .isEqualTo(204);
    assertThat(artist.put(of, "*", time(hand, time("de-by", home))).status())
        .as("it was changed since")
        .isEqualTo(412);
    Caller.Answer now = ok(stage.producer.get(crew + "?from=2026-12-21&days=14"));
    hand = hand(now, "ARTIST");
    assertThat(hand.path("days"))
        .extracting(d -> d.path("hours").asInt() + d.path("off").asString())
        .startsWith("8NO", "8NO", "0AWAY", "8NO", "0HOLIDAY", "0WEEK");
    assertThat(hand.path("days").get(2).path("said").asString()).isEqualTo("away: a wedding");
    assertThat(hand.path("days").get(4).path("said").asString()).contains("Christmas");

    // Somebody on the floor sees that they are away, and may say nothing of it.
    Caller floor = stage.house.person(stage.production, Role.FLOOR);
    JsonNode seen = hand(ok(floor.get(crew + "?from=2026-12-21&days=14")), "ARTIST");
    assertThat(seen.path("days").get(2).path("off").asString()).isEqualTo("AWAY");
    assertThat(seen.toString()).doesNotContain("wedding");
    assertThat(floor.put(of, "*", time(hand, time(""))).status()).isEqualTo(403);
    assertThat(artist.put(of, "*", part(hand, Map.of("share", 0.5))).status()).isEqualTo(403);
    Caller guest = stage.house.person(stage.production, Role.GUEST);
    assertThat(guest.get(crew).status()).isEqualTo(403);
    assertThat(ok(stage.producer.get(crew)).toString()).doesNotContain("GUEST");
  }

  private void say(String of, JsonNode hand, Map<String, Object> part) {
    assertThat(stage.producer.put(of, "*", part(hand, part)).status()).isEqualTo(204);
  }

  @Test
  void theFinishKeepsToWhoIsThere() {
    stage.platesAreThere();
    Caller.Answer work = ok(stage.producer.get(stage.base + "/work"));
    assertThat(work.at("hours/high").asDouble()).isPositive();
    LocalDate end = LocalDate.parse(work.text("end"));
    JsonNode hand = hand(ok(stage.producer.get(crew)), "ARTIST");
    String of = crew + "/" + hand.path("person").asString();
    say(of, hand, Map.of("share", 1, "from", end.plusDays(30).toString()));
    work = ok(stage.producer.get(stage.base + "/work"));
    assertThat(LocalDate.parse(work.text("end")))
        .as("nobody is there before")
        .isAfterOrEqualTo(end.plusDays(30));
    hand = hand(ok(stage.producer.get(crew)), "ARTIST");
    say(of, hand, Map.of("share", 0));
    work = ok(stage.producer.get(stage.base + "/work"));
    assertThat(work.at("end").isNull()).isTrue();
    assertThat(ok(stage.producer.get(stage.base + "/outlook")).text("outlook/words"))
        .startsWith("No work has a day");
  }

  @Test
  void whatIsNoCalendarIsRefusedAndNothingIsLost() {
    JsonNode hand = hand(ok(stage.producer.get(crew)), "ARTIST");
    String of = crew + "/" + hand.path("person").asString();
    assertThat(stage.producer.put(of, "*", time(hand, time("atlantis"))).text("field"))
        .isEqualTo("place");
    assertThat(
            stage
                .producer
                .put(of, "*", time(hand, Map.of("week", List.of(8), "place", "")))
                .text("field"))
        .isEqualTo("week");
    assertThat(stage.producer.put(of, "*", part(hand, Map.of("share", 1.5))).text("field"))
        .isEqualTo("share");
    assertThat(ok(stage.producer.get("/api/holiday-places")).body())
        .extracting(p -> p.path("code").asString() + " " + p.path("name").asString())
        .contains("de Germany", "de-by Germany, Bavaria", "se Sweden")
        .hasSizeGreaterThan(300);
    assertThat(stage.producer.get(crew + "?days=93").text("field")).isEqualTo("days");
    assertThat(stage.producer.get(crew + "?from=9999-01-01").text("field")).isEqualTo("from");
    // Somebody of another production is nobody here.
    Production other = stage.house.production();
    stage.house.person(other, Role.ARTIST);
    Caller theirs = stage.house.person(other, Role.PRODUCER);
    String stranger =
        hand(ok(theirs.get("/api/productions/" + other.id + "/crew")), "ARTIST")
            .path("person")
            .asString();
    assertThat(
            stage
                .producer
                .put(crew + "/" + stranger, "*", Map.of("time", time(""), "timeVersion", 0))
                .status())
        .isEqualTo(404);
    assertThat(hand(ok(stage.producer.get(crew)), "ARTIST")).isEqualTo(hand);
  }
}
