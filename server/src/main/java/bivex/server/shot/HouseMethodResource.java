package bivex.server.shot;

import static bivex.core.crew.Role.ARTIST;
import static bivex.core.crew.Role.COORDINATOR;
import static bivex.core.crew.Role.FLOOR;
import static bivex.core.crew.Role.PRODUCER;

import bivex.server.access.Allowed;
import bivex.server.access.Member;
import bivex.server.http.Download;
import bivex.server.http.Json;
import java.util.List;
import java.util.UUID;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Methods of the house: kept from a shot, carried out and in, used in every production. */
@RestController
@RequestMapping("/api/productions/{production}")
public class HouseMethodResource {
  /** Where the form of a carried method is published. */
  public static final String SCHEMA = "/api/schemas/house-method";

  private final HouseMethodDesk desk;

  HouseMethodResource(HouseMethodDesk desk) {
    this.desk = desk;
  }

  /** All methods of the house, also those no longer offered. */
  @GetMapping("/house-methods")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public List<HouseMethodDesk.HouseMethodView> all(Member me) {
    return desk.all();
  }

  /** Keeps the plan of a shot as a method. */
  @PostMapping("/shots/{shot}/house-method")
  @Allowed({PRODUCER, COORDINATOR})
  public HouseMethodDesk.HouseMethodView keep(
      @PathVariable UUID shot, Member me, @RequestBody HouseMethodDesk.NewHouseMethod in) {
    return desk.keep(shot, me, in);
  }

  /** Takes in a method that was carried here from another house. */
  @PostMapping("/house-methods")
  @Allowed({PRODUCER, COORDINATOR})
  public HouseMethodDesk.HouseMethodView take(
      Member me, @RequestBody HouseMethodDesk.HouseMethodFile in) {
    return desk.take(me, in);
  }

  /** A method as a file, to be carried to another house. */
  @GetMapping("/house-methods/{method}")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public ResponseEntity<byte[]> file(@PathVariable String method, Member me) {
    return Download.of(
        Json.MAPPER.writerWithDefaultPrettyPrinter().writeValueAsBytes(desk.file(method, SCHEMA)),
        "method-" + method + ".json",
        Download.JSON);
  }

  /** It is no longer offered; shots that have it keep it. */
  @DeleteMapping("/house-methods/{method}")
  @Allowed(PRODUCER)
  public HouseMethodDesk.HouseMethodView withdraw(@PathVariable String method, Member me) {
    return desk.withdraw(method, me, true);
  }

  /** It is offered again. */
  @PostMapping("/house-methods/{method}/offered")
  @Allowed(PRODUCER)
  public HouseMethodDesk.HouseMethodView offer(@PathVariable String method, Member me) {
    return desk.withdraw(method, me, false);
  }
}
