package bivex.server.shot;

import static bivex.core.crew.Role.ARTIST;
import static bivex.core.crew.Role.COORDINATOR;
import static bivex.core.crew.Role.FLOOR;
import static bivex.core.crew.Role.PRODUCER;

import bivex.server.access.Allowed;
import bivex.server.access.Member;
import java.util.UUID;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What a shot takes over from another. */
@RestController
@RequestMapping("/api/productions/{production}/shots/{shot}/leans")
public class LeanResource {
  private final LeanDesk desk;

  LeanResource(LeanDesk desk) {
    this.desk = desk;
  }

  @GetMapping
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public LeanDesk.LeansView leans(@PathVariable UUID shot, Member me) {
    return desk.leans(shot, me);
  }

  /** Says that it takes something over. */
  @PostMapping
  @Allowed({PRODUCER, COORDINATOR, ARTIST})
  public LeanDesk.LeansView add(
      @PathVariable UUID shot, Member me, @RequestBody LeanDesk.NewLean in) {
    return desk.add(shot, me, in);
  }

  /** Takes that back. */
  @DeleteMapping("/{lean}")
  @Allowed({PRODUCER, COORDINATOR, ARTIST})
  public LeanDesk.LeansView remove(@PathVariable UUID shot, @PathVariable UUID lean, Member me) {
    return desk.remove(shot, me, lean);
  }
}
