package bivex.core.method;

import bivex.core.effort.Estimate;
import bivex.core.effort.TaskKind;
import bivex.core.element.ElementSource;
import bivex.core.shoot.CameraData;
import bivex.core.shoot.MatchRule;
import bivex.core.shoot.PlateTerms;
import bivex.core.shoot.SetClock;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.IntFunction;
import java.util.function.IntToDoubleFunction;

/**
 * The plan while it is being written. Methods add to it; where two methods want the same thing (one
 * clean plate per setup) it is kept once; where they want different camera settings the stricter
 * one is kept if there is one, and it is reported with the way out.
 */
public final class Derivation {
  /**
   * Longest cut that is pictured frame by frame, frames; a longer one has its sums and layers, but
   * no preview.
   */
  public static final int PICTURED = 4800;

  /** What to do when two methods want another value of a property. */
  private static final Map<String, String> WAYS_OUT =
      Map.of(
          "head", "Make all parts as passes of the same move, or split it into two shots.",
          "shutter",
              "Shoot two plates: a fast shutter for the track, natural blur for the picture.",
          "rate",
              "Shoot all plates at the faster rate and read the others one frame in so many, or"
                  + " shoot two plates.",
          "focalMm", "One focal length for the whole setup; the wider one, and punch in.",
          "focus",
              "Focus each plate on its own mark and check the background blur, or one distance for"
                  + " all.",
          "raster", "Record all plates at the larger raster.",
          "whiteK", "One white balance for the setup.");

  private final ShotSetting setting;
  private final boolean pictures;
  private final Map<String, Plan.Layer> layers = new LinkedHashMap<>();
  private final Map<String, Plan.Plate> plates = new LinkedHashMap<>();
  private final Map<String, Plan.BriefLine> brief = new LinkedHashMap<>();
  private final Map<String, Double> strictness = new LinkedHashMap<>();
  private final Map<String, Plan.Element> elements = new LinkedHashMap<>();
  private final Map<String, Plan.Aid> aids = new LinkedHashMap<>();
  private final Map<String, Plan.Task> tasks = new LinkedHashMap<>();
  private final Map<String, Plan.Datum> data = new LinkedHashMap<>();
  private final Map<String, Plan.Check> checks = new LinkedHashMap<>();
  private final Map<String, Plan.Caution> cautions = new LinkedHashMap<>();
  private final Map<String, Plan.Drawing> drawings = new LinkedHashMap<>();
  private final List<Plan.SketchFrame> sketch = new ArrayList<>();
  private final List<IntFunction<List<Plan.SketchFigure>>> overlays = new ArrayList<>();
  private final EnumSet<MatchRule> rules = EnumSet.noneOf(MatchRule.class);
  private IntFunction<Plan.View> view;
  private double backgroundM;
  private boolean across;
  private HeldSet held;
  private CameraData camera = CameraData.notRead();
  private final Map<String, Integer> takes = new HashMap<>();
  private final Map<String, Map<String, Object>> own = new HashMap<>();
  private final Map<String, Set<String>> free = new HashMap<>();
  private final Set<String> apart = new HashSet<>();
  private final List<OwnItem> beside = new ArrayList<>();
  private final List<List<PlanChange>> otherwise = new ArrayList<>();
  private UseKeys keys;
  private int begun;

  /**
   * @param pictures whether the schematic picture and the drawings are wanted; lists of shots do
   *     without
   */
  Derivation(ShotSetting setting, boolean pictures) {
    this.setting = setting;
    this.pictures = pictures && setting.cutFrames() <= PICTURED;
  }

  void begin(Method m, MethodChoice choice) {
    begun++;
    keys = new UseKeys(choice);
    if (m.shoots()) {
      datum(
          "datum:still",
          "Reference still of the setup",
          "Shoot a still of the setup with the slate in it.",
          Plan.Due.BEFORE_STRIKE);
    }
    task(
        "task:grade",
        "Match grade, grain and motion blur",
        TaskKind.GRADE_MATCH,
        1,
        TaskKind.Difficulty.FAIR);
  }

  UseKeys keys() {
    return keys;
  }

  /** What follows is derived under these keys. */
  void within(UseKeys other) {
    keys = other;
  }

  /** Things a method of the house asks for beside those of the book. */
  void beside(List<OwnItem> items) {
    beside.addAll(items);
  }

  /**
   * Something of the plan is otherwise.
   *
   * @param candidates the same change for each key it may be found under; the first that is there
   *     holds
   */
  void otherwise(List<PlanChange> candidates) {
    otherwise.add(candidates);
  }

  /** Numbers of the shot. */
  public ShotSetting setting() {
    return setting;
  }

  /** A key of the method being derived: evidence for one method is not taken for another's. */
  public String own(String key) {
    return keys.own(key);
  }

  /** Number of a frame counted from the first of the cut, kept inside it. */
  public int frame(int fromFirst) {
    return Math.max(
        setting.firstFrame(), Math.min(setting.lastFrame(), setting.firstFrame() + fromFirst));
  }

  /** A span of the whole cut. */
  public Plan.Span whole(Plan.SpanKind kind, String note) {
    return new Plan.Span(setting.firstFrame(), setting.lastFrame(), kind, note);
  }

  /** A span counted from the first frame of the cut, cut off at its ends. */
  public Plan.Span span(int from, int to, Plan.SpanKind kind, String note) {
    return new Plan.Span(frame(from), frame(Math.max(from, to)), kind, note);
  }

  /** Adds a plate once; the longer of two lengths is kept. */
  public void plate(
      String key,
      Plan.PlateKind kind,
      String title,
      String wanted,
      double seconds,
      boolean inSet,
      String... rescues) {
    String mine = keys.of(key);
    plates.merge(
        mine,
        new Plan.Plate(
            mine,
            kind,
            keys.called(key, title),
            wanted,
            seconds,
            1,
            0,
            inSet,
            PlateTerms.NONE,
            null,
            List.of(rescues)),
        (a, b) ->
            new Plan.Plate(
                a.key(),
                a.kind(),
                a.label(),
                a.wanted().equals(b.wanted()) ? a.wanted() : a.wanted() + " " + b.wanted(),
                Math.max(a.seconds(), b.seconds()),
                1,
                0,
                a.inSet() || b.inSet(),
                PlateTerms.NONE,
                null,
                a.rescues()));
  }

  /** Takes a plate is reckoned with; of two methods the larger number holds. */
  public void takes(String plate, int wanted) {
    takes.merge(keys.of(plate), wanted, Math::max);
  }

  /** A camera field that has a value of its own on one plate. */
  public void asks(String plate, String field, Object value) {
    own.computeIfAbsent(keys.of(plate), k -> new LinkedHashMap<>()).put(field, value);
  }

  /** Camera fields that may be anything on one plate, also against the rest of its set. */
  public void free(String plate, String... fields) {
    free.computeIfAbsent(keys.of(plate), k -> new HashSet<>()).addAll(List.of(fields));
  }

  /** A plate of a camera of its own, of which the brief of the shot says nothing. */
  public void apart(String plate) {
    apart.add(keys.of(plate));
  }

  /** The plates of the set are shot in more than one setup and must agree all the same. */
  public void acrossSetups() {
    across = true;
  }

  /**
   * The clean plate, shared by all methods of the setup, and its layer at the bottom of the stack.
   */
  public void clean(double seconds, boolean layer) {
    plate(
        "plate:clean",
        Plan.PlateKind.CLEAN,
        "Clean plate",
        "Nobody in frame for 10 s, same roll, nothing touched.",
        Math.max(10, seconds),
        true,
        "borrow frames of a take in which that part of the frame is free",
        "patch it from two takes",
        "pick up with the same camera data and light");
    if (layer) {
      layer(
          "layer:clean",
          "Clean plate",
          "plate",
          "over",
          "none",
          "plate:clean",
          List.of(whole(Plan.SpanKind.PRESENT, "")));
    }
  }

  /** The grade match on top of what is there. */
  public void grade() {
    layer(
        UseKeys.GRADE,
        "Grade match",
        "stops and colour to match",
        "over",
        "none",
        "task:grade",
        List.of(whole(Plan.SpanKind.PRESENT, "")));
  }

  /** Adds rules to the shot's match set; the union of all methods' rules holds. */
  public void matchSet(Collection<MatchRule> wanted, double backgroundMetres) {
    rules.addAll(wanted);
    backgroundM = backgroundM == 0 ? backgroundMetres : backgroundM;
  }

  /**
   * What a set that is held for long is reckoned with.
   *
   * @param takes a part, where a plate has no number of its own
   * @param passMinutes of a take with slate and reset
   * @param batteryMinutes one battery lasts
   * @param megabits of the recording
   * @param cardGb free on the card
   */
  record HeldSet(
      int takes, double passMinutes, double batteryMinutes, double megabits, double cardGb) {}

  /** The set is held for long; of two methods that want it the first says with what. */
  void held(HeldSet with) {
    held = held == null ? with : held;
    // Reckoned when all plates are known; its place among the checks is here.
    checks.putIfAbsent(Battery.KEY, null);
  }

  /** Puts a layer on top of the stack; a layer of a key that is there already is left. */
  public void layer(
      String key,
      String label,
      String source,
      String blend,
      String matte,
      String settledBy,
      List<Plan.Span> spans) {
    layer(key, label, source, blend, matte, "", "", settledBy, spans);
  }

  /** Puts a layer on top of the stack that is retimed or bound to something. */
  public void layer(
      String key,
      String title,
      String source,
      String blend,
      String matte,
      String retime,
      String placement,
      String settledBy,
      List<Plan.Span> spans) {
    String mine = keys.of(key);
    layers.putIfAbsent(
        mine,
        new Plan.Layer(
            mine,
            "",
            keys.called(key, title),
            source,
            blend,
            matte,
            retime,
            placement,
            keys.of(settledBy),
            List.copyOf(spans)));
  }

  /**
   * Adds a line to the camera brief; another value for the same property is reported with the way
   * out.
   */
  public void brief(String property, String label, String value, String reason) {
    Plan.BriefLine before =
        brief.putIfAbsent(property, new Plan.BriefLine(property, label, value, reason));
    if (before != null && !before.value().equals(value)) {
      checks.putIfAbsent(
          "check:conflict-" + property,
          new Plan.Check(
              "check:conflict-" + property,
              "Two methods want another " + label,
              Plan.Grade.FAILS,
              before.value() + " against " + value,
              WAYS_OUT.getOrDefault(
                  property, "Shoot two plates, or set one value for both methods."),
              "",
              keys.method() + " and what was there before",
              "both rules cannot hold; definition"));
    }
  }

  /** The same with the value as the camera has it, which its takes are held against. */
  public void brief(
      String property, String label, String value, String reason, String field, Object typed) {
    brief(property, label, value, reason);
    settle(property, value, field, typed);
  }

  /** What two methods want otherwise is not settled, and no take is held against it. */
  private void settle(String property, String value, String field, Object typed) {
    if (checks.containsKey("check:conflict-" + property)) {
      camera = camera.with(field, null);
    } else if (brief.get(property).value().equals(value)) {
      camera = camera.with(field, typed);
    }
  }

  /** The same with the value as the camera has it, which its takes are held against. */
  public void stricter(
      String property,
      String label,
      String value,
      String reason,
      double strict,
      String field,
      Object typed) {
    stricter(property, label, value, reason, strict);
    settle(property, value, field, typed);
  }

  /**
   * Adds a line of which a larger number is the stricter: the stricter one is kept, and it is said
   * that it was.
   */
  public void stricter(String property, String label, String value, String reason, double strict) {
    Plan.BriefLine mine = new Plan.BriefLine(property, label, value, reason);
    Plan.BriefLine before = brief.putIfAbsent(property, mine);
    Double had = strictness.merge(property, strict, Math::max);
    if (before != null && !before.value().equals(value)) {
      Plan.BriefLine kept = had == strict ? mine : before;
      brief.put(property, kept);
      checks.putIfAbsent(
          "check:stricter-" + property,
          new Plan.Check(
              "check:stricter-" + property,
              "Two methods want another " + label,
              Plan.Grade.DOUBTFUL,
              before.value() + " against " + value + "; the stricter " + kept.value() + " is kept",
              "Find the light for " + kept.value() + ", or set one value for both methods.",
              "",
              keys.method() + " and what was there before",
              "the stricter rule wins; definition"));
    }
  }

  public void element(
      String key, String title, ElementSource source, String how, String blend, int minWidthPx) {
    String mine = keys.of(key);
    elements.putIfAbsent(
        mine, new Plan.Element(mine, keys.called(key, title), source, how, blend, minWidthPx));
  }

  public void aid(String key, String title, String purpose, String how) {
    Plan.Aid aid = new Plan.Aid(key, title, purpose, how);
    Plan.Aid had = aids.putIfAbsent(key, aid);
    if (had != null && !had.equals(aid)) {
      String mine = keys.of(key);
      aids.putIfAbsent(mine, new Plan.Aid(mine, title, purpose, how));
    }
  }

  /**
   * Adds work; the same key from two methods adds up its units and hours, each at its own
   * difficulty. No units, no task.
   */
  public void task(
      String key, String title, TaskKind kind, double units, TaskKind.Difficulty difficulty) {
    if (units > 0) {
      String mine = keys.of(key);
      Plan.Task before = tasks.get(mine);
      Estimate hours = setting.effort().hours(kind, units, difficulty);
      tasks.put(
          mine,
          before == null
              ? new Plan.Task(mine, keys.called(key, title), kind, units, difficulty, hours)
              : new Plan.Task(
                  mine,
                  before.label(),
                  kind,
                  before.units() + units,
                  before.difficulty().compareTo(difficulty) > 0 ? before.difficulty() : difficulty,
                  before.hours().plus(hours)));
    }
  }

  public void datum(String key, String title, String question, Plan.Due due) {
    String mine = keys.of(key);
    data.putIfAbsent(mine, new Plan.Datum(mine, keys.called(key, title), question, due));
  }

  public void check(Plan.Check check) {
    checks.putIfAbsent(check.key(), check);
  }

  /**
   * Adds a check of this method.
   *
   * @param key without the method's name
   * @param remedy kept only when the check does not hold
   */
  public void check(
      String key,
      String title,
      Plan.Grade grade,
      String figure,
      String remedy,
      String sum,
      String inputs,
      String formula) {
    check(
        new Plan.Check(
            own("check:" + key),
            keys.called(key, title),
            grade,
            figure,
            grade == Plan.Grade.HOLDS ? "" : remedy,
            sum,
            inputs,
            formula));
  }

  public void caution(String key, String text, String ask) {
    String mine = keys.of(key);
    cautions.putIfAbsent(mine, new Plan.Caution(mine, text, ask));
  }

  public void drawing(
      String key,
      Plan.DrawingKind kind,
      String title,
      String xUnit,
      String yUnit,
      boolean equal,
      boolean down,
      List<Plan.Shape> shapes) {
    if (pictures) {
      drawings.putIfAbsent(
          own("drawing:" + key),
          new Plan.Drawing(
              own("drawing:" + key), kind, title, xUnit, yUnit, equal, down, List.copyOf(shapes)));
    }
  }

  /** Draws a value over the frames of the cut, with an optional limit. */
  public void curve(
      String key, String title, String unit, IntToDoubleFunction value, double limit) {
    if (!pictures) {
      return;
    }
    List<Plan.Point> line = new ArrayList<>();
    int step = Math.max(1, setting.cutFrames() / 240);
    for (int f = 0; f < setting.cutFrames(); f += step) {
      line.add(
          new Plan.Point(
              setting.firstFrame() + f, value.applyAsDouble(f), setting.firstFrame() + f));
    }
    List<Plan.Shape> shapes =
        new ArrayList<>(List.of(new Plan.Shape(Plan.ShapeKind.LINE, "", line)));
    if (!Double.isNaN(limit)) {
      shapes.add(
          new Plan.Shape(
              Plan.ShapeKind.DASHED,
              "",
              List.of(
                  new Plan.Point(setting.firstFrame(), limit),
                  new Plan.Point(setting.lastFrame(), limit))));
    }
    drawing(key, Plan.DrawingKind.CURVE, title, "frame", unit, false, false, shapes);
  }

  /**
   * Gives the schematic picture of the cut frame by frame, counted from 0; only the first method's
   * is kept.
   */
  public void frames(IntFunction<Plan.SketchFrame> frames) {
    if (pictures && sketch.isEmpty()) {
      for (int i = 0; i < setting.cutFrames(); i++) {
        sketch.add(frames.apply(i));
      }
    }
  }

  /**
   * Gives the schematic picture by the figures in each frame, counted from 0; only the first
   * method's is kept.
   */
  public void sketch(IntFunction<List<Plan.SketchFigure>> figures) {
    frames(
        i ->
            new Plan.SketchFrame(
                setting.firstFrame() + i, figures.apply(i), List.of(), false, Plan.View.STILL));
  }

  /** Lays figures over the schematic picture, whoever drew it. */
  public void overlay(IntFunction<List<Plan.SketchFigure>> figures) {
    if (pictures) {
      overlays.add(figures);
    }
  }

  /** Moves the camera of the schematic picture; the last method to ask has it. */
  public void view(IntFunction<Plan.View> wanted) {
    view = pictures ? wanted : null;
  }

  Plan build() {
    // What several methods need together is not for one of them to set.
    otherwise.stream()
        .map(candidates -> candidates.get(candidates.size() - 1))
        .filter(c -> begun > 1 && UseKeys.shared(c.item()))
        .forEach(this::stays);
    Plan derived = derived();
    List<PlanChange> changes =
        otherwise.stream()
            .filter(c -> begun == 1 || !UseKeys.shared(c.get(c.size() - 1).item()))
            .flatMap(
                c -> c.stream().filter(x -> !PlanChange.open(derived, x.item()).isEmpty()).limit(1))
            .toList();
    return derived.edited(setting, beside, changes);
  }

  private void stays(PlanChange c) {
    String label =
        tasks.containsKey(c.item())
            ? tasks.get(c.item()).label()
            : plates.containsKey(c.item()) ? plates.get(c.item()).label() : "Something asked";
    checks.putIfAbsent(
        "check:shared-" + c.item().replace(':', '-'),
        new Plan.Check(
            "check:shared-" + c.item().replace(':', '-'),
            label + " is shared by several methods",
            Plan.Grade.DOUBTFUL,
            "as derived, not as one of them has it"
                + (c.out() ? " (taken out)" : " (" + c.values() + ")"),
            "Change it on this shot for all of them.",
            "",
            "",
            "what is shared is no one method's"));
  }

  private Plan derived() {
    Estimate sum =
        tasks.values().stream().map(Plan.Task::hours).reduce(Estimate.NONE, Estimate::plus);
    plates.replaceAll((k, p) -> complete(p));
    double setMinutes =
        held == null ? 0 : Battery.check(this, held, plates.values(), data.keySet());
    List<String> inSet =
        plates.values().stream().filter(Plan.Plate::inSet).map(Plan.Plate::key).toList();
    return new Plan(
        Plan.lettered(UseKeys.stacked(layers)),
        List.copyOf(plates.values()),
        new Plan.MatchSet(
            Collections.unmodifiableSet(EnumSet.copyOf(rules)), inSet, backgroundM, across),
        List.copyOf(brief.values()),
        List.copyOf(elements.values()),
        List.copyOf(aids.values()),
        List.copyOf(tasks.values()),
        List.copyOf(data.values()),
        List.copyOf(checks.values()),
        List.copyOf(cautions.values()),
        pictures(),
        List.copyOf(drawings.values()),
        sum,
        setMinutes);
  }

  /** A plate with its takes and with what is asked of them, when all methods have spoken. */
  private Plan.Plate complete(Plan.Plate p) {
    boolean rolls = p.kind() != Plan.PlateKind.STILL && p.kind() != Plan.PlateKind.GUIDE;
    CameraData asked =
        !rolls || apart.contains(p.key())
            ? CameraData.notRead()
            : p.kind() == Plan.PlateKind.INSERT
                ? CameraData.notRead().with("rate", camera.rate()).with("raster", camera.raster())
                : camera;
    for (Map.Entry<String, Object> e : own.getOrDefault(p.key(), Map.of()).entrySet()) {
      asked = asked.with(e.getKey(), e.getValue());
    }
    Set<String> open = free.getOrDefault(p.key(), Set.of());
    for (String f : open) {
      asked = asked.with(f, null);
    }
    double cut = setting.rate().seconds(setting.cutFrames());
    double least =
        p.kind() == Plan.PlateKind.CLEAN
            ? Math.min(p.seconds(), cut)
            : p.seconds() * cut / setting.seconds();
    PlateTerms terms =
        rolls
            ? new PlateTerms(asked, Set.copyOf(open), p.seconds(), least, setting.rate())
            : PlateTerms.NONE;
    boolean once = p.kind() == Plan.PlateKind.CLEAN || !rolls;
    int usual = once ? 1 : held != null && p.inSet() ? held.takes() : SetClock.TAKES;
    double reset =
        held == null || !p.inSet()
            ? SetClock.minutes(p.seconds(), 1)
            : Math.max(held.passMinutes(), p.seconds() / 60);
    return new Plan.Plate(
        p.key(),
        p.kind(),
        p.label(),
        p.wanted(),
        p.seconds(),
        takes.getOrDefault(p.key(), usual),
        rolls ? reset : 0,
        p.inSet(),
        terms,
        null,
        p.rescues());
  }

  private List<Plan.SketchFrame> pictures() {
    if (sketch.isEmpty() && (!overlays.isEmpty() || view != null)) {
      sketch(i -> List.of());
    }
    if (overlays.isEmpty() && view == null) {
      return List.copyOf(sketch);
    }
    List<Plan.SketchFrame> out = new ArrayList<>(sketch.size());
    for (int i = 0; i < sketch.size(); i++) {
      Plan.SketchFrame s = sketch.get(i);
      List<Plan.SketchFigure> figures = new ArrayList<>(s.figures());
      for (IntFunction<List<Plan.SketchFigure>> o : overlays) {
        figures.addAll(o.apply(i));
      }
      out.add(
          new Plan.SketchFrame(
              s.frame(),
              List.copyOf(figures),
              s.joins(),
              s.crossed(),
              view == null ? s.view() : view.apply(i)));
    }
    return List.copyOf(out);
  }
}
