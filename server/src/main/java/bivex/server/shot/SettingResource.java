package bivex.server.shot;

import static bivex.core.crew.Role.ARTIST;
import static bivex.core.crew.Role.COORDINATOR;
import static bivex.core.crew.Role.FLOOR;
import static bivex.core.crew.Role.PRODUCER;

import bivex.server.access.Allowed;
import bivex.server.access.Member;
import java.util.UUID;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What is otherwise for a shot than for its production. */
@RestController
@RequestMapping("/api/productions/{production}/shots/{shot}")
public class SettingResource {
  private final SettingDesk desk;

  SettingResource(SettingDesk desk) {
    this.desk = desk;
  }

  @GetMapping("/setting")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public SettingDesk.SettingView setting(@PathVariable UUID shot, Member me) {
    return desk.setting(shot, me);
  }

  /** Rate, picture and sensor of its own; all empty for those of the production. */
  @PutMapping("/recording")
  @Allowed({PRODUCER, COORDINATOR, FLOOR})
  public SettingDesk.SettingView record(
      @PathVariable UUID shot, Member me, @RequestBody SettingDesk.NewRecording in) {
    return desk.record(shot, me, in);
  }

  /** How closely it is looked at; without size and speed it is taken back. */
  @PutMapping("/standard")
  @Allowed({PRODUCER, COORDINATOR})
  public SettingDesk.SettingView standard(
      @PathVariable UUID shot, Member me, @RequestBody SettingDesk.NewStandard in) {
    return desk.standard(shot, me, in);
  }
}
