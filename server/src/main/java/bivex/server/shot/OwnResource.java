package bivex.server.shot;

import static bivex.core.crew.Role.ARTIST;
import static bivex.core.crew.Role.COORDINATOR;
import static bivex.core.crew.Role.FLOOR;
import static bivex.core.crew.Role.PRODUCER;

import bivex.core.parameter.Parameter;
import bivex.server.access.Allowed;
import bivex.server.access.Member;
import bivex.server.access.SignedIn;
import bivex.server.http.Problems;
import java.util.List;
import java.util.UUID;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Things a shot owes because somebody said so, and what of its derived plan is otherwise. */
@RestController
@RequestMapping("/api")
public class OwnResource {
  private final OwnDesk desk;

  OwnResource(OwnDesk desk) {
    this.desk = desk;
  }

  /** What can be owed beside what methods derive. */
  @GetMapping("/item-kinds")
  @SignedIn
  public List<OwnDesk.ItemKind> kinds() {
    return OwnDesk.kinds();
  }

  /** Makes a thing the shot owes; the same id again changes it. */
  @PostMapping("/productions/{production}/shots/{shot}/items")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public ResponseEntity<ShotDesk.ShotView> put(
      @PathVariable UUID shot, Member me, @RequestBody OwnDesk.NewItem in) {
    return tagged(desk.put(shot, me, in));
  }

  /** Takes one away that nothing rests on; who made it, the producer or the coordinator may. */
  @DeleteMapping("/productions/{production}/shots/{shot}/items/{item}")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public ResponseEntity<ShotDesk.ShotView> remove(
      @PathVariable UUID shot, @PathVariable String item, Member me) {
    return tagged(desk.remove(shot, me, item));
  }

  /** What of a derived thing may be otherwise, with what is derived. */
  @GetMapping("/productions/{production}/shots/{shot}/changes")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public List<Parameter> open(
      @PathVariable UUID shot, Member me, @RequestParam(required = false) String item) {
    return desk.open(shot, me, item);
  }

  /** Says that a derived thing is otherwise on this shot, or not there. */
  @PostMapping("/productions/{production}/shots/{shot}/changes")
  @Allowed({PRODUCER, COORDINATOR})
  public ResponseEntity<ShotDesk.ShotView> change(
      @PathVariable UUID shot, Member me, @RequestBody OwnDesk.NewChange in) {
    return tagged(desk.change(shot, me, in));
  }

  /** Takes that back: it is as the methods derive it. */
  @DeleteMapping("/productions/{production}/shots/{shot}/changes")
  @Allowed({PRODUCER, COORDINATOR})
  public ResponseEntity<ShotDesk.ShotView> asDerived(
      @PathVariable UUID shot, Member me, @RequestParam(required = false) String item) {
    return tagged(desk.asDerived(shot, me, item));
  }

  private static ResponseEntity<ShotDesk.ShotView> tagged(ShotDesk.ShotView v) {
    return Problems.tagged(v.version(), v);
  }
}
