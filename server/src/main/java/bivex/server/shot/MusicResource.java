package bivex.server.shot;

import static bivex.core.crew.Role.ARTIST;
import static bivex.core.crew.Role.COORDINATOR;
import static bivex.core.crew.Role.FLOOR;
import static bivex.core.crew.Role.PRODUCER;

import bivex.server.access.Allowed;
import bivex.server.access.Member;
import java.util.List;
import java.util.UUID;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Music that picture is made to. */
@RestController
@RequestMapping("/api/productions/{production}")
public class MusicResource {
  private final MusicDesk desk;

  MusicResource(MusicDesk desk) {
    this.desk = desk;
  }

  @GetMapping("/music")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public List<MusicDesk.MusicView> all(Member me) {
    return desk.all(me);
  }

  /** Adds music, of a tempo or as it was tapped. */
  @PostMapping("/music")
  @Allowed({PRODUCER, COORDINATOR, ARTIST})
  public List<MusicDesk.MusicView> add(Member me, @RequestBody MusicDesk.NewMusic in) {
    return desk.add(me, in);
  }

  /** Takes music away that no shot is laid on. */
  @DeleteMapping("/music/{music}")
  @Allowed({PRODUCER, COORDINATOR, ARTIST})
  public List<MusicDesk.MusicView> remove(@PathVariable UUID music, Member me) {
    return desk.remove(music, me);
  }

  /** What of a shot meets the music it is laid on. */
  @GetMapping("/shots/{shot}/music")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public MusicDesk.ShotMusic of(@PathVariable UUID shot, Member me) {
    return desk.of(shot, me);
  }

  /** Lays a shot on music, or takes it off. */
  @PutMapping("/shots/{shot}/music")
  @Allowed({PRODUCER, COORDINATOR, ARTIST})
  public MusicDesk.ShotMusic lay(
      @PathVariable UUID shot, Member me, @RequestBody MusicDesk.NewShotMusic in) {
    return desk.lay(shot, me, in);
  }
}
