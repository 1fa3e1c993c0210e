package bivex.server;

import static bivex.server.Stage.ok;
import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.crew.Role;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

/**
 * What the frames of versions show by themselves, on sources of ffmpeg that nothing here was made
 * for, with faults put in by its filters and coded as artists code.
 */
class VersionCheckTest {
  private final Stage stage = new Stage();

  private static byte[] coded(String filters, int crf) {
    List<String> c = new ArrayList<>();
    if (!filters.isEmpty()) {
      c.addAll(List.of("-vf", filters));
    }
    c.addAll(
        List.of(
            "-vsync",
            "0",
            "-c:v",
            "libx264",
            "-preset",
            "veryfast",
            "-crf",
            Integer.toString(crf),
            "-pix_fmt",
            "yuv420p"));
    return Clips.clip(".mp4", 640, 360, "24", 60, c.toArray(String[]::new));
  }

  private Caller.Answer checked(String version) throws InterruptedException {
    String path = stage.base + "/versions/" + version + "/check";
    Caller.Answer c = ok(stage.producer.get(path));
    for (int i = 0; i < 1800 && !c.at("done").asBoolean(); i++) {
      assertThat(c.at("share").asDouble()).isBetween(0.0, 1.0);
      Thread.sleep(100);
      c = ok(stage.producer.get(path));
    }
    assertThat(c.at("done").asBoolean()).isTrue();
    return c;
  }

  private static List<String> said(Caller.Answer c) {
    List<String> out = new ArrayList<>();
    c.at("findings")
        .forEach(
            f ->
                out.add(
                    f.path("kind").asString()
                        + " "
                        + f.path("frame").asInt()
                        + " "
                        + f.path("lastFrame").asInt()));
    return out;
  }

  @Test
  void whatWasPutInIsFoundAndNothingElse() throws InterruptedException {
    String first = stage.upload(coded("", 18)).text("versions/0/id");
    Caller.Answer clean = checked(first);
    assertThat(said(clean)).isEmpty();
    assertThat(clean.text("nothing")).contains("60 frames");
    assertThat(clean.text("held")).contains("no earlier version");
    int from =
        ok(stage.producer.get(stage.base + "/shots/" + stage.shot + "/review"))
            .at("versions/0/firstFrame")
            .asInt();
    // A box of another tone on nine frames; two that are black.
    String second =
        stage
            .upload(
                coded(
                    "drawbox=x=80:y=250:w=60:h=45:color=gray:t=fill:enable='between(n,30,38)',"
                        + "drawbox=color=black:t=fill:enable='between(n,50,51)'",
                    26))
            .text("versions/0/id");
    Caller.Answer c = checked(second);
    assertThat(said(c)).containsExactly("BLACK " + (from + 50) + " " + (from + 51));
    assertThat(c.text("held")).startsWith("Against version 1 over 60 frames");
    assertThat(c.at("changes")).hasSize(2);
    assertThat(c.at("changes/0/frame").asInt()).isEqualTo(from + 30);
    assertThat(c.at("changes/0/lastFrame").asInt()).isEqualTo(from + 38);
    assertThat(c.at("changes/0/x").asDouble()).isLessThanOrEqualTo(80 / 640.0).isGreaterThan(0.08);
    assertThat(c.at("changes/0/width").asDouble()).isBetween(60 / 640.0, 0.17);
    assertThat(c.text("changes/0/asked")).isEqualTo("no note asked for it");
    assertThat(c.text("changes/1/where")).isEqualTo("the whole picture");
    String apart = stage.base + "/versions/" + second + "/difference?against=" + first + "&frame=";
    Caller.Answer box = ok(stage.producer.get(apart + (from + 34)));
    assertThat(box.text("words")).startsWith("It differs most here: ").doesNotContain("parts");
    assertThat(box.at("most/x").asDouble()).isBetween(80 / 640.0 - 0.05, 80 / 640.0);
    assertThat(box.at("most/y").asDouble()).isBetween(250 / 360.0 - 0.08, 250 / 360.0);
    assertThat(box.at("most/width").asDouble()).isBetween(60 / 640.0, 0.17);
    Caller.Answer same = ok(stage.producer.get(apart + (from + 20)));
    assertThat(same.text("words")).startsWith("Nothing on this frame differs by more than");
    assertThat(same.at("most").isNull()).isTrue();
    assertThat(ok(stage.producer.get(apart + (from + 50))).text("most/where"))
        .isEqualTo("the whole picture");
    assertThat(stage.producer.get(apart + (from + 60)).text("field")).isEqualTo("frame");
    assertThat(new Stage().producer.get(apart + from).status()).isEqualTo(404);
    assertThat(stage.producer.get(stage.base + "/versions/" + second + "/difference").text("field"))
        .isEqualTo("against");
    ok(
        stage.producer.post(
            stage.base + "/versions/" + first + "/notes",
            Map.of("frame", from + 33, "words", "cover the seam")));
    assertThat(checked(second).text("changes/0/asked"))
        .isEqualTo("a note on these frames: cover the seam");
    // Agreed again: the third is held against the first and not the one before it.
    ok(
        stage.producer.post(
            stage.base + "/versions/" + first + "/verdicts",
            Map.of("verdict", "AGREED", "reason", "as it was")));
    Caller.Answer third =
        checked(
            stage
                .upload(coded("noise=alls=6:allf=t,loop=loop=1:size=1:start=20", 20))
                .text("versions/0/id"));
    assertThat(third.text("held")).startsWith("Against version 1 ");
    assertThat(said(third)).containsExactly("REPEATED " + (from + 20) + " " + (from + 20));
    assertThat(
            stage
                .house
                .person(stage.production, Role.GUEST)
                .get(stage.base + "/versions/" + first + "/check")
                .status())
        .isEqualTo(403);
  }

  @Test
  void aVersionIsTakenBackWithWhatItsFramesShow() throws InterruptedException {
    String version = stage.upload(Clips.mp4(320, 180, "24", 40)).text("versions/0/id");
    checked(version);
    assertThat(stage.producer.delete(stage.base + "/versions/" + version).status()).isEqualTo(204);
  }

  @Test
  void aStillIsNotWatched() throws InterruptedException {
    Caller.Answer still =
        ok(
            stage.producer.upload(
                stage.base + "/shots/" + stage.shot + "/versions",
                "comp.png",
                Clips.still("png", 640, 360),
                Map.of()));
    Caller.Answer c = checked(still.text("versions/0/id"));
    assertThat(c.text("held")).as("it was not read").isEmpty();
  }

  /** A sound beside six seconds of a picture at 24 frames a second. */
  private static byte[] sounding(String sound) throws IOException {
    Path out = Files.createTempFile("sound", ".mp4");
    House.run(
        List.of(
            "ffmpeg",
            "-v",
            "error",
            "-y",
            "-f",
            "lavfi",
            "-i",
            "testsrc=size=320x180:rate=24:duration=6",
            "-f",
            "lavfi",
            "-i",
            "aevalsrc=exprs='" + sound + "|" + sound + "':s=48000:d=6",
            "-pix_fmt",
            "yuv420p",
            "-c:a",
            "aac",
            "-b:a",
            "256k",
            out.toString()));
    byte[] bytes = Files.readAllBytes(out);
    Files.delete(out);
    return bytes;
  }

  private Caller.Answer heard(String sound) throws Exception {
    return checked(stage.upload(sounding(sound)).text("versions/0/id"));
  }

  /**
   * EBU Tech 3341 (2016), table 1, test cases 1 and 2: a stereo sine of 1000 Hz whose peak is 23 dB
   * under full scale is at -23.0 LUFS, one at 33 dB under it at -33.0 LUFS, both within 0.1.
   */
  @Test
  void loudnessIsThatOfTheStandardAndSilenceIsFoundAtItsFrames() throws Exception {
    assertThat(heard("0.070795*sin(2*PI*1000*t)").text("sound"))
        .matches("Loudness -2(2[.]9|3[.][01]) LUFS, true peak -2[23][.]\\d dB[.]");
    assertThat(heard("0.022387*sin(2*PI*1000*t)").text("sound"))
        .matches("Loudness -3(2[.]9|3[.][01]) LUFS.*");
    Caller.Answer pause = heard("if(between(t,2,3.5),0,0.99*sin(2*PI*1000*t))");
    assertThat(pause.text("sound")).contains("above the -1 dB");
    int from =
        ok(stage.producer.get(stage.base + "/shots/" + stage.shot + "/review"))
            .at("versions/0/firstFrame")
            .asInt();
    assertThat(pause.at("silent")).hasSize(1);
    // The codec rings for a hundredth of a second.
    assertThat(pause.at("silent/0/frame").asInt()).isBetween(from + 48, from + 49);
    assertThat(pause.at("silent/0/lastFrame").asInt()).isBetween(from + 82, from + 83);
    assertThat(heard("0").text("sound")).contains("nothing to hear");
    assertThat(checked(stage.upload(coded("", 30)).text("versions/0/id")).text("sound"))
        .as("no sound at all")
        .isEmpty();
  }
}
