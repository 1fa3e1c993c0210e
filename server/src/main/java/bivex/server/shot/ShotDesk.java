package bivex.server.shot;

import bivex.core.InvalidInput;
import bivex.core.ItemKey;
import bivex.core.effort.Estimate;
import bivex.core.effort.Forecast;
import bivex.core.element.ElementSource;
import bivex.core.method.MethodBook;
import bivex.core.method.MethodChoice;
import bivex.core.method.Plan;
import bivex.core.parameter.Parameter;
import bivex.core.reckon.Prefill;
import bivex.core.reckon.Reckoner;
import bivex.core.script.Anchor;
import bivex.core.script.Screenplay;
import bivex.core.shot.Evidence;
import bivex.core.shot.EvidenceRules;
import bivex.core.shot.OwedItem;
import bivex.core.shot.Stage;
import bivex.server.access.Member;
import bivex.server.book.MarkDesk;
import bivex.server.book.Screenplays;
import bivex.server.book.ShotBook;
import bivex.server.http.Pages;
import bivex.server.http.Problems;
import bivex.server.keep.Draft;
import bivex.server.keep.EvidenceEntries;
import bivex.server.keep.EvidenceEntry;
import bivex.server.keep.FormerCodes;
import bivex.server.keep.Inherited;
import bivex.server.keep.InheritedRows;
import bivex.server.keep.Mark;
import bivex.server.keep.Marks;
import bivex.server.keep.Production;
import bivex.server.keep.Setup;
import bivex.server.keep.Setups;
import bivex.server.keep.Shot;
import bivex.server.keep.Shots;
import bivex.server.live.Journal;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.NoSuchElementException;
import java.util.Objects;
import java.util.Set;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Effect shots: marked, planned, and what they owe. */
@Component
public class ShotDesk {
  private final Shots shots;

  private final Setups setups;

  private final Screenplays screenplays;

  private final MarkDesk desk;

  private final Marks marks;

  private final InheritedRows inherited;

  private final FormerCodes formerCodes;

  private final EvidenceEntries evidence;

  private final ShotBook book;

  private final Journal journal;

  private final Clock clock;

  private static OptionView option(Production p, Shot s, MethodBook.Suggestion w) {
    try {
      Plan plan =
          MethodBook.derive(
              p.setting(s.cutFrames), List.of(new MethodChoice(w.method().id(), Map.of(), "")));
      List<String> risks =
          new ArrayList<>(
              plan.checks().stream()
                  .filter(c -> c.grade() != Plan.Grade.HOLDS)
                  .map(c -> c.title() + ": " + c.figure())
                  .toList());
      plan.cautions().forEach(c -> risks.add("Caution: " + c.ask()));
      return new OptionView(w.method().id(), w.method().name(), w.found(), plan, risks, null);
    } catch (InvalidInput e) {
      return new OptionView(
          w.method().id(),
          w.method().name(),
          w.found(),
          MethodBook.derive(p.setting(s.cutFrames), List.of()),
          List.of(),
          e.getMessage());
    }
  }

  private static boolean lost(ShotBook.Page p) {
    return p.marks().stream().anyMatch(m -> m.standing == Mark.Standing.LOST);
  }

  private static Map<Stage, Integer> stages(List<ShotBook.Page> pages) {
    Map<Stage, Integer> out = new LinkedHashMap<>();
    Arrays.stream(Stage.values())
        .forEach(
            s -> out.put(s, (int) pages.stream().filter(p -> p.ledger().stage() == s).count()));
    return out;
  }

  private static ShotLine line(ShotBook.Page p) {
    Shot s = p.shot();
    return new ShotLine(
        s.id,
        s.code,
        s.title,
        s.scene,
        p.excerpt(),
        p.marks().stream().map(MarkView::of).toList(),
        lost(p),
        s.omitted,
        p.ledger().stage(),
        p.ledger().form(),
        p.ledger().sentence(),
        s.methods.stream().map(MethodChoice::method).toList(),
        p.plan().plates().size(),
        p.plan().effort(),
        p.ledger().open().size());
  }

  private static Said said(EvidenceEntry e) {
    Evidence v = e.evidence();
    return new Said(
        e.item, e.kind, e.words, e.hours, e.saidBy, e.saidAt, v.signature(), v.element());
  }

  ShotDesk(
      Shots shots,
      Setups setups,
      Screenplays screenplays,
      MarkDesk desk,
      Marks marks,
      InheritedRows inherited,
      FormerCodes formerCodes,
      EvidenceEntries evidence,
      ShotBook book,
      Journal journal,
      Clock clock) {
    this.clock = clock;
    this.shots = shots;
    this.setups = setups;
    this.screenplays = screenplays;
    this.desk = desk;
    this.marks = marks;
    this.inherited = inherited;
    this.formerCodes = formerCodes;
    this.evidence = evidence;
    this.book = book;
    this.journal = journal;
  }

  public record MethodView(
      String id,
      String name,
      String chapter,
      String summary,
      String rightWhen,
      List<Parameter> parameters) {}

  /**
   * A method worked out for a shot, to be compared with others.
   *
   * @param found words of the script that suggest it; empty when it was asked for
   * @param risks what does not hold, or is a caution
   * @param fault why it cannot be worked out with its usual numbers, or null
   */
  public record OptionView(
      String method,
      String name,
      List<String> found,
      Plan plan,
      List<String> risks,
      String fault) {}

  /**
   * A tick on the reel.
   *
   * @param at place in its scene, 0 to 1
   * @param form how it stands as a whole
   */
  public record Tick(
      UUID id, String code, String title, double at, OwedItem.State form, Stage stage) {}

  public record ReelScene(
      String number, String heading, boolean night, int eighths, String length, List<Tick> shots) {}

  /**
   * The script as one strip.
   *
   * @param owed things that are owed or in doubt
   */
  public record Reel(
      UUID draft,
      String draftName,
      List<ReelScene> scenes,
      List<Tick> loose,
      int owed,
      Map<Stage, Integer> stages) {}

  /** One thing the production owes. */
  public record OwedLine(
      UUID shot, String code, String title, OwedItem item, String setup, LocalDate day) {}

  /**
   * @param total open things
   * @param forecast when the open work would be done by the artists there are
   */
  public record OwedPage(
      List<OwedLine> lines,
      int total,
      int page,
      boolean more,
      Map<Plan.Due, Integer> byDue,
      Map<Stage, Integer> stages,
      Estimate work,
      LocalDate forecast,
      LocalDate dueOn,
      boolean late) {}

  /**
   * @param method id of the method it starts with, or null
   */
  public record NewShot(
      UUID draft, int start, int end, String title, String intent, String method) {
    public NewShot(UUID draft, int start, int end, String title, String intent) {
      this(draft, start, end, title, intent, null);
    }
  }

  /**
   * Words of a shot in the newest draft.
   *
   * @param start null when they are lost
   * @param excerpt the words, or those they were
   * @param before what they were in the draft before, when they are others now
   */
  public record MarkView(
      UUID id,
      UUID shot,
      int number,
      Integer start,
      Integer end,
      Mark.Standing standing,
      String excerpt,
      String before,
      String reason) {
    public static MarkView of(Mark m) {
      return new MarkView(
          m.id,
          m.shotId,
          m.number,
          m.markStart,
          m.markEnd,
          m.standing,
          m.excerpt,
          m.before,
          m.reason);
    }
  }

  /**
   * What a producer edits.
   *
   * @param methods the choices with the values that differ from the default
   */
  public record ShotEdit(
      String title,
      String intent,
      int cutFrames,
      UUID setup,
      boolean omitted,
      List<MethodChoice> methods) {}

  /**
   * @param formerCodes codes it had before
   * @param tape letter of the setup's camera tape
   */
  public record ShotView(
      UUID id,
      String code,
      List<String> formerCodes,
      String title,
      String intent,
      String scene,
      String sceneHeading,
      String sceneLength,
      List<MarkView> marks,
      String excerpt,
      boolean lost,
      boolean omitted,
      int firstFrame,
      int cutFrames,
      int handles,
      UUID setup,
      Integer setupNumber,
      String tape,
      LocalDate day,
      List<MethodChoice> methods,
      Plan plan,
      String planFault,
      Stage stage,
      OwedItem next,
      String sentence,
      List<OwedItem> items,
      List<String> loose,
      List<Said> said,
      long version) {}

  /** Evidence as it is shown. */
  public record Said(
      String item,
      Evidence.Kind kind,
      String words,
      Double hours,
      String by,
      Instant at,
      Evidence.Signature signature,
      Evidence.FoundElement element) {}

  public record ShotLine(
      UUID id,
      String code,
      String title,
      String scene,
      String excerpt,
      List<MarkView> marks,
      boolean lost,
      boolean omitted,
      Stage stage,
      OwedItem.State form,
      String sentence,
      List<String> methods,
      int plates,
      Estimate effort,
      int open) {}

  public record ShotPage(List<ShotLine> lines, int total, int page, boolean more) {}

  /**
   * @param signature who signed, needed for a caution
   * @param element what was found, for an element
   */
  public record NewEvidence(
      UUID id,
      String item,
      Evidence.Kind kind,
      String words,
      Double hours,
      NewSignature signature,
      NewElement element) {
    public NewEvidence(UUID id, String item, Evidence.Kind kind, String words, Double hours) {
      this(id, item, kind, words, hours, null, null);
    }
  }

  /**
   * @param on day of signing; null for today
   */
  public record NewSignature(String who, String role, LocalDate on) {}

  public record NewElement(ElementSource source, Integer widthPx, String licence) {}

  /** The method book. */
  public List<MethodView> methods() {
    return MethodBook.all().stream()
        .map(
            m ->
                new MethodView(
                    m.id(),
                    m.name(),
                    m.chapter().words(),
                    m.summary(),
                    m.rightWhen(),
                    m.parameters()))
        .toList();
  }

  /**
   * Inputs of a sum as a shot knows them, or as the production does when none is named; to start a
   * what-if from.
   */
  @Transactional(readOnly = true)
  public Map<String, Object> inputs(String sum, Member me, UUID shot) {
    Shot s = shot == null ? null : find(me, shot);
    return Prefill.of(
        Reckoner.find(sum),
        me.production().setting(s == null ? usualCut(me.production()) : s.cutFrames),
        s == null ? List.of() : s.methods);
  }

  /** Methods side by side for a shot: those its words suggest, or those that are asked for. */
  @Transactional(readOnly = true)
  public List<OptionView> options(UUID shot, Member me, List<String> methods) {
    Shot s = find(me, shot);
    List<MethodBook.Suggestion> wanted =
        methods == null || methods.isEmpty()
            ? MethodBook.suitable(s.title + " " + book.one(me.production(), s.id).excerpt(), 3)
            : methods.stream()
                .limit(6)
                .map(id -> new MethodBook.Suggestion(MethodBook.find(id), List.of()))
                .toList();
    return wanted.stream().map(w -> option(me.production(), s, w)).toList();
  }

  /** The script as a strip; a guest sees the shots they are invited to. */
  @Transactional(readOnly = true)
  public Reel reel(Member me) {
    Draft draft = book.draft(me);
    Set<UUID> visible =
        me.guest() ? new HashSet<>(shots.invited(me.personId(), me.productionId())) : null;
    List<ShotBook.Page> pages =
        book.all(me).stream()
            .filter(p -> !p.shot().omitted && (visible == null || visible.contains(p.shot().id)))
            .toList();
    List<ReelScene> scenes = new ArrayList<>();
    Set<UUID> placed = new HashSet<>();
    if (draft != null) {
      for (Screenplay.Scene s : screenplays.of(draft).scenes()) {
        List<Tick> ticks =
            pages.stream()
                .filter(
                    p ->
                        p.first() != null
                            && p.first().markStart >= s.start()
                            && p.first().markStart < s.end())
                .sorted(Comparator.comparingInt(p -> p.first().markStart))
                .map(
                    p ->
                        tick(
                            p,
                            (double) (p.first().markStart - s.start())
                                / Math.max(1, s.end() - s.start())))
                .toList();
        ticks.forEach(t -> placed.add(t.id()));
        scenes.add(
            new ReelScene(
                s.number(),
                me.guest() ? "" : s.heading(),
                s.night(),
                s.eighths(),
                s.length(),
                ticks));
      }
    }
    List<Tick> loose =
        pages.stream().filter(p -> !placed.contains(p.shot().id)).map(p -> tick(p, 0)).toList();
    return new Reel(
        draft == null ? null : draft.id,
        draft == null ? null : draft.name,
        scenes,
        loose,
        pages.stream().mapToInt(p -> p.ledger().open().size()).sum(),
        stages(pages));
  }

  /**
   * What the production owes: what is too late first comes first, and of one day the most harmful.
   */
  @Transactional(readOnly = true)
  public OwedPage owed(Member me, int page, int size, OwedItem.Who who) {
    List<ShotBook.Page> pages = book.all(me).stream().filter(p -> !p.shot().omitted).toList();
    List<OwedLine> lines =
        pages.stream()
            .flatMap(
                p ->
                    p.ledger().open().stream()
                        .map(
                            i ->
                                new OwedLine(
                                    p.shot().id,
                                    p.shot().code,
                                    p.shot().title,
                                    i,
                                    p.setup() == null ? null : "setup " + p.setup().number,
                                    p.day() == null ? null : p.day().shootOn)))
            .filter(l -> who == null || l.item().who() == who)
            .sorted(
                Comparator.comparing(
                        (OwedLine l) -> l.item().tooLate(l.day(), me.production().dueOn))
                    .thenComparing(
                        Comparator.comparingInt((OwedLine l) -> l.item().harm()).reversed())
                    .thenComparing(OwedLine::code))
            .toList();
    Map<Plan.Due, Integer> byDue = new LinkedHashMap<>();
    Arrays.stream(Plan.Due.values())
        .forEach(d -> byDue.put(d, (int) lines.stream().filter(l -> l.item().due() == d).count()));
    Estimate work =
        pages.stream()
            .map(p -> p.ledger().openEffort(p.plan()))
            .reduce(Estimate.NONE, Estimate::plus);
    LocalDate forecast =
        Forecast.finish(LocalDate.now(clock), work.mean(), me.production().hoursPerDay);
    LocalDate due = me.production().dueOn;
    Pages.Slice<OwedLine> slice = Pages.of(lines, page, size);
    return new OwedPage(
        slice.lines(),
        slice.total(),
        slice.page(),
        slice.more(),
        byDue,
        stages(pages),
        work,
        forecast,
        due,
        due != null && forecast.isAfter(due));
  }

  @Transactional(readOnly = true)
  public ShotPage list(Member me, int page, int size) {
    List<ShotBook.Page> all = book.all(me);
    Pages.Slice<ShotBook.Page> slice = Pages.of(all, page, size);
    return new ShotPage(
        slice.lines().stream().map(ShotDesk::line).toList(),
        slice.total(),
        slice.page(),
        slice.more());
  }

  /** Marks words of a draft as an effect shot. */
  @Transactional
  public ShotView mark(Member me, NewShot in) {
    Draft draft = desk.hold(me, in.draft());
    Anchor words = Anchor.on(draft.source, in.start(), in.end());
    marks.onVeryWords(me.productionId(), draft.id, words.start(), words.end()).stream()
        .findFirst()
        .ifPresent(
            m -> {
              // Mostly two people who mark the same moment at once; who wants two shots of it says
              // so.
              throw new InvalidInput(
                  "mark",
                  find(me, m.shotId).code
                      + " is on these very words already, marked by "
                      + m.setBy
                      + "; open it and choose “one more shot on these words” if you want two");
            });
    Shot s = desk.shot(me, draft, words, in.title(), in.intent(), usualCut(me.production()), null);
    if (in.method() != null) {
      s.methods = List.of(new MethodChoice(MethodBook.find(in.method()).id(), Map.of(), ""));
      shots.saveAndFlush(s);
    }
    journal.record(me, "marked", "shot", s.id.toString(), s.code, Journal.Touches.shot(s.id));
    return view(me, s.id);
  }

  @Transactional(readOnly = true)
  public ShotView shot(UUID shot, Member me) {
    return view(me, shot);
  }

  /** Changes a shot; its plan is derived anew and evidence stays with its items. */
  @Transactional
  public ShotView change(UUID shot, Member me, String ifMatch, ShotEdit in) {
    Shot s = find(me, shot);
    Problems.mustBeCurrent(ifMatch, s.version, edit(s), in);
    s.title = InvalidInput.text("title", in.title());
    s.intent = in.intent() == null ? "" : in.intent().strip();
    s.cutFrames = in.cutFrames();
    s.setupId =
        in.setup() == null
            ? null
            : setups
                .findByIdAndProductionId(in.setup(), me.productionId())
                .map((Setup x) -> x.id)
                .orElseThrow(() -> new InvalidInput("setup", "is not a setup of this production"));
    boolean back = s.omitted && !in.omitted();
    if (back) {
      // A shot that was merged into another and is wanted again takes what was shot for it back.
      inherited.findByProductionIdAndEndedAtIsNullOrderBySaidAt(me.productionId()).stream()
          .filter(i -> i.kind == Inherited.Kind.MERGE && i.fromId.equals(s.id))
          .forEach(i -> i.endedAt = clock.instant());
    }
    s.omitted = in.omitted();
    s.methods = in.methods() == null ? List.of() : List.copyOf(in.methods());
    ShotBook.plan(me.production(), s, false);
    shots.saveAndFlush(s);
    journal.record(
        me,
        "changed",
        "shot",
        s.id.toString(),
        s.code, // What it takes back, others had.
        back ? Journal.Touches.ALL : Journal.Touches.shot(s.id));
    return view(me, s.id);
  }

  /** What a shot would owe with other values; nothing is kept. */
  @Transactional(readOnly = true)
  public Plan whatIf(UUID shot, Member me, ShotEdit in) {
    find(me, shot);
    return MethodBook.derive(
        me.production().setting(in.cutFrames()), in.methods() == null ? List.of() : in.methods());
  }

  /** Says something about a plan item: settled, accepted, dropped, wanted again. */
  @Transactional
  public ShotView say(UUID shot, Member me, NewEvidence in) {
    Shot s = find(me, shot);
    ShotBook.Page p = book.one(me.production(), s.id);
    String key = InvalidInput.text("item", in.item());
    OwedItem item =
        p.ledger().items().stream()
            .filter(i -> i.key().equals(key))
            .findFirst()
            .orElseThrow(() -> new InvalidInput("item", "is not owed by " + s.code));
    EvidenceRules.mustFit(in.kind(), item.kind(), ItemKey.of(key), item.label());
    if (!EvidenceRules.roles(in.kind(), item.kind()).contains(me.role())) {
      throw new Problems.Forbidden(
          item.kind() == OwedItem.Kind.CAUTION
              ? "A caution is signed off by the producer or the coordinator."
              : "An artist may say that something is done, not that it is not needed.");
    }
    UUID id = Objects.requireNonNullElseGet(in.id(), UUID::randomUUID);
    if (!evidence.existsById(id)) {
      EvidenceEntry e = new EvidenceEntry();
      e.id = id;
      e.productionId = me.productionId();
      e.shotId = s.id;
      e.item = key;
      e.kind = in.kind();
      e.words =
          in.kind() == Evidence.Kind.REOPENED && (in.words() == null || in.words().isBlank())
              ? "wanted again"
              : InvalidInput.text("words", in.words());
      e.hours = in.hours() == null ? null : InvalidInput.within("hours", in.hours(), 0, 10_000);
      e.saidBy = me.name();
      e.saidAt = clock.instant();
      details(e, item, in);
      evidence.saveAndFlush(e);
      journal.record(
          me,
          e.kind.name().toLowerCase(java.util.Locale.ROOT),
          "shot",
          s.id.toString(),
          s.code + ": " + item.label(),
          Journal.Touches.shot(s.id));
    }
    return view(me, s.id);
  }

  /** The parts of evidence that only cautions and elements have; refused anywhere else. */
  private void details(EvidenceEntry e, OwedItem item, NewEvidence in) {
    boolean settles = in.kind() == Evidence.Kind.SETTLED;
    if (settles && item.kind() == OwedItem.Kind.CAUTION) {
      if (in.signature() == null) {
        throw new InvalidInput("signature", "a caution needs who signed it and in which role");
      }
      e.signedBy = InvalidInput.text("signature.who", in.signature().who());
      e.signedRole = InvalidInput.text("signature.role", in.signature().role());
      e.signedOn = Objects.requireNonNullElseGet(in.signature().on(), () -> LocalDate.now(clock));
      if (e.signedOn.isAfter(LocalDate.now(clock).plusDays(1))) {
        throw new InvalidInput("signature.on", "cannot be in the future");
      }
    } else if (in.signature() != null) {
      throw new InvalidInput("signature", "only a caution is signed");
    }
    if (in.element() != null) {
      if (!settles || item.kind() != OwedItem.Kind.ELEMENT) {
        throw new InvalidInput(
            "element", "only an element that is in hand has a source and a width");
      }
      if (in.element().source() == null || in.element().widthPx() == null) {
        throw new InvalidInput(
            in.element().source() == null ? "element.source" : "element.widthPx", "must be given");
      }
      e.source = in.element().source();
      e.widthPx =
          (int) InvalidInput.within("element.widthPx", in.element().widthPx(), 1L, 1_000_000L);
      e.licence = in.element().licence() == null ? "" : in.element().licence().strip();
    }
  }

  private Shot find(Member me, UUID id) {
    return shots
        .findByIdAndProductionId(id, me.productionId())
        .orElseThrow(() -> new NoSuchElementException("There is no such shot in this production."));
  }

  /** Four seconds, until somebody says how long the cut is. */
  public static int usualCut(Production p) {
    return (int) Math.round(p.frameRate().frames(4));
  }

  private static ShotEdit edit(Shot s) {
    return new ShotEdit(s.title, s.intent, s.cutFrames, s.setupId, s.omitted, s.methods);
  }

  private static Tick tick(ShotBook.Page p, double at) {
    return new Tick(
        p.shot().id, p.shot().code, p.shot().title, at, p.ledger().form(), p.ledger().stage());
  }

  private ShotView view(Member me, UUID id) {
    ShotBook.Page p = book.one(me.production(), id);
    Shot s = p.shot();
    Screenplay.Scene scene =
        p.first() == null
            ? null
            : screenplays.of(desk.newest(me.productionId())).sceneAt(p.first().markStart);
    List<Said> said =
        p.evidence().stream()
            .sorted(Comparator.comparing((EvidenceEntry e) -> e.saidAt).reversed())
            .map(e -> said(e))
            .toList();
    return new ShotView(
        s.id,
        s.code,
        formerCodes.findByShotIdOrderByChangedAt(s.id).stream().map(f -> f.code).toList(),
        s.title,
        s.intent,
        s.scene,
        scene == null ? "" : scene.heading(),
        scene == null ? "" : scene.length(),
        p.marks().stream().map(MarkView::of).toList(),
        p.excerpt(),
        lost(p),
        s.omitted,
        me.production().firstFrame,
        s.cutFrames,
        me.production().handles,
        s.setupId,
        p.setup() == null ? null : p.setup().number,
        p.setup() == null ? null : p.setup().tape(),
        p.day() == null ? null : p.day().shootOn,
        s.methods,
        p.plan(),
        p.planFault(),
        p.ledger().stage(),
        p.ledger().next(),
        p.ledger().sentence(),
        p.ledger().items(),
        p.ledger().loose(),
        said,
        s.version);
  }
}
