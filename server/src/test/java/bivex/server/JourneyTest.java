package bivex.server;

import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.crew.Role;
import bivex.server.delivery.StandInDropBox;
import bivex.server.keep.Production;
import jakarta.persistence.EntityManagerFactory;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.StringReader;
import java.net.URI;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import java.util.stream.IntStream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import javax.imageio.ImageIO;
import org.apache.commons.csv.CSVFormat;
import org.hibernate.SessionFactory;
import org.hibernate.stat.Statistics;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The main job over HTTP against the real database: from a marked script to a receipt. */
public class JourneyTest {
  public static final String SCRIPT =
      "INT. STATION - NIGHT #4#\n\n"
          + "Ines spreads the chart. YESTERDAY'S INES does the same.\n\n"
          + "INES\n"
          + "You're late.\n\n"
          + "She leans across herself and takes the dividers.\n\n"
          + "EXT. PIER - DAY #5#\n\n"
          + "The flags vanish from the line.\n";
  private final House house = House.shared();
  private final Production production = house.production();
  private final Caller producer = house.person(production, Role.PRODUCER);
  private final String base = "/api/productions/" + production.id;

  private String draft() {
    Caller.Answer a = producer.post(base + "/drafts", Map.of("name", "white", "text", SCRIPT));
    assertThat(a.status()).as(a.toString()).isEqualTo(200);
    return a.text("id");
  }

  private Caller.Answer mark(String draft, String words) {
    int at = SCRIPT.indexOf(words);
    Caller.Answer a =
        producer.post(
            base + "/shots", Map.of("draft", draft, "start", at, "end", at + words.length()));
    assertThat(a.status()).as(a.toString()).isEqualTo(200);
    return a;
  }

  private Map<String, Object> edit(Object setup, int cut, Map<String, ?> values) {
    Map<String, Object> m =
        new HashMap<>(
            Map.of(
                "title",
                "Two of her",
                "intent",
                "She has only herself.",
                "cutFrames",
                cut,
                "omitted",
                false,
                "methods",
                List.of(Map.of("method", "A1", "values", values, "reason", "a locked frame"))));
    m.put("setup", setup);
    return m;
  }

  private String setup() {
    String day =
        producer.post(base + "/days", Map.of("date", "2026-11-24", "place", "Stage")).text("id");
    return producer
        .post(base + "/setups", Map.of("day", day, "name", "Chart table", "struck", false))
        .text("id");
  }

  private static Map<String, Object> take(
      String shot, String setup, String plate, Map<String, ?> camera) {
    return new HashMap<>(
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
            "A001",
            "tcIn",
            "01:00:00:00",
            "tcOut",
            "01:00:05:23",
            "camera",
            camera,
            "notRead",
            Stage.NOT_READ));
  }

  private static final Map<String, Object> CAMERA =
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

  private Caller.Answer pick(String shot, String setup, String plate, Map<String, ?> camera) {
    Map<String, Object> t = take(shot, setup, plate, camera);
    if (Boolean.TRUE.equals(camera.get("whiteAuto"))) {
      t.put("overruled", "it would not hold kelvin");
    }
    Caller.Answer logged = producer.post(base + "/takes", t);
    assertThat(logged.status()).as(logged.toString()).isEqualTo(200);
    return producer.post(base + "/takes/" + t.get("id") + "/calls", Map.of("call", "PICK"));
  }

  private String stage(String shot) {
    return producer.get(base + "/shots/" + shot).text("stage");
  }

  @Test
  void aShotGoesFromTheScriptToTheClient() throws Exception {
    Caller.Answer marked = mark(draft(), "She leans across herself");
    String shot = marked.text("id");
    assertThat(marked.text("code")).isEqualTo(production.code + "-04-010");
    assertThat(marked.text("stage")).isEqualTo("MARKED");
    String setup = setup();
    Caller.Answer planned =
        producer.put(
            base + "/shots/" + shot,
            marked.etag(),
            edit(setup, 48, Map.of("shutterDegrees", 172.8, "focusFarM", 2.6)));
    assertThat(planned.text("stage")).as(planned.toString()).isEqualTo("PLANNED");
    assertThat(planned.text("sentence")).contains("clean plate of setup 1");

    pick(shot, setup, "plate:performance-1", CAMERA);
    Map<String, Object> wrong = new HashMap<>(CAMERA);
    wrong.put("whiteAuto", true);
    wrong.put("iso", 800);
    Caller.Answer bad = pick(shot, setup, "plate:performance-2", wrong);
    assertThat(bad.at("findings"))
        .extracting(f -> f.path("property").asString())
        .containsExactly("whiteAuto", "iso");
    pick(shot, setup, "plate:clean", CAMERA);
    assertThat(stage(shot)).isEqualTo("PLANNED");
    pick(shot, setup, "plate:performance-2", CAMERA);
    assertThat(stage(shot)).isEqualTo("SHOT");

    Caller.Answer v =
        producer.upload(
            base + "/shots/" + shot + "/versions",
            "comp.mp4",
            Clips.mp4(1920, 1080, "24", 64),
            Map.of("note", "first"));
    assertThat(v.at("versions/0/facts/frames").asInt()).as(v.toString()).isEqualTo(64);
    assertThat(v.at("versions/0/firstFrame").asInt()).isEqualTo(993);
    assertThat(stage(shot)).isEqualTo("BUILT");
    String version = v.text("versions/0/id");
    Caller.Answer noted =
        producer.post(
            base + "/versions/" + version + "/notes", Map.of("frame", 1025, "words", "glow steps"));
    assertThat(noted.text("notes/0/timecode")).isEqualTo("00:00:01:00");
    producer.post(
        base + "/versions/" + version + "/verdicts",
        Map.of("verdict", "AGREED", "reason", "reads"));
    assertThat(stage(shot)).isEqualTo("BUILT");
    String second =
        producer
            .upload(
                base + "/shots/" + shot + "/versions",
                "comp2.mp4",
                Clips.mp4(1920, 1080, "24", 64),
                Map.of())
            .text("versions/0/id");
    assertThat(producer.get(base + "/shots/" + shot + "/review").at("notes/0/open").asBoolean())
        .isTrue();
    producer.post(
        base + "/notes/" + noted.text("notes/0/id") + "/words",
        Map.of("kind", "ANSWERED", "version", second, "words", "feathered"));
    producer.post(
        base + "/versions/" + second + "/verdicts",
        Map.of("verdict", "AGREED", "reason", "reads", "standard", "WHEN_STOPPED"));
    assertThat(stage(shot)).as("an answer is not yet met").isEqualTo("BUILT");
    producer.post(
        base + "/notes/" + noted.text("notes/0/id") + "/words", Map.of("kind", "CONFIRMED"));
    assertThat(stage(shot)).isEqualTo("AGREED");

    String spec =
        producer
            .post(
                base + "/specs",
                Map.of(
                    "name",
                    "Master",
                    "raster",
                    Map.of("width", 1920, "height", 1080),
                    "rate",
                    "24",
                    "handles",
                    8,
                    "pattern",
                    "{code}_v{version}"))
            .text("id");
    assertThat(producer.get(base + "/specs/" + spec + "/offers").at("offers/0/ready").asBoolean())
        .isTrue();
    Caller.Answer pack =
        producer.post(base + "/packages", Map.of("spec", spec, "shots", List.of(shot)));
    assertThat(pack.status()).as(pack.toString()).isEqualTo(200);
    checkZip(
        producer.get(base + "/packages/" + pack.text("id") + "/zip").raw().body(),
        production.code + "-04-010_v002.mp4");
    assertThat(
            producer
                .post(base + "/packages/" + pack.text("id") + "/send", Map.of("damage", true))
                .text("field"))
        .as("a switch of the demo only")
        .isEqualTo("damage");
    house.bean(StandInDropBox.class).damageNext();
    Caller.Answer refused =
        producer.post(base + "/packages/" + pack.text("id") + "/send", Map.of("damage", false));
    assertThat(refused.at("accepted").asBoolean()).isFalse();
    assertThat(producer.get(base + "/shots/" + shot).text("sentence"))
        .contains("refused: the checksum of");
    assertThat(
            producer
                .post(base + "/packages/" + pack.text("id") + "/send", Map.of("damage", false))
                .text("words"))
        .contains("1 file, all checksums agree");
    assertThat(stage(shot)).isEqualTo("DELIVERED");

    List<String> actions = new ArrayList<>();
    producer
        .get(base + "/journal?size=100")
        .at("lines")
        .forEach(l -> actions.add(l.path("action").asString()));
    assertThat(actions)
        .contains(
            "imported",
            "marked",
            "changed",
            "logged",
            "picked",
            "uploaded",
            "noted",
            "answered a note on",
            "packed",
            "was refused",
            "delivered");
  }

  /**
   * The checksums are verified by the JDK's digest over the bytes in the zip, the manifest by a CSV
   * library.
   */
  private static void checkZip(byte[] zip, String clip) throws Exception {
    Map<String, byte[]> files = new HashMap<>();
    try (ZipInputStream in = new ZipInputStream(new ByteArrayInputStream(zip))) {
      for (ZipEntry e = in.getNextEntry(); e != null; e = in.getNextEntry()) {
        files.put(e.getName().substring(e.getName().indexOf('/') + 1), in.readAllBytes());
      }
    }
    assertThat(files)
        .containsKeys(
            clip, "manifest.csv", "manifest.json", "delivery-note.pdf", "SHA256SUMS", "XXH64SUMS");
    for (String line :
        new String(files.get("SHA256SUMS"), StandardCharsets.UTF_8).lines().toList()) {
      byte[] sum = MessageDigest.getInstance("SHA-256").digest(files.get(line.substring(66)));
      assertThat(line.substring(0, 64)).isEqualTo(HexFormat.of().formatHex(sum));
    }
    var row =
        CSVFormat.RFC4180
            .builder()
            .setHeader()
            .setSkipHeaderRecord(true)
            .get()
            .parse(
                new InputStreamReader(
                    new ByteArrayInputStream(files.get("manifest.csv")), StandardCharsets.UTF_8))
            .getRecords()
            .get(0);
    assertThat(row.get("file")).isEqualTo(clip);
    assertThat(row.get("frames")).isEqualTo("64");
    assertThat(
            bivex.server.http.Json.MAPPER
                .readTree(files.get("manifest.json"))
                .path("files")
                .path(0)
                .path("rate")
                .asString())
        .isEqualTo("24");
  }

  @Test
  void evidenceStaysTiedWhenTheNumbersChangeAndIsLooseWhenItsPlaceGoes() {
    Caller.Answer marked = mark(draft(), "Ines spreads the chart.");
    String shot = marked.text("id");
    String setup = setup();
    List<Map<String, Object>> three =
        List.of(
            Map.of("part", 1, "frame", 0, "left", 0.05, "right", 0.25),
            Map.of("part", 2, "frame", 0, "left", 0.35, "right", 0.6),
            Map.of("part", 3, "frame", 0, "left", 0.7, "right", 0.95));
    Caller.Answer a =
        producer.put(
            base + "/shots/" + shot,
            marked.etag(),
            edit(setup, 48, Map.of("parts", 3, "zones", three)));
    pick(shot, setup, "plate:performance-3", CAMERA);
    pick(shot, setup, "plate:performance-1", CAMERA);
    Caller.Answer two = producer.put(base + "/shots/" + shot, a.etag(), edit(setup, 60, Map.of()));
    assertThat(two.at("loose"))
        .extracting(n -> n.asString())
        .containsExactly("plate:performance-3");
    assertThat(two.at("items"))
        .filteredOn(i -> i.path("key").asString().equals("plate:performance-1"))
        .singleElement()
        .satisfies(i -> assertThat(i.path("state").asString()).isEqualTo("IN_HAND"));
    Caller.Answer again =
        producer.put(
            base + "/shots/" + shot,
            two.etag(),
            edit(setup, 60, Map.of("parts", 3, "zones", three)));
    assertThat(again.at("loose").size()).isZero();
  }

  @Test
  void marksFollowTheirWordsIntoTheNextDraft() {
    String draft = draft();
    String stays = mark(draft, "The flags vanish from the line.").text("id");
    String goes = mark(draft, "You're late.").text("id");
    Caller.Answer next =
        producer.post(
            base + "/drafts",
            Map.of(
                "name",
                "pink",
                "text",
                "EXT. SEA - DAY #1#\n\nFog.\n\n" + SCRIPT.replace("You're late.", "At last.")));
    assertThat(next.at("marks/ASKED").asInt()).isEqualTo(1);
    assertThat(next.at("marks/UNCHANGED").asInt()).isEqualTo(1);
    assertThat(producer.get(base + "/shots/" + stays))
        .satisfies(
            s -> {
              assertThat(s.text("sceneHeading")).isEqualTo("EXT. PIER - DAY");
              assertThat(s.text("code")).isEqualTo(production.code + "-05-010");
            });
    assertThat(producer.get(base + "/shots/" + goes))
        .satisfies(
            s -> {
              assertThat(s.text("marks/0/reason")).isEqualTo("other words stand in their place");
              assertThat(s.text("sentence")).contains("In doubt: its words in the script");
              assertThat(s.text("excerpt")).isEqualTo("You're late.");
            });
    assertThat(producer.get(base + "/reel").at("loose")).hasSize(1);
  }

  @Test
  void twoWhoEditTheSameShotAreToldAndBothValuesAreKept() {
    Caller.Answer marked = mark(draft(), "Ines spreads the chart.");
    String path = base + "/shots/" + marked.text("id");
    Map<String, Object> theirs = edit(null, 48, Map.of());
    theirs.put("title", "Theirs");
    assertThat(producer.put(path, marked.etag(), theirs).status()).isEqualTo(200);
    Map<String, Object> yours = edit(null, 72, Map.of());
    yours.put("title", "Yours");
    Caller.Answer late = house.person(production, Role.COORDINATOR).put(path, marked.etag(), yours);
    assertThat(late.status()).isEqualTo(412);
    assertThat(late.text("theirs/title")).isEqualTo("Theirs");
    assertThat(late.text("yours/title")).isEqualTo("Yours");
    assertThat(late.at("yours/cutFrames").asInt()).isEqualTo(72);
    assertThat(producer.get(path).text("title")).isEqualTo("Theirs");
  }

  @Test
  void aTakeSentManyTimesIsLoggedOnce() {
    Caller.Answer marked = mark(draft(), "Ines spreads the chart.");
    String shot = marked.text("id");
    String setup = setup();
    producer.put(base + "/shots/" + shot, marked.etag(), edit(setup, 48, Map.of()));
    Map<String, Object> t = take(shot, setup, "plate:clean", CAMERA);
    List<Integer> answers =
        IntStream.range(0, 12)
            .parallel()
            .mapToObj(i -> producer.post(base + "/takes", t).status())
            .toList();
    assertThat(answers).contains(200).allMatch(s -> s == 200 || s == 409);
    assertThat(producer.post(base + "/takes", t).at("number").asInt()).isEqualTo(1);
    assertThat(producer.get(base + "/setups/" + setup).at("takes")).hasSize(1);
  }

  @Test
  void othersHearOfAChangeAsItHappens() throws Exception {
    Caller other = house.person(production, Role.FLOOR);
    CompletableFuture<HttpResponse<java.io.InputStream>> stream =
        other
            .client()
            .sendAsync(
                HttpRequest.newBuilder(URI.create(house.address() + base + "/events")).build(),
                HttpResponse.BodyHandlers.ofInputStream());
    var lines =
        new java.io.BufferedReader(
            new InputStreamReader(
                stream.get(180, TimeUnit.SECONDS).body(), StandardCharsets.UTF_8));
    assertThat(lines.readLine()).startsWith("event:open");
    draft();
    CompletableFuture<String> heard =
        CompletableFuture.supplyAsync(
            () ->
                lines
                    .lines()
                    .filter(l -> l.startsWith("data:") && l.contains("imported"))
                    .findFirst()
                    .orElse(""));
    assertThat(heard.get(180, TimeUnit.SECONDS))
        .contains("\"subject\":\"draft\"")
        .contains(production.id.toString());
    lines.close();
  }

  @Test
  void aGuestSeesOnlyWhatTheyAreInvitedTo() throws Exception {
    String draft = draft();
    String shown = mark(draft, "The flags vanish from the line.").text("id");
    String hidden = mark(draft, "You're late.").text("id");
    String version =
        producer
            .upload(
                base + "/shots/" + shown + "/versions",
                "still.png",
                Clips.still("png", 1920, 1080),
                Map.of())
            .text("versions/0/id");
    String secret =
        producer
            .upload(
                base + "/shots/" + hidden + "/versions",
                "still.png",
                Clips.still("png", 1920, 1080),
                Map.of())
            .text("versions/0/id");
    Caller guest = house.person(production, Role.GUEST);
    assertThat(guest.get(base + "/shots/" + shown + "/review").status()).isEqualTo(404);
    assertThat(
            producer
                .post(base + "/shots/" + shown + "/guests", Map.of("person", producer.person()))
                .status())
        .isEqualTo(422);
    assertThat(
            producer
                .post(base + "/shots/" + shown + "/guests", Map.of("person", guest.person()))
                .at("guests"))
        .hasSize(1);
    Caller.Answer empty = guest.get(base + "/shots/" + shown + "/review");
    assertThat(empty.at("versions")).as("nothing is shown by itself").isEmpty();
    assertThat(empty.text("excerpt") + empty.text("intent")).as("the script").isEmpty();
    assertThat(guest.get(base + "/versions/" + version + "/file").status()).isEqualTo(404);
    assertThat(
            producer
                .post(base + "/versions/" + version + "/showings", Map.of("kind", "PROGRESS"))
                .status())
        .isEqualTo(200);
    assertThat(
            guest
                .post(
                    base + "/versions/" + version + "/notes",
                    Map.of("frame", 1001, "words", "lovely"))
                .status())
        .isEqualTo(200);
    String file = base + "/versions/" + version + "/file";
    Stage.until(
        () -> guest.get(base + "/shots/" + shown + "/review"),
        a -> !a.text("versions/0/shown/copy").isEmpty());
    Caller.Answer copy = guest.get(file);
    assertThat(copy.raw().headers().firstValue("Content-Type").orElse("")).isEqualTo("image/jpeg");
    assertThat(ImageIO.read(new ByteArrayInputStream(copy.raw().body())).getWidth())
        .as("a still is made smaller as well")
        .isEqualTo(960);
    assertThat(guest.get(base + "/versions/" + secret + "/file").status()).isEqualTo(404);
    assertThat(guest.get(base + "/shots/" + hidden + "/review").status()).isEqualTo(404);
    assertThat(guest.get(base + "/reel").body().toString())
        .contains(shown)
        .doesNotContain(hidden)
        .doesNotContain("STATION");
    assertThat(guest.get(base).at("people")).isEmpty();
  }

  @Test
  void aProducerBringsInTheCrew() {
    Map<String, Object> lys =
        new HashMap<>(
            Map.of(
                "name",
                "Lys",
                "login",
                "lys-" + production.code.toLowerCase(Locale.ROOT),
                "password",
                "short",
                "role",
                "FLOOR"));
    assertThat(producer.post(base + "/people", lys).text("field")).isEqualTo("password");
    lys.put("password", "lamps lit along the quay");
    assertThat(producer.post(base + "/people", lys).at("people")).hasSize(2);
    Caller there = new Caller(house.address(), null);
    assertThat(
            there
                .post(
                    "/api/session",
                    Map.of("login", lys.get("login"), "password", "lamps lit along the quay"))
                .text("seats/0/role"))
        .isEqualTo("FLOOR");
    lys.put("role", "ARTIST");
    lys.remove("password");
    assertThat(producer.post(base + "/people", lys).at("people")).hasSize(2);
    assertThat(there.get("/api/session").text("seats/0/role")).isEqualTo("ARTIST");
  }

  @ParameterizedTest
  @CsvSource({"bytes=0-99,206,100", "bytes=100-,206,-1", "bytes=999999999-,416,-1"})
  void filesAreServedInRangesAndNeverAsActiveContent(String range, int status, int length) {
    String shot = mark(draft(), "You're late.").text("id");
    String version =
        producer
            .upload(
                base + "/shots/" + shot + "/versions",
                "c.mp4",
                Clips.mp4(320, 180, "24", 12),
                Map.of())
            .text("versions/0/id");
    Caller.Answer a = producer.get(base + "/versions/" + version + "/file", "Range", range);
    assertThat(a.status()).isEqualTo(status);
    assertThat(length < 0 || a.raw().body().length == length).isTrue();
    assertThat(
            status == 416
                || a.raw()
                    .headers()
                    .firstValue("Content-Security-Policy")
                    .orElse("")
                    .startsWith("sandbox"))
        .isTrue();
  }

  /** The Owed desk costs the same number of statements for one shot as for a dozen. */
  @Test
  void whatIsOwedCostsNineStatementsHoweverManyShots() {
    Statistics s =
        house.bean(EntityManagerFactory.class).unwrap(SessionFactory.class).getStatistics();
    String draft = draft();
    String first = mark(draft, "You're late.").text("id");
    long one = statements(s);
    String setup = setup();
    for (int i = 0; i < 12; i++) {
      Caller.Answer m =
          producer.post(base + "/shots/" + first + "/beside", Map.of("title", "Another"));
      producer.put(base + "/shots/" + m.text("id"), m.etag(), edit(setup, 48, Map.of()));
      pick(m.text("id"), setup, "plate:clean", CAMERA);
    }
    // Fewer where something else has just read them.
    assertThat(one).isLessThanOrEqualTo(9);
    assertThat(statements(s)).isLessThanOrEqualTo(one);
  }

  private long statements(Statistics s) {
    producer.get(base + "/owed");
    s.clear();
    assertThat(producer.get(base + "/owed").at("total").asInt()).isPositive();
    return s.getPrepareStatementCount();
  }

  @Test
  void theServedDocumentIsTheOneTheClientIsMadeFrom() throws IOException {
    String served =
        bivex.server.http.Json.MAPPER
            .readTree(
                new StringReader(
                    new String(producer.get("/api/openapi").raw().body(), StandardCharsets.UTF_8)))
            .toPrettyString();
    try (var in = JourneyTest.class.getResourceAsStream("/openapi.json")) {
      assertThat(served)
          .as("run scripts/openapi after changing an endpoint")
          .isEqualTo(bivex.server.http.Json.MAPPER.readTree(in).toPrettyString());
    }
  }
}
