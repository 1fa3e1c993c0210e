package bivex.server.takeback;

import static bivex.core.crew.Role.ARTIST;
import static bivex.core.crew.Role.COORDINATOR;
import static bivex.core.crew.Role.FLOOR;
import static bivex.core.crew.Role.GUEST;
import static bivex.core.crew.Role.PRODUCER;

import bivex.server.access.Allowed;
import bivex.server.access.Member;
import bivex.server.delivery.Deliveries;
import java.io.IOException;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Taking back what was made by mistake, while nothing rests on it. */
@RestController
@RequestMapping("/api/productions/{production}")
public class TakebackResource {
  private final Takebacks takebacks;
  private final Deliveries deliveries;

  TakebackResource(Takebacks takebacks, Deliveries deliveries) {
    this.takebacks = takebacks;
    this.deliveries = deliveries;
  }

  /** A note that nobody has answered, by who wrote it or a producer. */
  @DeleteMapping("/notes/{note}")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST, GUEST})
  @ResponseStatus(HttpStatus.NO_CONTENT)
  public void note(Member me, @PathVariable UUID note) {
    takebacks.note(me, note);
  }

  /** A version without notes, verdict or package, by who uploaded it or a producer. */
  @DeleteMapping("/versions/{version}")
  @Allowed({PRODUCER, COORDINATOR, ARTIST})
  @ResponseStatus(HttpStatus.NO_CONTENT)
  public void version(Member me, @PathVariable UUID version) {
    takebacks.version(me, version);
  }

  /** A shooting day without setups. */
  @DeleteMapping("/days/{day}")
  @Allowed({PRODUCER, COORDINATOR})
  @ResponseStatus(HttpStatus.NO_CONTENT)
  public void day(Member me, @PathVariable UUID day) {
    takebacks.day(me, day);
  }

  /** A setup that nothing is planned, shot or noted for. */
  @DeleteMapping("/setups/{setup}")
  @Allowed({PRODUCER, COORDINATOR})
  @ResponseStatus(HttpStatus.NO_CONTENT)
  public void setup(Member me, @PathVariable UUID setup) {
    takebacks.setup(me, setup);
  }

  /** A delivery specification that nothing was packed for. */
  @DeleteMapping("/specs/{spec}")
  @Allowed({PRODUCER, COORDINATOR})
  @ResponseStatus(HttpStatus.NO_CONTENT)
  public void spec(Member me, @PathVariable UUID spec) {
    takebacks.spec(me, spec);
  }

  /** A package that was not handed over, with its files. */
  @DeleteMapping("/packages/{pack}")
  @Allowed({PRODUCER, COORDINATOR})
  @ResponseStatus(HttpStatus.NO_CONTENT)
  public void pack(Member me, @PathVariable UUID pack) throws IOException {
    deliveries.discard(takebacks.pack(me, pack));
  }

  /** A guest's invitation to a shot; what they have said stays. */
  @DeleteMapping("/shots/{shot}/guests/{person}")
  @Allowed({PRODUCER, COORDINATOR})
  @ResponseStatus(HttpStatus.NO_CONTENT)
  public void invitation(Member me, @PathVariable UUID shot, @PathVariable UUID person) {
    takebacks.invitation(me, shot, person);
  }
}
