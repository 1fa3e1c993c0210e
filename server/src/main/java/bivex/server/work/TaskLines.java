package bivex.server.work;

import bivex.core.effort.Estimate;
import bivex.core.method.Plan;
import bivex.core.work.OpenTask;
import bivex.core.work.OpenWork;
import bivex.core.work.Schedule;
import bivex.core.work.TaskStand;
import bivex.core.work.WorkPlan;
import bivex.server.book.ShotBook;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.UUID;

/** Tasks as lines, from one state of the work. */
public final class TaskLines {
  /** Somebody, by name. */
  public record Who(UUID id, String name) {}

  /**
   * A task as it stands and as it is laid.
   *
   * @param given whom it is given to; null for nobody
   * @param doing who does it as laid: as given, or as proposed; null where it has no day
   * @param begunBy by when it must be begun, in words; empty where nothing asks for it
   * @param left hours
   * @param said whether somebody said how many are left
   * @param running whose clocks run on it
   * @param spent hours so far, by person
   * @param why it is not sooner, or has no day; empty where nothing holds it
   * @param over whether more hours went by than its high estimate had
   */
  public record TaskLine(
      UUID shot,
      String code,
      String title,
      String id,
      String key,
      String label,
      String kind,
      TaskStand.State state,
      String standing,
      Who given,
      LocalDate notBefore,
      Who doing,
      LocalDate first,
      LocalDate last,
      String begunBy,
      Estimate whole,
      Estimate left,
      boolean said,
      List<Clocked> running,
      List<Spent> spent,
      String why,
      boolean over) {}

  /** A clock that runs. */
  public record Clocked(Who who, Instant since) {}

  /** Hours somebody worked. */
  public record Spent(Who who, double hours) {}

  private final WorkPlan plan;

  TaskLines(WorkPlan plan) {
    this.plan = plan;
  }

  private Who who(String id) {
    return id == null ? null : new Who(UUID.fromString(id), plan.name(id));
  }

  TaskLine line(ShotBook.Page page, Plan.Task t) {
    String id = OpenWork.id(page.shot().id.toString(), t.key());
    TaskStand stand = page.tasks().get(t.key());
    Schedule.Slot slot = plan.schedule().slots().get(id);
    OpenTask task = plan.task(id);
    return new TaskLine(
        page.shot().id,
        page.shot().code,
        page.shot().title,
        id,
        t.key(),
        t.label(),
        t.kind().words(),
        stand.state(),
        stand.words(),
        who(stand.given()),
        stand.notBefore(),
        slot == null ? null : who(slot.hand()),
        slot == null ? null : slot.first(),
        slot == null ? null : slot.last(),
        slot == null ? "" : slot.begunBy(plan.schedule().today()),
        t.hours(),
        task == null ? Estimate.NONE : task.left(),
        stand.left() != null,
        stand.running().entrySet().stream()
            .map(e -> new Clocked(who(e.getKey()), e.getValue()))
            .toList(),
        stand.by().entrySet().stream().map(e -> new Spent(who(e.getKey()), e.getValue())).toList(),
        plan.held(id),
        stand.over(t.hours()));
  }
}
