package bivex.core.tally;

import bivex.core.method.Plan;
import bivex.core.order.Pass;
import bivex.core.rescue.Rescue;
import bivex.core.shoot.DayTerms;
import bivex.core.shoot.WantedLight;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;

/**
 * What has to be shot again or for the first time after its set is gone, over the whole production:
 * grouped so that each place is gone to once, each light waited for once, each costume put on once
 * and each lens put on once.
 */
public final class PickUps {
  private PickUps() {}

  /**
   * One plate to be picked up.
   *
   * @param shot id of it
   * @param plate key of it
   * @param place where its day was
   * @param costume who is in it and in what, in words
   * @param lens as the take it must match was shot, or as the plan has it; empty when neither tells
   * @param takes how many are reckoned with
   * @param minutes of all of them
   * @param reason why it is owed or in doubt
   * @param repeatOf name of the take whose data are to be repeated; empty when nothing was shot
   */
  public record Item(
      String shot,
      String code,
      String title,
      String plate,
      String label,
      String wanted,
      String setup,
      String place,
      WantedLight light,
      String costume,
      String lens,
      double seconds,
      int takes,
      double minutes,
      String reason,
      String repeatOf,
      List<Rescue.Setting> repeat) {}

  /**
   * Plates of one place, light, costume and lens.
   *
   * @param light in words
   * @param minutes all of it takes, without changes
   */
  public record Group(
      String place, String light, String costume, String lens, double minutes, List<Item> items) {}

  /**
   * Whether what is open of a shot has to be picked up: its set is struck, or the day it was
   * planned for is over.
   *
   * @param struck when its set was; null while it stands
   */
  public static boolean due(Instant struck, DayTerms terms, LocalDate day, Instant now) {
    return struck != null || terms.over(day, now);
  }

  /** Costumes of a pass in words. */
  public static String worn(List<Pass.Worn> worn) {
    return worn.stream()
        .map(w -> w.costume().isEmpty() ? w.performer() : w.performer() + ", " + w.costume())
        .collect(Collectors.joining("; "));
  }

  /** The same for a plate of which it may not have been said. */
  public static String costume(Plan.Plate plate, List<Pass.Worn> worn) {
    String said = worn(worn);
    boolean somebody =
        plate.kind() == Plan.PlateKind.PERFORMANCE || plate.kind() == Plan.PlateKind.INSERT;
    return !said.isEmpty() ? said : somebody ? "who is in it was not said" : "nobody in it";
  }

  /** By place, then light, costume and lens; inside a group by code. */
  public static List<Group> groups(List<Item> items) {
    record Key(String place, WantedLight light, String costume, String lens) {}
    Map<Key, List<Item>> by = new LinkedHashMap<>();
    items.stream()
        .sorted(
            Comparator.comparing(Item::place)
                .thenComparing(Item::light)
                .thenComparing(Item::costume)
                .thenComparing(Item::lens)
                .thenComparing(Item::code))
        .forEach(
            i ->
                by.computeIfAbsent(
                        new Key(i.place(), i.light(), i.costume(), i.lens()),
                        k -> new ArrayList<>())
                    .add(i));
    List<Group> out = new ArrayList<>();
    by.forEach(
        (k, of) ->
            out.add(
                new Group(
                    k.place(),
                    k.light().words(),
                    k.costume(),
                    k.lens(),
                    of.stream().mapToDouble(Item::minutes).sum(),
                    List.copyOf(of))));
    return out;
  }

  /** What there is to pick up, in one sentence. */
  public static String words(List<Group> groups) {
    int plates = groups.stream().mapToInt(g -> g.items().size()).sum();
    double minutes = groups.stream().mapToDouble(Group::minutes).sum();
    return plates == 0
        ? "No plate has to be picked up: what is open still has its set and its day."
        : text(
            "%d to pick up in %d %s, %.0f min of takes without changes and travel.",
            plates, groups.size(), groups.size() == 1 ? "group" : "groups", minutes);
  }

  /** The groups as a list to take along; one row a plate. */
  public static Sheets.Table table(List<Group> groups) {
    List<List<String>> rows = new ArrayList<>();
    for (Group g : groups) {
      for (Item i : g.items()) {
        rows.add(
            List.of(
                g.place(),
                g.light(),
                g.costume(),
                g.lens(),
                i.code(),
                i.title(),
                i.label(),
                i.wanted(),
                i.setup(),
                Integer.toString(i.takes()),
                text("%.1f", i.seconds()),
                text("%.0f", i.minutes()),
                i.reason(),
                i.repeatOf().isEmpty() ? "nothing was shot to match" : i.repeatOf(),
                i.repeat().stream()
                    .map(s -> s.label() + " " + s.value())
                    .collect(Collectors.joining(", "))));
      }
    }
    return new Sheets.Table(
        "Pick-ups",
        List.of(
            "place",
            "light",
            "costume",
            "lens",
            "code",
            "title",
            "plate",
            "wanted",
            "setup",
            "takes",
            "seconds",
            "minutes",
            "why",
            "to match",
            "repeat"),
        List.of(10, 8, 9, 7, 9, 0, 10, 0, 8, 4, 0, 5, 16, 12, 26),
        rows,
        words(groups));
  }

  private static String text(String format, Object... args) {
    return String.format(Locale.ROOT, format, args);
  }
}
