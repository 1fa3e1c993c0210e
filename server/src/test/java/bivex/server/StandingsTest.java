package bivex.server;

import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.crew.Role;
import bivex.core.shot.Evidence;
import bivex.server.access.Member;
import bivex.server.book.ShotBook;
import bivex.server.keep.EvidenceEntries;
import bivex.server.keep.EvidenceEntry;
import bivex.server.keep.Mark;
import bivex.server.keep.Productions;
import bivex.server.keep.Setups;
import bivex.server.keep.Stamps;
import bivex.server.live.Journal;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.UUID;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.hibernate.SessionFactory;
import org.hibernate.stat.Statistics;
import org.junit.jupiter.api.Test;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;

/** What is kept of a production is what would be derived anew, whatever is written, and by whom. */
class StandingsTest {
  private final Stage stage = new Stage();
  private final ShotBook book = stage.house.bean(ShotBook.class);
  private final Productions productions = stage.house.bean(Productions.class);
  private final TransactionTemplate transaction =
      new TransactionTemplate(stage.house.bean(PlatformTransactionManager.class));
  private final List<String> shots = new ArrayList<>(List.of(stage.shot));
  private final List<String> takes = new ArrayList<>();
  private final java.util.Set<String> done = new java.util.TreeSet<>();

  private List<String> kept() {
    return told(book.all(productions.findById(stage.production.id).orElseThrow()));
  }

  /** A transaction that may write reads everything itself. */
  private List<String> anew() {
    return transaction.execute(
        s -> told(book.all(productions.findById(stage.production.id).orElseThrow())));
  }

  private static List<String> told(List<ShotBook.Page> pages) {
    return pages.stream()
        .map(
            p ->
                String.join(
                    " | ",
                    p.shot().code + " v" + p.shot().version + " " + p.shot().methods,
                    String.valueOf(p.marks().stream().map((Mark m) -> m.excerpt).toList()),
                    p.setup() == null ? "-" : p.setup().name + p.setup().struckAt,
                    p.day() == null ? "-" : p.day().place,
                    String.valueOf(p.plan().effort()),
                    String.valueOf(p.planFault()),
                    p.match().reference() == null ? "null" : p.match().reference().id(),
                    String.valueOf(new java.util.TreeMap<>(p.match().findings())),
                    String.valueOf(p.ledger()),
                    String.valueOf(p.evidence().stream().map(e -> e.id).sorted().toList())))
        .toList();
  }

  private String any(List<String> of, Random random) {
    return of.get(random.nextInt(of.size()));
  }

  /** One change as somebody would make it; some are refused, which must leave no trace either. */
  private void write(Random random) {
    switch (random.nextInt(11)) {
      case 0, 1, 2 -> {
        Map<String, Object> camera = new HashMap<>(Stage.CAMERA);
        camera.put("iso", random.nextInt(3) == 0 ? 800 : 400);
        String plate =
            any(List.of("plate:clean", "plate:performance-1", "plate:performance-2"), random);
        takes.add(stage.log(plate, camera).text("id"));
      }
      case 3 -> {
        if (!takes.isEmpty()) {
          did(
              "called",
              stage.producer.post(
                  stage.base + "/takes/" + any(takes, random) + "/calls",
                  Map.of(
                      "call",
                      any(List.of("PICK", "NONE", "NO_GOOD", "FALSE_START"), random),
                      "reason",
                      "because")));
        }
      }
      case 4 ->
          did(
              "touched",
              stage.producer.post(
                  stage.base + "/setups/" + stage.setup + "/touches",
                  Map.of("kind", any(List.of("LEGS", "LENS", "POWER"), random), "note", "kicked")));
      case 5, 6 ->
          did(
              "said",
              stage.say(
                  stage.producer,
                  any(List.of("datum:eyeline", "plate:clean", "task:split", "datum:mark"), random),
                  any(List.of("SETTLED", "DROPPED", "REOPENED", "ACCEPTED"), random),
                  "said"));
      case 7 -> {
        Caller.Answer now = stage.producer.get(stage.base + "/shots/" + any(shots, random));
        Map<String, Object> edit = Stage.edit(now);
        edit.put("cutFrames", 24 + random.nextInt(80));
        edit.put("omitted", random.nextInt(5) == 0);
        did(
            "changed",
            stage.producer.put(stage.base + "/shots/" + now.text("id"), now.etag(), edit));
      }
      case 8 ->
          did(
              "merged",
              stage.producer.post(
                  stage.base + "/shots/" + any(shots, random) + "/merge",
                  Map.of("from", any(shots, random))));
      case 9 -> {
        Caller.Answer split =
            stage.producer.post(
                stage.base + "/shots/" + any(shots, random) + "/split", Map.of("title", "Half"));
        did("split", split);
        if (split.status() == 200) {
          shots.add(split.text("id"));
        }
      }
      default -> {
        if (random.nextInt(3) == 0) {
          String text =
              JourneyTest.SCRIPT.replace(
                  "takes the dividers", "takes the dividers, word " + random.nextInt(1000));
          did(
              "imported",
              stage.producer.post(
                  stage.base + "/drafts", Map.of("name", "d" + random.nextInt(), "text", text)));
        } else {
          Caller.Answer now = stage.producer.get(stage.base + "/setups/" + stage.setup);
          did(
              "renamed",
              stage.producer.put(
                  stage.base + "/setups/" + stage.setup,
                  "\"" + now.at("setup/version").asLong() + "\"",
                  Map.of(
                      "day",
                      stage.day,
                      "name",
                      "Table " + random.nextInt(100),
                      "number",
                      1,
                      "struck",
                      false)));
        }
      }
    }
  }

  private void did(String what, Caller.Answer a) {
    assertThat(a.status()).as(what + a).isLessThan(500).isNotEqualTo(404);
    if (a.status() == 200) {
      done.add(what);
    }
  }

  @Test
  void whateverIsWrittenWhatIsKeptIsWhatWouldBeDerivedAnew() {
    shots.add(stage.planned("The flags vanish from", "B1", Map.of()));
    shots.add(stage.planned("Ines spreads the chart", "F1", Map.of()));
    Random random = new Random(31);
    for (int i = 0; i < 200; i++) {
      write(random);
      assertThat(kept()).as("after change " + i).isEqualTo(anew());
    }
    assertThat(takes).hasSizeGreaterThan(20);
    assertThat(done)
        .containsExactly(
            "called", "changed", "imported", "merged", "renamed", "said", "split", "touched");
  }

  /** Four write and read at once; in the end nothing stale is kept. */
  @Test
  void writersAtOnceLeaveNothingStale() throws Exception {
    ExecutorService crew = Executors.newFixedThreadPool(6);
    try {
      List<Future<?>> work = new ArrayList<>();
      for (int n = 0; n < 4; n++) {
        Random random = new Random(n);
        work.add(
            crew.submit(
                () -> {
                  for (int i = 0; i < 25; i++) {
                    String plate = random.nextBoolean() ? "plate:clean" : "plate:performance-1";
                    String id = stage.log(plate, Stage.CAMERA).text("id");
                    stage.producer.post(
                        stage.base + "/takes/" + id + "/calls", Map.of("call", "PICK"));
                  }
                }));
      }
      for (int n = 0; n < 2; n++) {
        work.add(
            crew.submit(
                () -> {
                  for (int i = 0; i < 60; i++) {
                    kept();
                  }
                }));
      }
      for (Future<?> w : work) {
        w.get();
      }
    } finally {
      crew.shutdownNow();
    }
    assertThat(kept()).isEqualTo(anew());
  }

  /**
   * A row that was read before somebody changed it is not kept under the stamp after the change.
   */
  @Test
  void whatSomebodyHasReadBeforeIsNotKept() {
    Setups setups = stage.house.bean(Setups.class);
    TransactionTemplate reading =
        new TransactionTemplate(stage.house.bean(PlatformTransactionManager.class));
    reading.setReadOnly(true);
    reading.executeWithoutResult(
        s -> {
          assertThat(setups.findById(UUID.fromString(stage.setup)).orElseThrow().name)
              .isEqualTo("Chart table");
          Stage.ok(
              stage.producer.put(
                  stage.base + "/setups/" + stage.setup,
                  "\"0\"",
                  Map.of("day", stage.day, "name", "Lamp table", "number", 1, "struck", false)));
          assertThat(kept().toString()).contains("Lamp table");
        });
    assertThat(kept()).isEqualTo(anew());
  }

  @Test
  void whatIsRolledBackLeavesNoTrace() {
    List<String> before = kept();
    Stamps stamps = stage.house.bean(Stamps.class);
    long stamp = stamps.of(stage.production.id);
    Member me = new Member(stage.producer.person(), "Somebody", Role.PRODUCER, stage.production);
    transaction.executeWithoutResult(
        s -> {
          EvidenceEntry e = new EvidenceEntry();
          e.id = UUID.randomUUID();
          e.productionId = stage.production.id;
          e.shotId = UUID.fromString(stage.shot);
          e.item = "plate:clean";
          e.kind = Evidence.Kind.DROPPED;
          e.words = "never said";
          e.saidBy = "Somebody";
          e.saidAt = Instant.now();
          stage.house.bean(EvidenceEntries.class).saveAndFlush(e);
          stage.house.bean(Journal.class).record(me, "dropped", "shot", stage.shot, "");
          assertThat(told(book.all(stage.production)).toString()).contains("never said");
          s.setRollbackOnly();
        });
    assertThat(stamps.of(stage.production.id)).isEqualTo(stamp);
    assertThat(kept()).isEqualTo(before).isEqualTo(anew());
  }

  /** RFC 9110, 13.1.2: who has it already is told so; the first change makes it new again. */
  @Test
  void anAnswerThatIsKnownIsNotDerivedAndReadsTwoRows() {
    Statistics counted = stage.house.bean(SessionFactory.class).getStatistics();
    for (String list : List.of("owed", "shots", "elements", "reel")) {
      Caller.Answer first = stage.producer.get(stage.base + "/" + list);
      assertThat(first.etag()).isNotBlank();
      counted.clear();
      assertThat(
              stage.producer.get(stage.base + "/" + list, "If-None-Match", first.etag()).status())
          .as(list)
          .isEqualTo(304);
      assertThat(stage.producer.get(stage.base + "/" + list).body()).isEqualTo(first.body());
      assertThat(counted.getPrepareStatementCount()).as(list).isLessThanOrEqualTo(4);
      stage.log("plate:clean", Stage.CAMERA);
      assertThat(
              stage.producer.get(stage.base + "/" + list, "If-None-Match", first.etag()).status())
          .as(list)
          .isEqualTo(200);
      assertThat(
              stage
                  .house
                  .person(stage.production, Role.ARTIST)
                  .get(stage.base + "/" + list, "If-None-Match", first.etag())
                  .status())
          .as("another's answer")
          .isEqualTo(200);
    }
  }

  /** After a change every open desk asks for the same at the same moment. */
  @Test
  void whoAsksAtTheSameMomentIsGivenTheSameAnswerAndItIsMadeOnce() throws Exception {
    Statistics counted = stage.house.bean(SessionFactory.class).getStatistics();
    Caller floor = stage.house.person(stage.production, Role.FLOOR);
    Caller guest = stage.house.person(stage.production, Role.GUEST);
    int askers = 12;
    ExecutorService desks = Executors.newFixedThreadPool(askers);
    try {
      for (int round = 0; round < 3; round++) {
        stage.log("plate:clean", Stage.CAMERA);
        counted.clear();
        List<Future<Caller.Answer>> asked = new ArrayList<>();
        for (int i = 0; i < askers; i++) {
          asked.add(desks.submit(() -> Stage.ok(stage.producer.get(stage.base + "/owed"))));
        }
        java.util.Set<String> told = new java.util.HashSet<>();
        for (Future<Caller.Answer> a : asked) {
          told.add(a.get().body().toString());
        }
        assertThat(told).hasSize(1);
        assertThat(counted.getPrepareStatementCount())
            .as("each asks who it is and for the stamp; one derives")
            .isLessThanOrEqualTo(4 * askers + 20);
        assertThat(told.iterator().next())
            .isEqualTo(Stage.ok(floor.get(stage.base + "/owed")).body().toString());
        assertThat(Stage.ok(guest.get(stage.base + "/reel")).body())
            .as("a guest sees what they are invited to, and nothing that was made for others")
            .isNotEqualTo(Stage.ok(stage.producer.get(stage.base + "/reel")).body());
      }
      int refused = stage.producer.get(stage.base + "/owed?page=x").status();
      assertThat(refused).isBetween(400, 422);
      assertThat(stage.producer.get(stage.base + "/owed?page=x").status())
          .as("what is refused is refused again, and nobody waits for it")
          .isEqualTo(refused);
    } finally {
      desks.shutdownNow();
    }
  }

  /** What is told packed is what is told plain. */
  @Test
  void anAnswerThatWasMadeForOthersIsPackedForWhoCanUnpackIt() throws Exception {
    Caller.Answer plain = Stage.ok(stage.producer.get(stage.base + "/owed"));
    Caller.Answer packed =
        Stage.ok(stage.producer.get(stage.base + "/owed", "Accept-Encoding", "gzip"));
    assertThat(packed.raw().headers().firstValue("Content-Encoding")).hasValue("gzip");
    assertThat(packed.raw().headers().allValues("Vary").toString()).contains("Accept-Encoding");
    try (var in =
        new java.util.zip.GZIPInputStream(new java.io.ByteArrayInputStream(packed.raw().body()))) {
      assertThat(in.readAllBytes()).isEqualTo(plain.raw().body());
    }
  }

  /** A sign-in is remembered for a moment, and not one longer than the session. */
  @Test
  void whoHasSignedOutIsOutAtOnce() {
    Caller caller = stage.house.person(stage.production, Role.COORDINATOR);
    for (int i = 0; i < 3; i++) {
      Stage.ok(caller.get(stage.base + "/owed"));
    }
    String session = caller.session();
    assertThat(caller.delete("/api/session").status()).isEqualTo(200);
    assertThat(caller.get(stage.base + "/owed", "Cookie", session).status())
        .as("the very cookie that was good a moment ago")
        .isEqualTo(401);
  }
}
