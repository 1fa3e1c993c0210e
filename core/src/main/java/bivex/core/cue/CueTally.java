package bivex.core.cue;

import java.util.List;

/**
 * How often the finder was right on a script, by what was said of it.
 *
 * @param taken cues that were marked
 * @param changed of these, those marked with another method than the first it named
 * @param away cues that were waved away
 * @param marks marks the script has
 * @param found of these, those a shown cue lies over
 */
public record CueTally(int taken, int changed, int away, int marks, int found) {
  /**
   * @param marks where marks begin, and end
   * @param cues of the script, marked or not
   * @param from confidence from which a cue is shown
   */
  public static CueTally of(
      List<CueLearning.Answer> answers, List<int[]> marks, List<Cue> cues, double from) {
    List<Cue> shown = cues.stream().filter(c -> c.confidence() >= from).toList();
    int taken = (int) answers.stream().filter(CueLearning.Answer::taken).count();
    return new CueTally(
        taken,
        (int) answers.stream().filter(CueLearning.Answer::changed).count(),
        answers.size() - taken,
        marks.size(),
        (int)
            marks.stream()
                .filter(m -> shown.stream().anyMatch(c -> c.overlaps(m[0], m[1])))
                .count());
  }

  /** In words. */
  public String said() {
    StringBuilder out = new StringBuilder();
    int answered = taken + away;
    out.append(
        answered == 0
            ? "No cue has been answered yet."
            : "Of "
                + answered
                + " answered, "
                + taken
                + (taken == 1 ? " was a moment and " : " were moments and ")
                + away
                + (away == 1 ? " was not." : " were not."));
    if (changed > 0) {
      out.append(" ")
          .append(changed)
          .append(changed == 1 ? " was" : " were")
          .append(" made another way than proposed.");
    }
    if (marks > 0) {
      out.append(" Of the ")
          .append(marks)
          .append(marks == 1 ? " mark" : " marks")
          .append(" in the script ")
          .append(found)
          .append(found == 1 ? " has" : " have")
          .append(" a cue shown over ")
          .append(marks == 1 ? "it." : "them.");
    }
    return out.toString();
  }
}
