package bivex.core.method;

import bivex.core.InvalidInput;
import bivex.core.parameter.Values;
import bivex.core.plate.Zone;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.ServiceLoader;
import java.util.Set;
import java.util.stream.Stream;

/** All methods, and the plan of a shot that combines some of them. */
public final class MethodBook {
  private static final List<Method> METHODS =
      ServiceLoader.load(Method.class, MethodBook.class.getClassLoader()).stream()
          .map(ServiceLoader.Provider::get)
          .sorted(
              Comparator.comparing(Method::chapter)
                  .thenComparing(m -> m.id().length())
                  .thenComparing(Method::id))
          .toList();

  private MethodBook() {}

  /** Every method, by chapter and number. */
  public static List<Method> all() {
    return METHODS;
  }

  /** One method; refused when there is none of that id. */
  public static Method find(String id) {
    return METHODS.stream()
        .filter(m -> m.id().equals(id))
        .findFirst()
        .orElseThrow(
            () -> new InvalidInput("method", "there is no method \"" + id + "\" in the book"));
  }

  /**
   * A method that suits some words of a script.
   *
   * @param found the cues that were found, the reason for the suggestion
   */
  public record Suggestion(Method method, List<String> found) {}

  /**
   * Methods whose cues are in some words, those with most cues first, and after them their
   * neighbours in the chapter to compare with. Empty when no cue is found at all.
   */
  public static List<Suggestion> suitable(String words, int most) {
    return suitable(words, most, List.of());
  }

  /** The same with methods of the house, which come first among those that suit alike. */
  public static List<Suggestion> suitable(String words, int most, List<HouseMethod> house) {
    Set<String> have = new HashSet<>(List.of(words.toLowerCase(Locale.ROOT).split("[^\\p{L}']+")));
    List<Suggestion> found =
        Stream.<Method>concat(house.stream(), METHODS.stream())
            .map(
                m ->
                    new Suggestion(
                        m,
                        m.cues().stream()
                            .filter(
                                c ->
                                    Stream.of(c.split(" "))
                                        .allMatch(
                                            part ->
                                                have.stream().anyMatch(h -> h.startsWith(part))))
                            .toList()))
            .filter(s -> !s.found().isEmpty())
            .sorted(
                Comparator.comparingInt(
                        (Suggestion s) ->
                            s.found().stream().mapToInt(c -> c.split(" ").length).sum())
                    .reversed())
            .limit(most)
            .toList();
    if (found.isEmpty()) {
      return found;
    }
    Method first = found.get(0).method();
    Stream<Suggestion> others =
        METHODS.stream()
            .filter(
                m ->
                    m.chapter() == first.chapter()
                        && found.stream().noneMatch(s -> s.method() == m))
            .sorted(
                Comparator.comparingInt(m -> Math.abs(METHODS.indexOf(m) - METHODS.indexOf(first))))
            .map(m -> new Suggestion(m, List.of()));
    return Stream.concat(found.stream(), others).limit(most).toList();
  }

  /**
   * Works out a shot. An empty list of choices gives an empty plan; a method may be chosen more
   * than once.
   *
   * @throws InvalidInput naming the parameter of the method that is wrong
   */
  public static Plan derive(ShotSetting setting, List<MethodChoice> choices) {
    return derive(setting, choices, true);
  }

  /** The same; without its schematic picture and drawings it costs a list of shots far less. */
  public static Plan derive(ShotSetting setting, List<MethodChoice> choices, boolean pictures) {
    Derivation plan = new Derivation(setting, pictures);
    for (MethodChoice choice : MethodChoice.numbered(choices)) {
      Method m = choice.chosen();
      plan.begin(m, choice);
      m.derive(plan, Values.of(m.parameters(), choice.values()));
    }
    return plan.build();
  }

  /**
   * The zones a method is planned with, its usual ones where none were entered; null when it has
   * none.
   */
  public static List<Zone> zones(MethodChoice choice) {
    Method m = choice.chosen();
    return m.parameters().stream().noneMatch(p -> p.key().equals("zones"))
        ? null
        : Values.of(m.parameters(), choice.values()).zones("zones");
  }

  /**
   * The same methods with the zones of one part as they were measured, in place of what was planned
   * for it; those of other parts stay.
   *
   * @param part from 1
   * @param measured of that part; those from the end of the cut on are left out
   * @param cutFrames length of the cut
   * @throws InvalidInput naming {@code shot} when no method splits the frame into parts, {@code
   *     zones} when nothing measured lies in the cut
   */
  public static List<MethodChoice> measured(
      List<MethodChoice> methods, int part, List<Zone> measured, int cutFrames) {
    List<Zone> within = measured.stream().filter(z -> z.frame() < cutFrames).toList();
    if (within.isEmpty()) {
      throw new InvalidInput(
          "zones", "nobody was found within the " + cutFrames + " frames of the cut");
    }
    List<MethodChoice> out = new ArrayList<>(methods);
    for (int i = 0; i < out.size(); i++) {
      MethodChoice m = out.get(i);
      List<Zone> planned = zones(m);
      if (planned != null) {
        List<Zone> all = new ArrayList<>(planned.stream().filter(z -> z.part() != part).toList());
        all.addAll(within);
        Map<String, Object> values = new LinkedHashMap<>(m.values());
        values.put("zones", all);
        out.set(i, m.with(values));
        return List.copyOf(out);
      }
    }
    throw new InvalidInput("shot", "is not planned by a method that splits the frame into parts");
  }
}
