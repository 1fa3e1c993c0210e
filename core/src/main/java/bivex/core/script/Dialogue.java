package bivex.core.script;

import bivex.core.InvalidInput;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * Who speaks when, where one performer plays several parts (S31): two parts must not speak at once,
 * since each is recorded against the guide track of the other. Lines without times are laid one
 * after another at a speaking rate.
 */
public final class Dialogue {
  /** Words a minute of natural speech; 150 is usual (common practice, no source). */
  public static final double WORDS_PER_MINUTE = 150;

  private Dialogue() {}

  /**
   * @param part who speaks, from 1
   * @param from s
   * @param to s, after {@code from}
   */
  public record Line(int part, double from, double to) {
    public Line {
      InvalidInput.within("part", (long) part, 1, 12);
      InvalidInput.within("line start", from, 0, 100_000);
      if (!(to > from)) {
        throw new InvalidInput("line end", "must be after its start of " + from + " s");
      }
    }
  }

  /**
   * Two lines of different parts at once.
   *
   * @param from s
   * @param to s
   */
  public record Overlap(int partA, int partB, double from, double to) {
    public double seconds() {
      return to - from;
    }
  }

  /** Where two parts speak at once, in order of time. */
  public static List<Overlap> overlaps(List<Line> lines) {
    List<Line> sorted = lines.stream().sorted(Comparator.comparingDouble(Line::from)).toList();
    List<Overlap> out = new ArrayList<>();
    for (int i = 0; i < sorted.size(); i++) {
      for (int j = i + 1; j < sorted.size() && sorted.get(j).from() < sorted.get(i).to(); j++) {
        Line a = sorted.get(i);
        Line b = sorted.get(j);
        if (a.part() != b.part()) {
          out.add(new Overlap(a.part(), b.part(), b.from(), Math.min(a.to(), b.to())));
        }
      }
    }
    return List.copyOf(out);
  }

  /** Seconds a number of words takes. */
  public static double seconds(int words, double wordsPerMinute) {
    InvalidInput.within("words", (long) words, 0, 1_000_000);
    return words * 60 / InvalidInput.within("words a minute", wordsPerMinute, 20, 600);
  }

  /**
   * Lays lines one after another.
   *
   * @param words words of each line, in order; parts take turns from 1 to {@code parts}
   * @param pause s between them
   */
  public static List<Line> turns(
      List<Integer> words, int parts, double wordsPerMinute, double pause) {
    InvalidInput.within("parts", (long) parts, 1, 12);
    InvalidInput.within("pause", pause, 0, 600);
    List<Line> out = new ArrayList<>();
    double at = 0;
    for (int i = 0; i < words.size(); i++) {
      double length = Math.max(0.2, seconds(words.get(i), wordsPerMinute));
      out.add(new Line(1 + i % parts, at, at + length));
      at += length + pause;
    }
    return List.copyOf(out);
  }
}
