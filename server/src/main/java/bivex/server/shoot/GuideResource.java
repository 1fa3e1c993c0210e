package bivex.server.shoot;

import static bivex.core.crew.Role.ARTIST;
import static bivex.core.crew.Role.COORDINATOR;
import static bivex.core.crew.Role.FLOOR;
import static bivex.core.crew.Role.PRODUCER;

import bivex.core.InvalidInput;
import bivex.core.script.Dialogue;
import bivex.core.script.GuideTrack;
import bivex.core.script.Screenplay;
import bivex.server.access.Allowed;
import bivex.server.access.Member;
import bivex.server.book.Screenplays;
import bivex.server.book.ShotBook;
import bivex.server.keep.Draft;
import bivex.server.keep.Drafts;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/**
 * The guide track of a shot whose performer answers herself: lines from the script, their times,
 * and the sound.
 */
@RestController
@RequestMapping("/api/productions/{production}/shots/{shot}")
public class GuideResource {
  private static final double PAUSE = 0.6;
  private final ShotBook book;
  private final Drafts drafts;
  private final Screenplays screenplays;

  GuideResource(ShotBook book, Drafts drafts, Screenplays screenplays) {
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
  @GetMapping("/guide")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  @Transactional(readOnly = true)
  public GuideView proposed(@PathVariable UUID shot, Member me) {
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
  @PostMapping("/guide")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  @Transactional(readOnly = true)
  public GuideView timed(@PathVariable UUID shot, Member me, @RequestBody NewGuide in) {
    book.one(me.production(), shot);
    GuideTrack t = track(in);
    return new GuideView(
        t.lines().stream().map(GuideTrack.Spoken::name).distinct().toList(),
        t,
        rate(in),
        pause(in),
        GuideTrack.COUNT_IN);
  }

  /** The sound for one part. */
  @PostMapping(path = "/guide.wav", produces = "audio/wav")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  @Transactional(readOnly = true)
  public ResponseEntity<byte[]> wav(@PathVariable UUID shot, Member me, @RequestBody NewGuide in) {
    ShotBook.Page p = book.one(me.production(), shot);
    int listener =
        (int) InvalidInput.within("listener", in.listener() == null ? 0 : in.listener(), 1L, 12L);
    byte[] wav = track(in).wav(listener);
    return ResponseEntity.ok()
        .contentType(MediaType.parseMediaType("audio/wav"))
        .header(
            HttpHeaders.CONTENT_DISPOSITION,
            ContentDisposition.attachment()
                .filename(p.shot().code + "-guide-part-" + listener + ".wav")
                .build()
                .toString())
        .body(wav);
  }

  /** The track of what was sent. */
  public static GuideTrack track(NewGuide in) {
    return GuideTrack.of(in.lines(), rate(in), pause(in));
  }

  private static double rate(NewGuide in) {
    return in.wordsPerMinute() == null ? Dialogue.WORDS_PER_MINUTE : in.wordsPerMinute();
  }

  private static double pause(NewGuide in) {
    return in.pause() == null ? PAUSE : in.pause();
  }
}
