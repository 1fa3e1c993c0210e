package bivex.core.cue;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * What answers to cues have taught: a sign that was waved away again and again weighs less, one
 * that was taken more. A production's own answers count whole, those of others in the house, where
 * it asked for them, a quarter; how many moments a script holds at all, and which methods are
 * chosen, is learned from its own alone. Nothing is kept but the answers, so that taking one back
 * takes back what it taught.
 */
public final class CueLearning {
  /** Nothing learned. */
  public static final CueLearning NONE = new CueLearning(List.of(), List.of());

  /** What an answer of another production counts. */
  private static final double ELSEWHERE = 0.25;

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
   * @param elsewhereTaken how often it was taken in other productions of the house
   * @param shift what it gains or loses here, in natural log odds
   */
  public record Lesson(
      String sign, int taken, int away, int elsewhereTaken, int elsewhereAway, double shift) {
    /** What it weighs here, in a word. */
    public String weighs() {
      return Math.abs(shift) < 0.05 ? "as before" : shift > 0 ? "more" : "less";
    }
  }

  private final Map<String, Lesson> lessons = new HashMap<>();

  /** Methods chosen for what was proposed with each sign, and how often. */
  private final Map<String, Map<String, Integer>> chosen = new HashMap<>();

  /**
   * @param answers of this production
   * @param elsewhere of others in the house; empty where they do not count
   */
  public CueLearning(List<Answer> answers, List<Answer> elsewhere) {
    Map<String, int[]> counts = new HashMap<>();
    for (Answer a : elsewhere) {
      for (String s : Set.copyOf(a.signs())) {
        if (!s.equals(FoundCues.AT_ALL)) {
          counts.computeIfAbsent(s, k -> new int[4])[a.taken() ? 2 : 3]++;
        }
      }
    }
    for (Answer a : answers) {
      Set<String> of = new HashSet<>(a.signs());
      for (String s : of) {
        counts.computeIfAbsent(s, k -> new int[4])[a.taken() ? 0 : 1]++;
        if (a.method() != null) {
          chosen.computeIfAbsent(s, k -> new HashMap<>()).merge(a.method(), 1, Integer::sum);
        }
      }
    }
    counts.forEach(
        (s, n) -> {
          double doubt = s.equals(FoundCues.AT_ALL) ? DOUBT_OF_ALL : DOUBT;
          double shift =
              Math.log((n[0] + ELSEWHERE * n[2] + doubt) / (n[1] + ELSEWHERE * n[3] + doubt));
          lessons.put(
              s, new Lesson(s, n[0], n[1], n[2], n[3], Math.max(-MOST, Math.min(MOST, shift))));
        });
  }

  /**
   * Answers of another production as they may be told here: by what ships with the finder, and by
   * words this production looks for itself. What others look for is theirs.
   */
  public static List<Answer> shared(List<Answer> elsewhere, CueWords here) {
    Set<String> known = new HashSet<>();
    here.all().forEach(e -> known.add(sign(e.words())));
    return elsewhere.stream()
        .map(
            a ->
                new Answer(
                    a.signs().stream()
                        .filter(s -> !s.startsWith("“") || known.contains(s))
                        .toList(),
                    a.taken(),
                    null,
                    null))
        .toList();
  }

  /** What is found by words of a list is learned by. */
  static String sign(String words) {
    return "“" + words + "”";
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
