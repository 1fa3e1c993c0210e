package bivex.server.script;

import bivex.core.InvalidInput;
import bivex.core.script.Anchor;
import bivex.core.script.Questions;
import bivex.core.script.Revision;
import bivex.core.script.Screenplay;
import bivex.server.access.Member;
import bivex.server.book.DraftReader;
import bivex.server.book.MarkDesk;
import bivex.server.book.Screenplays;
import bivex.server.http.Problems;
import bivex.server.keep.Draft;
import bivex.server.keep.Drafts;
import bivex.server.keep.Mark;
import bivex.server.keep.Marks;
import bivex.server.keep.Shot;
import bivex.server.keep.Shots;
import bivex.server.live.Journal;
import bivex.server.shot.ShotDesk.MarkView;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What a draft did to the one before, and what becomes of the marks. */
@Component
public class RevisionDesk {
  private final Drafts drafts;

  private final Marks marks;

  private final Shots shots;

  private final Screenplays screenplays;

  private final MarkDesk desk;

  private final DraftReader reader;

  private final Journal journal;

  private static String scene(Screenplay play, int at) {
    Screenplay.Scene s = play.sceneAt(at);
    return s == null ? null : s.number();
  }

  private static SceneChangeView scene(Revision.SceneChange c) {
    return new SceneChangeView(
        c.kind(),
        c.before() == null ? null : c.before().number(),
        c.now() == null ? null : c.now().number(),
        c.now() == null ? c.before().heading() : c.now().heading(),
        c.before() == null ? null : c.before().heading(),
        c.moved(),
        c.renumbered(),
        c.kind() == Revision.SceneKind.SAME ? List.of() : c.rows());
  }

  private static String shortened(String words) {
    String one = words.replaceAll("\\s+", " ");
    return one.length() <= 60 ? one : one.substring(0, 60) + "…";
  }

  RevisionDesk(
      Drafts drafts,
      Marks marks,
      Shots shots,
      Screenplays screenplays,
      MarkDesk desk,
      DraftReader reader,
      Journal journal) {
    this.reader = reader;
    this.drafts = drafts;
    this.marks = marks;
    this.shots = shots;
    this.screenplays = screenplays;
    this.desk = desk;
    this.journal = journal;
  }

  /**
   * A mark of the draft.
   *
   * @param proposal words that are proposed, where somebody is asked; else null
   * @param sceneBefore its scene in the draft before, null when it had no sure place
   * @param decided whether somebody decided what was asked; it can be asked again
   */
  public record MarkChangeView(
      MarkView mark,
      String code,
      String title,
      String proposal,
      String sceneBefore,
      String sceneNow,
      boolean decided,
      long version) {}

  /**
   * @param rows empty for a scene that is the same in both
   */
  public record SceneChangeView(
      Revision.SceneKind kind,
      String before,
      String now,
      String heading,
      String headingBefore,
      boolean moved,
      boolean renumbered,
      List<Revision.Row> rows) {}

  /**
   * @param before draft it is compared with, null for the first
   * @param open how many marks wait for a decision
   * @param read how far it and the one before are read; what is asked may settle itself until then
   * @param anotherScript whether most of what was marked is not in it
   * @param batches what waits for a decision, put together
   */
  public record ChangesView(
      UUID draft,
      String name,
      UUID before,
      String beforeName,
      boolean newest,
      int open,
      DraftReader.State read,
      boolean anotherScript,
      List<Questions.Batch> batches,
      List<MarkChangeView> marks,
      List<SceneChangeView> scenes) {}

  /**
   * @param version of the mark it was decided on
   */
  public record Settled(UUID mark, Long version) {}

  /** Marks of which what is proposed is right. */
  public record Settling(List<Settled> marks) {
    public Settling {
      marks = marks == null ? List.of() : marks.stream().filter(Objects::nonNull).toList();
    }
  }

  /** Marks that are to be asked about again. */
  public record AskAgain(List<UUID> marks) {
    public AskAgain {
      marks = marks == null ? List.of() : marks;
    }
  }

  /** So many are settled at once at most. */
  private static final int MOST = 500;

  /**
   * What becomes of a mark: words of the draft, or nothing.
   *
   * @param start null when the words are gone
   * @param version of the mark it was decided on
   */
  public record Decision(Integer start, Integer end, Long version) {}

  public record NewMark(UUID draft, int start, int end) {}

  /** Both drafts side by side, and where every mark stands in the newer. */
  @Transactional(readOnly = true)
  public ChangesView changes(UUID draft, Member me) {
    Draft now = drafts.require(draft, me.productionId());
    Draft before =
        drafts
            .findFirstByProductionIdAndNumberLessThanOrderByNumberDesc(
                me.productionId(), now.number)
            .orElse(null);
    // Asked before the marks: what is read to the end meanwhile has moved them by the next look.
    DraftReader.State read =
        before == null ? reader.state(now.id) : reader.state(List.of(before.id, now.id));
    Screenplay play = screenplays.of(now);
    Map<UUID, Shot> all = shotsById(me);
    Map<String, Mark> old =
        before == null
            ? Map.of()
            : marks.of(me.productionId(), before.id).stream()
                .collect(Collectors.toMap(m -> m.shotId + " " + m.number, Function.identity()));
    List<MarkChangeView> changed =
        marks.of(me.productionId(), now.id).stream()
            // One that was omitted with the decision is shown, so that it can be asked again.
            .filter(m -> !all.get(m.shotId).omitted || m.askedOmitted)
            .map(
                m -> {
                  Mark was = old.get(m.shotId + " " + m.number);
                  return new MarkChangeView(
                      MarkView.of(m),
                      all.get(m.shotId).code,
                      all.get(m.shotId).title,
                      m.standing == Mark.Standing.ASKED
                          ? now.source.substring(m.markStart, m.markEnd)
                          : null,
                      was == null || was.markStart == null
                          ? null
                          : scene(screenplays.of(before), was.markStart),
                      m.markStart == null ? null : scene(play, m.markStart),
                      m.askedStanding != null,
                      m.version);
                })
            .sorted(Comparator.comparing((MarkChangeView c) -> c.mark().standing().sure()))
            .toList();
    List<Revision.SceneChange> scenes =
        before == null ? List.of() : desk.revision(before, now, play).scenes();
    List<MarkChangeView> open =
        changed.stream()
            .filter(c -> !c.mark().standing().sure())
            .filter(c -> !all.get(c.mark().shot()).omitted)
            .sorted(
                Comparator.comparing(
                    c -> place(old.get(c.mark().shot() + " " + c.mark().number()))))
            .toList();
    List<Questions.Open> questions = open.stream().map(c -> question(c, scenes)).toList();
    return new ChangesView(
        now.id,
        now.name,
        before == null ? null : before.id,
        before == null ? null : before.name,
        desk.newest(me.productionId()).id.equals(now.id),
        open.size(),
        read,
        Questions.anotherScript(changed.size(), questions),
        Questions.of(questions),
        changed,
        scenes.stream().map(RevisionDesk::scene).toList());
  }

  /** Where a mark stood, for putting them in order; what had no place comes last. */
  private static int place(Mark old) {
    return old == null || old.markStart == null ? Integer.MAX_VALUE : old.markStart;
  }

  private static Questions.Open question(MarkChangeView c, List<Revision.SceneChange> scenes) {
    return new Questions.Open(
        c.mark().id().toString(),
        Revision.Standing.valueOf(c.mark().standing().name()),
        c.sceneBefore(),
        scenes.stream()
            .anyMatch(
                s ->
                    s.kind() == Revision.SceneKind.GONE
                        && s.before().number().equals(c.sceneBefore())),
        c.sceneNow(),
        c.mark().start() == null ? -1 : c.mark().start());
  }

  /** Marks of a draft that somebody names, each with its shot. */
  private Map<Mark, Shot> named(Member me, Draft d, List<UUID> ids) {
    if (ids.isEmpty() || ids.size() > MOST) {
      throw new InvalidInput("marks", "must name 1 to " + MOST + " marks");
    }
    Map<UUID, Mark> here =
        marks.of(me.productionId(), d.id).stream()
            .collect(Collectors.toMap(m -> m.id, Function.identity()));
    Map<UUID, Shot> all = shotsById(me);
    Map<Mark, Shot> out = new LinkedHashMap<>();
    for (UUID id : ids) {
      Mark m = here.get(id);
      if (m == null) {
        throw new InvalidInput("marks", "has one that is not of this draft");
      }
      out.put(m, all.get(m.shotId));
    }
    return out;
  }

  private Map<UUID, Shot> shotsById(Member me) {
    return shots.findByProductionIdOrderByCode(me.productionId()).stream()
        .collect(Collectors.toMap(s -> s.id, Function.identity()));
  }

  /**
   * Decides that what is proposed is right: words stand where they are proposed, and what is
   * proposed as gone is gone, with its shot where no other words are left of it.
   */
  @Transactional
  public void settle(UUID draft, Member me, Settling in) {
    Draft d = desk.hold(me, draft);
    Map<UUID, Settled> said = new HashMap<>();
    in.marks().forEach(s -> said.put(s.mark(), s));
    Map<Mark, Shot> named = named(me, d, in.marks().stream().map(Settled::mark).toList());
    named.forEach(
        (m, s) -> {
          Long version = said.get(m.id).version();
          if (version != null && version != m.version) {
            throw new Problems.Stale(MarkView.of(m), said.get(m.id));
          }
          switch (m.standing) {
            case ASKED -> place(m, me, d, s, new Decision(m.markStart, m.markEnd, null));
            case GONE -> gone(m, me, s);
            default ->
                throw new InvalidInput(
                    "marks", "nothing is proposed for " + s.code + "; decide it by itself");
          }
        });
    int left = leave(me, d, named);
    marks.flush();
    journal.record(
        me,
        "decided",
        "draft",
        d.id.toString(),
        d.name
            + ": what was proposed for "
            + count(named.size(), "mark")
            + (left == 0 ? "" : ", " + count(left, "shot") + " omitted with it"),
        touched(named));
  }

  /**
   * Omits the shots of which no words are left.
   *
   * @return how many
   */
  private int leave(Member me, Draft d, Map<Mark, Shot> named) {
    Map<UUID, List<Boolean>> gone = new HashMap<>();
    marks
        .of(me.productionId(), d.id)
        .forEach(
            m ->
                gone.computeIfAbsent(m.shotId, k -> new ArrayList<>())
                    .add(m.standing == Mark.Standing.LOST));
    int left = 0;
    for (Map.Entry<Mark, Shot> e : named.entrySet()) {
      Shot s = e.getValue();
      if (!s.omitted && Questions.leaves(gone.get(s.id))) {
        s.omitted = true;
        e.getKey().askedOmitted = true;
        left++;
      }
    }
    return left;
  }

  private static Journal.Touches touched(Map<Mark, Shot> named) {
    return Journal.Touches.shots(named.values().stream().map(s -> s.id).distinct().toList());
  }

  private static String count(int n, String what) {
    return n + " " + what + (n == 1 ? "" : "s");
  }

  /** Asks again what somebody decided. */
  @Transactional
  public void ask(UUID draft, Member me, AskAgain in) {
    Draft d = desk.hold(me, draft);
    Map<Mark, Shot> named = named(me, d, in.marks());
    named.forEach(
        (m, s) -> {
          s.omitted = s.omitted && !m.askedOmitted;
          s.scene = m.number == 1 && m.askedScene != null ? m.askedScene : s.scene;
          m.askAgain();
        });
    marks.flush();
    journal.record(
        me,
        "asked again",
        "draft",
        d.id.toString(),
        d.name + ": " + count(named.size(), "mark"),
        touched(named));
  }

  private void gone(Mark m, Member me, Shot s) {
    m.keepAsked(s.scene);
    m.standing = Mark.Standing.LOST;
    m.markStart = null;
    m.markEnd = null;
    m.reason = me.name() + " says the words are gone";
  }

  private void place(Mark m, Member me, Draft d, Shot s, Decision in) {
    Anchor words = Anchor.on(d.source, in.start(), in.end());
    String scene = desk.scene(d, words);
    m.keepAsked(s.scene);
    // A mark that is moved by hand compares with what was sure before, not with a guess.
    desk.put(m, me, words, m.before.isEmpty() ? m.excerpt : m.before);
    s.scene = m.number == 1 ? scene : s.scene;
  }

  /** Decides where a mark stands, or that its words are gone. */
  @Transactional
  public MarkView decide(UUID mark, Member me, Decision in) {
    Mark m = marks.require(mark, me.productionId());
    Draft d = desk.hold(me, m.draftId);
    if (in.version() != null && in.version() != m.version) {
      throw new Problems.Stale(MarkView.of(m), in);
    }
    Shot s = shots.require(m.shotId, me.productionId());
    if (in.start() == null || in.end() == null) {
      gone(m, me, s);
    } else {
      place(m, me, d, s, in);
    }
    marks.saveAndFlush(m);
    journal.record(
        me,
        "decided",
        "shot",
        s.id.toString(),
        s.code
            + ": "
            + (m.sure() ? "its words are “" + shortened(m.excerpt) + "”" : "its words are gone"));
    return MarkView.of(m);
  }

  /** Marks more words for a shot, or the first of one that was made on the floor. */
  @Transactional
  public MarkView more(UUID shot, Member me, NewMark in) {
    Shot s = shots.require(shot, me.productionId());
    Draft d = desk.hold(me, in.draft());
    Anchor words = Anchor.on(d.source, in.start(), in.end());
    String scene = desk.scene(d, words);
    if (marks.findByShotIdAndDraftIdOrderByNumber(s.id, d.id).stream()
        .anyMatch(
            m -> m.markStart != null && m.markStart == words.start() && m.markEnd == words.end())) {
      throw new InvalidInput("mark", "these words are marked for " + s.code + " already");
    }
    Mark m = desk.set(me, s.id, d, marks.lastNumber(s.id) + 1, words, "");
    if (m.number == 1) {
      // It was made on the floor; its code stays, for it stands on slates.
      s.scene = scene;
      shots.saveAndFlush(s);
    }
    marks.flush();
    journal.record(me, "marked more", "shot", s.id.toString(), s.code);
    return MarkView.of(m);
  }

  /** Takes one of several marks off a shot, in all drafts. */
  @Transactional
  public List<MarkView> less(UUID mark, Member me) {
    Mark m = marks.require(mark, me.productionId());
    Draft d = desk.hold(me, m.draftId);
    List<Mark> all = marks.findByShotIdAndDraftIdOrderByNumber(m.shotId, d.id);
    Shot s = shots.require(m.shotId, me.productionId());
    if (all.size() < 2) {
      throw new InvalidInput("mark", "is the only one of " + s.code + "; omit the shot instead");
    }
    marks.deleteByShotIdAndNumber(m.shotId, m.number);
    marks.flush();
    journal.record(
        me, "unmarked words", "shot", s.id.toString(), s.code + ": “" + shortened(m.excerpt) + "”");
    return marks.findByShotIdAndDraftIdOrderByNumber(s.id, d.id).stream()
        .map(MarkView::of)
        .toList();
  }
}
