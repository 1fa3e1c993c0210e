package bivex.server.shot;

import bivex.core.InvalidInput;
import bivex.core.method.MethodChoice;
import bivex.core.method.OwnItem;
import bivex.core.method.PlanChange;
import bivex.core.script.Anchor;
import bivex.core.shot.CodePlan;
import bivex.core.shot.NamePattern;
import bivex.server.access.Member;
import bivex.server.book.MarkDesk;
import bivex.server.http.Problems;
import bivex.server.keep.Draft;
import bivex.server.keep.Inherited;
import bivex.server.keep.InheritedRows;
import bivex.server.keep.Mark;
import bivex.server.keep.Marks;
import bivex.server.keep.Productions;
import bivex.server.keep.Shot;
import bivex.server.keep.Shots;
import bivex.server.keep.VersionEntries;
import bivex.server.live.Journal;
import java.time.Clock;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Shots that come of one another: one more on the same words, one made two, two made one; and codes
 * put in order. Evidence is never rewritten.
 */
@Component
public class ShotFamily {
  private final Shots shots;

  private final Marks marks;

  private final InheritedRows inherited;

  private final VersionEntries versions;

  private final Productions productions;

  private final MarkDesk desk;

  private final ShotDesk resource;

  private final Journal journal;

  private final Clock clock;

  ShotFamily(
      Shots shots,
      Marks marks,
      InheritedRows inherited,
      VersionEntries versions,
      Productions productions,
      MarkDesk desk,
      ShotDesk resource,
      Journal journal,
      Clock clock) {
    this.clock = clock;
    this.shots = shots;
    this.marks = marks;
    this.inherited = inherited;
    this.versions = versions;
    this.productions = productions;
    this.desk = desk;
    this.resource = resource;
    this.journal = journal;
  }

  /**
   * @param title such as "wide", "close" or "insert"
   */
  public record Beside(String title) {}

  /**
   * @param marks those that go to the new shot; none or all of them stay with both
   */
  public record Split(String title, List<UUID> marks) {}

  /**
   * @param from the shot that goes into this one
   */
  public record Merge(UUID from) {}

  /** A code that would be given. */
  public record GivenCode(UUID shot, String title, String from, String to) {}

  /** One more shot on the same words: a wide, a close, an insert. */
  @Transactional
  public ShotDesk.ShotView beside(UUID shot, Member me, Beside in) {
    Shot s = find(me, shot);
    Draft d = held(me);
    Shot one = copy(me, s, d, InvalidInput.title("title", in.title()), List.of());
    journal.record(me, "marked", "shot", one.id.toString(), one.code + ", beside " + s.code);
    return resource.shot(one.id, me);
  }

  /**
   * Makes two shots of one: the second has the same methods, and all that was shot and said till
   * now counts for both.
   */
  @Transactional
  public ShotDesk.ShotView split(UUID shot, Member me, Split in) {
    Shot s = find(me, shot);
    Draft d = held(me);
    Shot two =
        copy(
            me,
            s,
            d,
            InvalidInput.title("title", in.title()),
            in.marks() == null ? List.of() : in.marks());
    two.methods = List.copyOf(s.methods);
    two.plannedAt = s.plannedAt;
    two.ownItems = s.ownItems;
    two.recording = s.recording;
    two.standard = s.standard;
    two.planChanges = s.planChanges;
    two.intent = s.intent;
    two.cutFrames = s.cutFrames;
    two.setupId = s.setupId;
    shots.saveAndFlush(two);
    link(me, two, s, Inherited.Kind.SPLIT);
    journal.record(
        me, "split", "shot", s.id.toString(), s.code + " into " + s.code + " and " + two.code);
    return resource.shot(two.id, me);
  }

  /**
   * Makes one shot of two: the other is omitted, its words and methods come along, and what was
   * shot and said for it counts here. Restoring the other undoes it.
   */
  @Transactional
  public ShotDesk.ShotView merge(UUID shot, Member me, Merge in) {
    Shot s = find(me, shot);
    Shot from =
        in.from() == null
            ? null
            : shots.findByIdAndProductionId(in.from(), me.productionId()).orElse(null);
    if (from == null || from.id.equals(s.id)) {
      throw new InvalidInput("from", "must be another shot of this production");
    }
    if (from.omitted) {
      throw new InvalidInput("from", from.code + " is omitted; restore it first");
    }
    if (!versions.findByShotIdOrderByNumberDesc(from.id).isEmpty()) {
      throw new InvalidInput(
          "from",
          from.code
              + " has versions, which stay under its code; merge the other shot into it instead");
    }
    Draft d = held(me);
    List<Mark> here = marks.findByShotIdAndDraftIdOrderByNumber(s.id, d.id);
    for (Mark m : marks.findByShotIdAndDraftIdOrderByNumber(from.id, d.id)) {
      boolean had =
          here.stream()
              .anyMatch(
                  x ->
                      x.sure()
                          && m.sure()
                          && x.markStart.equals(m.markStart)
                          && x.markEnd.equals(m.markEnd));
      if (m.sure() && !had) {
        desk.set(
            me,
            s.id,
            d,
            marks.lastNumber(s.id) + 1,
            new Anchor(m.markStart, m.markEnd, m.excerpt),
            "");
        marks.flush();
      }
    }
    s.methods = MethodChoice.merged(s.methods, from.methods);
    s.plannedAt = s.methods.isEmpty() ? null : clock.instant();
    s.ownItems = OwnItem.merged(s.ownItems, from.ownItems);
    s.recording = s.recording == null ? from.recording : s.recording;
    s.standard = s.standard == null ? from.standard : s.standard;
    s.planChanges = PlanChange.merged(s.planChanges, from.planChanges);
    s.setupId = s.setupId == null ? from.setupId : s.setupId;
    from.omitted = true;
    shots.saveAllAndFlush(List.of(s, from));
    link(me, s, from, Inherited.Kind.MERGE);
    journal.record(me, "merged", "shot", s.id.toString(), from.code + " into " + s.code);
    return resource.shot(s.id, me);
  }

  /**
   * Codes that would change if they were put in the order of the script; those that can stay do.
   */
  @Transactional(readOnly = true)
  public List<GivenCode> codes(Member me) {
    List<Marks.Place> places =
        marks.places(me.productionId()).stream()
            .filter(p -> !p.omitted() && p.start() != null)
            .toList();
    Map<String, String> plan =
        CodePlan.of(
            new NamePattern(me.production().codePattern),
            places.stream()
                .map(p -> new CodePlan.Placed(p.shot().toString(), p.code(), p.scene()))
                .toList(),
            desk.ever(me.productionId()));
    Map<UUID, Shot> all =
        shots.findByProductionIdOrderByCode(me.productionId()).stream()
            .collect(Collectors.toMap(s -> s.id, Function.identity()));
    return plan.entrySet().stream()
        .map(
            e ->
                new GivenCode(
                    UUID.fromString(e.getKey()),
                    all.get(UUID.fromString(e.getKey())).title,
                    all.get(UUID.fromString(e.getKey())).code,
                    e.getValue()))
        .toList();
  }

  /**
   * Gives those codes.
   *
   * @param expected as they were shown; refused when they would be others by now
   */
  @Transactional
  public List<GivenCode> recode(Member me, List<GivenCode> expected) {
    productions.hold(me.productionId());
    List<GivenCode> now = codes(me);
    if (!now.equals(expected)) {
      throw new Problems.Stale(now, expected);
    }
    now.forEach(
        c -> {
          desk.recode(me, find(me, c.shot()), c.to());
          journal.record(
              me, "gave a new code", "shot", c.shot().toString(), c.from() + " is now " + c.to());
        });
    return now;
  }

  /**
   * @param moved marks that leave the shot; when they are none or all, the new one has copies of
   *     all
   */
  private Shot copy(Member me, Shot s, Draft d, String title, List<UUID> moved) {
    List<Mark> here = marks.findByShotIdAndDraftIdOrderByNumber(s.id, d.id);
    List<Mark> go = here.stream().filter(m -> moved.contains(m.id)).toList();
    if (go.size() != moved.size()) {
      throw new InvalidInput("marks", "must be marks of " + s.code + " in the newest draft");
    }
    boolean both = go.isEmpty() || go.size() == here.size();
    List<Mark> words = both ? here : go;
    Mark first =
        words.stream()
            .filter(Mark::sure)
            .findFirst()
            .orElseThrow(
                () ->
                    new InvalidInput(
                        "marks", "decide first where the words of " + s.code + " are"));
    Shot one =
        desk.shot(
            me,
            d,
            new Anchor(first.markStart, first.markEnd, first.excerpt),
            title,
            "",
            s.cutFrames,
            null);
    int number = 1;
    for (Mark m : words) {
      if (m != first && m.sure()) {
        desk.set(me, one.id, d, ++number, new Anchor(m.markStart, m.markEnd, m.excerpt), "");
      }
    }
    if (!both) {
      go.forEach(m -> marks.deleteByShotIdAndNumber(s.id, m.number));
    }
    marks.flush();
    return one;
  }

  private void link(Member me, Shot shot, Shot from, Inherited.Kind kind) {
    Inherited i = new Inherited();
    i.id = UUID.randomUUID();
    i.productionId = me.productionId();
    i.shotId = shot.id;
    i.fromId = from.id;
    i.kind = kind;
    i.saidBy = me.name();
    i.saidAt = clock.instant();
    inherited.saveAndFlush(i);
  }

  private Draft held(Member me) {
    return desk.hold(me, desk.newest(me.productionId()).id);
  }

  private Shot find(Member me, UUID id) {
    return shots.require(id, me.productionId());
  }
}
