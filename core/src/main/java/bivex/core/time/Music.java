package bivex.core.time;

import bivex.core.InvalidInput;
import bivex.core.Said;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;

/**
 * A piece of music that picture is made to: its beats and phrases as times.
 *
 * @param name what it is called
 * @param beats seconds from its start, in order
 * @param inBar beats in a bar, 1 to 32
 * @param phrases where something new begins, in order
 * @param steady beats a minute where it keeps one tempo; null where it does not
 * @param scatterMs how far taps lay from the tempo that was found, one standard deviation, ms; null
 *     where nothing was tapped
 */
public record Music(
    String name,
    List<Double> beats,
    int inBar,
    List<Phrase> phrases,
    Double steady,
    Double scatterMs) {
  /** So many beats are an hour at 330 a minute. */
  public static final int MOST_BEATS = 20_000;

  private static final int LEAST_TAPS = 4;

  /** Taps that lie further from one tempo were of music that changes it, or of no beat, s. */
  private static final double UNSTEADY = 0.06;

  /**
   * Something new begins.
   *
   * @param at seconds from the start of the music
   */
  public record Phrase(double at, String label) {}

  public Music {
    beats = List.copyOf(beats);
    phrases = List.copyOf(phrases);
  }

  /**
   * Music of one tempo.
   *
   * @param perMinute beats a minute, 20 to 400
   * @param first time of the first beat, s, 0 to 3600
   * @param seconds how long it is, up to 3600
   * @throws InvalidInput naming the field
   */
  public static Music typed(
      String name,
      double perMinute,
      double first,
      double seconds,
      int inBar,
      List<Phrase> phrases) {
    InvalidInput.within("perMinute", perMinute, 20, 400);
    InvalidInput.within("first", first, 0, 3600);
    InvalidInput.within("seconds", seconds, first, 3600);
    List<Double> beats = new ArrayList<>();
    for (int i = 0; first + i * 60 / perMinute <= seconds; i++) {
      beats.add(first + i * 60 / perMinute);
    }
    return new Music(
        InvalidInput.title("name", name), beats, bar(inBar), sorted(phrases), perMinute, null);
  }

  /**
   * Music that somebody tapped to. Where the taps keep one tempo, however unevenly the hand did,
   * its beats are those of the tempo that fits them best (least squares), so that a hand's unrest
   * is taken out and beats that were not tapped are there; else they are the taps themselves.
   *
   * @param taps seconds, at least four
   * @param seconds how long the music is; the tempo goes on till then
   * @throws InvalidInput naming the field
   */
  public static Music tapped(
      String name, List<Double> taps, double seconds, int inBar, List<Phrase> phrases) {
    if (taps.stream().anyMatch(Objects::isNull)) {
      throw new InvalidInput("taps", "must be times");
    }
    List<Double> t = taps.stream().sorted().toList();
    if (t.size() < LEAST_TAPS || t.size() > MOST_BEATS) {
      throw new InvalidInput(
          "taps", "must be " + LEAST_TAPS + " to " + MOST_BEATS + ", were " + t.size());
    }
    InvalidInput.within("taps", t.get(0), 0, 3600);
    InvalidInput.within("seconds", seconds, t.get(t.size() - 1), 3600);
    double[] line = tempo(t);
    double scatter = line == null ? Double.NaN : line[2];
    if (line == null || scatter > UNSTEADY || line[1] < 0.15 || line[1] > 3) {
      return new Music(
          InvalidInput.title("name", name), t, bar(inBar), sorted(phrases), null, null);
    }
    List<Double> beats = new ArrayList<>();
    // The first tap is a beat; the music may have begun before it, unheard of.
    for (int i = 0; line[0] + i * line[1] <= seconds && i < MOST_BEATS; i++) {
      beats.add(Math.max(0, line[0] + i * line[1]));
    }
    return new Music(
        InvalidInput.title("name", name),
        beats,
        bar(inBar),
        sorted(phrases),
        60 / line[1],
        1000 * scatter);
  }

  private static int bar(int inBar) {
    return (int) InvalidInput.within("inBar", (long) inBar, 1, 32);
  }

  private static List<Phrase> sorted(List<Phrase> phrases) {
    phrases.forEach(
        p -> {
          if (p == null) {
            throw new InvalidInput("phrases", "need a time and what begins, each");
          }
          InvalidInput.within("phrases", p.at(), 0, 3600);
          InvalidInput.title("phrases", p.label());
        });
    return phrases.stream().sorted(Comparator.comparingDouble(Phrase::at)).toList();
  }

  /**
   * First beat, seconds a beat and scatter of the tempo that fits taps best; null where there is
   * none. A tap left out or made twice is let pass.
   */
  private static double[] tempo(List<Double> t) {
    List<Double> gaps = new ArrayList<>();
    for (int i = 1; i < t.size(); i++) {
      gaps.add(t.get(i) - t.get(i - 1));
    }
    double beat = gaps.stream().sorted().toList().get(gaps.size() / 2);
    if (beat <= 0) {
      return null;
    }
    // The number of a beat is counted on from its neighbour, so that the tempo need not be known
    // well to count far.
    int[] number = new int[t.size()];
    for (int i = 1; i < t.size(); i++) {
      number[i] = number[i - 1] + (int) Math.round(gaps.get(i - 1) / beat);
    }
    int n = t.size();
    double sx = 0;
    double sy = 0;
    double sxx = 0;
    double sxy = 0;
    for (int i = 0; i < n; i++) {
      sx += number[i];
      sy += t.get(i);
      sxx += (double) number[i] * number[i];
      sxy += number[i] * t.get(i);
    }
    double spread = n * sxx - sx * sx;
    if (spread <= 0) {
      return null;
    }
    double slope = (n * sxy - sx * sy) / spread;
    double first = (sy - slope * sx) / n;
    double off = 0;
    for (int i = 0; i < n; i++) {
      off += Math.pow(t.get(i) - first - slope * number[i], 2);
    }
    return new double[] {first, slope, Math.sqrt(off / (n - 2))};
  }

  /** Tempo and how sure it is, in words. */
  public String said() {
    return steady == null
        ? Said.of("%s beats as they were tapped, of no one tempo", beats.size())
        : scatterMs == null
            ? Said.of("%.2f beats a minute", steady)
            : Said.of(
                "%.2f beats a minute, from taps that lay ±%.0f ms from it", steady, scatterMs);
  }

  /** What a mark is. */
  public enum Kind {
    BEAT,
    BAR,
    PHRASE
  }

  /**
   * Something picture can meet.
   *
   * @param at seconds
   * @param label of a phrase; empty for a beat
   */
  public record Mark(double at, Kind kind, String label) {}

  /** All beats and phrases between two times, in order. */
  public List<Mark> marks(double from, double to) {
    List<Mark> out = new ArrayList<>();
    for (int i = 0; i < beats.size(); i++) {
      if (beats.get(i) >= from && beats.get(i) <= to) {
        out.add(new Mark(beats.get(i), i % inBar == 0 ? Kind.BAR : Kind.BEAT, ""));
      }
    }
    phrases.stream()
        .filter(p -> p.at() >= from && p.at() <= to)
        .forEach(p -> out.add(new Mark(p.at(), Kind.PHRASE, p.label())));
    out.sort(Comparator.comparingDouble(Mark::at));
    return List.copyOf(out);
  }
}
