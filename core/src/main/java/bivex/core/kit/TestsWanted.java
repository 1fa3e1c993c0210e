package bivex.core.kit;

import bivex.core.Said;
import bivex.core.method.Plan;
import bivex.core.method.Plan.Grade;
import bivex.core.method.ShotSetting;
import bivex.core.optics.Shutter;
import bivex.core.shoot.CameraData;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;

/** What of a plan no sum settles: it should be tried before the day. */
public final class TestsWanted {
  private static final Map<String, String> OF_SUMS =
      Map.of(
          "S7", "Do these lamps flicker in the picture?",
          "S35", "Does the screen band or flicker in the picture?",
          "S21", "How do the flashes come out, and is a frame lit in part?",
          "S22", "Is the short event caught at this rate?");

  private static final int MOST_NAME = 60;

  private TestsWanted() {}

  /**
   * Something to try.
   *
   * @param key of what asks for it
   * @param item of the plan that its answer settles; empty for none
   * @param why in a line
   */
  public record Wanted(
      String key, String item, String question, String why, List<TestSetting> candidates) {}

  /** A way to set the camera that is to be tried. */
  public record TestSetting(String label, CameraData camera) {}

  /** Everything that should be tried, in the order of the plan. */
  public static List<Wanted> of(Plan plan, ShotSetting setting, Kit kit) {
    Map<String, Wanted> out = new LinkedHashMap<>();
    Double asked = plan.shutterSeconds();
    for (Plan.Datum d : plan.data()) {
      if (d.key().endsWith("preset")) {
        boolean rate = d.label().equals(ShotSetting.RATE_TESTED);
        add(
            out,
            d.key(),
            d.key(),
            rate ? "Does a camera really give this rate?" : "Which shutter looks right here?",
            d.question(),
            rate ? rates(plan, setting, kit) : angles(setting, asked));
      }
    }
    for (Plan.Check c : plan.checks()) {
      String question = OF_SUMS.get(c.sum());
      if (question != null && c.grade() != Grade.HOLDS) {
        add(
            out,
            c.key(),
            "",
            question,
            c.title() + ": " + c.figure(),
            c.sum().equals("S7") || c.sum().equals("S35") ? shutters(setting, asked) : List.of());
      }
      if (c.key().equals("check:recorded") && c.grade() != Grade.HOLDS) {
        add(out, c.key(), "", "Do the frames that are made up show?", c.figure(), List.of());
      }
    }
    for (KitCheck.KitNeed n : KitCheck.of(plan, setting, kit)) {
      if (!n.answers().isEmpty() && n.grade() == Grade.FAILS) {
        add(
            out,
            "kit:" + n.asks(),
            "",
            "Which is seen less: frames that are made up, or a smaller picture?",
            n.asks() + " is no mode of any camera that is there",
            n.answers().stream()
                .map(a -> new TestSetting(cut(a.body() + ", " + a.mode()), body(a.body())))
                .toList());
      }
    }
    noise(out, plan, kit);
    return List.copyOf(out.values());
  }

  private static void noise(Map<String, Wanted> out, Plan plan, Kit kit) {
    for (CameraBody b : kit.bodies()) {
      TreeSet<Integer> over = new TreeSet<>();
      for (Plan.Plate p : plan.plates()) {
        Double iso = p.asks().camera().iso();
        if (iso != null && iso > b.baseIso()) {
          over.add(iso.intValue());
        }
      }
      if (!over.isEmpty()) {
        int most = over.last();
        List<TestSetting> tried = new ArrayList<>();
        for (int iso : new TreeSet<>(List.of(b.baseIso(), most, b.highestIso()))) {
          tried.add(
              new TestSetting(
                  cut(b.name() + ", ISO " + iso), body(b.name()).with("iso", (double) iso)));
        }
        add(
            out,
            "kit:iso " + b.name(),
            "",
            Said.of("Is %s too noisy at ISO %s?", b.name(), most),
            Said.of("ISO %s is above its base of %s", most, b.baseIso()),
            tried);
      }
    }
  }

  private static void add(
      Map<String, Wanted> out,
      String key,
      String item,
      String question,
      String why,
      List<TestSetting> candidates) {
    out.putIfAbsent(key, new Wanted(key, item, question, why, candidates));
  }

  /** A name is a line. */
  private static String cut(String name) {
    return name.length() <= MOST_NAME ? name : name.substring(0, MOST_NAME - 1) + "…";
  }

  private static CameraData body(String name) {
    return CameraData.notRead().with("body", name);
  }

  /** Every body that is there, in the mode that is nearest to the rate that is asked for. */
  private static List<TestSetting> rates(Plan plan, ShotSetting setting, Kit kit) {
    return KitCheck.of(plan, setting, kit).stream()
        .flatMap(n -> n.answers().stream())
        .map(a -> new TestSetting(cut(a.body() + ", " + a.mode()), body(a.body())))
        .distinct()
        .toList();
  }

  /** The look that is asked for, half and twice of it, and the usual half of a frame. */
  private static List<TestSetting> angles(ShotSetting s, Double asked) {
    TreeSet<Double> degrees = new TreeSet<>(List.of(180.0));
    if (asked != null) {
      double at = Shutter.degrees(asked, s.rate());
      degrees.addAll(List.of(round(at / 2), round(at), Math.min(360, round(at * 2))));
    }
    return degrees.stream()
        .map(
            d ->
                new TestSetting(
                    Said.of("%.1f°", d),
                    CameraData.notRead().with("shutterSeconds", Shutter.seconds(d, s.rate()))))
        .toList();
  }

  private static double round(double degrees) {
    return Math.max(1, Math.round(degrees * 10) / 10.0);
  }

  /** As asked, and a ripple of the mains or two. */
  private static List<TestSetting> shutters(ShotSetting s, Double asked) {
    TreeSet<Double> times = new TreeSet<>();
    if (asked != null) {
      times.add(asked);
    }
    for (int k = 1; k <= 2; k++) {
      if (k / (2 * s.mainsHz()) <= 1 / s.rate().fps()) {
        times.add(k / (2 * s.mainsHz()));
      }
    }
    return times.stream()
        .map(t -> new TestSetting(Shutter.text(t), CameraData.notRead().with("shutterSeconds", t)))
        .toList();
  }
}
