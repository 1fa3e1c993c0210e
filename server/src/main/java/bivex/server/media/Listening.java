package bivex.server.media;

import bivex.core.InvalidInput;
import bivex.core.review.SoundHeard;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.function.BooleanSupplier;
import org.springframework.stereotype.Component;

/** Listens to the first sound of a clip: its loudness, its true peak and where it is silent. */
@Component
public class Listening {
  /** True peaks are told in thousandths of full scale. */
  private static final double LEAST_PEAK = 0.0005;

  private static final double BASE = 20;

  /** Longer than any clip. */
  private static final double LONGEST_S = 1e6;

  /**
   * @param cancelled asked on the way; the process is ended at once
   * @return null when it was cancelled
   * @throws InvalidInput naming {@code file} when the sound is damaged
   */
  public SoundHeard heard(Path clip, BooleanSupplier cancelled) throws IOException {
    List<String> c = new ArrayList<>(List.of("nice", "-n", "10"));
    c.addAll(Ffmpeg.opening(clip));
    c.addAll(
        List.of(
            "-map",
            "0:a:0",
            "-af",
            "ebur128=peak=true:metadata=1,silencedetect=n="
                + SoundHeard.SILENT_DB
                + "dB:d="
                + SoundHeard.SHORTEST_S
                + ",ametadata=print:file=-",
            "-f",
            "null",
            "-"));
    Process p = Ffmpeg.start(c);
    Double loudness = null;
    double peak = 0;
    double from = -1;
    List<SoundHeard.Silence> silences = new ArrayList<>();
    try (BufferedReader in =
        new BufferedReader(new InputStreamReader(p.getInputStream(), StandardCharsets.UTF_8))) {
      for (String line = in.readLine(); line != null; line = in.readLine()) {
        if (cancelled.getAsBoolean()) {
          return null;
        }
        int is = line.indexOf('=');
        String value = line.substring(is + 1);
        switch (is < 0 ? "frame" : line.substring(0, is)) {
          case "lavfi.r128.I" -> loudness = number(value);
          case "lavfi.r128.true_peak" -> peak = Math.max(peak, number(value));
          case "lavfi.silence_start" -> from = number(value);
          case "lavfi.silence_end" -> {
            silences.add(new SoundHeard.Silence(Math.max(0, from), number(value)));
            from = -1;
          }
          default -> {
            // Frames, and figures that are not told.
          }
        }
      }
      if (!p.waitFor(Ffmpeg.SECONDS, TimeUnit.SECONDS) || p.exitValue() != 0) {
        throw new InvalidInput("file", "has a sound that is damaged or takes too long to read");
      }
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new IOException("interrupted", e);
    } finally {
      p.destroyForcibly();
    }
    if (from >= 0) {
      // To the end.
      silences.add(new SoundHeard.Silence(from, LONGEST_S));
    }
    boolean nothing = loudness == null || loudness <= SoundHeard.GATE || peak < LEAST_PEAK;
    return new SoundHeard(
        nothing ? null : loudness, nothing ? null : BASE * Math.log10(peak), silences, "");
  }

  private static double number(String of) {
    try {
      double n = Double.parseDouble(of.strip());
      return Double.isFinite(n) ? n : SoundHeard.GATE;
    } catch (NumberFormatException e) {
      return SoundHeard.GATE;
    }
  }
}
