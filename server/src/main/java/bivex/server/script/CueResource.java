package bivex.server.script;

import static bivex.core.crew.Role.ARTIST;
import static bivex.core.crew.Role.COORDINATOR;
import static bivex.core.crew.Role.FLOOR;
import static bivex.core.crew.Role.PRODUCER;

import bivex.core.cue.CueWords;
import bivex.server.access.Allowed;
import bivex.server.access.Member;
import bivex.server.http.Problems;
import bivex.server.shot.ShotDesk;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Moments of the newest draft that look like effects, and the words they are found by. */
@RestController
@RequestMapping("/api/productions/{production}")
public class CueResource {
  private final CueDesk cueDesk;

  CueResource(CueDesk cueDesk) {
    this.cueDesk = cueDesk;
  }

  /** Cues nobody has marked or waved away, in the order of the script. */
  @GetMapping("/cues")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public CueDesk.CuesView cues(Member me) {
    return cueDesk.cues(me);
  }

  /** Waves a cue away: it is not proposed again, in no draft. */
  @PostMapping("/cues/waved")
  @Allowed({PRODUCER, COORDINATOR})
  public CueDesk.CuesView wave(Member me, @RequestBody CueDesk.Waving in) {
    return cueDesk.wave(me, in);
  }

  /** Marks the words of a cue, and remembers how it was taken. */
  @PostMapping("/cues/taken")
  @Allowed({PRODUCER, COORDINATOR})
  public ShotDesk.ShotView take(Member me, @RequestBody CueDesk.Taking in) {
    return cueDesk.take(me, in);
  }

  /** Moves the confidence from which cues are shown. */
  @PutMapping("/cues/from")
  @Allowed({PRODUCER, COORDINATOR})
  public CueDesk.CuesView show(
      Member me, @RequestHeader("If-Match") String ifMatch, @RequestBody CueDesk.ShowingFrom in) {
    return cueDesk.show(me, ifMatch, in);
  }

  /** What answers to cues have taught, and how often the finder was right on this script. */
  @GetMapping("/cues/learned")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public CueDesk.LearnedView learned(Member me) {
    return cueDesk.learned(me);
  }

  /** Whether answers change what is proposed after them. */
  @PutMapping("/cues/learned")
  @Allowed({PRODUCER, COORDINATOR})
  public CueDesk.LearnedView learn(
      Member me, @RequestHeader("If-Match") String ifMatch, @RequestBody CueDesk.LearningFrom in) {
    return cueDesk.learn(me, ifMatch, in);
  }

  /** Brings a cue back. */
  @PostMapping("/cues/wanted")
  @Allowed({PRODUCER, COORDINATOR})
  public CueDesk.CuesView want(Member me, @RequestBody CueDesk.Waving in) {
    return cueDesk.want(me, in);
  }

  @GetMapping("/cue-words")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public ResponseEntity<CueDesk.CueWordsView> words(Member me) {
    CueDesk.CueWordsView found = cueDesk.words(me);
    return Problems.tagged(found.version(), found);
  }

  /** Changes the words cues are found by. */
  @PutMapping("/cue-words")
  @Allowed({PRODUCER, COORDINATOR})
  public ResponseEntity<CueDesk.CueWordsView> change(
      Member me, @RequestHeader("If-Match") String ifMatch, @RequestBody CueWords in) {
    CueDesk.CueWordsView found = cueDesk.change(me, ifMatch, in);
    return Problems.tagged(found.version(), found);
  }
}
