package bivex.server.shoot;

import static bivex.core.crew.Role.ARTIST;
import static bivex.core.crew.Role.COORDINATOR;
import static bivex.core.crew.Role.FLOOR;
import static bivex.core.crew.Role.PRODUCER;

import bivex.core.shoot.MatchGuard;
import bivex.server.access.Allowed;
import bivex.server.access.Member;
import bivex.server.http.Problems;
import java.util.List;
import java.util.UUID;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/**
 * The floor: setups, the slate, the logs, the match guard, and what devices wrote while they were
 * off the line.
 */
@RestController
@RequestMapping("/api/productions/{production}")
public class FloorResource {
  private final Floor floor;

  FloorResource(Floor floor) {
    this.floor = floor;
  }

  @PostMapping("/setups")
  @Allowed({PRODUCER, COORDINATOR, FLOOR})
  public ResponseEntity<FloorSheets.SetupView> addSetup(
      Member me, @RequestBody Floor.SetupChange in) {
    FloorSheets.SetupView found = floor.addSetup(me, in);
    return Problems.tagged(found.version(), found);
  }

  @PutMapping("/setups/{setup}")
  @Allowed({PRODUCER, COORDINATOR, FLOOR})
  public ResponseEntity<FloorSheets.SetupView> changeSetup(
      @PathVariable UUID setup,
      Member me,
      @RequestHeader("If-Match") String ifMatch,
      @RequestBody Floor.SetupChange in) {
    FloorSheets.SetupView found = floor.changeSetup(setup, me, ifMatch, in);
    return Problems.tagged(found.version(), found);
  }

  /** Everything the floor needs in one setup. */
  @GetMapping("/setups/{setup}")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public FloorSheets.SetupSheet sheet(
      @PathVariable UUID setup, Member me, @RequestParam(defaultValue = "0") int page) {
    return floor.sheet(setup, me, page);
  }

  /** Says what the slate has against its set before it is logged. */
  @PostMapping("/setups/{setup}/slate")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public List<MatchGuard.Finding> slate(
      @PathVariable UUID setup, Member me, @RequestBody Floor.NewSlate in) {
    return floor.slate(setup, me, in);
  }

  /** Logs a take. Sending the same id again changes nothing and answers with the take. */
  @PostMapping("/takes")
  @Allowed({PRODUCER, COORDINATOR, FLOOR})
  public FloorSheets.TakeView log(Member me, @RequestBody FloorLog.NewTake in) {
    return floor.log(me, in);
  }

  /** Picks a take, or says it is no good or a false start; the last word counts. */
  @PostMapping("/takes/{take}/calls")
  @Allowed({PRODUCER, COORDINATOR, FLOOR})
  public FloorSheets.TakeView call(
      @PathVariable UUID take, Member me, @RequestBody FloorLog.NewCall in) {
    return floor.call(take, me, in);
  }

  /** Sets a logged take right by a later entry; what it was is kept. */
  @PostMapping("/takes/{take}/corrections")
  @Allowed({PRODUCER, COORDINATOR, FLOOR})
  public FloorSheets.TakeView correct(
      @PathVariable UUID take, Member me, @RequestBody FloorLog.NewCorrection in) {
    return floor.correct(take, me, in);
  }

  /** Logs that the camera was touched; every later take of the set is in doubt. */
  @PostMapping("/setups/{setup}/touches")
  @Allowed({PRODUCER, COORDINATOR, FLOOR})
  public FloorSheets.TouchView touch(
      @PathVariable UUID setup, Member me, @RequestBody FloorLog.NewTouch in) {
    return floor.touch(setup, me, in);
  }

  /** A word about the light, or a sound check that was made. */
  @PostMapping("/setups/{setup}/notes")
  @Allowed({PRODUCER, COORDINATOR, FLOOR})
  public FloorSheets.SetupNoteView note(
      @PathVariable UUID setup, Member me, @RequestBody FloorLog.NewSetupNote in) {
    return floor.note(setup, me, in);
  }

  /**
   * Takes in what a device wrote, in the order it wrote it. Each entry stands for itself: one that
   * is refused keeps none of the others back. An entry that comes again is answered as kept and
   * changes nothing. Times are set right by the difference of the clocks.
   */
  @PostMapping("/floor/entries")
  @Allowed({PRODUCER, COORDINATOR, FLOOR})
  public Floor.EntriesResult entries(Member me, @RequestBody Floor.NewEntries in) {
    return floor.entries(me, in);
  }
}
