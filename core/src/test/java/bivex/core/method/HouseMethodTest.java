package bivex.core.method;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.tuple;
import static org.assertj.core.api.Assertions.within;

import bivex.core.InvalidInput;
import bivex.core.optics.Raster;
import bivex.core.parameter.Parameter;
import bivex.core.time.FrameRate;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** A plan that is kept as a method is the same plan again, on any shot and as often as wanted. */
class HouseMethodTest {
  private static final Instant NOW = Instant.parse("2027-03-01T09:00:00Z");

  private static ShotSetting setting(int frames) {
    return new ShotSetting(FrameRate.PAL, Raster.UHD, Raster.HD, 1001, frames, 8, 36, 50);
  }

  private static OwnItem own(String id, OwnItem.Kind kind, String label, Object... pairs) {
    Map<String, Object> values = new TreeMap<>();
    for (int i = 0; i < pairs.length; i += 2) {
      values.put((String) pairs[i], pairs[i + 1]);
    }
    return new OwnItem(id, kind, label, "As it was tried.", values, "Mara", "1", NOW).checked();
  }

  private static HouseMethod kept(
      List<MethodChoice> methods, List<OwnItem> own, List<PlanChange> changed) {
    return HouseMethod.of(
        "Habc123",
        "Lamp in fog",
        "A lamp swings.",
        List.of("Swings"),
        setting(100),
        methods,
        own,
        changed);
  }

  private static Stream<String> keys(Plan p) {
    return Stream.of(
            p.plates().stream().map(Plan.Plate::key),
            p.layers().stream().map(Plan.Layer::key),
            p.elements().stream().map(Plan.Element::key),
            p.aids().stream().map(Plan.Aid::key),
            p.tasks().stream().map(Plan.Task::key),
            p.data().stream().map(Plan.Datum::key),
            p.checks().stream().map(Plan.Check::key),
            p.cautions().stream().map(Plan.Caution::key))
        .flatMap(k -> k);
  }

  private static List<String> labels(Plan p) {
    return Stream.of(
            p.plates().stream().map(Plan.Plate::label),
            p.layers().stream().map(Plan.Layer::label),
            p.elements().stream().map(Plan.Element::label),
            p.tasks().stream().map(t -> t.label() + t.units()),
            p.data().stream().map(Plan.Datum::label),
            p.checks().stream().map(c -> c.title() + c.grade() + c.figure()),
            p.cautions().stream().map(Plan.Caution::text))
        .flatMap(k -> k)
        .sorted()
        .toList();
  }

  /** Over all methods: the same things, hours and checks, by whatever keys. */
  @Test
  void everyPlanThatIsKeptIsTheSamePlanAgain() {
    for (Method m : MethodBook.all()) {
      List<MethodChoice> before = List.of(new MethodChoice(m.id(), Map.of(), ""));
      Plan plan = MethodBook.derive(setting(100), before);
      Plan again =
          MethodBook.derive(
              setting(100), List.of(new MethodChoice(kept(before, List.of(), List.of()))));
      assertThat(labels(again)).as(m.id()).isEqualTo(labels(plan));
      assertThat(again.effort().mean()).isCloseTo(plan.effort().mean(), within(1e-9));
      assertThat(again.sketch()).isEqualTo(plan.sketch());
      assertThat(again.matchSet().plates()).hasSameSizeAs(plan.matchSet().plates());
      assertThat(again.layers())
          .extracting(Plan.Layer::label)
          .isEqualTo(plan.layers().stream().map(Plan.Layer::label).toList());
    }
  }

  /** Twice on a shot beside the book's own method: no key meets another, what is shared is one. */
  @Test
  void usedTwiceBesideTheBooksOwnItLosesNothing() {
    for (Method m : MethodBook.all()) {
      MethodChoice book = new MethodChoice(m.id(), Map.of(), "");
      HouseMethod house =
          kept(List.of(book), List.of(own("tune", OwnItem.Kind.TASK, "Tune it")), List.of());
      MethodChoice one = new MethodChoice(house);
      MethodChoice two =
          new MethodChoice(house.id(), 2, "far lamp", Map.of(), "", List.of(), house);
      Set<String> alone =
          new HashSet<>(keys(MethodBook.derive(setting(100), List.of(one))).toList());
      Plan all = MethodBook.derive(setting(100), List.of(book, one, two));
      List<String> keys = keys(all).toList();
      assertThat(keys).as(m.id()).doesNotHaveDuplicates().containsAll(alone);
      assertThat(keys).contains("task:Habc123/1", "task:Habc123.2/1");
      List<String> stack =
          MethodBook.derive(setting(100), List.of(one, two)).layers().stream()
              .map(Plan.Layer::key)
              .toList();
      int grade = stack.indexOf("layer:grade");
      for (String key : stack) {
        String first = key.replace(".Habc123.2/", ".Habc123/");
        if (!first.equals(key)) {
          assertThat(stack.indexOf(key) < grade)
              .as(key + " lies on the side of the grade its first use does")
              .isEqualTo(stack.indexOf(first) < grade);
        }
      }
      assertThat(keys).containsAll(keys(MethodBook.derive(setting(100), List.of(book))).toList());
      assertThat(all.tasks())
          .filteredOn(t -> t.key().equals("task:Habc123.2/1"))
          .extracting(Plan.Task::label)
          .containsExactly("Tune it, far lamp");
    }
  }

  /** 25 frames of hand matte in a cut of 100 are 75 in one of 300; a still length stays. */
  @Test
  void amountsFollowTheShotOrStay() {
    HouseMethod house =
        kept(
            List.of(),
            List.of(
                own("a-matte", OwnItem.Kind.TASK, "Matte", "task", "hand matte", "units", 25),
                own("a-build", OwnItem.Kind.TASK, "Lamp", "task", "build", "units", 2),
                own("a-plate", OwnItem.Kind.PLATE, "Fog alone", "seconds", 4.64),
                own("a-still", OwnItem.Kind.PLATE, "Empty", "seconds", 12)),
            List.of());
    assertThat(house.items())
        .extracting(HouseMethod.HouseItem::per)
        .containsExactly(
            HouseMethod.Per.FRAME,
            HouseMethod.Per.SHOT,
            HouseMethod.Per.SECOND,
            HouseMethod.Per.SHOT);
    Plan p = MethodBook.derive(setting(300), List.of(new MethodChoice(house)));
    assertThat(p.tasks())
        .filteredOn(t -> t.key().startsWith("task:Habc123/"))
        .extracting(Plan.Task::units)
        .containsExactly(75.0, 2.0);
    assertThat(p.plates().get(0).seconds()).isCloseTo(setting(300).seconds(), within(1e-9));
    assertThat(p.plates().get(1).seconds()).isEqualTo(12);
    assertThat(house.parameters())
        .extracting(Parameter::key)
        .containsExactly("amount-1", "amount-2", "amount-3", "amount-4");
    MethodChoice less =
        new MethodChoice(
            house.id(), 1, "", Map.of("amount-1", 0, "amount-2", 5), "", List.of(), house);
    assertThat(MethodBook.derive(setting(300), List.of(less)).tasks())
        .filteredOn(t -> t.key().startsWith("task:Habc123/"))
        .extracting(Plan.Task::units)
        .containsExactly(5.0);
  }

  /** What was taken out stays out, in each use; a number of the book's method starts as kept. */
  @Test
  void whatIsOtherwiseIsOtherwiseInEveryUse() {
    List<MethodChoice> methods =
        List.of(
            new MethodChoice("G1", Map.of("by", "painting", "focalMm", 50), ""),
            new MethodChoice("G1", 2, "wire", Map.of("by", "painting"), "", List.of()));
    HouseMethod house =
        kept(
            methods,
            List.of(),
            List.of(
                new PlanChange("task:G1/paint", true, Map.of(), "none to paint", "Mara", NOW),
                new PlanChange(
                    "task:G1.2/paint", false, Map.of("units", 9), "tried", "Mara", NOW)));
    Plan p =
        MethodBook.derive(
            setting(100),
            List.of(
                new MethodChoice(house),
                new MethodChoice(house.id(), 2, "b", Map.of(), "", List.of(), house)));
    assertThat(keys(p)).noneMatch(k -> k.contains("task:G1.Habc123") && k.endsWith("/paint"));
    assertThat(p.tasks())
        .filteredOn(t -> t.key().endsWith("/paint"))
        .extracting(Plan.Task::key, Plan.Task::units)
        .containsExactly(
            tuple("task:G1.2.Habc123/paint", 9.0), tuple("task:G1.2.Habc123.2/paint", 9.0));
    assertThat(house.parameters())
        .filteredOn(q -> q.key().equals("focalMm") || q.key().equals("use2-focalMm"))
        .extracting(Parameter::fallback)
        .containsExactly(50.0, 35.0);
    assertThat(MethodBook.suitable("The lantern swings.", 3, List.of(house)).get(0).method())
        .isEqualTo(house);
  }

  /** Work that adds up is set by a method that is alone; beside others it stays, and says so. */
  @Test
  void whatIsSharedIsNotSetByOneOfSeveral() {
    List<MethodChoice> methods = List.of(new MethodChoice("G1", Map.of(), ""));
    HouseMethod house =
        kept(
            methods,
            List.of(),
            List.of(
                new PlanChange("task:composite", false, Map.of("units", 5), "tried", "Mara", NOW)));
    Plan alone = MethodBook.derive(setting(100), List.of(new MethodChoice(house)));
    assertThat(alone.tasks())
        .filteredOn(t -> t.key().equals("task:composite"))
        .extracting(Plan.Task::units)
        .containsExactly(5.0);
    Plan two =
        MethodBook.derive(
            setting(100), List.of(new MethodChoice(house), new MethodChoice("G2", Map.of(), "")));
    double book =
        MethodBook.derive(
                setting(100), List.of(methods.get(0), new MethodChoice("G2", Map.of(), "")))
            .tasks()
            .stream()
            .filter(t -> t.key().equals("task:composite"))
            .mapToDouble(Plan.Task::units)
            .sum();
    assertThat(two.tasks())
        .filteredOn(t -> t.key().equals("task:composite"))
        .extracting(Plan.Task::units)
        .containsExactly(book);
    assertThat(two.checks())
        .filteredOn(c -> c.key().equals("check:shared-task-composite"))
        .extracting(Plan.Check::grade)
        .containsExactly(Plan.Grade.DOUBTFUL);
  }

  /** A beam of 84 frames from the 36th is kept from a long shot, and a short one says so. */
  @Test
  void whatSuitsALongShotIsKeptAndAShortOneRefusesIt() {
    HouseMethod house =
        HouseMethod.of(
            "Habc123",
            "Long beam",
            "It lasts.",
            List.of(),
            setting(200),
            List.of(new MethodChoice("E1", Map.of("onFrame", 36, "beamFrames", 84), "")),
            List.of(),
            List.of());
    assertThat(MethodBook.derive(setting(200), List.of(new MethodChoice(house))).layers())
        .isNotEmpty();
    assertThatThrownBy(() -> MethodBook.derive(setting(96), List.of(new MethodChoice(house))))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("beamFrames");
  }

  @Test
  void whatCannotBeUsedIsRefusedByName() {
    List<String> wrong = new ArrayList<>();
    for (HouseMethod h :
        List.of(
            new HouseMethod("x", "N", "r", List.of(), List.of(use("A1")), List.of(), List.of()),
            new HouseMethod(
                "Habc123", "", "r", List.of(), List.of(use("A1")), List.of(), List.of()),
            new HouseMethod(
                "Habc123", "N", " ", List.of(), List.of(use("A1")), List.of(), List.of()),
            new HouseMethod("Habc123", "N", "r", List.of(), List.of(), List.of(), List.of()),
            new HouseMethod(
                "Habc123", "N", "r", List.of(), List.of(use("Z9")), List.of(), List.of()),
            new HouseMethod(
                "Habc123",
                "N",
                "r",
                List.of(),
                List.of(new HouseMethod.HouseUse("A1", 1, "", Map.of("focalMm", -1))),
                List.of(),
                List.of()),
            new HouseMethod(
                "Habc123",
                "N",
                "r",
                List.of(),
                List.of(),
                List.of(
                    new HouseMethod.HouseItem(
                        "1", OwnItem.Kind.QUESTION, "Q", "?", Map.of(), HouseMethod.Per.FRAME)),
                List.of()),
            new HouseMethod(
                "Habc123",
                "N",
                "r",
                List.of(),
                List.of(),
                List.of(
                    new HouseMethod.HouseItem(
                        "1",
                        OwnItem.Kind.TASK,
                        "T",
                        "",
                        Map.of("units", "many"),
                        HouseMethod.Per.FRAME)),
                List.of()))) {
      try {
        h.checked();
        wrong.add("nothing");
      } catch (InvalidInput e) {
        wrong.add(e.getMessage().split("[: ]")[0]);
      }
    }
    assertThat(wrong)
        .containsExactly("id", "name", "rightWhen", "methods", "method", "focalMm", "per", "units");
    HouseMethod house = kept(List.of(new MethodChoice("A1", Map.of(), "")), List.of(), List.of());
    assertThatThrownBy(() -> kept(List.of(new MethodChoice(house)), List.of(), List.of()))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("of the house already");
  }

  private static HouseMethod.HouseUse use(String method) {
    return new HouseMethod.HouseUse(method, 1, "", Map.of());
  }
}
