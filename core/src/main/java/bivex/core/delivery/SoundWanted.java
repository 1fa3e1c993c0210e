package bivex.core.delivery;

import bivex.core.InvalidInput;
import bivex.core.Said;
import bivex.core.review.FileTags;
import bivex.core.review.SoundHeard;
import bivex.core.review.VersionFacts.FactCheck;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * What a client wants of the first sound of a file; null where anything will do.
 *
 * @param channels 1 to 16
 * @param sampleHz samples a second, 8000 to 192 000
 * @param loudness of the whole, LUFS as EBU R 128 measures it, -70 to 0
 * @param within how far it may be off, LU, above 0 to 10; asked with a loudness
 * @param peak highest true peak allowed, dB of full scale, -30 to 0
 */
public record SoundWanted(
    Integer channels, Integer sampleHz, Double loudness, Double within, Double peak) {
  public static final SoundWanted ANY = new SoundWanted(null, null, null, null, null);

  /** How far R 128 lets a live programme be off, LU (EBU R 128, 2020). */
  private static final double USUAL_WITHIN = 1;

  public SoundWanted {
    if (channels != null) {
      InvalidInput.within("channels", (long) channels, 1, 16);
    }
    if (sampleHz != null) {
      InvalidInput.within("sampleHz", (long) sampleHz, 8_000, 192_000);
    }
    if (loudness != null) {
      InvalidInput.within("loudness", loudness, SoundHeard.GATE, 0);
      within = within == null ? Double.valueOf(USUAL_WITHIN) : within;
    }
    if (within != null) {
      InvalidInput.within("within", within, 0.1, 10);
      if (loudness == null) {
        throw new InvalidInput("loudness", "say which: how far it may be off was said");
      }
    }
    if (peak != null) {
      InvalidInput.within("peak", peak, -30, 0);
    }
  }

  /** What is asked, each in a few words. */
  List<String> asked() {
    List<String> out = new ArrayList<>();
    MediaWanted.add(out, channels == null ? null : channels + " channels");
    MediaWanted.add(out, sampleHz == null ? null : sampleHz + " Hz");
    MediaWanted.add(out, loudness == null ? null : Said.of("%.1f LUFS", loudness));
    MediaWanted.add(out, peak == null ? null : Said.of("true peak %.1f dB", peak));
    return out;
  }

  /**
   * @param tags null where they were not read
   * @param heard null where it was not listened to
   */
  List<FactCheck> check(FileTags tags, SoundHeard heard) {
    List<FactCheck> out = new ArrayList<>();
    if (channels != null) {
      out.add(
          counted(
              "Channels", String.valueOf(channels), tags, tags == null ? null : tags.channels()));
    }
    if (sampleHz != null) {
      out.add(
          counted(
              "Sample rate", sampleHz + " Hz", tags, tags == null ? null : tags.sampleHz(), " Hz"));
    }
    if (loudness != null) {
      Double is = heard == null ? null : heard.loudness();
      out.add(
          new FactCheck(
              "Loudness",
              Said.of("%.1f LUFS, within %.1f LU", loudness, within),
              is == null ? why(heard) : Said.of("%.1f LUFS", is),
              is != null && Math.abs(tenth(is) - loudness) <= within + 1e-9,
              is == null
                  ? wait(heard)
                  : Said.of("Make it %s by %.1f dB.", way(is, loudness), Math.abs(is - loudness))));
    }
    if (peak != null) {
      Double is = heard == null ? null : heard.peak();
      boolean silence = heard != null && heard.fault().isEmpty() && heard.peak() == null;
      out.add(
          new FactCheck(
              "True peak",
              Said.of("at most %.1f dB", peak),
              silence ? "nothing to hear" : is == null ? why(heard) : Said.of("%.1f dB", is),
              silence || is != null && tenth(is) <= peak + 1e-9,
              is == null ? wait(heard) : "Limit it; a true peak lies between samples too."));
    }
    return out;
  }

  /** Compared as it is written, to a tenth: nobody can see why "-1.0" is above -1. */
  private static double tenth(double v) {
    return Math.round(v * 10) / 10.0;
  }

  private static String way(double is, double wanted) {
    return is > wanted ? "quieter" : "louder";
  }

  private static String why(SoundHeard heard) {
    return heard == null
        ? "not listened to"
        : heard.fault().isEmpty() ? "nothing to hear" : heard.fault();
  }

  private static String wait(SoundHeard heard) {
    return heard == null
        ? "It is listened to once it has come in; if it has a sound track, wait for that."
        : "Export it with its sound.";
  }

  private static FactCheck counted(String label, String wanted, FileTags tags, Integer found) {
    return counted(label, wanted, tags, found, "");
  }

  private static FactCheck counted(
      String label, String wanted, FileTags tags, Integer found, String unit) {
    String is = tags == null ? MediaWanted.NOT_READ : found == null ? "no sound" : found + unit;
    return new FactCheck(
        label,
        wanted,
        is,
        is.equals(wanted),
        tags == null
            ? MediaWanted.AGAIN
            : "Export it with "
                + wanted
                + (unit.isEmpty() ? " " + label.toLowerCase(Locale.ROOT) : "")
                + ".");
  }
}
