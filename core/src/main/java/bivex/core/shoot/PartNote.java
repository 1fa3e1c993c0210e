package bivex.core.shoot;

import bivex.core.InvalidInput;
import java.util.List;
import java.util.function.UnaryOperator;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/**
 * What must be the same again when another part is shot against this one.
 *
 * @param part from 1
 * @param eyeline where it looks: height and direction
 * @param zone part of the frame it keeps to
 * @param wardrobe what it wears
 */
public record PartNote(int part, String eyeline, String zone, String wardrobe) {
  /** Parts a double may have. */
  public static final int MOST = 12;

  public PartNote {
    InvalidInput.within("part", (long) part, 1, MOST);
    eyeline = eyeline == null ? "" : eyeline.strip();
    zone = zone == null ? "" : zone.strip();
    wardrobe = wardrobe == null ? "" : wardrobe.strip();
  }

  /** Heads of the columns of a list that has this many parts: each with its three things. */
  public static List<String> columns(int parts) {
    return IntStream.rangeClosed(1, parts)
        .boxed()
        .flatMap(p -> Stream.of("eyeline " + p, "zone " + p, "wardrobe " + p))
        .toList();
  }

  /** The cells under {@link #columns}. */
  public static List<String> listed(List<PartNote> notes, int parts) {
    return IntStream.rangeClosed(1, parts)
        .mapToObj(
            p ->
                notes.stream()
                    .filter(n -> n.part() == p)
                    .findFirst()
                    .orElse(new PartNote(p, "", "", "")))
        .flatMap(n -> Stream.of(n.eyeline, n.zone, n.wardrobe))
        .toList();
  }

  /**
   * The parts of a row of such a list; one of which nothing is told is left out.
   *
   * @param cell under a head; empty where there is none
   */
  public static List<PartNote> read(UnaryOperator<String> cell) {
    return IntStream.rangeClosed(1, MOST)
        .mapToObj(
            p ->
                new PartNote(
                    p,
                    cell.apply("eyeline " + p),
                    cell.apply("zone " + p),
                    cell.apply("wardrobe " + p)))
        .filter(n -> !(n.eyeline + n.zone + n.wardrobe).isEmpty())
        .toList();
  }
}
