package bivex.core.cue;

import java.util.List;

/**
 * What is proposed of a script.
 *
 * @param shown cues that are sure enough to be shown, in the order of the script
 * @param steps how many it would be from elsewhere
 */
public record CueProposals(List<Cue> shown, List<Step> steps) {
  /** Where to show from. */
  private static final List<Double> FROM = List.of(0.2, 0.28, 0.35, 0.42, 0.5, 0.65);

  public record Step(double from, int cues) {}

  /**
   * @param open cues of what is not marked or waved away
   * @param from confidence from which they are shown
   */
  public static CueProposals of(List<Cue> open, double from) {
    return new CueProposals(
        open.stream().filter(c -> c.confidence() >= from).toList(),
        FROM.stream()
            .map(f -> new Step(f, (int) open.stream().filter(c -> c.confidence() >= f).count()))
            .toList());
  }
}
