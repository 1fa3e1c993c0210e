package bivex.core.shoot;

import bivex.core.ItemKey;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;

/**
 * A match set as it was shot: which take is the reference, and what every other take has against
 * it. What a take has against it is worked out when it is asked for: of thousands of takes a list
 * asks of the picked ones only.
 */
public final class MatchReview {
  /** Nothing was shot. */
  public static final MatchReview NONE = new MatchReview(null, Map.of());

  private final String reference;
  private final Map<String, Held> takes;

  /** A take of a set, with all it is held to. */
  private record Held(Take take, Take reference, Terms set) {}

  /** What a setup's takes are held to. */
  private record Terms(
      Set<MatchRule> rules,
      List<TouchEvent> touches,
      List<Measured> measured,
      MatchGuard.Optics optics) {}

  private MatchReview(String reference, Map<String, Held> takes) {
    this.reference = reference;
    this.takes = takes;
  }

  /**
   * Two takes laid over each other and measured, kept as evidence.
   *
   * @param first id of a take, mostly the reference
   * @param second id of the take held against it
   * @param agrees whether everything measured is within its limits
   * @param verdict what was found
   * @param remedy what to do; empty when they agree
   */
  public record Measured(
      String first, String second, boolean agrees, String verdict, String remedy, Instant at) {}

  /** A logged touch of the camera. */
  public record TouchEvent(Touch kind, Instant at, String note) {}

  /**
   * The reference is the first picked take of the set, else the first that is not no good. A touch
   * puts every take after it in doubt that was not made before the reference.
   *
   * @param takes of one shot in one setup, any order
   * @param inSet keys of the plates that must agree
   * @param measured the last word on a pair counts: one that agrees with the reference answers the
   *     touches before it, one that does not is in doubt whatever was logged
   */
  public static MatchReview of(
      List<Take> takes,
      Set<String> inSet,
      Set<MatchRule> rules,
      List<TouchEvent> touches,
      List<Measured> measured,
      MatchGuard.Optics optics) {
    List<Take> usable =
        takes.stream()
            .filter(t -> inSet.contains(t.plate()) && t.call().usable())
            .sorted(Comparator.comparing(Take::at))
            .toList();
    Take ref = reference(usable, Take::call).orElse(null);
    Terms set = new Terms(rules, touches, measured, optics);
    Map<String, Held> held = new LinkedHashMap<>();
    usable.forEach(t -> held.put(t.id(), new Held(t, ref, set)));
    return new MatchReview(ref == null ? null : ref.id(), held);
  }

  /**
   * The take others are compared with: the first that is picked, else the first.
   *
   * @param usable takes of a set that are not no good, in the order they were made
   */
  public static <T> Optional<T> reference(List<T> usable, Function<T, Take.Call> call) {
    return usable.stream()
        .filter(t -> call.apply(t) == Take.Call.PICK)
        .findFirst()
        .or(() -> usable.stream().findFirst());
  }

  /** The takes of both; the reference is the other's when it has one. */
  public MatchReview and(MatchReview other) {
    Map<String, Held> all = new LinkedHashMap<>(takes);
    all.putAll(other.takes);
    return new MatchReview(other.reference == null ? reference : other.reference, all);
  }

  /** Id of the reference take, null when there is none yet. */
  public String reference() {
    return reference;
  }

  /** What a take has against it; empty when nothing, or when it is of no match set. */
  public List<MatchGuard.Finding> of(String take) {
    Held h = takes.get(take);
    return h == null ? List.of() : findings(h);
  }

  /** Takes that have something against them, by id, with what it is. */
  public Map<String, List<MatchGuard.Finding>> findings() {
    Map<String, List<MatchGuard.Finding>> out = new LinkedHashMap<>();
    for (String id : takes.keySet()) {
      List<MatchGuard.Finding> f = of(id);
      if (!f.isEmpty()) {
        out.put(id, f);
      }
    }
    return out;
  }

  /** Whether a take cannot be matched as it is. */
  public boolean breaks(String take) {
    return of(take).stream().anyMatch(f -> f.severity() == MatchGuard.Severity.BREAKS);
  }

  private static List<MatchGuard.Finding> findings(Held h) {
    Take t = h.take;
    Take ref = h.reference;
    List<MatchGuard.Finding> f =
        new ArrayList<>(
            t == ref
                ? MatchGuard.alone(t.camera(), h.set.rules)
                : MatchGuard.compare(ref.camera(), t.camera(), h.set.rules, h.set.optics));
    Measured last = t == ref ? null : last(h);
    if (last != null && !last.agrees) {
      f.add(
          0,
          new MatchGuard.Finding(
              "measured",
              "laid over the reference",
              "the same",
              "not the same",
              last.verdict,
              MatchGuard.Severity.BREAKS,
              last.remedy,
              "as measured"));
    }
    if (t != ref && h.set.rules.contains(MatchRule.HELD) && (last == null || !last.agrees)) {
      h.set.touches.stream()
          .filter(e -> e.at().isAfter(ref.at()) && e.at().isBefore(t.at()))
          .forEach(e -> f.add(touched(e, t)));
    }
    return List.copyOf(f);
  }

  private static Measured last(Held h) {
    String take = h.take.id();
    String ref = h.reference.id();
    return h.set.measured.stream()
        .filter(
            m ->
                m.second.equals(take) && m.first.equals(ref)
                    || m.first.equals(take) && m.second.equals(ref))
        .max(Comparator.comparing(Measured::at))
        .orElse(null);
  }

  /**
   * The clean plate, shot again after a touch, is the answer to it, and has only to be compared.
   */
  private static MatchGuard.Finding touched(TouchEvent e, Take t) {
    return new MatchGuard.Finding(
        "held",
        "camera touched",
        "not touched",
        e.kind().words() + (e.note() == null || e.note().isBlank() ? "" : ": " + e.note()),
        "the plates may not line up; lay a fresh still over the first",
        MatchGuard.Severity.BREAKS,
        ItemKey.CLEAN.is(t.plate())
            ? "lay it over the first plate; say so if it agrees, else shoot the set again from here"
            : e.kind().remedy());
  }
}
