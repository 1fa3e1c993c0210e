package bivex.core.cue;

import bivex.core.method.Moment;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * What is known of the things of a scene as it is read: what they are said to be, what stands in or
 * on them, and how many there are. What was changed as “it” is known no more.
 */
final class Things {
  private static final Set<String> ARE =
      Set.of("is are stands stand hangs hang lies lie".split(" "));
  private static final Set<String> THE = Set.of("the her his their its this that".split(" "));
  private static final Set<String> ANYTHING =
      Set.of("it them everything one both all another".split(" "));
  private static final Set<String> LOOKS =
      Set.of("looks look watches watch covers sees see hears faces touches knows".split(" "));
  private static final Set<String> OTHERS =
      Set.of("other another new second different next spare far third first last".split(" "));
  private static final Set<String> HANDS = Set.of("hand hands fist fingers arms pocket".split(" "));
  private static final Set<String> SHIFTS =
      Side.forms(
          "put bring take pour add lay set place fetch clear remove pass hand pick eat drink");
  private static final Set<String> NUMBERS =
      Set.of("two three four five six seven eight nine ten eleven twelve".split(" "));

  /** What is counted without being there. */
  private static final Set<String> UNCOUNTED =
      Set.of(
          ("minutes hours days years seconds times steps floors feet inches miles metres yards"
                  + " pounds others flights words")
              .split(" "));

  /**
   * @param said in its own words
   */
  private record Known(boolean is, String said) {}

  /** What the words of a sentence say that a thing is. */
  private record Said(String noun, Side.Claim claim, String words, int at) {}

  private final Map<Side, Map<String, Known>> known = new EnumMap<>(Side.class);
  private final Map<String, Map<String, Known>> brokenIn = new HashMap<>();
  private final Map<String, String> holds = new HashMap<>();
  private final Map<String, String> counts = new HashMap<>();
  private Set<String> last = Set.of();

  /** Forgets all, but what was broken in a place the script comes back to. */
  void begin(String place) {
    known.clear();
    holds.clear();
    counts.clear();
    last = Set.of();
    known.put(Side.WHOLE, brokenIn.computeIfAbsent(place, k -> new HashMap<>()));
  }

  /** Forgets all: time has gone by. */
  void forget() {
    brokenIn.clear();
    begin("");
  }

  /**
   * @param person whether somebody does what it says
   * @param moves whether somebody moves in it
   */
  void read(Sentence s, boolean person, boolean moves, List<Hit> out) {
    state(s, person, out);
    if (moves || s.word().stream().anyMatch(SHIFTS::contains)) {
      holds.clear();
      counts.clear();
    } else {
      contents(s.word(), person, out);
    }
  }

  private void state(Sentence s, boolean person, List<Hit> out) {
    List<String> words = s.word();
    List<Said> said = said(words);
    // What a thing is said to be tells of no change.
    List<String> rest = new ArrayList<>(words);
    said.forEach(c -> rest.set(c.at(), ""));
    EnumSet<Side> made = EnumSet.noneOf(Side.class);
    EnumSet<Side> unmade = EnumSet.noneOf(Side.class);
    Side.changes(rest, made, unmade);
    Set<String> nouns = nouns(words);
    boolean it = words.stream().anyMatch(ANYTHING::contains);
    if (it && person && words.stream().noneMatch(LOOKS::contains)) {
      known.forEach(
          (side, of) -> of.keySet().removeIf(n -> side != Side.ALIVE && last.contains(n)));
    }
    for (Side side : Side.values()) {
      if (!made.contains(side) && !unmade.contains(side)) {
        continue;
      }
      Map<String, Known> of = known.computeIfAbsent(side, k -> new HashMap<>());
      if (it && (nouns.isEmpty() || ANYTHING.contains(words.get(0)))) {
        of.clear();
      } else if (made.contains(side) && unmade.contains(side)) {
        of.keySet().removeAll(nouns);
      } else {
        Known now = new Known(made.contains(side), quoted(s));
        nouns.forEach(n -> of.put(n, now));
      }
    }
    for (Said c : said) {
      Side side = c.claim().side();
      Known now = new Known(c.claim().is(), c.words());
      Known before = known.computeIfAbsent(side, k -> new HashMap<>()).put(c.noun(), now);
      if (before != null
          && before.is() != now.is()
          && !made.contains(side)
          && !unmade.contains(side)) {
        out.add(
            SceneAccount.hit(
                side.kind,
                side.moment,
                "“" + now.said() + "”, and before “" + before.said() + "”"));
      }
    }
    if (!nouns.isEmpty()) {
      last = nouns;
    }
  }

  /** A sentence as it stands, without its last stop. */
  static String quoted(Sentence s) {
    return s.text().strip().replaceAll("[.!]+$", "");
  }

  /** Things that are named with whose or which they are. */
  private static Set<String> nouns(List<String> words) {
    Set<String> out = new HashSet<>();
    for (int i = 0; i + 1 < words.size(); i++) {
      if (THE.contains(words.get(i)) && !OTHERS.contains(words.get(i + 1))) {
        out.add(one(words.get(i + 1)));
        if (i + 2 < words.size()) {
          out.add(one(words.get(i + 2)));
        }
      }
    }
    return out;
  }

  /** A noun without the ending of more than one. */
  static String one(String noun) {
    return noun.length() > 3 && noun.endsWith("s") && !noun.endsWith("ss")
        ? noun.substring(0, noun.length() - 1)
        : noun;
  }

  /** Where what a thing is said to be stands, after the verb and what qualifies it. */
  private static int complement(List<String> words, int verb) {
    int to = verb + 1;
    while (to + 1 < words.size() && SceneAccount.HOW.contains(words.get(to))) {
      to++;
    }
    return to;
  }

  private static List<Said> said(List<String> words) {
    List<Said> out = new ArrayList<>();
    for (int i = 2; i + 1 < words.size(); i++) {
      if (!ARE.contains(words.get(i)) || !THE.contains(words.get(i - 2))) {
        continue;
      }
      String noun = one(words.get(i - 1));
      int to = complement(words, i);
      if (words.get(to).equals("in") && to + 2 < words.size()) {
        String in = words.get(to + 1) + " " + words.get(to + 2);
        String all = String.join(" ", words.subList(i - 2, to + 3));
        if (HANDS.contains(words.get(to + 2))) {
          out.add(new Said(noun, new Side.Claim(Side.HELD, true), all, to + 2));
        } else if (in.equals("one piece")) {
          out.add(new Said(noun, new Side.Claim(Side.WHOLE, true), all, to + 2));
        }
      }
      for (Side.Claim c : Side.claims(words.get(to))) {
        out.add(new Said(noun, c, String.join(" ", words.subList(i - 2, to + 1)), to));
      }
    }
    return out;
  }

  private void contents(List<String> words, boolean person, List<Hit> out) {
    for (int i = 0; i + 2 < words.size(); i++) {
      if (THE.contains(words.get(i)) && ARE.contains(words.get(i + 2)) && i + 3 < words.size()) {
        String what = words.get(complement(words, i + 2));
        String before =
            what.equals("empty") || what.equals("bare")
                ? holds.remove(one(words.get(i + 1)))
                : null;
        if (before != null) {
          out.add(
              SceneAccount.hit(
                  Cue.Kind.VANISH,
                  Moment.GONE,
                  "“" + before + "”, and nobody was told to take it away"));
        }
      }
      // Where one person is, is empty all the same.
      if (!person
          && i > 0
          && SceneAccount.WHERE.contains(words.get(i))
          && THE.contains(words.get(i + 1))) {
        holds.put(
            one(words.get(i + 2)), String.join(" ", words.subList(Math.max(0, i - 3), i + 3)));
      }
      String counted = words.get(i + 1);
      if (NUMBERS.contains(words.get(i)) && counted.endsWith("s") && !UNCOUNTED.contains(counted)) {
        String before = counts.put(counted, words.get(i));
        if (before != null && !before.equals(words.get(i))) {
          out.add(
              SceneAccount.hit(
                  Cue.Kind.VANISH,
                  Moment.GONE,
                  "“" + words.get(i) + " " + counted + "”, and before “" + before + "”"));
        }
      }
    }
  }
}
