package bivex.core.order;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import bivex.core.InvalidInput;
import bivex.core.method.MethodBook;
import bivex.core.method.MethodChoice;
import bivex.core.method.ShotSetting;
import bivex.core.optics.Raster;
import bivex.core.tally.DayPasses;
import bivex.core.tally.DaySheets;
import bivex.core.tally.Sheets;
import bivex.core.time.FrameRate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;

/**
 * A day run in any order: checked by somebody who stands beside it with a watch and trusts nothing
 * the run says of itself.
 */
class RunningTest {
  private static final double CALL = 420;

  /** A day with everything in it: sets, costumes, hours, light, things seen inside others. */
  private static DayPlan invented(Random random) {
    List<Pass> passes = new ArrayList<>();
    int n = 3 + random.nextInt(12);
    for (int i = 0; i < n; i++) {
      String set = random.nextBoolean() ? "S" + random.nextInt(4) : "";
      List<Pass.Worn> worn = new ArrayList<>();
      if (random.nextInt(4) > 0) {
        worn.add(new Pass.Worn("Ines", "costume " + random.nextInt(2)));
      }
      if (random.nextInt(4) == 0) {
        worn.add(new Pass.Worn("Tobin", "suit"));
      }
      Pass.Window light =
          random.nextInt(5) == 0
              ? new Pass.Window(CALL + random.nextInt(300), CALL + 400 + random.nextInt(300))
              : null;
      List<String> after =
          i > 0 && random.nextInt(4) == 0 ? List.of("p" + random.nextInt(i)) : List.of();
      double minutes = 3 + random.nextInt(30);
      passes.add(
          new Pass(
              "p" + i,
              "pass " + i,
              set,
              "place " + random.nextInt(3),
              worn,
              minutes,
              minutes / (2 + random.nextInt(3)),
              after,
              light,
              false));
    }
    Map<String, Pass.Window> people = new HashMap<>();
    people.put("Tobin", new Pass.Window(CALL + random.nextInt(200), CALL + 500));
    DayPlan.Rates rates =
        new DayPlan.Rates(
            random.nextInt(30),
            random.nextInt(30),
            random.nextInt(6),
            45 + random.nextInt(90),
            30 + random.nextInt(60),
            8);
    return new DayPlan(CALL, CALL + 300 + random.nextInt(600), people, rates, passes, Map.of());
  }

  @Test
  void theWatchAgreesWithTheRunInEveryOrder() {
    Random random = new Random(21);
    int waits = 0;
    int broken = 0;
    for (int round = 0; round < 1500; round++) {
      DayPlan day = invented(random);
      List<Pass> order = new ArrayList<>(day.passes());
      Collections.shuffle(order, random);
      Running r = Running.of(day, order);
      waits += (int) r.waited();
      broken += r.broken().size();
      watch(day, order, r);
      assertThat(Running.cost(day, order)).isCloseTo(r.cost(), within(1e-6));
    }
    assertThat(waits).as("there was something to wait for").isGreaterThan(1000);
    assertThat(broken).as("there were rules to break").isGreaterThan(1000);
  }

  private static void watch(DayPlan day, List<Pass> order, Running r) {
    assertThat(r.slots())
        .extracting(s -> s.pass().id())
        .containsExactlyElementsOf(order.stream().map(Pass::id).toList());
    Map<String, String> wears = new HashMap<>();
    Map<String, Double> free = new HashMap<>();
    Set<String> shot = new HashSet<>();
    double end = day.call();
    double waited = 0;
    int changes = 0;
    String place = null;
    for (Running.Slot s : r.slots()) {
      Pass p = s.pass();
      assertThat(s.from())
          .as("nothing begins before the one before has ended")
          .isGreaterThanOrEqualTo(end - 1e-9);
      assertThat(s.to() - s.from()).isCloseTo(p.minutes(), within(1e-9));
      boolean moves = place != null && !place.equals(p.setup());
      assertThat(s.changes().stream().filter(c -> c.kind() == Running.ChangeKind.SETUP))
          .hasSize(moves ? 1 : 0);
      if (moves) {
        assertThat(s.from()).isGreaterThanOrEqualTo(end + day.rates().setupMinutes() - 1e-9);
      }
      place = p.setup();
      int dressing = 0;
      for (Pass.Worn w : p.worn()) {
        String had = wears.put(w.performer(), w.costume());
        if (had != null && !had.equals(w.costume())) {
          dressing++;
          assertThat(s.from())
              .as("time to change")
              .isGreaterThanOrEqualTo(
                  free.get(w.performer()) + day.rates().costumeMinutes() - 1e-9);
        }
        Pass.Window hours = day.people().get(w.performer());
        if (hours != null) {
          assertThat(s.from()).isGreaterThanOrEqualTo(hours.from() - 1e-9);
          assertThat(
                  r.broken().stream()
                      .anyMatch(
                          b ->
                              b.startsWith(w.performer() + " must go")
                                  && b.contains(p.name() + " ends")))
              .isEqualTo(s.to() > hours.to() + 1e-9);
        }
        free.put(w.performer(), s.to());
      }
      assertThat(s.changes().stream().filter(c -> c.kind() == Running.ChangeKind.COSTUME))
          .hasSize(dressing);
      if (p.light() != null) {
        assertThat(s.from()).isGreaterThanOrEqualTo(p.light().from() - 1e-9);
        assertThat(
                r.broken().stream()
                    .anyMatch(
                        b -> b.startsWith(p.name() + " ends at") && b.contains("after its light")))
            .isEqualTo(s.to() > p.light().to() + 1e-9);
      }
      assertThat(r.broken().contains(p.name() + " is shot before what is seen inside it"))
          .isEqualTo(!shot.containsAll(p.after()));
      assertThat(s.waits().size()).isLessThanOrEqualTo(1);
      for (Running.Wait w : s.waits()) {
        assertThat(w.reason()).isNotBlank();
        assertThat(w.minutes()).isPositive();
        waited += w.minutes();
      }
      changes += s.changes().size();
      shot.add(p.id());
      end = s.to();
    }
    assertThat(r.end()).isCloseTo(end, within(1e-9));
    assertThat(r.waited()).isCloseTo(waited, within(1e-6));
    assertThat(r.changes()).isEqualTo(changes);
    assertThat(r.broken().stream().anyMatch(b -> b.startsWith("the day ends")))
        .isEqualTo(end > day.wrap() + 1e-9);
    media(day, r);
  }

  /**
   * The battery by a clerk's ledger: changed only where a set begins, and where it is run past what
   * it holds, that was the set's own need and is said.
   */
  private static void media(DayPlan day, Running r) {
    String open = "";
    double battery = 0;
    double since = day.call();
    for (int i = 0; i < r.slots().size(); i++) {
      Running.Slot s = r.slots().get(i);
      boolean goesOn = !s.pass().set().isEmpty() && s.pass().set().equals(open);
      if (goesOn) {
        assertThat(s.changes())
            .noneMatch(
                c -> c.kind() == Running.ChangeKind.BATTERY || c.kind() == Running.ChangeKind.CARD);
      }
      battery =
          s.changes().stream().anyMatch(c -> c.kind() == Running.ChangeKind.BATTERY) ? 0 : battery;
      battery += s.to() - (goesOn ? since : s.from());
      since = s.to();
      boolean alone = s.pass().set().isEmpty();
      if (alone && battery > day.rates().batteryMinutes() + 1e-9) {
        assertThat(s.pass().minutes())
            .as("a fresh one would not have helped")
            .isGreaterThan(day.rates().batteryMinutes());
        assertThat(r.broken()).anyMatch(b -> b.startsWith(s.pass().name() + " needs"));
      }
      // A set stays open as long as any of it is to come.
      boolean more =
          r.slots().subList(i + 1, r.slots().size()).stream()
              .anyMatch(x -> !alone && x.pass().set().equals(s.pass().set()));
      open = more ? s.pass().set() : "";
    }
  }

  @Test
  void whatCannotBeADayIsRefused() {
    Pass p = new Pass("a", "a", "", "x", List.of(), 5, 1, List.of(), null, false);
    assertThatThrownBy(
            () -> new DayPlan(CALL, CALL, Map.of(), DayPlan.Rates.USUAL, List.of(p), Map.of()))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("wrap");
    assertThatThrownBy(
            () ->
                new DayPlan(
                    CALL, CALL + 60, Map.of(), DayPlan.Rates.USUAL, List.of(p, p), Map.of()))
        .hasMessageContaining("twice");
    assertThatThrownBy(
            () ->
                new DayPlan(
                    CALL, CALL + 60, Map.of(), DayPlan.Rates.USUAL, List.of(p), Map.of("b", 0)))
        .hasMessageContaining("pin");
    assertThatThrownBy(() -> new Pass("a", "a", "", "x", List.of(), 0, 0, List.of(), null, false))
        .hasMessageContaining("minutes");
    assertThatThrownBy(() -> new Pass("a", "a", "", "x", List.of(), 5, 6, List.of(), null, false))
        .hasMessageContaining("recorded minutes");
    assertThatThrownBy(() -> new Pass.Window(600, 600)).hasMessageContaining("later than 10:00");
    assertThatThrownBy(() -> new Pass.Worn(" ", "coat")).hasMessageContaining("performer");
    assertThatThrownBy(() -> new DayPlan.Rates(20, 15, 4, 0, 80, 8))
        .hasMessageContaining("battery minutes");
    assertThat(TimeOfDay.label(1500)).isEqualTo("01:00");
    assertThat(TimeOfDay.label(479.6)).isEqualTo("08:00");
  }

  private static Pass pass(String id, String performer, String costume) {
    return new Pass(
        id, id, "", "x", List.of(new Pass.Worn(performer, costume)), 10, 2, List.of(), null, false);
  }

  @Test
  void wardrobeIsListedInBlocks() {
    List<Pass> order =
        List.of(
            pass("1", "Ines", "oilskin"),
            pass("2", "Ines", "oilskin"),
            pass("3", "Tobin", "suit"),
            pass("4", "Ines", "coat"),
            pass("5", "Ines", "oilskin"));
    Running r =
        Running.of(
            new DayPlan(CALL, CALL + 600, Map.of(), DayPlan.Rates.USUAL, order, Map.of()), order);
    Sheets.Table t = DaySheets.wardrobe(r);
    assertThat(t.rows())
        .extracting(row -> row.get(0) + " " + row.get(1) + " " + row.get(4) + " " + row.get(5))
        .containsExactly(
            "Ines oilskin comes in it 1, 2",
            "Ines coat changes before it 4",
            "Ines oilskin changes before it 5",
            "Tobin suit comes in it 3");
    assertThat(t.rows().get(0).subList(2, 4)).containsExactly("07:00", "07:20");
    Sheets.Table passes = DaySheets.passes(r, List.of());
    assertThat(passes.rows()).hasSize(5).allMatch(row -> row.size() == passes.heads().size());
    assertThat(passes.rows().get(3).get(6)).isEqualTo("Ines into coat, 15 min");
    // She ended at 07:20 and Tobin's pass took ten of her fifteen minutes.
    assertThat(passes.rows().get(3).get(7)).isEqualTo("5 min: Ines changes into coat");
    assertThat(passes.foot()).contains("2 changes");
    assertThat(
            DaySheets.wardrobe(
                    Running.of(
                        new DayPlan(
                            CALL, CALL + 600, Map.of(), DayPlan.Rates.USUAL, List.of(), Map.of()),
                        List.of()))
                .rows())
        .isEmpty();
  }

  /**
   * A1 of two parts: three passes of one set; three takes of 4.67 s with two minutes of reset each,
   * and one clean plate of 10 s.
   */
  @Test
  void passesComeFromThePlan() {
    var plan =
        MethodBook.derive(
            new ShotSetting(FrameRate.FILM, Raster.UHD, Raster.HD, 1001, 96, 8, 36, 50),
            List.of(new MethodChoice("A1", Map.of("speaking", 1), "")));
    List<Pass> passes =
        plan.plates().stream()
            .filter(DayPasses::runs)
            .map(q -> DayPasses.of(q.key(), "TK-1", plan, q, "C", "3 Table", List.of(), null, null))
            .toList();
    assertThat(passes)
        .extracting(Pass::id)
        .containsExactly("plate:performance-1", "plate:performance-2", "plate:clean");
    assertThat(passes).extracting(Pass::set).containsOnly("C of TK-1");
    assertThat(passes).extracting(Pass::last).containsExactly(false, false, true);
    assertThat(passes.get(1).worn()).containsExactly(new Pass.Worn("the double", "part 2"));
    assertThat(passes.get(2).worn()).isEmpty();
    // Four takes a part of a minute and a half each, as the plan's own numbers have them.
    assertThat(passes.get(0).minutes()).isCloseTo(4 * 1.5, within(1e-9));
    assertThat(passes.get(2).minutes()).isCloseTo(1.5, within(1e-9));
    Pass told =
        DayPasses.of(
            "x",
            "TK-1",
            plan,
            plan.plates().get(0),
            "C",
            "3 Table",
            List.of("y"),
            new DayPasses.Told(
                List.of(new Pass.Worn("Odile", "coat")), 1.0, new Pass.Window(600, 700)),
            new Pass.Window(500, 900));
    assertThat(told.minutes()).isEqualTo(1);
    assertThat(told.recordMinutes()).isLessThanOrEqualTo(1);
    assertThat(told.worn()).containsExactly(new Pass.Worn("Odile", "coat"));
    assertThat(told.light()).isEqualTo(new Pass.Window(600, 700));
  }

  @Test
  void theKitIsSummedFromTheMethodsOfTheDay() {
    ShotSetting setting =
        new ShotSetting(FrameRate.FILM, Raster.UHD, Raster.HD, 1001, 96, 8, 36, 50);
    var doubles = MethodBook.derive(setting, List.of(new MethodChoice("A1", Map.of(), "")));
    var flags = MethodBook.derive(setting, List.of(new MethodChoice("B1", Map.of(), "")));
    Sheets.Table t =
        DaySheets.kit(
            List.of(
                new DaySheets.Brought("TK-1", "table", doubles),
                new DaySheets.Brought("TK-2", "table", doubles),
                new DaySheets.Brought("TK-3", "mast", flags)));
    assertThat(t.rows()).extracting(row -> row.get(0)).doesNotHaveDuplicates().isNotEmpty();
    List<String> lamp =
        t.rows().stream()
            .filter(row -> row.get(0).equals("Lamp on the background"))
            .findFirst()
            .orElseThrow();
    assertThat(lamp.get(2)).isEqualTo("2");
    assertThat(lamp.get(3)).isEqualTo("TK-1, TK-2");
    Set<String> labels = new HashSet<>();
    List.of(doubles, flags)
        .forEach(
            p -> p.aids().forEach(a -> labels.add(a.label().toLowerCase(java.util.Locale.ROOT))));
    assertThat(
            t.rows().stream()
                .filter(row -> row.get(1).equals("kit"))
                .map(row -> row.get(0).toLowerCase(java.util.Locale.ROOT)))
        .containsExactlyInAnyOrderElementsOf(labels);
  }
}
