package bivex.server.shot;

import static bivex.core.crew.Role.ARTIST;
import static bivex.core.crew.Role.COORDINATOR;
import static bivex.core.crew.Role.FLOOR;
import static bivex.core.crew.Role.GUEST;
import static bivex.core.crew.Role.PRODUCER;

import bivex.core.method.Plan;
import bivex.core.shot.OwedItem;
import bivex.server.access.Allowed;
import bivex.server.access.Derived;
import bivex.server.access.Member;
import bivex.server.access.SignedIn;
import bivex.server.http.Problems;
import java.util.List;
import java.util.Map;
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

/** Effect shots: marked, planned, and what they owe. */
@RestController
@RequestMapping("/api")
public class ShotResource {
  private final ShotDesk desk;
  private final MethodDesk methodDesk;
  private final ShotLists lists;
  private final EvidenceDesk evidence;

  ShotResource(ShotDesk desk, MethodDesk methodDesk, ShotLists lists, EvidenceDesk evidence) {
    this.desk = desk;
    this.methodDesk = methodDesk;
    this.lists = lists;
    this.evidence = evidence;
  }

  /** The method book. */
  @GetMapping("/methods")
  @SignedIn
  public List<MethodDesk.MethodView> methods() {
    return methodDesk.methods();
  }

  /**
   * Inputs of a sum as a shot knows them, or as the production does when none is named; to start a
   * what-if from.
   */
  @GetMapping("/productions/{production}/sums/{sum}")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public Map<String, Object> inputs(
      @PathVariable String sum, Member me, @RequestParam(required = false) UUID shot) {
    return methodDesk.inputs(sum, me, shot);
  }

  /** Methods side by side for a shot: those its words suggest, or those that are asked for. */
  @GetMapping("/productions/{production}/shots/{shot}/options")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public List<MethodDesk.OptionView> options(
      @PathVariable UUID shot, Member me, @RequestParam(required = false) List<String> methods) {
    return methodDesk.options(shot, me, methods);
  }

  /** The script as a strip; a guest sees the shots they are invited to. */
  @GetMapping("/productions/{production}/reel")
  @Derived
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST, GUEST})
  public ShotLists.Reel reel(Member me) {
    return lists.reel(me);
  }

  /**
   * What the production owes: what is too late first comes first, and of one day the most harmful.
   */
  @GetMapping("/productions/{production}/owed")
  @Derived
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public ShotLists.OwedPage owed(
      Member me,
      @RequestParam(defaultValue = "0") int page,
      @RequestParam(defaultValue = "60") int size,
      @RequestParam(required = false) OwedItem.Who who) {
    return lists.owed(me, page, size, who);
  }

  @GetMapping("/productions/{production}/shots")
  @Derived
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public ShotLists.ShotPage list(
      Member me,
      @RequestParam(defaultValue = "0") int page,
      @RequestParam(defaultValue = "200") int size) {
    return lists.list(me, page, size);
  }

  /** Marks words of a draft as an effect shot. */
  @PostMapping("/productions/{production}/shots")
  @Allowed({PRODUCER, COORDINATOR})
  public ResponseEntity<ShotDesk.ShotView> mark(Member me, @RequestBody ShotDesk.NewShot in) {
    ShotDesk.ShotView found = desk.mark(me, in);
    return Problems.tagged(found.version(), found);
  }

  @GetMapping("/productions/{production}/shots/{shot}")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public ResponseEntity<ShotDesk.ShotView> shot(@PathVariable UUID shot, Member me) {
    ShotDesk.ShotView found = desk.shot(shot, me);
    return Problems.tagged(found.version(), found);
  }

  /** Changes a shot; its plan is derived anew and evidence stays with its items. */
  @PutMapping("/productions/{production}/shots/{shot}")
  @Allowed({PRODUCER, COORDINATOR})
  public ResponseEntity<ShotDesk.ShotView> change(
      @PathVariable UUID shot,
      Member me,
      @RequestHeader("If-Match") String ifMatch,
      @RequestBody ShotDesk.ShotEdit in) {
    ShotDesk.ShotView found = desk.change(shot, me, ifMatch, in);
    return Problems.tagged(found.version(), found);
  }

  /** Says that one plate is set otherwise on purpose, or takes that back. */
  @PostMapping("/productions/{production}/shots/{shot}/planned")
  @Allowed({PRODUCER, COORDINATOR, FLOOR})
  public ResponseEntity<ShotDesk.ShotView> differ(
      @PathVariable UUID shot, Member me, @RequestBody ShotDesk.NewDifference in) {
    ShotDesk.ShotView found = desk.differ(shot, me, in);
    return Problems.tagged(found.version(), found);
  }

  /** What a shot would owe with other values; nothing is kept. */
  @PostMapping("/productions/{production}/shots/{shot}/what-if")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public Plan whatIf(@PathVariable UUID shot, Member me, @RequestBody ShotDesk.ShotEdit in) {
    return desk.whatIf(shot, me, in);
  }

  /** Says something about a plan item: settled, accepted, dropped, wanted again. */
  @PostMapping("/productions/{production}/shots/{shot}/evidence")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public ResponseEntity<ShotDesk.ShotView> say(
      @PathVariable UUID shot, Member me, @RequestBody EvidenceDesk.NewEvidence in) {
    ShotDesk.ShotView found = evidence.say(shot, me, in);
    return Problems.tagged(found.version(), found);
  }
}
