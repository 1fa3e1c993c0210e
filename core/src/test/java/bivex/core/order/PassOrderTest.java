package bivex.core.order;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import bivex.core.InvalidInput;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;

/**
 * The order of passes: against trying all orders where that can be done, and by its rules where it
 * cannot.
 */
@Tag("sweep")
class PassOrderTest {
  private static final double CALL = 8 * 60;
  private static final double WRAP = 20 * 60;

  private static Pass pass(
      String id,
      String set,
      String setup,
      String performer,
      String costume,
      double minutes,
      String... after) {
    return new Pass(
        id,
        id,
        set,
        setup,
        performer == null ? List.of() : List.of(new Pass.Worn(performer, costume)),
        minutes,
        minutes / 4,
        List.of(after),
        null,
        performer == null && !set.isEmpty());
  }

  private static DayPlan day(List<Pass> passes) {
    return new DayPlan(CALL, WRAP, Map.of(), DayPlan.Rates.USUAL, passes, Map.of());
  }

  private static PassOrder.Found solve(DayPlan day, double seconds) {
    return PassOrder.solve(
        day, Duration.ofMillis(Math.round(seconds * 1000)), r -> {}, () -> false);
  }

  private static List<String> ids(Running r) {
    return r.slots().stream().map(s -> s.pass().id()).toList();
  }

  /**
   * Two set-ups, each a double of one performer in two costumes and a clean plate, and something
   * seen on a screen in the first.
   */
  private static List<Pass> doubles() {
    return List.of(
        pass("t1", "A", "table", "Ines", "oilskin", 12, "screen"),
        pass("t2", "A", "table", "Ines", "coat", 12),
        pass("tc", "A", "table", null, null, 3),
        pass("m1", "B", "mast", "Ines", "oilskin", 12),
        pass("mc", "B", "mast", null, null, 3),
        pass("screen", "", "office", "Tobin", "suit", 10));
  }

  @Test
  void whatIsSeenInsideComesFirstSetsStayWholeAndTheCleanPlateClosesThem() {
    Running r = solve(day(doubles()), 1).running();
    List<String> order = ids(r);
    assertThat(r.broken()).isEmpty();
    assertThat(order.indexOf("screen")).isLessThan(order.indexOf("t1"));
    assertThat(order.indexOf("tc"))
        .isEqualTo(Math.max(order.indexOf("t1"), order.indexOf("t2")) + 1);
    // She changes once only: the mast is shot in the costume that the table begins or ends with.
    assertThat(
            r.slots().stream()
                .flatMap(s -> s.changes().stream())
                .filter(c -> c.kind() == Running.ChangeKind.COSTUME))
        .hasSize(1);
    assertThat(r.changes()).isEqualTo(3);
  }

  @Test
  void aForcedWaitIsExplained() {
    Pass dusk =
        new Pass(
            "dusk",
            "dusk",
            "",
            "pier",
            List.of(),
            10,
            5,
            List.of(),
            new Pass.Window(600, 660),
            false);
    Pass late = pass("late", "", "pier", "Sefa", "coat", 10);
    DayPlan d =
        new DayPlan(
            CALL,
            WRAP,
            Map.of("Sefa", new Pass.Window(700, 800)),
            DayPlan.Rates.USUAL,
            List.of(late, dusk),
            Map.of());
    Running r = solve(d, 1).running();
    assertThat(ids(r)).containsExactly("dusk", "late");
    assertThat(r.slots())
        .extracting(s -> s.waits().get(0).reason())
        .containsExactly(
            "for the light, which is right from 10:00", "for Sefa, who comes at 11:40");
    assertThat(r.slots()).extracting(s -> s.waits().get(0).minutes()).containsExactly(120.0, 90.0);
    assertThat(r.waited()).isEqualTo(210);
    Running other = Running.of(d, List.of(late, dusk));
    assertThat(other.broken()).containsExactly("dusk ends at 12:00, after its light at 11:00");
    assertThat(other.dearerThan(r)).startsWith("1 broken rule");
  }

  @Test
  void theBatteryIsChangedBetweenSetsAndNeverInOne() {
    List<Pass> passes = new ArrayList<>();
    for (int i = 0; i < 3; i++) {
      passes.add(pass("p" + i, "S" + i, "place", "Ines", "coat", 40));
      passes.add(pass("c" + i, "S" + i, "place", null, null, 4));
    }
    Running r = solve(day(passes), 1).running();
    // 44 min a set on 90 min a battery: two sets each.
    assertThat(r.slots().stream().flatMap(s -> s.changes().stream()).map(Running.Change::words))
        .hasSize(1)
        .allMatch(w -> w.startsWith("fresh battery before p"));
    assertThat(r.slots().get(4).changes()).hasSize(1);
    List<Pass> long_ =
        List.of(
            pass("x", "S", "place", "Ines", "coat", 80),
            pass("y", "S", "place", "Ines", "oilskin", 20),
            pass("z", "S", "place", null, null, 4));
    assertThat(solve(day(long_), 1).running().broken())
        .singleElement()
        .asString()
        .contains("match set S needs 119 min of camera");
  }

  @Test
  void anOrderMadeByHandIsRunAsItIsAndItsPriceTold() {
    DayPlan d = day(doubles());
    Map<String, Pass> by = d.byId();
    Running hand =
        Running.of(
            d,
            List.of(
                by.get("t1"),
                by.get("m1"),
                by.get("t2"),
                by.get("tc"),
                by.get("mc"),
                by.get("screen")));
    assertThat(hand.broken())
        .contains(
            "t1 is shot before what is seen inside it",
            "match set A is interrupted by m1",
            "match set B is interrupted by t2");
    assertThat(hand.dearerThan(solve(d, 1).running()))
        .contains("broken rules")
        .contains("more change")
        .contains("longer");
    assertThat(solve(d, 1).running().dearerThan(solve(d, 1).running())).isEmpty();
  }

  @Test
  void aPinnedPassKeepsItsPlaceAndTheRestIsSolvedAround() {
    DayPlan free = day(doubles());
    DayPlan pinned =
        new DayPlan(CALL, WRAP, Map.of(), DayPlan.Rates.USUAL, doubles(), Map.of("screen", 2));
    Running r = solve(pinned, 1).running();
    assertThat(ids(r).get(2)).isEqualTo("screen");
    assertThat(r.broken()).isEmpty();
    assertThat(r.cost()).isGreaterThanOrEqualTo(solve(free, 1).running().cost());
    assertThatThrownBy(
            () ->
                new DayPlan(
                    CALL,
                    WRAP,
                    Map.of(),
                    DayPlan.Rates.USUAL,
                    doubles(),
                    Map.of("screen", 2, "t1", 2)))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("pin");
  }

  @Test
  void setsThatNeedOneAnotherAreRefused() {
    List<Pass> knot =
        List.of(
            pass("a1", "A", "x", "I", "c", 5, "b1"),
            pass("a2", "A", "x", "I", "c", 5),
            pass("b1", "B", "y", "I", "c", 5, "a2"));
    assertThatThrownBy(() -> solve(day(knot), 1))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("each seen inside the other");
  }

  /** The solver against trying all orders: it finds an order as cheap as the cheapest there is. */
  @Test
  void theSearchFindsWhatTryingAllOrdersFinds() {
    Random random = new Random(7);
    int same = 0;
    for (int round = 0; round < 12; round++) {
      DayPlan d = invented(random, 7);
      double least = Running.cost(d, PassOrder.exhaustive(d));
      PassOrder.Reading reading = new PassOrder.Reading(d);
      double found =
          Running.cost(
              d,
              PassOrder.searched(
                  d,
                  reading,
                  reading.order(d.passes()),
                  Duration.ofMillis(600),
                  r -> {},
                  () -> false));
      assertThat(found).isGreaterThanOrEqualTo(least - 1e-6);
      same += found <= least + 1e-6 ? 1 : 0;
    }
    assertThat(same).isEqualTo(12);
  }

  /**
   * However the passes are wished for, they are read as an order that keeps sets whole, what closes
   * them last and what is seen inside first.
   */
  @Test
  void anyWishIsReadAsAnOrderThatKeepsTheRules() {
    Random random = new Random(17);
    for (int round = 0; round < 400; round++) {
      DayPlan d = invented(random, 2 + random.nextInt(30));
      List<Pass> wish = new ArrayList<>(d.passes());
      Collections.shuffle(wish, random);
      List<Pass> read = new PassOrder.Reading(d).order(wish);
      assertThat(read).containsExactlyInAnyOrderElementsOf(d.passes());
      assertThat(Running.of(d, read).broken())
          .noneMatch(
              b ->
                  b.contains("interrupted")
                      || b.contains("seen inside")
                      || b.contains("does not close"));
      // Where the wish keeps the rules already, it is left as it is.
      assertThat(new PassOrder.Reading(d).order(read)).isEqualTo(read);
    }
  }

  /**
   * A whole day: every rule is kept, the best so far only gets better, and it is a good deal better
   * than the order it came in.
   */
  @Test
  @Timeout(60)
  void sixtyPassesKeepEveryRule() {
    DayPlan d = invented(new Random(3), 60);
    List<Double> costs = Collections.synchronizedList(new ArrayList<>());
    PassOrder.Found f =
        PassOrder.solve(d, Duration.ofSeconds(12), r -> costs.add(r.cost()), () -> false);
    assertThat(f.running().broken()).isEmpty();
    assertThat(f.running().slots()).hasSize(60);
    assertThat(costs).isSortedAccordingTo((a, b) -> Double.compare(b, a)).hasSizeGreaterThan(3);
    assertThat(f.running().cost()).isLessThan(costs.get(0) * 0.9);
    if (Boolean.getBoolean("show")) {
      System.out.printf(
          "60 passes: %.0f to %.0f in %.1f s, %d changes, %d better ones%n",
          costs.get(0), f.running().cost(), f.seconds(), f.running().changes(), costs.size());
    }
  }

  @Test
  @Timeout(30)
  void aSearchThatIsStoppedGivesTheBestSoFar() {
    DayPlan d = invented(new Random(5), 60);
    AtomicBoolean stop = new AtomicBoolean();
    PassOrder.Found f = PassOrder.solve(d, Duration.ofSeconds(25), r -> stop.set(true), stop::get);
    assertThat(f.running().slots()).hasSize(60);
    assertThat(f.seconds()).isLessThan(10);
  }

  /**
   * Sets of two or three passes, four places of the camera, two performers with three costumes,
   * some seen inside others, some light.
   */
  private static DayPlan invented(Random random, int n) {
    List<Pass> out = new ArrayList<>();
    Map<String, Pass.Window> people = new HashMap<>();
    people.put("Ines", new Pass.Window(CALL, WRAP + 600));
    int set = 0;
    while (out.size() < n) {
      String name = "S" + set;
      String setup = "place " + random.nextInt(4);
      int size = Math.min(n - out.size(), 1 + random.nextInt(3));
      for (int i = 0; i < size; i++) {
        boolean clean = size > 1 && i == size - 1;
        List<String> after =
            !out.isEmpty() && random.nextInt(6) == 0 && i == 0
                ? List.of(out.get(random.nextInt(out.size() - Math.min(i, out.size() - 1))).id())
                : List.of();
        List<Pass.Worn> worn =
            clean
                ? List.of()
                : List.of(
                    new Pass.Worn(
                        random.nextInt(4) == 0 ? "Tobin" : "Ines", "costume " + random.nextInt(3)));
        out.add(
            new Pass(
                name + "-" + i,
                name + "-" + i,
                name,
                setup,
                worn,
                4 + random.nextInt(8),
                2,
                after,
                null,
                clean));
      }
      set++;
    }
    Collections.shuffle(out, random);
    assertThat(IntStream.range(0, n).boxed().map(i -> out.get(i).id())).doesNotHaveDuplicates();
    return new DayPlan(CALL, CALL + 1440, people, DayPlan.Rates.USUAL, out, Map.of());
  }
}
