package bivex.server.shoot;

import static bivex.core.crew.Role.ARTIST;
import static bivex.core.crew.Role.COORDINATOR;
import static bivex.core.crew.Role.FLOOR;
import static bivex.core.crew.Role.PRODUCER;

import bivex.server.access.Allowed;
import bivex.server.access.Member;
import bivex.server.http.Problems;
import java.util.List;
import java.util.UUID;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/**
 * The shooting days: where and when, who is there, saved places, presets, and all a device needs to
 * work a day without a line.
 */
@RestController
@RequestMapping("/api/productions/{production}")
public class DayResource {
  private final ShootDays days;

  DayResource(ShootDays days) {
    this.days = days;
  }

  @GetMapping("/days")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public List<FloorSheets.DayView> days(Member me) {
    return days.days(me);
  }

  @PostMapping("/days")
  @Allowed({PRODUCER, COORDINATOR})
  public FloorSheets.DayView addDay(Member me, @RequestBody ShootDays.NewDay in) {
    return days.addDay(me, in);
  }

  @PutMapping("/days/{day}")
  @Allowed({PRODUCER, COORDINATOR})
  public ResponseEntity<FloorSheets.DayView> changeDay(
      @PathVariable UUID day,
      Member me,
      @RequestHeader("If-Match") String ifMatch,
      @RequestBody ShootDays.NewDay in) {
    FloorSheets.DayView found = days.changeDay(day, me, ifMatch, in);
    return Problems.tagged(found.version(), found);
  }

  @GetMapping("/places")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public List<ShootDays.PlaceView> places(Member me) {
    return days.places(me);
  }

  @PostMapping("/places")
  @Allowed({PRODUCER, COORDINATOR})
  public List<ShootDays.PlaceView> addPlace(Member me, @RequestBody ShootDays.NewPlace in) {
    return days.addPlace(me, in);
  }

  @DeleteMapping("/places/{place}")
  @Allowed({PRODUCER, COORDINATOR})
  public List<ShootDays.PlaceView> removePlace(@PathVariable UUID place, Member me) {
    return days.removePlace(place, me);
  }

  @GetMapping("/presets")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public List<ShootDays.PresetView> presets(Member me) {
    return days.presets(me);
  }

  @PostMapping("/presets")
  @Allowed({PRODUCER, COORDINATOR, FLOOR})
  public List<ShootDays.PresetView> addPreset(Member me, @RequestBody ShootDays.NewPreset in) {
    return days.addPreset(me, in);
  }

  @DeleteMapping("/presets/{preset}")
  @Allowed({PRODUCER, COORDINATOR, FLOOR})
  public List<ShootDays.PresetView> removePreset(@PathVariable UUID preset, Member me) {
    return days.removePreset(preset, me);
  }

  @GetMapping("/days/{day}/pack")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public ShootDays.DayPack pack(@PathVariable UUID day, Member me) {
    return days.pack(day, me);
  }
}
