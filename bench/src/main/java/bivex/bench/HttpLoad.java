package bivex.bench;

import bivex.core.time.FrameRate;
import bivex.core.time.Timecode;
import bivex.server.Caller;
import bivex.server.House;
import bivex.server.http.Json;
import com.zaxxer.hikari.HikariDataSource;
import java.io.BufferedReader;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.lang.management.ManagementFactory;
import java.net.URI;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Semaphore;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicLong;
import javax.sql.DataSource;
import org.hibernate.SessionFactory;
import org.hibernate.stat.Statistics;

/**
 * The desks' lists over HTTP in a full house.
 *
 * <p>{@code lists SHOTS}: what a list costs asked again, asked again by who has it, after one
 * logged take and after a change to everything; statements; beside it the bare statements with
 * their rows as maps and the answer as JSON. {@code crowd CLIENTS}: so many signed-in clients with
 * open desks while a take is logged every two seconds for two minutes, the application a process of
 * its own. {@code pile SHOTS}: twelve lists at once right after a change, the heap beside it.
 * {@code cut SHOTS}: two cuts of three events a shot brought in, and what the desk of the cut
 * reads. {@code after SHOTS}: what the desks after the shoot read, who does what, money and
 * viewings.
 */
public final class HttpLoad {
  private static final List<String> LISTS =
      List.of("/owed?size=60", "/reel", "/shots?size=500", "/elements", "/effort");

  private HttpLoad() {}

  public static void main(String[] args) throws Exception {
    int n = Integer.parseInt(args[1]);
    try (House house = House.start(false)) {
      switch (args[0]) {
        case "lists" -> lists(house, n);
        case "crowd" -> crowd(house, n);
        case "pile" -> pile(house, n);
        case "cut" -> cut(house, n);
        case "after" -> after(house, n);
        default -> throw new IllegalArgumentException(args[0]);
      }
    }
    System.exit(0);
  }

  private static void say(String format, Object... values) {
    System.out.printf(Locale.ROOT, format + "%n", values);
  }

  private static double[] sorted(List<Double> ms) {
    return ms.stream().mapToDouble(d -> d).sorted().toArray();
  }

  private static double at(double[] sorted, double share) {
    return sorted.length == 0
        ? Double.NaN
        : sorted[(int) Math.min(sorted.length - 1, share * sorted.length)];
  }

  private static double timed(Runnable work) {
    long t = System.nanoTime();
    work.run();
    return (System.nanoTime() - t) / 1e6;
  }

  private static Caller.Answer ok(Caller.Answer a) {
    if (a.status() != 200 && a.status() != 304) {
      throw new IllegalStateException(a.toString());
    }
    return a;
  }

  // --- lists

  private static void lists(House house, int size) throws SQLException {
    FullHouse full = new FullHouse(house, size);
    Statistics counted = house.bean(SessionFactory.class).getStatistics();
    Caller c = full.producer;
    say("%d shots, %d takes; median ms of 15", size, 20 * size);
    say(
        "%-18s %8s %8s %8s %8s %8s %8s %6s %9s",
        "", "again", "304", "1 take", "rates", "bare", "SQL", "SQL/1", "bytes");
    double bare = bare(house, full);
    for (String list : LISTS) {
      String path = full.base + list;
      for (int i = 0; i < 10; i++) {
        ok(c.get(path));
      }
      Caller.Answer known = c.get(path);
      counted.clear();
      double again = median(15, () -> ok(c.get(path)));
      long statements = counted.getPrepareStatementCount() / 15;
      double same =
          known.raw().headers().firstValue("ETag").isEmpty()
              ? Double.NaN
              : median(15, () -> ok(c.get(path, "If-None-Match", known.etag())));
      List<Double> one = new ArrayList<>();
      long after = 0;
      for (int i = 0; i < 15; i++) {
        ok(c.post(full.base + "/takes", full.take(i)));
        counted.clear();
        one.add(timed(() -> ok(c.get(path))));
        after = counted.getPrepareStatementCount();
      }
      List<Double> all = new ArrayList<>();
      for (int i = 0; i < 9; i++) {
        rates(c, full, i);
        all.add(timed(() -> ok(c.get(path))));
      }
      say(
          "%-18s %8.1f %8.1f %8.1f %8.1f %8.1f %8d %6d %9d",
          list,
          again,
          same,
          at(sorted(one), 0.5),
          at(sorted(all), 0.5),
          bare,
          statements,
          after,
          known.raw().body().length);
    }
    System.gc();
    say("heap after collection with all kept: %.0f MB", heap() / 1e6);
    for (String list : LISTS) {
      long[] bytes = {allocated()};
      for (int i = 0; i < 10; i++) {
        ok(c.get(full.base + list));
      }
      say("%-18s allocates %.1f MB", list, (allocated() - bytes[0]) / 10e6);
    }
  }

  private static void cut(House house, int size) {
    FullHouse full = new FullHouse(house, size);
    Caller c = full.producer;
    String cuts = full.base + "/cuts";
    ok(c.get(full.base + "/owed?size=60"));
    say("%d shots, %d takes, cuts of %d events; ms", size, 20 * size, 3 * size);
    String[] id = new String[2];
    for (int k = 0; k < 2; k++) {
      byte[] list = list(size, k);
      Caller.Answer[] a = new Caller.Answer[1];
      int n = k;
      say(
          "brought in, read and compared %8.1f",
          timed(() -> a[0] = ok(c.upload(cuts, "c.edl", list, Map.of("name", "cut " + n)))));
      id[k] = a[0].text("cut/id");
      say("  %s; %s asked", a[0].text("total/words"), a[0].text("asked"));
      if (k == 0) {
        List<String> all = new ArrayList<>();
        ok(c.get(cuts + "/" + id[0] + "/sheet?size=500"))
            .at("rows")
            .forEach(r -> all.add(r.path("shot").asString()));
        say(
            "%d lengths follow              %8.1f",
            all.size(),
            timed(() -> ok(c.post(cuts + "/" + id[0] + "/follow", Map.of("shots", all)))));
      }
    }
    for (String path :
        List.of(
            "",
            "/sheet?size=500",
            "/sheet?size=500&show=CHANGED",
            "/events?how=NONE",
            "/spots",
            "/pulls.csv",
            "/changes.pdf")) {
      String of = cuts + "/" + id[1] + path;
      say(
          "%-30s first %8.1f, after a change %8.1f, again %8.1f",
          "cut" + path,
          timed(() -> ok(c.get(of))),
          changed(c, full, of),
          median(9, () -> ok(c.get(of))));
    }
  }

  private static void after(House house, int size) {
    FullHouse full = new FullHouse(house, size);
    Caller c = full.producer;
    ok(c.get(full.base + "/owed?size=60"));
    say("%d shots, %d takes, a version on every other shot; ms", size, 20 * size);
    for (String path :
        List.of("/crew", "/work", "/outlook", "/yours", "/money", "/viewings/choices")) {
      say(
          "%-20s first %8.1f, after a change %8.1f, again %8.1f",
          path,
          timed(() -> ok(c.get(full.base + path))),
          changed(c, full, full.base + path),
          median(9, () -> ok(c.get(full.base + path))));
    }
    String[] id = new String[1];
    Map<String, Object> all = Map.of("of", "ALL", "order", "CUT", "neighbours", true);
    say(
        "%-20s %8.1f",
        "a viewing of all",
        median(5, () -> id[0] = ok(c.post(full.base + "/viewings", all)).text("id")));
    say(
        "%-20s %8.1f",
        "opened again", median(9, () -> ok(c.get(full.base + "/viewings/" + id[0]))));
  }

  /** What an answer costs right after a take was logged. */
  private static double changed(Caller c, FullHouse full, String path) {
    List<Double> ms = new ArrayList<>();
    for (int i = 0; i < 5; i++) {
      ok(c.post(full.base + "/takes", full.take(i)));
      ms.add(timed(() -> ok(c.get(path))));
    }
    return at(sorted(ms), 0.5);
  }

  /** Every shot with two others after it; in the second cut every tenth is longer. */
  private static byte[] list(int shots, int which) {
    StringBuilder out = new StringBuilder("TITLE: BENCH\nFCM: NON-DROP FRAME\n");
    long at = 86_400;
    int n = 0;
    for (int i = 0; i < shots; i++) {
      long frames = 60 + (which == 1 && i % 10 == 0 ? 12 : 0);
      at = event(out, ++n, "A1", 86_400 + 240L * i + 20, frames, at);
      at = event(out, ++n, "Z" + i, 90_000, 40, at);
      at = event(out, ++n, "Y" + i, 95_000, 50, at);
    }
    return out.toString().getBytes(StandardCharsets.UTF_8);
  }

  private static long event(StringBuilder out, int n, String reel, long in, long frames, long at) {
    out.append(
        String.format(
            Locale.ROOT,
            "%04d  %s V C %s %s %s %s\n",
            n,
            reel,
            label(in),
            label(in + frames),
            label(at),
            label(at + frames)));
    return at + frames;
  }

  private static String label(long frame) {
    return new Timecode(FrameRate.FILM, false, frame).label();
  }

  private static double median(int times, Runnable work) {
    List<Double> ms = new ArrayList<>();
    for (int i = 0; i < times; i++) {
      ms.add(timed(work));
    }
    return at(sorted(ms), 0.5);
  }

  /** A change that touches every shot. */
  private static void rates(Caller c, FullHouse full, int i) {
    Caller.Answer now = c.get(full.base + "/effort");
    ok(
        c.put(
            full.base + "/effort",
            now.etag(),
            Map.of(
                "rates",
                List.of(
                    Map.of(
                        "kind",
                        "SOUND",
                        "difficulty",
                        "EASY",
                        "low",
                        1 + i,
                        "likely",
                        2 + i,
                        "high",
                        4 + i)))));
  }

  private static long heap() {
    return ManagementFactory.getMemoryMXBean().getHeapMemoryUsage().getUsed();
  }

  private static long allocated() {
    com.sun.management.ThreadMXBean threads =
        (com.sun.management.ThreadMXBean) ManagementFactory.getThreadMXBean();
    long sum = 0;
    for (long id : threads.getAllThreadIds()) {
      sum += Math.max(0, threads.getThreadAllocatedBytes(id));
    }
    return sum;
  }

  /** The rows a list is derived from, by the same pooled driver, as maps, and an answer as JSON. */
  private static double bare(House house, FullHouse full) throws SQLException {
    Object answer = full.producer.get(full.base + "/owed?size=60").body();
    List<Double> ms = new ArrayList<>();
    try (Connection c =
        house.bean(DataSource.class).unwrap(HikariDataSource.class).getConnection()) {
      for (int i = 0; i < 23; i++) {
        long t = System.nanoTime();
        rows(
            c,
            full,
            "select t.id, t.shot_id, t.setup_id, t.plate, t.number, t.made_at, t.logged_at,"
                + " t.camera, c.call from take t left join take_call c on c.take_id = t.id and"
                + " c.said_at = (select max(x.said_at) from take_call x where x.take_id = t.id)"
                + " where t.production_id = ?");
        rows(c, full, "select * from evidence where production_id = ?");
        rows(c, full, "select * from mark where production_id = ?");
        rows(
            c,
            full,
            "select * from shot s left join setup u on u.id = s.setup_id left join shooting_day d"
                + " on d.id = u.day_id where s.production_id = ?");
        rows(c, full, "select * from version where production_id = ?");
        Json.MAPPER.writeValueAsBytes(answer);
        if (i >= 8) {
          ms.add((System.nanoTime() - t) / 1e6);
        }
      }
    }
    return at(sorted(ms), 0.5);
  }

  private static List<Map<String, Object>> rows(Connection c, FullHouse full, String sql)
      throws SQLException {
    List<Map<String, Object>> out = new ArrayList<>();
    try (PreparedStatement s = c.prepareStatement(sql)) {
      s.setObject(1, full.production.id);
      try (ResultSet r = s.executeQuery()) {
        int n = r.getMetaData().getColumnCount();
        while (r.next()) {
          Map<String, Object> row = new HashMap<>();
          for (int i = 1; i <= n; i++) {
            row.put(r.getMetaData().getColumnLabel(i), r.getObject(i));
          }
          out.add(row);
        }
      }
    }
    return out;
  }

  // --- a crowd

  private static void crowd(House house, int clients) throws Exception {
    FullHouse full = new FullHouse(house, 500);
    int port = House.freePort();
    Process server = house.outside(port, "-Xmx1g");
    try {
      crowd(house, full, server, port, clients);
    } finally {
      server.destroyForcibly();
    }
  }

  private static void crowd(House house, FullHouse full, Process server, int port, int clients)
      throws Exception {
    Caller floor = house.again(full.producer, port);
    for (int i = 0; i < 3; i++) {
      for (String list : LISTS) {
        ok(floor.get(full.base + list));
      }
    }
    List<Double> reads = Collections.synchronizedList(new ArrayList<>());
    List<Double> rounds = Collections.synchronizedList(new ArrayList<>());
    AtomicInteger heard = new AtomicInteger();
    AtomicInteger unchanged = new AtomicInteger();
    AtomicLong end = new AtomicLong(Long.MAX_VALUE);
    for (int i = 0; i < clients; i++) {
      Caller desk = house.again(full.producer, port);
      Semaphore events = new Semaphore(0);
      thread(() -> listen(desk, full, events, heard, end));
      thread(() -> look(desk, full, events, reads, rounds, unchanged, end));
    }
    Thread.sleep(3000);
    List<Double> logged = new ArrayList<>();
    Duration before = cpu(server);
    Duration database = databaseCpu();
    long begun = System.nanoTime();
    int takes = 60;
    for (int i = 0; i < takes; i++) {
      int n = i;
      logged.add(timed(() -> ok(floor.post(full.base + "/takes", full.take(n)))));
      long next = begun + (i + 1) * 2_000_000_000L;
      Thread.sleep(Math.max(0, (next - System.nanoTime()) / 1_000_000));
    }
    double seconds = (System.nanoTime() - begun) / 1e9;
    Thread.sleep(2000);
    end.set(0);
    double[] l = sorted(logged);
    double[] r = sorted(reads);
    double[] o = sorted(rounds);
    say("%d clients, a take every 2 s for %.0f s", clients, seconds);
    say("logging ms: p50 %.1f, p95 %.1f, max %.1f", at(l, 0.5), at(l, 0.95), l[l.length - 1]);
    say("a read ms:  p50 %.1f, p95 %.1f, max %.1f", at(r, 0.5), at(r, 0.95), r[r.length - 1]);
    say("event to all three read ms: p50 %.1f, p95 %.1f", at(o, 0.5), at(o, 0.95));
    say(
        "events heard %d of %d; reads %d, %.1f a take; unchanged (304) %d",
        heard.get(), takes * clients, r.length, (double) r.length / takes, unchanged.get());
    say(
        "share of one core: server %.1f %%, database %.1f %%",
        100 * (cpu(server).minus(before).toMillis() / 1e3) / seconds,
        100 * (databaseCpu().minus(database).toMillis() / 1e3) / seconds);
  }

  private static Thread thread(Runnable work) {
    Thread t = new Thread(work);
    t.setDaemon(true);
    t.start();
    return t;
  }

  private static void listen(
      Caller desk, FullHouse full, Semaphore events, AtomicInteger heard, AtomicLong end) {
    try {
      HttpResponse<InputStream> stream =
          desk.client()
              .send(
                  HttpRequest.newBuilder(URI.create(desk.address() + full.base + "/events"))
                      .build(),
                  HttpResponse.BodyHandlers.ofInputStream());
      try (BufferedReader lines =
          new BufferedReader(new InputStreamReader(stream.body(), StandardCharsets.UTF_8))) {
        String line = lines.readLine();
        while (line != null && System.nanoTime() < end.get()) {
          if (line.startsWith("event:changed")) {
            heard.incrementAndGet();
            events.release();
          }
          line = lines.readLine();
        }
      }
    } catch (Exception e) {
      if (System.nanoTime() < end.get()) {
        throw new IllegalStateException(e);
      }
    }
  }

  /** As the browser does: 120 ms after an event all that is open is asked for again. */
  private static void look(
      Caller desk,
      FullHouse full,
      Semaphore events,
      List<Double> reads,
      List<Double> rounds,
      AtomicInteger unchanged,
      AtomicLong end) {
    Map<String, String> known = new ConcurrentHashMap<>();
    while (System.nanoTime() < end.get()) {
      events.acquireUninterruptibly();
      long begun = System.nanoTime();
      sleep(120);
      events.drainPermits();
      List<Thread> three = new ArrayList<>();
      for (String list : LISTS.subList(0, 3)) {
        three.add(
            thread(
                () ->
                    reads.add(
                        timed(
                            () -> {
                              Caller.Answer a =
                                  ok(
                                      desk.get(
                                          full.base + list,
                                          "If-None-Match",
                                          known.getOrDefault(list, "\"none\"")));
                              if (a.status() == 304) {
                                unchanged.incrementAndGet();
                              } else {
                                known.put(list, a.etag());
                              }
                            }))));
      }
      three.forEach(HttpLoad::join);
      rounds.add((System.nanoTime() - begun) / 1e6);
    }
  }

  private static void join(Thread t) {
    try {
      t.join();
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
  }

  private static void sleep(long ms) {
    try {
      Thread.sleep(ms);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
  }

  private static Duration cpu(Process p) {
    return p.info().totalCpuDuration().orElse(Duration.ZERO);
  }

  private static Duration databaseCpu() {
    return ProcessHandle.allProcesses()
        .filter(p -> p.info().command().orElse("").endsWith("/postgres"))
        .map(p -> p.info().totalCpuDuration().orElse(Duration.ZERO))
        .reduce(Duration.ZERO, Duration::plus);
  }

  // --- a pile

  private static void pile(House house, int size) throws Exception {
    FullHouse full = new FullHouse(house, size);
    for (String list : LISTS) {
      ok(full.producer.get(full.base + list));
    }
    System.gc();
    double idle = heap() / 1e6;
    rates(full.producer, full, 3);
    ManagementFactory.getMemoryPoolMXBeans().forEach(p -> p.resetPeakUsage());
    List<Double> ms = Collections.synchronizedList(new ArrayList<>());
    List<Thread> all = new ArrayList<>();
    for (int i = 0; i < 12; i++) {
      String list = LISTS.get(i % LISTS.size());
      all.add(thread(() -> ms.add(timed(() -> ok(full.producer.get(full.base + list))))));
    }
    all.forEach(HttpLoad::join);
    double peak =
        ManagementFactory.getMemoryPoolMXBeans().stream()
                .filter(p -> p.getType() == java.lang.management.MemoryType.HEAP)
                .mapToLong(p -> p.getPeakUsage().getUsed())
                .sum()
            / 1e6;
    double most = Runtime.getRuntime().maxMemory() / 1e6;
    double[] s = sorted(ms);
    say("%d shots, %d takes: twelve lists at once after a change to everything", size, 20 * size);
    say("median %.0f ms, slowest %.0f ms", at(s, 0.5), s[s.length - 1]);
    say("heap: kept %.0f MB, peak of pools %.0f MB of %.0f MB", idle, peak, most);
  }
}
