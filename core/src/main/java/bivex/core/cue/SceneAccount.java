package bivex.core.cue;

import bivex.core.method.Moment;
import bivex.core.script.Screenplay;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/**
 * An account of each scene as it is read: who is where, who has left, what the clock says, what
 * stands in the sky, and what is known of its {@linkplain Things things}. What contradicts it is
 * told of the sentence that does, unless a change was told between. It keeps only what is said in
 * plain words, and forgets rather than guesses: after somebody has moved, nobody's place is known.
 */
final class SceneAccount {
  /** What everything that is found by the account is learned by. */
  static final String SIGN = "what was told before says otherwise";

  private static final int WEIGHT = 5;

  /** Minutes. */
  private static final int HALF_DAY = 720;

  /** Sentences after which a place is no longer taken for granted. */
  private static final int REMEMBERED = 6;

  /** What may stand between a verb and what it says of somebody. */
  static final Set<String> HOW =
      words("now again still quite all only bone brim wide perfectly already back once more just");

  static final Set<String> WHERE =
      words("at on in behind beside by under outside inside above below");

  private static final Set<String> UNREAL =
      words("if like would could might should almost nearly seems pretends dreams imagines photo");
  private static final Pattern NO_WORD = Pattern.compile("[^\\p{L}\\p{N}]+");
  private static final Set<String> PERSON = words("she he they we");
  private static final Set<String> JUMP =
      words("later flashback dream hours days weeks months years tomorrow");
  private static final Set<String> MOVES =
      Side.forms(
          "walk run go come cross climb leave enter return step move follow reach arrive head hurry"
              + " slip drive ride lead get jump dash march creep pace wander stroll back approach"
              + " join rise vault leap swim wade crawl carry drag push pull turn burst");
  private static final Set<String> LASTING =
      words("is stands sits waits lies kneels leans crouches are");
  private static final Set<String> SPOTS =
      words(
          "door gate window roof attic ceiling stairs landing bridge pier jetty shore street well"
              + " tower platform counter photocopier sink stove lift altar stage balcony ladder top"
              + " bottom bank kerb chimney cellar gallery hedge wall");
  private static final Set<String> AWAY = words("out off away");
  private static final Set<String> SKY = words("sun sunlight daylight stars moonlight");
  private static final Pattern BY_DAY =
      Pattern.compile(
          "(?<!before |until |when |as if |no )\\b(?:the sun|sunlight|daylight)"
              + " (?:is|stands|hangs|comes out|falls|shines|pours|fills|blazes)\\b(?!"
              + " (?:down|up|set|gone|not))");
  private static final Pattern BY_NIGHT =
      Pattern.compile(
          "(?<!before |until |when |as if )\\b(?:the stars (?:are|come|stand|hang)|moonlight"
              + " (?:falls|lies|comes|fills))\\b(?! (?:gone|not))");
  private static final Pattern NOT_THERE =
      Pattern.compile(
          "^(?:(\\p{L}+) is (?:gone|nowhere|not there|no longer"
              + " (?:there|in|on|at|beside|behind))\\b|no (\\p{L}+)\\W*$)");
  private static final String HOUR =
      "one|two|three|four|five|six|seven|eight|nine|ten|eleven|twelve";
  private static final Pattern CLOCK =
      Pattern.compile(
          "\\b([01]?\\d|2[0-3])[:.]([0-5]\\d)\\b|\\b(half past|(?:quarter|five|ten|twenty|"
              + "twenty-five) (?:past|to)) ("
              + HOUR
              + "|midnight|noon)\\b|\\b("
              + HOUR
              + ") o'clock\\b");
  private static final Set<String> SHOWS =
      words("clock watch dial phone hands screen it it's display");
  private static final Pattern SETS = Pattern.compile("\\b(?:winds?|sets?|turns?|puts?|moves?)\\b");
  private static final List<String> HOURS =
      List.of("twelve one two three four five six seven eight nine ten eleven".split(" "));

  /** Where somebody is said to be, and in which sentence. */
  private record Spot(String at, int sentence) {}

  /**
   * What a clock shows.
   *
   * @param half whether it does not tell morning from evening
   */
  private record Clock(int minutes, boolean half, String said) {}

  private final Map<String, String> people = new HashMap<>();
  private final IdentityHashMap<Sentence, List<Hit>> found = new IdentityHashMap<>();

  // What is known as the scene is read.
  private final Things things = new Things();
  private final Map<String, Spot> spots = new HashMap<>();
  private final Map<String, String> left = new LinkedHashMap<>();
  private final Set<String> there = new HashSet<>();
  private Boolean night;
  private Clock clock;
  private String lastNamed = "";

  SceneAccount(Screenplay play, List<Sentence> all) {
    Set<String> names = new HashSet<>();
    for (Screenplay.Element e : play.elements()) {
      if (e.kind() == Screenplay.Kind.CHARACTER) {
        names.add(e.speaker());
      }
    }
    Map<String, Long> in =
        names.stream()
            .flatMap(n -> Arrays.stream(n.split("\\s+")))
            .collect(Collectors.groupingBy(w -> w, Collectors.counting()));
    for (String n : names) {
      for (String w : n.split("\\s+")) {
        if (w.length() > 2 && in.get(w) == 1 && !SPOTS.contains(w)) {
          people.put(w, n);
        }
      }
    }
    int next = 0;
    String speaker = "";
    for (Screenplay.Element e : play.elements()) {
      switch (e.kind()) {
        case HEADING -> begin(play.scenes().get(e.scene()));
        case CHARACTER -> {
          speaker = e.speaker();
          if (!e.text().contains("(")) {
            there.add(speaker);
          }
        }
        case PARENTHETICAL -> direction(speaker, e.text().toLowerCase(Locale.ROOT), next);
        default -> {}
      }
      while (next < all.size() && all.get(next).element() == e) {
        Sentence s = all.get(next);
        List<Hit> hits = read(s, next++);
        if (!hits.isEmpty()) {
          found.put(s, hits);
        }
      }
    }
  }

  private static boolean later(List<String> words) {
    return words.stream().anyMatch(JUMP::contains);
  }

  /** What is said in brackets tells where somebody speaks from. */
  private void direction(String speaker, String low, int at) {
    List<String> words = List.of(NO_WORD.split(low));
    for (int i = 0; i + 2 < words.size(); i++) {
      if ((WHERE.contains(words.get(i)) || words.get(i).equals("from"))
          && SPOTS.contains(Things.one(words.get(i + 2)))) {
        spots.put(speaker, new Spot(Things.one(words.get(i + 2)), at));
        return;
      }
    }
  }

  /** What of a sentence contradicts what was told before; at most one of a sort. */
  List<Hit> of(Sentence s) {
    return found.getOrDefault(s, List.of());
  }

  private void begin(Screenplay.Scene scene) {
    if (later(List.of(NO_WORD.split(scene.heading().toLowerCase(Locale.ROOT))))) {
      things.forget();
    }
    things.begin(scene.place().toLowerCase(Locale.ROOT));
    forget();
    night = scene.night();
  }

  /** Forgets who is where, and what the clock and the sky say. */
  private void forget() {
    night = null;
    spots.clear();
    left.clear();
    there.clear();
    clock = null;
    lastNamed = "";
  }

  private List<Hit> read(Sentence s, int at) {
    if (later(s.word())) {
      things.forget();
      forget();
      return List.of();
    }
    List<String> words = s.word();
    List<Hit> out = new ArrayList<>();
    if (!words.isEmpty() && words.stream().noneMatch(UNREAL::contains)) {
      boolean moves = words.stream().anyMatch(MOVES::contains);
      boolean person = people.containsKey(words.get(0)) || PERSON.contains(words.get(0));
      gone(s, moves, out);
      things.read(s, person, moves, out);
      place(s, at, moves, out);
    }
    if (words.stream().anyMatch(SHOWS::contains)) {
      hour(s.low(), out);
    }
    if (words.stream().anyMatch(SKY::contains)) {
      sky(s.low(), out);
    }
    return out;
  }

  /** What stands in the sky against what the heading says. */
  private void sky(String low, List<Hit> out) {
    if (night != null && (night ? BY_DAY : BY_NIGHT).matcher(low).find()) {
      out.add(hit(Cue.Kind.LIGHT, Moment.GLOW, "the heading says " + (night ? "night" : "day")));
    }
  }

  private void place(Sentence s, int at, boolean moves, List<Hit> out) {
    List<String> words = s.word();
    String who = "";
    int first = 0;
    while (first < words.size() && first < 2 && who.isEmpty()) {
      String w = words.get(first++);
      who =
          people.getOrDefault(
              w, first == 1 && (w.equals("she") || w.equals("he")) ? lastNamed : "");
    }
    String named = who;
    words.stream().filter(people::containsKey).forEach(w -> lastNamed = people.get(w));
    if (moves) {
      spots.clear();
      left.keySet().removeIf(n -> words.stream().anyMatch(w -> n.equals(people.get(w))));
      if (!named.isEmpty() && leaves(words)) {
        left.put(named, Things.quoted(s));
      }
      return;
    }
    if (named.isEmpty()) {
      return;
    }
    int verb = first;
    if (verb < words.size() && LASTING.contains(words.get(verb))) {
      verb++;
      String gone = left.remove(named);
      if (gone != null && people.containsKey(words.get(0))) {
        out.add(
            hit(Cue.Kind.VANISH, Moment.GONE, "“" + gone + "”, and nobody was told to come back"));
      }
    }
    while (verb < words.size() && HOW.contains(words.get(verb))) {
      verb++;
    }
    if (verb + 2 < words.size() && WHERE.contains(words.get(verb))) {
      for (int i = verb + 2; i < Math.min(words.size(), verb + 4); i++) {
        String spot = Things.one(words.get(i));
        if (SPOTS.contains(words.get(i)) || SPOTS.contains(spot)) {
          Spot before = spots.put(named, new Spot(spot, at));
          if (before != null && !before.at().equals(spot) && at - before.sentence() <= REMEMBERED) {
            out.add(
                hit(
                    Cue.Kind.SPEED,
                    Moment.DASH,
                    "“" + named + "” was at the " + before.at() + ", and nobody was told to walk"));
          }
          return;
        }
      }
    }
  }

  /** Somebody who was there and has not walked, and is not there now. */
  private void gone(Sentence s, boolean moves, List<Hit> out) {
    Matcher m = NOT_THERE.matcher(s.low().strip());
    if (m.find()) {
      String word = m.group(1) == null ? m.group(2) : m.group(1);
      String who = word.equals("she") || word.equals("he") ? lastNamed : people.get(word);
      if (who != null && there.remove(who)) {
        out.add(
            hit(Cue.Kind.VANISH, Moment.GONE, "“" + who + "” was there and was not told to go"));
      }
      return;
    }
    for (String w : s.word()) {
      String who = people.getOrDefault(w, PERSON.contains(w) ? lastNamed : "");
      if (moves) {
        there.remove(who);
      } else if (!who.isEmpty()) {
        there.add(who);
      }
    }
  }

  static Hit hit(Cue.Kind kind, Moment moment, String reason) {
    return new Hit(kind, moment.method(), reason, SIGN, WEIGHT, false);
  }

  /** Whether a sentence ends with somebody gone from the scene. */
  private static boolean leaves(List<String> words) {
    int end = words.size();
    return end > 1
        && (words.get(end - 1).equals("leaves")
            || words.get(end - 1).equals("exits")
            || AWAY.contains(words.get(end - 1)) && MOVES.contains(words.get(end - 2)));
  }

  private void hour(String low, List<Hit> out) {
    Matcher m = CLOCK.matcher(low);
    while (m.find()) {
      Clock now = clock(m);
      Clock before = clock;
      clock = now;
      if (before == null) {
        continue;
      }
      int turn = now.half() || before.half() ? HALF_DAY : 2 * HALF_DAY;
      int on = Math.floorMod(now.minutes() - before.minutes(), turn);
      // What is not half a turn on has gone back.
      if (on > turn / 2 && !SETS.matcher(low).find()) {
        out.add(
            hit(
                Cue.Kind.TIME,
                Moment.RUSHES,
                "it is “" + now.said() + "”, and before it was “" + before.said() + "”"));
      }
    }
  }

  private static Clock clock(Matcher m) {
    if (m.group(1) != null) {
      int h = Integer.parseInt(m.group(1));
      return new Clock(h * 60 + Integer.parseInt(m.group(2)), h >= 1 && h <= 12, m.group());
    }
    if (m.group(5) != null) {
      return new Clock(HOURS.indexOf(m.group(5)) * 60, true, m.group());
    }
    String hour = m.group(4);
    int h = hour.equals("midnight") || hour.equals("noon") ? 0 : HOURS.indexOf(hour);
    String[] part = m.group(3).split(" ");
    int by =
        switch (part[0]) {
          case "half" -> 30;
          case "quarter" -> 15;
          case "five" -> 5;
          case "ten" -> 10;
          case "twenty" -> 20;
          default -> 25;
        };
    int minutes = h * 60 + (part[1].equals("to") ? -by : by);
    return new Clock(Math.floorMod(minutes, HALF_DAY), true, m.group());
  }

  private static Set<String> words(String list) {
    return Set.of(list.split(" "));
  }
}
