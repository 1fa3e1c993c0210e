package bivex.server.script;

import bivex.core.InvalidInput;
import bivex.core.script.Anchor;
import bivex.core.script.Revision;
import bivex.core.script.Screenplay;
import bivex.server.access.Member;
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
import java.util.Comparator;
import java.util.List;
import java.util.Map;
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
      Journal journal) {
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
   */
  public record MarkChangeView(
      MarkView mark,
      String code,
      String title,
      String proposal,
      String sceneBefore,
      String sceneNow,
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
   */
  public record ChangesView(
      UUID draft,
      String name,
      UUID before,
      String beforeName,
      boolean newest,
      int open,
      List<MarkChangeView> marks,
      List<SceneChangeView> scenes) {}

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
    Screenplay play = screenplays.of(now);
    Map<UUID, Shot> all =
        shots.findByProductionIdOrderByCode(me.productionId()).stream()
            .collect(Collectors.toMap(s -> s.id, Function.identity()));
    Map<String, Mark> old =
        before == null
            ? Map.of()
            : marks.of(me.productionId(), before.id).stream()
                .collect(Collectors.toMap(m -> m.shotId + " " + m.number, Function.identity()));
    List<MarkChangeView> changed =
        marks.of(me.productionId(), now.id).stream()
            .filter(m -> !all.get(m.shotId).omitted)
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
                      m.version);
                })
            .sorted(
                Comparator.comparing(
                    (MarkChangeView c) ->
                        c.mark().standing() == Mark.Standing.ASKED
                            ? 0
                            : c.mark().standing() == Mark.Standing.LOST ? 1 : 2))
            .toList();
    List<SceneChangeView> scenes =
        before == null
            ? List.of()
            : desk.revision(before, now, play).scenes().stream().map(RevisionDesk::scene).toList();
    int open =
        (int)
            changed.stream()
                .filter(
                    c ->
                        c.mark().standing() == Mark.Standing.ASKED
                            || c.mark().standing() == Mark.Standing.LOST)
                .count();
    return new ChangesView(
        now.id,
        now.name,
        before == null ? null : before.id,
        before == null ? null : before.name,
        desk.newest(me.productionId()).id.equals(now.id),
        open,
        changed,
        scenes);
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
      m.standing = Mark.Standing.LOST;
      m.markStart = null;
      m.markEnd = null;
      m.reason = me.name() + " says the words are gone";
    } else {
      Anchor words = Anchor.on(d.source, in.start(), in.end());
      String scene = desk.scene(d, words);
      // A mark that is moved by hand compares with what was sure before, not with a guess.
      desk.put(m, me, words, m.before.isEmpty() ? m.excerpt : m.before);
      s.scene = m.number == 1 ? scene : s.scene;
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
