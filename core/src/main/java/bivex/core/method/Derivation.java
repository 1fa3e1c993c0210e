package bivex.core.method;

import bivex.core.effort.Estimate;
import bivex.core.effort.TaskKind;
import bivex.core.shoot.MatchRule;
import java.util.ArrayList;
import java.util.Collection;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * The plan while it is being written. Methods add to it; where two methods want the same thing (one clean plate per setup) it is
 * kept once, and where they want different camera settings both are reported.
 */
public final class Derivation {
  private final ShotSetting setting;
  private final Map<String, Plan.Layer> layers = new LinkedHashMap<>();
  private final Map<String, Plan.Plate> plates = new LinkedHashMap<>();
  private final Map<String, Plan.BriefLine> brief = new LinkedHashMap<>();
  private final Map<String, Plan.Element> elements = new LinkedHashMap<>();
  private final Map<String, Plan.Aid> aids = new LinkedHashMap<>();
  private final Map<String, Plan.Task> tasks = new LinkedHashMap<>();
  private final Map<String, Plan.Datum> data = new LinkedHashMap<>();
  private final Map<String, Plan.Check> checks = new LinkedHashMap<>();
  private final Map<String, Plan.Caution> cautions = new LinkedHashMap<>();
  private final List<Plan.SketchFrame> sketch = new ArrayList<>();
  private final EnumSet<MatchRule> rules = EnumSet.noneOf(MatchRule.class);
  private double backgroundM;
  private double setMinutes;
  private String method = "";

  Derivation(ShotSetting setting) {
    this.setting = setting;
  }

  void begin(Method m) {
    method = m.id();
    datum("datum:still", "Reference still of the setup", "Shoot a still of the setup with the slate in it.", Plan.Due.BEFORE_STRIKE);
    task("task:grade", "Match grade, grain and motion blur", TaskKind.GRADE_MATCH, 1, TaskKind.Difficulty.FAIR);
  }

  /** Numbers of the shot. */
  public ShotSetting setting() {
    return setting;
  }

  /** A key of the method being derived: evidence for one method is not taken for another's. */
  public String own(String key) {
    int colon = key.indexOf(':');
    return key.substring(0, colon + 1) + method + "/" + key.substring(colon + 1);
  }

  /** Adds a plate once; the longer of two lengths is kept. */
  public void plate(String key, Plan.PlateKind kind, String label, String wanted, double seconds, boolean inSet, String... rescues) {
    plates.merge(key, new Plan.Plate(key, kind, label, wanted, seconds, inSet, List.of(rescues)), (a, b) -> new Plan.Plate(a.key(), a.kind(), a.label(), a.wanted().equals(b.wanted()) ? a.wanted() : a.wanted() + " " + b.wanted(), Math.max(a.seconds(), b.seconds()), a.inSet() || b.inSet(), a.rescues()));
  }

  /** Adds rules to the shot's match set; the union of all methods' rules holds. */
  public void matchSet(Collection<MatchRule> wanted, double backgroundMetres) {
    rules.addAll(wanted);
    backgroundM = backgroundM == 0 ? backgroundMetres : backgroundM;
  }

  /** Adds minutes the match set holds the camera: recording and standby. */
  public void setMinutes(double minutes) {
    setMinutes += minutes;
  }

  /** Puts a layer on top of the stack; a layer of a key that is there already is left. */
  public void layer(String key, String label, String source, String blend, String matte, String settledBy, List<Plan.Span> spans) {
    layers.putIfAbsent(key, new Plan.Layer(key, "", label, source, blend, matte, settledBy, List.copyOf(spans)));
  }

  /** Adds a line to the camera brief; a different value for the same property becomes a check that fails. */
  public void brief(String property, String label, String value, String reason) {
    Plan.BriefLine before = brief.putIfAbsent(property, new Plan.BriefLine(property, label, value, reason));
    if (before != null && !before.value().equals(value)) {
      check(new Plan.Check("check:conflict-" + property, "Two methods want another " + label, Plan.Grade.FAILS, before.value() + " against " + value, "Shoot two plates, or set one value for both methods.", "", "", ""));
    }
  }

  public void element(String key, String label, String source, String blend, int minWidthPx) {
    elements.putIfAbsent(key, new Plan.Element(key, label, source, blend, minWidthPx));
  }

  public void aid(String key, String label, String purpose, String how) {
    aids.putIfAbsent(key, new Plan.Aid(key, label, purpose, how));
  }

  /** Adds work; the same key from two methods adds up its units. No units, no task. */
  public void task(String key, String label, TaskKind kind, double units, TaskKind.Difficulty difficulty) {
    if (units > 0) {
      Plan.Task before = tasks.get(key);
      double all = units + (before == null ? 0 : before.units());
      tasks.put(key, new Plan.Task(key, label, kind, all, difficulty, kind.hours(all, difficulty)));
    }
  }

  public void datum(String key, String label, String question, Plan.Due due) {
    data.putIfAbsent(key, new Plan.Datum(key, label, question, due));
  }

  public void check(Plan.Check check) {
    checks.putIfAbsent(check.key(), check);
  }

  public void caution(String key, String text, String ask) {
    cautions.putIfAbsent(key, new Plan.Caution(key, text, ask));
  }

  /** Gives the schematic picture of the cut, one entry per frame; only the first method's is kept. */
  public void sketch(List<Plan.SketchFrame> frames) {
    if (sketch.isEmpty()) {
      sketch.addAll(frames);
    }
  }

  Plan build() {
    List<Plan.Layer> lettered = new ArrayList<>();
    for (Plan.Layer l : layers.values()) {
      String letter = lettered.size() < 26 ? String.valueOf((char) ('A' + lettered.size())) : "A" + (char) ('A' + lettered.size() - 26);
      lettered.add(new Plan.Layer(l.key(), letter, l.label(), l.source(), l.blend(), l.matte(), l.settledBy(), l.spans()));
    }
    Estimate sum = tasks.values().stream().map(Plan.Task::hours).reduce(Estimate.NONE, Estimate::plus);
    List<String> inSet = plates.values().stream().filter(Plan.Plate::inSet).map(Plan.Plate::key).toList();
    return new Plan(List.copyOf(lettered), List.copyOf(plates.values()), new Plan.MatchSet(java.util.Collections.unmodifiableSet(EnumSet.copyOf(rules)), inSet, backgroundM), List.copyOf(brief.values()), List.copyOf(elements.values()), List.copyOf(aids.values()), List.copyOf(tasks.values()), List.copyOf(data.values()), List.copyOf(checks.values()), List.copyOf(cautions.values()), List.copyOf(sketch), sum, setMinutes);
  }
}
