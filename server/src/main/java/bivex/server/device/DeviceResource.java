package bivex.server.device;

import static bivex.core.crew.Role.COORDINATOR;
import static bivex.core.crew.Role.FLOOR;
import static bivex.core.crew.Role.PRODUCER;

import bivex.core.InvalidInput;
import bivex.core.motion.HeadPasses;
import bivex.core.optics.FieldOfView;
import bivex.core.shoot.CameraData;
import bivex.server.BivexProperties;
import bivex.server.access.Allowed;
import bivex.server.access.Member;
import bivex.server.http.Json;
import bivex.server.http.Problems;
import bivex.server.shoot.FloorSheets;
import bivex.server.shoot.Stills;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/**
 * The camera and the head on the set, spoken to over the interface of docs/devices.md. Their
 * address is a setting of the house, never of a request.
 */
@RestController
@RequestMapping("/api/productions/{production}")
public class DeviceResource {
  private static final Duration PATIENCE = Duration.ofSeconds(4);
  private static final int MOST_BYTES = 40_000_000;
  private final HttpClient client =
      HttpClient.newBuilder()
          .connectTimeout(PATIENCE)
          .followRedirects(HttpClient.Redirect.NEVER)
          .build();
  private final Map<String, double[]> firstPasses = new ConcurrentHashMap<>();
  private final BivexProperties properties;
  private final StandInDevices standIns;
  private final Stills stills;

  DeviceResource(BivexProperties properties, StandInDevices standIns, Stills stills) {
    this.properties = properties;
    this.standIns = standIns;
    this.stills = stills;
  }

  /**
   * What the camera says of its last clip.
   *
   * @param standIn whether it is the stand-in that ships with Bivex
   */
  public record CameraReport(
      String clip,
      List<String> files,
      boolean rolling,
      String tcIn,
      String tcOut,
      CameraData camera,
      boolean standIn) {}

  public record NewStillFromCamera(UUID id) {}

  /**
   * A move to be played.
   *
   * @param setup whose passes are compared
   * @param first whether this is the pass the others are laid against
   * @param focalMm of the lens, for the error in px
   */
  public record NewMove(
      UUID setup, Double sweepDeg, Double seconds, boolean first, Double focalMm) {}

  /**
   * @param passes null for the first pass
   * @param rate of the positions
   */
  public record HeadReport(String rate, List<Double> positions, HeadPasses passes) {}

  @GetMapping("/camera")
  @Allowed({PRODUCER, COORDINATOR, FLOOR})
  public CameraReport camera(Member me) {
    return report(ask("GET", "/camera", null));
  }

  @PostMapping("/camera/{word}")
  @Allowed({PRODUCER, COORDINATOR, FLOOR})
  public CameraReport roll(@PathVariable String word, Member me) {
    if (!word.equals("record") && !word.equals("cut")) {
      throw new InvalidInput("word", "must be record or cut");
    }
    return report(ask("POST", "/camera/" + word, "{}"));
  }

  /** Attaches what the camera sees to a take. */
  @PostMapping("/takes/{take}/stills/from-camera")
  @Allowed({PRODUCER, COORDINATOR, FLOOR})
  public List<FloorSheets.StillView> still(
      @PathVariable UUID take, Member me, @RequestBody NewStillFromCamera in) throws IOException {
    if (in.id() == null) {
      throw new InvalidInput("id", "must be made by the device");
    }
    try (InputStream bytes = new ByteArrayInputStream(ask("GET", "/camera/still", null))) {
      return stills.add(me, take, in.id(), "from the camera", bytes, "still.png");
    }
  }

  /** Plays a move on the head, and lays it against the first pass. */
  @PostMapping("/head/play")
  @Allowed({PRODUCER, COORDINATOR, FLOOR})
  public HeadReport play(Member me, @RequestBody NewMove in) {
    double sweep =
        InvalidInput.within(
            "sweepDeg", in.sweepDeg() == null ? Double.NaN : in.sweepDeg(), -3600, 3600);
    double seconds =
        InvalidInput.within("seconds", in.seconds() == null ? Double.NaN : in.seconds(), 0.2, 600);
    StandInDevices.Played p =
        Json.MAPPER.readValue(
            ask(
                "POST",
                "/head/play",
                Json.MAPPER.writeValueAsString(new StandInDevices.Move(sweep, seconds))),
            StandInDevices.Played.class);
    double[] positions = p.positions().stream().mapToDouble(Double::doubleValue).toArray();
    String key = me.productionId() + " " + in.setup();
    double[] before = firstPasses.get(key);
    if (in.first() || before == null) {
      firstPasses.put(key, positions);
      return new HeadReport(p.rate(), p.positions(), null);
    }
    double focal =
        in.focalMm() == null ? 35 : InvalidInput.within("focalMm", in.focalMm(), 1, 3000);
    return new HeadReport(
        p.rate(),
        p.positions(),
        HeadPasses.of(
            before,
            positions,
            FieldOfView.focalPx(
                focal, me.production().sensorWidthMm, me.production().captureWidth)));
  }

  /** Sets faults of the stand-ins, to try what Bivex says of them. */
  @PutMapping("/devices/faults")
  @Allowed({PRODUCER, COORDINATOR})
  public StandInDevices.DeviceFaults faults(
      Member me, @RequestBody StandInDevices.DeviceFaults in) {
    if (!standIns.standIn()) {
      throw new Problems.Forbidden("These are real devices; they have no faults to set.");
    }
    return Json.MAPPER.readValue(
        ask("PUT", "/faults", Json.MAPPER.writeValueAsString(in)),
        StandInDevices.DeviceFaults.class);
  }

  private CameraReport report(byte[] answer) {
    StandInDevices.CameraState s = Json.MAPPER.readValue(answer, StandInDevices.CameraState.class);
    return new CameraReport(
        s.clip(), s.files(), s.rolling(), s.tcIn(), s.tcOut(), s.camera(), standIns.standIn());
  }

  private byte[] ask(String method, String path, String body) {
    String base =
        standIns.standIn() ? standIns.address() : properties.devices().replaceAll("/+$", "");
    HttpRequest request =
        HttpRequest.newBuilder(URI.create(base + path))
            .timeout(PATIENCE)
            .header("Content-Type", "application/json")
            .method(
                method,
                body == null
                    ? HttpRequest.BodyPublishers.noBody()
                    : HttpRequest.BodyPublishers.ofString(body))
            .build();
    try {
      HttpResponse<InputStream> r = client.send(request, HttpResponse.BodyHandlers.ofInputStream());
      try (InputStream in = r.body()) {
        byte[] bytes = in.readNBytes(MOST_BYTES);
        if (r.statusCode() != 200) {
          throw new Problems.Unreachable("The device at the set refused: " + r.statusCode() + ".");
        }
        return bytes;
      }
    } catch (IOException e) {
      throw new Problems.Unreachable(
          "The device at the set does not answer. Log by hand; nothing is lost.");
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new Problems.Unreachable("Interrupted.");
    }
  }
}
