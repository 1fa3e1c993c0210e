package bivex.server.shoot;

import static bivex.core.crew.Role.ARTIST;
import static bivex.core.crew.Role.COORDINATOR;
import static bivex.core.crew.Role.FLOOR;
import static bivex.core.crew.Role.PRODUCER;

import bivex.core.InvalidInput;
import bivex.server.access.Allowed;
import bivex.server.access.Member;
import bivex.server.book.ShotBook;
import bivex.server.http.Download;
import java.util.UUID;
import org.springframework.http.ResponseEntity;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
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
  private final GuideTracks guides;
  private final ShotBook book;

  GuideResource(GuideTracks guides, ShotBook book) {
    this.guides = guides;
    this.book = book;
  }

  /**
   * Lines with the times that were kept; else those spoken around the shot's words, one part for
   * each who speaks; none when nobody does.
   */
  @GetMapping("/guide")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public GuideTracks.GuideView proposed(@PathVariable UUID shot, Member me) {
    return guides.proposed(shot, me);
  }

  /**
   * The lines as they were changed, timed, with a warning where two parts speak at once. Nothing is
   * kept.
   */
  @PostMapping("/guide")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public GuideTracks.GuideView timed(
      @PathVariable UUID shot, Member me, @RequestBody GuideTracks.NewGuide in) {
    return guides.timed(shot, me, in);
  }

  /** Keeps the lines with their times; without lines those of the script are proposed again. */
  @PutMapping("/guide")
  @Allowed({PRODUCER, COORDINATOR, FLOOR})
  public GuideTracks.GuideView keep(
      @PathVariable UUID shot, Member me, @RequestBody GuideTracks.NewGuide in) {
    return guides.keep(shot, me, in);
  }

  /** The sound for one part. */
  @PostMapping(path = "/guide.wav", produces = "audio/wav")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  @Transactional(readOnly = true)
  public ResponseEntity<byte[]> wav(
      @PathVariable UUID shot, Member me, @RequestBody GuideTracks.NewGuide in) {
    ShotBook.Page p = book.one(me.production(), shot);
    int listener =
        (int) InvalidInput.within("listener", in.listener() == null ? 0 : in.listener(), 1L, 12L);
    byte[] wav = GuideTracks.track(in).wav(listener);
    return Download.of(wav, p.shot().code + "-guide-part-" + listener + ".wav", "audio/wav");
  }
}
