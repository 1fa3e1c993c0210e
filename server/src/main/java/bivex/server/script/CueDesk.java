package bivex.server.script;

import bivex.core.InvalidInput;
import bivex.core.cue.Cue;
import bivex.core.cue.CueFinder;
import bivex.core.cue.CueLearning;
import bivex.core.cue.CueTally;
import bivex.core.cue.CueWords;
import bivex.core.method.MethodBook;
import bivex.server.access.Member;
import bivex.server.book.DraftReader;
import bivex.server.book.MarkDesk;
import bivex.server.book.Screenplays;
import bivex.server.http.Problems;
import bivex.server.keep.CueAnswer;
import bivex.server.keep.CueAnswers;
import bivex.server.keep.Draft;
import bivex.server.keep.Marks;
import bivex.server.keep.Production;
import bivex.server.keep.Productions;
import bivex.server.live.Journal;
import bivex.server.shot.ShotDesk;
import java.time.Clock;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Moments of the newest draft that look like effects, and the words they are found by. */
@Component
public class CueDesk {
  private final MarkDesk desk;

  private final Screenplays screenplays;

  private final Marks marks;

  private final CueAnswers answers;

  private final DraftReader reader;

  private final ShotDesk shots;

  private final Productions productions;

  private final Journal journal;

  private final Clock clock;

  CueDesk(
      MarkDesk desk,
      Screenplays screenplays,
      Marks marks,
      CueAnswers answers,
      DraftReader reader,
      ShotDesk shots,
      Productions productions,
      Journal journal,
      Clock clock) {
    this.clock = clock;
    this.desk = desk;
    this.screenplays = screenplays;
    this.marks = marks;
    this.answers = answers;
    this.reader = reader;
    this.shots = shots;
    this.productions = productions;
    this.journal = journal;
  }

  /**
   * @param name of the method
   */
  public record WayView(String method, String name, String why) {}

  /**
   * @param kind in words
   * @param confidence 0 to 1
   * @param odds how sure that is, in words
   * @param ways methods it suggests, likeliest first
   * @param also other kinds it may be, in words
   */
  public record CueView(
      String key,
      int start,
      int end,
      String words,
      String scene,
      String kind,
      double confidence,
      String odds,
      String reason,
      List<WayView> ways,
      List<String> speaksFor,
      List<String> against,
      List<String> also) {}

  /**
   * @param cues those that are shown, in the order of the script
   * @param marked found cues that a shot covers already
   * @param waved cues that were waved away
   * @param from confidence from which they are shown
   * @param steps other places to show from, and how many it would be
   * @param read how the draft has been read, and how far
   */
  public record CuesView(
      UUID draft,
      List<CueView> cues,
      int marked,
      List<WavedView> waved,
      double from,
      List<StepView> steps,
      DraftReader.State read,
      long version) {}

  public record StepView(double from, int cues) {}

  public record WavedView(String key, String words, String by) {}

  public record Waving(String key) {}

  /**
   * @param key of a cue of the newest draft
   * @param method id of the method to mark it with; null for not decided yet
   */
  public record Taking(String key, String method) {}

  public record ShowingFrom(double from) {}

  public record LearningFrom(boolean learns) {}

  /**
   * @param said how often it was right on this script, in words
   */
  public record LearnedView(
      boolean learns,
      CueTally tally,
      String said,
      List<CueLearning.Lesson> lessons,
      long version) {}

  /**
   * @param kinds what a word may point at, by name, in words
   */
  public record CueWordsView(
      List<CueWords.Entry> shipped, CueWords words, Map<Cue.Kind, String> kinds, long version) {}

  /** Cues nobody has marked or waved away, in the order of the script. */
  @Transactional(readOnly = true)
  public CuesView cues(Member me) {
    return cues(me.production());
  }

  private CuesView cues(Production p) {
    Draft d = desk.newest(p.id);
    List<CueAnswer> said = answers.findByProductionIdOrderBySaidAtDesc(p.id);
    CueFinder.Found found = found(d, p, said);
    DraftReader.State read = reader.state(d.id);
    List<int[]> taken = taken(p.id, d);
    Set<String> gone =
        said.stream().filter(w -> !w.taken).map(w -> w.key).collect(Collectors.toSet());
    List<Cue> open =
        found.cues(taken).stream()
            .filter(c -> c.keys().stream().noneMatch(gone::contains))
            .toList();
    int marked = (int) found.cues().stream().filter(c -> covered(c, taken)).count();
    return new CuesView(
        d.id,
        open.stream().filter(c -> c.confidence() >= p.cuesFrom).map(c -> view(d, c)).toList(),
        marked,
        said.stream()
            .filter(w -> !w.taken)
            .map(w -> new WavedView(w.key, w.words, w.saidBy))
            .toList(),
        p.cuesFrom,
        Cue.STEPS.stream()
            .map(f -> new StepView(f, (int) open.stream().filter(c -> c.confidence() >= f).count()))
            .toList(),
        read,
        p.version);
  }

  /** Words of the newest draft that have a mark. */
  private List<int[]> taken(UUID production, Draft d) {
    return marks.of(production, d.id).stream()
        .filter(m -> m.markStart != null)
        .map(m -> new int[] {m.markStart, m.markEnd})
        .toList();
  }

  private CueFinder.Found found(Draft d, Production p, List<CueAnswer> said) {
    return screenplays.cues(
        d,
        p.cueWords,
        p.cuesLearn
            ? said.stream().map(a -> new CueLearning.Answer(a.signs, a.taken, a.method)).toList()
            : List.of());
  }

  private static boolean covered(Cue c, List<int[]> taken) {
    return taken.stream().anyMatch(t -> c.overlaps(t[0], t[1]));
  }

  private CueView view(Draft d, Cue c) {
    return new CueView(
        c.key(),
        c.start(),
        c.end(),
        c.words(),
        screenplays.of(d).sceneAt(c.start()).number(),
        c.kind().words(),
        c.confidence(),
        c.odds(),
        c.reason(),
        c.ways().stream()
            .map(w -> new WayView(w.method(), MethodBook.find(w.method()).name(), w.why()))
            .toList(),
        c.speaksFor(),
        c.against(),
        c.also().stream().map(Cue.Kind::words).toList());
  }

  private Cue open(Member me, String key) {
    Draft d = desk.newest(me.productionId());
    return found(d, me.production(), answers.findByProductionIdOrderBySaidAtDesc(me.productionId()))
        .cues(taken(me.productionId(), d))
        .stream()
        .filter(x -> x.key().equals(key))
        .findFirst()
        .orElseThrow(() -> new InvalidInput("key", "is no cue of the newest draft"));
  }

  private CueAnswer answer(Member me, Cue c, boolean taken, String method) {
    answers
        .findByProductionIdAndKey(me.productionId(), c.key())
        .ifPresent(
            a -> {
              answers.delete(a);
              answers.flush();
            });
    CueAnswer a = new CueAnswer();
    a.id = UUID.randomUUID();
    a.productionId = me.productionId();
    a.key = c.key();
    a.words = c.words();
    a.saidBy = me.name();
    a.saidAt = clock.instant();
    a.taken = taken;
    a.proposed = c.method();
    a.method = method;
    a.signs = c.signs();
    return answers.saveAndFlush(a);
  }

  /** Waves a cue away: it is not proposed again, in no draft. */
  @Transactional
  public CuesView wave(Member me, Waving in) {
    Cue c = open(me, in.key());
    productions.hold(me.productionId());
    CueAnswer a = answer(me, c, false, null);
    journal.record(me, "waved away", "cue", a.id.toString(), a.words, Journal.Touches.NOTHING);
    return cues(me);
  }

  /** Marks the words of a cue, and remembers how it was taken. */
  @Transactional
  public ShotDesk.ShotView take(Member me, Taking in) {
    Cue c = open(me, in.key());
    ShotDesk.ShotView made =
        shots.mark(
            me,
            new ShotDesk.NewShot(
                desk.newest(me.productionId()).id, c.start(), c.end(), null, null, in.method()));
    answer(me, c, true, in.method() == null || in.method().isBlank() ? null : in.method());
    return made;
  }

  /** Brings a cue back. */
  @Transactional
  public CuesView want(Member me, Waving in) {
    CueAnswer w =
        answers
            .findByProductionIdAndKey(me.productionId(), in.key() == null ? "" : in.key())
            .filter(a -> !a.taken)
            .orElseThrow(() -> new InvalidInput("key", "was not waved away"));
    answers.delete(w);
    answers.flush();
    journal.record(me, "wants again", "cue", w.id.toString(), w.words, Journal.Touches.NOTHING);
    return cues(me);
  }

  /** Moves the confidence from which cues are shown. */
  @Transactional
  public CuesView show(Member me, String ifMatch, ShowingFrom in) {
    if (!(in.from() >= Cue.LEAST && in.from() <= Cue.MOST)) {
      throw new InvalidInput("from", "must be " + Cue.LEAST + " to " + Cue.MOST);
    }
    Production p = productions.findById(me.productionId()).orElseThrow();
    Problems.mustBeCurrent(ifMatch, p.version, p.cuesFrom, in.from());
    p.cuesFrom = in.from();
    productions.saveAndFlush(p);
    journal.record(
        me,
        "changed",
        "cue",
        p.id.toString(),
        "cues are shown from " + Math.round(in.from() * 100) + " % on",
        Journal.Touches.NOTHING);
    return cues(p);
  }

  /** What answers to cues have taught, and how often the finder was right. */
  @Transactional(readOnly = true)
  public LearnedView learned(Member me) {
    return learned(me.production());
  }

  private LearnedView learned(Production p) {
    Draft d = desk.newest(p.id);
    List<CueAnswer> said = answers.findByProductionIdOrderBySaidAtDesc(p.id);
    List<CueAnswer> taken = said.stream().filter(a -> a.taken).toList();
    CueTally tally =
        CueTally.of(
            taken.size(),
            (int) taken.stream().filter(a -> !Objects.equals(a.method, a.proposed)).count(),
            said.size() - taken.size(),
            taken(p.id, d),
            found(d, p, said).cues(),
            p.cuesFrom);
    return new LearnedView(
        p.cuesLearn,
        tally,
        tally.said(),
        new CueLearning(
                said.stream().map(a -> new CueLearning.Answer(a.signs, a.taken, a.method)).toList())
            .lessons(),
        p.version);
  }

  /** Whether answers change what is proposed after them. */
  @Transactional
  public LearnedView learn(Member me, String ifMatch, LearningFrom in) {
    Production p = productions.findById(me.productionId()).orElseThrow();
    Problems.mustBeCurrent(ifMatch, p.version, p.cuesLearn, in.learns());
    p.cuesLearn = in.learns();
    productions.saveAndFlush(p);
    journal.record(
        me,
        "changed",
        "cue",
        p.id.toString(),
        in.learns() ? "cues learn from the answers" : "cues learn nothing from the answers",
        Journal.Touches.NOTHING);
    return learned(p);
  }

  @Transactional(readOnly = true)
  public CueWordsView words(Member me) {
    return view(me.production());
  }

  /** Changes the words cues are found by. */
  @Transactional
  public CueWordsView change(Member me, String ifMatch, CueWords in) {
    Production p = productions.findById(me.productionId()).orElseThrow();
    Problems.mustBeCurrent(ifMatch, p.version, p.cueWords, in);
    p.cueWords = in.asked(p.cueWords);
    productions.saveAndFlush(p);
    journal.record(
        me,
        "changed",
        "cue words",
        p.id.toString(),
        in.own().size() + " of its own, " + in.struck().size() + " struck out");
    return view(p);
  }

  private static CueWordsView view(Production p) {
    return new CueWordsView(
        CueWords.shipped(),
        p.cueWords,
        Arrays.stream(Cue.Kind.values())
            .collect(
                Collectors.toMap(
                    k -> k, Cue.Kind::words, (a, b) -> a, java.util.LinkedHashMap::new)),
        p.version);
  }
}
