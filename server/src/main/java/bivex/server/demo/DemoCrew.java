package bivex.server.demo;

import bivex.core.crew.Part;
import bivex.core.crew.Skills;
import bivex.core.crew.WorkingTime;
import bivex.core.work.TaskWord;
import bivex.server.access.Member;
import bivex.server.keep.Membership;
import bivex.server.keep.Memberships;
import bivex.server.work.TaskDesk;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.springframework.stereotype.Component;

/** Who of the demo's crew works when, what they were given, and what they said of it. */
@Component
class DemoCrew {
  private static final String HOLIDAYS = "se";
  private final Memberships memberships;
  private final TaskDesk tasks;
  private final Clock clock;

  DemoCrew(Memberships memberships, TaskDesk tasks, Clock clock) {
    this.memberships = memberships;
    this.tasks = tasks;
    this.clock = clock;
  }

  /**
   * One artist is away for some days; the other has four short days a week, and comes later; the
   * coordinator helps for half of the day.
   */
  void hands(Member piotr, Member wren, Member tobin) {
    LocalDate today = LocalDate.now(clock);
    works(
        piotr,
        new WorkingTime(
            List.of(8.0, 8.0, 8.0, 8.0, 6.0, 0.0, 0.0),
            HOLIDAYS,
            List.of(new WorkingTime.Away(today.plusDays(9), today.plusDays(11), "moving house"))),
        new Part(1, null, null),
        Skills.ANY);
    works(
        wren,
        new WorkingTime(List.of(7.0, 7.0, 0.0, 7.0, 7.0, 0.0, 0.0), HOLIDAYS, List.of()),
        new Part(0.6, today.plusDays(2), null),
        Skills.ANY);
    works(
        tobin,
        new WorkingTime(List.of(8.0, 8.0, 8.0, 8.0, 8.0, 0.0, 0.0), HOLIDAYS, List.of()),
        new Part(0.5, today.plusDays(3), null),
        Skills.ANY);
  }

  private void works(Member who, WorkingTime time, Part part, Skills skills) {
    Membership m = memberships.find(who.productionId(), who.personId()).orElseThrow();
    m.person.hours = time;
    m.person.skills = skills;
    m.part = part;
    memberships.save(m);
  }

  /**
   * What was given and said until now.
   *
   * @param shots by their titles
   */
  void tasks(Member mara, Member piotr, Member wren, Map<String, UUID> shots) {
    LocalDate today = LocalDate.now(clock);
    UUID flags = shots.get("The signal flags vanish");
    say(mara, flags, given("task:B1/split", piotr));
    say(piotr, flags, hours("task:B1/split", TaskWord.Kind.WORKED, today.minusDays(1), 0.5));
    // More than fits on the days of one of them, which somebody should see.
    give(mara, wren, shots.get("The chart's whale swims"), "E4/drawing", "E4/cut", "E4/animate");
    give(mara, wren, shots.get("One leans across herself"), "A2/hand-matte", "A2/split");
    give(
        mara,
        wren,
        shots.get("The cork float is thrown across"),
        "A4/prop",
        "A4/prop-matte",
        "A4/removal",
        "A4/split",
        "composite");
    UUID creature = shots.get("The plankton woman");
    give(mara, wren, creature, "E3/looks", "E3/shoot", "E3/place", "E3/glow", "composite");
    UUID rain = shots.get("Rain that hangs");
    say(mara, rain, given("task:C3/hand-matte", piotr));
    say(piotr, rain, hours("task:C3/hand-matte", TaskWord.Kind.WORKED, today.minusDays(3), 3.0));
    say(piotr, rain, hours("task:C3/hand-matte", TaskWord.Kind.LEFT, null, 5.0));
    say(
        mara,
        creature,
        new TaskDesk.TaskSaying(
            null,
            "task:E3/place",
            TaskWord.Kind.WAITS,
            mara.personId(),
            null,
            today.plusDays(7),
            null,
            "which of the looks it is"));
  }

  private void give(Member by, Member to, UUID shot, String... tasks) {
    for (String task : tasks) {
      say(by, shot, given("task:" + task, to));
    }
  }

  private void say(Member by, UUID shot, TaskDesk.TaskSaying what) {
    tasks.say(by, shot, new TaskDesk.TaskSayings(List.of(what)));
  }

  private static TaskDesk.TaskSaying given(String task, Member to) {
    return new TaskDesk.TaskSaying(
        null, task, TaskWord.Kind.GIVEN, to.personId(), null, null, null, "");
  }

  private static TaskDesk.TaskSaying hours(
      String task, TaskWord.Kind kind, LocalDate day, double hours) {
    return new TaskDesk.TaskSaying(null, task, kind, null, null, day, hours, "");
  }
}
