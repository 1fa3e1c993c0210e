package bivex.server.shoot;

import bivex.core.script.Dialogue;
import bivex.core.script.GuideTrack;
import bivex.core.script.Screenplay;
import bivex.server.access.Member;
import bivex.server.book.Screenplays;
import bivex.server.book.ShotBook;
import bivex.server.keep.Draft;
import bivex.server.keep.Drafts;
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

  private static double rate(NewGuide in) {
    return in.wordsPerMinute() == null ? Dialogue.WORDS_PER_MINUTE : in.wordsPerMinute();
  }

  private static double pause(NewGuide in) {
    return in.pause() == null ? PAUSE : in.pause();
  }

  GuideTracks(ShotBook book, Drafts drafts, Screenplays screenplays) {
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
   */
  public record GuideView(
      List<String> parts, GuideTrack track, double wordsPerMinute, double pause, int countIn) {}

  /** Lines spoken around the shot's words, one part for each who speaks; none when nobody does. */
  @Transactional(readOnly = true)
  public GuideView proposed(UUID shot, Member me) {
    ShotBook.Page p = book.one(me.production(), shot);
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
    return new GuideView(parts, track, Dialogue.WORDS_PER_MINUTE, PAUSE, GuideTrack.COUNT_IN);
  }

  /**
   * The lines as they were changed, timed, with a warning where two parts speak at once. Nothing is
   * kept.
   */
  @Transactional(readOnly = true)
  public GuideView timed(UUID shot, Member me, NewGuide in) {
    book.one(me.production(), shot);
    GuideTrack t = track(in);
    return new GuideView(
        t.lines().stream().map(GuideTrack.Spoken::name).distinct().toList(),
        t,
        rate(in),
        pause(in),
        GuideTrack.COUNT_IN);
  }

  /** The track of what was sent. */
  public static GuideTrack track(NewGuide in) {
    return GuideTrack.of(in.lines(), rate(in), pause(in));
  }
}
