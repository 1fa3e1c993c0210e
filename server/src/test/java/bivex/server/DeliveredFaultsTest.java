package bivex.server;

import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.delivery.ColourWanted;
import bivex.core.delivery.DeliverySpec;
import bivex.core.delivery.MediaWanted;
import bivex.core.delivery.SoundWanted;
import bivex.core.optics.Raster;
import bivex.core.picture.Coding;
import bivex.core.picture.Picture;
import bivex.core.review.ClientStand;
import bivex.core.review.FramePlace;
import bivex.core.review.OpenNotes;
import bivex.core.review.PictureWatch;
import bivex.core.review.SoundHeard;
import bivex.core.review.Verdict;
import bivex.core.review.VersionFacts;
import bivex.core.shot.NamePattern;
import bivex.core.time.FrameRange;
import bivex.core.time.FrameRate;
import bivex.server.media.Frames;
import bivex.server.media.Listening;
import bivex.server.media.MediaProbe;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.TestFactory;
import org.junit.jupiter.api.io.TempDir;

/**
 * Clips that ffmpeg makes under ten invented specifications, two right ones of each and others with
 * one known fault: what is told wrong is that fault and nothing else. The clips were not used to
 * tune anything.
 */
class DeliveredFaultsTest {
  private static final FrameRange CUT = new FrameRange(1001, 48);
  private static final String BLACK = ",drawbox=t=fill:color=black:enable='between(n\\,20\\,21)'";

  /** One that is unlike those around it. */
  private static final String ODD = ",negate=enable='eq(n\\,30)'";

  private static final String TURNED = "turned";

  private final House house = House.shared();
  @TempDir private Path dir;

  /** How a clip is made. */
  private record Clip(
      Raster raster,
      String rate,
      int frames,
      String suffix,
      List<String> codec,
      List<String> tags,
      String filter,
      List<String> sound,
      List<String> out) {
    Clip raster(int w, int h) {
      return new Clip(new Raster(w, h), rate, frames, suffix, codec, tags, filter, sound, out);
    }

    Clip rate(String r) {
      return new Clip(raster, r, frames, suffix, codec, tags, filter, sound, out);
    }

    Clip frames(int n) {
      return new Clip(raster, rate, n, suffix, codec, tags, filter, sound, out);
    }

    Clip in(String file) {
      return new Clip(raster, rate, frames, file, codec, tags, filter, sound, out);
    }

    Clip coded(String... with) {
      return new Clip(raster, rate, frames, suffix, List.of(with), tags, filter, sound, out);
    }

    Clip tagged(String primaries, String transfer, String matrix, String range) {
      return new Clip(
          raster,
          rate,
          frames,
          suffix,
          codec,
          List.of(
              "-color_primaries",
              primaries,
              "-color_trc",
              transfer,
              "-colorspace",
              matrix,
              "-color_range",
              range),
          filter,
          sound,
          out);
    }

    Clip filtered(String more) {
      return new Clip(raster, rate, frames, suffix, codec, tags, filter + more, sound, out);
    }

    Clip heard(String... with) {
      return new Clip(raster, rate, frames, suffix, codec, tags, filter, List.of(with), out);
    }

    Clip with(String... more) {
      List<String> all = new ArrayList<>(out);
      all.addAll(List.of(more));
      return new Clip(raster, rate, frames, suffix, codec, tags, filter, sound, all);
    }
  }

  /**
   * @param wrong labels of the lines that do not agree; empty for a right one
   */
  private record Fault(String what, String wrong, UnaryOperator<Clip> made) {}

  private record Asked(String name, DeliverySpec spec, Clip right, List<Fault> faults) {}

  private static Clip clip(int w, int h, String rate, String suffix, String... codec) {
    return new Clip(
        new Raster(w, h),
        rate,
        64,
        suffix,
        List.of(codec),
        List.of(),
        "null",
        List.of(),
        List.of());
  }

  private static DeliverySpec spec(Clip right, MediaWanted media) {
    return new DeliverySpec(
        right.raster,
        FrameRate.parse(right.rate),
        8,
        new NamePattern("{code}_v{version}"),
        media,
        "",
        null);
  }

  private static MediaWanted file(
      MediaWanted.Container container, MediaWanted.Codec codec, Integer bits) {
    return new MediaWanted(container, codec, null, bits, null, null, null, null, null, null, null);
  }

  private static final String[] X264 = {"libx264", "-preset", "ultrafast", "-pix_fmt", "yuv420p"};
  private static final String[] PRORES = {
    "prores_ks", "-profile:v", "3", "-pix_fmt", "yuv422p10le"
  };

  private static String[] tone(String volume, String... out) {
    List<String> all =
        new ArrayList<>(List.of("sine=frequency=1000:sample_rate=48000,volume=" + volume));
    all.addAll(List.of(out));
    return all.toArray(String[]::new);
  }

  private static List<Asked> asked() {
    List<Asked> out = new ArrayList<>();
    Clip web = clip(640, 360, "24", ".mp4", X264);
    out.add(
        new Asked(
            "web",
            spec(
                web,
                new MediaWanted(
                    MediaWanted.Container.MP4,
                    MediaWanted.Codec.H264,
                    null,
                    8,
                    null,
                    null,
                    null,
                    null,
                    MediaWanted.Sound.NONE,
                    null,
                    true)),
            web,
            List.of(
                new Fault("as mkv", "File", c -> c.in(".mkv")),
                new Fault(
                    "as HEVC",
                    "Codec",
                    c -> c.coded("libx265", "-preset", "ultrafast", "-pix_fmt", "yuv420p")),
                new Fault("with a tone", "Sound", c -> c.heard(tone("0.1", "-c:a", "aac"))),
                new Fault("a frame short", "Length", c -> c.frames(63)),
                new Fault("a frame long", "Length", c -> c.frames(65)),
                new Fault("two pixels narrow", "Raster", c -> c.raster(638, 360)),
                new Fault("at 25", "Rate", c -> c.rate("25")),
                new Fault("at 23.976", "Rate", c -> c.rate("24000/1001")),
                new Fault("pixels two to one", "Pixels", c -> c.filtered(",setsar=2/1")),
                new Fault("two black frames", "Frames", c -> c.filtered(BLACK)),
                new Fault("one odd frame", "Frames", c -> c.filtered(ODD)))));
    Clip master = clip(640, 360, "25", ".mov", PRORES).with("-timecode", "10:00:00:00");
    MediaWanted hq =
        new MediaWanted(
            MediaWanted.Container.MOV,
            MediaWanted.Codec.PRORES,
            "HQ",
            10,
            MediaWanted.Chroma.C422,
            null,
            false,
            "10:00:00:00",
            null,
            null,
            null);
    out.add(
        new Asked(
            "master",
            spec(master, hq),
            master,
            List.of(
                new Fault(
                    "the lesser profile",
                    "Profile",
                    c -> c.coded("prores_ks", "-profile:v", "2", "-pix_fmt", "yuv422p10le")),
                new Fault(
                    "with alpha",
                    "Alpha Profile",
                    c -> c.coded("prores_ks", "-profile:v", "4", "-pix_fmt", "yuva444p10le")),
                new Fault(
                    "a frame later by its code",
                    "Timecode",
                    c ->
                        new Clip(
                            c.raster,
                            c.rate,
                            c.frames,
                            c.suffix,
                            c.codec,
                            c.tags,
                            c.filter,
                            c.sound,
                            List.of("-timecode", "10:00:00:01"))),
                new Fault(
                    "without a code",
                    "Timecode",
                    c ->
                        new Clip(
                            c.raster, c.rate, c.frames, c.suffix, c.codec, c.tags, c.filter,
                            c.sound, List.of())),
                new Fault("in fields", "Scan", c -> c.with("-flags", "+ildct+ilme", "-top", "1")),
                new Fault(
                    "as DNxHR of ten bits",
                    "Codec Profile",
                    c -> c.coded("dnxhd", "-profile:v", "dnxhr_hqx", "-pix_fmt", "yuv422p10le")))));
    Clip deep =
        clip(
                640,
                360,
                "24",
                ".mp4",
                "libx265",
                "-preset",
                "ultrafast",
                "-pix_fmt",
                "yuv420p10le",
                "-x265-params",
                "log-level=error")
            .tagged("bt2020", "smpte2084", "bt2020nc", "tv");
    out.add(
        new Asked(
            "high range",
            spec(
                deep,
                new MediaWanted(
                    MediaWanted.Container.MP4,
                    MediaWanted.Codec.HEVC,
                    null,
                    10,
                    null,
                    new ColourWanted(
                        ColourWanted.Primaries.BT2020,
                        ColourWanted.Transfer.PQ,
                        ColourWanted.Matrix.BT2020,
                        ColourWanted.Range.LIMITED),
                    null,
                    null,
                    null,
                    null,
                    null)),
            deep,
            List.of(
                new Fault(
                    "HLG by its tag",
                    "Transfer",
                    c -> c.tagged("bt2020", "arib-std-b67", "bt2020nc", "tv")),
                new Fault(
                    "BT.709 primaries",
                    "Primaries",
                    c -> c.tagged("bt709", "smpte2084", "bt2020nc", "tv")),
                new Fault(
                    "another matrix",
                    "Matrix",
                    c -> c.tagged("bt2020", "smpte2084", "bt709", "tv")),
                new Fault(
                    "full range", "Range", c -> c.tagged("bt2020", "smpte2084", "bt2020nc", "pc")),
                new Fault(
                    "without a curve",
                    "Transfer",
                    c -> c.tagged("bt2020", "unknown", "bt2020nc", "tv")),
                new Fault(
                    "of eight bits",
                    "Bits",
                    c ->
                        c.coded(
                            "libx265",
                            "-preset",
                            "ultrafast",
                            "-pix_fmt",
                            "yuv420p",
                            "-x265-params",
                            "log-level=error")))));
    Clip spoken =
        clip(640, 360, "24", ".mov", X264)
            .heard(tone("0.1", "-ac", "2", "-c:a", "pcm_s24le", "-ar", "48000"));
    out.add(
        new Asked(
            "with sound",
            spec(
                spoken,
                new MediaWanted(
                    MediaWanted.Container.MOV,
                    null,
                    null,
                    null,
                    null,
                    null,
                    null,
                    null,
                    MediaWanted.Sound.SOME,
                    new SoundWanted(2, 48_000, -41.0, 2.0, -30.0),
                    null)),
            spoken,
            List.of(
                new Fault(
                    "silent", "Sound Channels Loudness True_peak Sample_rate", c -> c.heard()),
                new Fault(
                    "of one channel",
                    "Channels",
                    c -> c.heard(tone("0.1", "-ac", "1", "-c:a", "pcm_s24le", "-ar", "48000"))),
                new Fault(
                    "at 44.1 kHz",
                    "Sample_rate",
                    c -> c.heard(tone("0.1", "-ac", "2", "-c:a", "pcm_s24le", "-ar", "44100"))),
                new Fault(
                    "six dB quieter",
                    "Loudness",
                    c -> c.heard(tone("0.05", "-ac", "2", "-c:a", "pcm_s24le", "-ar", "48000"))),
                new Fault(
                    "twenty dB louder",
                    "Loudness True_peak",
                    c -> c.heard(tone("1", "-ac", "2", "-c:a", "pcm_s24le", "-ar", "48000"))))));
    Clip house =
        clip(640, 360, "24", ".mxf", "dnxhd", "-profile:v", "dnxhr_hq", "-pix_fmt", "yuv422p");
    out.add(
        new Asked(
            "house",
            spec(house, file(MediaWanted.Container.MXF, MediaWanted.Codec.DNX, 8)),
            house,
            List.of(
                new Fault("as mov", "File", c -> c.in(".mov")),
                new Fault(
                    "as MPEG-2",
                    "Codec",
                    c -> c.coded("mpeg2video", "-q:v", "2", "-pix_fmt", "yuv422p")))));
    Clip kept = clip(640, 360, "24", ".mkv", "ffv1", "-pix_fmt", "yuv444p10le");
    out.add(
        new Asked(
            "to keep",
            spec(
                kept,
                new MediaWanted(
                    MediaWanted.Container.MKV,
                    MediaWanted.Codec.FFV1,
                    null,
                    10,
                    MediaWanted.Chroma.C444,
                    null,
                    null,
                    null,
                    null,
                    null,
                    null)),
            kept,
            List.of(
                new Fault(
                    "of less colour", "Chroma", c -> c.coded("ffv1", "-pix_fmt", "yuv422p10le")),
                new Fault(
                    "of less of both",
                    "Bits Chroma",
                    c -> c.coded("ffv1", "-pix_fmt", "yuv420p")))));
    Clip light =
        clip(
            640,
            360,
            "30000/1001",
            ".webm",
            "libvpx-vp9",
            "-deadline",
            "realtime",
            "-cpu-used",
            "8",
            "-pix_fmt",
            "yuv420p");
    out.add(
        new Asked(
            "light",
            spec(light, file(MediaWanted.Container.WEBM, MediaWanted.Codec.VP9, null)),
            light,
            List.of(
                new Fault("at 30", "Rate", c -> c.rate("30")),
                new Fault(
                    "as VP8",
                    "Codec",
                    c -> c.coded("libvpx", "-deadline", "realtime", "-pix_fmt", "yuv420p")),
                new Fault("upright size", "Raster", c -> c.raster(360, 640)))));
    Clip still = clip(640, 360, "24", ".avi", "mjpeg", "-q:v", "3", "-pix_fmt", "yuvj420p");
    out.add(
        new Asked(
            "frames by themselves",
            spec(still, file(MediaWanted.Container.AVI, MediaWanted.Codec.MJPEG, null)),
            still,
            List.of(
                new Fault("as H.264", "Codec", c -> c.coded(X264)),
                new Fault("without handles and one more", "Length", c -> c.frames(49)))));
    Clip over =
        clip(640, 360, "24", ".mov", "prores_ks", "-profile:v", "4", "-pix_fmt", "yuva444p10le");
    out.add(
        new Asked(
            "element",
            spec(
                over,
                new MediaWanted(
                    null,
                    null,
                    null,
                    null,
                    MediaWanted.Chroma.C444,
                    null,
                    true,
                    null,
                    null,
                    null,
                    null)),
            over,
            List.of(
                new Fault(
                    "without alpha",
                    "Alpha",
                    c -> c.coded("prores_ks", "-profile:v", "4", "-pix_fmt", "yuv444p10le")))));
    Clip any = clip(640, 360, "50", ".mp4", X264);
    out.add(
        new Asked(
            "anything",
            spec(any, MediaWanted.ANY),
            any,
            List.of(
                new Fault("turned", "Raster Turned", c -> c.with(TURNED)),
                new Fault(
                    "half of it slower",
                    "Time Rate",
                    c ->
                        c.filtered(",setpts='if(gt(N,31),PTS+(N-31)/50/TB,PTS)'")
                            .with("-vsync", "vfr")))));
    return out;
  }

  @TestFactory
  Stream<DynamicTest> eachFaultIsNamedAndNothingElse() {
    return asked().stream()
        .flatMap(
            a ->
                Stream.concat(
                        Stream.of(
                            new Fault("right", "", c -> c),
                            new Fault("right, other pictures", "", c -> c.filtered(",hflip"))),
                        a.faults.stream())
                    .map(f -> DynamicTest.dynamicTest(a.name + ", " + f.what, () -> told(a, f))));
  }

  private void told(Asked a, Fault f) throws Exception {
    Clip c = f.made.apply(a.right);
    Path file = Files.createTempFile(dir, "clip", c.suffix);
    made(c, file);
    assertThat(wrong(a.spec, file))
        .as(a.name + ", " + f.what)
        .isEqualTo(
            f.wrong.isEmpty()
                ? new TreeSet<>()
                : new TreeSet<>(
                    Stream.of(f.wrong.split(" ")).map(w -> w.replace('_', ' ')).toList()));
    Files.delete(file);
  }

  private static void made(Clip c, Path file) {
    List<String> run =
        new ArrayList<>(
            List.of(
                "ffmpeg",
                "-v",
                "error",
                "-y",
                "-f",
                "lavfi",
                "-i",
                "testsrc2=s=" + c.raster.width() + "x" + c.raster.height() + ":r=" + c.rate));
    if (!c.sound.isEmpty()) {
      run.addAll(List.of("-f", "lavfi", "-i", c.sound.get(0)));
    }
    run.addAll(List.of("-vf", c.filter, "-frames:v", String.valueOf(c.frames), "-c:v"));
    run.addAll(c.codec);
    run.addAll(c.tags);
    if (!c.sound.isEmpty()) {
      run.addAll(c.sound.subList(1, c.sound.size()));
      run.add("-shortest");
    }
    run.addAll(c.out.stream().filter(o -> !o.equals(TURNED)).toList());
    run.add(file.toString());
    House.run(run);
    if (c.out.contains(TURNED)) {
      turn(file, c.suffix);
    }
  }

  /** Only a copy of a clip can be given a turn. */
  private static void turn(Path file, String suffix) {
    try {
      Path from = Files.createTempFile(file.getParent(), "upright", suffix);
      Files.move(file, from, StandardCopyOption.REPLACE_EXISTING);
      House.run(
          List.of(
              "ffmpeg",
              "-v",
              "error",
              "-y",
              "-i",
              from.toString(),
              "-c",
              "copy",
              "-metadata:s:v:0",
              "rotate=90",
              file.toString()));
      Files.delete(from);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** Labels of what does not agree. */
  private Set<String> wrong(DeliverySpec spec, Path file) throws Exception {
    MediaProbe.Found found =
        house.bean(MediaProbe.class).version(file, file.getFileName().toString());
    VersionFacts facts = found.facts();
    PictureWatch watch = new PictureWatch();
    try (Frames.Reel reel =
        house
            .bean(Frames.class)
            .open(
                file,
                facts.raster().width(),
                facts.raster().height(),
                found.recording(),
                Coding.shown(found.coding()))) {
      for (Picture p = reel.next(); p != null; p = reel.next()) {
        watch.frame(p, null);
      }
    }
    SoundHeard heard =
        facts.clip().silent() ? null : house.bean(Listening.class).heard(file, () -> false);
    Set<String> out = new TreeSet<>();
    spec
        .check(
            new DeliverySpec.Offer(
                "TK",
                "TK-01-010",
                "1",
                1,
                facts,
                FramePlace.of(facts.frames(), CUT, 8),
                CUT,
                Verdict.AGREED,
                OpenNotes.NONE,
                ClientStand.NONE,
                new MediaWanted.Watched(watch.done(facts.rate()), heard, 993)))
        .stream()
        .filter(l -> !l.agrees())
        .forEach(l -> out.add(l.label()));
    return out;
  }
}
