package bivex.core.work;

import static bivex.core.work.Crews.MONDAY;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import bivex.core.InvalidInput;
import bivex.core.crew.Hand;
import bivex.core.crew.Part;
import bivex.core.crew.Skills;
import bivex.core.crew.WorkingTime;
import bivex.core.effort.TaskKind;
import bivex.core.effort.WorkStep;
import bivex.core.method.Method;
import bivex.core.method.MethodBook;
import bivex.core.method.MethodChoice;
import bivex.core.method.Plan;
import bivex.core.method.ShotSetting;
import bivex.core.money.LaidCost;
import bivex.core.money.PayTerms;
import bivex.core.shoot.MatchReview;
import bivex.core.shot.Evidence;
import bivex.core.shot.Lean;
import bivex.core.shot.Ledger;
import bivex.core.shot.OwedItem;
import bivex.core.shot.ShotFacts;
import bivex.core.shot.Stage;
import bivex.core.tally.Costs;
import bivex.core.time.FrameRate;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

class OpenWorkTest {
  private static final Instant T = MONDAY.atTime(9, 0).toInstant(ZoneOffset.UTC);

  private static OpenWork.ShotStand shot(
      String id, String method, LocalDate day, Map<String, TaskStand> said, String... inHand) {
    Plan plan =
        MethodBook.derive(
            ShotSetting.usual(FrameRate.FILM), List.of(new MethodChoice(method, Map.of(), "")));
    List<Evidence> evidence =
        Stream.concat(
                plan.plates().stream()
                    .map(p -> p.key())
                    .filter(k -> Arrays.asList(inHand).contains("plates"))
                    .map(k -> new Evidence(k, Evidence.Kind.DROPPED, "there", T)),
                Arrays.stream(inHand)
                    .filter(k -> !k.equals("plates"))
                    .map(k -> new Evidence(k, Evidence.Kind.SETTLED, "done", T)))
            .toList();
    Ledger l =
        Ledger.of(
            new ShotFacts(
                "why",
                ShotFacts.Words.AS_MARKED,
                false,
                1,
                plan,
                null,
                day == null ? null : "setup 1",
                false,
                List.of(),
                MatchReview.NONE,
                evidence,
                null,
                List.of()));
    return new OpenWork.ShotStand(id, id, plan, l.items(), l.stage(), day, said);
  }

  private static OpenWork of(List<OpenWork.ShotStand> shots, Lean... leans) {
    return OpenWork.of(shots, List.of(leans), Map.of("wren", "Wren"), MONDAY);
  }

  /** Every kind has its step, and no step comes before itself by way of others. */
  @Test
  void theUsualOrderIsOne() {
    for (TaskKind k : TaskKind.values()) {
      assertThat(WorkStep.of(k)).as(k.words()).isNotNull();
    }
    for (WorkStep s : WorkStep.values()) {
      assertThat(s.after()).allMatch(a -> a.compareTo(s) < 0);
    }
    assertThat(WorkStep.of(TaskKind.COMPOSITE).after())
        .contains(WorkStep.of(TaskKind.HAND_MATTE), WorkStep.of(TaskKind.ELEMENT))
        .doesNotContain(WorkStep.of(TaskKind.GRADE_MATCH));
  }

  /** All methods of the book: their work can be laid, and begins the day after its plates. */
  @Test
  void theWorkOfEveryMethodCanBeLaid() {
    LocalDate day = MONDAY.plusDays(2);
    int laidOut = 0;
    for (Method m : MethodBook.all()) {
      OpenWork.ShotStand s = shot("s", m.id(), day, Map.of());
      if (s.stage() != Stage.PLANNED) {
        continue;
      }
      laidOut++;
      OpenWork w = of(List.of(s));
      assertThat(w.undated()).as(m.id()).isEmpty();
      assertThat(w.tasks()).as(m.id()).hasSameSizeAs(s.plan().tasks());
      Schedule laid =
          ScheduleSearch.best(
              w.tasks(), Crews.from(List.of(Crews.usual("a"), Crews.usual("b"))), null);
      assertThat(laid.slots()).as(m.id()).hasSameSizeAs(w.tasks());
      for (OpenTask t : w.tasks()) {
        if (WorkStep.of(t.kind()).onPlates() && !s.plan().plates().isEmpty()) {
          assertThat(laid.slots().get(t.id()).first()).as(t.label()).isAfter(day);
        }
      }
    }
    assertThat(laidOut).isGreaterThan(30);
  }

  @Test
  void whatHasNoDayIsToldWithItsReason() {
    OpenWork w = of(List.of(shot("s", "A1", null, Map.of())));
    assertThat(w.tasks()).isEmpty();
    assertThat(w.undated()).isNotEmpty();
    assertThat(w.undated().get(0).why()).contains("has no shooting day to come");
    // A day that is over holds no plate that is still owed.
    assertThat(of(List.of(shot("s", "A1", MONDAY.minusDays(1), Map.of()))).tasks()).isEmpty();
    // With its plates there nothing holds it.
    OpenWork there = of(List.of(shot("s", "A1", null, Map.of(), "plates")));
    assertThat(there.undated()).isEmpty();
    assertThat(there.tasks()).allMatch(t -> t.from() == null);
  }

  @Test
  void whatPeopleWaitForHoldsWhatComesAfter() {
    OpenWork.ShotStand plain = shot("s", "A1", null, Map.of(), "plates");
    List<Plan.Task> tasks = plain.plan().tasks();
    Plan.Task matte =
        tasks.stream()
            .filter(t -> WorkStep.of(t.kind()) == WorkStep.MATTE)
            .findFirst()
            .orElseThrow();
    TaskStand waits =
        TaskStand.of(
            List.of(
                new TaskWord(
                    matte.key(),
                    TaskWord.Kind.WAITS,
                    "wren",
                    null,
                    null,
                    null,
                    "the look",
                    "p",
                    T)),
            OwedItem.State.OWED,
            k -> false);
    OpenWork w = of(List.of(shot("s", "A1", null, Map.of(matte.key(), waits), "plates")));
    assertThat(w.undated())
        .anySatisfy(
            u -> {
              assertThat(u.task().key()).isEqualTo(matte.key());
              assertThat(u.why())
                  .isEqualTo("waits for Wren: the look, and nobody has said until when");
            })
        .anySatisfy(u -> assertThat(u.why()).startsWith("comes after “" + matte.label() + "”"));
    // Done, nothing waits for it.
    OpenWork done = of(List.of(shot("s", "A1", null, Map.of(), "plates", matte.key())));
    assertThat(done.tasks()).noneMatch(t -> t.key().equals(matte.key()));
    assertThat(done.tasks()).noneMatch(t -> t.after().contains("s " + matte.key()));
  }

  @Test
  void aPlateThatIsWaitedForHoldsByItsOwnDay() {
    LocalDate day = MONDAY.plusDays(2);
    OpenWork.ShotStand s = shot("s", "A1", day, Map.of());
    Plan.Task first =
        s.plan().tasks().stream()
            .filter(t -> WorkStep.of(t.kind()).onPlates())
            .findFirst()
            .orElseThrow();
    TaskStand waits =
        TaskStand.of(
            List.of(
                new TaskWord(
                    first.key(),
                    TaskWord.Kind.WAITS,
                    null,
                    s.plan().plates().get(0).key(),
                    null,
                    null,
                    "",
                    "p",
                    T)),
            OwedItem.State.OWED,
            k -> false);
    OpenWork w = of(List.of(shot("s", "A1", day, Map.of(first.key(), waits))));
    assertThat(w.undated()).isEmpty();
    assertThat(w.tasks())
        .filteredOn(t -> t.key().equals(first.key()))
        .allMatch(t -> t.from().equals(day.plusDays(1)));
  }

  /** What is decided elsewhere and not made has no hours: it is counted on, and told. */
  @Test
  void aLookThatIsTakenOverIsCountedOn() {
    OpenWork.ShotStand on = shot("on", "E3", null, Map.of(), "plates");
    OpenWork.ShotStand s = shot("s", "A1", null, Map.of(), "plates");
    OpenWork w = of(List.of(s, on), new Lean("s", "on", Lean.What.LOOK));
    assertThat(w.counted().get("s")).containsExactly("look of on");
    assertThat(w.tasks()).anyMatch(t -> t.shot().equals("s"));
  }

  /** A matte that is taken over is made first, in the other shot. */
  @Test
  void aShotThatLeansWaitsForWhatItTakesOver() {
    OpenWork.ShotStand on = shot("on", "A2", null, Map.of(), "plates");
    OpenWork.ShotStand s = shot("s", "A1", null, Map.of(), "plates");
    OpenWork w = of(List.of(s, on), new Lean("s", "on", Lean.What.MATTE));
    List<String> mattes =
        on.plan().tasks().stream()
            .filter(
                t ->
                    List.of(
                            TaskKind.SPLIT_MATTE,
                            TaskKind.HAND_MATTE,
                            TaskKind.BRUSH_MATTE,
                            TaskKind.CUT_OUT)
                        .contains(t.kind()))
            .map(t -> "on " + t.key())
            .toList();
    assertThat(mattes).isNotEmpty();
    assertThat(w.tasks())
        .filteredOn(t -> t.shot().equals("s") && WorkStep.of(t.kind()).onPlates())
        .isNotEmpty()
        .allSatisfy(t -> assertThat(t.after()).containsAll(mattes));
    List<Hand> hands = List.of(Crews.usual("a"), Crews.usual("b"));
    Schedule laid = ScheduleSearch.best(w.tasks(), Crews.from(hands), MONDAY);
    Map<String, LocalDate> last = new HashMap<>();
    laid.slots().forEach((id, slot) -> last.put(id, slot.last()));
    w.tasks().stream()
        .filter(t -> t.after().containsAll(mattes))
        .forEach(
            t ->
                mattes.forEach(
                    m ->
                        assertThat(laid.slots().get(t.id()).first())
                            .isAfterOrEqualTo(last.get(m))));
  }

  /** What is advised is what comes of it: each is done and laid again. */
  @Test
  void adviceBringsWhatItSays() {
    List<OpenTask> tasks = new ArrayList<>();
    for (int i = 0; i < 4; i++) {
      tasks.add(Crews.given("s" + i, "comp", 10, "a"));
    }
    List<Hand> hands = List.of(Crews.usual("a"), Crews.usual("b"));
    Schedule now = ScheduleSearch.best(tasks, Crews.from(hands), MONDAY.plusDays(3));
    assertThat(now.worth().late()).isEqualTo(1);
    List<WorkAdvice> advice = WorkAdvice.of(tasks, Crews.from(hands), now);
    WorkAdvice give =
        advice.stream().filter(a -> a.kind() == WorkAdvice.Kind.GIVE).findFirst().orElseThrow();
    assertThat(give.person()).isEqualTo("b");
    List<OpenTask> done =
        tasks.stream()
            .map(t -> give.tasks().contains(t) ? Crews.given(t.shot(), t.key(), 10, "b") : t)
            .toList();
    Schedule then =
        ScheduleSearch.ordered(done, Crews.from(hands), MONDAY.plusDays(3), now.order());
    assertThat(now.worth().late() - then.worth().late()).isEqualTo(give.fewerLate());
    assertThat(then.end().until(now.end(), ChronoUnit.DAYS)).isEqualTo(give.sooner());
    // Asked what if, it is laid as it will be once it is so.
    WhatIf.Beside beside =
        give.otherwise().checked(tasks, Crews.from(hands)).beside(tasks, Crews.from(hands), now);
    Schedule taken = ScheduleSearch.after(done, Crews.from(hands), MONDAY.plusDays(3), now.order());
    assertThat(where(beside.then())).isEqualTo(where(taken));
    assertThat(beside.then().worth().late()).isLessThanOrEqualTo(then.worth().late());
    assertThat(beside.shifts())
        .as("each shot that is done on another day, and no other")
        .hasSize(
            (int)
                now.shots().stream()
                    .filter(
                        e ->
                            taken.shots().stream()
                                .noneMatch(
                                    x -> x.shot().equals(e.shot()) && x.day().equals(e.day())))
                    .count());
    Costs costs = new Costs(0, 0, null, "EUR");
    assertThat(LaidCost.words(beside, paid("a", "b"), costs)).contains("100").endsWith("more.");
    assertThat(LaidCost.words(beside, paid("a"), costs)).as("nobody said what b costs").isEmpty();
    // More hands do not help where all is given away already.
    assertThat(advice).noneMatch(a -> a.kind() == WorkAdvice.Kind.HANDS);
  }

  /** A trial that leaves work without a day does not say that all is done sooner. */
  @Test
  void whatWouldHaveNoDayIsToldFirst() {
    List<OpenTask> tasks = List.of(Crews.given("s", "comp", 10, "a"), Crews.task("t", "comp", 30));
    Calendars days =
        Crews.from(
            List.of(
                Crews.usual("a"),
                new Hand(
                    "gone",
                    "gone",
                    WorkingTime.usual(8),
                    new Part(1, null, MONDAY),
                    Skills.ANY,
                    d -> null)));
    Schedule now = ScheduleSearch.best(tasks, days, null);
    WhatIf.Beside b =
        WhatIf.given(List.of(tasks.get(1)), "gone").checked(tasks, days).beside(tasks, days, now);
    assertThat(b.sooner()).isPositive();
    assertThat(b.words()).startsWith("One task would have no day").doesNotContain("sooner");
    assertThat(b.shifts()).contains(new WhatIf.Shift("t", now.end(), null));
  }

  private static Map<String, String> where(Schedule s) {
    Map<String, String> out = new HashMap<>();
    s.slots().forEach((id, slot) -> out.put(id, slot.hand() + " " + slot.pieces()));
    return out;
  }

  /** The first 30 an hour, the next 40. */
  private static PayTerms paid(String... people) {
    List<PayTerms.PersonPay> each = new ArrayList<>();
    for (String p : people) {
      each.add(new PayTerms.PersonPay(p, 30 + 10 * each.size()));
    }
    return new PayTerms(List.of(), each, 0, 0, 8, 0, List.of());
  }

  @Test
  void whatCannotBeTriedNamesItsField() {
    List<OpenTask> tasks = List.of(Crews.task("s", "comp", 10));
    Calendars days =
        Crews.from(
            List.of(
                Crews.of(
                    "a",
                    WorkingTime.usual(8),
                    new Skills(List.of(new Skills.Skill(TaskKind.PAINT, 1))))));
    WhatIf.Give unknown = new WhatIf.Give("x", "a");
    WhatIf.Give cannot = new WhatIf.Give(OpenWork.id("s", "comp"), "a");
    WhatIf.Give nobody = new WhatIf.Give(OpenWork.id("s", "comp"), "z");
    WhatIf.Sooner before = new WhatIf.Sooner(OpenWork.id("s", "comp"), MONDAY.minusDays(1));
    Map<WhatIf, String> wrong = new LinkedHashMap<>();
    wrong.put(new WhatIf(List.of(), List.of(), null), "gives");
    for (WhatIf.Give g : Arrays.asList(unknown, cannot, nobody, null)) {
      wrong.put(new WhatIf(Arrays.asList(g), List.of(), null), "gives");
    }
    wrong.put(new WhatIf(List.of(), List.of(before), null), "sooner");
    for (WhatIf.More more :
        List.of(
            new WhatIf.More(MONDAY.minusDays(1), null, 8),
            new WhatIf.More(MONDAY, MONDAY.minusDays(1), 8),
            new WhatIf.More(MONDAY, null, 24))) {
      wrong.put(new WhatIf(List.of(), List.of(), more), "more");
    }
    wrong.forEach(
        (w, field) ->
            assertThatThrownBy(() -> w.checked(tasks, days))
                .isInstanceOfSatisfying(
                    InvalidInput.class, e -> assertThat(e.field()).isEqualTo(field)));
  }

  /** What somebody has, in their order; what has no day is theirs too, and says why. */
  @Test
  void aPageOfSomebodysWork() {
    OpenWork.ShotStand plain = shot("s", "A1", null, Map.of(), "plates");
    String comp = "task:composite";
    TaskStand waits =
        TaskStand.of(
            List.of(
                new TaskWord(comp, TaskWord.Kind.GIVEN, "a", null, null, null, "", "p", T),
                new TaskWord(
                    comp, TaskWord.Kind.WAITS, null, null, null, null, "the look", "p", T)),
            OwedItem.State.OWED,
            k -> false);
    List<Hand> hands = List.of(Crews.usual("a"), Crews.usual("b"));
    OpenWork w =
        of(
            List.of(
                shot("s", "A1", null, Map.of(comp, waits), "plates"),
                shot("t", "A2", null, Map.of())));
    WorkPlan plan = new WorkPlan(w, ScheduleSearch.best(w.tasks(), Crews.from(hands), null), hands);
    assertThat(plan.left()).isTrue();
    assertThat(plan.of("a")).extracting(OpenTask::key).contains(comp);
    assertThat(plan.of("b")).extracting(OpenTask::key).doesNotContain(comp);
    assertThat(plan.held("s " + comp)).startsWith("waits for the look");
    assertThat(plan.held("s none")).isEmpty();
    // Neither shot has a day for all of its work; both say why, by code.
    assertThat(plan.shots())
        .extracting(e -> e.code() + " " + e.day())
        .containsExactly("s null", "t null");
    assertThat(plan.shots().get(1).why()).contains("no shooting day to come");
    assertThat(plain.plan().tasks()).extracting(Plan.Task::key).contains(comp);
  }

  @Test
  void whatOthersWaitForIsNamed() {
    List<OpenTask> tasks =
        List.of(
            Crews.given("s", "matte", 4, "a"),
            Crews.given("s", "comp", 4, "b", "s matte"),
            Crews.given("s", "grade", 1, "a", "s matte"));
    List<Hand> hands = List.of(Crews.usual("a"), Crews.usual("b"));
    WorkPlan plan =
        new WorkPlan(
            new OpenWork(tasks, List.of(), Map.of(), List.of()),
            ScheduleSearch.best(tasks, Crews.from(hands), null),
            hands);
    assertThat(plan.holdsUp("s matte", "a")).containsExactly("“comp” of s, b");
    assertThat(plan.of("a")).extracting(OpenTask::key).containsExactly("matte", "grade");
  }
}
