package bivex.server.rescue;

import static bivex.core.crew.Role.ARTIST;
import static bivex.core.crew.Role.COORDINATOR;
import static bivex.core.crew.Role.FLOOR;
import static bivex.core.crew.Role.PRODUCER;

import bivex.server.access.Allowed;
import bivex.server.access.Member;
import java.util.List;
import java.util.UUID;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What can be made in place of plates that are missing, from the takes that are there. */
@RestController
@RequestMapping("/api/productions/{production}")
public class RescueResource {
  private final RescueDesk rescues;

  RescueResource(RescueDesk rescues) {
    this.rescues = rescues;
  }

  /**
   * Ways out for each plate of a shot that is owed or in doubt, best first.
   *
   * @param tighter how much closer than the takes the plate is framed, 1 to 20
   */
  @GetMapping("/shots/{shot}/rescue")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public List<RescueDesk.RescueView> rescue(
      @PathVariable UUID shot, Member me, @RequestParam(defaultValue = "1") double tighter) {
    return rescues.rescue(shot, me, tighter);
  }

  /** What has to be picked up over the whole production, grouped for the day it is done on. */
  @GetMapping("/pick-ups")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public RescueDesk.PickUpsView pickUps(Member me) {
    return rescues.pickUps(me);
  }

  /** Takes a way out that is offered, or takes it back; the ways out that are left. */
  @PostMapping("/shots/{shot}/ways-out")
  @Allowed({PRODUCER, COORDINATOR})
  public List<RescueDesk.RescueView> take(
      @PathVariable UUID shot, Member me, @RequestBody RescueDesk.NewWayOut in) {
    return rescues.take(shot, me, in);
  }
}
