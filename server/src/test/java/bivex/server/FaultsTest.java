package bivex.server;

import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.crew.Role;
import bivex.server.media.MediaStore;
import bivex.server.papers.Papers;
import com.zaxxer.hikari.HikariDataSource;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.lang.reflect.Field;
import java.net.InetAddress;
import java.net.Socket;
import java.net.http.HttpRequest;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;
import java.util.UUID;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.Semaphore;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;

/** What breaks, or is broken on purpose, destroys nothing and is named. */
class FaultsTest {
  private final Stage stage = new Stage();

  private List<Path> media() throws IOException {
    try (Stream<Path> files = Files.walk(stage.house.data().resolve("media"))) {
      return files.filter(Files::isRegularFile).sorted().toList();
    }
  }

  private static <T> List<T> atOnce(int many, Callable<T> call) throws Exception {
    ExecutorService all = Executors.newFixedThreadPool(many);
    try {
      List<T> out = new ArrayList<>();
      for (Future<T> f : all.invokeAll(IntStream.range(0, many).mapToObj(i -> call).toList())) {
        out.add(f.get());
      }
      return out;
    } finally {
      all.shutdownNow();
    }
  }

  @Test
  void aDamagedFileIsNamedPackedNowhereAndHealedByTheSameFile() throws Exception {
    // A free box at its end makes it a file that no other test has.
    ByteArrayOutputStream own = new ByteArrayOutputStream();
    own.writeBytes(Clips.mp4(1920, 1080, "24", 48));
    own.writeBytes(new byte[] {0, 0, 0, 44, 'f', 'r', 'e', 'e'});
    own.writeBytes(UUID.randomUUID().toString().getBytes(StandardCharsets.UTF_8));
    byte[] clip = own.toByteArray();
    String version = stage.upload(clip).text("versions/0/id");
    Stage.ok(
        stage.producer.post(
            stage.base + "/versions/" + version + "/verdicts",
            Map.of("verdict", "AGREED", "reason", "it tells it")));
    String spec =
        Stage.ok(
                stage.producer.post(
                    stage.base + "/specs",
                    Map.of(
                        "name",
                        "Bare " + UUID.randomUUID(),
                        "raster",
                        Map.of("width", 1920, "height", 1080),
                        "rate",
                        "24",
                        "handles",
                        0,
                        "pattern",
                        "{code}_v{version}")))
            .text("id");
    Path stored = stage.house.bean(MediaStore.class).find(sha256(clip));
    byte[] bad = clip.clone();
    bad[bad.length / 2] ^= 1;
    Files.write(stored, bad);
    Map<String, Object> pack = Map.of("spec", spec, "shots", List.of(stage.shot));
    Caller.Answer a = stage.producer.post(stage.base + "/packages", pack);
    assertThat(a.text("type")).as(a.toString()).isEqualTo("urn:bivex:damaged");
    assertThat(a.text("detail")).contains(stage.look().text("code") + ", version 1");
    assertThat(stage.producer.get(stage.base + "/packages").at("packages"))
        .as("nothing is called packed that is not")
        .isEmpty();
    try (Stream<Path> left = Files.list(stage.house.data().resolve("packages"))) {
      assertThat(left.filter(p -> p.getFileName().toString().startsWith("building"))).isEmpty();
    }
    stage.upload(clip);
    assertThat(MediaStore.sha256(stored)).isEqualTo(sha256(clip));
  }

  private static String sha256(byte[] bytes) throws Exception {
    return java.util.HexFormat.of()
        .formatHex(java.security.MessageDigest.getInstance("SHA-256").digest(bytes));
  }

  @Test
  void twentyVersionsAtOnceAreTwentyVersions() throws Exception {
    byte[] clip = Clips.mp4(320, 180, "24", 8);
    List<Caller.Answer> all =
        atOnce(
            20,
            () -> {
              Caller.Answer a =
                  stage.producer.upload(
                      stage.base + "/shots/" + stage.shot + "/versions", "a.mp4", clip, Map.of());
              return a;
            });
    assertThat(all).allMatch(a -> a.status() == 200);
    TreeSet<Integer> numbers = new TreeSet<>();
    stage
        .producer
        .get(stage.base + "/shots/" + stage.shot + "/review")
        .at("versions")
        .forEach(v -> numbers.add(v.path("number").asInt()));
    assertThat(numbers).containsExactlyElementsOf(IntStream.rangeClosed(1, 20).boxed().toList());
  }

  @Test
  void whatIsRefusedLeavesNothingBehind() throws Exception {
    String take = stage.log("plate:clean", Stage.CAMERA).text("id");
    List<Path> before = media();
    BufferedImage small = new BufferedImage(200, 100, BufferedImage.TYPE_INT_RGB);
    ByteArrayOutputStream tiff = new ByteArrayOutputStream();
    ImageIO.write(small, "tiff", tiff);
    Caller.Answer still =
        stage.producer.upload(
            stage.base + "/takes/" + take + "/stills",
            "a.tif",
            tiff.toByteArray(),
            Map.of("id", UUID.randomUUID().toString()));
    assertThat(still.status()).as(still.toString()).isEqualTo(422);
    Caller.Answer version =
        stage.producer.upload(
            stage.base + "/shots/" + stage.shot + "/versions",
            "a.mp4",
            Clips.mp4(320, 180, "24", 9),
            Map.of("note", "a\0b"));
    assertThat(version.status()).as(version.toString()).isBetween(400, 499);
    assertThat(version.text("type")).isEqualTo("urn:bivex:invalid-input");
    assertThat(media()).isEqualTo(before);
  }

  /** A file of a transaction that comes to nothing goes; one that another kept meanwhile stays. */
  @Test
  void aFileGoesWithItsTransactionUnlessAnotherKeptIt() throws Exception {
    MediaStore store = stage.house.bean(MediaStore.class);
    var transactions = stage.house.bean(bivex.server.keep.Transactions.class);
    for (boolean other : new boolean[] {false, true}) {
      byte[] bytes = UUID.randomUUID().toString().getBytes(StandardCharsets.UTF_8);
      MediaStore.Stored first = store.receive(new ByteArrayInputStream(bytes));
      try {
        transactions.write(
            () -> {
              store.keep(first);
              if (other) {
                MediaStore.Stored second = store.receive(new ByteArrayInputStream(bytes));
                atOnce(
                    1,
                    () ->
                        transactions.write(
                            () -> {
                              store.keep(second);
                              return "kept";
                            }));
              }
              throw new IOException("the disk");
            });
      } catch (Exception e) {
        assertThat(e).isInstanceOf(IOException.class);
      }
      Path at = stage.house.data().resolve("media").resolve(first.hash().substring(0, 2));
      assertThat(Files.exists(at.resolve(first.hash()))).isEqualTo(other);
    }
  }

  @Test
  void nothingInAListIsRefusedAsWhatItIs() {
    String take = stage.log("plate:clean", Stage.CAMERA).text("id");
    String shot = stage.base + "/shots/" + stage.shot;
    for (Caller.Answer a :
        List.of(
            raw("PUT", stage.base + "/takes/" + take + "/throw", "{\"spots\":[null]}"),
            raw("PUT", stage.base + "/effort", "{\"rates\":[null]}"),
            raw("POST", shot + "/guide", "{\"lines\":[null]}"),
            raw("POST", shot + "/guide.pdf", "{\"lines\":[null]}"),
            raw("PUT", shot + "/board", "{\"frames\":[null]}"),
            raw("PUT", shot, "{\"title\":\"a\\u0000b\"}"))) {
      assertThat(a.status()).as(a.toString()).isBetween(400, 422);
      assertThat(a.text("type")).startsWith("urn:bivex:");
    }
  }

  private Caller.Answer raw(String method, String path, String json) {
    return stage.producer.call(
        method,
        path,
        HttpRequest.BodyPublishers.ofString(json),
        "application/json",
        "If-Match",
        "\"0\"");
  }

  /** Sixty tries at once are no way round ten; who asks from elsewhere is not shut out by them. */
  @Test
  void aStrangerShutsNobodyElseOut() throws Exception {
    String login = login(stage.house.person(stage.production, Role.FLOOR).person());
    List<Integer> answers = atOnce(60, () -> signIn("127.0.0.3", login, "wrong password"));
    assertThat(answers).filteredOn(s -> s == 401).hasSizeLessThanOrEqualTo(10);
    assertThat(answers).filteredOn(s -> s != 401).hasSizeGreaterThanOrEqualTo(50);
    assertThat(signIn("127.0.0.3", login, House.PASSWORD)).isEqualTo(429);
    assertThat(signIn("127.0.0.4", login, House.PASSWORD)).isEqualTo(200);
  }

  @Test
  void aBodyThatIsTooLongIsNotReadIntoMemory() throws Exception {
    String huge = "x".repeat(30_000_000);
    Caller.Answer told =
        stage.producer.call(
            "POST",
            "/api/session",
            HttpRequest.BodyPublishers.ofString("{\"login\":\"" + huge + "\"}"),
            "application/json");
    assertThat(told.status()).isEqualTo(413);
    assertThat(told.text("type")).isEqualTo("urn:bivex:too-large");
    Caller.Answer untold =
        stage.producer.call(
            "POST",
            "/api/session",
            HttpRequest.BodyPublishers.ofInputStream(
                () ->
                    new ByteArrayInputStream(
                        ("{\"login\":\"" + huge + "\"}").getBytes(StandardCharsets.UTF_8))),
            "application/json");
    assertThat(untold.status()).isBetween(400, 422);
  }

  /**
   * Papers that wait to be drawn hold no connection of the database: everybody else goes on. All
   * presses are held here, so that more papers wait than there are connections.
   */
  @Test
  void papersHoldNobodyUp() throws Exception {
    Field held = Papers.class.getDeclaredField("PRESSES");
    held.setAccessible(true);
    Semaphore presses = (Semaphore) held.get(null);
    HikariDataSource pool = stage.house.bean(HikariDataSource.class);
    int many = pool.getMaximumPoolSize() + 2;
    ExecutorService all = Executors.newFixedThreadPool(many);
    presses.acquire(2);
    try {
      List<Future<Caller.Answer>> papers = new ArrayList<>();
      for (int i = 0; i < many; i++) {
        papers.add(
            all.submit(
                () -> stage.producer.get(stage.base + "/shots/" + stage.shot + "/brief.pdf")));
      }
      while (presses.getQueueLength() < many) {
        Thread.sleep(20);
      }
      assertThat(pool.getHikariPoolMXBean().getActiveConnections()).isZero();
      assertThat(stage.producer.get(stage.base + "/owed").status()).isEqualTo(200);
      presses.release(2);
      for (Future<Caller.Answer> f : papers) {
        assertThat(f.get().status()).isEqualTo(200);
      }
      presses.acquire(2);
    } finally {
      presses.release(2);
      all.shutdownNow();
    }
  }

  @Test
  void longWordsAreRefusedAtTheirField() {
    Caller.Answer shot = stage.look();
    for (Map.Entry<String, Integer> of : Map.of("title", 201, "intent", 4001).entrySet()) {
      Map<String, Object> edit = Stage.edit(shot);
      edit.put(of.getKey(), "x".repeat(of.getValue()));
      Caller.Answer a = stage.producer.put(stage.base + "/shots/" + stage.shot, shot.etag(), edit);
      assertThat(a.status()).as(a.toString()).isEqualTo(422);
      assertThat(a.text("field")).isEqualTo(of.getKey());
      edit.put(of.getKey(), "x".repeat(1_000_000));
      a = stage.producer.put(stage.base + "/shots/" + stage.shot, shot.etag(), edit);
      assertThat(a.text("field")).isEqualTo(of.getKey());
      assertThat(a.raw().body()).hasSizeLessThan(3_000);
    }
  }

  private String login(UUID person) {
    return stage.house.bean(bivex.server.keep.People.class).findById(person).orElseThrow().login;
  }

  /** Signs in from another address of this machine; the status of the answer. */
  private int signIn(String from, String login, String password) throws IOException {
    String cookie = "XSRF-TOKEN=" + UUID.randomUUID();
    String body = "{\"login\":\"" + login + "\",\"password\":\"" + password + "\"}";
    String host = stage.house.address().replaceFirst("^http://", "");
    String[] at = host.split(":");
    try (Socket s = new Socket(at[0], Integer.parseInt(at[1]), InetAddress.getByName(from), 0)) {
      s.getOutputStream()
          .write(
              ("POST /api/session HTTP/1.1\r\nHost: "
                      + host
                      + "\r\nConnection: close\r\nContent-Type: application/json\r\nCookie: "
                      + cookie
                      + "\r\nX-XSRF-TOKEN: "
                      + cookie.substring(11)
                      + "\r\nContent-Length: "
                      + body.length()
                      + "\r\n\r\n"
                      + body)
                  .getBytes(StandardCharsets.UTF_8));
      InputStream in = s.getInputStream();
      String head = new String(in.readNBytes(12), StandardCharsets.UTF_8);
      return Integer.parseInt(head.substring(9));
    }
  }
}
