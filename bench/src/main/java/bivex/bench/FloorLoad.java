package bivex.bench;

import bivex.server.Caller;
import bivex.server.access.SignIns;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;

/**
 * Fifty people log takes against one server for two minutes, as devices do: an entry is sent until
 * it is confirmed. In between the server, and then the database with it, are killed with SIGKILL
 * and started anew. At the end every entry that was written must be there once.
 *
 * <p>Arguments: folder of the project, data folder, port. Needs a running application with demo
 * data.
 */
public final class FloorLoad {
  private static final int PEOPLE = 50;
  private static final long SECONDS = 120;
  private static final List<String> NOT_READ =
      List.of(
          "body",
          "lens",
          "focalMm",
          "fNumber",
          "shutterSeconds",
          "iso",
          "whiteK",
          "whiteAuto",
          "exposureAuto",
          "focusM",
          "focusAuto",
          "rate",
          "raster",
          "heightM",
          "tiltDeg",
          "distanceM");

  private FloorLoad() {}

  private static void shell(Path in, String... command) {
    try {
      Process p =
          new ProcessBuilder(command)
              .directory(in.toFile())
              .redirectErrorStream(true)
              .redirectOutput(ProcessBuilder.Redirect.DISCARD)
              .start();
      if (!p.waitFor(120, TimeUnit.SECONDS) || p.exitValue() != 0) {
        System.out.println("failed: " + String.join(" ", command));
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
  }

  private static Caller signedIn(String address, String login) {
    Caller c = new Caller(address, null);
    c.post("/api/session", Map.of("login", login, "password", SignIns.DEMO_PASSWORD));
    return c;
  }

  public static void main(String[] args) throws Exception {
    Path project = Path.of(args[0]).toAbsolutePath();
    Path data = Path.of(args[1]).toAbsolutePath();
    String address = "http://127.0.0.1:" + args[2];
    Caller mara = signedIn(address, "mara");
    String base = "/api/productions/" + mara.get("/api/session").text("seats/0/production");
    Caller.Answer days = mara.get(base + "/days");
    String day = days.text("2/id");
    Caller.Answer pack = mara.get(base + "/days/" + day + "/pack");
    List<Map<String, String>> places = new ArrayList<>();
    pack.at("sheets")
        .forEach(
            s ->
                s.path("plates")
                    .forEach(
                        p ->
                            places.add(
                                Map.of(
                                    "setup",
                                    s.path("setup").path("id").asString(),
                                    "shot",
                                    p.path("shot").asString(),
                                    "plate",
                                    p.path("key").asString()))));
    List<Caller> crew = new ArrayList<>();
    for (int i = 0; i < PEOPLE; i++) {
      mara.post(
          base + "/people",
          Map.of(
              "login",
              "crew" + i,
              "name",
              "Crew " + i,
              "password",
              SignIns.DEMO_PASSWORD,
              "role",
              "FLOOR"));
      crew.add(signedIn(address, "crew" + i));
    }
    Set<String> written = ConcurrentHashMap.newKeySet();
    Set<String> confirmed = ConcurrentHashMap.newKeySet();
    List<Double> ms = Collections.synchronizedList(new ArrayList<>());
    AtomicInteger retries = new AtomicInteger();
    long end = System.nanoTime() + SECONDS * 1_000_000_000L;
    ExecutorService pool = Executors.newFixedThreadPool(PEOPLE + 1);
    List<Future<?>> all = new ArrayList<>();
    for (int i = 0; i < PEOPLE; i++) {
      int me = i;
      all.add(
          pool.submit(
              () -> {
                for (int n = 0; System.nanoTime() < end; n++) {
                  String id = UUID.randomUUID().toString();
                  written.add(id);
                  Map<String, Object> take =
                      new HashMap<>(places.get((me * 7 + n) % places.size()));
                  take.putAll(
                      Map.of(
                          "roll",
                          "A001",
                          "tcIn",
                          "01:00:00:00",
                          "tcOut",
                          "01:00:05:23",
                          "camera",
                          Map.of(),
                          "notRead",
                          NOT_READ,
                          "madeAt",
                          Instant.now().toString()));
                  Map<String, Object> body =
                      Map.of(
                          "device",
                          "device " + me,
                          "sentAt",
                          Instant.now().toString(),
                          "entries",
                          List.of(Map.of("id", id, "logged", take)));
                  while (!confirmed.contains(id) && System.nanoTime() < end + 90_000_000_000L) {
                    long t = System.nanoTime();
                    try {
                      Caller.Answer a = crew.get(me).post(base + "/floor/entries", body);
                      if (a.status() == 200 && a.text("results/0/became").startsWith("KEPT")) {
                        ms.add((System.nanoTime() - t) / 1e6);
                        confirmed.add(id);
                        continue;
                      }
                    } catch (RuntimeException e) {
                      // Nobody there; the device tries again.
                    }
                    retries.incrementAndGet();
                    sleep(500);
                  }
                  sleep(400 + (me * 13 + n * 29) % 300);
                }
              }));
    }
    all.add(
        pool.submit(
            () -> {
              sleep(35_000);
              System.out.printf("kill -9 of the server, %d confirmed%n", confirmed.size());
              shell(project, "bash", "-c", "kill -9 $(cat " + data + "/app.pid)");
              shell(
                  project,
                  "./bivex",
                  "start",
                  "--port",
                  args[2],
                  "--data",
                  data.toString(),
                  "--detach");
              sleep(25_000);
              System.out.printf("kill -9 of database and server, %d confirmed%n", confirmed.size());
              shell(
                  project,
                  "bash",
                  "-c",
                  "kill -9 $(head -1 "
                      + data
                      + "/postgresql/postmaster.pid); kill -9 $(cat "
                      + data
                      + "/app.pid)");
              shell(
                  project,
                  "./bivex",
                  "start",
                  "--port",
                  args[2],
                  "--data",
                  data.toString(),
                  "--detach");
              System.out.println("both are back");
            }));
    for (Future<?> f : all) {
      f.get();
    }
    pool.shutdown();
    String csv =
        new String(
            mara.get(base + "/days/" + day + "/takes.csv").raw().body(), StandardCharsets.UTF_8);
    Map<String, Integer> there = new HashMap<>();
    Map<String, Integer> numbers = new HashMap<>();
    csv.lines()
        .skip(1)
        .map(l -> l.split(","))
        .forEach(
            c -> {
              there.merge(c[0], 1, Integer::sum);
              numbers.merge(c[1] + " " + c[2] + " " + c[3] + " " + c[4], 1, Integer::sum);
            });
    Set<String> lost = new HashSet<>(confirmed);
    lost.removeAll(there.keySet());
    double[] sorted = ms.stream().mapToDouble(Double::doubleValue).sorted().toArray();
    System.out.printf(
        "%d people, %d s: %d written, %d confirmed, %d tries again%n",
        PEOPLE, SECONDS, written.size(), confirmed.size(), retries.get());
    System.out.printf(
        "lost %d, doubled %d, take numbers given twice %d%n",
        lost.size(),
        there.values().stream().filter(n -> n > 1).count(),
        numbers.values().stream().filter(n -> n > 1).count());
    System.out.printf(
        "a log write that was answered: median %.1f ms, p95 %.1f, p99 %.1f, worst %.1f%n",
        at(sorted, 0.5), at(sorted, 0.95), at(sorted, 0.99), sorted[sorted.length - 1]);
    System.exit(lost.isEmpty() && sorted.length == confirmed.size() ? 0 : 1);
  }

  private static double at(double[] sorted, double share) {
    return sorted[(int) Math.min(sorted.length - 1, Math.floor(share * sorted.length))];
  }

  private static void sleep(long ms) {
    try {
      Thread.sleep(ms);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
  }
}
