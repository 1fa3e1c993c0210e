package bivex.core.work;

import static bivex.core.work.Crews.MONDAY;
import static bivex.core.work.Crews.given;
import static bivex.core.work.Crews.task;
import static bivex.core.work.Crews.usual;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import bivex.core.crew.Hand;
import bivex.core.crew.Skills;
import bivex.core.crew.WorkingTime;
import bivex.core.effort.Estimate;
import bivex.core.effort.TaskKind;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;

class ScheduleTest {
  private static final TaskKind[] KINDS = TaskKind.values();

  /**
   * The project of the article “Program evaluation and review technique” in Wikipedia (seven
   * activities; optimistic, normal and pessimistic days; critical path a, c, e, g of 19.51 days).
   * Figures from memory.
   */
  @Test
  void aTextbookNetworkEndsWithItsCriticalPath() {
    List<OpenTask> network =
        List.of(
            activity("a", 2, 4, 6),
            activity("b", 3, 5, 9),
            activity("c", 4, 5, 7, "a"),
            activity("d", 4, 6, 10, "a"),
            activity("e", 4, 5, 7, "b", "c"),
            activity("f", 3, 4, 8, "d"),
            activity("g", 3, 5, 8, "e"));
    // Nobody stands in anybody's way, on any day of the week.
    List<Hand> hands = new ArrayList<>();
    for (OpenTask t : network) {
      hands.add(
          Crews.of(
              t.key(), new WorkingTime(Collections.nCopies(7, 8.0), "", List.of()), Skills.ANY));
    }
    Schedule s = ScheduleSearch.best(network, Crews.from(hands), null);
    assertThat(s.end()).isEqualTo(MONDAY.plusDays(19));
    Schedule.Slot g = s.slots().get("x g");
    assertThat(g.pieces().get(g.pieces().size() - 1).hours() / 8).isCloseTo(0.51, within(0.015));
    assertThat(s.shots().get(0).chain()).containsExactly("x g", "x e", "x c", "x a");
    // With its due day on the last day, what is on the critical path has no day to lose.
    Schedule due = ScheduleSearch.best(network, Crews.from(hands), MONDAY.plusDays(19));
    assertThat(due.slots().get("x c").latest()).isEqualTo(due.slots().get("x c").first());
    assertThat(due.slots().get("x d").latest()).isAfter(due.slots().get("x d").first());
    assertThat(due.worth().late()).isZero();
  }

  private static OpenTask activity(
      String key, double low, double likely, double high, String... after) {
    String[] ids = new String[after.length];
    for (int i = 0; i < ids.length; i++) {
      ids[i] = "x " + after[i];
    }
    return task(
        "x", key, new Estimate(8 * low, 8 * likely, 8 * high), TaskKind.COMPOSITE, key, null, ids);
  }

  /**
   * The 6 × 6 job shop of Fisher and Thompson, “Industrial Scheduling” (1963): jobs as shots, each
   * task given to a machine as hands. Its shortest time is known to be 55. Figures from memory. The
   * search is for few late shots and early ends, not for this, so it must only come near.
   */
  @Test
  void aPublishedJobShopComesNearItsShortestTime() {
    int[][] jobs = {
      {2, 1, 0, 3, 1, 6, 3, 7, 5, 3, 4, 6},
      {1, 8, 2, 5, 4, 10, 5, 10, 0, 10, 3, 4},
      {2, 5, 3, 4, 5, 8, 0, 9, 1, 1, 4, 7},
      {1, 5, 0, 5, 2, 5, 3, 3, 4, 8, 5, 9},
      {2, 9, 1, 3, 4, 5, 5, 4, 0, 3, 3, 1},
      {1, 3, 3, 3, 5, 9, 0, 10, 4, 4, 2, 1}
    };
    List<OpenTask> tasks = new ArrayList<>();
    for (int j = 0; j < jobs.length; j++) {
      for (int i = 0; i < jobs[j].length; i += 2) {
        tasks.add(
            given(
                "job" + j,
                "t" + i,
                jobs[j][i + 1],
                "m" + jobs[j][i],
                i == 0 ? new String[0] : new String[] {"job" + j + " t" + (i - 2)}));
      }
    }
    List<Hand> machines = new ArrayList<>();
    for (int m = 0; m < 6; m++) {
      machines.add(
          Crews.of(
              "m" + m, new WorkingTime(Collections.nCopies(7, 1.0), "", List.of()), Skills.ANY));
    }
    Schedule s = ScheduleSearch.best(tasks, Crews.from(machines), null);
    holds(tasks, machines, s);
    long days = MONDAY.until(s.end(), ChronoUnit.DAYS) + 1;
    assertThat(days).isBetween(55L, 66L);
  }

  /**
   * Against every order of tasks with every way to give them out, for two people with the same
   * days: never fewer shots late than the least there can be, and as few in nearly all.
   */
  @Test
  void fewAreLateAsOfAllThatCouldBe() {
    Random random = new Random(5);
    int same = 0;
    int cases = 60;
    for (int c = 0; c < cases; c++) {
      List<OpenTask> tasks = new ArrayList<>();
      for (int s = 0; s < 3; s++) {
        tasks.add(task("s" + s, "a", 1 + random.nextInt(12)));
        tasks.add(task("s" + s, "b", 1 + random.nextInt(12), "s" + s + " a"));
      }
      int due = 1 + random.nextInt(3);
      List<Hand> hands = List.of(usual("p"), usual("q"));
      Schedule found = ScheduleSearch.best(tasks, Crews.from(hands), MONDAY.plusDays(due - 1));
      holds(tasks, hands, found);
      int least = leastLate(tasks, due * 8);
      assertThat(found.worth().late()).isGreaterThanOrEqualTo(least);
      same += found.worth().late() == least ? 1 : 0;
    }
    System.out.println("as few late as can be: " + same + " of " + cases);
    assertThat(same).isGreaterThanOrEqualTo(cases * 95 / 100);
  }

  private static int leastLate(List<OpenTask> tasks, double due) {
    int[] least = {tasks.size()};
    for (int to = 0; to < 1 << tasks.size(); to++) {
      late(tasks, due, to, new ArrayList<>(), new HashSet<>(), least);
    }
    return least[0];
  }

  private static void late(
      List<OpenTask> tasks,
      double due,
      int to,
      List<Integer> order,
      Set<Integer> used,
      int[] least) {
    if (order.size() == tasks.size()) {
      double[] free = new double[2];
      Map<String, Double> end = new HashMap<>();
      Set<String> late = new HashSet<>();
      for (int t : order) {
        int who = to >> t & 1;
        double at = free[who];
        for (String a : tasks.get(t).after()) {
          at = Math.max(at, end.get(a));
        }
        free[who] = at + tasks.get(t).left().mean();
        end.put(tasks.get(t).id(), free[who]);
        if (free[who] > due + 1e-9) {
          late.add(tasks.get(t).shot());
        }
      }
      least[0] = Math.min(least[0], late.size());
      return;
    }
    for (int t = 0; t < tasks.size(); t++) {
      boolean free =
          !used.contains(t)
              && tasks.get(t).after().stream()
                  .allMatch(a -> order.stream().anyMatch(o -> tasks.get(o).id().equals(a)));
      if (free) {
        order.add(t);
        used.add(t);
        late(tasks, due, to, order, used, least);
        used.remove(t);
        order.remove(order.size() - 1);
      }
    }
  }

  /** 120 random productions: whatever comes out keeps every rule. */
  @Test
  void whateverIsLaidKeepsTheRules() {
    Random random = new Random(11);
    for (int c = 0; c < 120; c++) {
      List<Hand> hands = hands(random);
      List<OpenTask> tasks = tasks(random, hands);
      LocalDate due = random.nextInt(4) == 0 ? null : MONDAY.plusDays(random.nextInt(40));
      Schedule s = ScheduleSearch.best(tasks, Crews.from(hands), due);
      holds(tasks, hands, s);
      // The same once more is the same.
      assertThat(ScheduleSearch.best(tasks, Crews.from(hands), due)).isEqualTo(s);
      // No schedule is done before its hours are there.
      double hours = s.slots().values().stream().mapToDouble(Schedule.Slot::hours).sum();
      if (s.end() != null) {
        assertThat(bound(hands, hours)).isBeforeOrEqualTo(s.end());
      }
    }
  }

  /** Day by which so many hours are there, all hands together. */
  private static LocalDate bound(List<Hand> hands, double hours) {
    double left = hours;
    LocalDate day = MONDAY.minusDays(1);
    // Less what adding up many hours may leave over.
    while (left > 1e-6) {
      day = day.plusDays(1);
      for (Hand h : hands) {
        left -= h.hoursOn(day);
      }
    }
    return day;
  }

  private static List<Hand> hands(Random random) {
    List<Hand> out = new ArrayList<>();
    for (int h = 0; h < 1 + random.nextInt(4); h++) {
      List<Double> week = new ArrayList<>();
      for (int d = 0; d < 7; d++) {
        week.add(d < 5 ? (double) random.nextInt(10) : 0);
      }
      LocalDate gone = MONDAY.plusDays(random.nextInt(20));
      List<Skills.Skill> does = new ArrayList<>();
      for (TaskKind k : KINDS) {
        if (random.nextInt(3) > 0) {
          does.add(new Skills.Skill(k, 0.5 + random.nextDouble()));
        }
      }
      out.add(
          Crews.of(
              "h" + h,
              new WorkingTime(
                  week,
                  "",
                  List.of(new WorkingTime.Away(gone, gone.plusDays(random.nextInt(9)), ""))),
              random.nextBoolean() ? Skills.ANY : new Skills(does)));
    }
    return out;
  }

  private static List<OpenTask> tasks(Random random, List<Hand> hands) {
    List<OpenTask> out = new ArrayList<>();
    for (int s = 0; s < 1 + random.nextInt(9); s++) {
      for (int t = 0; t < 1 + random.nextInt(5); t++) {
        List<String> after = new ArrayList<>();
        for (OpenTask o : out) {
          if (random.nextInt(6) == 0) {
            after.add(o.id());
          }
        }
        double low = random.nextDouble() * 9;
        out.add(
            task(
                "s" + s,
                "t" + t,
                new Estimate(low, low * 1.4, low * 2.5),
                KINDS[random.nextInt(KINDS.length)],
                random.nextInt(4) == 0 ? hands.get(random.nextInt(hands.size())).id() : null,
                random.nextInt(4) == 0 ? MONDAY.plusDays(random.nextInt(15)) : null,
                after.toArray(String[]::new)));
      }
    }
    return out;
  }

  /** What every schedule must keep, checked from its pieces alone. */
  private static void holds(List<OpenTask> tasks, List<Hand> hands, Schedule s) {
    Map<String, Map<LocalDate, Double>> used = new HashMap<>();
    Map<String, Hand> by = new HashMap<>();
    hands.forEach(h -> by.put(h.id(), h));
    for (OpenTask t : tasks) {
      Schedule.Slot slot = s.slots().get(t.id());
      if (slot == null) {
        // Nobody does it, or what it waits for is done by nobody.
        boolean nobody =
            hands.stream()
                .noneMatch(
                    h ->
                        (t.given() == null ? h.skills().does(t.kind()) : h.id().equals(t.given()))
                            && h.time().week().stream().mapToDouble(x -> x).sum() > 0);
        assertThat(nobody || t.after().stream().anyMatch(a -> !s.slots().containsKey(a))).isTrue();
        continue;
      }
      Hand h = by.get(slot.hand());
      if (t.given() != null) {
        assertThat(slot.hand()).isEqualTo(t.given());
      } else {
        assertThat(h.skills().does(t.kind())).isTrue();
      }
      double hours = slot.pieces().stream().mapToDouble(Schedule.Piece::hours).sum();
      // No day is in a stretch on which nothing of it is done.
      assertThat(
              slot.stretches().stream()
                  .flatMap(x -> x.first().datesUntil(x.last().plusDays(1)))
                  .toList())
          .isEqualTo(slot.pieces().stream().map(Schedule.Piece::day).toList());
      assertThat(slot.stretches().stream().mapToDouble(Schedule.Stretch::hours).sum())
          .isCloseTo(hours, within(1e-9));
      assertThat(hours).isCloseTo(t.left().mean() * h.skills().factor(t.kind()), within(1e-6));
      if (t.from() != null) {
        assertThat(slot.first()).isAfterOrEqualTo(t.from());
      }
      for (String a : t.after()) {
        assertThat(slot.first()).isAfterOrEqualTo(s.slots().get(a).last());
        // One pair of hands, one day: not before the other is off it.
        if (s.slots().get(a).hand().equals(slot.hand())) {
          assertThat(slot.turn()).isGreaterThan(s.slots().get(a).turn());
        }
      }
      for (Schedule.Piece p : slot.pieces()) {
        used.computeIfAbsent(slot.hand(), k -> new HashMap<>())
            .merge(p.day(), p.hours(), Double::sum);
      }
    }
    used.forEach(
        (who, days) ->
            days.forEach(
                (day, hours) ->
                    assertThat(hours).isLessThanOrEqualTo(by.get(who).hoursOn(day) + 1e-6)));
  }

  /** Away for two days in the week is told; a weekend is nothing to tell. */
  @Test
  void whoIsNotThereIsSaid() {
    WorkingTime.Away off = new WorkingTime.Away(MONDAY, MONDAY.plusDays(1), "");
    Hand wren =
        Crews.of(
            "Wren",
            new WorkingTime(List.of(8.0, 8.0, 8.0, 8.0, 8.0, 0.0, 0.0), "", List.of(off)),
            Skills.ANY);
    Schedule s =
        ScheduleSearch.best(List.of(task("A", "comp", 4)), Crews.from(List.of(wren)), null);
    assertThat(s.shots().get(0).why())
        .isEqualTo("“comp” waits for Wren, who is not there before Wed 9 Dec");
    LocalDate saturday = MONDAY.plusDays(5);
    Schedule weekend =
        ScheduleSearch.best(
            List.of(task("A", "comp", Estimate.single(4), TaskKind.COMPOSITE, null, saturday)),
            Crews.from(List.of(usual("Piotr"))),
            null);
    assertThat(weekend.slots().get("A comp").first()).isEqualTo(MONDAY.plusDays(7));
    assertThat(weekend.slots().get("A comp").bind()).isEqualTo(Schedule.Bind.DAY);
  }

  /** A late shot says what it hangs on, as far back as it goes. */
  @Test
  void whatIsLateSaysWhy() {
    LocalDate plate = MONDAY.plusDays(3);
    List<OpenTask> tasks =
        List.of(
            task("A", "matte", Estimate.single(10), TaskKind.HAND_MATTE, null, plate),
            task("A", "comp", 4, "A matte"));
    Schedule s = ScheduleSearch.best(tasks, Crews.from(List.of(usual("Wren"))), plate);
    Schedule.ShotEnd end = s.shots().get(0);
    assertThat(end.late()).isEqualTo(1);
    assertThat(end.day()).isEqualTo(plate.plusDays(1));
    assertThat(end.chain()).containsExactly("A comp", "A matte");
    assertThat(end.why())
        .isEqualTo(
            "14.0 h in one line of 2 tasks, from “matte” on Thu 10 Dec to “comp”; “matte” waits for"
                + " the plate (Thu 10 Dec)");
    assertThat(s.slots().get("A matte").latest()).isEqualTo(MONDAY.plusDays(2));
    // Given to somebody who is not there: no day, and said so.
    Schedule gone =
        ScheduleSearch.best(
            List.of(given("B", "comp", 4, "Piotr")), Crews.from(List.of(usual("Wren"))), null);
    assertThat(gone.slots()).isEmpty();
    assertThat(gone.shots().get(0).day()).isNull();
    assertThat(gone.shots().get(0).why()).contains("has no day");
  }
}
