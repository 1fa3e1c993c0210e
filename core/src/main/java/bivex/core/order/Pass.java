package bivex.core.order;

import bivex.core.InvalidInput;
import java.util.List;

/**
 * One plate to be shot on a day, all its takes together.
 *
 * @param id what the day knows it by
 * @param name as the crew says it, for the words of a wait
 * @param set match set it belongs to, never interrupted once begun; empty when it stands alone
 * @param setup place of the camera
 * @param worn who is in it and in what; empty for a clean plate
 * @param minutes it takes with its resets, more than 0 to 600
 * @param recordMinutes of that the camera records, 0 to {@code minutes}
 * @param after ids of passes that must be shot before it, since they are seen inside it
 * @param light when the light is right for it; null when it does not matter
 * @param last whether it closes its match set, as a clean plate does: same roll, nothing touched
 */
public record Pass(
    String id,
    String name,
    String set,
    String setup,
    List<Worn> worn,
    double minutes,
    double recordMinutes,
    List<String> after,
    Window light,
    boolean last) {
  /** A performer in a costume. */
  public record Worn(String performer, String costume) {
    public Worn {
      InvalidInput.title("performer", performer);
    }
  }

  /** Minutes after midnight, both within two days. */
  public record Window(double from, double to) {
    public Window {
      InvalidInput.within("from", from, 0, 2880);
      if (!(to > from && to <= 2880)) {
        throw new InvalidInput(
            "to", "must be later than " + TimeOfDay.label(from) + " and within the next day");
      }
    }
  }

  public Pass {
    InvalidInput.text("pass", id);
    InvalidInput.text("setup", setup);
    InvalidInput.within("minutes", minutes, 0.1, 600);
    InvalidInput.within("recorded minutes", recordMinutes, 0, minutes);
    worn = List.copyOf(worn);
    after = List.copyOf(after);
  }
}
