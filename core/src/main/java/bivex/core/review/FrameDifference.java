package bivex.core.review;

import bivex.core.Said;
import bivex.core.picture.Picture;
import bivex.core.review.PictureCheck.Change;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * How two pictures of one frame differ: where most, and what is less than the coding of their files
 * changes.
 *
 * @param most the part that differs most; null where none differs by more than the coding
 * @param parts how many parts differ
 * @param words all of it, in a sentence
 */
public record FrameDifference(Change most, int parts, String words) {
  /**
   * @param frame number of it
   */
  public static FrameDifference of(Picture now, Picture other, int frame) {
    if (now.width() != other.width() || now.height() != other.height()) {
      return new FrameDifference(
          null, 0, "The two are of different shapes: how they differ cannot be told.");
    }
    ChangeFinder finder =
        new ChangeFinder(List.of(FrameGrid.Apart.of(now, other)), frame, FrameGrid.of(now).rows());
    List<Change> all = finder.found();
    Optional<Change> most = all.stream().max(Comparator.comparing(Change::most));
    return new FrameDifference(
        most.orElse(null),
        all.size(),
        most.map(
                m ->
                    Said.of(
                        "It differs most here: %s, %s%s.",
                        m.where(),
                        m.much(),
                        all.size() == 1 ? "" : "; it differs in " + all.size() + " parts"))
            .orElse(
                Said.of(
                    "Nothing on this frame differs by more than the coding of the two files may"
                        + " change (%.1f%% of the range).",
                    100 * finder.limit())));
  }
}
