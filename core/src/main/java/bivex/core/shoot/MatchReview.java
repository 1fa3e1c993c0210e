package bivex.core.shoot;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * A match set as it was shot: which take is the reference, and what every other take has against
 * it.
 *
 * @param reference id of the reference take, null when there is none yet
 * @param findings per take id; only takes with findings are in it
 */
public record MatchReview(String reference, Map<String, List<MatchGuard.Finding>> findings) {
  /**
   * The clean plate's key: shot again after a touch, it is the answer to it, and has only to be
   * compared.
   */
  private static final String CLEAN = "plate:clean";

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
    List<Take> set =
        takes.stream()
            .filter(t -> inSet.contains(t.plate()) && t.call().usable())
            .sorted(Comparator.comparing(Take::at))
            .toList();
    Take ref =
        set.stream()
            .filter(t -> t.call() == Take.Call.PICK)
            .findFirst()
            .orElse(set.isEmpty() ? null : set.get(0));
    Map<String, List<MatchGuard.Finding>> out = new LinkedHashMap<>();
    for (Take t : set) {
      List<MatchGuard.Finding> f =
          new ArrayList<>(
              t == ref
                  ? MatchGuard.alone(t.camera(), rules)
                  : MatchGuard.compare(ref.camera(), t.camera(), rules, optics));
      Measured last =
          t == ref
              ? null
              : measured.stream()
                  .filter(
                      m ->
                          m.second.equals(t.id()) && m.first.equals(ref.id())
                              || m.first.equals(t.id()) && m.second.equals(ref.id()))
                  .max(Comparator.comparing(Measured::at))
                  .orElse(null);
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
      if (t != ref && rules.contains(MatchRule.HELD) && (last == null || !last.agrees)) {
        touches.stream()
            .filter(e -> e.at().isAfter(ref.at()) && e.at().isBefore(t.at()))
            .forEach(
                e ->
                    f.add(
                        new MatchGuard.Finding(
                            "held",
                            "camera touched",
                            "not touched",
                            e.kind().words()
                                + (e.note() == null || e.note().isBlank() ? "" : ": " + e.note()),
                            "the plates may not line up; lay a fresh still over the first",
                            MatchGuard.Severity.BREAKS,
                            t.plate().equals(CLEAN)
                                ? "lay it over the first plate; say so if it agrees, else shoot the"
                                    + " set again from here"
                                : e.kind().remedy())));
      }
      if (!f.isEmpty()) {
        out.put(t.id(), List.copyOf(f));
      }
    }
    return new MatchReview(ref == null ? null : ref.id(), out);
  }

  /** Whether a take cannot be matched as it is. */
  public boolean breaks(String takeId) {
    return findings.getOrDefault(takeId, List.of()).stream()
        .anyMatch(f -> f.severity() == MatchGuard.Severity.BREAKS);
  }
}
