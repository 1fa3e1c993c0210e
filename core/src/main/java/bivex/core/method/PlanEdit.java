package bivex.core.method;

import bivex.core.ItemKey;
import bivex.core.Said;
import bivex.core.effort.Estimate;
import bivex.core.effort.TaskKind;
import bivex.core.effort.TaskKind.Difficulty;
import bivex.core.element.ElementSource;
import bivex.core.parameter.Values;
import bivex.core.shoot.CameraData;
import bivex.core.shoot.MatchRule;
import bivex.core.shoot.PlateTerms;
import bivex.core.shoot.SetClock;
import java.util.ArrayList;
import java.util.Collections;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.function.Function;
import java.util.function.UnaryOperator;

/**
 * A derived plan with what people say of it: things taken out or otherwise, and things of their
 * own. Pure: the same input gives the same plan.
 */
final class PlanEdit {
  private final Plan base;
  private final ShotSetting setting;
  private final Map<String, PlanChange> changes = new LinkedHashMap<>();
  private final Set<String> gone = new HashSet<>();
  private final List<Plan.Layer> layers;
  private final List<Plan.Plate> plates;
  private final List<Plan.Element> elements;
  private final List<Plan.Aid> aids;
  private final List<Plan.Task> tasks;
  private final List<Plan.Datum> data;
  private final List<Plan.Caution> cautions;

  private PlanEdit(Plan base, ShotSetting setting, List<PlanChange> changed) {
    this.base = base;
    this.setting = setting;
    changed.stream()
        .filter(c -> !PlanChange.open(base, c.item()).isEmpty())
        .forEach(
            c -> {
              changes.put(c.item(), c);
              if (c.out()) {
                gone.add(c.item());
              }
            });
    plates = kept(base.plates(), Plan.Plate::key, this::plate);
    elements = kept(base.elements(), Plan.Element::key, this::element);
    aids = kept(base.aids(), Plan.Aid::key, this::aid);
    tasks = kept(base.tasks(), Plan.Task::key, this::task);
    data = kept(base.data(), Plan.Datum::key, this::datum);
    // What would settle a layer is taken out, so the layer is.
    layers = kept(base.layers(), Plan.Layer::settledBy, l -> l);
    cautions = new ArrayList<>(base.cautions());
  }

  static Plan of(Plan base, ShotSetting setting, List<OwnItem> own, List<PlanChange> changed) {
    if (own.isEmpty() && changed.isEmpty()) {
      return base;
    }
    PlanEdit edit = new PlanEdit(base, setting, changed);
    own.forEach(edit::add);
    own.stream().filter(i -> i.kind() == OwnItem.Kind.PROP).forEach(edit::reset);
    return edit.build();
  }

  private <T> List<T> kept(List<T> all, Function<T, String> key, UnaryOperator<T> changed) {
    List<T> out = new ArrayList<>();
    for (T one : all) {
      if (!gone.contains(key.apply(one))) {
        out.add(changed.apply(one));
      }
    }
    return out;
  }

  /** Numbers of an item that is otherwise; null for one that is as derived. */
  private Values otherwise(String key) {
    PlanChange c = changes.get(key);
    return c == null ? null : Values.of(PlanChange.open(base, key), c.values());
  }

  private Plan.Plate plate(Plan.Plate p) {
    Values v = otherwise(p.key());
    if (v == null) {
      return p;
    }
    double seconds = v.number("seconds");
    return new Plan.Plate(
        p.key(),
        p.kind(),
        p.label(),
        v.word("wanted"),
        seconds,
        v.whole("takes"),
        p.minutes() > 0 ? Math.max(0, p.minutes() + (seconds - p.seconds()) / 60) : 0,
        p.inSet(),
        p.asks().lasting(seconds),
        p.wayOut(),
        p.rescues());
  }

  private Plan.Element element(Plan.Element e) {
    Values v = otherwise(e.key());
    return v == null
        ? e
        : new Plan.Element(
            e.key(),
            e.label(),
            ElementSource.of(v.word("source")),
            v.word("how"),
            e.blend(),
            v.whole("minWidthPx"));
  }

  private Plan.Aid aid(Plan.Aid a) {
    Values v = otherwise(a.key());
    return v == null ? a : new Plan.Aid(a.key(), a.label(), a.purpose(), v.word("setting"));
  }

  private Plan.Datum datum(Plan.Datum d) {
    Values v = otherwise(d.key());
    return v == null ? d : new Plan.Datum(d.key(), d.label(), v.word("question"), d.due());
  }

  private Plan.Task task(Plan.Task t) {
    Values v = otherwise(t.key());
    if (v == null) {
      return t;
    }
    Set<String> said = changes.get(t.key()).values().keySet();
    boolean amount = said.contains("units") || said.contains("difficulty");
    return work(t.key(), t.label(), t.kind(), v, amount ? null : t.hours());
  }

  /**
   * @param reckoned hours where the amount is as derived; null where it is reckoned anew
   */
  private Plan.Task work(String key, String label, TaskKind kind, Values v, Estimate reckoned) {
    Difficulty difficulty = Difficulty.of(v.word("difficulty"));
    double units = v.number("units");
    Estimate hours =
        v.number("hours") > 0
            ? Estimate.single(v.number("hours"))
            : reckoned == null ? setting.effort().hours(kind, units, difficulty) : reckoned;
    return new Plan.Task(key, label, kind, units, difficulty, hours);
  }

  private void add(OwnItem i) {
    Values v = i.numbers();
    switch (i.kind()) {
      case PLATE -> plate(i, v);
      case PROP -> prop(i, v);
      case ELEMENT -> {
        elements.add(
            new Plan.Element(
                i.key(),
                i.label(),
                ElementSource.of(v.word("source")),
                i.words(),
                v.word("blend"),
                v.whole("minWidthPx")));
        layer(i, "element", v.word("blend"));
      }
      case TASK -> tasks.add(work(i.key(), i.label(), TaskKind.of(v.word("task")), v, null));
      case QUESTION ->
          data.add(
              new Plan.Datum(
                  i.key(),
                  i.label(),
                  i.words(),
                  switch (v.word("due")) {
                    case "the shooting day" -> Plan.Due.BEFORE_DAY;
                    case "the set is struck" -> Plan.Due.BEFORE_STRIKE;
                    default -> Plan.Due.BEFORE_DELIVERY;
                  }));
      case CAUTION ->
          cautions.add(new Plan.Caution(i.key(), i.label() + ": " + i.words(), v.word("ask")));
      case SOUND ->
          tasks.add(
              new Plan.Task(
                  i.key(),
                  Said.of(
                      "%s at %s, %s",
                      i.label(),
                      Math.min(setting.lastFrame(), setting.firstFrame() + v.whole("frame")),
                      v.word("sound")),
                  TaskKind.SOUND,
                  1,
                  Difficulty.FAIR,
                  setting.effort().hours(TaskKind.SOUND, 1, Difficulty.FAIR)));
    }
  }

  private void plate(OwnItem i, Values v) {
    Plan.PlateKind kind = Plan.PlateKind.valueOf(v.word("plate").toUpperCase(Locale.ROOT));
    boolean still = kind == Plan.PlateKind.STILL;
    boolean inSet = v.yes("inSet") && !still;
    double seconds = v.number("seconds");
    plates.add(
        new Plan.Plate(
            i.key(),
            kind,
            i.label(),
            i.words(),
            seconds,
            v.whole("takes"),
            still ? 0 : SetClock.minutes(seconds, 1),
            inSet,
            still
                ? PlateTerms.NONE
                : new PlateTerms(
                    inSet ? asked() : CameraData.notRead(), Set.of(), seconds, 0, setting.rate()),
            null,
            List.of()));
    if (kind == Plan.PlateKind.PERFORMANCE
        || kind == Plan.PlateKind.CLEAN
        || kind == Plan.PlateKind.INSERT) {
      layer(i, "plate", "over");
    }
  }

  /** What all derived plates of the set are asked for; what one has for itself is not. */
  private CameraData asked() {
    List<PlateTerms> set =
        base.plates().stream().filter(Plan.Plate::inSet).map(Plan.Plate::asks).toList();
    CameraData out = set.isEmpty() ? CameraData.notRead() : set.get(0).camera();
    for (String f : CameraData.FIELDS) {
      Object first = out.get(f);
      if (!set.stream().allMatch(t -> Objects.equals(t.camera().get(f), first))) {
        out = out.with(f, null);
      }
    }
    return out;
  }

  private void prop(OwnItem i, Values v) {
    int passes = v.whole("passes");
    int spare = v.whole("spare");
    int wanted = (v.yes("usedUp") ? passes : 1) + spare;
    String has =
        Said.of(
                "%s in all: %s, %s spare; %s to work it",
                wanted,
                v.yes("usedUp") ? Said.of("%s used up in %s passes", passes, passes) : "one in use",
                spare,
                v.whole("hands") == 1 ? "one pair of hands" : v.whole("hands") + " pairs of hands")
            + (v.number("resetMinutes") > 0 && passes > 1
                ? Said.of(
                    "; %.0f min to reset, %.0f min over %s passes",
                    v.number("resetMinutes"), v.number("resetMinutes") * (passes - 1), passes)
                : "");
    aids.add(new Plan.Aid(beside("aid", i), i.label(), i.words(), has));
    data.add(
        new Plan.Datum(
            i.key(),
            i.label(),
            "Is it there, and was it tried? " + has + ".",
            Plan.Due.BEFORE_DAY));
  }

  /** The minutes a prop's reset takes beyond the usual fall on what is performed. */
  private void reset(OwnItem i) {
    Values v = i.numbers();
    double more = Math.max(0, v.number("resetMinutes") - SetClock.RESET) * (v.whole("passes") - 1);
    int takes =
        plates.stream()
            .filter(p -> p.kind() == Plan.PlateKind.PERFORMANCE)
            .mapToInt(Plan.Plate::takes)
            .sum();
    if (more > 0 && takes > 0) {
      plates.replaceAll(
          p -> p.kind() == Plan.PlateKind.PERFORMANCE ? p.taking(p.minutes() + more / takes) : p);
    }
  }

  /** Key of another thing that belongs to an item. */
  private static String beside(String group, OwnItem i) {
    return new ItemKey(group, ItemKey.of(i.key()).name()).toString();
  }

  /** Under the grade, over everything else. */
  private void layer(OwnItem i, String source, String blend) {
    int top = layers.size();
    while (top > 0 && layers.get(top - 1).key().equals(UseKeys.GRADE)) {
      top--;
    }
    layers.add(
        top,
        new Plan.Layer(
            beside("layer", i),
            "",
            i.label(),
            source,
            blend,
            "none",
            "",
            "",
            i.key(),
            List.of(
                new Plan.Span(
                    setting.firstFrame(), setting.lastFrame(), Plan.SpanKind.PRESENT, ""))));
  }

  private Plan build() {
    List<String> inSet = plates.stream().filter(Plan.Plate::inSet).map(Plan.Plate::key).toList();
    Plan.MatchSet set = base.matchSet();
    // Plates that must match, on a shot whose methods ask for no set: in everything.
    Set<MatchRule> rules =
        inSet.size() > 1 && set.rules().isEmpty() ? EnumSet.allOf(MatchRule.class) : set.rules();
    return new Plan(
        Plan.lettered(layers),
        List.copyOf(plates),
        new Plan.MatchSet(
            Collections.unmodifiableSet(rules), inSet, set.backgroundM(), set.across()),
        base.cameraBrief(),
        List.copyOf(elements),
        List.copyOf(aids),
        List.copyOf(tasks),
        List.copyOf(data),
        base.checks(),
        List.copyOf(cautions),
        base.sketch(),
        base.drawings(),
        tasks.stream().map(Plan.Task::hours).reduce(Estimate.NONE, Estimate::plus),
        base.setMinutes());
  }
}
