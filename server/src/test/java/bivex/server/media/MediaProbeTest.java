package bivex.server.media;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import bivex.core.optics.Raster;
import bivex.core.review.VersionFacts;
import bivex.core.review.VersionFacts.FactCheck;
import bivex.core.time.FrameRate;
import bivex.server.Clips;
import bivex.server.House;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/**
 * Files as cameras, phones and edit programs write them, made here by the general tool for moving
 * pictures: one fault each, and all at once. What is read is held against what was made.
 */
class MediaProbeTest {
  @TempDir Path folder;

  private VersionFacts probe(String suffix, byte[] bytes) throws IOException {
    Path file = folder.resolve("clip" + suffix);
    Files.write(file, bytes);
    return new MediaProbe().probe(file, file.getFileName().toString()).facts();
  }

  private byte[] made(String suffix, String... more) throws IOException {
    Path out = folder.resolve("made" + suffix);
    List<String> c = new ArrayList<>(List.of("ffmpeg", "-v", "error", "-y"));
    c.addAll(List.of(more));
    c.add(out.toString());
    House.run(c);
    return Files.readAllBytes(out);
  }

  private byte[] from(byte[] clip, String... more) throws IOException {
    Path in = folder.resolve("in.mp4");
    Files.write(in, clip);
    List<String> c = new ArrayList<>(List.of("-i", in.toString()));
    c.addAll(List.of(more));
    return made(".mp4", c.toArray(String[]::new));
  }

  private static List<String> wrong(VersionFacts f, int frames) {
    return f.against(Raster.HD, FrameRate.FILM, frames, 0, false).stream()
        .filter(c -> !c.agrees())
        .map(FactCheck::label)
        .toList();
  }

  @ParameterizedTest
  @CsvSource({
    "24,24",
    "25,25",
    "30,30",
    "50,50",
    "60,60",
    "24000/1001,24000/1001",
    "30000/1001,30000/1001",
    "60000/1001,60000/1001",
    "48,48",
    "120,120"
  })
  void aPlainClipHasTheRateItWasMadeAtInEveryContainer(String rate, String read)
      throws IOException {
    for (int frames : new int[] {7, 96}) {
      for (String suffix : List.of(".mp4", ".webm")) {
        String[] codec =
            suffix.equals(".webm")
                ? new String[] {"-c:v", "libvpx", "-deadline", "realtime"}
                : new String[] {"-c:v", "libx264", "-preset", "ultrafast", "-pix_fmt", "yuv420p"};
        VersionFacts f = probe(suffix, Clips.clip(suffix, 160, 90, rate, frames, codec));
        assertThat(f.rate()).as("%s of %d frames", suffix, frames).isEqualTo(FrameRate.parse(read));
        assertThat(f.frames()).isEqualTo(frames);
        assertThat(f.clip().constant()).isTrue();
        assertThat(f.against(new Raster(160, 90), f.rate(), frames, 0, false))
            .allMatch(FactCheck::agrees);
      }
    }
  }

  @Test
  void oneFaultEachIsSaidAndNothingElse() throws IOException {
    byte[] plain = Clips.mp4(1920, 1080, "24", 48);
    assertThat(wrong(probe(".mp4", plain), 48)).isEmpty();
    byte[] vfr =
        from(
            plain,
            "-vf",
            "setpts='if(lt(N,24),N,24+(N-24)*2)/24/TB'",
            "-vsync",
            "vfr",
            "-c:v",
            "libx264",
            "-preset",
            "ultrafast");
    VersionFacts variable = probe(".mp4", vfr);
    assertThat(variable.clip().constant()).isFalse();
    assertThat(wrong(variable, 48)).contains("Time", "Rate");
    assertThat(wrong(probe(".mp4", from(plain, "-c", "copy", "-aspect", "32:9")), 48))
        .containsExactly("Pixels");
    byte[] fields =
        from(
            plain,
            "-vf",
            "setfield=tff",
            "-flags",
            "+ilme+ildct",
            "-x264opts",
            "tff=1",
            "-c:v",
            "libx264",
            "-preset",
            "ultrafast");
    assertThat(wrong(probe(".mp4", fields), 48)).containsExactly("Scan");
    VersionFacts turned = probe(".mp4", from(plain, "-c", "copy", "-metadata:s:v:0", "rotate=90"));
    assertThat(wrong(turned, 48)).containsExactly("Raster", "Turned");
    assertThat(turned.raster()).isEqualTo(new Raster(1080, 1920));
  }

  @Test
  void framesThatAnEditLeavesOutAreNotCounted() throws IOException {
    byte[] plain =
        Clips.clip(".mp4", 160, 90, "24", 48, "-c:v", "libx264", "-g", "48", "-pix_fmt", "yuv420p");
    Path in = folder.resolve("whole.mp4");
    Files.write(in, plain);
    VersionFacts cut = probe(".mp4", made(".mp4", "-ss", "0.5", "-i", in.toString(), "-c", "copy"));
    assertThat(cut.frames()).as("48 packets, of which 12 lie before the edit").isEqualTo(36);
    assertThat(cut.clip().seconds()).isCloseTo(1.5, org.assertj.core.api.Assertions.within(0.001));
  }

  @Test
  void soundDepthColourAndTimecodeAreTold() throws IOException {
    byte[] full =
        made(
            ".mp4",
            "-f",
            "lavfi",
            "-i",
            "testsrc=size=160x90:rate=24",
            "-f",
            "lavfi",
            "-i",
            "sine=sample_rate=48000",
            "-frames:v",
            "24",
            "-t",
            "1",
            "-c:v",
            "libx264",
            "-pix_fmt",
            "yuv420p",
            "-color_primaries",
            "bt709",
            "-color_trc",
            "bt709",
            "-colorspace",
            "bt709",
            "-color_range",
            "tv",
            "-timecode",
            "10:00:00:00");
    VersionFacts f = probe(".mp4", full);
    assertThat(f.clip().sound()).isEqualTo("aac, 1 channels, 48000 Hz");
    assertThat(f.clip().timecode()).isEqualTo("10:00:00:00");
    assertThat(f.clip().colour()).isEqualTo("bt709, tv");
    assertThat(f.clip().bits()).isEqualTo(8);
    assertThat(f.against(new Raster(160, 90), FrameRate.FILM, 24, 0, false))
        .allMatch(FactCheck::agrees)
        .extracting(FactCheck::label)
        .contains("Sound", "Timecode", "Colour", "Bits");
  }

  /**
   * A clip that is turned, or has pixels that are not square, is one picture wherever it is shown:
   * its size, a single frame of it, and the copy that is played.
   */
  @Test
  void aTurnedClipIsOnePictureWhereverItIsShown() throws IOException {
    byte[] plain = Clips.clip(".mp4", 320, 180, "24", 12, "-c:v", "libx264", "-pix_fmt", "yuv420p");
    for (String[] how :
        List.of(
            new String[] {"-c", "copy", "-metadata:s:v:0", "rotate=90"},
            new String[] {"-c", "copy", "-aspect", "32:9"})) {
      byte[] clip = from(plain, how);
      Path file = folder.resolve("shown.mp4");
      Files.write(file, clip);
      Raster told = probe(".mp4", clip).raster();
      var frame = ImageIO.read(new ByteArrayInputStream(new Frames().png(file, 3)));
      assertThat(new Raster(frame.getWidth(), frame.getHeight())).isEqualTo(told);
      Path copy = folder.resolve("copy.mp4");
      new Frames().proxy(file, told.width(), told.height(), copy, n -> {}, () -> false);
      VersionFacts shown = probe(".mp4", Files.readAllBytes(copy));
      assertThat(shown.raster()).isEqualTo(told);
      assertThat(shown.clip().pixels()).isEqualTo("1:1");
    }
  }

  /** What cameras and programs write, made by ffmpeg: named for what it is, with the way out. */
  @ParameterizedTest
  @CsvSource({
    ".mov,QuickTime",
    ".mkv,Matroska",
    ".avi,AVI",
    ".mxf,MXF",
    ".ts,transport stream",
  })
  void whatIsNotTakenIsNamedWithTheWayOut(String suffix, String named) {
    byte[] clip =
        Clips.clip(
            suffix, 176, 144, "25", 12, "-c:v", suffix.equals(".mxf") ? "mpeg2video" : "mpeg4");
    assertThatThrownBy(() -> probe(suffix, clip))
        .hasMessageContaining("is a")
        .hasMessageContaining(named)
        .hasMessageContaining("send a clip made from it as mp4");
  }
}
