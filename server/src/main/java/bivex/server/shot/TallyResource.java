package bivex.server.shot;

import static bivex.core.crew.Role.COORDINATOR;
import static bivex.core.crew.Role.PRODUCER;

import bivex.core.tally.Costs;
import bivex.server.access.Allowed;
import bivex.server.access.Member;
import bivex.server.http.Problems;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What the breakdown comes to, against what there is. */
@RestController
@RequestMapping("/api/productions/{production}")
public class TallyResource {
  private final Tallies tallies;

  TallyResource(Tallies tallies) {
    this.tallies = tallies;
  }

  /** The running total. Omitted shots cost nothing. */
  @GetMapping("/tally")
  @Allowed({PRODUCER, COORDINATOR})
  public ResponseEntity<Tallies.TallyView> tally(Member me) {
    Tallies.TallyView found = tallies.tally(me);
    return Problems.tagged(found.version(), found);
  }

  /** Sets what is paid and what there is. */
  @PutMapping("/costs")
  @Allowed({PRODUCER})
  public ResponseEntity<Tallies.TallyView> costs(
      Member me, @RequestHeader("If-Match") String ifMatch, @RequestBody Costs in) {
    Tallies.TallyView found = tallies.costs(me, ifMatch, in);
    return Problems.tagged(found.version(), found);
  }
}
