package bivex.server.script;

import bivex.core.InvalidInput;
import bivex.core.cue.Cue;
import bivex.core.cue.CueLearning;
import bivex.core.cue.CueProposals;
import bivex.core.cue.CueTally;
import bivex.core.cue.CueWords;
import bivex.core.cue.FoundCues;
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
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Moments of the newest draft that look like effects, and the words they are found by. */
@Component
public class CueDesk {
  /** Answers of other productions that are counted, the newest first. */
  private static final int ELSEWHERE = 5000;

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
      List<WayView> ways,
      List<String> speaksFor,
      List<String> against,
      List<String> also) {}

  /**
   * @param cues those that are shown, in the order of the script
   * @param waved cues that were waved away
   * @param from confidence from which they are shown
   * @param steps other places to show from, and how many it would be
   * @param read how the draft has been read, and how far
   */
  public record CuesView(
      UUID draft,
      List<CueView> cues,
      List<WavedView> waved,
      double from,
      List<CueProposals.Step> steps,
      DraftReader.State read,
      long version) {}

  public record WavedView(String key, String words, String by) {}

  public record Waving(String key) {}

  /**
   * What was seen is marked, though the draft may have been read to the end since.
   *
   * @param key of the cue
   * @param start of its words, as they were shown
   * @param method id of the method to mark it with; null for not decided yet
   */
  public record Taking(UUID draft, String key, int start, int end, String method) {}

  public record ShowingFrom(double from) {}

  /**
   * @param learns whether answers given here count here; null as it is
   * @param ofHouse whether those of other productions that say so too count here, and these there;
   *     null as it is
   */
  public record LearningFrom(Boolean learns, Boolean ofHouse) {}

  /**
   * @param others how many other productions of the house share their answers
   * @param said how often it was right on this script, in words
   */
  public record LearnedView(
      boolean learns,
      boolean ofHouse,
      int others,
      CueTally tally,
      String said,
      List<LessonView> lessons,
      long version) {}

  /**
   * @param sign what cues were found by
   * @param weighs more, less or as before
   */
  public record LessonView(
      String sign, int taken, int away, int elsewhereTaken, int elsewhereAway, String weighs) {}

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
    List<CueAnswer> said = answers.counting(p.id);
    FoundCues found = screenplays.cues(d, p.cueWords);
    CueProposals proposed = CueProposals.of(open(found, d, p, said), p.cuesFrom);
    return new CuesView(
        d.id,
        proposed.shown().stream().map(c -> view(d, c)).toList(),
        said.stream()
            .filter(w -> !w.taken)
            .map(w -> new WavedView(w.key, w.words, w.saidBy))
            .toList(),
        p.cuesFrom,
        proposed.steps(),
        reader.state(d.id).of(found.sensed()),
        p.version);
  }

  /** Cues of what is neither marked nor waved away. */
  private List<Cue> open(FoundCues found, Draft d, Production p, List<CueAnswer> said) {
    Set<String> waved =
        said.stream()
            .filter(a -> !a.taken)
            .flatMap(a -> a.keys.stream())
            .collect(Collectors.toSet());
    return found.cues(learned(p, said), new FoundCues.Closed(marked(p.id, d), waved));
  }

  private CueLearning learned(Production p, List<CueAnswer> said) {
    return p.cuesLearn || p.cuesOfHouse
        ? new CueLearning(p.cuesLearn ? core(said) : List.of(), elsewhere(p))
        : CueLearning.NONE;
  }

  /** Answers of other productions that count here. */
  private List<CueLearning.Answer> elsewhere(Production p) {
    return p.cuesOfHouse
        ? CueLearning.shared(
            answers.elsewhere(p.id, Limit.of(ELSEWHERE)).stream()
                .map(a -> new CueLearning.Answer(a.signs(), a.taken(), null, null))
                .toList(),
            p.cueWords)
        : List.of();
  }

  private static List<CueLearning.Answer> core(List<CueAnswer> said) {
    return said.stream()
        .map(a -> new CueLearning.Answer(a.signs, a.taken, a.proposed, a.method))
        .toList();
  }

  /** Where words of the newest draft are marked. */
  private List<int[]> marked(UUID production, Draft d) {
    return marks.of(production, d.id).stream()
        .filter(m -> m.markStart != null)
        .map(m -> new int[] {m.markStart, m.markEnd})
        .toList();
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
        c.ways().stream()
            .map(w -> new WayView(w.method(), MethodBook.find(w.method()).name(), w.why()))
            .toList(),
        c.speaksFor(),
        c.against(),
        c.also().stream().map(Cue.Kind::words).toList());
  }

  /** The cue these words are of now: what they are its heart of, or else stand in. */
  private Optional<Cue> cue(Member me, String key) {
    Draft d = desk.newest(me.productionId());
    Production p = me.production();
    List<Cue> open = open(screenplays.cues(d, p.cueWords), d, p, answers.counting(p.id));
    return open.stream()
        .filter(c -> c.key().equals(key))
        .findFirst()
        .or(() -> open.stream().filter(c -> c.keys().contains(key)).findFirst());
  }

  private CueAnswer answer(Member me, Cue c, UUID shot, String method) {
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
    a.keys = c.keys();
    a.words = c.words();
    a.saidBy = me.name();
    a.saidAt = clock.instant();
    a.taken = shot != null;
    a.shotId = shot;
    a.proposed = c.method();
    a.method = method;
    a.signs = c.signs();
    return answers.saveAndFlush(a);
  }

  /** Waves a cue away: it is not proposed again, in no draft. */
  @Transactional
  public CuesView wave(Member me, Waving in) {
    productions.hold(me.productionId());
    Cue c =
        cue(me, in.key())
            .orElseThrow(() -> new InvalidInput("key", "is no cue of the newest draft"));
    CueAnswer a = answer(me, c, null, null);
    journal.record(me, "waved away", "cue", a.id.toString(), a.words, Journal.Touches.NOTHING);
    return cues(me);
  }

  /** Marks the words of a cue as they were shown, and remembers how it was taken. */
  @Transactional
  public ShotDesk.ShotView take(Member me, Taking in) {
    Optional<Cue> c = cue(me, in.key());
    String method = in.method() == null || in.method().isBlank() ? null : in.method();
    ShotDesk.ShotView made =
        shots.mark(me, new ShotDesk.NewShot(in.draft(), in.start(), in.end(), null, null, method));
    c.ifPresent(x -> answer(me, x, made.id(), method));
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
    Production p = current(me, ifMatch, x -> x.cuesFrom, in.from());
    p.cuesFrom = in.from();
    return cues(changed(me, p, "cues are shown from " + Math.round(in.from() * 100) + " % on"));
  }

  /** What answers to cues have taught, and how often the finder was right. */
  @Transactional(readOnly = true)
  public LearnedView learned(Member me) {
    return learned(me.production());
  }

  private LearnedView learned(Production p) {
    Draft d = desk.newest(p.id);
    List<CueAnswer> said = answers.counting(p.id);
    CueLearning used = learned(p, said);
    // While nothing is learned it is told what would be.
    CueLearning told = used == CueLearning.NONE ? new CueLearning(core(said), List.of()) : used;
    CueTally tally =
        CueTally.of(
            core(said),
            marked(p.id, d),
            screenplays.cues(d, p.cueWords).cues(used, FoundCues.Closed.NOTHING),
            p.cuesFrom);
    return new LearnedView(
        p.cuesLearn,
        p.cuesOfHouse,
        (int) productions.countByCuesOfHouseTrueAndIdNot(p.id),
        tally,
        tally.said(),
        told.lessons().stream()
            .map(
                l ->
                    new LessonView(
                        l.sign(),
                        l.taken(),
                        l.away(),
                        l.elsewhereTaken(),
                        l.elsewhereAway(),
                        l.weighs()))
            .toList(),
        p.version);
  }

  /** Whether answers change what is proposed after them. */
  @Transactional
  public LearnedView learn(Member me, String ifMatch, LearningFrom in) {
    Production was = me.production();
    LearningFrom asked =
        new LearningFrom(
            in.learns() == null ? was.cuesLearn : in.learns(),
            in.ofHouse() == null ? was.cuesOfHouse : in.ofHouse());
    Production p = current(me, ifMatch, x -> new LearningFrom(x.cuesLearn, x.cuesOfHouse), asked);
    p.cuesLearn = asked.learns();
    p.cuesOfHouse = asked.ofHouse();
    return learned(
        changed(
            me,
            p,
            (p.cuesLearn ? "cues learn from the answers" : "cues learn no more")
                + (p.cuesOfHouse ? ", and from the house" : "")));
  }

  /** The production, if it is as whoever asks has seen it. */
  private <T> Production current(Member me, String ifMatch, Function<Production, T> is, T asked) {
    Production p = productions.findById(me.productionId()).orElseThrow();
    Problems.mustBeCurrent(ifMatch, p.version, is.apply(p), asked);
    return p;
  }

  private Production changed(Member me, Production p, String how) {
    productions.saveAndFlush(p);
    journal.record(me, "changed", "cue", p.id.toString(), how, Journal.Touches.NOTHING);
    return p;
  }

  @Transactional(readOnly = true)
  public CueWordsView words(Member me) {
    return view(me.production());
  }

  /** Changes the words cues are found by. */
  @Transactional
  public CueWordsView change(Member me, String ifMatch, CueWords in) {
    Production p = current(me, ifMatch, x -> x.cueWords, in);
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
