package bivex.server.device;

import bivex.core.optics.Raster;
import bivex.core.shoot.CameraData;
import bivex.core.time.FrameRate;
import bivex.core.time.Timecode;
import bivex.server.BivexProperties;
import bivex.server.http.Json;
import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import jakarta.annotation.PostConstruct;
import jakarta.annotation.PreDestroy;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.concurrent.Executors;
import javax.imageio.ImageIO;
import org.springframework.stereotype.Component;

/**
 * Stand-ins for a camera and a repeat head, on loopback, behind the small HTTP interface a bridge
 * to real ones would have (docs/devices.md). Faults can be set: a nudge, drifting light, automatic
 * white balance, a clip in two files; for the head, how badly it repeats and how late it starts.
 */
@Component
public class StandInDevices {
  private static final int W = 1280;
  private static final int H = 720;
  private static final FrameRate RATE = FrameRate.FILM;

  /**
   * What shall go wrong.
   *
   * @param nudgePx shift of the picture from the next take on, px
   * @param driftStops light lost from take to take, stops
   * @param whiteAuto whether the camera chooses its white balance
   * @param splitFile whether clips come in two files
   * @param headRepeatDeg how badly the head comes back, degrees
   * @param headStartFrames how much later it starts each time, frames
   */
  public record DeviceFaults(
      double nudgePx,
      double driftStops,
      boolean whiteAuto,
      boolean splitFile,
      double headRepeatDeg,
      double headStartFrames) {
    static final DeviceFaults NONE = new DeviceFaults(0, 0, false, false, 0.002, 0);
  }

  /**
   * As a camera reports it.
   *
   * @param files of the clip
   * @param tcOut empty while it rolls
   */
  record CameraState(
      String clip,
      List<String> files,
      boolean rolling,
      String tcIn,
      String tcOut,
      CameraData camera) {}

  /**
   * A move as it was played.
   *
   * @param positions degrees of pan at each frame
   */
  record Played(String rate, List<Double> positions) {}

  record Move(double sweepDeg, double seconds) {}

  private final boolean wanted;
  private HttpServer server;
  private DeviceFaults faults = DeviceFaults.NONE;
  private int clips;
  private int plays;
  private Timecode clock = Timecode.parse("10:00:00:00", RATE);
  private Timecode begun;
  private long rolledAt;
  private CameraState last = new CameraState("", List.of(), false, "", "", null);

  StandInDevices(BivexProperties properties) {
    this.wanted = properties.devices() == null || properties.devices().isBlank();
  }

  @PostConstruct
  void open() throws IOException {
    if (!wanted) {
      return;
    }
    server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 16);
    server.setExecutor(
        Executors.newFixedThreadPool(
            2,
            r -> {
              Thread t = new Thread(r, "stand-in");
              t.setDaemon(true);
              return t;
            }));
    server.createContext("/", this::answer);
    server.start();
  }

  @PreDestroy
  void close() {
    if (server != null) {
      server.stop(0);
    }
  }

  /** Whether these stand in for devices. */
  boolean standIn() {
    return wanted;
  }

  String address() {
    return "http://127.0.0.1:" + server.getAddress().getPort();
  }

  private void answer(HttpExchange x) throws IOException {
    String what = x.getRequestMethod() + " " + x.getRequestURI().getPath();
    byte[] in = x.getRequestBody().readNBytes(100_000);
    try (x) {
      synchronized (this) {
        switch (what) {
          case "GET /camera" -> json(x, state());
          case "POST /camera/record" -> {
            record();
            json(x, state());
          }
          case "POST /camera/cut" -> {
            cut();
            json(x, state());
          }
          case "GET /camera/still" -> send(x, 200, "image/png", still());
          case "POST /head/play" -> json(x, play(Json.MAPPER.readValue(in, Move.class)));
          case "PUT /faults" -> {
            faults = Json.MAPPER.readValue(in, DeviceFaults.class);
            json(x, faults);
          }
          default -> send(x, 404, "text/plain", "no such thing".getBytes(StandardCharsets.UTF_8));
        }
      }
    } catch (RuntimeException e) {
      send(x, 400, "text/plain", String.valueOf(e.getMessage()).getBytes(StandardCharsets.UTF_8));
    }
  }

  private static void json(HttpExchange x, Object body) throws IOException {
    send(x, 200, "application/json", Json.MAPPER.writeValueAsBytes(body));
  }

  private static void send(HttpExchange x, int status, String type, byte[] body)
      throws IOException {
    x.getResponseHeaders().set("Content-Type", type);
    x.sendResponseHeaders(status, body.length);
    x.getResponseBody().write(body);
  }

  private CameraState state() {
    if (begun != null) {
      return new CameraState(last.clip(), last.files(), true, begun.label(), "", settings());
    }
    return new CameraState(last.clip(), last.files(), false, last.tcIn(), last.tcOut(), settings());
  }

  private CameraData settings() {
    double white = faults.whiteAuto() ? 5600 + 130 * (clips % 5) : 5600;
    return new CameraData(
        "K1",
        "prime 35 mm",
        35.0,
        5.6,
        172.8 / 360 / 24,
        400.0,
        white,
        faults.whiteAuto(),
        false,
        2.6,
        false,
        RATE,
        Raster.UHD,
        null,
        null,
        null);
  }

  private void record() {
    if (begun == null) {
      clips++;
      begun = clock;
      rolledAt = System.nanoTime();
      String clip = String.format("A001C%03d", clips);
      last =
          new CameraState(
              clip,
              faults.splitFile()
                  ? List.of(clip + "_1.mp4", clip + "_2.mp4")
                  : List.of(clip + ".mp4"),
              true,
              begun.label(),
              "",
              null);
    }
  }

  private void cut() {
    if (begun != null) {
      long frames = Math.max(24, Math.round(RATE.frames((System.nanoTime() - rolledAt) / 1e9)));
      Timecode out = begun.plus(frames - 1);
      last = new CameraState(last.clip(), last.files(), false, begun.label(), out.label(), null);
      clock = out.plus(24L * 30);
      begun = null;
    }
  }

  /** What the camera sees: a set full of edges, shifted and darker as the faults have it. */
  private byte[] still() throws IOException {
    BufferedImage image = new BufferedImage(W, H, BufferedImage.TYPE_INT_RGB);
    Graphics2D g = image.createGraphics();
    g.setColor(new Color(0x57503f));
    g.fillRect(0, 0, W, H);
    g.translate(faults.nudgePx(), faults.nudgePx() * 0.4);
    Random random = new Random(5);
    float light = (float) Math.pow(2, -faults.driftStops() * clips);
    for (int i = 0; i < 260; i++) {
      float v = (0.15f + 0.7f * random.nextFloat()) * light;
      g.setColor(new Color(Math.min(1, v), Math.min(1, v * 0.93f), Math.min(1, v * 0.8f)));
      g.fillRect(
          random.nextInt(W + 80) - 40,
          random.nextInt(H + 80) - 40,
          20 + random.nextInt(160),
          12 + random.nextInt(110));
    }
    g.dispose();
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    ImageIO.write(image, "png", out);
    return out.toByteArray();
  }

  /**
   * An eased move; each play starts a little later and comes back a little off, as the faults have
   * it.
   */
  private Played play(Move m) {
    int n = (int) Math.max(3, Math.min(20_000, Math.round(RATE.frames(m.seconds()))));
    Random random = new Random(plays);
    double off = faults.headRepeatDeg() * (plays == 0 ? 0 : random.nextBoolean() ? 1 : -1);
    double late = faults.headStartFrames() * plays;
    List<Double> positions = new ArrayList<>();
    for (int i = 0; i < n; i++) {
      double t = Math.max(0, Math.min(1, (i - late) / (n - 1)));
      positions.add(
          m.sweepDeg() * (0.5 - 0.5 * Math.cos(Math.PI * t)) + off * Math.sin(Math.PI * t));
    }
    plays++;
    return new Played(RATE.text(), positions);
  }
}
