package bivex.core.script;

import bivex.core.InvalidInput;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;

/**
 * A guide track for a performer who plays several parts (S31): a count-in, then the lines of the
 * other parts as one pulse a word at a pitch of each part's own, and a soft tick where the part
 * that listens begins. It gives the timing, not the voice.
 *
 * @param lines all lines in order, timed from the end of the count-in
 * @param overlaps where two parts speak at once
 * @param seconds from the count-in's end to the last word
 */
public record GuideTrack(List<Spoken> lines, List<Dialogue.Overlap> overlaps, double seconds) {
  /** Beeps of the count-in, one a second. */
  public static final int COUNT_IN = 3;

  /** Samples a second. */
  public static final int RATE = 48_000;

  private static final double BEEP_HZ = 1000;
  private static final double TICK_HZ = 2500;
  private static final double TAIL = 1;

  /**
   * @param part who speaks, from 1
   * @param words how many
   * @param from s after the count-in
   * @param to s
   */
  public record Spoken(int part, String name, String text, int words, double from, double to) {}

  /**
   * A line as it is given.
   *
   * @param from s; null to follow the one before after the pause
   * @param to s; null to be as long as its words
   */
  public record Given(int part, String name, String text, Double from, Double to) {}

  /**
   * Times the lines that have no times.
   *
   * @param wordsPerMinute 20 to 600
   * @param pause s between lines without times, 0 to 60
   * @throws InvalidInput when there are no lines, too many, or the track is longer than ten minutes
   */
  public static GuideTrack of(List<Given> given, double wordsPerMinute, double pause) {
    InvalidInput.within("pause", pause, 0, 60);
    if (given == null || given.isEmpty() || given.size() > 200) {
      throw new InvalidInput("lines", "must be 1 to 200");
    }
    List<Spoken> out = new ArrayList<>();
    double at = 0;
    for (Given g : given) {
      int words =
          g.text() == null || g.text().isBlank() ? 0 : g.text().strip().split("\\s+").length;
      double from = g.from() == null ? at : InvalidInput.within("from", g.from(), 0, 600);
      double to =
          g.to() == null ? from + Math.max(0.4, Dialogue.seconds(words, wordsPerMinute)) : g.to();
      new Dialogue.Line(g.part(), from, to);
      if (to > 600) {
        throw new InvalidInput("to", "the track is longer than ten minutes");
      }
      out.add(
          new Spoken(
              g.part(),
              g.name() == null ? "part " + g.part() : g.name(),
              g.text() == null ? "" : g.text().strip(),
              words,
              from,
              to));
      at = to + pause;
    }
    List<Dialogue.Overlap> overlaps =
        Dialogue.overlaps(
            out.stream().map(s -> new Dialogue.Line(s.part(), s.from(), s.to())).toList());
    return new GuideTrack(
        List.copyOf(out), overlaps, out.stream().mapToDouble(Spoken::to).max().orElse(0));
  }

  /** Pitch of a part's pulses, Hz: a third higher for each. */
  public static double pitch(int part) {
    return 220 * Math.pow(1.26, part - 1.0);
  }

  /**
   * The track for one part, as samples from −1 to 1 at {@link #RATE}.
   *
   * @param listener part that hears it: its own lines are silent but for a tick where they begin
   */
  public float[] samples(int listener) {
    float[] out = new float[(int) Math.round((COUNT_IN + seconds + TAIL) * RATE)];
    for (int i = 0; i < COUNT_IN; i++) {
      tone(out, i, 0.12, BEEP_HZ, 0.5);
    }
    for (Spoken s : lines) {
      if (s.part() == listener) {
        tone(out, COUNT_IN + s.from(), 0.02, TICK_HZ, 0.25);
        continue;
      }
      int pulses = Math.max(1, s.words());
      double each = (s.to() - s.from()) / pulses;
      for (int i = 0; i < pulses; i++) {
        tone(out, COUNT_IN + s.from() + i * each, each * 0.7, pitch(s.part()), 0.4);
      }
    }
    return out;
  }

  /** Adds a tone with soft ends. */
  private static void tone(float[] out, double at, double seconds, double hz, double level) {
    int from = (int) Math.round(at * RATE);
    int n = Math.min((int) Math.round(seconds * RATE), out.length - from);
    int edge = Math.max(1, Math.min(RATE / 200, n / 2));
    for (int i = 0; i < n; i++) {
      double soft = Math.min(1, Math.min(i, n - 1 - i) / (double) edge);
      out[from + i] += (float) (level * soft * Math.sin(2 * Math.PI * hz * i / RATE));
    }
  }

  /** The track as a WAV file: RIFF, PCM, one channel, 16 bits, {@link #RATE}. */
  public byte[] wav(int listener) {
    float[] s = samples(listener);
    ByteBuffer b = ByteBuffer.allocate(44 + 2 * s.length).order(ByteOrder.LITTLE_ENDIAN);
    b.put("RIFF".getBytes(StandardCharsets.US_ASCII))
        .putInt(36 + 2 * s.length)
        .put("WAVEfmt ".getBytes(StandardCharsets.US_ASCII));
    b.putInt(16)
        .putShort((short) 1)
        .putShort((short) 1)
        .putInt(RATE)
        .putInt(RATE * 2)
        .putShort((short) 2)
        .putShort((short) 16);
    b.put("data".getBytes(StandardCharsets.US_ASCII)).putInt(2 * s.length);
    for (float x : s) {
      b.putShort((short) Math.round(Math.max(-1, Math.min(1, x)) * 32_767));
    }
    return b.array();
  }
}
