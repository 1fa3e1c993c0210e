package bivex.server;

import static bivex.server.Stage.ok;
import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.crew.Role;
import java.io.StringReader;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.StreamSupport;
import net.fortuna.ical4j.data.CalendarBuilder;
import net.fortuna.ical4j.model.Calendar;
import net.fortuna.ical4j.model.Component;
import net.fortuna.ical4j.model.component.VEvent;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Somebody's days in the calendar they live by, read by a parser that did not write them. */
class FeedTest {
  private final Stage stage = new Stage();
  private final Caller artist = stage.house.person(stage.production, Role.ARTIST);
  private final Caller anyone = new Caller(stage.house.address(), null);
  private final String feed = stage.base + "/yours/feed";

  private static List<JsonNode> list(JsonNode array) {
    return StreamSupport.stream(array.spliterator(), false).toList();
  }

  private String made() {
    Caller.Answer a = artist.post(feed, Map.of());
    assertThat(a.status()).as(a.toString()).isEqualTo(201);
    return a.text("path");
  }

  private List<VEvent> events(String path) throws Exception {
    Caller.Answer a = anyone.get(path);
    assertThat(a.status()).isEqualTo(200);
    assertThat(a.raw().headers().firstValue("Cache-Control")).hasValue("no-store");
    Calendar c =
        new CalendarBuilder()
            .build(new StringReader(new String(a.raw().body(), StandardCharsets.UTF_8)));
    c.validate();
    return c.getComponents(Component.VEVENT);
  }

  private static LocalDate first(VEvent e) {
    return LocalDate.from(e.getDateTimeStart().getDate());
  }

  @Test
  void theirWorkIsInTheirOwnCalendarAsItIsLaid() throws Exception {
    stage.platesAreThere();
    for (JsonNode t :
        list(ok(stage.producer.get(stage.base + "/shots/" + stage.shot + "/tasks")).body())) {
      Map<String, Object> given = new HashMap<>(Map.of("kind", "GIVEN", "words", ""));
      given.put("task", t.path("key").asString());
      given.put("person", artist.person());
      stage.producer.post(
          stage.base + "/shots/" + stage.shot + "/task-words", Map.of("sayings", List.of(given)));
    }
    String path = made();
    List<JsonNode> mine = list(ok(artist.get(stage.base + "/yours")).at("tasks"));
    assertThat(mine).isNotEmpty();
    List<VEvent> events = events(path);
    for (JsonNode t : mine) {
      JsonNode line = t.path("line");
      List<VEvent> days =
          events.stream()
              .filter(
                  x ->
                      x.getSummary()
                          .getValue()
                          .equals(
                              line.path("code").asString() + " " + line.path("label").asString()))
              .sorted(Comparator.comparing(FeedTest::first))
              .toList();
      assertThat(first(days.get(0))).isEqualTo(LocalDate.parse(line.path("first").asString()));
      VEvent last = days.get(days.size() - 1);
      assertThat(LocalDate.from(last.getDateTimeEnd().getDate()).minusDays(1))
          .isEqualTo(LocalDate.parse(line.path("last").asString()));
      assertThat(last.getDescription().getValue()).contains("it moves as the work does");
    }
    assertThat(ok(artist.get(feed)).at("askedAt").isNull()).isFalse();
  }

  @Test
  void whoHasTheAddressReadsItUntilItEnds() throws Exception {
    assertThat(ok(artist.get(feed)).at("madeAt").isNull()).isTrue();
    String first = made();
    events(first);
    String second = made();
    assertThat(anyone.get(first).status()).as("a new one ends the old").isEqualTo(404);
    events(second);
    assertThat(artist.delete(feed).status()).isEqualTo(204);
    assertThat(anyone.get(second).status()).isEqualTo(404);
    assertThat(anyone.get("/api/feeds/x.ics").status()).isEqualTo(404);

    Caller guest = stage.house.person(stage.production, Role.GUEST);
    assertThat(guest.post(feed, Map.of()).status()).isEqualTo(403);
    String third = made();
    Caller.Answer off = stage.producer.delete(stage.base + "/people/" + artist.person());
    assertThat(off.status()).isEqualTo(200);
    assertThat(anyone.get(third).status()).as("not on it any more").isEqualTo(404);
  }
}
