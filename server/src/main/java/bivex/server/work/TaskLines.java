package bivex.server.work;

import bivex.core.effort.Estimate;
import bivex.core.method.Plan;
import bivex.core.work.OpenTask;
import bivex.core.work.OpenWork;
import bivex.core.work.Schedule;
import bivex.core.work.TaskStand;
import bivex.core.work.WorkFile;
import bivex.core.work.WorkFiles;
import bivex.core.work.WorkPlan;
import bivex.server.book.ShotBook;
import bivex.server.book.WorkBook;
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
   * @param version number of the version of what it makes that is worked with; 0 for none
   * @param stale what stands otherwise than that was made for, in words
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
      boolean over,
      int version,
      List<String> stale) {}

  /** A clock that runs. */
  public record Clocked(Who who, Instant since) {}

  /** Hours somebody worked. */
  public record Spent(Who who, double hours) {}

  private final WorkPlan plan;
  private final WorkFiles files;

  TaskLines(WorkBook.Work work) {
    this.plan = work.plan();
    this.files = work.files();
  }

  private Who who(String id) {
    return id == null ? null : new Who(UUID.fromString(id), plan.name(id));
  }

  TaskLine line(ShotBook.Page page, Plan.Task t) {
    String id = OpenWork.id(page.shot().id.toString(), t.key());
    TaskStand stand = page.tasks().get(t.key());
    Schedule.Slot slot = plan.schedule().slots().get(id);
    OpenTask task = plan.task(id);
    String shot = page.shot().id.toString();
    WorkFile newest = files.shot(shot).newest(t.key());
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
        stand.over(t.hours()),
        newest == null ? 0 : newest.number(),
        files.stale(shot, t.key()).stream().map(WorkFiles.Stale::words).toList());
  }
}
