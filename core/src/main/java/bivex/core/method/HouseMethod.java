package bivex.core.method;

import bivex.core.InvalidInput;
import bivex.core.Said;
import bivex.core.effort.TaskKind;
import bivex.core.parameter.Parameter;
import bivex.core.parameter.Values;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * A method that a house has made for itself: methods of the book with its own usual numbers, things
 * they do not know, and what of them is otherwise. Its checks are those of the book's methods,
 * reckoned anew for each shot; of its own things it only knows how much there is of them.
 *
 * <p>It never changes: who wants it otherwise makes another. A shot keeps what it was planned with.
 *
 * @param id "H" and six small letters or digits
 * @param name what it is called
 * @param rightWhen when it is the right choice
 * @param words that suggest it, in small letters, as the book's methods have them
 * @param uses methods of the book, in the order they are laid over one another
 * @param items things of its own
 * @param changes what of its methods' plans is otherwise
 */
public record HouseMethod(
    String id,
    String name,
    String rightWhen,
    List<String> words,
    List<HouseUse> uses,
    List<HouseItem> items,
    List<HouseChange> changes)
    implements Method {
  /** So many words may suggest one. */
  private static final int MOST_WORDS = 50;

  /** Seconds a plate may differ from the shot's length and still be meant as long as the shot. */
  private static final double AS_LONG = 0.5;

  /** What an amount follows. */
  public enum Per {
    /** It is what it is, however long the shot. */
    SHOT(""),
    /** So much for each frame of the cut. */
    FRAME("a frame of the cut"),
    /** So much for each second of the cut with its handles. */
    SECOND("a second of the cut with handles");

    private final String words;

    Per(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }
  }

  /**
   * A method of the book as it is used here.
   *
   * @param use which use of it, from 1
   * @param label what this use is for; may be empty
   * @param values that differ from the book's
   */
  public record HouseUse(String method, int use, String label, Map<String, Object> values) {
    public HouseUse {
      InvalidInput.within("use", (long) use, 1, 10_000);
      label = label == null ? "" : label.strip();
      values = values == null ? Map.of() : Collections.unmodifiableMap(new LinkedHashMap<>(values));
    }
  }

  /**
   * A thing of its own.
   *
   * @param id within the method: small letters, digits and hyphens
   * @param words what is wanted, asked, or could happen
   * @param values of the kind's parameters that differ from their defaults; an amount that follows
   *     the shot is what falls on one frame or second of it
   */
  public record HouseItem(
      String id,
      OwnItem.Kind kind,
      String label,
      String words,
      Map<String, Object> values,
      Per per) {
    public HouseItem {
      words = words == null ? "" : words;
      values = values == null ? Map.of() : Collections.unmodifiableMap(new LinkedHashMap<>(values));
      per = per == null ? Per.SHOT : per;
    }

    /** The parameter its amount is kept in; null where it has none. */
    private String amount() {
      return kind == OwnItem.Kind.TASK ? "units" : kind == OwnItem.Kind.PLATE ? "seconds" : null;
    }

    /** The parameter of the method that asks for its amount. */
    private String key() {
      return "amount-" + id;
    }

    private double usual() {
      Object said = values.get(amount());
      return said instanceof Number n ? n.doubleValue() : fallback();
    }

    private double fallback() {
      return kind.parameters().stream()
          .filter(p -> p.key().equals(amount()))
          .mapToDouble(p -> ((Number) p.fallback()).doubleValue())
          .findFirst()
          .orElseThrow();
    }

    private OwnItem on(UseKeys keys, Map<String, Object> with) {
      OwnItem bare =
          new OwnItem(keys.method() + "/" + id, kind, label, words, with, "", "", Instant.EPOCH);
      return bare.called(keys.called(bare.key(), label));
    }

    /** Itself for a shot; nothing where its amount is none. */
    private Stream<OwnItem> on(ShotSetting s, UseKeys keys, Values v) {
      if (amount() == null) {
        return Stream.of(on(keys, values));
      }
      double much =
          v.number(key())
              * switch (per) {
                case SHOT -> 1;
                case FRAME -> s.cutFrames();
                case SECOND -> s.seconds();
              };
      if (much <= 0) {
        return Stream.of();
      }
      Map<String, Object> with = new LinkedHashMap<>(values);
      with.put(amount(), Math.max(0.1, much));
      return Stream.of(on(keys, with));
    }
  }

  /**
   * What of its methods' plans is otherwise.
   *
   * @param item key as the methods derive it
   * @param out whether it is taken out
   * @param values that differ; empty when it is taken out
   */
  public record HouseChange(String item, boolean out, Map<String, Object> values, String reason) {
    public HouseChange {
      values = values == null ? Map.of() : Collections.unmodifiableMap(new LinkedHashMap<>(values));
    }

    private PlanChange on(String key) {
      return new PlanChange(key, out, values, reason, "", null);
    }
  }

  /** A method of the book as it is derived for one use of this one. */
  private record Part(Method method, Values values, String base, UseKeys keys) {}

  public HouseMethod {
    words = words == null ? List.of() : List.copyOf(words);
    uses = uses == null ? List.of() : List.copyOf(uses);
    items = items == null ? List.of() : List.copyOf(items);
    changes = changes == null ? List.of() : List.copyOf(changes);
  }

  /**
   * Keeps the plan of a shot as a method.
   *
   * @param methods it is planned with
   * @param own things it owes beside
   * @param changed what of its plan is otherwise
   * @throws InvalidInput naming what is missing or wrong, {@code methods} when the shot has a
   *     method of the house itself
   */
  public static HouseMethod of(
      String id,
      String name,
      String rightWhen,
      List<String> words,
      ShotSetting setting,
      List<MethodChoice> methods,
      List<OwnItem> own,
      List<PlanChange> changed) {
    if (methods.stream().anyMatch(c -> c.house() != null)) {
      throw new InvalidInput(
          "methods", "are of the house already; keep a plan made from methods of the book");
    }
    List<HouseItem> items = new ArrayList<>();
    for (OwnItem i : own) {
      items.add(item(String.valueOf(items.size() + 1), i, setting));
    }
    return new HouseMethod(
            id,
            name,
            rightWhen,
            words,
            MethodChoice.numbered(methods).stream()
                .map(c -> new HouseUse(c.method(), c.use(), c.label(), c.values()))
                .toList(),
            items,
            changed.stream()
                .map(c -> new HouseChange(c.item(), c.out(), c.values(), c.reason()))
                .toList())
        .checked();
  }

  /** Work counted by frames follows the cut, as does a plate that is as long as the shot. */
  private static HouseItem item(String id, OwnItem i, ShotSetting s) {
    Values v = i.numbers();
    Map<String, Object> values = new LinkedHashMap<>(i.values());
    Per per = Per.SHOT;
    if (i.kind() == OwnItem.Kind.TASK
        && v.number("hours") == 0
        && TaskKind.of(v.word("task")).driver().equals("frame")) {
      per = Per.FRAME;
      values.put("units", v.number("units") / s.cutFrames());
    } else if (i.kind() == OwnItem.Kind.PLATE
        && Math.abs(v.number("seconds") - s.seconds()) < AS_LONG) {
      per = Per.SECOND;
      values.put("seconds", v.number("seconds") / s.seconds());
    }
    return new HouseItem(id, i.kind(), i.label(), i.words(), values, per);
  }

  /**
   * Itself, stripped, if it can be used. Whether its numbers suit a shot, that shot says.
   *
   * @throws InvalidInput naming what is wrong
   */
  public HouseMethod checked() {
    if (id == null || !id.matches("H[a-z0-9]{6}")) {
      throw new InvalidInput("id", "must be H and six small letters or digits");
    }
    if (uses.isEmpty() && items.isEmpty()) {
      throw new InvalidInput("methods", "and things of its own are both missing");
    }
    if (words.size() > MOST_WORDS) {
      throw new InvalidInput("words", "are at most " + MOST_WORDS);
    }
    List<String> said =
        words.stream()
            .map(w -> InvalidInput.title("words", w).toLowerCase(Locale.ROOT))
            .distinct()
            .toList();
    Set<String> ids = new HashSet<>();
    for (HouseItem i : items) {
      if (i.id == null || !i.id.matches("[a-z0-9-]{1,36}") || !ids.add(i.id)) {
        throw new InvalidInput("items", "need ids of their own, of small letters and digits");
      }
      if (i.kind == null) {
        throw new InvalidInput("kind", "is missing for \"" + i.label + "\"");
      }
      InvalidInput.title("label", i.label);
      Map<String, Object> plain = new LinkedHashMap<>(i.values);
      if (i.per != Per.SHOT) {
        if (i.amount() == null) {
          throw new InvalidInput("per", "means nothing for \"" + i.label + "\"");
        }
        if (!(plain.remove(i.amount()) instanceof Number n) || !(n.doubleValue() >= 0)) {
          throw new InvalidInput(i.amount(), "must be a number, 0 or more, of \"" + i.label + "\"");
        }
      }
      new OwnItem("checked", i.kind, i.label, i.words, plain, "", "", null).checked();
    }
    if (items.size() > OwnItem.MOST) {
      throw new InvalidInput("items", "are at most " + OwnItem.MOST);
    }
    MethodChoice.numbered(
        uses.stream()
            .map(u -> new MethodChoice(u.method, u.use, u.label, u.values, "", List.of(), null))
            .toList());
    uses.forEach(u -> Values.of(MethodBook.find(u.method).parameters(), u.values));
    changes.forEach(c -> c.on(c.item));
    return new HouseMethod(
        id,
        InvalidInput.title("name", name),
        InvalidInput.text("rightWhen", rightWhen),
        said,
        uses,
        items,
        changes);
  }

  /** The same under another id. */
  public HouseMethod as(String other) {
    return new HouseMethod(other, name, rightWhen, words, uses, items, changes);
  }

  @Override
  public Chapter chapter() {
    return Chapter.HOUSE;
  }

  /** What it is made of. */
  @Override
  public String summary() {
    String methods =
        uses.stream()
            .map(u -> MethodBook.find(u.method).name() + (u.label.isEmpty() ? "" : ", " + u.label))
            .collect(Collectors.joining("; "));
    String own = items.stream().map(HouseItem::label).collect(Collectors.joining("; "));
    return Stream.of(
            methods.isEmpty() ? "" : Said.of("Made of: %s", methods),
            own.isEmpty() ? "" : Said.of("of its own: %s", own),
            changes.isEmpty()
                ? ""
                : changes.size() == 1
                    ? "one thing otherwise than derived"
                    : Said.of("%s things otherwise than derived", changes.size()))
        .filter(s -> !s.isEmpty())
        .collect(Collectors.joining(" · "));
  }

  @Override
  public List<String> cues() {
    return words;
  }

  @Override
  public boolean shoots() {
    return uses.stream().anyMatch(u -> MethodBook.find(u.method).shoots())
        || items.stream().anyMatch(i -> i.kind == OwnItem.Kind.PLATE);
  }

  /**
   * The numbers of its methods with its own as defaults, then the amounts of its things. What two
   * of its methods ask by one name and start alike is asked once.
   */
  @Override
  public List<Parameter> parameters() {
    Map<String, Parameter> out = new LinkedHashMap<>();
    for (int i = 0; i < uses.size(); i++) {
      for (Parameter p : own(uses.get(i))) {
        Parameter had = out.get(p.key());
        if (had == null) {
          out.put(p.key(), p);
        } else if (!had.alike(p)) {
          Parameter apart = p.named(apart(i, p.key()), name(uses.get(i)) + ": " + p.label());
          out.put(apart.key(), apart);
        }
      }
    }
    for (HouseItem i : items) {
      if (i.amount() != null) {
        String unit =
            i.kind == OwnItem.Kind.PLATE
                ? i.per == Per.SECOND ? "× the shot's length" : "s"
                : TaskKind.of(
                        Values.of(
                                i.kind.parameters(),
                                i.values.containsKey("task")
                                    ? Map.of("task", i.values.get("task"))
                                    : Map.of())
                            .word("task"))
                    .driver();
        out.put(
            i.key(),
            Parameter.number(
                i.key(),
                i.label,
                i.kind == OwnItem.Kind.PLATE ? unit : (unit + " " + i.per.words()).strip(),
                0,
                100_000,
                i.usual(),
                "as it was kept; 0 leaves it out"));
      }
    }
    return List.copyOf(out.values());
  }

  private static String name(HouseUse u) {
    return u.label.isEmpty() ? MethodBook.find(u.method).name() : u.label;
  }

  private static String apart(int use, String key) {
    return "use" + (use + 1) + "-" + key;
  }

  /** Parameters of a method of the book, starting at this method's numbers. */
  private static List<Parameter> own(HouseUse u) {
    List<Parameter> all = MethodBook.find(u.method).parameters();
    Values usual = Values.of(all, u.values);
    return all.stream()
        .map(
            p ->
                u.values.containsKey(p.key())
                    ? p.startingAt(usual.all().get(p.key()), "as it was kept")
                    : p)
        .toList();
  }

  @Override
  public Map<String, Object> inputs(ShotSetting s, Values v) {
    Map<String, Object> out = new HashMap<>();
    parts(v, new UseKeys(new MethodChoice(this)))
        .forEach(p -> p.method.inputs(s, p.values).forEach(out::putIfAbsent));
    return out;
  }

  /** Its methods with the values of one use of it. */
  private List<Part> parts(Values v, UseKeys keys) {
    List<Part> out = new ArrayList<>();
    for (int i = 0; i < uses.size(); i++) {
      HouseUse u = uses.get(i);
      Method m = MethodBook.find(u.method);
      Map<String, Object> values = new LinkedHashMap<>();
      for (Parameter p : m.parameters()) {
        Object apart = v.all().get(apart(i, p.key()));
        values.put(p.key(), apart != null ? apart : v.all().get(p.key()));
      }
      String base = u.use == 1 ? u.method : u.method + "." + u.use;
      out.add(new Part(m, Values.of(m.parameters(), values), base, keys.within(base, u.label)));
    }
    return out;
  }

  @Override
  public void derive(Derivation plan, Values values) {
    UseKeys whole = plan.keys();
    List<Part> parts = parts(values, whole);
    for (Part p : parts) {
      plan.within(p.keys);
      p.method.derive(plan, p.values);
    }
    plan.within(whole);
    plan.beside(items.stream().flatMap(i -> i.on(plan.setting(), whole, values)).toList());
    for (HouseChange c : changes) {
      // Under which of its keys the thing is found is known when all is derived.
      plan.otherwise(
          Stream.concat(parts.stream().map(p -> p.keys.moved(c.item, p.base)), Stream.of(c.item))
              .distinct()
              .map(c::on)
              .toList());
    }
  }
}
