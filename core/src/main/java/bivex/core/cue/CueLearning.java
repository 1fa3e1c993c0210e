package bivex.core.cue;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * What a production's own answers to cues have taught: a sign that was waved away again and again
 * weighs less here, one that was taken more. Nothing is kept but the answers, so that taking one
 * back takes back what it taught.
 */
public final class CueLearning {
  /** Nothing learned. */
  public static final CueLearning NONE = new CueLearning(List.of());

  /** Answers a sign is given before there are any, so that one answer decides nothing. */
  private static final double DOUBT = 2;

  /** The same for what every cue has: it says how many moments the script holds, and moves all. */
  private static final double DOUBT_OF_ALL = 6;

  /** The most a sign may gain or lose, in natural log odds. */
  private static final double MOST = 1.5;

  /**
   * One answer to a cue.
   *
   * @param signs of the cue when it was answered
   * @param taken whether it was a moment; else it was waved away
   * @param proposed the method it named first; null where that is not known
   * @param method it was marked with; null when waved away or left open
   */
  public record Answer(List<String> signs, boolean taken, String proposed, String method) {
    /** Whether it was made another way than proposed; what is left open is not. */
    boolean changed() {
      return taken && method != null && proposed != null && !method.equals(proposed);
    }
  }

  /**
   * What is known of a sign here.
   *
   * @param sign its name, as in {@link Cue#signs}
   * @param shift what it gains or loses here, in natural log odds
   */
  public record Lesson(String sign, int taken, int away, double shift) {
    /** What it weighs here, in a word. */
    public String weighs() {
      return Math.abs(shift) < 0.05 ? "as before" : shift > 0 ? "more" : "less";
    }
  }

  private final Map<String, Lesson> lessons = new HashMap<>();

  /** Methods chosen for what was proposed with each sign, and how often. */
  private final Map<String, Map<String, Integer>> chosen = new HashMap<>();

  public CueLearning(List<Answer> answers) {
    Map<String, int[]> counts = new HashMap<>();
    for (Answer a : answers) {
      Set<String> of = new HashSet<>(a.signs());
      for (String s : of) {
        counts.computeIfAbsent(s, k -> new int[2])[a.taken() ? 0 : 1]++;
        if (a.method() != null) {
          chosen.computeIfAbsent(s, k -> new HashMap<>()).merge(a.method(), 1, Integer::sum);
        }
      }
    }
    counts.forEach(
        (s, n) -> {
          double doubt = s.equals(FoundCues.AT_ALL) ? DOUBT_OF_ALL : DOUBT;
          double shift = Math.log((n[0] + doubt) / (n[1] + doubt));
          lessons.put(s, new Lesson(s, n[0], n[1], Math.max(-MOST, Math.min(MOST, shift))));
        });
  }

  /** What a cue's sum gains or loses by all that was learned of its signs. */
  double shift(List<String> signs) {
    double sum = 0;
    for (String s : signs) {
      Lesson l = lessons.get(s);
      sum += l == null ? 0 : l.shift();
    }
    return Math.max(-2 * MOST, Math.min(2 * MOST, sum));
  }

  /** The method chosen most, twice at least, for what these signs proposed; null for none. */
  String method(List<String> signs) {
    Map<String, Integer> votes = new HashMap<>();
    for (String s : signs) {
      if (s.equals(FoundCues.AT_ALL)) {
        continue;
      }
      chosen.getOrDefault(s, Map.of()).forEach((m, n) -> votes.merge(m, n, Integer::sum));
    }
    return votes.entrySet().stream()
        .filter(e -> e.getValue() >= 2)
        .max(Map.Entry.<String, Integer>comparingByValue().thenComparing(Map.Entry::getKey))
        .map(Map.Entry::getKey)
        .orElse(null);
  }

  /** Everything learned, what moves most first. */
  public List<Lesson> lessons() {
    List<Lesson> out = new ArrayList<>(lessons.values());
    out.sort(
        Comparator.comparingDouble((Lesson l) -> -Math.abs(l.shift())).thenComparing(Lesson::sign));
    return out;
  }
}
