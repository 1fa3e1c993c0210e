package bivex.server.shot;

import bivex.core.InvalidInput;
import bivex.core.ItemKey;
import bivex.core.method.MethodBook;
import bivex.core.method.MethodChoice;
import bivex.core.method.MethodDefault;
import bivex.core.method.OwnItem;
import bivex.core.method.Plan;
import bivex.core.method.PlanChange;
import bivex.core.method.PlannedDifference;
import bivex.core.method.ShotSetting;
import bivex.core.script.Anchor;
import bivex.core.script.Screenplay;
import bivex.core.shot.OwedItem;
import bivex.core.shot.Stage;
import bivex.server.access.Member;
import bivex.server.book.MarkDesk;
import bivex.server.book.Screenplays;
import bivex.server.book.ShotBook;
import bivex.server.http.Problems;
import bivex.server.keep.Cuts;
import bivex.server.keep.Draft;
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
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Effect shots: marked, planned, and what they owe. */
@Component
public class ShotDesk {
  private final Shots shots;
  private final Cuts cuts;
  private final Setups setups;
  private final Screenplays screenplays;
  private final MarkDesk desk;
  private final Marks marks;
  private final InheritedRows inherited;
  private final FormerCodes formerCodes;
  private final ShotBook book;
  private final HouseMethodDesk house;
  private final Journal journal;
  private final Clock clock;

  ShotDesk(
      Shots shots,
      Cuts cuts,
      Setups setups,
      Screenplays screenplays,
      MarkDesk desk,
      Marks marks,
      InheritedRows inherited,
      FormerCodes formerCodes,
      ShotBook book,
      HouseMethodDesk house,
      Journal journal,
      Clock clock) {
    this.shots = shots;
    this.cuts = cuts;
    this.house = house;
    this.setups = setups;
    this.screenplays = screenplays;
    this.desk = desk;
    this.marks = marks;
    this.inherited = inherited;
    this.formerCodes = formerCodes;
    this.book = book;
    this.journal = journal;
    this.clock = clock;
  }

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
   * @param follows name of the cut its length follows; empty for none
   * @param tape letter of the setup's camera tape
   * @param wantsLook whether a look is asked for
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
      String follows,
      int cutFrames,
      int handles,
      UUID setup,
      Integer setupNumber,
      String tape,
      LocalDate day,
      List<MethodChoice> methods,
      List<PlannedDifference> planned,
      List<OwnItem> ownItems,
      List<PlanChangeView> changes,
      List<PlanChange.Open> changeable,
      Plan plan,
      String planFault,
      Stage stage,
      OwedItem next,
      String sentence,
      List<OwedItem> items,
      List<String> loose,
      List<EvidenceDesk.Said> said,
      boolean wantsLook,
      long version) {}

  /**
   * Something of the plan that is otherwise here.
   *
   * @param values that differ from what is derived
   * @param said what, in one breath
   */
  public record PlanChangeView(
      String item,
      String label,
      boolean out,
      Map<String, Object> values,
      String said,
      String reason,
      String by,
      Instant at) {}

  private static List<PlanChangeView> changes(Shot s, Plan derived) {
    return s.planChanges.stream()
        .map(
            c ->
                new PlanChangeView(
                    c.item(),
                    derived.label(c.item()),
                    c.out(),
                    c.values(),
                    c.said(derived),
                    c.reason(),
                    c.by(),
                    c.at()))
        .toList();
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
    Shot s =
        desk.shot(
            me,
            draft,
            words,
            in.title(),
            in.intent(),
            ShotSetting.usualCut(me.production().frameRate()),
            null);
    if (in.method() != null) {
      s.methods =
          List.of(
              MethodDefault.on(
                  MethodChoice.usual(MethodBook.find(in.method())),
                  me.production().methodDefaults));
      s.plannedAt = clock.instant();
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
    Shot s = shots.require(shot, me.productionId());
    Problems.mustBeCurrent(ifMatch, s.version, edit(s), in);
    s.title = InvalidInput.title("title", in.title());
    s.intent = InvalidInput.words("intent", in.intent());
    if (s.cutFrames != in.cutFrames()) {
      // A length that somebody gives is no cut's; numbers stay where they are.
      s.cutId = null;
      s.cutFrames = in.cutFrames();
    }
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
    List<MethodChoice> had = s.methods;
    s.methods = house.chosen(in.methods(), s.methods, me.production().methodDefaults);
    s.plannedAt =
        s.methods.isEmpty() ? null : s.methods.equals(had) ? s.plannedAt : clock.instant();
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

  /**
   * Something of the camera set otherwise on one plate, on purpose.
   *
   * @param value as a list of takes has it; empty takes the difference back
   * @param reason why it must be so
   */
  public record NewDifference(String plate, String field, String value, String reason) {}

  /** Says that a plate is set otherwise on purpose, or takes that back. */
  @Transactional
  public ShotView differ(UUID shot, Member me, NewDifference in) {
    Shot s = shots.require(shot, me.productionId());
    String plate = InvalidInput.text("plate", in.plate());
    String field = InvalidInput.text("field", in.field());
    List<PlannedDifference> said = new ArrayList<>(s.planned);
    boolean had = said.removeIf(d -> d.plate().equals(plate) && d.field().equals(field));
    boolean back = in.value() == null || in.value().isBlank();
    if (back && !had) {
      throw new InvalidInput("value", "must be given");
    }
    if (!back) {
      said.add(
          PlannedDifference.of(
              ShotBook.plan(me.production(), s, false),
              plate,
              field,
              in.value(),
              in.reason(),
              me.name(),
              clock.instant()));
    }
    s.planned = List.copyOf(said);
    shots.saveAndFlush(s);
    journal.record(me, "changed", "shot", s.id.toString(), s.code, Journal.Touches.shot(s.id));
    return view(me, s.id);
  }

  /** What a shot would owe with other values; nothing is kept. */
  @Transactional(readOnly = true)
  public Plan whatIf(UUID shot, Member me, ShotEdit in) {
    Shot s = shots.require(shot, me.productionId());
    ShotSetting setting =
        me.production().setting(in.cutFrames()).from(me.production().range(s).first());
    setting = s.recording == null ? setting : s.recording.on(setting);
    return ShotBook.told(
            MethodBook.derive(
                setting, house.chosen(in.methods(), s.methods, me.production().methodDefaults)),
            setting,
            s)
        .edited(setting, s.ownItems, s.planChanges)
        .with(s.planned);
  }

  private Shot find(Member me, UUID id) {
    return shots.require(id, me.productionId());
  }

  private static ShotEdit edit(Shot s) {
    return new ShotEdit(s.title, s.intent, s.cutFrames, s.setupId, s.omitted, s.methods);
  }

  /** Nothing, while a value of a method is wrong. */
  private static Plan derived(Production p, Shot s) {
    try {
      return ShotBook.derived(p, s, false);
    } catch (InvalidInput e) {
      return MethodBook.derive(p.setting(s), List.of());
    }
  }

  private ShotView view(Member me, UUID id) {
    ShotBook.Page p = book.one(me.production(), id);
    Shot s = p.shot();
    Screenplay.Scene scene =
        p.first() == null
            ? null
            : screenplays.of(desk.newest(me.productionId())).sceneAt(p.first().markStart);
    List<EvidenceDesk.Said> said =
        p.evidence().stream()
            .sorted(Comparator.comparing((EvidenceEntry e) -> e.saidAt).reversed())
            .map(EvidenceDesk::said)
            .toList();
    Plan derived = derived(me.production(), s);
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
        ShotLists.lost(p),
        s.omitted,
        me.production().range(s).first(),
        s.cutId == null ? "" : cuts.require(s.cutId, me.productionId()).name,
        s.cutFrames,
        me.production().handles,
        s.setupId,
        p.setup() == null ? null : p.setup().number,
        p.setup() == null ? null : p.setup().tape(),
        p.day() == null ? null : p.day().shootOn,
        s.methods,
        s.planned,
        s.ownItems,
        changes(s, derived),
        PlanChange.all(derived, s.planChanges),
        p.plan(),
        p.planFault(),
        p.ledger().stage(),
        p.ledger().next(),
        p.ledger().sentence(),
        p.ledger().items(),
        p.ledger().loose(),
        said,
        p.plan().data().stream().anyMatch(d -> ItemKey.LOOK.is(d.key())),
        s.version);
  }
}
