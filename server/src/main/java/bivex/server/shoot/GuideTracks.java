package bivex.server.shoot;

import bivex.core.script.Dialogue;
import bivex.core.script.GuideTrack;
import bivex.core.script.Screenplay;
import bivex.core.script.SpokenLines;
import bivex.server.access.Member;
import bivex.server.book.Screenplays;
import bivex.server.book.ShotBook;
import bivex.server.keep.Draft;
import bivex.server.keep.Drafts;
import bivex.server.keep.Shot;
import bivex.server.keep.Shots;
import bivex.server.live.Journal;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * The guide track of a shot whose performer answers herself: lines from the script, their times,
 * and the sound.
 */
@Component
public class GuideTracks {
  private static final double PAUSE = 0.6;

  private final ShotBook book;

  private final Drafts drafts;

  private final Screenplays screenplays;
  private final Shots shots;
  private final Journal journal;
  private final Clock clock;

  private static double rate(NewGuide in) {
    return in.wordsPerMinute() == null ? Dialogue.WORDS_PER_MINUTE : in.wordsPerMinute();
  }

  private static double pause(NewGuide in) {
    return in.pause() == null ? PAUSE : in.pause();
  }

  GuideTracks(
      ShotBook book,
      Drafts drafts,
      Screenplays screenplays,
      Shots shots,
      Journal journal,
      Clock clock) {
    this.shots = shots;
    this.journal = journal;
    this.clock = clock;
    this.book = book;
    this.drafts = drafts;
    this.screenplays = screenplays;
  }

  /**
   * @param wordsPerMinute null for the usual rate
   * @param pause s between lines without times; null for the usual one
   * @param listener part that hears it
   */
  public record NewGuide(
      List<GuideTrack.Given> lines, Double wordsPerMinute, Double pause, Integer listener) {}

  /**
   * @param parts who speaks, part 1 first
   * @param keptBy whose times these are; empty while they are reckoned
   */
  public record GuideView(
      List<String> parts,
      GuideTrack track,
      double wordsPerMinute,
      double pause,
      int countIn,
      String keptBy) {}

  /**
   * Lines with the times that were kept; else those spoken around the shot's words, one part for
   * each who speaks; none when nobody does.
   */
  @Transactional(readOnly = true)
  public GuideView proposed(UUID shot, Member me) {
    ShotBook.Page p = book.one(me.production(), shot);
    SpokenLines kept = p.shot().spoken;
    if (kept != null) {
      return view(kept.track(), kept.wordsPerMinute(), kept.pause(), kept.keptBy());
    }
    Draft newest = drafts.findFirstByProductionIdOrderByNumberDesc(me.productionId()).orElse(null);
    List<String> parts = new ArrayList<>();
    List<GuideTrack.Given> lines = new ArrayList<>();
    if (newest != null && p.first() != null) {
      Screenplay s = screenplays.of(newest);
      int scene = s.scenes().indexOf(s.sceneAt(p.first().markStart));
      String who = "";
      for (Screenplay.Element e : s.elements()) {
        if (e.scene() == scene && e.kind() == Screenplay.Kind.CHARACTER) {
          who = e.text().replaceAll("\\s*\\(.*", "").strip();
        } else if (e.scene() == scene && e.kind() == Screenplay.Kind.DIALOGUE && !who.isEmpty()) {
          if (!parts.contains(who)) {
            parts.add(who);
          }
          if (parts.size() <= 12) {
            lines.add(new GuideTrack.Given(parts.indexOf(who) + 1, who, e.text(), null, null));
          }
        }
      }
    }
    GuideTrack track =
        lines.isEmpty()
            ? new GuideTrack(List.of(), List.of(), 0)
            : GuideTrack.of(
                lines.subList(0, Math.min(lines.size(), 200)), Dialogue.WORDS_PER_MINUTE, PAUSE);
    return new GuideView(parts, track, Dialogue.WORDS_PER_MINUTE, PAUSE, GuideTrack.COUNT_IN, "");
  }

  /**
   * The lines as they were changed, timed, with a warning where two parts speak at once. Nothing is
   * kept.
   */
  @Transactional(readOnly = true)
  public GuideView timed(UUID shot, Member me, NewGuide in) {
    book.one(me.production(), shot);
    return view(track(in), rate(in), pause(in), "");
  }

  /** Keeps the lines with their times; without lines those of the script are proposed again. */
  @Transactional
  public GuideView keep(UUID shot, Member me, NewGuide in) {
    Shot s = shots.require(shot, me.productionId());
    boolean none = in.lines() == null || in.lines().isEmpty();
    if (!none) {
      track(in);
    }
    s.spoken =
        none ? null : new SpokenLines(in.lines(), rate(in), pause(in), me.name(), clock.instant());
    shots.saveAndFlush(s);
    journal.record(
        me,
        none ? "took back the times of the lines" : "timed the lines",
        "shot",
        s.id.toString(),
        s.code,
        Journal.Touches.shot(s.id));
    return none ? proposed(shot, me) : view(s.spoken.track(), rate(in), pause(in), me.name());
  }

  private static GuideView view(GuideTrack t, double rate, double pause, String keptBy) {
    return new GuideView(
        t.lines().stream().map(GuideTrack.Spoken::name).distinct().toList(),
        t,
        rate,
        pause,
        GuideTrack.COUNT_IN,
        keptBy);
  }

  /** The track of what was sent. */
  public static GuideTrack track(NewGuide in) {
    return GuideTrack.of(in.lines(), rate(in), pause(in));
  }
}
