package bivex.server.effort;

import static bivex.core.crew.Role.ARTIST;
import static bivex.core.crew.Role.COORDINATOR;
import static bivex.core.crew.Role.FLOOR;
import static bivex.core.crew.Role.PRODUCER;

import bivex.server.access.Allowed;
import bivex.server.access.Member;
import bivex.server.http.Problems;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Hours per unit of work, as the production reckons them, and what work really took. */
@RestController
@RequestMapping("/api/productions/{production}/effort")
public class EffortResource {
  private final EffortDesk efforts;

  EffortResource(EffortDesk efforts) {
    this.efforts = efforts;
  }

  @GetMapping
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public ResponseEntity<EffortDesk.EffortView> effort(Member me) {
    EffortDesk.EffortView found = efforts.effort(me);
    return Problems.tagged(found.version(), found);
  }

  /** Sets the production's own rates; what is not named goes back to the planning default. */
  @PutMapping
  @Allowed({PRODUCER})
  public ResponseEntity<EffortDesk.EffortView> change(
      Member me,
      @RequestHeader("If-Match") String ifMatch,
      @RequestBody EffortDesk.RatesChange in) {
    EffortDesk.EffortView found = efforts.change(me, ifMatch, in);
    return Problems.tagged(found.version(), found);
  }

  /** Applies what work of one kind really took to its rates, because somebody asks for it. */
  @PostMapping("/calibrations")
  @Allowed({PRODUCER})
  public ResponseEntity<EffortDesk.EffortView> calibrate(
      Member me, @RequestBody EffortDesk.NewCalibration in) {
    EffortDesk.EffortView found = efforts.calibrate(me, in);
    return Problems.tagged(found.version(), found);
  }
}
