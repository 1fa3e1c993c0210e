package bivex.server.upkeep;

import bivex.core.crew.Role;
import bivex.server.BivexProperties;
import bivex.server.access.Gate;
import bivex.server.access.Identity;
import bivex.server.access.SignedIn;
import bivex.server.http.Problems;
import bivex.server.keep.Memberships;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** The state of the house, for its producers. */
@RestController
@RequestMapping("/api/house")
public class HouseResource {
  private final Backups backups;
  private final Memberships memberships;
  private final BivexProperties properties;

  HouseResource(Backups backups, Memberships memberships, BivexProperties properties) {
    this.backups = backups;
    this.memberships = memberships;
    this.properties = properties;
  }

  /**
   * @param freeBytes left where the house keeps its files
   */
  public record HouseView(Backups.BackupView backup, long freeBytes) {}

  @GetMapping
  @SignedIn
  public HouseView house() {
    mustBeProducer();
    return view();
  }

  /** Makes a backup now; answered when it is whole. */
  @PostMapping("/backup")
  @SignedIn
  public HouseView backup() {
    mustBeProducer();
    backups.now();
    return view();
  }

  private HouseView view() {
    return new HouseView(backups.view(), properties.data().toFile().getUsableSpace());
  }

  private void mustBeProducer() {
    Identity who = Gate.identity();
    if (memberships.ofPerson(who.id()).stream().noneMatch(m -> m.role == Role.PRODUCER)) {
      throw new Problems.Forbidden("Only a producer sees the state of the house.");
    }
  }
}
