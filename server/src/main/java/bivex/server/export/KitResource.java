package bivex.server.export;

import static bivex.core.crew.Role.ARTIST;
import static bivex.core.crew.Role.COORDINATOR;
import static bivex.core.crew.Role.FLOOR;
import static bivex.core.crew.Role.PRODUCER;

import bivex.core.kit.Kit;
import bivex.server.access.Allowed;
import bivex.server.access.Member;
import bivex.server.http.Download;
import bivex.server.http.Problems;
import java.io.IOException;
import java.util.Map;
import java.util.UUID;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;

/** Cameras and lenses that are really there. */
@RestController
@RequestMapping("/api/productions/{production}")
public class KitResource {
  private final KitDesk desk;

  KitResource(KitDesk desk) {
    this.desk = desk;
  }

  @GetMapping("/kit")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public ResponseEntity<KitDesk.KitView> kit(Member me) {
    KitDesk.KitView found = desk.kit(me);
    return Problems.tagged(found.version(), found);
  }

  /** Sets what is there. */
  @PutMapping("/kit")
  @Allowed({PRODUCER, COORDINATOR, FLOOR})
  public ResponseEntity<KitDesk.KitView> set(
      Member me, @RequestHeader("If-Match") String ifMatch, @RequestBody Kit in) {
    KitDesk.KitView found = desk.set(me, ifMatch, in);
    return Problems.tagged(found.version(), found);
  }

  /** One way a body records, by the names of the list's columns, beside what is known. */
  @PostMapping("/kit/modes")
  @Allowed({PRODUCER, COORDINATOR, FLOOR})
  public ResponseEntity<KitDesk.KitView> add(Member me, @RequestBody Map<String, String> row) {
    KitDesk.KitView found = desk.add(me, row);
    return Problems.tagged(found.version(), found);
  }

  /** The modes of all bodies, a row each. */
  @GetMapping("/kit.csv")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public ResponseEntity<byte[]> list(Member me) throws IOException {
    return Download.of(desk.list(me), me.production().code + "-cameras.csv", Download.CSV);
  }

  /** Bodies from such a list; one that is not in it stays. All or nothing. */
  @PostMapping(path = "/kit.csv", consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
  @Allowed({PRODUCER, COORDINATOR, FLOOR})
  public ResponseEntity<KitDesk.KitView> read(Member me, @RequestParam("file") MultipartFile file)
      throws IOException {
    KitDesk.KitView found = desk.read(me, DayTakes.text(file));
    return Problems.tagged(found.version(), found);
  }

  /** All of it as a file. */
  @GetMapping(path = "/kit.json", produces = Download.JSON)
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public ResponseEntity<byte[]> json(Member me) {
    return Download.of(desk.json(me), me.production().code + "-cameras.json", Download.JSON);
  }

  /** What such a file has; what is of a name that is not in it stays. All or nothing. */
  @PostMapping(path = "/kit.json", consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
  @Allowed({PRODUCER, COORDINATOR, FLOOR})
  public ResponseEntity<KitDesk.KitView> take(Member me, @RequestParam("file") MultipartFile file)
      throws IOException {
    KitDesk.KitView found = desk.take(me, DayTakes.text(file));
    return Problems.tagged(found.version(), found);
  }

  /** What they can do of the plan of a shot. */
  @GetMapping("/shots/{shot}/cameras")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public KitDesk.KitAnswers needs(@PathVariable UUID shot, Member me) {
    return desk.needs(shot, me);
  }
}
