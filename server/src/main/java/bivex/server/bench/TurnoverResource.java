package bivex.server.bench;

import static bivex.core.crew.Role.ARTIST;
import static bivex.core.crew.Role.COORDINATOR;
import static bivex.core.crew.Role.FLOOR;
import static bivex.core.crew.Role.PRODUCER;

import bivex.core.motion.SolveReport;
import bivex.core.time.Turnover;
import bivex.server.access.Allowed;
import bivex.server.access.Member;
import java.util.UUID;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/**
 * Checks of what was handed over: sequences and camera solves; and measured zones handed on to the
 * plan.
 */
@RestController
@RequestMapping("/api/productions/{production}")
public class TurnoverResource {
  private final TurnoverDesk turnovers;

  TurnoverResource(TurnoverDesk turnovers) {
    this.turnovers = turnovers;
  }

  @PostMapping("/bench/turnover")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public Turnover turnover(Member me, @RequestBody TurnoverDesk.NewTurnover in) {
    return turnovers.turnover(me, in);
  }

  @PostMapping("/bench/solve")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public SolveReport solve(Member me, @RequestBody TurnoverDesk.NewSolve in) {
    return turnovers.solve(me, in);
  }

  /**
   * Puts the measured zones of a take into the plan of its shot, in place of the planned ones of
   * that part; the join is reckoned anew.
   */
  @PostMapping("/takes/{take}/zones/plan")
  @Allowed({PRODUCER, COORDINATOR})
  public TurnoverDesk.ZoneUse use(
      @PathVariable UUID take, Member me, @RequestBody TurnoverDesk.NewZoneUse in) {
    return turnovers.use(take, me, in);
  }
}
