package bivex.core.cue;

import bivex.core.method.Moment;
import bivex.core.script.Screenplay;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.HashSet;
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
import java.util.stream.Stream;

/**
 * Proposes moments of a script that look like effects: by words, and by what happens in a scene. It
 * reads action only, sentence by sentence, and proposes at most one cue for each; speech is never
 * proposed, nor what is only said to be like something, or not to be there. How often it is right
 * is measured in its test and told in the handbook.
 */
public final class CueFinder {
  private static final int GAP = 2;
  private static final int LONGEST = 2000;
  private static final Pattern SENTENCE = Pattern.compile("[^.!?]*(?:[.!?]+[\"”’')]*|$)\\s*");
  private static final Pattern NO_WORD = Pattern.compile("[^\\p{L}\\p{N}]+");
  private static final Pattern QUOTED = Pattern.compile("[\"“][^\"”]*[\"”]");
  private static final Pattern NOTHING =
      Pattern.compile("\\b(?:no|without|not an?|never an?|nor)\\s+(?:\\p{L}+\\s+)?$");
  private static final Pattern LIKENESS = Pattern.compile("\\b(?:as if|as though|like|reminds)\\b");

  /**
   * What happens, in whole sentences.
   *
   * @param needs beginnings of words, one of which must be in a sentence for the pattern to be
   *     tried at all
   * @param pattern over the sentence in small letters
   */
  private record Happening(
      Set<String> needs, Pattern pattern, Cue.Kind kind, Moment moment, String reason) {
    Happening(String needs, String pattern, Cue.Kind kind, Moment moment, String reason) {
      this(
          new HashSet<>(Arrays.asList(needs.split("[ |]"))),
          Pattern.compile(pattern),
          kind,
          moment,
          reason);
    }
  }

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

  private static final List<Happening> HAPPENINGS =
      List.of(
          new Happening(
              "before",
              "\\bbefore (?:it|he|she|they|the \\p{L}+|anyone|anybody)(?: can|'s| is| has| have|"
                  + " could)?\\b.*\\b(?:reach|close|closed|turn|blink|move|fall|hit|land|see|floor|ground)",
              Cue.Kind.SPEED,
              Moment.DASH,
              "it is over before anything can move"),
          new Happening(
              "time space",
              "\\b(?:in|within) the (?:time|space) (?:it takes|of)\\b",
              Cue.Kind.SPEED,
              Moment.DASH,
              "a long thing done in a short time"),
          new Happening(
              "streak streaks blur blurs smear smears",
              "\\b(?:streak|streaks|blur|smear)s? (?:out|across|past|behind)\\b",
              Cue.Kind.SPEED,
              Moment.DASH,
              "something moves as a streak"),
          new Happening(
              "wind",
              "\\bin the wind of\\b",
              Cue.Kind.SPEED,
              Moment.DASH,
              "it moves the air as it passes"),
          new Happening(
              "sun moon stars day days night nights season seasons moons",
              "\\b(?:sun|moon|stars|day|night|season)s?\\b.*\\b(?:rise|cross|set|pass|"
                  + "wheel)(?:s|es)?\\b.*\\b(?:and|in|while|as)\\b",
              Cue.Kind.TIME,
              Moment.SLOWS,
              "the sky moves faster than it does"),
          new Happening(
              "stop stops hang hangs stay stays halt halts",
              "\\b(?:stop|stops|hang|hangs|stays?|halts?)\\b(?: there| where (?:it|they|he|she)"
                  + " (?:is|are))?(?:,| in the (?:air|shape)| in mid|\\.$| at"
                  + " (?:his|her|their|its|the) (?:knee|waist|head|hand|height|top))",
              Cue.Kind.TIME,
              Moment.HANGS,
              "a thing stops that cannot"),
          new Happening(
              "not",
              "\\b(?:do|does|did) not (?:move|fall|hit|land|break|touch the)\\b",
              Cue.Kind.TIME,
              Moment.HANGS,
              "a thing does not move on as it must"),
          new Happening(
              "nobody one nothing everyone everything everybody",
              "\\b(?:nobody|no"
                  + " one|nothing|everyone|everything|everybody)\\b.*\\b(?:moves|stops|slows|stands"
                  + " still|turns to stone)\\b",
              Cue.Kind.TIME,
              Moment.HANGS,
              "all but one stand still"),
          new Happening(
              "older younger",
              "\\b(?:\\p{L}+|\\d+) years (?:older|younger)\\b",
              Cue.Kind.TIME,
              Moment.RUSHES,
              "years go by in the picture"),
          new Happening(
              "slowly slow",
              "\\bslowly as\\b|\\bslow as\\b",
              Cue.Kind.TIME,
              Moment.HANGS,
              "something fast goes slowly"),
          new Happening(
              "then",
              "\\bthen (?:somebody|someone|nobody|he|she|they|it) (?:sits|stands|is|isn't|sat)"
                  + " (?:in|there|on|gone)\\b",
              Cue.Kind.VANISH,
              Moment.GONE,
              "somebody is there at once"),
          new Happening(
              "somebody someone",
              "\\b(?:somebody|someone) (?:is|now) (?:standing|sitting)\\b",
              Cue.Kind.VANISH,
              Moment.GONE,
              "somebody is there at once"),
          new Happening(
              "where empty",
              "\\bwhere (?:there was|there were|there had been) (?:nothing|no)\\b|\\bwas"
                  + " empty\\b.*\\bnow\\b",
              Cue.Kind.VANISH,
              Moment.GONE,
              "something is where nothing was"),
          new Happening(
              "empty only",
              "\\bthe (?:room|chair|bed|street|road|hall|house) is empty\\b|\\bthere is only one"
                  + " of\\b|\\bonly (?:his|her|their|the) \\p{L}+ (?:is|are|remains?)\\b",
              Cue.Kind.VANISH,
              Moment.GONE,
              "somebody is gone at once"),
          new Happening(
              "through",
              "\\bthrough (?:him|her|them|it|the (?:wall|door|glass|mirror|window))"
                  + " like\\b|\\b(?:walks?|steps?|passes|goes|puts? (?:her|his|a)(?: own)? hand)"
                  + " (?:straight )?through the (?:wall|door|glass|mirror)\\b",
              Cue.Kind.VANISH,
              Moment.GONE,
              "something passes through something solid"),
          new Happening(
              "metres meters feet floors storeys stories fathoms",
              "\\b(?:metres|meters|feet|floors|storeys|stories|fathoms)\\b.*\\b(?:below|down|"
                  + "air|up|drop|high|above)\\b|\\b(?:drops|falls|climbs|jumps|"
                  + "leaps)\\b.*\\b(?:metres|meters|feet|floors|storeys|stories)\\b",
              Cue.Kind.HEIGHT,
              Moment.DROP,
              "somebody is high up"),
          new Happening(
              "climbs rises goes shoots",
              "\\b(?:climbs|rises|goes up|shoots up)\\b.*\\b(?:until (?:it|he|she) is a"
                  + " (?:dot|speck)|into the sky|out of sight|over the (?:roofs|houses|gorse))\\b",
              Cue.Kind.HEIGHT,
              Moment.LEAP,
              "something goes up out of reach"),
          new Happening(
              "size fills tall high big small inside",
              "\\b(?:the )?size of an? \\p{L}+|\\bfills the (?:whole"
                  + " )?(?:sky|window|street|room)\\b|\\bas (?:tall|high|big|small) as (?:an?"
                  + " )?\\p{L}+|\\binside of the \\p{L}+ clock\\b|\\bsteps inside (?:it|the"
                  + " (?:clock|book|picture|box))\\b",
              Cue.Kind.SCALE,
              Moment.OTHER_SIZE,
              "a thing has the wrong size"),
          new Happening(
              "television monitor screen set tv card letter page paper sign message poster slip",
              "\\bon the"
                  + " (?:television|monitor|screen|set|tv)\\b|\\b(?:card|letter|page|paper|sign|"
                  + "message|screen|poster|slip)\\b.*\\b(?:reads?|says?|comes?"
                  + " up|changes|slides|shows?)\\b",
              Cue.Kind.SCREEN,
              Moment.WRITING,
              "something must be read or seen on it"),
          new Happening(
              "date dates number numbers name names hand hands figure figures needle needles word"
                  + " words",
              "\\b(?:date|number|name|hand|figure|needle|words?)s?\\b.*\\b(?:slides?|changes?|runs?"
                  + " backwards?|spins?|fades?|rewrites?)\\b",
              Cue.Kind.SCREEN,
              Moment.WRITING,
              "writing or a pointer changes"),
          new Happening(
              "lamp lamps light lights candle candles bulb bulbs star stars window windows",
              "\\b(?:lamps?|lights?|candles?|bulbs?|stars?|windows?)\\b.*\\b(?:go(?:es)?"
                  + " out|come(?:s)? on by|flicker|dim|brighten|blaze)",
              Cue.Kind.LIGHT,
              Moment.GLOW,
              "light changes in the picture"),
          new Happening(
              "light glow arc bolt",
              "\\b(?:light|glow)\\b.*\\b(?:pours?|spills?|floods?|gathers?|leaps?|strikes?|"
                  + "bursts?)\\b|\\b(?:arc|bolt)"
                  + " (?:leaps|jumps|strikes)\\b",
              Cue.Kind.LIGHT,
              Moment.GLOW,
              "light behaves as a thing"),
          new Happening(
              "made shape",
              "\\bmade of (?:light|smoke|water|sand|leaves|glass|paper|ash)\\b|\\bin the shape of"
                  + " an? (?:hand|man|woman|face|animal|bird)\\b",
              Cue.Kind.CREATURE,
              Moment.CREATURE,
              "a body made of something else"),
          new Happening(
              "painted carved stone drawn stuffed porcelain bronze marble",
              "\\b(?:painted|carved|stone|drawn|stuffed|porcelain|bronze|marble)\\b.*\\b(?:turns"
                  + " its|opens its|moves its|blinks|breathes|looks|swims|walks|flies|smiles)\\b",
              Cue.Kind.CREATURE,
              Moment.DRAWING_LIVES,
              "a picture or a figure moves"),
          new Happening(
              "face skin fur body hand flesh something",
              "\\b(?:face|skin|fur|body|hand|flesh)\\b.*\\b(?:cracks?|blows away|falls"
                  + " off|peels?|melts?|turns? (?:in)?to|comes back old|crumbles?)\\b|\\bin the"
                  + " glass something\\b|\\bsomething (?:swims|moves|crawls|breathes)\\b",
              Cue.Kind.CREATURE,
              Moment.CREATURE,
              "a body does what no body does"),
          new Happening(
              "second another other upside door doors lift window cupboard wardrobe flats street"
                  + " land ground road city hill hills horizon",
              "\\b(?:second|another|other) (?:city|sky|moon|sun|world|sea)\\b|\\bhangs? upside"
                  + " down\\b|\\b(?:doors?|lift|window|cupboard|wardrobe)\\b.*\\bopens? on an?"
                  + " (?:forest|desert|sea|beach|city|field|sky|street)\\b|\\b(?:flats|street|land|"
                  + "ground|road|city|hills?|horizon)\\b.*\\b(?:folds?|bends?|tilts?|rolls?"
                  + " up)\\b",
              Cue.Kind.WORLD,
              Moment.ELSEWHERE,
              "a place that cannot be gone to"),
          new Happening(
              "itself themselves accord",
              "\\b(?:by|of) (?:itself|themselves|its own accord|their own accord)\\b",
              Cue.Kind.CREATURE,
              Moment.DRAWING_LIVES,
              "a thing moves by itself"),
          new Happening(
              "there",
              "\\b(?:is not|isn't|was not|wasn't|are not|aren't|were not|weren't) there\\b",
              Cue.Kind.VANISH,
              Moment.GONE,
              "something is there and then is not, or the other way round"),
          new Happening(
              "face voice",
              "\\b(?:has|have|wears|with) (?:\\p{L}+'s|her own|his own|the same) (?:face|voice)\\b",
              Cue.Kind.DOUBLE,
              Moment.TWICE,
              "somebody has the face of another"),
          new Happening(
              "though although",
              "\\b(?:though|although) there (?:is|was|are|were) (?:no|nothing|nobody)\\b",
              Cue.Kind.CREATURE,
              Moment.CREATURE,
              "something happens without what makes it happen"),
          new Happening(
              "already",
              "\\b(?:is|are|stands?|sits?) already"
                  + " (?:in|at|on|beside|behind|across|there|halfway)\\b",
              Cue.Kind.SPEED,
              Moment.DASH,
              "somebody is there sooner than they can be"),
          new Happening(
              "younger older taller shorter thinner smaller larger",
              "\\b(?:with (?:each|every) \\p{L}+|gets?|grows?|becomes?|is"
                  + " suddenly)\\b.*\\b(?:younger|older|taller|shorter|thinner|smaller|larger)\\b",
              Cue.Kind.TIME,
              Moment.RUSHES,
              "a body changes while it is seen"),
          new Happening(
              "figure shape form outline",
              "\\b(?:into|becomes?|in|takes?) (?:the|a|an) (?:\\p{L}+"
                  + " )?(?:figure|shape|form|outline) of\\b",
              Cue.Kind.CREATURE,
              Moment.CREATURE,
              "something takes a shape"),
          new Happening(
              "carries lifts sweeps drags throws pulls hurls blows carry lift sweep",
              "\\b(?:carr(?:y|ies)|lifts?|sweeps?|hurls?|blows?|throws?) (?:her|him|them|it)"
                  + " (?:up|over|out|off|into|through|across|clear)\\b",
              Cue.Kind.HEIGHT,
              Moment.LEAP,
              "somebody is carried through the air"),
          new Happening(
              "dance dances drift drifts wander wanders hover hovers gather gathers pulse pulses",
              "\\b(?:lights?|sparks?|flames?|stars|glow)\\b(?: \\p{L}+){0,3}?"
                  + " (?:dance|drift|wander|hover|gather|pulse)s?\\b",
              Cue.Kind.LIGHT,
              Moment.CREATURE,
              "light moves by itself"),
          new Happening(
              "quickly fast slowly",
              "\\btoo (?:quickly|fast|slowly)\\b|\\b(?:impossibly|inhumanly|unnaturally)"
                  + " (?:quick|quickly|fast|slow|slowly)\\b",
              Cue.Kind.SPEED,
              Moment.SLOWS,
              "it goes faster or slower than it can"),
          new Happening(
              "nobody empty riderless driverless one",
              "\\b(?:nobody|no one|no-one) (?:at|on|in|behind) the"
                  + " (?:wheel|reins|box|controls|saddle|oars|keys|other"
                  + " end)\\b|\\b(?:riderless|driverless|pilotless)\\b",
              Cue.Kind.CREATURE,
              Moment.WRITING,
              "something goes with nobody to make it go"),
          new Happening(
              "melts runs drips pours flows turns",
              "\\b(?:stone|steel|glass|metal|rock|concrete|iron|wood|brick|marble|floor|wall|clock)\\b(?:"
                  + " \\p{L}+){0,3}? (?:melts|drips|flows|runs like|pours|turns to)\\b",
              Cue.Kind.ELEMENT,
              Moment.MATTER,
              "something solid runs"),
          new Happening(
              "we",
              "\\bwe (?:rise|fall|fly|follow|push|dive|pass|plunge|sink|drop|move) (?:it |him |her"
                  + " |them )?(?:from|through|all the way|into|out|down|up|above|over)\\b",
              Cue.Kind.CAMERA,
              Moment.NO_CAMERA_MOVES_SO,
              "the camera goes where none can"));

  private static final Map<String, List<Happening>> NEEDED_BY = new HashMap<>();

  static {
    HAPPENINGS.forEach(
        h -> h.needs().forEach(n -> NEEDED_BY.computeIfAbsent(n, k -> new ArrayList<>()).add(h)));
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

  private Map<String, String> doubles = Map.of();
  private final Map<String, List<Phrase>> byFirst = new HashMap<>();
  private final Map<String, List<Phrase>> byStart = new HashMap<>();

  /** An entry taken apart. */
  private record Phrase(CueWords.Entry entry, List<Set<String>> forms, List<String> starts) {
    boolean fits(int part, String word) {
      String start = starts.get(part);
      return start.isEmpty() ? forms.get(part).contains(word) : word.startsWith(start);
    }
  }

  /**
   * A sentence in its place.
   *
   * @param at offset of its first character in the text of the element
   */
  private record Sentence(Screenplay.Element element, int at, String text, String low) {}

  private record Hit(Cue.Kind kind, String method, String reason, int weight) {}

  private CueFinder(Screenplay play, CueWords words) {
    this.play = play;
    for (CueWords.Entry e : words.all()) {
      List<Set<String>> forms = new ArrayList<>();
      List<String> starts = new ArrayList<>();
      for (String w : e.words().split(" ")) {
        starts.add(w.endsWith("*") ? w.substring(0, w.length() - 1) : "");
        forms.add(forms(w));
      }
      Phrase p = new Phrase(e, forms, starts);
      if (starts.get(0).isEmpty()) {
        forms.get(0).forEach(f -> byFirst.computeIfAbsent(f, k -> new ArrayList<>()).add(p));
      } else {
        byStart.computeIfAbsent(starts.get(0).substring(0, 1), k -> new ArrayList<>()).add(p);
      }
    }
  }

  /** Cues of a script, in its order. */
  public static List<Cue> find(Screenplay play, CueWords words) {
    return new CueFinder(play, words).cues();
  }

  private List<Cue> cues() {
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
                  "\\b(?:another|the other|a second|a third) (?:\\p{L}+ )?"
                      + quoted
                      + "\\b|\\bone "
                      + quoted
                      + "\\b.*\\bother\\b"),
              Pattern.compile("\\b(?:sits|stands|lies|waits|is|was|it's) " + quoted + "\\W*$")
            });
      }
    }
    Map<String, Integer> seen = new HashMap<>();
    List<Cue> out = new ArrayList<>();
    String before = "";
    for (Screenplay.Element e : play.elements()) {
      if (e.kind() == Screenplay.Kind.HEADING) {
        before = "";
      }
      if (e.kind() != Screenplay.Kind.ACTION || e.scene() < 0) {
        continue;
      }
      for (Sentence s : sentences(e)) {
        Cue c = cue(s, before, seen);
        if (c != null) {
          out.add(c);
        }
        before = s.low();
      }
    }
    return out;
  }

  private static List<Sentence> sentences(Screenplay.Element e) {
    String text = e.text();
    List<Sentence> out = new ArrayList<>();
    Matcher m = SENTENCE.matcher(text);
    int from = 0;
    while (m.find() && m.end() > m.start()) {
      String s = text.substring(from, m.end());
      // A stop inside a number or after an initial ends no sentence; nor does one that leaves two
      // letters.
      if (s.length() > LONGEST) {
        // Nobody writes such sentences; patterns that look to and fro in them would take for ever.
        s = s.substring(0, LONGEST);
      }
      if (s.strip().length() < 3 && m.end() < text.length()) {
        continue;
      }
      if (!s.isBlank()) {
        String low = s.toLowerCase(Locale.ROOT).replace('’', '\'');
        if (low.indexOf('"') >= 0 || low.indexOf('“') >= 0) {
          low = QUOTED.matcher(low).replaceAll(q -> " ".repeat(q.group().length()));
        }
        out.add(new Sentence(e, from, s, low));
      }
      from = m.end();
    }
    return out;
  }

  private Cue cue(Sentence s, String before, Map<String, Integer> seen) {
    List<Hit> hits = new ArrayList<>();
    int likeness = likeness(s.low());
    Set<String> has = words(s.low(), likeness, hits);
    Set<Happening> worthTrying = new LinkedHashSet<>();
    has.forEach(w -> worthTrying.addAll(NEEDED_BY.getOrDefault(w, List.of())));
    for (Happening h : worthTrying) {
      Matcher m = h.pattern().matcher(s.low());
      if (m.find() && m.start() < likeness) {
        hits.add(new Hit(h.kind(), h.moment().method(), h.reason(), 5));
      }
    }
    twice(s.low(), has, before, hits);
    if (hits.isEmpty()) {
      return null;
    }
    Map<Cue.Kind, Integer> weights = new EnumMap<>(Cue.Kind.class);
    hits.forEach(h -> weights.merge(h.kind(), h.weight(), Integer::sum));
    Cue.Kind kind =
        weights.entrySet().stream().max(Map.Entry.comparingByValue()).orElseThrow().getKey();
    Hit best =
        hits.stream()
            .filter(h -> h.kind() == kind)
            .max(Comparator.comparingInt(Hit::weight))
            .orElseThrow();
    int lead = s.text().length() - s.text().stripLeading().length();
    int a = s.at() + lead;
    int b = s.at() + s.text().stripTrailing().length();
    String words = s.element().text().substring(a, b);
    String plain = NO_WORD.matcher(words.toLowerCase(Locale.ROOT)).replaceAll(" ").strip();
    int nth = seen.merge(kind + plain, 1, Integer::sum);
    String key = kind + ":" + plain + (nth > 1 ? "#" + nth : "");
    return new Cue(
        place(s.element(), a, false),
        place(s.element(), b, true),
        words,
        kind,
        best.method(),
        best.reason(),
        weights.keySet().stream().filter(k -> k != kind).toList(),
        key);
  }

  /**
   * Where a place in the text of an element stands in the source.
   *
   * @param end whether it is the end of something
   */
  private static int place(Screenplay.Element e, int at, boolean end) {
    int left = at;
    for (Screenplay.Run r : e.runs()) {
      if (left < r.text().length() || end && left == r.text().length()) {
        return r.start() + left;
      }
      left -= r.text().length();
    }
    return e.end();
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
            2 + p.forms().size()));
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
      boolean qualified =
          n.matches(
              "(?:the"
                  + " )?(?:\\p{L}+'s|\\p{L}+'|younger|older|young|old|other|second|future|past|"
                  + "first|double|mirror|real|false|driving|dark|ghost|tired|wet|dry|sleeping)"
                  + " .*");
      if (!numbered.equals(n)) {
        out.put(n, numbered);
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
                  8));
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
              new Hit(Cue.Kind.DOUBLE, between(low), "“" + n.getKey() + "” is there twice", 8));
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
