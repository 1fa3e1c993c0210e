package bivex.server;

import static bivex.server.Stage.ok;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import bivex.core.crew.Role;
import bivex.core.money.Amount;
import java.io.IOException;
import java.io.StringReader;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.StreamSupport;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVRecord;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** A bid, what is otherwise since, what was spent: and nobody else sees any of it. */
class MoneyTest {
  private final Stage stage = new Stage();
  private final Caller producer = stage.producer;
  private final Caller coordinator = stage.house.person(stage.production, Role.COORDINATOR);
  private final Caller artist = stage.house.person(stage.production, Role.ARTIST);
  private final String money = stage.base + "/money";

  private static List<JsonNode> list(JsonNode array) {
    return StreamSupport.stream(array.spliterator(), false).toList();
  }

  private static Map<String, Object> terms(Object... more) {
    Map<String, Object> m =
        new HashMap<>(Map.of("rounds", 2, "roundPercent", 10, "ofTen", 8, "marginPercent", 25));
    m.put("kinds", List.of());
    m.put("people", List.of());
    m.put("excluded", List.of("Music"));
    for (int i = 0; i < more.length; i += 2) {
      m.put((String) more[i], more[i + 1]);
    }
    return m;
  }

  private Caller.Answer say(Map<String, Object> terms) {
    Caller.Answer now = ok(producer.get(money));
    return producer.put(money + "/terms", "\"" + now.at("terms/version").asLong() + "\"", terms);
  }

  private void pay(double hour) {
    long version = ok(producer.get(stage.base + "/tally")).at("version").asLong();
    ok(
        producer.put(
            stage.base + "/costs",
            "\"" + version + "\"",
            Map.of("hourRate", hour, "setHourRate", 0, "currency", "EUR")));
  }

  private Caller.Answer offer(String kind, String... shots) {
    return producer.post(money + "/offers", Map.of("kind", kind, "shots", List.of(shots)));
  }

  private Caller.Answer word(String offer, Map<String, Object> word) {
    return producer.post(money + "/offers/" + offer + "/words", word);
  }

  private String paper(String offer) throws IOException {
    try (var pdf = Loader.loadPDF(bytes(money + "/offers/" + offer + "/paper.pdf"))) {
      return new PDFTextStripper().getText(pdf).replace('\u00a0', ' ');
    }
  }

  private byte[] bytes(String path) {
    Caller.Answer a = coordinator.get(path);
    assertThat(a.status()).as(path).isEqualTo(200);
    return a.raw().body();
  }

  private void none(Caller.Answer a, int status) {
    assertThat(a.status()).as(a.toString()).isEqualTo(status);
  }

  @Test
  void aBidIsMadeAgreedChangedAndSigned() throws IOException {
    pay(0);
    Caller.Answer before = ok(producer.get(money));
    assertThat(before.text("bid/why")).contains("what an hour is offered at is not said of");
    assertThat(before.text("account/told/0")).contains("those hours count as nothing here");
    assertThat(offer("BID").text("field")).isEqualTo("kinds");

    pay(60);
    ok(say(terms()));
    none(producer.put(money + "/terms", "\"0\"", terms()), 412);
    assertThat(say(terms("ofTen", 10)).text("field")).isEqualTo("ofTen");
    assertThat(say(terms("rounds", null)).text("field"))
        .as("an emptied field is no zero")
        .isEqualTo("rounds");
    assertThat(
            say(terms("people", List.of(Map.of("person", stage.shot, "perHour", 20))))
                .text("field"))
        .isEqualTo("people");

    none(
        coordinator.post(
            money + "/planned", Map.of("sort", "KIT", "words", "A crane", "amount", 400)),
        204);
    Caller.Answer bid = offer("BID");
    none(bid, 201);
    String id = bid.text("id");
    double lines =
        list(bid.at("offer/lines")).stream().mapToDouble(l -> l.path("price").asDouble()).sum();
    double price = bid.at("offer/sums/price").asDouble();
    assertThat(price).isCloseTo(lines + 400 * 1.25, within(1e-6));
    String paper = paper(id);
    assertThat(paper)
        .contains("Bid 1", "In all", "Music", "kit and hire: A crane", "500.00 EUR")
        .contains(Amount.exact(price, "EUR").replace('\u00a0', ' '))
        .as("what it costs the house is its own")
        .doesNotContainIgnoringCase("contingency")
        .doesNotContainIgnoringCase("margin");

    assertThat(offer("CHANGE", stage.shot).text("field")).isEqualTo("kind");
    String today = bid.text("offer/on");
    ok(word(id, Map.of("kind", "SENT", "day", today)));
    assertThat(word(id, Map.of("kind", "AGREED", "day", today)).text("field")).isEqualTo("amount");
    ok(word(id, Map.of("kind", "AGREED", "day", today, "amount", 5000)));
    Caller.Answer agreed = ok(producer.get(money));
    assertThat(agreed.at("account/agreed").asDouble()).isEqualTo(5000);
    assertThat(agreed.at("changes")).isEmpty();

    // Other hours of the same work are no change; a longer cut is.
    ok(
        producer.put(
            stage.base + "/effort",
            "\"" + ok(producer.get(stage.base + "/effort")).at("version").asLong() + "\"",
            Map.of(
                "rates",
                List.of(
                    Map.of(
                        "kind",
                        "COMPOSITE",
                        "difficulty",
                        "FAIR",
                        "low",
                        2,
                        "likely",
                        3,
                        "high",
                        5)))));
    assertThat(ok(producer.get(money)).at("changes")).isEmpty();
    Caller.Answer shot = ok(producer.get(stage.base + "/shots/" + stage.shot));
    Map<String, Object> edit = Stage.edit(shot);
    edit.put("omitted", true);
    ok(
        producer.put(
            stage.base + "/shots/" + stage.shot, "\"" + shot.at("version").asLong() + "\"", edit));
    Caller.Answer now = ok(producer.get(money));
    assertThat(now.at("changes")).hasSize(1);
    assertThat(now.text("changes/0/reasons/0")).contains("not in the picture any more");
    double less = now.at("changes/0/price").asDouble();
    assertThat(less).isNegative();

    Caller.Answer order = offer("CHANGE", stage.shot);
    none(order, 201);
    assertThat(ok(producer.get(money)).at("changes/0/asked").asBoolean()).isTrue();
    assertThat(offer("CHANGE", stage.shot).text("field"))
        .as("signed twice it would count twice")
        .isEqualTo("shots");
    assertThat(paper(order.text("id"))).contains("Change order 1", "not in the picture any more");
    ok(word(order.text("id"), Map.of("kind", "AGREED", "day", today, "amount", less)));
    Caller.Answer after = ok(producer.get(money));
    assertThat(after.at("account/agreed").asDouble()).isCloseTo(5000 + less, within(0.005));
    assertThat(after.at("changes")).isEmpty();
    assertThat(list(after.at("offers")).stream().filter(o -> o.path("holds").asBoolean()))
        .hasSize(2);
    assertThat(word(id, Map.of("kind", "WITHDRAWN", "day", today, "words", "")).text("field"))
        .isEqualTo("words");
  }

  @Test
  void whatWasSpentIsHoursAtWhatTheyCostAndBills() throws IOException {
    pay(60);
    String me = artist.person().toString();
    ok(say(terms("people", List.of(Map.of("person", me, "perHour", 35)))));
    List<JsonNode> tasks =
        list(ok(producer.get(stage.base + "/shots/" + stage.shot + "/tasks")).body());
    String key = tasks.get(0).path("key").asString();
    String today = ok(producer.get(stage.base + "/work")).text("today");
    Map<String, Object> worked = new HashMap<>();
    worked.put("task", key);
    worked.put("kind", "WORKED");
    worked.put("person", me);
    worked.put("day", today);
    worked.put("hours", 4);
    worked.put("words", "");
    none(
        artist.post(
            stage.base + "/shots/" + stage.shot + "/task-words",
            Map.of("sayings", List.of(worked))),
        204);
    none(
        producer.post(
            money + "/planned", Map.of("sort", "TRAVEL", "words", "Ferry", "amount", 300)),
        204);
    Caller.Answer is = ok(producer.get(money));
    assertThat(is.at("account/spent").asDouble()).isCloseTo(4 * 35, within(1e-9));
    double expected = is.at("account/expected").asDouble();
    String planned = is.text("planned/0/id");
    none(
        coordinator.post(money + "/bills", Map.of("planned", planned, "amount", 350, "day", today)),
        204);
    none(
        coordinator.post(
            money + "/bills",
            Map.of("amount", -20, "day", today, "words", "Credit", "shot", stage.shot)),
        204);
    assertThat(coordinator.post(money + "/bills", Map.of("amount", 5, "day", today)).text("field"))
        .isEqualTo("words");
    Caller.Answer then = ok(producer.get(money));
    assertThat(then.at("account/spent").asDouble()).isCloseTo(140 + 350 - 20, within(1e-9));
    assertThat(then.at("account/expected").asDouble())
        .as("fifty more than was thought of, and a credit of twenty")
        .isCloseTo(expected + 50 - 20, within(1e-6));
    assertThat(then.at("planned/0/billed").asDouble()).isEqualTo(350);
    Caller.Answer bills = ok(coordinator.get(money + "/bills"));
    assertThat(list(bills.at("lines")).stream().map(b -> b.path("amount").asDouble()))
        .containsExactlyInAnyOrder(350.0, -20.0);
    none(
        producer.put(
            money + "/planned/" + planned,
            "\"7\"",
            Map.of("sort", "TRAVEL", "words", "Ferry", "amount", 300, "closed", true)),
        412);

    String csv =
        new String(bytes(money + "/report.csv"), StandardCharsets.UTF_8).replace("\ufeff", "");
    List<CSVRecord> rows = new ArrayList<>();
    CSVFormat.RFC4180
        .builder()
        .setHeader()
        .setSkipHeaderRecord(true)
        .get()
        .parse(new StringReader(csv))
        .forEach(rows::add);
    JsonNode first = then.at("account/shots/0");
    assertThat(rows).hasSameSizeAs(list(then.at("account/shots")));
    assertThat(Double.parseDouble(rows.get(0).get("expected")))
        .isCloseTo(first.path("expected").asDouble(), within(0.5));
    try (var pdf = Loader.loadPDF(bytes(money + "/report.pdf"))) {
      assertThat(new PDFTextStripper().getText(pdf)).contains("expected at the end");
    }
  }

  @Test
  void nobodyElseSeesMoney() {
    pay(60);
    Caller.Answer bid = offer("BID");
    String id = bid.text("id");
    Caller floor = stage.house.person(stage.production, Role.FLOOR);
    Caller guest = stage.house.person(stage.production, Role.GUEST);
    for (Caller who : List.of(artist, floor, guest)) {
      for (String path :
          List.of("", "/bills", "/offers/" + id, "/offers/" + id + "/paper.pdf", "/report.pdf")) {
        none(who.get(money + path), 403);
      }
      none(who.post(money + "/bills", Map.of()), 403);
      none(who.post(money + "/planned", Map.of()), 403);
    }
    none(coordinator.post(money + "/offers", Map.of("kind", "BID")), 403);
    none(coordinator.post(money + "/offers/" + id + "/words", Map.of()), 403);
    none(coordinator.put(money + "/terms", "\"0\"", terms()), 403);
    // What happened is told to all, what it came to is not.
    String told = ok(artist.get(stage.base + "/journal")).body().toString();
    assertThat(told).contains("bid 1").doesNotContain(bid.text("offer/sums/price"));
    none(new Stage().producer.get(money), 404);
  }
}
