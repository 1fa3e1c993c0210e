package bivex.core.tally;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import bivex.core.method.MethodBook;
import bivex.core.method.MethodChoice;
import bivex.core.method.Plan;
import bivex.core.method.ShotSetting;
import bivex.core.optics.Raster;
import bivex.core.time.FrameRate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;

class TallyTest {
  private static final ShotSetting SETTING =
      new ShotSetting(FrameRate.FILM, Raster.UHD, Raster.HD, 1001, 96, 8, 36, 50);
  private static final Costs COSTS = new Costs(50, 400, 20_000.0, "EUR");

  private static Tally.Item item(String id, String scene, String setup, MethodChoice... choices) {
    return new Tally.Item(id, scene, setup, MethodBook.derive(SETTING, List.of(choices), false));
  }

  private static MethodChoice method(String id) {
    return new MethodChoice(id, Map.of(), "");
  }

  /**
   * Common practice, no source: all of one costume is shot before the other, so a setup with
   * doubles costs one change less than its parts.
   */
  @Test
  void setupsAndWardrobeAreCountedOnceASetup() {
    List<Tally.Item> items =
        List.of(
            item("a", "4", "s1", method("A1")),
            item("b", "4", "s1", method("A2")),
            item("c", "4", null, method("A1")),
            item("d", "5", null),
            item("e", "5", "s2", method("B1")));
    Tally t = Tally.of(items, COSTS);
    assertThat(t.shots()).isEqualTo(5);
    assertThat(t.planned()).isEqualTo(4);
    assertThat(t.setups()).isEqualTo(3);
    assertThat(t.wardrobeChanges()).isEqualTo(2);
    assertThat(t.plates()).isEqualTo(items.stream().mapToInt(i -> i.plan().plates().size()).sum());
  }

  /**
   * The whole is the sum of its scenes in all that is summed; setups may be shared by scenes and
   * can only be fewer.
   */
  @Test
  void scenesAddUpToTheWhole() {
    Random random = new Random(5);
    List<String> ids = MethodBook.all().stream().map(m -> m.id()).toList();
    for (int round = 0; round < 30; round++) {
      List<Tally.Item> items = new ArrayList<>();
      for (int i = 0; i < 12; i++) {
        items.add(
            item(
                "i" + i,
                Integer.toString(random.nextInt(3)),
                random.nextBoolean() ? "s" + random.nextInt(4) : null,
                method(ids.get(random.nextInt(ids.size())))));
      }
      Tally whole = Tally.of(items, COSTS);
      Map<String, Tally> scenes = Tally.scenes(items, COSTS);
      assertThat(scenes.values().stream().mapToDouble(Tally::cost).sum())
          .isCloseTo(whole.cost(), within(1e-6));
      assertThat(scenes.values().stream().mapToInt(Tally::plates).sum()).isEqualTo(whole.plates());
      assertThat(scenes.values().stream().mapToInt(Tally::setups).sum())
          .isGreaterThanOrEqualTo(whole.setups());
      assertThat(whole.cost())
          .isCloseTo(whole.hours().mean() * 50 + whole.setMinutes() / 60 * 400, within(1e-6));
    }
  }

  @Test
  void theDearestComeWithTheCheapestOtherWay() {
    Tally.Item moving = item("m", "4", null, method("A3"));
    List<Tally.Item> dear =
        Tally.dearest(
            List.of(item("x", "4", null), moving, item("v", "4", null, method("B1"))), COSTS, 5);
    assertThat(dear).extracting(Tally.Item::id).hasSize(2).doesNotContain("x");
    Tally.Dear d =
        Tally.dear(
            moving,
            SETTING,
            "Two of her pass again and again as the room turns",
            List.of(method("A3")),
            COSTS);
    assertThat(d.cheaper().method()).isNotEqualTo("A3");
    Plan plan = MethodBook.derive(SETTING, List.of(method(d.cheaper().method())), false);
    assertThat(d.cheaper().cost()).isCloseTo(COSTS.of(plan), within(1e-9)).isLessThan(d.cost());
    // Nothing of its chapter that works out is cheaper than what is named.
    MethodBook.all().stream()
        .filter(m -> m.id().startsWith("A") && !m.id().equals("A3"))
        .forEach(
            m ->
                assertThat(COSTS.of(MethodBook.derive(SETTING, List.of(method(m.id())), false)))
                    .isGreaterThanOrEqualTo(d.cheaper().cost() - 1e-9));
  }

  @Test
  void ratesThatCannotBeAreRefusedByName() {
    assertThatThrownBy(() -> new Costs(-1, 0, null, "EUR")).hasMessageStartingWith("hourRate:");
    assertThatThrownBy(() -> new Costs(1, 0, -5.0, "EUR")).hasMessageStartingWith("budget:");
    assertThatThrownBy(() -> new Costs(1, 0, null, "euro")).hasMessageStartingWith("currency:");
  }
}
