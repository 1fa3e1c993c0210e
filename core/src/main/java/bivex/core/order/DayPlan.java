package bivex.core.order;

import bivex.core.InvalidInput;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * A shooting day and all that has to go into it (S26).
 *
 * @param call minutes after midnight
 * @param wrap minutes after midnight; may be after midnight
 * @param people hours of those who have any; others are there all day
 * @param rates what a change costs
 * @param passes to be shot
 * @param pins place in the order (from 0) that a pass must have, by its id
 */
public record DayPlan(
    double call,
    double wrap,
    Map<String, Pass.Window> people,
    Rates rates,
    List<Pass> passes,
    Map<String, Integer> pins) {
  /** Most passes a day can hold. */
  public static final int MOST = 200;

  /**
   * Minutes a change takes, and what keeps the camera running. Planning defaults of the project;
   * common practice, no source.
   *
   * @param setupMinutes to move the camera and light it, 0 to 240
   * @param costumeMinutes to change costume and make-up, 0 to 240
   * @param mediaMinutes to change battery or card, 0 to 60
   * @param batteryMinutes of camera on, more than 0
   * @param cardMinutes of recording, more than 0
   * @param nuisance minutes a change is worth beside the time it takes, since every change is a
   *     chance for a mistake, 0 to 60
   */
  public record Rates(
      double setupMinutes,
      double costumeMinutes,
      double mediaMinutes,
      double batteryMinutes,
      double cardMinutes,
      double nuisance) {
    public static final Rates USUAL = new Rates(20, 15, 4, 90, 80, 8);

    public Rates {
      InvalidInput.within("setup minutes", setupMinutes, 0, 240);
      InvalidInput.within("costume minutes", costumeMinutes, 0, 240);
      InvalidInput.within("battery change", mediaMinutes, 0, 60);
      InvalidInput.within("battery minutes", batteryMinutes, 1, 10_000);
      InvalidInput.within("card minutes", cardMinutes, 1, 10_000);
      InvalidInput.within("nuisance", nuisance, 0, 60);
    }
  }

  public DayPlan {
    InvalidInput.within("call", call, 0, 1440);
    if (!(wrap > call && wrap <= call + 1440)) {
      throw new InvalidInput(
          "wrap", "must be later than the call at " + TimeOfDay.label(call) + ", within a day");
    }
    InvalidInput.within("passes", (long) passes.size(), 0, MOST);
    people = Map.copyOf(people);
    passes = List.copyOf(passes);
    pins = Map.copyOf(pins);
    Map<String, Pass> known = new HashMap<>();
    for (Pass p : passes) {
      if (known.put(p.id(), p) != null) {
        throw new InvalidInput("pass", "is in the day twice: " + p.name());
      }
    }
    Set<Integer> taken = new HashSet<>();
    for (Map.Entry<String, Integer> pin : pins.entrySet()) {
      if (!known.containsKey(pin.getKey())
          || pin.getValue() < 0
          || pin.getValue() >= passes.size()
          || !taken.add(pin.getValue())) {
        throw new InvalidInput(
            "pin", "names a pass or a place that is not in this day, or a place that is taken");
      }
    }
  }

  /** Passes by id, in the order given. */
  Map<String, Pass> byId() {
    Map<String, Pass> out = new LinkedHashMap<>();
    passes.forEach(p -> out.put(p.id(), p));
    return out;
  }
}
