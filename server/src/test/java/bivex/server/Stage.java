package bivex.server;

import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.crew.Role;
import bivex.server.keep.Production;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.function.Predicate;
import java.util.function.Supplier;
import tools.jackson.databind.JsonNode;

/**
 * For tests of the server and of the interface alike. A production with a script, a planned double
 * and a setup: what most tests of the floor and of review begin with.
 */
public final class Stage {
  public static final Map<String, Object> CAMERA =
      Map.of(
          "focalMm",
          35,
          "fNumber",
          5.6,
          "shutterSeconds",
          0.02,
          "iso",
          400,
          "whiteK",
          4300,
          "whiteAuto",
          false,
          "rate",
          "24",
          "raster",
          Map.of("width", 3840, "height", 2160));

  /** What {@link #CAMERA} does not have. */
  public static final List<String> NOT_READ =
      List.of(
          "body", "lens", "exposureAuto", "focusM", "focusAuto", "heightM", "tiltDeg", "distanceM");

  public final House house;
  public final Production production;
  public final Caller producer;
  public final String base;
  public final String draft;
  public final String day;
  public final String setup;
  public final String shot;

  public Stage() {
    this(House.shared());
  }

  public Stage(House house) {
    this.house = house;
    production = house.production();
    producer = house.person(production, Role.PRODUCER);
    base = "/api/productions/" + production.id;
    draft =
        ok(producer.post(base + "/drafts", Map.of("name", "white", "text", JourneyTest.SCRIPT)))
            .text("id");
    day =
        ok(producer.post(base + "/days", Map.of("date", "2026-11-24", "place", "Stage")))
            .text("id");
    setup =
        ok(producer.post(
                base + "/setups", Map.of("day", day, "name", "Chart table", "struck", false)))
            .text("id");
    shot =
        planned(
            "She leans across herself", "A1", Map.of("shutterDegrees", 172.8, "focusFarM", 2.6));
  }

  /** Marks words and plans them by one method in the setup; the shot's id. */
  public String planned(String words, String method, Map<String, ?> values) {
    int at = JourneyTest.SCRIPT.indexOf(words);
    Caller.Answer marked =
        ok(
            producer.post(
                base + "/shots",
                Map.of(
                    "draft",
                    draft,
                    "start",
                    at,
                    "end",
                    at + words.length(),
                    "intent",
                    "a reason")));
    Map<String, Object> edit = edit(marked);
    edit.put("cutFrames", 48);
    edit.put("setup", setup);
    edit.put("methods", List.of(Map.of("method", method, "values", values, "reason", "")));
    ok(producer.put(base + "/shots/" + marked.text("id"), marked.etag(), edit));
    return marked.text("id");
  }

  /** What a form would send back, unchanged. */
  public static Map<String, Object> edit(Caller.Answer shot) {
    Map<String, Object> m =
        new HashMap<>(
            Map.of(
                "title",
                shot.text("title"),
                "intent",
                shot.text("intent"),
                "cutFrames",
                shot.at("cutFrames").asInt(),
                "omitted",
                shot.at("omitted").asBoolean(),
                "methods",
                shot.at("methods")));
    m.put("setup", shot.at("setup").isNull() ? null : shot.text("setup"));
    return m;
  }

  /** Nothing is to be shot any more: every plate of the shot is not needed. */
  public void platesAreThere() {
    for (JsonNode i : ok(producer.get(base + "/shots/" + shot)).at("items")) {
      if (i.path("kind").asString().equals("PLATE")) {
        ok(
            producer.post(
                base + "/shots/" + shot + "/evidence",
                Map.of("item", i.path("key").asString(), "kind", "DROPPED", "words", "there")));
      }
    }
  }

  public Caller.Answer log(String plate, Map<String, ?> camera) {
    return log(plate, "A001", "01:00:00:00", "01:00:05:23", camera);
  }

  public Caller.Answer log(
      String plate, String roll, String tcIn, String tcOut, Map<String, ?> camera) {
    return ok(
        producer.post(
            base + "/takes",
            Map.of(
                "id",
                UUID.randomUUID().toString(),
                "shot",
                shot,
                "setup",
                setup,
                "plate",
                plate,
                "roll",
                roll,
                "tcIn",
                tcIn,
                "tcOut",
                tcOut,
                "camera",
                camera,
                "notRead",
                NOT_READ)));
  }

  /** Strikes the set; all it still owes is let go for one reason. */
  public Caller.Answer strike(String reason) {
    Caller.Answer sheet = ok(producer.get(base + "/setups/" + setup));
    List<Map<String, Object>> waivers = new java.util.ArrayList<>();
    sheet
        .at("beforeStrike")
        .forEach(
            i ->
                waivers.add(
                    Map.of(
                        "shot",
                        i.path("shot").asString(),
                        "item",
                        i.path("key").asString(),
                        "reason",
                        reason)));
    return producer.put(
        base + "/setups/" + setup,
        "\"" + sheet.at("setup/version").asLong() + "\"",
        Map.of("day", day, "name", "Chart table", "number", 1, "struck", true, "waivers", waivers));
  }

  public Caller.Answer pick(String plate, Map<String, ?> camera) {
    return ok(
        producer.post(
            base + "/takes/" + log(plate, camera).text("id") + "/calls", Map.of("call", "PICK")));
  }

  public Caller.Answer look() {
    return ok(producer.get(base + "/shots/" + shot));
  }

  /** State and reason of one item of the shot. */
  public String state(String key) {
    for (var i : look().at("items")) {
      if (i.path("key").asString().equals(key)) {
        return i.path("state").asString() + ": " + i.path("reason").asString();
      }
    }
    return "none";
  }

  public Caller.Answer say(Caller by, String item, String kind, String words) {
    return by.post(
        base + "/shots/" + shot + "/evidence", Map.of("item", item, "kind", kind, "words", words));
  }

  public Caller.Answer upload(byte[] clip) {
    return ok(
        producer.upload(
            base + "/shots/" + shot + "/versions", "comp.mp4", clip, Map.of("note", "new")));
  }

  /** Asks again and again until something that is made in the background is there. */
  public static Caller.Answer until(Supplier<Caller.Answer> ask, Predicate<Caller.Answer> there) {
    Instant last = Instant.now().plusSeconds(180);
    Caller.Answer a = ok(ask.get());
    while (!there.test(a)) {
      assertThat(Instant.now()).as("it should be there by now: " + a).isBefore(last);
      try {
        Thread.sleep(100);
      } catch (InterruptedException e) {
        Thread.currentThread().interrupt();
        throw new IllegalStateException(e);
      }
      a = ok(ask.get());
    }
    return a;
  }

  public static Caller.Answer ok(Caller.Answer a) {
    assertThat(a.status()).as(a.toString()).isEqualTo(200);
    return a;
  }
}
