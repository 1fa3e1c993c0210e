package bivex.core.cue;

import bivex.core.method.Moment;
import bivex.core.script.Screenplay;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * Proposes moments of a script that look like effects: by words, and by what happens in a scene. It
 * reads action only, sentence by sentence, and proposes at most one cue for each; speech is never
 * proposed, nor what is only said to be like something, or not to be there. How often it is right
 * is measured in its test and told in the handbook.
 */
public final class CueFinder {
  private static final int GAP = 2;

  /** Words of the list that mean no effect as often as one: alone they say little. */
  private static final Set<String> ORDINARY =
      Set.of(
          ("photograph poster screen television newspaper map gun knife rain snow dog cat horse"
               + " bird gull fish fire burn blood ripple candle dust sand wave notice bang giant"
               + " huge tiny cracks smoke fog mist storm spider rat letter sign wind water sea fly"
               + " flies shoots page monitor message mirror reflection")
              .split(" "));

  private static final Pattern NOTHING =
      Pattern.compile("\\b(?:no|without|not an?|never an?|nor)\\s+(?:\\p{L}+\\s+)?$");
  private static final Pattern LIKENESS = Pattern.compile("\\b(?:as if|as though|like|reminds)\\b");

  /** Things that stay where they are put, as far as scripts are full of them. */
  private static final String THINGS =
      "book|print|letter|word|page|paper|cup|glass|plate|bowl|pea|chair|table|lamp|"
          + "clock|watch|crane|building|house|facade|wall|door|window|street|road|pavement|"
          + "bridge|tower|statue|painting|picture|portrait|poster|coat|dress|shoe|hat|"
          + "glove|coin|stone|rock|boulder|brick|tile|column|pillar|tree|root|branch|vine|"
          + "leaf|water|sand|ink|smoke|shadow|puppet|doll|mannequin|toy|ship|boat|car|van|"
          + "truck|lorry|train|furniture|bottle|knife|sword|bone|skull|skeleton|armour|"
          + "mask|curtain|rope|chain|cable|machine|piano|instrument|suitcase|umbrella|bed|"
          + "mirror|ceiling|floor|staircase|pencil|pen|piece|card|bell";

  /**
   * What no thing does by itself, as words that follow one another; and ways of leaving the ground.
   */
  private static final Map<String, List<String[]>> LIVES =
      verbs(
          "crawl crawls walk walks stride strides stand+up stands+up get+up gets+up breathe"
              + " breathes blink blinks wink winks smile smiles speak speaks whisper whispers sing"
              + " sings dance dances run+after runs+after chase chases look looks stare stares wave"
              + " waves bow bows nod nods drip drips melt melts bend bends fold folds ripple"
              + " ripples twist twists writhe writhes grow grows unfold unfolds reaches grab grabs"
              + " seizes bite bites swallow swallows wake wakes stirs follow follows lean+out"
              + " leans+out come+alive comes+alive come+to+life comes+to+life turns+its+head"
              + " opens+its+eye opens+its+eyes opens+its+mouth");

  private static final Map<String, List<String[]>> RISES =
      verbs(
          "rise rises lift+off lifts+off float floats drift+up drifts+up hover hovers take+off"
              + " takes+off levitate levitates");
  private static final Set<String> THING_FORMS =
      Arrays.stream(THINGS.split("\\|"))
          .flatMap(t -> Stream.of(t, t + "s", t + "es"))
          .collect(Collectors.toSet());

  private static Map<String, List<String[]>> verbs(String list) {
    return Arrays.stream(list.split(" "))
        .map(v -> v.split("\\+"))
        .collect(Collectors.groupingBy(v -> v[0]));
  }

  private static final Map<String, Set<String>> FORMS = new ConcurrentHashMap<>();
  private final Screenplay play;
  private final Doubles doubles;
  private final Map<String, List<Phrase>> byFirst = new HashMap<>();
  private final Map<String, List<Phrase>> byStart = new HashMap<>();

  /** An entry taken apart. */
  private record Phrase(
      CueWords.Entry entry, List<Set<String>> forms, List<String> starts, boolean own) {
    boolean fits(int part, String word) {
      String start = starts.get(part);
      return start.isEmpty() ? forms.get(part).contains(word) : word.startsWith(start);
    }
  }

  private CueFinder(Screenplay play, CueWords words) {
    this.play = play;
    doubles = new Doubles(play);
    for (CueWords.Entry e : words.all()) {
      List<Set<String>> forms = new ArrayList<>();
      List<String> starts = new ArrayList<>();
      for (String w : e.words().split(" ")) {
        starts.add(w.endsWith("*") ? w.substring(0, w.length() - 1) : "");
        forms.add(forms(w));
      }
      Phrase p = new Phrase(e, forms, starts, words.own().contains(e));
      if (starts.get(0).isEmpty()) {
        forms.get(0).forEach(f -> byFirst.computeIfAbsent(f, k -> new ArrayList<>()).add(p));
      } else {
        byStart.computeIfAbsent(starts.get(0).substring(0, 1), k -> new ArrayList<>()).add(p);
      }
    }
  }

  /** Cues of a script by words and signs alone, in its order. */
  public static List<Cue> find(Screenplay play, CueWords words) {
    return read(play, words, null).cues();
  }

  /**
   * A script, read for cues.
   *
   * @param read the script as a sense of the words reads it; null without one
   * @throws IllegalArgumentException if it is of another script
   */
  public static FoundCues read(Screenplay play, CueWords words, Sense.Reading read) {
    return new FoundCues(
        new CueFinder(play, words).read(read), read == null ? CueWeights.SIGNS : read.weights());
  }

  /** The sentences of the action a sense is asked about, in their order. */
  public static List<String> sentences(Screenplay play) {
    return Sentence.of(play).stream().map(s -> s.text().strip()).toList();
  }

  /** What is found in every sentence of a script, for learning from it. */
  static List<Map<String, Double>> signs(Screenplay play, CueWords words) {
    CueFinder f = new CueFinder(play, words);
    return f.read(null).stream().map(FoundCues.Read::signs).toList();
  }

  private List<FoundCues.Read> read(Sense.Reading sense) {
    List<Sentence> all = Sentence.of(play);
    if (sense != null && sense.meanings().size() != all.size()) {
      throw new IllegalArgumentException(
          sense.meanings().size() + " meanings for " + all.size() + " sentences");
    }
    CueWeights w = sense == null ? CueWeights.SIGNS : sense.weights();
    SceneAccount account = new SceneAccount(play, all);
    List<FoundCues.Read> out = new ArrayList<>();
    for (int i = 0; i < all.size(); i++) {
      Set<String> has = all.get(i).has();
      List<Hit> hits = hits(all.get(i), has);
      hits.addAll(account.of(all.get(i)));
      Map<String, Double> signs = signs(all.get(i), has, hits);
      out.add(
          new FoundCues.Read(
              all.get(i),
              hits,
              signs,
              w.sums(signs, sense == null ? null : sense.meanings().get(i))));
    }
    return out;
  }

  private List<Hit> hits(Sentence s, Set<String> has) {
    List<Hit> hits = new ArrayList<>();
    int likeness = likeness(s.low());
    words(s, likeness, hits);
    Set<Happening> worthTrying = new LinkedHashSet<>();
    has.forEach(w -> worthTrying.addAll(Happening.NEEDED_BY.getOrDefault(w, List.of())));
    for (Happening h : worthTrying) {
      Matcher m = h.pattern().matcher(s.low());
      if (m.find() && m.start() < likeness) {
        hits.add(new Hit(h.kind(), h.moment().method(), h.reason(), 5));
      }
    }
    doubles.find(s, has, hits);
    return hits;
  }

  /** Everything in a sentence that is weighed. */
  private Map<String, Double> signs(Sentence s, Set<String> has, List<Hit> hits) {
    Map<String, Double> out = new LinkedHashMap<>();
    out.put("any", 1.0);
    Sign.in(s.low().strip(), has).forEach(n -> out.put(n, 1.0));
    out.put("length", Math.min(30, s.word().size()) / 15.0);
    if (s.before().isEmpty()) {
      out.put("first", 1.0);
    }
    Set<String> once = new HashSet<>();
    for (String t : s.word()) {
      String w = bare(t);
      // Two people of one title are two people.
      if (w.length() > 3 && !once.add(w) && !doubles.title(w)) {
        out.put("word twice", 1.0);
      }
    }
    if (has.stream().anyMatch(doubles::many)) {
      out.put("many of a name", 1.0);
    }
    if (!hits.isEmpty()) {
      out.put("hit", 1.0);
      int most = hits.stream().mapToInt(Hit::weight).max().orElseThrow();
      out.put("hit weight", Math.min(12, hits.stream().mapToInt(Hit::weight).sum()) / 6.0);
      if (most <= FoundCues.PLAIN) {
        out.put(most < FoundCues.PLAIN ? "ordinary word only" : "one word only", 1.0);
      }
      Map<Cue.Kind, Integer> weights = new EnumMap<>(Cue.Kind.class);
      hits.forEach(h -> weights.merge(h.kind(), h.weight(), Integer::sum));
      Cue.Kind kind =
          weights.entrySet().stream().max(Map.Entry.comparingByValue()).orElseThrow().getKey();
      out.put("hit " + kind, 1.0);
      hits.forEach(h -> out.merge("some " + h.kind(), 0.5, Math::max));
      hits.forEach(h -> out.merge("way " + h.method(), 1.0, Math::max));
    }
    return out;
  }

  private static int likeness(String low) {
    if (!low.contains("like") && !low.contains("as ") && !low.contains("reminds")) {
      return Integer.MAX_VALUE;
    }
    Matcher m = LIKENESS.matcher(low);
    return m.find() && m.start() > 0 ? m.start() : Integer.MAX_VALUE;
  }

  /** A word without its apostrophe and what follows it. */
  private static String bare(String word) {
    int at = word.indexOf('\'');
    return at > 0 ? word.substring(0, at) : word;
  }

  /** Finds the phrases of a sentence. */
  private void words(Sentence s, int likeness, List<Hit> hits) {
    List<String> word = s.word();
    List<Integer> at = s.at();
    for (int i = 0; i < word.size() && at.get(i) < likeness; i++) {
      String w = word.get(i);
      int before = hits.size();
      for (Phrase p : byFirst.getOrDefault(w, List.of())) {
        phrase(p, word, i, hits);
      }
      for (Phrase p : byStart.getOrDefault(w.substring(0, 1), List.of())) {
        if (p.fits(0, w)) {
          phrase(p, word, i, hits);
        }
      }
      if (hits.size() > before && NOTHING.matcher(s.low().substring(0, at.get(i))).find()) {
        hits.subList(before, hits.size()).clear();
      }
    }
    things(word, at, likeness, hits);
  }

  /** A thing, and soon after it something that things do not do. */
  private static void things(List<String> word, List<Integer> at, int likeness, List<Hit> hits) {
    for (int i = 0; i < word.size(); i++) {
      if (!THING_FORMS.contains(word.get(i)) || at.get(i) >= likeness) {
        continue;
      }
      for (int k = i + 1; k < word.size() && k <= i + 5; k++) {
        if (follows(LIVES, word, k)) {
          hits.add(
              new Hit(
                  Cue.Kind.CREATURE,
                  Moment.CREATURE.method(),
                  "a thing does what only the living do",
                  5));
          return;
        }
        if (follows(RISES, word, k)) {
          hits.add(
              new Hit(
                  Cue.Kind.HEIGHT,
                  Moment.FLIGHT.method(),
                  "a thing leaves the ground by itself",
                  5));
          return;
        }
      }
    }
  }

  private static boolean follows(Map<String, List<String[]>> verbs, List<String> word, int at) {
    for (String[] v : verbs.getOrDefault(word.get(at), List.of())) {
      if (at + v.length <= word.size()
          && Arrays.asList(v).equals(word.subList(at, at + v.length))) {
        return true;
      }
    }
    return false;
  }

  private static void phrase(Phrase p, List<String> word, int first, List<Hit> hits) {
    int at = first;
    for (int part = 1; part < p.forms().size(); part++) {
      int next = at + 1;
      while (next < word.size() && next <= at + 1 + GAP && !p.fits(part, word.get(next))) {
        next++;
      }
      if (next >= word.size() || next > at + 1 + GAP) {
        return;
      }
      at = next;
    }
    hits.add(
        new Hit(
            p.entry().kind(),
            p.entry().method(),
            "the words “" + String.join(" ", word.subList(first, at + 1)) + "”",
            CueLearning.sign(p.entry().words()),
            ORDINARY.contains(p.entry().words()) ? 1 : 2 + p.forms().size(),
            p.own()));
  }

  /** A word with its usual endings; worked out once. */
  static Set<String> forms(String word) {
    return FORMS.size() < 10_000
        ? FORMS.computeIfAbsent(word, CueFinder::allForms)
        : allForms(word);
  }

  private static Set<String> allForms(String w) {
    Set<String> out = new HashSet<>();
    if (w.endsWith("*")) {
      return out;
    }
    out.add(w);
    if (w.equals("go")) {
      out.add("goes");
    }
    // Little words have no endings worth finding.
    if (w.length() < 3
        || Set.of("has", "the", "her", "his", "him", "out", "off", "was", "one", "are", "and")
            .contains(w)) {
      return out;
    }
    char last = w.charAt(w.length() - 1);
    String stem = last == 'e' ? w.substring(0, w.length() - 1) : w;
    out.add(w + "s");
    out.add(w + "'s");
    out.add(stem + "ing");
    out.add(stem + "ed");
    if (w.matches(".*(?:s|x|z|ch|sh)")) {
      out.add(w + "es");
    }
    if (w.matches(".*[^aeiou]y")) {
      out.add(w.substring(0, w.length() - 1) + "ies");
      out.add(w.substring(0, w.length() - 1) + "ied");
    }
    if (w.matches(".*[^aeiou][aeiou][bdgklmnprt]")) {
      out.add(w + last + "ing");
      out.add(w + last + "ed");
    }
    if (w.equals("leap")) {
      out.add("leapt");
    }
    return out;
  }
}
