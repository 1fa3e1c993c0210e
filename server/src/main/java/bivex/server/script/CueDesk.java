package bivex.server.script;

import bivex.core.InvalidInput;
import bivex.core.cue.Cue;
import bivex.core.cue.CueWords;
import bivex.core.method.MethodBook;
import bivex.server.access.Member;
import bivex.server.book.MarkDesk;
import bivex.server.book.Screenplays;
import bivex.server.http.Problems;
import bivex.server.keep.Draft;
import bivex.server.keep.Marks;
import bivex.server.keep.Production;
import bivex.server.keep.Productions;
import bivex.server.keep.WavedCue;
import bivex.server.keep.WavedCues;
import bivex.server.live.Journal;
import java.time.Clock;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
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

  private final WavedCues waved;

  private final Productions productions;

  private final Journal journal;

  private final Clock clock;

  CueDesk(
      MarkDesk desk,
      Screenplays screenplays,
      Marks marks,
      WavedCues waved,
      Productions productions,
      Journal journal,
      Clock clock) {
    this.clock = clock;
    this.desk = desk;
    this.screenplays = screenplays;
    this.marks = marks;
    this.waved = waved;
    this.productions = productions;
    this.journal = journal;
  }

  /**
   * @param kind in words
   * @param methodName name of the proposed method
   * @param also other kinds it may be, in words
   */
  public record CueView(
      String key,
      int start,
      int end,
      String words,
      String scene,
      String kind,
      String method,
      String methodName,
      String reason,
      List<String> also) {}

  /**
   * @param marked found cues that a shot covers already
   * @param waved found cues that were waved away
   */
  public record CuesView(UUID draft, List<CueView> cues, int marked, List<WavedView> waved) {}

  public record WavedView(String key, String words, String by) {}

  public record Waving(String key) {}

  /**
   * @param kinds what a word may point at, by name, in words
   */
  public record CueWordsView(
      List<CueWords.Entry> shipped, CueWords words, Map<Cue.Kind, String> kinds, long version) {}

  /** Cues nobody has marked or waved away, in the order of the script. */
  @Transactional(readOnly = true)
  public CuesView cues(Member me) {
    Draft d = desk.newest(me.productionId());
    List<int[]> taken =
        marks.of(me.productionId(), d.id).stream()
            .filter(m -> m.markStart != null)
            .map(m -> new int[] {m.markStart, m.markEnd})
            .toList();
    List<WavedCue> away = waved.findByProductionIdOrderByWavedAtDesc(me.productionId());
    Set<String> gone = away.stream().map(w -> w.key).collect(Collectors.toSet());
    List<Cue> found = screenplays.cues(d, me.production().cueWords);
    List<Cue> open =
        found.stream()
            .filter(c -> !gone.contains(c.key()))
            .filter(c -> !covered(c, taken))
            .toList();
    int marked = (int) found.stream().filter(c -> covered(c, taken)).count();
    return new CuesView(
        d.id,
        open.stream().map(c -> view(d, c)).toList(),
        marked,
        away.stream().map(w -> new WavedView(w.key, w.words, w.wavedBy)).toList());
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
        c.method(),
        MethodBook.find(c.method()).name(),
        c.reason(),
        c.also().stream().map(Cue.Kind::words).toList());
  }

  /** Waves a cue away: it is not proposed again, in no draft. */
  @Transactional
  public CuesView wave(Member me, Waving in) {
    Cue c =
        screenplays.cues(desk.newest(me.productionId()), me.production().cueWords).stream()
            .filter(x -> x.key().equals(in.key()))
            .findFirst()
            .orElseThrow(() -> new InvalidInput("key", "is no cue of the newest draft"));
    productions.hold(me.productionId());
    if (waved.findByProductionIdAndKey(me.productionId(), c.key()).isEmpty()) {
      WavedCue w = new WavedCue();
      w.id = UUID.randomUUID();
      w.productionId = me.productionId();
      w.key = c.key();
      w.words = c.words();
      w.wavedBy = me.name();
      w.wavedAt = clock.instant();
      waved.saveAndFlush(w);
      journal.record(me, "waved away", "cue", w.id.toString(), w.words, Journal.Touches.NOTHING);
    }
    return cues(me);
  }

  /** Brings a cue back. */
  @Transactional
  public CuesView want(Member me, Waving in) {
    WavedCue w =
        waved
            .findByProductionIdAndKey(me.productionId(), in.key() == null ? "" : in.key())
            .orElseThrow(() -> new InvalidInput("key", "was not waved away"));
    waved.delete(w);
    waved.flush();
    journal.record(me, "wants again", "cue", w.id.toString(), w.words, Journal.Touches.NOTHING);
    return cues(me);
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
