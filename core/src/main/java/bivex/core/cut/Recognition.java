package bivex.core.cut;

import bivex.core.time.Timecode;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Which take and which shot an event of a cut is: by roll and timecode, else by the name of the
 * clip or file, else by the code of a shot that is written on it. What could be more than one thing
 * is asked, with proposals; nothing is guessed.
 */
public final class Recognition {
  /** Characters some programs cut a reel to. */
  private static final int REEL = 8;

  private static final int MOST_PROPOSED = 5;

  /**
   * A take that is known.
   *
   * @param id of it
   * @param shot id of its shot
   * @param plate key of the plate it is of
   * @param name shot, plate and take, as Bivex gives it out
   * @param number of the take
   * @param in label of its first frame
   * @param frames how many
   * @param picked whether it is
   */
  public record KnownTake(
      String id,
      String shot,
      String plate,
      String name,
      int number,
      String roll,
      Timecode in,
      long frames,
      boolean picked) {}

  /**
   * A shot that is known.
   *
   * @param codes its code first, then those it had before
   */
  public record KnownShot(String id, List<String> codes) {}

  /** How an event was recognised. */
  public enum How {
    /** By roll and timecode. */
    ROLL,
    /** By the name of its clip or file. */
    NAME,
    /** By the code of a shot on it; its take is not known. */
    CODE,
    /** Somebody said so. */
    SAID,
    /** It is of no effect shot, as far as is known. */
    NONE,
    /** It could be more than one thing. */
    ASKED
  }

  /**
   * What an event is.
   *
   * @param shot id; empty where it is none or not known
   * @param take id; empty where that is not known
   * @param proposals ids of takes, or of shots where no take fits, likeliest first
   * @param why in words
   */
  public record Recognised(
      CutEvent event, How how, String shot, String take, List<String> proposals, String why) {}

  /**
   * What somebody said of an event.
   *
   * @param of which it was said
   * @param here whether it was said of the cut that is read; else of an earlier one
   * @param shot id; empty for no effect shot
   * @param take id; empty where it is none that is known
   */
  public record Word(EventKey of, boolean here, String shot, String take) {}

  private final Map<String, List<KnownTake>> byRoll = new HashMap<>();
  private final Map<String, List<KnownTake>> byName = new HashMap<>();
  private final Map<String, KnownTake> byId = new HashMap<>();
  private final Map<String, String> byCode = new HashMap<>();
  private final Pattern codes;

  /**
   * @param takes all that may be in the cut
   * @param shots all shots
   */
  public Recognition(Collection<KnownTake> takes, Collection<KnownShot> shots) {
    for (KnownTake t : takes) {
      byId.put(t.id(), t);
      add(byRoll, key(t.roll()), t);
      if (t.roll().length() > REEL) {
        add(byRoll, key(t.roll().substring(0, REEL)), t);
      }
      add(byName, key(t.name()), t);
    }
    // A code before one that begins with it.
    TreeSet<String> all =
        new TreeSet<>(
            (a, b) ->
                a.length() == b.length()
                    ? a.compareTo(b)
                    : Integer.compare(b.length(), a.length()));
    for (KnownShot s : shots) {
      for (String c : s.codes()) {
        if (!c.isBlank()) {
          byCode.putIfAbsent(key(c), s.id());
          all.add(c);
        }
      }
    }
    codes =
        all.isEmpty()
            ? null
            : Pattern.compile(
                "(?<![\\p{L}\\p{N}])("
                    + String.join("|", all.stream().map(Pattern::quote).toList())
                    + ")(?![\\p{L}\\p{N}])",
                Pattern.CASE_INSENSITIVE | Pattern.UNICODE_CASE);
  }

  private static void add(Map<String, List<KnownTake>> to, String key, KnownTake t) {
    if (!key.isEmpty()) {
      to.computeIfAbsent(key, k -> new ArrayList<>()).add(t);
    }
  }

  private static String key(String name) {
    return name.strip().toLowerCase(Locale.ROOT);
  }

  /** Name of a file without its folders and its ending. */
  private static String stem(String path) {
    return path.replaceAll("^.*[/\\\\]", "").replaceFirst("\\.[A-Za-z0-9]{2,4}$", "");
  }

  /** What all pictures of a cut are, in its order, while nobody has said anything. */
  public List<Recognised> of(CutList cut) {
    return of(cut, List.of());
  }

  /**
   * What all pictures of a cut are, in its order. What was said of an event stands. What was said
   * in an earlier cut of frames of the same source stands too where all of it was the same; where
   * it was not, it is asked.
   *
   * @param words in the order they were said; of two the later counts
   */
  public List<Recognised> of(CutList cut, List<Word> words) {
    Map<EventKey, Word> here = new HashMap<>();
    Map<String, List<Word>> earlier = new HashMap<>();
    for (Word w : words) {
      if (w.here()) {
        here.put(w.of(), w);
      } else {
        List<Word> of = earlier.computeIfAbsent(w.of().source(), k -> new ArrayList<>());
        of.removeIf(o -> o.of().equals(w.of()));
        of.add(w);
      }
    }
    return cut.pictures().stream()
        .map(
            e -> {
              EventKey key = EventKey.of(e);
              Word w = here.get(key);
              return w != null
                  ? new Recognised(e, How.SAID, w.shot(), w.take(), List.of(), "as somebody said")
                  : carried(of(e), key, earlier.getOrDefault(key.source(), List.of()));
            })
        .toList();
  }

  /** What is not sure by itself, with what was said of its source before. */
  private static Recognised carried(Recognised found, EventKey key, List<Word> words) {
    if (found.how() == How.ROLL || found.how() == How.NAME) {
      return found;
    }
    List<Word> same = words.stream().filter(w -> w.of().sameSource(key)).toList();
    if (same.isEmpty()) {
      return found;
    }
    Word last = same.get(same.size() - 1);
    if (same.stream().allMatch(w -> w.shot().equals(last.shot()) && w.take().equals(last.take()))) {
      return new Recognised(
          found.event(),
          How.SAID,
          last.shot(),
          last.take(),
          List.of(),
          "as somebody said in an earlier cut");
    }
    Set<String> proposals = new LinkedHashSet<>();
    same.forEach(w -> proposals.add(w.take().isEmpty() ? w.shot() : w.take()));
    proposals.remove("");
    proposals.addAll(found.proposals());
    return new Recognised(
        found.event(),
        How.ASKED,
        "",
        "",
        proposals.stream().limit(MOST_PROPOSED).toList(),
        "earlier cuts were told different things of it");
  }

  private Recognised of(CutEvent e) {
    String coded = code(e);
    Map<String, KnownTake> rolls = new LinkedHashMap<>();
    for (String roll : rollsOf(e)) {
      byRoll.getOrDefault(roll, List.of()).forEach(t -> rolls.put(t.id(), t));
    }
    List<KnownTake> there = rolls.values().stream().filter(t -> touches(e, t)).toList();
    if (!there.isEmpty()) {
      return among(e, How.ROLL, there, coded, "roll and timecode");
    }
    Map<String, KnownTake> named = new LinkedHashMap<>();
    for (String name : List.of(key(e.clip()), key(stem(e.clip())), key(stem(e.file())))) {
      byName.getOrDefault(name, List.of()).forEach(t -> named.put(t.id(), t));
    }
    if (!named.isEmpty() && !e.roll().isEmpty()) {
      // No take of that roll lies there, or it would have been found.
      return new Recognised(
          e,
          How.ASKED,
          "",
          "",
          nearest(e, List.copyOf(named.values())),
          "its name is that of a take, its roll or time is another");
    }
    if (!named.isEmpty()) {
      return among(e, How.NAME, List.copyOf(named.values()), coded, "name of its clip");
    }
    if (!rolls.isEmpty()) {
      // The roll is known and no take of it lies there: a label is wrong, or the take was not
      // logged.
      return new Recognised(
          e,
          coded.isEmpty() ? How.ASKED : How.CODE,
          coded,
          "",
          nearest(e, List.copyOf(rolls.values())),
          "its roll is known, but no take of it lies at " + e.in().label());
    }
    return coded.isEmpty()
        ? new Recognised(e, How.NONE, "", "", List.of(), "no roll, name or code of it is known")
        : new Recognised(e, How.CODE, coded, "", List.of(), "code of the shot on it");
  }

  /** Rolls that a list may mean: the reel, the clip or the file by its name. */
  private static Set<String> rollsOf(CutEvent e) {
    Set<String> out = new LinkedHashSet<>();
    for (String s : List.of(e.roll(), stem(e.roll()), stem(e.file()), e.clip(), stem(e.clip()))) {
      if (!s.isBlank()) {
        out.add(key(s));
      }
    }
    return out;
  }

  /** Whether what is used of the source is in a take, in full or in part. */
  private static boolean touches(CutEvent e, KnownTake t) {
    FrameMap.Range r = used(e, t);
    return r.last() >= 0 && r.first() < length(e, t);
  }

  /** What an event uses of a take, in frames of the source from the first of the take. */
  static FrameMap.Range used(CutEvent e, KnownTake t) {
    FrameMap.Range needs = e.map().needs(0, 0);
    long at = offset(e, t);
    return new FrameMap.Range(at + needs.first(), at + needs.last());
  }

  /**
   * Frames of the source from the first of a take to the label of an event; over midnight as well.
   * Where the source counts at another rate than takes are logged in, by the time both labels tell.
   */
  static long offset(CutEvent e, KnownTake t) {
    boolean same = e.rate().equals(t.in().rate());
    long at =
        same
            ? e.in().frame() - t.in().frame()
            : Math.round(e.rate().frames(e.in().seconds() - t.in().seconds()));
    long day = Timecode.framesPerDay(e.rate(), same && t.in().drop());
    return at < -day / 2 ? at + day : at > day / 2 ? at - day : at;
  }

  /** Frames of the source that a take has. */
  static long length(CutEvent e, KnownTake t) {
    return e.rate().equals(t.in().rate())
        ? t.frames()
        : Math.round(e.rate().frames(t.in().rate().seconds(t.frames())));
  }

  /** One take, or the one that holds it whole, or the one of the shot whose code is on it. */
  private Recognised among(CutEvent e, How how, List<KnownTake> takes, String coded, String why) {
    List<KnownTake> left = takes;
    if (left.size() > 1) {
      List<KnownTake> whole =
          left.stream()
              .filter(t -> used(e, t).first() >= 0 && used(e, t).last() < length(e, t))
              .toList();
      left = whole.isEmpty() ? left : whole;
    }
    if (left.size() > 1 && !coded.isEmpty()) {
      List<KnownTake> ofShot = left.stream().filter(t -> t.shot().equals(coded)).toList();
      left = ofShot.isEmpty() ? left : ofShot;
    }
    if (left.size() > 1) {
      return new Recognised(
          e,
          How.ASKED,
          left.stream().map(KnownTake::shot).distinct().count() == 1 ? left.get(0).shot() : "",
          "",
          nearest(e, left),
          "by its " + why + " it could be " + left.size() + " takes");
    }
    KnownTake t = left.get(0);
    if (!coded.isEmpty() && !coded.equals(t.shot())) {
      return new Recognised(
          e,
          How.ASKED,
          "",
          "",
          List.of(t.id(), coded),
          "its " + why + " says " + t.name() + ", a code on it another shot");
    }
    return new Recognised(e, how, t.shot(), t.id(), List.of(), "by its " + why);
  }

  /** Likeliest first: picked ones, then those that lie nearest. */
  private static List<String> nearest(CutEvent e, List<KnownTake> takes) {
    return takes.stream()
        .sorted(
            Comparator.comparing((KnownTake t) -> !t.picked())
                .thenComparingLong(t -> Math.abs(offset(e, t))))
        .limit(MOST_PROPOSED)
        .map(KnownTake::id)
        .toList();
  }

  /** Shot whose code is written on it: on a marker, in a note, in the name of the clip. */
  private String code(CutEvent e) {
    if (codes == null) {
      return "";
    }
    List<String> words = new ArrayList<>();
    e.marks().forEach(m -> words.add(m.words()));
    words.addAll(e.notes());
    words.add(e.clip());
    words.add(stem(e.file()));
    for (String w : words) {
      Matcher m = codes.matcher(w);
      if (m.find()) {
        return byCode.get(key(m.group(1)));
      }
    }
    return "";
  }

  /** A take by its id; null where none is known. */
  public KnownTake take(String id) {
    return byId.get(id);
  }
}
