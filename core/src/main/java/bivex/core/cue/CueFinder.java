package bivex.core.cue;

import bivex.core.method.Moment;
import bivex.core.script.Screenplay;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.HashSet;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/**
 * Proposes moments of a script that look like effects: by words, and by what happens in a scene. It
 * reads action only, sentence by sentence, and proposes at most one cue for each; speech is never
 * proposed, nor what is only said to be like something, or not to be there. How often it is right
 * is measured in its test and told in the handbook.
 */
public final class CueFinder {
  private static final int GAP = 2;

  /** Share of what its neighbours weigh that a sentence is given. */
  private static final double BESIDE = 0.25;

  /** Share of its confidence from which a neighbour belongs to the same moment. */
  private static final double JOINED = 0.3;

  /** What a word of the production's own makes of a sentence. */
  private static final double OWN = 0.9;

  /** From this weight on a word or pattern says something by itself. */
  private static final int PLAIN = 3;

  /** What every cue is learned by too: how many there are in this script at all. */
  static final String AT_ALL = "a cue at all";

  /** From this weight on a sign is told. */
  private static final double TOLD = 0.2;

  /** Words of the list that mean no effect as often as one: alone they say little. */
  private static final Set<String> ORDINARY =
      Set.of(
          ("photograph poster screen television newspaper map gun knife rain snow dog cat horse"
               + " bird gull fish fire burn blood ripple candle dust sand wave notice bang giant"
               + " huge tiny cracks smoke fog mist storm spider rat letter sign wind water sea fly"
               + " flies shoots page monitor message mirror reflection")
              .split(" "));

  private static final Pattern NO_WORD = Pattern.compile("[^\\p{L}\\p{N}]+");
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

  private static final Pattern PASSING =
      Pattern.compile(
          "\\b(?:throws?|tosses|hands (?:\\p{L}+"
              + " )?(?:the|an?|it|her|his|over)|passes|catches|gives?)\\b");
  private static final Pattern TOUCHING =
      Pattern.compile(
          "\\b(?:takes?|pulls?|across|out of|hand in"
              + " hand|embraces?|slaps?|touches|shakes?|kisses|lifts?|arm)\\b");
  private static final Pattern BODY_AND_IMAGE =
      Pattern.compile(
          "\\b(?:reflection|shadow|image|portrait)\\b.*\\b(?:takes|pulls|turns|smiles|"
              + "winks|stays|stops|walks|moves|holds?|holding|does"
              + " not|speaks|waves|looks away)\\b|\\bout of (?:her|his|their) own\\b|\\bgoes on"
              + " without (?:it|her|him)\\b");

  private static final Set<String> IMAGES =
      Set.of("reflection", "shadow", "image", "portrait", "own", "without", "same", "face");
  private static final Map<String, Set<String>> FORMS = new ConcurrentHashMap<>();
  private static final Pattern THEM = Pattern.compile("\\b(?:her|him|them)\\b");
  private static final Pattern SAME =
      Pattern.compile("\\bwith the [^,]*'s face\\b|\\bthe same \\p{L}+, the same\\b");
  private static final Pattern BACK =
      Pattern.compile(
          "\\bthe (?:boy|girl|man|woman|one) beside (?:him|her|them) (?:\\p{L}+ )*back\\b");

  private final Screenplay play;

  /** Who speaks, each with the patterns of another of that name, and of that name arriving. */
  private final Map<String, Pattern[]> names = new LinkedHashMap<>();

  /** First words of names of several, and names as there are many of them. */
  private final Set<String> titles = new HashSet<>();

  private final List<String> plurals = new ArrayList<>();

  private Map<String, String> doubles = Map.of();

  /** Paragraphs after which somebody speaks who is there twice. */
  private final IdentityHashMap<Screenplay.Element, String> speaksNext = new IdentityHashMap<>();

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

  /**
   * @param sign what it is learned by, whatever words it was said in
   * @param own whether a word of the production's own found it
   */
  private record Hit(
      Cue.Kind kind, String method, String reason, String sign, int weight, boolean own) {
    Hit(Cue.Kind kind, String method, String reason, int weight) {
      this(kind, method, reason, reason, weight, false);
    }
  }

  /** What everything that is found by the names of a script is learned by. */
  private static final String NAMES = "a name that is there twice";

  private CueFinder(Screenplay play, CueWords words) {
    this.play = play;
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
    return read(play, words, CueLearning.NONE, null).cues();
  }

  /**
   * A script, read for cues.
   *
   * @param learned what the production's own answers have taught
   * @param read the script as a sense of the words reads it; null without one
   * @throws IllegalArgumentException if it is of another script
   */
  public static Found read(
      Screenplay play, CueWords words, CueLearning learned, Sense.Reading read) {
    return new CueFinder(play, words).found(learned, read);
  }

  /** What was found in every sentence of a script; moments are made of it. */
  public static final class Found {
    private final List<Read> all;
    private final double[] confidence;
    private final CueWeights weights;
    private final CueLearning learned;

    private Found(List<Read> all, double[] confidence, CueWeights weights, CueLearning learned) {
      this.all = all;
      this.confidence = confidence;
      this.weights = weights;
      this.learned = learned;
    }

    /** Every cue of at least {@link Cue#LEAST} confidence, in the order of the script. */
    public List<Cue> cues() {
      return cues(List.of());
    }

    /**
     * The same, of what is not marked yet. Of a moment that is marked in part, what is left is a
     * cue only where it names something itself.
     *
     * @param marked where marks begin, and end
     */
    public List<Cue> cues(List<int[]> marked) {
      boolean[] used = new boolean[confidence.length];
      List<Integer> order = new ArrayList<>();
      for (int i = 0; i < confidence.length; i++) {
        if (confidence[i] >= Cue.LEAST) {
          order.add(i);
        }
      }
      order.sort(Comparator.comparingDouble(i -> -confidence[i]));
      List<Cue> out = new ArrayList<>();
      for (int i : order) {
        if (used[i]) {
          continue;
        }
        int from = i;
        int to = i;
        used[i] = true;
        while (to - from < 2) {
          double before =
              from > 0 && !used[from - 1] && all.get(from).sentence().follows()
                  ? confidence[from - 1]
                  : 0;
          double after =
              to + 1 < used.length && !used[to + 1] && all.get(to + 1).sentence().follows()
                  ? confidence[to + 1]
                  : 0;
          if (Math.max(before, after) < Math.max(Cue.LEAST, JOINED * confidence[i])) {
            break;
          }
          if (before >= after) {
            used[--from] = true;
          } else {
            used[++to] = true;
          }
        }
        if (IntStream.rangeClosed(from, to).noneMatch(k -> under(k, marked))) {
          out.add(cue(all, from, i, to, confidence[i], weights, learned));
          continue;
        }
        for (int k = from; k <= to; k++) {
          if (!under(k, marked)
              && confidence[k] >= Cue.LEAST
              && all.get(k).hits().stream().anyMatch(h -> h.weight() >= PLAIN)) {
            out.add(cue(all, k, k, k, confidence[k], weights, learned));
          }
        }
      }
      out.sort(Comparator.comparingInt(Cue::start));
      return out;
    }

    private boolean under(int sentence, List<int[]> marked) {
      Sentence s = all.get(sentence).sentence();
      return !marked.isEmpty() && marked.stream().anyMatch(m -> m[0] < s.end() && s.start() < m[1]);
    }
  }

  /** The sentences of the action a sense is asked about, in their order. */
  public static List<String> sentences(Screenplay play) {
    return Sentence.of(play).stream().map(s -> s.text().strip()).toList();
  }

  /** A sentence and what was found in it. */
  private record Read(
      Sentence sentence, List<Hit> hits, Map<String, Double> signs, double[] sums) {}

  /** What is found in every sentence of a script, for learning from it. */
  static List<Map<String, Double>> signs(Screenplay play, CueWords words) {
    CueFinder f = new CueFinder(play, words);
    return f.read(null).stream().map(Read::signs).toList();
  }

  private List<Read> read(Sense.Reading sense) {
    names();
    List<Sentence> all = Sentence.of(play);
    if (sense != null && sense.meanings().size() != all.size()) {
      throw new IllegalArgumentException(
          sense.meanings().size() + " meanings for " + all.size() + " sentences");
    }
    CueWeights w = sense == null ? CueWeights.SIGNS : sense.weights();
    List<Read> out = new ArrayList<>();
    for (int i = 0; i < all.size(); i++) {
      List<Hit> hits = hits(all.get(i));
      Map<String, Double> signs = signs(all.get(i), hits);
      out.add(
          new Read(
              all.get(i),
              hits,
              signs,
              w.sums(signs, sense == null ? null : sense.meanings().get(i))));
    }
    return out;
  }

  private Found found(CueLearning learned, Sense.Reading sense) {
    List<Read> all = read(sense);
    CueWeights w = sense == null ? CueWeights.SIGNS : sense.weights();
    double[] confidence = new double[all.size()];
    for (int i = 0; i < confidence.length; i++) {
      double sum = all.get(i).sums()[0];
      int beside = 0;
      double neighbours = 0;
      for (int k : new int[] {i - 1, i + 1}) {
        if (k >= 0 && k < confidence.length && oneScene(all, Math.max(i, k))) {
          neighbours += Math.max(-1, all.get(k).sums()[0]);
          beside++;
        }
      }
      sum += beside == 0 ? 0 : BESIDE * neighbours / beside;
      confidence[i] = w.confidence(sum + learned.shift(learnedBy(all.get(i), w)));
      if (all.get(i).hits().stream().anyMatch(Hit::own)) {
        confidence[i] = Math.max(confidence[i], OWN);
      }
    }
    return new Found(all, confidence, w, learned);
  }

  /** Whether a sentence is of the scene of the one before it. */
  private static boolean oneScene(List<Read> all, int at) {
    return !all.get(at).sentence().before().isEmpty();
  }

  private static Cue cue(
      List<Read> all,
      int from,
      int heart,
      int to,
      double confidence,
      CueWeights w,
      CueLearning learned) {
    Read r = all.get(heart);
    double[] sums = r.sums().clone();
    for (int i = from; i <= to; i++) {
      for (int k = 1; i != heart && k < sums.length; k++) {
        sums[k] += BESIDE * all.get(i).sums()[k];
      }
    }
    Cue.Kind kind = CueWeights.kinds(sums).get(0);
    List<Hit> hits = new ArrayList<>(r.hits());
    hits.sort(Comparator.comparingInt(Hit::weight).reversed());
    List<String> says =
        new ArrayList<>(new LinkedHashSet<>(hits.stream().map(Hit::reason).toList()));
    List<String> against = new ArrayList<>();
    List<Sign> weighed =
        new ArrayList<>(Sign.ALL.stream().filter(s -> r.signs().containsKey(s.name())).toList());
    weighed.sort(Comparator.comparingDouble(s -> -Math.abs(w.worth(s.name()))));
    for (Sign s : weighed) {
      if (Math.abs(w.worth(s.name())) >= TOLD) {
        (w.worth(s.name()) > 0 ? says : against).add(s.said());
      }
    }
    String reason =
        says.isEmpty()
            ? w.senses() > 0 ? "it reads like moments of this kind" : "of what stands beside it"
            : says.get(0);
    if (says.isEmpty()) {
      says.add(reason);
    }
    Set<Cue.Kind> also = new LinkedHashSet<>();
    hits.forEach(h -> also.add(h.kind()));
    also.add(CueWeights.kinds(sums).get(1));
    also.remove(kind);
    String words = r.sentence().text().strip();
    return new Cue(
        all.get(from).sentence().start(),
        all.get(to).sentence().end(),
        words,
        kind,
        confidence,
        ways(kind, hits, learnedBy(r, w), sums, w, learned),
        reason,
        says,
        against,
        also.stream().limit(2).toList(),
        learnedBy(r, w),
        r.sentence().key(),
        all.subList(from, to + 1).stream().map(x -> x.sentence().key()).toList());
  }

  /** Two or three methods: what was chosen here before, what the words name, what is usual. */
  private static List<Cue.Way> ways(
      Cue.Kind kind,
      List<Hit> hits,
      List<String> signs,
      double[] sums,
      CueWeights w,
      CueLearning learned) {
    Map<String, String> why = new LinkedHashMap<>();
    String chosen = learned.method(signs);
    if (chosen != null) {
      why.put(chosen, "chosen here before for the like");
    }
    hits.stream()
        .filter(h -> h.kind() == kind)
        .findFirst()
        .ifPresent(h -> why.putIfAbsent(h.method(), h.reason()));
    for (String m : w.methods(sums).subList(0, 2)) {
      why.putIfAbsent(m, "how moments told like it were made");
    }
    why.putIfAbsent(kind.method(), "usual where " + kind.words() + " is meant");
    return why.entrySet().stream()
        .limit(3)
        .map(e -> new Cue.Way(e.getKey(), e.getValue()))
        .toList();
  }

  /**
   * What of a sentence is learned by: its words and patterns; where there are none, the signs that
   * speak for it.
   */
  private static List<String> learnedBy(Read r, CueWeights w) {
    List<String> out = new ArrayList<>();
    out.add(AT_ALL);
    if (r.hits().isEmpty()) {
      Sign.ALL.stream()
          .filter(s -> r.signs().containsKey(s.name()) && w.worth(s.name()) >= TOLD)
          .forEach(s -> out.add(s.said()));
    } else {
      r.hits().stream().map(Hit::sign).distinct().forEach(out::add);
    }
    return out;
  }

  private void names() {
    Set<String> speakers = new LinkedHashSet<>();
    for (Screenplay.Element e : play.elements()) {
      if (e.kind() == Screenplay.Kind.CHARACTER) {
        speakers.add(e.text().replaceAll("\\(.*", "").strip().toLowerCase(Locale.ROOT));
      }
    }
    doubles = doubles(speakers);
    speakers.addAll(doubles.values());
    for (String n : speakers) {
      if (n.length() >= 3) {
        String quoted = Pattern.quote(n);
        names.put(
            n,
            new Pattern[] {
              Pattern.compile(
                  "\\b(?:another|the other|a second|a"
                      + " third|(?:two|three|four|five|six|seven|eight|nine|ten|twelve|twenty|more|many)"
                      + " (?:more )?) ?(?:\\p{L}+ )?"
                      + quoted
                      + "s?\\b|\\bone "
                      + quoted
                      + "\\b.*\\bother\\b|\\b(?:every one|all|each|both) (?:of them )?(?:is|are) "
                      + quoted
                      + "\\b|\\b"
                      + quoted
                      + "\\b[^.]*\\b(?:with|at|beside|behind|to|from|opposite|meets|sees|watching|watches)"
                      + " "
                      + quoted
                      + "\\b"),
              Pattern.compile(
                  "\\b(?:sits|stands|lies|waits|is|was|it's) "
                      + quoted
                      + "(?:\\W*$|, (?:in the same|\\p{L}+ty\\b))")
            });
      }
    }
    for (String n : names.keySet()) {
      plurals.add(n + "s ");
      plurals.add(n + "s.");
      if (n.indexOf(' ') > 0) {
        titles.add(n.substring(0, n.indexOf(' ')));
      }
    }
    heard();
  }

  /** First words in a scene of somebody who is another speaker of that scene once more. */
  private void heard() {
    Map<Integer, Set<String>> in = new HashMap<>();
    for (Screenplay.Element e : play.elements()) {
      if (e.kind() == Screenplay.Kind.CHARACTER) {
        in.computeIfAbsent(e.scene(), k -> new HashSet<>())
            .add(e.text().replaceAll("\\(.*", "").strip().toLowerCase(Locale.ROOT));
      }
    }
    Screenplay.Element last = null;
    Set<Integer> told = new HashSet<>();
    for (Screenplay.Element e : play.elements()) {
      if (e.kind() == Screenplay.Kind.HEADING) {
        last = null;
      } else if (e.kind() == Screenplay.Kind.ACTION) {
        last = e;
      } else if (e.kind() == Screenplay.Kind.CHARACTER && last != null) {
        String n = e.text().replaceAll("\\(.*", "").strip().toLowerCase(Locale.ROOT);
        if (doubles.containsKey(n)
            && in.get(e.scene()).contains(doubles.get(n))
            && told.add(e.scene())) {
          speaksNext.put(last, "“" + n + "” speaks beside “" + doubles.get(n) + "”");
        }
      }
    }
  }

  private List<Hit> hits(Sentence s) {
    List<Hit> hits = new ArrayList<>();
    int likeness = likeness(s.low());
    Set<String> has = words(s.low(), likeness, hits);
    Set<Happening> worthTrying = new LinkedHashSet<>();
    has.forEach(w -> worthTrying.addAll(Happening.NEEDED_BY.getOrDefault(w, List.of())));
    for (Happening h : worthTrying) {
      Matcher m = h.pattern().matcher(s.low());
      if (m.find() && m.start() < likeness) {
        hits.add(new Hit(h.kind(), h.moment().method(), h.reason(), 5));
      }
    }
    twice(s.low(), has, s.before(), hits);
    String next = speaksNext.get(s.element());
    if (next != null && s.at() + s.text().length() >= s.element().text().length()) {
      hits.add(new Hit(Cue.Kind.DOUBLE, Moment.TWICE.method(), next, NAMES, 8, false));
    }
    return hits;
  }

  /** Everything in a sentence that is weighed. */
  private Map<String, Double> signs(Sentence s, List<Hit> hits) {
    Map<String, Double> out = new LinkedHashMap<>();
    out.put("any", 1.0);
    String low = s.low().strip();
    for (Sign sign : Sign.ALL) {
      if (sign.pattern().matcher(low).find()) {
        out.put(sign.name(), 1.0);
      }
    }
    List<String> word = Arrays.asList(NO_WORD.split(low));
    out.put("length", Math.min(30, word.size()) / 15.0);
    if (s.before().isEmpty()) {
      out.put("first", 1.0);
    }
    Set<String> once = new HashSet<>();
    for (String w : word) {
      // Two people of one title are two people.
      if (w.length() > 3 && !once.add(w) && !titles.contains(w)) {
        out.put("word twice", 1.0);
      }
    }
    if (plurals.stream().anyMatch(low::contains)) {
      out.put("many of a name", 1.0);
    }
    if (!hits.isEmpty()) {
      out.put("hit", 1.0);
      int most = hits.stream().mapToInt(Hit::weight).max().orElseThrow();
      out.put("hit weight", Math.min(12, hits.stream().mapToInt(Hit::weight).sum()) / 6.0);
      if (most <= 3) {
        out.put(most == 1 ? "ordinary word only" : "one word only", 1.0);
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

  /**
   * Finds the phrases of a sentence.
   *
   * @return its words
   */
  private Set<String> words(String low, int likeness, List<Hit> hits) {
    List<String> word = new ArrayList<>();
    List<Integer> at = new ArrayList<>();
    for (int i = 0; i < low.length(); i++) {
      if (Character.isLetterOrDigit(low.charAt(i))) {
        int from = i;
        while (i < low.length()
            && (Character.isLetterOrDigit(low.charAt(i))
                || low.charAt(i) == '\''
                    && i + 1 < low.length()
                    && Character.isLetter(low.charAt(i + 1)))) {
          i++;
        }
        word.add(low.substring(from, i));
        at.add(from);
      }
    }
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
      if (hits.size() > before && NOTHING.matcher(low.substring(0, at.get(i))).find()) {
        hits.subList(before, hits.size()).clear();
      }
    }
    things(word, at, likeness, hits);
    Set<String> has = new HashSet<>(word);
    // Apostrophes go with their words, but what is asked for are the words.
    word.stream()
        .filter(w -> w.indexOf('\'') > 0)
        .forEach(w -> has.add(w.substring(0, w.indexOf('\''))));
    return has;
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
            "“" + p.entry().words() + "”",
            ORDINARY.contains(p.entry().words()) ? 1 : 2 + p.forms().size(),
            p.own()));
  }

  /**
   * Names that are another name with a word before or a number after: the same performer again.
   * From the longer name to the shorter.
   */
  private static Map<String, String> doubles(Set<String> names) {
    Map<String, String> out = new LinkedHashMap<>();
    for (String n : names) {
      String numbered = n.replaceAll("[ #]+(?:\\d+|two|ii|b)$", "");
      String last = n.substring(n.lastIndexOf(' ') + 1);
      // NAME IN WHITE, NAME WITH A HAT beside NAME.
      String dressed = n.replaceAll(" (?:in|with|from|at|of) .*$", "");
      boolean qualified =
          n.matches(
              "(?:the"
                  + " )?(?:\\p{L}+'s|\\p{L}+'|younger|older|young|old|other|second|future|past|"
                  + "first|double|mirror|real|false|driving|dark|ghost|tired|wet|dry|sleeping)"
                  + " .*");
      if (!numbered.equals(n)) {
        out.put(n, numbered);
      } else if (!dressed.equals(n) && names.contains(dressed)) {
        out.put(n, dressed);
      } else if (names.contains(last) && !last.equals(n)
          || qualified && !last.equals(n) && last.length() > 2 && names.contains(last)) {
        out.put(n, last);
      }
    }
    return out;
  }

  private void twice(String low, Set<String> has, String before, List<Hit> hits) {
    for (Map.Entry<String, String> d : doubles.entrySet()) {
      int at = low.indexOf(d.getKey());
      if (at >= 0) {
        String rest = low.substring(0, at) + low.substring(at + d.getKey().length());
        boolean acts = PASSING.matcher(rest).find() || THEM.matcher(rest).find();
        if (named(rest, d.getValue())
            || at == 0 && acts && PASSING.matcher(low).find()
            || low.startsWith("a " + d.getKey())) {
          hits.add(
              new Hit(
                  Cue.Kind.DOUBLE,
                  between(low),
                  "“" + d.getKey() + "” and “" + d.getValue() + "” are one performer",
                  NAMES,
                  8,
                  false));
          return;
        }
      }
    }
    for (Map.Entry<String, Pattern[]> n : names.entrySet()) {
      if (low.contains(n.getKey())) {
        boolean arrives =
            n.getValue()[1].matcher(low).find()
                && (named(before, n.getKey()) || low.strip().startsWith("it "));
        if (arrives || n.getValue()[0].matcher(low).find()) {
          hits.add(
              new Hit(
                  Cue.Kind.DOUBLE,
                  between(low),
                  "“" + n.getKey() + "” is there twice",
                  NAMES,
                  8,
                  false));
          return;
        }
      }
    }
    if (IMAGES.stream().anyMatch(has::contains)
        && (BODY_AND_IMAGE.matcher(low).find() || SAME.matcher(low).find())) {
      hits.add(new Hit(Cue.Kind.DOUBLE, between(low), "somebody and an image of them part", 6));
    } else if (has.contains("beside") && BACK.matcher(low).find()) {
      hits.add(new Hit(Cue.Kind.DOUBLE, Moment.TWICE.method(), "one person in two places", 6));
    }
  }

  /** What passes between two of the same performer decides how they are made. */
  private static String between(String low) {
    return PASSING.matcher(low).find()
        ? Moment.PASSES_THE_OTHER.method()
        : TOUCHING.matcher(low).find() ? Moment.TOUCHES_THE_OTHER.method() : Moment.TWICE.method();
  }

  /** Whether a name stands in a text as a word of its own. */
  private static boolean named(String low, String name) {
    for (int at = low.indexOf(name); at >= 0; at = low.indexOf(name, at + 1)) {
      int end = at + name.length();
      if ((at == 0 || !Character.isLetterOrDigit(low.charAt(at - 1)))
          && (end == low.length() || !Character.isLetterOrDigit(low.charAt(end)))) {
        return true;
      }
    }
    return false;
  }

  /** A word with its usual endings; worked out once. */
  private static Set<String> forms(String word) {
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
