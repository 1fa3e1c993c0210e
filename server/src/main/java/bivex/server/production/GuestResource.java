package bivex.server.production;

import static bivex.core.crew.Role.COORDINATOR;
import static bivex.core.crew.Role.PRODUCER;

import bivex.server.access.Allowed;
import bivex.server.access.Member;
import java.util.List;
import java.util.UUID;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Links by which guests come in without a sign-in. */
@RestController
@RequestMapping("/api/productions/{production}/guest-links")
public class GuestResource {
  private final GuestDesk guests;

  GuestResource(GuestDesk guests) {
    this.guests = guests;
  }

  /** All links of the production, the newest first. */
  @GetMapping
  @Allowed({PRODUCER, COORDINATOR})
  public List<GuestDesk.GuestLinkView> links(Member me) {
    return guests.links(me);
  }

  /** Makes a link, shown once; one that its person had before is no more. */
  @PostMapping
  @Allowed({PRODUCER, COORDINATOR})
  public GuestDesk.GuestLinkMade make(Member me, @RequestBody GuestDesk.NewGuestLink in) {
    return guests.make(me, in);
  }

  /** Ends a link at once, with every sign-in that came by it. */
  @DeleteMapping("/{link}")
  @Allowed({PRODUCER, COORDINATOR})
  public List<GuestDesk.GuestLinkView> end(Member me, @PathVariable UUID link) {
    return guests.end(me, link);
  }
}
