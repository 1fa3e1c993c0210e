package bivex.core.method;

import bivex.core.InvalidInput;
import bivex.core.effort.TaskKind;
import bivex.core.element.ElementSource;
import bivex.core.parameter.Parameter;
import bivex.core.parameter.Values;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/**
 * Something a shot owes because somebody said so, beside what its methods derive: it is owed,
 * costed, ordered and printed like the rest.
 *
 * @param id its own on the shot: 4 to 36 small letters, digits and hyphens; made where it is made,
 *     so that a device off the line can log takes of it at once
 * @param label what it is called
 * @param words what is wanted, asked, or could happen; may be empty for a plate or work
 * @param values of the kind's parameters that differ from their defaults
 * @param by who made it; whoever changes it later does not make it theirs
 * @param personId their id; names may be shared
 */
public record OwnItem(
    String id,
    Kind kind,
    String label,
    String words,
    Map<String, Object> values,
    String by,
    String personId,
    Instant at) {
  /** So many may stand on one shot; far more than any has. */
  public static final int MOST = 100;

  private static final String OWN = "own/";

  /** What can be owed, and the numbers each needs. */
  public enum Kind {
    PLATE(
        "Plate",
        "plate",
        "What must be in it",
        Parameter.choice(
            "plate",
            "Kind",
            lower(
                Plan.PlateKind.PERFORMANCE,
                Plan.PlateKind.CLEAN,
                Plan.PlateKind.TRACKING,
                Plan.PlateKind.INSERT,
                Plan.PlateKind.WITNESS,
                Plan.PlateKind.STILL),
            "what the camera records"),
        Parameter.number(
            "seconds", "Length", "s", 0.1, 3600, 10, "ten seconds, as of a clean plate"),
        Parameter.whole("takes", "Takes", "", 1, 50, 3, "three takes a plate (common practice)"),
        Parameter.yesNo(
            "inSet", "In the match set", false, "then its camera data are held against them")),
    PROP(
        "Prop or practical effect",
        "datum",
        "What it is for",
        Parameter.whole("hands", "Hands to work it", "people", 0, 100, 1, "beside those who play"),
        Parameter.whole("passes", "Passes it is in", "", 1, 200, 3, "with its rehearsals on film"),
        Parameter.yesNo("usedUp", "Used up each time", false, "broken, burnt, wet, eaten"),
        Parameter.whole("spare", "Spare ones", "", 0, 200, 1, "one is always broken"),
        Parameter.number(
            "resetMinutes", "To reset it", "min", 0, 600, 2, "between two passes, on the set")),
    ELEMENT(
        "Element",
        "element",
        "How to get it",
        Parameter.choice(
            "source",
            "From",
            Arrays.stream(ElementSource.values()).map(ElementSource::words).toList(),
            "where it best comes from"),
        Parameter.whole(
            "minWidthPx",
            "Wide, at its largest",
            "px",
            1,
            100_000,
            1920,
            "a whole frame of HD; less if it is small in the picture"),
        Parameter.choice(
            "blend",
            "Laid over as",
            List.of("over", "screen", "add", "multiply"),
            "light on black is screened or added")),
    TASK(
        "Task",
        "task",
        "What is to be done",
        Parameter.choice(
            "task",
            "Kind of work",
            Arrays.stream(TaskKind.values()).map(TaskKind::words).toList(),
            "whose rate of the production holds"),
        Parameter.number(
            "units", "Amount", "", 0.1, 100_000, 1, "frames, joins, layers: as the kind counts"),
        Parameter.choice(
            "difficulty",
            "Difficulty",
            List.of("fair", "easy", "hard"),
            "how hard pictures make it"),
        Parameter.number(
            "hours", "Hours, if known better", "h", 0, 10_000, 0, "0 takes the production's rate")),
    QUESTION(
        "Question",
        "datum",
        "What must be answered",
        Parameter.choice(
            "due",
            "Too late after",
            List.of("the shooting day", "the set is struck", "delivery"),
            "then the answer is of no use any more")),
    CAUTION(
        "Caution",
        "caution",
        "What could happen, and what prevents it",
        Parameter.text("ask", "Who must sign", "first assistant director", "a licensed person")),
    SOUND(
        "Sound",
        "task",
        "What is heard",
        Parameter.whole(
            "frame",
            "At frame of the cut",
            Parameter.FRAME,
            0,
            100_000,
            0,
            "counted from its first, 0"),
        Parameter.choice("sound", "Kind", SoundKind.all(), "how it is found or made"));

    private final String label;
    private final String group;
    private final String asks;
    private final List<Parameter> parameters;

    Kind(String label, String group, String asks, Parameter... parameters) {
      this.label = label;
      this.group = group;
      this.asks = asks;
      this.parameters = List.of(parameters);
    }

    /** What it is called. */
    public String label() {
      return label;
    }

    /** What its words tell. */
    public String asks() {
      return asks;
    }

    public List<Parameter> parameters() {
      return parameters;
    }
  }

  public OwnItem {
    values = Collections.unmodifiableMap(new LinkedHashMap<>(values == null ? Map.of() : values));
  }

  /**
   * Itself, stripped, if it can be owed.
   *
   * @throws InvalidInput naming what is wrong
   */
  public OwnItem checked() {
    if (id == null || !id.matches("[a-z0-9-]{4,36}")) {
      throw new InvalidInput("id", "must be 4 to 36 small letters, digits and hyphens");
    }
    if (kind == null) {
      throw new InvalidInput("kind", "must be one of " + List.of(Kind.values()));
    }
    String said = InvalidInput.words("words", words);
    if (said.isEmpty() && kind == Kind.QUESTION) {
      throw new InvalidInput("words", "must ask something");
    }
    if (said.isEmpty() && kind == Kind.CAUTION) {
      throw new InvalidInput("words", "must say what could happen");
    }
    numbers()
        .all()
        .forEach(
            (k, v) -> {
              if (v instanceof String word) {
                InvalidInput.title(k, word);
              }
            });
    return new OwnItem(
        id, kind, InvalidInput.title("label", label), said, values, by, personId, at);
  }

  /** Key of what is owed; what a method of the house asks for has the method's name in its id. */
  public String key() {
    return kind.group + ":" + (id.indexOf('/') < 0 ? OWN : "") + id;
  }

  /** The same under another name. */
  OwnItem called(String other) {
    return new OwnItem(id, kind, other, words, values, by, personId, at);
  }

  /** The same with other values. */
  public OwnItem with(Map<String, Object> other) {
    return new OwnItem(id, kind, label, words, other, by, personId, at);
  }

  /** Whether a key is of something somebody made. */
  public static boolean made(String key) {
    return key.substring(key.indexOf(':') + 1).startsWith(OWN);
  }

  /** The numbers it stands with. */
  Values numbers() {
    return Values.of(kind.parameters, values);
  }

  /**
   * When and what is heard.
   *
   * @param frame of the cut, from 0
   */
  public record AsSound(int frame, SoundKind kind, String what) {}

  /** Of a sound. */
  public AsSound asSound() {
    Values v = numbers();
    return new AsSound(
        v.whole("frame"),
        SoundKind.of(v.word("sound")),
        words.isEmpty() ? label : label + ": " + words);
  }

  /**
   * A plate as a floor needs it before the plan has it.
   *
   * @param takes wanted
   */
  public record AsPlate(String key, double seconds, int takes, boolean inSet) {}

  /** Of a plate. */
  public AsPlate asPlate() {
    Values v = numbers();
    return new AsPlate(key(), v.number("seconds"), v.whole("takes"), v.yes("inSet"));
  }

  /** Whether a shot with it has something to be made from, without any method. */
  public boolean makes() {
    return kind == Kind.PLATE || kind == Kind.ELEMENT || kind == Kind.TASK;
  }

  /**
   * The same list with one more, or with that of the same id changed, which stays its maker's.
   *
   * @throws InvalidInput naming {@code kind} when an item is made another thing, {@code id} when
   *     there are too many
   */
  public static List<OwnItem> with(List<OwnItem> had, OwnItem item) {
    List<OwnItem> out = new ArrayList<>(had);
    for (int i = 0; i < out.size(); i++) {
      if (out.get(i).id.equals(item.id)) {
        if (out.get(i).kind != item.kind) {
          throw new InvalidInput("kind", "stays what it was; make another item");
        }
        OwnItem made = out.get(i);
        out.set(
            i,
            new OwnItem(
                item.id,
                item.kind,
                item.label,
                item.words,
                item.values,
                made.by,
                made.personId,
                made.at));
        return List.copyOf(out);
      }
    }
    if (out.size() >= MOST) {
      throw new InvalidInput("id", "a shot has at most " + MOST + " items of its own");
    }
    out.add(item);
    return List.copyOf(out);
  }

  /** Items of two shots that become one: those of the first, and what the second has beside. */
  public static List<OwnItem> merged(List<OwnItem> first, List<OwnItem> second) {
    List<OwnItem> out = new ArrayList<>(first);
    second.stream().filter(i -> first.stream().noneMatch(x -> x.id.equals(i.id))).forEach(out::add);
    return List.copyOf(out);
  }

  private static List<String> lower(Plan.PlateKind... kinds) {
    return Arrays.stream(kinds).map(k -> k.name().toLowerCase(Locale.ROOT)).toList();
  }
}
