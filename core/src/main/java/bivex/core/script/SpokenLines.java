package bivex.core.script;

import java.time.Instant;
import java.util.List;

/**
 * The lines of a shot with the times somebody gave them.
 *
 * @param wordsPerMinute for lines without times
 * @param pause s between lines without times
 * @param keptBy who gave them
 */
public record SpokenLines(
    List<GuideTrack.Given> lines,
    double wordsPerMinute,
    double pause,
    String keptBy,
    Instant keptAt) {
  public SpokenLines {
    lines = List.copyOf(lines);
  }

  public GuideTrack track() {
    return GuideTrack.of(lines, wordsPerMinute, pause);
  }
}
