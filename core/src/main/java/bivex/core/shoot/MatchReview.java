package bivex.core.shoot;

import bivex.core.ItemKey;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;

/**
 * A match set as it was shot: which take is the reference, and what every other take has against
 * it. What a take has against it is worked out when it is asked for: of thousands of takes a list
 * asks of the picked ones only.
 */
public final class MatchReview {
  /** Nothing was shot. */
  public static final MatchReview NONE = new MatchReview(null, Map.of());

  private final Take reference;
  private final Map<String, Held> takes;

  /**
   * A take with all it is held to.
   *
   * @param reference of its set; null when its plate belongs to none
   */
  private record Held(Take take, Take reference, Terms set) {}

  /**
   * What a setup's takes are held to.
   *
   * @param begun the first take of the set in each setup
   */
  private record Terms(
      Asked asked,
      Map<String, Instant> begun,
      List<TouchEvent> touches,
      List<Measured> measured,
      MatchGuard.Optics optics) {}

  /**
   * What a shot's plan asks of its takes.
   *
   * @param inSet keys of the plates that must agree
   * @param rules of the set
   * @param plates what is asked of each plate, by its key
   */
  public record Asked(Set<String> inSet, Set<MatchRule> rules, Map<String, PlateTerms> plates) {
    private TakeCheck.Shot shot(Take t) {
      return new TakeCheck.Shot(
          t.camera(), t.seconds(), plates.getOrDefault(t.plate(), PlateTerms.NONE));
    }
  }

  private MatchReview(Take reference, Map<String, Held> takes) {
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

  /**
   * A logged touch of the camera.
   *
   * @param setup id of the setup it was touched in
   */
  public record TouchEvent(Touch kind, Instant at, String note, String setup) {}

  /**
   * The reference is the first picked take of the set, else the first that is not no good. A touch
   * puts every take after it in doubt that was not made before the reference; in a setup that the
   * reference is not of, before the first take there.
   *
   * @param takes of one shot, any order; of one setup, unless the set goes across setups
   * @param asked of them by the plan
   * @param measured the last word on a pair counts: one that agrees with the reference answers the
   *     touches before it, one that does not is in doubt whatever was logged
   */
  public static MatchReview of(
      List<Take> takes,
      Asked asked,
      List<TouchEvent> touches,
      List<Measured> measured,
      MatchGuard.Optics optics) {
    List<Take> usable =
        takes.stream()
            .filter(t -> t.call().usable())
            .sorted(Comparator.comparing(Take::at))
            .toList();
    Take ref =
        reference(
                usable.stream().filter(t -> asked.inSet().contains(t.plate())).toList(), Take::call)
            .orElse(null);
    Map<String, Instant> begun = new HashMap<>();
    usable.stream()
        .filter(t -> asked.inSet().contains(t.plate()))
        .forEach(t -> begun.putIfAbsent(t.setup(), t.at()));
    Terms set = new Terms(asked, begun, touches, measured, optics);
    Map<String, Held> held = new LinkedHashMap<>();
    usable.forEach(
        t -> held.put(t.id(), new Held(t, asked.inSet().contains(t.plate()) ? ref : null, set)));
    return new MatchReview(ref, held);
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

  /** The reference take, null when there is none yet. */
  public Take reference() {
    return reference;
  }

  /** Whether a take is the one the others are compared with. */
  public boolean isReference(String take) {
    return reference != null && reference.id().equals(take);
  }

  /** What a take has against it, what breaks first; empty when nothing. */
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

  /** Plates of which a picked take breaks nothing. */
  public Set<String> inHand(List<Take> takes) {
    return takes.stream()
        .filter(t -> t.call() == Take.Call.PICK && !breaks(t.id()))
        .map(Take::plate)
        .collect(Collectors.toSet());
  }

  private static List<MatchGuard.Finding> findings(Held h) {
    Take t = h.take;
    Take ref = h.reference;
    Asked asked = h.set.asked;
    List<MatchGuard.Finding> settings =
        TakeCheck.of(
            asked.shot(t),
            ref == null || t == ref ? null : asked.shot(ref),
            ref == null ? Set.of() : asked.rules(),
            h.set.optics);
    if (ref == null || t == ref) {
      return settings;
    }
    // What happened to the camera comes before what it was set to.
    List<MatchGuard.Finding> f = new ArrayList<>();
    Measured last = last(h);
    if (last != null && !last.agrees) {
      f.add(
          new MatchGuard.Finding(
              MatchGuard.Against.REFERENCE,
              "measured",
              "laid over the reference",
              "the same",
              "not the same",
              last.verdict,
              MatchGuard.Severity.BREAKS,
              last.remedy,
              "as measured"));
    }
    if (asked.rules().contains(MatchRule.HELD) && (last == null || !last.agrees)) {
      Instant since = ref.setup().equals(t.setup()) ? ref.at() : h.set.begun.get(t.setup());
      h.set.touches.stream()
          .filter(e -> e.setup().equals(t.setup()))
          .filter(e -> e.at().isAfter(since) && e.at().isBefore(t.at()))
          .forEach(e -> f.add(touched(e, t)));
    }
    f.addAll(settings);
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
        MatchGuard.Against.REFERENCE,
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
