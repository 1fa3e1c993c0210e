package bivex.core.review;

import bivex.core.Said;
import bivex.core.time.FrameRange;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;

/**
 * Notes on the same frames that may ask for opposite things, by their words: brighter and darker of
 * the same thing. It is a hint to talk before work is done twice, not more: most of what people
 * mean is not in single words. Words are common practice, no source.
 */
public final class NoteClash {
  /** Words that ask for more of something, and for less of it. */
  private static final List<List<Set<String>>> WAYS =
      List.of(
          way("brighter lighter", "darker"),
          way("warmer", "cooler colder"),
          way("larger bigger", "smaller"),
          way("faster quicker", "slower"),
          way("sharper crisper", "softer blurrier"),
          way("more", "less fewer"),
          way("further farther", "closer nearer"),
          way("higher", "lower"),
          way("later", "earlier"),
          way("longer", "shorter"),
          way("stronger", "weaker subtler"),
          way("louder", "quieter"),
          way("wider thicker", "narrower thinner"));

  /** What is too much asks for less, and the other way round. */
  private static final Map<String, String> TOO =
      Map.ofEntries(
          Map.entry("bright", "darker"),
          Map.entry("dark", "brighter"),
          Map.entry("warm", "cooler"),
          Map.entry("cold", "warmer"),
          Map.entry("cool", "warmer"),
          Map.entry("large", "smaller"),
          Map.entry("big", "smaller"),
          Map.entry("small", "larger"),
          Map.entry("fast", "slower"),
          Map.entry("slow", "faster"),
          Map.entry("sharp", "softer"),
          Map.entry("soft", "sharper"),
          Map.entry("blurry", "sharper"),
          Map.entry("much", "less"),
          Map.entry("many", "less"),
          Map.entry("little", "more"),
          Map.entry("few", "more"),
          Map.entry("close", "further"),
          Map.entry("near", "further"),
          Map.entry("far", "closer"),
          Map.entry("high", "lower"),
          Map.entry("low", "higher"),
          Map.entry("late", "earlier"),
          Map.entry("early", "later"),
          Map.entry("long", "shorter"),
          Map.entry("short", "longer"),
          Map.entry("strong", "weaker"),
          Map.entry("weak", "stronger"),
          Map.entry("loud", "quieter"),
          Map.entry("quiet", "louder"));

  private static final Set<String> NOT = Set.of("not", "no", "never", "don't", "without", "isn't");

  /** Words that say nothing of which thing is meant. */
  private static final Set<String> PLAIN =
      Set.of(
          "this", "that", "these", "those", "with", "from", "into", "than", "then", "them", "they",
          "there", "here", "have", "make", "should", "could", "would", "must", "need", "needs",
          "please", "still", "much", "very", "little", "again", "whole", "shot", "frame", "frames",
          "about", "over", "when", "what", "just", "only", "look", "looks", "feel", "feels", "the",
          "and", "for", "but", "too", "bit", "are", "was", "has", "its", "can", "not", "all", "out",
          "off", "now", "get", "let", "may", "one", "two", "any", "how", "why", "you", "our",
          "end");

  private static final int SHORTEST = 3;

  private NoteClash() {}

  private static List<Set<String>> way(String more, String less) {
    return List.of(Set.of(more.split(" ")), Set.of(less.split(" ")));
  }

  /**
   * A note that is carried.
   *
   * @param on frames; null for the whole shot
   * @param said what it is on, in words
   */
  public record Of(String id, FrameRange on, String said, String words, String by) {}

  /** What a note asks for: where it leads to, and of what. */
  private record Wish(Map<Integer, Integer> ways, Set<String> things) {}

  /** Of each note that may ask for the opposite of another: which, in a sentence. */
  public static Map<String, String> of(List<Of> notes) {
    List<Wish> wishes = notes.stream().map(n -> wish(n.words)).toList();
    Map<String, String> out = new LinkedHashMap<>();
    for (int i = 0; i < notes.size(); i++) {
      for (int k = 0; k < notes.size(); k++) {
        if (i != k
            && meet(notes.get(i).on, notes.get(k).on)
            && opposite(wishes.get(i), wishes.get(k))) {
          Of other = notes.get(k);
          out.putIfAbsent(
              notes.get(i).id,
              Said.of(
                  "It may ask for the opposite of the note on %s by %s: talk about them first.",
                  other.said, other.by));
        }
      }
    }
    return out;
  }

  private static boolean meet(FrameRange a, FrameRange b) {
    return a == null || b == null || a.first() <= b.last() && b.first() <= a.last();
  }

  private static boolean opposite(Wish a, Wish b) {
    Set<String> both = new HashSet<>(a.things);
    both.retainAll(b.things);
    boolean same = !both.isEmpty() || a.things.isEmpty() || b.things.isEmpty();
    return same
        && a.ways.entrySet().stream()
            .anyMatch(
                w -> w.getValue() != 0 && -w.getValue() == b.ways.getOrDefault(w.getKey(), 0));
  }

  private static Wish wish(String words) {
    List<String> tokens = new ArrayList<>();
    for (String t : words.toLowerCase(Locale.ROOT).replace('’', '\'').split("[^\\p{L}']+")) {
      if (!t.isEmpty()) {
        tokens.add(t);
      }
    }
    Map<Integer, Integer> ways = new HashMap<>();
    Set<String> things = new HashSet<>();
    for (int i = 0; i < tokens.size(); i++) {
      String t = tokens.get(i);
      boolean too = t.equals("too") && i + 1 < tokens.size() && TOO.containsKey(tokens.get(i + 1));
      String asks = too ? TOO.get(tokens.get(i + 1)) : t;
      int way = which(asks);
      if (way == 0) {
        if (t.length() >= SHORTEST && !PLAIN.contains(t)) {
          things.add(t);
        }
        continue;
      }
      if (i == 0 || !NOT.contains(tokens.get(i - 1))) {
        // Both ways in one note is no way.
        ways.merge(Math.abs(way), way > 0 ? 1 : -1, (x, y) -> x.equals(y) ? x : 0);
      }
      i += too ? 1 : 0;
    }
    return new Wish(ways, things);
  }

  /** Number of a way from 1, under zero for less; 0 for a word that is none. */
  private static int which(String word) {
    for (int i = 0; i < WAYS.size(); i++) {
      if (WAYS.get(i).get(0).contains(word)) {
        return i + 1;
      }
      if (WAYS.get(i).get(1).contains(word)) {
        return -i - 1;
      }
    }
    return 0;
  }
}
