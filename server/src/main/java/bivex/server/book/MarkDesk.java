package bivex.server.book;

import bivex.core.InvalidInput;
import bivex.core.method.ShotSetting;
import bivex.core.script.Anchor;
import bivex.core.script.Revision;
import bivex.core.script.Screenplay;
import bivex.core.script.ScriptNotes;
import bivex.core.shot.CodePlan;
import bivex.core.shot.NamePattern;
import bivex.server.access.Member;
import bivex.server.keep.Draft;
import bivex.server.keep.Drafts;
import bivex.server.keep.FormerCode;
import bivex.server.keep.FormerCodes;
import bivex.server.keep.Mark;
import bivex.server.keep.Marks;
import bivex.server.keep.Production;
import bivex.server.keep.Productions;
import bivex.server.keep.Shot;
import bivex.server.keep.Shots;
import java.time.Clock;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.NoSuchElementException;
import java.util.Set;
import java.util.UUID;
import org.springframework.stereotype.Component;

/**
 * Marks set, moved and carried from draft to draft. All of it holds the production, so that two
 * people who mark at once wait for one another.
 */
@Component
public class MarkDesk {
  /** So many shots a script's notes may bring; far more than any picture has. */
  private static final int MOST_MADE = 2000;

  /** In the code of a shot whose scene nobody knows. */
  private static final String NO_SCENE = "0";

  private final Drafts drafts;
  private final Shots shots;
  private final Marks marks;
  private final FormerCodes formerCodes;
  private final Productions productions;
  private final Screenplays screenplays;

  private final Clock clock;

  MarkDesk(
      Drafts drafts,
      Shots shots,
      Marks marks,
      FormerCodes formerCodes,
      Productions productions,
      Screenplays screenplays,
      Clock clock) {
    this.clock = clock;
    this.drafts = drafts;
    this.shots = shots;
    this.marks = marks;
    this.formerCodes = formerCodes;
    this.productions = productions;
    this.screenplays = screenplays;
  }

  /**
   * The newest draft.
   *
   * @throws NoSuchElementException when there is none
   */
  public Draft newest(UUID production) {
    return drafts
        .findFirstByProductionIdOrderByNumberDesc(production)
        .orElseThrow(() -> new NoSuchElementException("No script has been imported yet."));
  }

  /**
   * The draft somebody marks on, held until the end of the transaction.
   *
   * @throws InvalidInput when a newer one has come in meanwhile
   */
  public Draft hold(Member me, UUID draft) {
    productions.hold(me.productionId());
    if (draft == null) {
      throw new InvalidInput("draft", "must be the draft the words are in");
    }
    Draft newest = newest(me.productionId());
    if (!newest.id.equals(draft)) {
      if (drafts.findByIdAndProductionId(draft, me.productionId()).isEmpty()) {
        throw new NoSuchElementException("There is no such draft.");
      }
      throw new InvalidInput(
          "draft",
          "is not the newest any more: " + newest.name + " has come in; mark the words there");
    }
    return newest;
  }

  /**
   * Marks words for a shot.
   *
   * @param before what the words were, when they are known to be others now
   */
  public Mark set(Member me, UUID shot, Draft draft, int number, Anchor words, String before) {
    Mark m = new Mark();
    m.id = UUID.randomUUID();
    m.productionId = me.productionId();
    m.shotId = shot;
    m.draftId = draft.id;
    m.number = number;
    put(m, me, words, before);
    return marks.save(m);
  }

  /** Puts a mark on other words. */
  public void put(Mark m, Member me, Anchor words, String before) {
    m.standing = Mark.Standing.MARKED;
    m.markStart = words.start();
    m.markEnd = words.end();
    m.before = Anchor.printed(before).equals(Anchor.printed(words.excerpt())) ? "" : before;
    m.excerpt = words.excerpt();
    m.reason = "";
    m.setBy = me.name();
    m.setAt = clock.instant();
  }

  /**
   * Scene of words.
   *
   * @throws InvalidInput when they are before the first
   */
  public String scene(Draft draft, Anchor words) {
    Screenplay.Scene scene = screenplays.of(draft).sceneAt(words.start());
    if (scene == null) {
      throw new InvalidInput("mark", "is before the first scene");
    }
    return scene.number();
  }

  /**
   * A new shot on words.
   *
   * @param code null for the next that fits its place
   */
  public Shot shot(
      Member me,
      Draft draft,
      Anchor words,
      String title,
      String intent,
      int cutFrames,
      String code) {
    Shot s = new Shot();
    s.id = UUID.randomUUID();
    s.productionId = me.productionId();
    s.scene = scene(draft, words);
    s.code = code == null ? code(me.production(), s.scene, words.start()) : code;
    s.title = title == null || title.isBlank() ? firstWords(words.excerpt()) : title.strip();
    s.intent = InvalidInput.words("intent", intent);
    s.cutFrames = cutFrames;
    s.methods = List.of();
    shots.saveAndFlush(s);
    set(me, s.id, draft, 1, words, "");
    marks.flush();
    return s;
  }

  /**
   * A shot that nobody foresaw: made in a setup, without words of the script, which may be marked
   * later.
   *
   * @param id made where it is made; one that is there already is left as it is
   */
  public Shot unforeseen(Member me, UUID id, UUID setup, String title) {
    productions.hold(me.productionId());
    Shot had = shots.findById(id).orElse(null);
    if (had != null) {
      return shots.require(had.id, me.productionId());
    }
    Shot s = new Shot();
    s.id = id;
    s.productionId = me.productionId();
    s.setupId = setup;
    s.scene =
        shots.findByProductionIdOrderByCode(me.productionId()).stream()
            .filter(x -> setup.equals(x.setupId) && !x.omitted)
            .map(x -> x.scene)
            .findFirst()
            .orElse("");
    s.code = code(me.production(), s.scene.isEmpty() ? NO_SCENE : s.scene, Integer.MAX_VALUE);
    s.title = InvalidInput.title("title", title);
    s.intent = "";
    s.cutFrames = ShotSetting.usualCut(me.production().frameRate());
    s.methods = List.of();
    return shots.saveAndFlush(s);
  }

  /** Every code that any shot of a production has or had. */
  public Set<String> ever(UUID production) {
    Set<String> out = new HashSet<>(shots.codes(production));
    formerCodes.findByProductionIdOrderByChangedAt(production).forEach(f -> out.add(f.code));
    return out;
  }

  /** A code between those of the shots before and after a place in a scene. */
  public String code(Production production, String scene, int start) {
    List<CodePlan.At> placed =
        marks.places(production.id).stream()
            .filter(p -> p.start() != null)
            .map(p -> new CodePlan.At(p.code(), p.start()))
            .toList();
    return CodePlan.fresh(
        new NamePattern(production.codePattern), scene, start, placed, ever(production.id));
  }

  /** Gives a shot another code; the one it had stays its own for ever. */
  public void recode(Member me, Shot s, String code) {
    FormerCode f = new FormerCode();
    f.id = UUID.randomUUID();
    f.productionId = s.productionId;
    f.shotId = s.id;
    f.code = s.code;
    f.changedBy = me.name();
    f.changedAt = clock.instant();
    if (formerCodes.findByShotIdOrderByChangedAt(s.id).stream()
        .noneMatch(x -> x.code.equals(f.code))) {
      formerCodes.save(f);
    }
    s.code = code;
    shots.saveAndFlush(s);
  }

  /**
   * Carries all marks into a new draft: those its notes name to where the notes are, the others
   * after their words.
   *
   * @param noted marks that came as notes; a code that is not known makes a new shot
   * @param cutFrames length of a new shot
   * @return codes of shots that were made
   */
  public List<String> carry(
      Member me,
      Draft before,
      Draft now,
      Screenplay play,
      List<ScriptNotes.Noted> noted,
      int cutFrames) {
    Map<UUID, Shot> all = new LinkedHashMap<>();
    Map<String, Shot> byCode = new HashMap<>();
    shots
        .findByProductionIdOrderByCode(me.productionId())
        .forEach(
            s -> {
              all.put(s.id, s);
              byCode.put(s.code, s);
            });
    formerCodes
        .findByProductionIdOrderByChangedAt(me.productionId())
        .forEach(f -> byCode.putIfAbsent(f.code, all.get(f.shotId)));
    Map<UUID, List<Mark>> had = new LinkedHashMap<>();
    if (before != null) {
      marks
          .of(me.productionId(), before.id)
          .forEach(m -> had.computeIfAbsent(m.shotId, k -> new ArrayList<>()).add(m));
    }
    List<String> made = new ArrayList<>();
    Map<Shot, List<ScriptNotes.Noted>> notes = new LinkedHashMap<>();
    for (ScriptNotes.Noted n : noted) {
      Shot s = byCode.get(n.code());
      if (s == null && made.size() >= MOST_MADE) {
        throw new InvalidInput(
            "script", "its notes name more than " + MOST_MADE + " shots that are not known here");
      }
      if (s == null) {
        s =
            shot(
                me,
                now,
                Anchor.on(now.source, n.start(), n.end()),
                n.title(),
                "",
                cutFrames,
                n.code());
        byCode.put(n.code(), s);
        made.add(s.code);
        notes.put(s, new ArrayList<>());
      } else {
        notes.computeIfAbsent(s, k -> new ArrayList<>()).add(n);
      }
    }
    notes.forEach(
        (s, list) -> {
          int number = made.contains(s.code) ? 1 : 0;
          List<Mark> old = had.getOrDefault(s.id, List.of());
          for (ScriptNotes.Noted n : list) {
            int k = number++;
            set(
                me,
                s.id,
                now,
                number,
                Anchor.on(now.source, n.start(), n.end()),
                k < old.size() ? old.get(k).excerpt : "");
          }
        });
    Map<UUID, Revision> revisions = new HashMap<>();
    had.forEach(
        (id, list) -> {
          if (!notes.containsKey(all.get(id))) {
            list.forEach(m -> carry(me, m, before, now, play, revisions));
          }
        });
    marks.flush();
    scenes(all, now, play);
    return made;
  }

  private void carry(
      Member me,
      Mark old,
      Draft before,
      Draft now,
      Screenplay play,
      Map<UUID, Revision> revisions) {
    Mark m = new Mark();
    m.id = UUID.randomUUID();
    m.productionId = old.productionId;
    m.shotId = old.shotId;
    m.draftId = now.id;
    m.number = old.number;
    m.excerpt = old.excerpt;
    m.before = "";
    m.setBy = me.name();
    m.setAt = clock.instant();
    find(m, old, before, now, play, revisions);
    marks.save(m);
  }

  /**
   * Looks for the words of a mark in a draft.
   *
   * @param old the mark in the draft before
   * @param revisions of the draft, by the one it is compared with
   */
  private void find(
      Mark m, Mark old, Draft before, Draft now, Screenplay play, Map<UUID, Revision> revisions) {
    // What is not decided yet is looked for from where it was last sure, not from a guess.
    Mark from =
        old.sure() ? old : marks.lastSure(old.shotId, old.number, before.number).orElse(null);
    Revision.Carried c =
        from == null
            ? new Revision.Carried(Revision.Standing.LOST, null, 0, "the words are gone")
            : revisions
                .computeIfAbsent(
                    from.draftId,
                    id ->
                        revision(
                            id.equals(before.id) ? before : drafts.findById(id).orElseThrow(),
                            now,
                            play))
                .carry(new Anchor(from.markStart, from.markEnd, from.excerpt));
    boolean placed = c.anchor() != null && play.sceneAt(c.anchor().start()) != null;
    m.standing =
        placed || c.anchor() == null
            ? Mark.Standing.valueOf(c.standing().name())
            : Mark.Standing.LOST;
    m.reason = placed || c.anchor() == null ? c.reason() : "its place is before the first scene";
    m.markStart = placed ? (Integer) c.anchor().start() : null;
    m.markEnd = placed ? (Integer) c.anchor().end() : null;
    if (placed && m.standing != Mark.Standing.ASKED) {
      m.excerpt = c.anchor().excerpt();
      m.before = m.standing == Mark.Standing.REWORDED ? from.excerpt : "";
    }
  }

  /**
   * Looks once more for what is asked about a draft and nobody has decided, now that both it and
   * the one before are read to the end. The production must be held.
   *
   * @param read what the one did to the other
   * @param name who is said to have found it
   * @return how many are settled by that
   */
  public int again(Draft before, Draft now, Revision read, String name) {
    Screenplay play = screenplays.of(now);
    Map<UUID, Revision> revisions = new HashMap<>(Map.of(before.id, read));
    Map<String, Mark> had = new HashMap<>();
    marks.of(now.productionId, before.id).forEach(m -> had.put(m.shotId + " " + m.number, m));
    int settled = 0;
    for (Mark m : marks.of(now.productionId, now.id)) {
      Mark old = had.get(m.shotId + " " + m.number);
      if (!m.open() || old == null) {
        continue;
      }
      List<Object> asked = Arrays.asList(m.standing, m.markStart, m.markEnd, m.reason);
      find(m, old, before, now, play, revisions);
      if (!asked.equals(Arrays.asList(m.standing, m.markStart, m.markEnd, m.reason))) {
        m.setBy = name;
        m.setAt = clock.instant();
      }
      settled += m.sure() ? 1 : 0;
    }
    marks.flush();
    if (settled > 0) {
      Map<UUID, Shot> all = new HashMap<>();
      shots.findByProductionIdOrderByCode(now.productionId).forEach(s -> all.put(s.id, s));
      scenes(all, now, play);
    }
    return settled;
  }

  /** What a draft did to an earlier one, by their words and as far as they are read by meaning. */
  public Revision revision(Draft before, Draft now, Screenplay play) {
    return new Revision(
        before.source,
        screenplays.of(before),
        screenplays.meanings(before),
        now.source,
        play,
        screenplays.meanings(now));
  }

  /** Each shot is in the scene of its first sure words. */
  private void scenes(Map<UUID, Shot> all, Draft now, Screenplay play) {
    Set<UUID> seen = new HashSet<>();
    for (Mark m : marks.of(now.productionId, now.id)) {
      Shot s = all.get(m.shotId);
      if (s != null && m.sure() && seen.add(s.id)) {
        s.scene = play.sceneAt(m.markStart).number();
      }
    }
  }

  private static String firstWords(String excerpt) {
    String one = Anchor.printed(excerpt);
    int cut = one.length() <= 48 ? one.length() : Math.max(24, one.lastIndexOf(' ', 48));
    return one.substring(0, cut) + (cut < one.length() ? "…" : "");
  }
}
