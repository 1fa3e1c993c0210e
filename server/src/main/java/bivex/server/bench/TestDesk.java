package bivex.server.bench;

import bivex.core.InvalidInput;
import bivex.core.kit.TestStand;
import bivex.core.kit.TestsWanted;
import bivex.core.method.MethodDefault;
import bivex.core.plate.TestReading;
import bivex.core.shoot.CameraData;
import bivex.core.shot.Evidence;
import bivex.core.shot.OwedItem;
import bivex.server.access.Member;
import bivex.server.book.ShotBook;
import bivex.server.book.TestStandings;
import bivex.server.keep.CameraTest;
import bivex.server.keep.CameraTests;
import bivex.server.keep.Production;
import bivex.server.keep.Productions;
import bivex.server.keep.Shots;
import bivex.server.keep.TestCandidate;
import bivex.server.keep.TestCandidates;
import bivex.server.live.Journal;
import bivex.server.media.Frames;
import bivex.server.media.Intake;
import bivex.server.media.MediaProbe;
import bivex.server.media.MediaStore;
import bivex.server.media.PictureReader;
import bivex.server.shoot.ShootDays;
import bivex.server.shot.EvidenceDesk;
import java.io.IOException;
import java.io.InputStream;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.NoSuchElementException;
import java.util.Objects;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Camera tests: a question, what was tried, what was measured on it, which is taken, and what
 * follows from that.
 */
@Component
public class TestDesk {
  private static final int MOST_CANDIDATES = 12;
  private final CameraTests tests;
  private final TestCandidates candidates;
  private final TestStandings standings;
  private final TestMeasuring measuring;
  private final ShotBook book;
  private final Shots shots;
  private final Productions productions;
  private final ShootDays days;
  private final EvidenceDesk evidence;
  private final Intake intake;
  private final MediaProbe probe;
  private final MediaStore store;
  private final Frames frames;
  private final PictureReader pictures;
  private final Journal journal;
  private final Clock clock;

  TestDesk(
      CameraTests tests,
      TestCandidates candidates,
      TestStandings standings,
      TestMeasuring measuring,
      ShotBook book,
      Shots shots,
      Productions productions,
      ShootDays days,
      EvidenceDesk evidence,
      Intake intake,
      MediaProbe probe,
      MediaStore store,
      Frames frames,
      PictureReader pictures,
      Journal journal,
      Clock clock) {
    this.tests = tests;
    this.candidates = candidates;
    this.standings = standings;
    this.measuring = measuring;
    this.book = book;
    this.shots = shots;
    this.productions = productions;
    this.days = days;
    this.evidence = evidence;
    this.intake = intake;
    this.probe = probe;
    this.store = store;
    this.frames = frames;
    this.pictures = pictures;
    this.journal = journal;
    this.clock = clock;
  }

  /**
   * @param item of the plan of its shots that the answer settles; empty for none
   * @param shots that need the answer
   * @param wantedBy a day; null for that of its shots
   * @param candidates to begin with; may be empty
   */
  public record NewTest(
      UUID id,
      String question,
      String why,
      String item,
      List<UUID> shots,
      LocalDate wantedBy,
      List<NewCandidate> candidates) {}

  /** A way to set the camera that is to be tried. */
  public record NewCandidate(String label, CameraData camera) {}

  /**
   * @param picture whether it has a still or a clip
   * @param clip whether that is a clip
   */
  public record CandidateView(
      UUID id,
      int place,
      String label,
      CameraData camera,
      boolean picture,
      boolean clip,
      int width,
      int height,
      TestReading reading,
      String fault,
      String addedBy) {}

  /** A shot that needs the answer. */
  public record TestShot(UUID id, String code) {}

  /**
   * @param taken the candidate that is; null while nothing is decided
   */
  public record TestView(
      UUID id,
      String question,
      String why,
      String item,
      List<TestShot> shots,
      LocalDate wantedBy,
      TestStand stand,
      List<CandidateView> candidates,
      UUID taken,
      String verdict,
      String decidedBy,
      Instant decidedAt,
      String askedBy) {}

  /**
   * @param wanted what no sum settles and nobody asks yet
   */
  public record ShotTests(List<TestView> tests, List<TestsWanted.Wanted> wanted) {}

  /**
   * @param candidate that is taken
   * @param words why
   * @param preset name of a preset that is made of its camera data; empty for none
   * @param method whose number starts from it; empty for none
   * @param parameter of that method
   * @param value that it starts from
   */
  public record TestVerdict(
      UUID candidate, String words, String preset, String method, String parameter, Object value) {}

  private static TestView view(TestStandings.Standing s) {
    CameraTest t = s.test();
    return new TestView(
        t.id,
        t.question,
        t.why,
        t.item,
        s.shots().stream().map(p -> new TestShot(p.shot().id, p.shot().code)).toList(),
        t.wantedBy,
        s.stand(),
        s.candidates().stream()
            .map(
                c ->
                    new CandidateView(
                        c.id,
                        c.place,
                        c.label,
                        c.camera,
                        c.hash != null,
                        c.hash != null && !c.still(),
                        c.width,
                        c.height,
                        c.reading,
                        c.fault,
                        c.addedBy))
            .toList(),
        t.takenId,
        t.verdict,
        t.decidedBy,
        t.decidedAt,
        t.askedBy);
  }

  /** All tests, those first that are wanted first. */
  @Transactional(readOnly = true)
  public List<TestView> all(Member me) {
    return standings.of(me, book.all(me)).stream().map(TestDesk::view).toList();
  }

  /** The tests a shot needs, and what should be tried for it. */
  @Transactional(readOnly = true)
  public ShotTests of(UUID shot, Member me) {
    ShotBook.Page p = book.one(me.production(), shot);
    List<TestView> mine =
        all(me).stream()
            .filter(t -> t.shots().stream().anyMatch(s -> s.id().equals(shot)))
            .toList();
    return new ShotTests(
        mine,
        TestsWanted.of(p.plan(), me.production().setting(p.shot()), me.production().kit).stream()
            .filter(
                w ->
                    mine.stream()
                        .noneMatch(
                            t ->
                                t.question().equals(w.question())
                                    || !w.item().isEmpty() && t.item().equals(w.item())))
            .toList());
  }

  private TestView one(Member me, UUID id) {
    return all(me).stream().filter(t -> t.id().equals(id)).findFirst().orElseThrow();
  }

  /** Asks a question. Sending the same id again changes nothing. */
  @Transactional
  public TestView ask(Member me, NewTest in) {
    UUID id = Objects.requireNonNullElseGet(in.id(), UUID::randomUUID);
    if (tests.existsById(id)) {
      tests.require(id, me.productionId());
      return one(me, id);
    }
    CameraTest t = new CameraTest();
    t.id = id;
    t.productionId = me.productionId();
    t.question = InvalidInput.title("question", in.question());
    t.why = InvalidInput.words("why", in.why());
    t.item = InvalidInput.words("item", in.item());
    t.shots =
        (in.shots() == null ? List.<UUID>of() : in.shots())
            .stream()
                .map(s -> shots.require(s, me.productionId()).id.toString())
                .distinct()
                .toList();
    t.wantedBy = in.wantedBy();
    t.askedBy = me.name();
    t.askedAt = clock.instant();
    tests.saveAndFlush(t);
    List<NewCandidate> tried = in.candidates() == null ? List.of() : in.candidates();
    for (NewCandidate c : tried) {
      add(me, t, c);
    }
    record(me, "asked", t);
    return one(me, t.id);
  }

  private void record(Member me, String did, CameraTest t) {
    journal.record(me, did, "test", t.id.toString(), t.question, Journal.Touches.NOTHING);
  }

  private TestCandidate add(Member me, CameraTest t, NewCandidate in) {
    List<TestCandidate> all = candidates.findByTestIdOrderByPlace(t.id);
    if (all.size() >= MOST_CANDIDATES) {
      throw new InvalidInput("candidates", "are at most " + MOST_CANDIDATES + " in a test");
    }
    TestCandidate c = new TestCandidate();
    c.id = UUID.randomUUID();
    c.productionId = me.productionId();
    c.testId = t.id;
    c.place = all.isEmpty() ? 1 : all.get(all.size() - 1).place + 1;
    c.label = InvalidInput.title("label", in.label());
    c.camera = in.camera() == null ? CameraData.notRead() : in.camera();
    c.addedBy = me.name();
    c.addedAt = clock.instant();
    return candidates.saveAndFlush(c);
  }

  /** One more way to set the camera. */
  @Transactional
  public TestView add(UUID test, Member me, NewCandidate in) {
    CameraTest t = open(test, me);
    add(me, t, in);
    record(me, "added a candidate to", t);
    return one(me, t.id);
  }

  /** A test that is not decided: what was decided on must stay as it was. */
  private CameraTest open(UUID test, Member me) {
    CameraTest t = tests.require(test, me.productionId());
    if (t.takenId != null) {
      throw new InvalidInput("test", "is decided; open it again to change what was tried");
    }
    return t;
  }

  private TestCandidate candidate(UUID test, UUID id, Member me) {
    TestCandidate c = candidates.require(id, me.productionId());
    if (!c.testId.equals(test)) {
      throw new NoSuchElementException("There is no such candidate in this test.");
    }
    return c;
  }

  /** Takes a candidate away that was not decided on. */
  @Transactional
  public TestView remove(UUID test, UUID candidate, Member me) {
    CameraTest t = open(test, me);
    candidates.delete(candidate(test, candidate, me));
    candidates.flush();
    unread(t.id);
    record(me, "took a candidate away from", t);
    return one(me, t.id);
  }

  /** What was measured was held against the first as it was. */
  private void unread(UUID test) {
    candidates
        .findByTestIdOrderByPlace(test)
        .forEach(
            c -> {
              c.reading = null;
              c.fault = "";
              candidates.save(c);
            });
    candidates.flush();
  }

  /** The still or clip of a candidate, in place of one it had. */
  public TestView file(UUID test, UUID candidate, Member me, InputStream in, String fileName)
      throws IOException {
    CameraTest t = open(test, me);
    candidate(test, candidate, me);
    return intake.take(
        in,
        file -> probe.measured(file, fileName),
        (stored, found) -> {
          TestCandidate c = candidate(test, candidate, me);
          open(test, me);
          c.hash = stored.hash();
          c.type = found.type();
          c.width = found.facts().raster().width();
          c.height = found.facts().raster().height();
          c.rate = found.facts().still() ? null : found.facts().rate().name();
          c.frames = found.facts().still() ? 1 : found.facts().frames();
          c.profile = found.profile();
          c.recording = found.recording();
          c.curve = found.coding().curve();
          c.gamut = found.coding().gamut();
          candidates.saveAndFlush(c);
          unread(test);
          record(me, "shot a candidate of", t);
          return one(me, test);
        });
  }

  /**
   * A picture of a candidate that browsers show, PNG: its still, or the first frame of its clip.
   */
  public byte[] picture(UUID test, UUID candidate, Member me) throws IOException {
    TestCandidate c = candidate(test, candidate, me);
    if (c.hash == null) {
      throw new NoSuchElementException("This candidate has no picture yet.");
    }
    return c.still()
        ? pictures.png(store.find(c.hash))
        : frames.png(store.find(c.hash), 0, c.recording);
  }

  /** Measures all candidates against the first; the answer is a measurement that waits its turn. */
  @Transactional(readOnly = true)
  public BenchDesk.BenchJob measure(UUID test, Member me) {
    CameraTest t = open(test, me);
    List<TestCandidate> all =
        candidates.findByTestIdOrderByPlace(t.id).stream().filter(c -> c.hash != null).toList();
    if (all.isEmpty()) {
      throw new InvalidInput("candidates", "have no pictures yet");
    }
    return measuring.start(me, all);
  }

  /** Says which candidate is taken, and what follows. */
  @Transactional
  public TestView decide(UUID test, Member me, TestVerdict in) {
    CameraTest t = open(test, me);
    if (in.candidate() == null) {
      throw new InvalidInput("candidate", "must be one of those that were tried");
    }
    TestCandidate c = candidate(test, in.candidate(), me);
    t.takenId = c.id;
    t.verdict = InvalidInput.text("words", in.words());
    t.decidedBy = me.name();
    t.decidedAt = clock.instant();
    tests.saveAndFlush(t);
    if (in.preset() != null && !in.preset().isBlank()) {
      days.addPreset(me, new ShootDays.NewPreset(in.preset(), c.camera, t.question));
    }
    if (in.method() != null && !in.method().isBlank()) {
      begin(me, t, in);
    }
    settle(me, t, Evidence.Kind.SETTLED, c.label + ": " + t.verdict);
    record(me, "decided", t);
    return one(me, t.id);
  }

  private void begin(Member me, CameraTest t, TestVerdict in) {
    productions.hold(me.productionId());
    Production p = productions.findById(me.productionId()).orElseThrow();
    MethodDefault d =
        MethodDefault.of(in.method(), in.parameter(), in.value(), t.question, me.name());
    List<MethodDefault> all = new ArrayList<>(p.methodDefaults);
    all.removeIf(o -> o.method().equals(d.method()) && o.parameter().equals(d.parameter()));
    all.add(d);
    p.methodDefaults = List.copyOf(all);
    productions.saveAndFlush(p);
  }

  /**
   * Says of the thing of each plan that waited for the answer that it is there, or not any more.
   */
  private void settle(Member me, CameraTest t, Evidence.Kind kind, String words) {
    if (t.item.isEmpty()) {
      return;
    }
    for (String id : t.shots) {
      ShotBook.Page p = book.one(me.production(), UUID.fromString(id));
      boolean owed =
          p.ledger().items().stream()
              .filter(i -> i.key().equals(t.item))
              .anyMatch(
                  i -> (i.state() == OwedItem.State.IN_HAND) == (kind == Evidence.Kind.REOPENED));
      if (owed) {
        evidence.say(
            p.shot().id, me, new EvidenceDesk.NewEvidence(null, t.item, kind, words, null));
      }
    }
  }

  /** Takes a verdict back; presets and numbers that came of it stay till somebody removes them. */
  @Transactional
  public TestView reopen(UUID test, Member me) {
    CameraTest t = tests.require(test, me.productionId());
    if (t.takenId == null) {
      return one(me, test);
    }
    t.takenId = null;
    tests.saveAndFlush(t);
    settle(me, t, Evidence.Kind.REOPENED, "the test is open again");
    record(me, "opened again:", t);
    return one(me, t.id);
  }

  /** Takes a test away with all that was tried. */
  @Transactional
  public List<TestView> remove(UUID test, Member me) {
    CameraTest t = open(test, me);
    candidates.deleteAll(candidates.findByTestIdOrderByPlace(t.id));
    candidates.flush();
    tests.delete(t);
    tests.flush();
    record(me, "took away", t);
    return all(me);
  }

  /** Numbers that methods start from in this production. */
  @Transactional(readOnly = true)
  public List<MethodDefault> defaults(Member me) {
    return me.production().methodDefaults;
  }

  /** Takes one back: what is new starts from the book's again. */
  @Transactional
  public List<MethodDefault> forget(Member me, String method, String parameter) {
    productions.hold(me.productionId());
    Production p = productions.findById(me.productionId()).orElseThrow();
    List<MethodDefault> all = new ArrayList<>(p.methodDefaults);
    if (!all.removeIf(d -> d.method().equals(method) && d.parameter().equals(parameter))) {
      throw new NoSuchElementException("There is no such number in this production.");
    }
    p.methodDefaults = List.copyOf(all);
    productions.saveAndFlush(p);
    journal.record(
        me,
        "took back a number of",
        "production",
        p.id.toString(),
        method + " " + parameter,
        Journal.Touches.NOTHING);
    return p.methodDefaults;
  }
}
