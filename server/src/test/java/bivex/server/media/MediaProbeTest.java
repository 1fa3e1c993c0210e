package bivex.server.media;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import bivex.core.optics.Raster;
import bivex.core.picture.Coding;
import bivex.core.picture.Curve;
import bivex.core.picture.Gamut;
import bivex.core.picture.Picture;
import bivex.core.picture.Plane;
import bivex.core.review.FramePlace;
import bivex.core.review.VersionFacts;
import bivex.core.review.VersionFacts.FactCheck;
import bivex.core.time.FrameRange;
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

  /** A second of grey from black at the left to white at the right, 25 frames. */
  private static String ramp(String size) {
    return "color=s="
        + size
        + ":d=1:r=25,format=gbrp,geq=r='round(255*X/W)':g='round(255*X/W)':b='round(255*X/W)'";
  }

  private byte[] from(byte[] clip, String... more) throws IOException {
    Path in = folder.resolve("in.mp4");
    Files.write(in, clip);
    List<String> c = new ArrayList<>(List.of("-i", in.toString()));
    c.addAll(List.of(more));
    return made(".mp4", c.toArray(String[]::new));
  }

  private static List<FactCheck> against(
      VersionFacts f, Raster raster, FrameRate rate, int frames) {
    FrameRange cut = new FrameRange(1001, frames);
    return f.against(
        FramePlace.of(f.frames(), cut, 0), new VersionFacts.Wanted(raster, rate, cut, 0, false));
  }

  private static List<String> wrong(VersionFacts f, int frames) {
    return against(f, Raster.HD, FrameRate.FILM, frames).stream()
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
        assertThat(against(f, new Raster(160, 90), f.rate(), frames)).allMatch(FactCheck::agrees);
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
    assertThat(against(f, new Raster(160, 90), FrameRate.FILM, 24))
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
      var frame = ImageIO.read(new ByteArrayInputStream(new Frames().png(file, 3, null)));
      assertThat(new Raster(frame.getWidth(), frame.getHeight())).isEqualTo(told);
      Path copy = folder.resolve("copy.mp4");
      new Frames().proxy(file, told.width(), told.height(), null, copy, n -> {}, () -> false);
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

  /**
   * What cameras write is measured as it is: light of a grey ramp within a hundredth of a stop of
   * what was coded, whatever the container, the codec and the depth; and a copy that plays is made.
   */
  @ParameterizedTest
  @CsvSource({
    ".mov, libx264 -pix_fmt yuv420p -crf 8, h264, 8",
    ".mov, libx265 -pix_fmt yuv422p10le -crf 8 -x265-params log-level=none, hevc, 10",
    ".mp4, libx265 -pix_fmt yuv420p10le -crf 8 -x265-params log-level=none -tag:v hvc1, hevc, 10",
    ".mov, prores_ks -profile:v 3, prores, 10",
    ".mov, mjpeg -q:v 2 -pix_fmt yuvj422p, mjpeg, 8",
    ".mxf, dnxhd -profile:v dnxhr_hqx -pix_fmt yuv422p10le, dnxhd, 10",
    ".mxf, mpeg2video -q:v 2, mpeg2video, 8",
    ".mkv, ffv1 -pix_fmt yuv422p10le, ffv1, 10",
    ".avi, mjpeg -q:v 2 -pix_fmt yuvj422p, mjpeg, 8",
    ".ts, libx264 -pix_fmt yuv420p -crf 8 -bf 2, h264, 8",
  })
  void whatCamerasWriteIsMeasured(String suffix, String how, String codec, Integer bits)
      throws Exception {
    List<String> c = new ArrayList<>(List.of("-f", "lavfi", "-i", ramp("1280x720"), "-vf"));
    c.addAll(List.of("scale=out_color_matrix=bt709,format=yuv444p16le", "-c:v"));
    c.addAll(List.of(how.split(" ")));
    made(suffix, c.toArray(String[]::new));
    Path clip = folder.resolve("made" + suffix);
    MediaProbe.Found found = new MediaProbe().measured(clip, "made" + suffix);
    assertThat(found.recording().codec()).isEqualTo(codec);
    assertThat(found.recording().bits()).isEqualTo(bits);
    assertThat(found.facts().frames()).isEqualTo(25);
    assertThat(found.facts().raster()).isEqualTo(new Raster(1280, 720));
    Coding plain = new Coding(Curve.SRGB, Gamut.BT709, Coding.Known.SAID);
    List<Picture> seen = new ArrayList<>();
    new Frames()
        .watch(clip, 1280, 720, found.recording(), plain, (n, p) -> seen.add(p), () -> false);
    assertThat(seen).hasSize(25);
    Picture p = seen.get(12);
    for (int x = 80; x < 640; x += 80) {
      double code = (x + 0.25) / 640;
      for (Plane channel : List.of(p.red(), p.green(), p.blue())) {
        assertThat(Picture.coded(channel.v()[180 * 640 + x]))
            .as("%s %s at %d", suffix, codec, x)
            .isCloseTo(code, within(bits == 8 ? 0.01 : 0.005));
      }
    }
    Path copy = folder.resolve("copy.mp4");
    assertThat(new Frames().proxy(clip, 1280, 720, found.recording(), copy, n -> {}, () -> false))
        .isEqualTo(25);
    // A frame is found by its number in all of them.
    assertThat(
            ImageIO.read(new ByteArrayInputStream(new Frames().png(clip, 24, found.recording())))
                .getWidth())
        .isEqualTo(1280);
    // For review only what browsers play is taken.
    if (!suffix.equals(".mp4")) {
      assertThatThrownBy(() -> new MediaProbe().probe(clip, "made" + suffix))
          .hasMessageContaining("not taken yet");
    }
  }

  /**
   * HLG, PQ and BT.2020 by their tags. The light is held against what zimg, the library behind
   * ffmpeg's zscale, makes of the same frames.
   */
  @ParameterizedTest
  @CsvSource({"arib-std-b67, HLG", "smpte2084, PQ"})
  void hdrIsReadByItsTags(String transfer, Curve curve) throws Exception {
    made(
        ".mov",
        "-f",
        "lavfi",
        "-i",
        ramp("640x360"),
        "-vf",
        "scale=out_color_matrix=bt2020,format=yuv444p16le",
        "-c:v",
        "libx265",
        "-crf",
        "4",
        "-pix_fmt",
        "yuv444p10le",
        "-x265-params",
        "log-level=none:colorprim=bt2020:colormatrix=bt2020nc:transfer=" + transfer,
        "-color_primaries",
        "bt2020",
        "-color_trc",
        transfer,
        "-colorspace",
        "bt2020nc");
    Path clip = folder.resolve("made.mov");
    MediaProbe.Found found = new MediaProbe().measured(clip, "made.mov");
    assertThat(found.coding()).isEqualTo(new Coding.Told(curve, Gamut.BT2020));
    Process zimg =
        new ProcessBuilder(
                List.of(
                    "ffmpeg",
                    "-v",
                    "error",
                    "-i",
                    clip.toString(),
                    "-vf",
                    "zscale=t=linear:p=bt2020:m=gbr:npl=203,format=gbrpf32le",
                    "-frames:v",
                    "1",
                    "-f",
                    "rawvideo",
                    "pipe:1"))
            .start();
    java.nio.FloatBuffer light =
        java.nio.ByteBuffer.wrap(zimg.getInputStream().readAllBytes())
            .order(java.nio.ByteOrder.LITTLE_ENDIAN)
            .asFloatBuffer();
    List<Picture> seen = new ArrayList<>();
    new Frames()
        .watch(
            clip,
            640,
            360,
            found.recording(),
            new Coding(curve, Gamut.BT709, Coding.Known.FILE),
            (n, p) -> seen.add(p),
            () -> false);
    // Of HLG zimg gives the light of the display, which BT.2100 makes with a power of 1.2.
    double system = curve == Curve.HLG ? 1.2 : 1;
    double reference =
        light.get(180 * 640 + 320) / Math.pow(seen.get(0).green().v()[180 * 640 + 320], system);
    for (int x = 120; x < 560; x += 40) {
      double ours = Math.pow(seen.get(0).green().v()[180 * 640 + x], system) * reference;
      double theirs = light.get(180 * 640 + x);
      assertThat(Math.log(ours / theirs) / Math.log(2))
          .as("%s at %d", curve, x)
          .isCloseTo(0, within(0.03));
    }
  }

  /** Fields, squeezed pixels and quarter turns are kept and said. */
  @Test
  void howItWasRecordedIsSaid() throws Exception {
    made(
        ".mxf",
        "-f",
        "lavfi",
        "-i",
        "testsrc2=s=720x576:r=50:d=1",
        "-vf",
        "interlace,setsar=64/45",
        "-c:v",
        "mpeg2video",
        "-flags",
        "+ilme+ildct",
        "-top",
        "1");
    Path clip = folder.resolve("made.mxf");
    MediaProbe.Found found = new MediaProbe().measured(clip, "made.mxf");
    assertThat(found.recording().interlaced()).isTrue();
    assertThat(found.recording().cautions())
        .hasSize(2)
        .anyMatch(w -> w.contains("torn into lines"))
        .anyMatch(w -> w.contains("64:45"));
    Path copy = folder.resolve("copy.mp4");
    new Frames().proxy(clip, 720, 576, found.recording(), copy, n -> {}, () -> false);
    assertThat(probe(".mp4", Files.readAllBytes(copy)).raster()).isEqualTo(new Raster(1024, 576));
  }

  @ParameterizedTest
  @CsvSource({
    "HEIC picture, '0000001866747970686569630000000068656963'",
    "camera raw, '49492a00100000004352020000000000'",
    "camera raw, '46554a4946494c4d4343442d52415720'",
    "PDF, '255044462d312e37'",
  })
  void whatIsNotTakenIsNamed(String what, String bytes) throws Exception {
    Path f = folder.resolve("other.bin");
    Files.write(f, java.util.HexFormat.of().parseHex(bytes));
    assertThatThrownBy(() -> new MediaProbe().measured(f, "other.bin"))
        .hasMessageContaining(what)
        .hasMessageContaining("mp4, mov or mxf");
  }
}
