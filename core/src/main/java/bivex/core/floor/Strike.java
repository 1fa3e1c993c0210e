package bivex.core.floor;

import bivex.core.InvalidInput;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;

/** Strikes a set: all it still owes must be let go with a reason, and stays owed all the same. */
public final class Strike {
  private Strike() {}

  /**
   * Something the set still owes.
   *
   * @param shot id of its shot
   * @param code of the shot
   */
  public record Open(String shot, String code, String key, String label) {}

  /** Something that is let go, and why. */
  public record Waiver(String shot, String item, String reason) {
    private boolean of(Open open) {
      return open.shot().equals(shot) && open.key().equals(item);
    }
  }

  /**
   * The waiver that lets go each thing, in their order.
   *
   * @param open what was not let go before
   * @param let what is let go; of several for one thing the longest reason counts
   * @throws InvalidInput naming what is still owed, or the reason that is missing
   */
  public static List<Waiver> of(List<Open> open, List<Waiver> let) {
    List<Open> left = open.stream().filter(o -> let.stream().noneMatch(w -> w.of(o))).toList();
    if (!left.isEmpty()) {
      throw new InvalidInput(
          "waivers",
          "the set still owes "
              + left.stream()
                  .map(
                      o ->
                          o.label().replaceAll(" of setup \\d+$", "").toLowerCase(Locale.ROOT)
                              + " of "
                              + o.code())
                  .collect(Collectors.joining(", "))
              + "; shoot it, or say of each why it is let go");
    }
    List<Waiver> out = new ArrayList<>();
    for (Open o : open) {
      Waiver w =
          let.stream()
              .filter(x -> x.of(o))
              .max(Comparator.comparing(x -> x.reason() == null ? 0 : x.reason().length()))
              .orElseThrow();
      out.add(new Waiver(o.shot(), o.key(), InvalidInput.text("reason", w.reason())));
    }
    return out;
  }
}
