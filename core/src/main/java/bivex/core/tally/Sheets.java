package bivex.core.tally;

import bivex.core.ItemKey;
import bivex.core.effort.Estimate;
import bivex.core.method.Plan;
import bivex.core.script.Screenplay;
import bivex.core.shot.Evidence;
import bivex.core.shot.OwedItem;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.stream.Collectors;

/**
 * The lists a breakdown is handed out as: tables of words and figures, to be printed or read by a
 * spreadsheet.
 */
public final class Sheets {
  private Sheets() {}

  /** The lists there are. */
  public enum Kind {
    SCENES("Breakdown by scene"),
    SHOTS("Breakdown by shot"),
    ELEMENTS("Elements and props"),
    WARDROBE("Wardrobe of doubles"),
    CAUTIONS("Cautions");

    private final String words;

    Kind(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }
  }

  /**
   * A shot as lists need it.
   *
   * @param methods names of its methods
   * @param setup number and name, empty when none is planned
   * @param day of it, or null
   * @param items how each thing of it stands
   * @param evidence what was said of it
   */
  public record Shot(
      String id,
      String code,
      String title,
      String intent,
      String scene,
      String words,
      List<String> methods,
      int cutFrames,
      String setupKey,
      String setup,
      LocalDate day,
      Plan plan,
      List<OwedItem> items,
      List<Evidence> evidence,
      String stage,
      String sentence) {
    Tally.Item item() {
      return new Tally.Item(id, scene, setupKey, plan);
    }

    OwedItem stands(String key) {
      return items.stream().filter(i -> i.key().equals(key)).findFirst().orElse(null);
    }
  }

  /**
   * @param widths share of the width of each column, for print
   * @param rows cells as text, in the order of the heads
   * @param foot a line under all, may be empty
   */
  public record Table(
      String title,
      List<String> heads,
      List<Integer> widths,
      List<List<String>> rows,
      String foot) {}

  /**
   * One of the lists.
   *
   * @param scenes of the newest draft
   * @param shots those that are in the picture, by code
   */
  public static Table of(Kind kind, List<Screenplay.Scene> scenes, List<Shot> shots, Costs costs) {
    return switch (kind) {
      case SCENES -> scenes(scenes, shots, costs);
      case SHOTS -> shots(shots, costs);
      case ELEMENTS -> elements(shots);
      case WARDROBE -> wardrobe(shots);
      case CAUTIONS -> cautions(shots);
    };
  }

  private static Table scenes(List<Screenplay.Scene> scenes, List<Shot> shots, Costs costs) {
    List<List<String>> rows = new ArrayList<>();
    for (Screenplay.Scene s : scenes) {
      List<Shot> here = shots.stream().filter(x -> x.scene().equals(s.number())).toList();
      Tally t = Tally.of(here.stream().map(Shot::item).toList(), costs);
      rows.add(
          List.of(
              s.number(),
              s.heading(),
              s.length(),
              here.stream().map(Shot::code).collect(Collectors.joining(", ")),
              whole(t.plates()),
              whole(t.setups()),
              whole(t.wardrobeChanges()),
              one(t.setMinutes() / 60),
              one(t.hours().low()),
              one(t.hours().high()),
              money(t.cost()),
              joined(
                  here.stream()
                      .flatMap(x -> x.plan().cautions().stream())
                      .map(Plan.Caution::ask)
                      .distinct()
                      .toList())));
    }
    Tally all = Tally.of(shots.stream().map(Shot::item).toList(), costs);
    return new Table(
        Kind.SCENES.words(),
        List.of(
            "scene",
            "heading",
            "pages",
            "shots",
            "plates",
            "set-ups",
            "costume changes",
            "set hours",
            "hours low",
            "hours high",
            "cost",
            "ask"),
        List.of(5, 22, 6, 20, 6, 6, 8, 6, 6, 6, 8, 22),
        rows,
        foot(all, costs));
  }

  private static Table shots(List<Shot> shots, Costs costs) {
    List<List<String>> rows = new ArrayList<>();
    for (Shot s : shots) {
      Estimate e = s.plan().effort();
      rows.add(
          List.of(
              s.code(),
              s.scene(),
              s.title(),
              s.intent(),
              joined(s.methods()),
              whole(s.cutFrames()),
              s.setup(),
              s.day() == null ? "" : s.day().toString(),
              joined(s.plan().plates().stream().map(Plan.Plate::label).toList()),
              joined(s.plan().elements().stream().map(Plan.Element::label).toList()),
              one(e.low()),
              one(e.likely()),
              one(e.high()),
              money(costs.of(s.plan())),
              joined(s.plan().cautions().stream().map(Plan.Caution::ask).distinct().toList()),
              s.stage(),
              s.sentence()));
    }
    return new Table(
        Kind.SHOTS.words(),
        List.of(
            "code",
            "scene",
            "title",
            "why",
            "methods",
            "frames",
            "setup",
            "day",
            "plates",
            "elements",
            "hours low",
            "hours likely",
            "hours high",
            "cost",
            "cautions",
            "stage",
            "sentence"),
        List.of(10, 0, 16, 0, 13, 6, 8, 0, 22, 14, 6, 0, 6, 8, 10, 8, 24),
        rows,
        foot(Tally.of(shots.stream().map(Shot::item).toList(), costs), costs));
  }

  private static Table elements(List<Shot> shots) {
    List<List<String>> rows = new ArrayList<>();
    for (Shot s : shots) {
      for (Plan.Element e : s.plan().elements()) {
        OwedItem i = s.stands(e.key());
        rows.add(
            List.of(
                s.code(),
                s.scene(),
                "element",
                e.label(),
                e.source().words(),
                e.how(),
                e.blend(),
                whole(e.minWidthPx()),
                stands(i)));
      }
      for (Plan.Aid a : s.plan().aids()) {
        rows.add(
            List.of(
                s.code(),
                s.scene(),
                "on set",
                a.label(),
                "bring",
                a.purpose() + (a.setting().isEmpty() ? "" : "; " + a.setting()),
                "",
                "",
                s.setup()));
      }
    }
    rows.sort(
        Comparator.comparing((List<String> r) -> r.get(2))
            .thenComparing(r -> r.get(3).toLowerCase(Locale.ROOT))
            .thenComparing(r -> r.get(0)));
    return new Table(
        Kind.ELEMENTS.words(),
        List.of(
            "code", "scene", "kind", "what", "from", "how", "blend", "px wide, at least", "stands"),
        List.of(10, 5, 7, 18, 8, 32, 7, 8, 20),
        rows,
        "");
  }

  private static Table wardrobe(List<Shot> shots) {
    List<List<String>> rows = new ArrayList<>();
    for (Shot s : shots) {
      int parts = Tally.parts(s.plan());
      String said =
          s.evidence().stream()
              .filter(e -> ItemKey.WARDROBE.is(e.item()) && e.kind() == Evidence.Kind.SETTLED)
              .max(Comparator.comparing(Evidence::at))
              .map(Evidence::words)
              .orElse("");
      List<Plan.Plate> plates =
          s.plan().plates().stream().filter(p -> p.kind() == Plan.PlateKind.PERFORMANCE).toList();
      for (int i = 0; i < parts; i++) {
        rows.add(
            List.of(
                s.scene(),
                s.code(),
                s.title(),
                s.setup(),
                s.day() == null ? "" : s.day().toString(),
                whole(i + 1),
                plates.get(i).label(),
                i == 0 ? "worn first" : "change before it",
                said.isEmpty() ? "nobody has said what tells the parts apart" : said));
      }
    }
    return new Table(
        Kind.WARDROBE.words(),
        List.of("scene", "code", "shot", "setup", "day", "part", "plate", "order", "what is worn"),
        List.of(5, 10, 22, 12, 9, 5, 12, 12, 32),
        rows,
        rows.isEmpty() ? "Nobody is there twice." : "All of one costume is shot before the other.");
  }

  private static Table cautions(List<Shot> shots) {
    List<List<String>> rows = new ArrayList<>();
    for (Shot s : shots) {
      for (Plan.Caution c : s.plan().cautions()) {
        Evidence.Signature signed =
            s.evidence().stream()
                .filter(e -> e.item().equals(c.key()))
                .max(Comparator.comparing(Evidence::at))
                .map(Evidence::signature)
                .orElse(null);
        rows.add(
            List.of(
                s.day() == null ? "no day" : s.day().toString(),
                s.setup(),
                s.scene(),
                s.code(),
                s.title(),
                c.text(),
                c.ask(),
                signed == null
                    ? "not signed"
                    : signed.who() + ", " + signed.role() + ", " + signed.on()));
      }
    }
    rows.sort(Comparator.comparing(r -> r.get(0)));
    return new Table(
        Kind.CAUTIONS.words(),
        List.of("day", "setup", "scene", "code", "shot", "caution", "ask", "signed by"),
        List.of(9, 10, 5, 10, 18, 34, 12, 16),
        rows,
        "Local code and the production's own risk assessment decide. This list claims nothing to be"
            + " safe.");
  }

  private static String stands(OwedItem i) {
    return i == null
        ? ""
        : i.state().name().toLowerCase(Locale.ROOT).replace('_', ' ') + ": " + i.reason();
  }

  private static String foot(Tally t, Costs costs) {
    String over =
        costs.budget() == null || t.cost() == 0
            ? ""
            : String.format(
                Locale.ROOT,
                " · budget %,.0f %s, %s %,.0f",
                costs.budget(),
                costs.currency(),
                t.cost() > costs.budget() ? "over by" : "left",
                Math.abs(costs.budget() - t.cost()));
    return String.format(
        Locale.ROOT,
        "%s, %d planned · %s in %s · %s · %.1f h on set · %.0f to %.0f h of work, expected"
            + " %.0f%s%s",
        count(t.shots(), "shot"),
        t.planned(),
        count(t.plates(), "plate"),
        count(t.setups(), "set-up"),
        count(t.wardrobeChanges(), "costume change"),
        t.setMinutes() / 60,
        t.hours().low(),
        t.hours().high(),
        t.hours().mean(),
        t.cost() == 0 ? "" : String.format(Locale.ROOT, " · %,.0f %s", t.cost(), costs.currency()),
        over);
  }

  private static String count(int n, String what) {
    return n + " " + what + (n == 1 ? "" : "s");
  }

  private static String whole(int n) {
    return Integer.toString(n);
  }

  private static String one(double x) {
    return String.format(Locale.ROOT, "%.1f", x);
  }

  private static String money(double x) {
    return x == 0 ? "" : String.format(Locale.ROOT, "%.0f", x);
  }

  private static String joined(List<String> all) {
    return all.stream().filter(Objects::nonNull).collect(Collectors.joining("; "));
  }
}
