package bivex.core.method;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import bivex.core.InvalidInput;
import bivex.core.effort.EffortRates;
import bivex.core.effort.TaskKind;
import bivex.core.optics.Raster;
import bivex.core.shoot.CameraData;
import bivex.core.shoot.MatchRule;
import bivex.core.shoot.SetClock;
import bivex.core.time.FrameRate;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;

/** What people say of a plan beside what is derived: their own things, and things otherwise. */
class PlanEditTest {
  private static final ShotSetting SETTING =
      new ShotSetting(FrameRate.PAL, Raster.UHD, Raster.HD, 1001, 150, 8, 36, 50);
  private static final Instant NOW = Instant.parse("2027-03-01T09:00:00Z");
  private static final Plan NOTHING = MethodBook.derive(SETTING, List.of());

  private static Plan derived(String method) {
    return MethodBook.derive(SETTING, List.of(new MethodChoice(method, Map.of(), "")));
  }

  private static OwnItem own(OwnItem.Kind kind, String label, String words, Object... pairs) {
    return new OwnItem(
            "item-" + kind.ordinal(), kind, label, words, values(pairs), "Mara", "1", NOW)
        .checked();
  }

  private static Map<String, Object> values(Object... pairs) {
    Map<String, Object> out = new TreeMap<>();
    for (int i = 0; i < pairs.length; i += 2) {
      out.put((String) pairs[i], pairs[i + 1]);
    }
    return out;
  }

  private static PlanChange change(String item, Object... pairs) {
    return new PlanChange(item, false, values(pairs), "tried at home", "Mara", NOW);
  }

  private static PlanChange out(String item) {
    return new PlanChange(item, true, Map.of(), "the wall is empty anyway", "Mara", NOW);
  }

  /** Of a shot without any method, and of every method: each kind is owed, nothing else moves. */
  @Test
  void eachKindOfThingIsOwedBesideWhatIsDerived() {
    List<OwnItem> all = new ArrayList<>();
    for (OwnItem.Kind k : OwnItem.Kind.values()) {
      all.add(own(k, "Rain on the pane", "Two sprays from above."));
    }
    List<Plan> plans = new ArrayList<>(List.of(NOTHING));
    MethodBook.all().forEach(m -> plans.add(derived(m.id())));
    for (Plan before : plans) {
      Plan p = before.edited(SETTING, all, List.of());
      for (OwnItem i : all) {
        assertThat(keys(p)).filteredOn(i.key()::equals).as(i.kind().name()).hasSize(1);
        assertThat(OwnItem.made(i.key())).isTrue();
      }
      assertThat(keys(p)).containsAll(keys(before));
      assertThat(keys(before)).noneMatch(OwnItem::made);
      assertThat(p.layers()).extracting(Plan.Layer::letter).doesNotHaveDuplicates();
      assertThat(p.layers()).hasSize(before.layers().size() + 2);
      if (last(before).equals("layer:grade")) {
        assertThat(last(p)).isEqualTo("layer:grade");
      }
      double more =
          EffortRates.DEFAULTS.hours(TaskKind.SPLIT_MATTE, 1, TaskKind.Difficulty.FAIR).mean()
              + EffortRates.DEFAULTS.hours(TaskKind.SOUND, 1, TaskKind.Difficulty.FAIR).mean();
      assertThat(p.effort().mean()).isCloseTo(before.effort().mean() + more, within(1e-9));
      // The other way about nothing is left of them.
      assertThat(before.edited(SETTING, List.of(), List.of())).isEqualTo(before);
    }
  }

  private static String last(Plan p) {
    return p.layers().isEmpty() ? "" : p.layers().get(p.layers().size() - 1).key();
  }

  /** 6 passes use up 6, with 2 spare 8; 12 minutes each of 5 resets, 10 more than the usual 2. */
  @Test
  void aPropThatIsUsedUpIsCountedAndItsResetTakesTime() {
    Plan before = derived("A1");
    OwnItem vase =
        own(
            OwnItem.Kind.PROP,
            "Vase",
            "falls",
            "passes",
            6,
            "usedUp",
            true,
            "spare",
            2,
            "resetMinutes",
            12,
            "hands",
            2);
    Plan p = before.edited(SETTING, List.of(vase), List.of());
    Plan.Aid kit = p.aids().get(p.aids().size() - 1);
    assertThat(kit.setting())
        .isEqualTo(
            "8 in all: 6 used up in 6 passes, 2 spare; 2 pairs of hands to work it; 12 min to"
                + " reset, 60 min over 6 passes");
    assertThat(p.data().get(p.data().size() - 1).question()).contains("8 in all");
    assertThat(played(p) - played(before)).isCloseTo(5 * (12 - SetClock.RESET), within(1e-9));
  }

  private static double played(Plan p) {
    return p.plates().stream()
        .filter(x -> x.kind() == Plan.PlateKind.PERFORMANCE)
        .mapToDouble(x -> x.minutes() * x.takes())
        .sum();
  }

  @Test
  void anOwnPlateOfTheSetIsHeldAgainstTheOthers() {
    Plan p =
        derived("A1")
            .edited(
                SETTING,
                List.of(own(OwnItem.Kind.PLATE, "Only the shadow", "", "inSet", true, "takes", 5)),
                List.of());
    Plan.Plate mine = p.plates().get(p.plates().size() - 1);
    assertThat(p.matchSet().plates()).contains(mine.key());
    assertThat(mine.takes()).isEqualTo(5);
    assertThat(mine.asks().camera().focalMm())
        .isEqualTo(p.plates().get(0).asks().camera().focalMm())
        .isNotNull();
    // What single plates are asked for themselves is not asked of it.
    for (Method m : MethodBook.all()) {
      Plan of = derived(m.id());
      Plan with =
          of.edited(
              SETTING, List.of(own(OwnItem.Kind.PLATE, "One more", "", "inSet", true)), List.of());
      CameraData asked = with.plates().get(with.plates().size() - 1).asks().camera();
      for (Plan.Plate q : of.plates()) {
        for (String f : CameraData.FIELDS) {
          assertThat(
                  !q.inSet()
                      || asked.get(f) == null
                      || asked.get(f).equals(q.asks().camera().get(f)))
              .as(m.id() + " " + q.key() + " " + f)
              .isTrue();
        }
      }
    }
    // Two plates that must match are a set, also where no method asks for one.
    OwnItem a = own(OwnItem.Kind.PLATE, "With", "", "inSet", true);
    OwnItem b = new OwnItem("item-b", a.kind(), "Without", "", a.values(), "Mara", "1", NOW);
    assertThat(NOTHING.edited(SETTING, List.of(a, b), List.of()).matchSet().rules())
        .containsExactlyInAnyOrder(MatchRule.values());
    assertThat(NOTHING.edited(SETTING, List.of(a), List.of()).matchSet().rules()).isEmpty();
  }

  /** What is taken out is gone with its layer; of everything else nothing moves. */
  @Test
  void whatIsTakenOutIsGoneAndComesBack() {
    Plan before = derived("A1");
    Plan p = before.edited(SETTING, List.of(), List.of(out("plate:clean")));
    assertThat(keys(p)).doesNotContain("plate:clean", "layer:clean");
    assertThat(p.matchSet().plates()).doesNotContain("plate:clean");
    assertThat(p.plates()).hasSize(before.plates().size() - 1);
    assertThat(p.layers().get(0).letter()).isEqualTo("A");
    assertThat(out("plate:clean").said(before)).isEqualTo("Taken out");
    assertThat(out("plate:clean").said(derived("F4"))).startsWith("Waits");
    assertThat(change("plate:performance-1", "takes", 9).said(before)).isEqualTo("takes 9 for 4");
    assertThat(before.label("plate:clean")).isEqualTo("Clean plate");
    assertThat(PlanChange.all(before, List.of(out("plate:clean"))))
        .allMatch(o -> !PlanChange.open(before, o.item()).isEmpty())
        .hasSize(
            before.plates().size()
                + before.elements().size()
                + before.tasks().size()
                + before.data().size()
                + before.aids().size()
                - 1);
    List<PlanChange> two =
        PlanChange.merged(
            List.of(out("plate:clean")),
            List.of(change("plate:clean", "takes", 2), out("task:grade")));
    assertThat(two).extracting(PlanChange::item).containsExactly("plate:clean", "task:grade");
    assertThat(two.get(0).out()).isTrue();
    // It waits while no method asks for it.
    assertThat(derived("F4").edited(SETTING, List.of(), List.of(out("plate:clean"))))
        .isEqualTo(derived("F4"));
  }

  @Test
  void whatIsOtherwiseHoldsWhenThePlanIsDerivedAnew() {
    List<PlanChange> said =
        List.of(
            change("plate:performance-1", "seconds", 30, "takes", 9),
            change("task:composite", "hours", 7.5),
            change("task:grade", "units", 3));
    for (int takes : new int[] {2, 4}) {
      Plan before =
          MethodBook.derive(SETTING, List.of(new MethodChoice("A1", Map.of("takes", takes), "")));
      Plan p = before.edited(SETTING, List.of(), said);
      Plan.Plate plate = p.plate("plate:performance-1").orElseThrow();
      Plan.Plate was = before.plate("plate:performance-1").orElseThrow();
      assertThat(plate.takes()).isEqualTo(9);
      assertThat(plate.asks().seconds()).isEqualTo(30);
      assertThat(plate.asks().least() / was.asks().least())
          .isCloseTo(30 / was.seconds(), within(1e-9));
      assertThat(plate.wanted()).isEqualTo(was.wanted());
      assertThat(task(p, "task:composite").hours().mean()).isEqualTo(7.5);
      assertThat(task(p, "task:grade").hours())
          .isEqualTo(EffortRates.DEFAULTS.hours(TaskKind.GRADE_MATCH, 3, TaskKind.Difficulty.FAIR));
      assertThat(p.effort().mean() - before.effort().mean())
          .isCloseTo(
              7.5
                  - task(before, "task:composite").hours().mean()
                  + task(p, "task:grade").hours().mean()
                  - task(before, "task:grade").hours().mean(),
              within(1e-9));
    }
  }

  private static Plan.Task task(Plan p, String key) {
    return p.tasks().stream().filter(t -> t.key().equals(key)).findFirst().orElseThrow();
  }

  /** A caution is signed, never softened; what means nothing is refused by name. */
  @Test
  void whatMeansNothingIsRefused() {
    Plan p = derived("B2");
    String caution = p.cautions().get(0).key();
    assertThatThrownBy(() -> out(caution).fits(p)).hasMessageContaining("signed, never taken out");
    assertThatThrownBy(() -> out("check:blur").fits(p)).hasMessageContaining("item");
    assertThatThrownBy(() -> change("task:grade", "unit", 3).fits(p)).hasMessageContaining("unit");
    assertThatThrownBy(() -> change("task:grade").fits(p)).hasMessageContaining("nothing else");
    assertThatThrownBy(() -> change("plate:clean", "takes", 900).fits(p))
        .hasMessageContaining("takes");
    assertThatThrownBy(() -> own(OwnItem.Kind.CAUTION, "Glass", " "))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("could happen");
    assertThatThrownBy(() -> own(OwnItem.Kind.TASK, "Paint", "", "task", "paintwork"))
        .hasMessageContaining("must be one of");
    OwnItem plate = own(OwnItem.Kind.PLATE, "A", "");
    OwnItem later =
        new OwnItem(plate.id(), plate.kind(), "B", "", Map.of(), "Tobin", "2", NOW.plusSeconds(9));
    assertThat(OwnItem.with(List.of(plate), later))
        .singleElement()
        .satisfies(
            i -> {
              assertThat(i.label()).isEqualTo("B");
              assertThat(i.by()).as("it stays its maker's").isEqualTo("Mara");
              assertThat(i.personId()).isEqualTo("1");
            });
    OwnItem other = new OwnItem(plate.id(), OwnItem.Kind.TASK, "A", "", Map.of(), "Mara", "1", NOW);
    assertThatThrownBy(() -> OwnItem.with(List.of(plate), other)).hasMessageContaining("stays");
  }

  private static List<String> keys(Plan p) {
    List<String> out = new ArrayList<>();
    p.plates().forEach(x -> out.add(x.key()));
    p.elements().forEach(x -> out.add(x.key()));
    p.tasks().forEach(x -> out.add(x.key()));
    p.data().forEach(x -> out.add(x.key()));
    p.cautions().forEach(x -> out.add(x.key()));
    p.layers().forEach(x -> out.add(x.key()));
    return out;
  }
}
