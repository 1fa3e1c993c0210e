package bivex.server.demo;

import bivex.core.kit.Head;
import bivex.core.kit.Kit;
import bivex.core.kit.Medium;
import bivex.core.shoot.CameraData;
import bivex.core.time.Music;
import bivex.server.access.Member;
import bivex.server.bench.BenchDesk;
import bivex.server.bench.BenchJobs;
import bivex.server.bench.TestDesk;
import bivex.server.shot.MusicDesk;
import bivex.server.shot.SettingDesk;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.springframework.stereotype.Component;

/** What the demo's crew did before its shoot: a test, music, a scene that is recorded otherwise. */
@Component
class DemoPreparation {
  private static final int FRAMES = 24;
  private static final int NOISES = 4;
  private static final int MOST_WAITS = 900;
  private final TestDesk tests;
  private final BenchDesk bench;
  private final MusicDesk music;
  private final SettingDesk settings;

  DemoPreparation(TestDesk tests, BenchDesk bench, MusicDesk music, SettingDesk settings) {
    this.bench = bench;
    this.tests = tests;
    this.music = music;
    this.settings = settings;
  }

  /** Heads and cards beside the cameras. */
  static Kit equipped(Kit kit) {
    return kit.with(
        new Kit(
            List.of(),
            List.of(),
            List.of(new Head("Slider S", 0.02, 6), new Head("Gimbal", 0.6, 4)),
            List.of(new Medium("Card 512", 512, 700, 4))));
  }

  /**
   * @param shots by their titles
   * @return the test that waits to be measured
   */
  UUID load(Member producer, Member artist, Map<String, UUID> shots) throws IOException {
    UUID dash = shots.get("The dash along the pier");
    settings.standard(
        dash, producer, new SettingDesk.NewStandard(0.5, 1.2, false, 0.8, "gone in a streak"));
    settings.record(
        shots.get("The push through the window"),
        producer,
        new SettingDesk.NewRecording("48", null, null, null, "the gull may be slowed", false));
    UUID theme =
        music
            .add(
                artist,
                new MusicDesk.NewMusic(
                    null,
                    "Tide theme",
                    96.0,
                    0.4,
                    150.0,
                    4,
                    List.of(),
                    List.of(
                        new Music.Phrase(20.4, "the horn"),
                        new Music.Phrase(40.4, "strings alone"))))
            .get(0)
            .id();
    music.lay(dash, artist, new MusicDesk.NewShotMusic(theme, 18.9));
    return test(producer, artist, shots.get("The sea draws a breath"));
  }

  private UUID test(Member producer, Member artist, UUID sea) throws IOException {
    var wanted =
        tests.of(sea, producer).wanted().stream()
            .filter(w -> !w.item().isEmpty())
            .findFirst()
            .orElseThrow();
    CameraData none = CameraData.notRead().with("iso", 800.0);
    TestDesk.TestView asked =
        tests.ask(
            producer,
            new TestDesk.NewTest(
                null,
                wanted.question(),
                wanted.why(),
                wanted.item(),
                List.of(sea),
                null,
                List.of(
                    new TestDesk.NewCandidate(
                        "180°", none.with("shutterSeconds", 180.0 / 360 / 24)),
                    new TestDesk.NewCandidate(
                        "270°", none.with("shutterSeconds", 270.0 / 360 / 24)),
                    new TestDesk.NewCandidate(
                        "345°", none.with("shutterSeconds", 345.0 / 360 / 24)))));
    double[] blur = {0, 0.9, 1.8};
    for (int i = 0; i < blur.length; i++) {
      UUID candidate = asked.candidates().get(i).id();
      DemoPlates.Fault f = new DemoPlates.Fault(0, 0, 0, blur[i], 0, 0, 1, 1);
      BufferedImage[] sees = new BufferedImage[NOISES];
      for (int n = 0; n < NOISES; n++) {
        sees[n] = DemoPlates.plate(DemoPlates::pier, f, 400 + i * 10 + n);
      }
      Path file = Files.createTempFile("demo", ".mp4");
      try {
        DemoPictures.clip(
            file,
            DemoPlates.W,
            DemoPlates.H,
            FRAMES,
            "24",
            8,
            (Graphics2D g, double t, int frame) -> g.drawImage(sees[frame % NOISES], 0, 0, null));
        try (InputStream in = Files.newInputStream(file)) {
          tests.file(asked.id(), candidate, artist, in, "test.mp4");
        }
      } finally {
        Files.deleteIfExists(file);
      }
    }
    return asked.id();
  }

  /** Measures it in the line of the bench, and waits till that is done. */
  void measure(UUID test, Member artist) {
    UUID job = tests.measure(test, artist).id();
    try {
      for (int i = 0; i < MOST_WAITS && going(bench.job(job, artist).stand()); i++) {
        Thread.sleep(100);
      }
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
  }

  private static boolean going(BenchJobs.Stand s) {
    return s == BenchJobs.Stand.WAITING || s == BenchJobs.Stand.RUNNING;
  }
}
