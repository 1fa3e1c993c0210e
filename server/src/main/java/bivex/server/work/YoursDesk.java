package bivex.server.work;

import bivex.core.method.Plan;
import bivex.core.shot.OwedItem;
import bivex.core.work.OpenTask;
import bivex.core.work.TaskStand;
import bivex.core.work.WorkFile;
import bivex.core.work.WorkFiles;
import bivex.core.work.WorkPlan;
import bivex.server.access.Member;
import bivex.server.book.ShotBook;
import bivex.server.book.WorkBook;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** The page of somebody with work: their tasks in the order to do them. */
@Component
public class YoursDesk {
  private final WorkBook work;

  YoursDesk(WorkBook work) {
    this.work = work;
  }

  /** A plate to work from, and how it stands. */
  public record YourPlate(String label, String standing) {}

  /**
   * A task of somebody's, with what is needed to do it.
   *
   * @param proposed whether nobody gave it to them, and the schedule does
   * @param intent of the shot
   * @param plates it is made from
   * @param from versions of other work it is made from
   * @param questions open ones and notes, of the shot
   * @param holdsUp work of others that waits for it, in words
   */
  public record YourTask(
      TaskLines.TaskLine line,
      boolean proposed,
      String intent,
      List<YourPlate> plates,
      List<WorkFiles.Offered> from,
      List<String> questions,
      List<String> holdsUp) {}

  /**
   * The page of somebody with work.
   *
   * @param more how many there are beyond those told
   * @param stale work of theirs that is done, of which something stands otherwise since
   */
  public record YoursView(
      LocalDate today,
      TaskLines.Who you,
      List<YourTask> tasks,
      int more,
      List<TaskLines.TaskLine> stale) {}

  private static final int MOST_OF_YOURS = 60;

  /** Their tasks in the order to do them; what their clock runs on comes first. */
  public YoursView yours(Member me) {
    WorkBook.Work w = work.of(me);
    WorkPlan plan = w.plan();
    TaskLines lines = new TaskLines(w);
    String my = me.personId().toString();
    Map<String, ShotBook.Page> pages =
        w.pages().stream()
            .collect(Collectors.toMap(p -> p.shot().id.toString(), Function.identity()));
    List<OpenTask> mine = plan.of(my);
    return new YoursView(
        plan.schedule().today(),
        new TaskLines.Who(me.personId(), me.name()),
        mine.stream()
            .limit(MOST_OF_YOURS)
            .map(
                t -> {
                  ShotBook.Page p = pages.get(t.shot());
                  return new YourTask(
                      lines.line(p, task(p, t.key())),
                      !my.equals(t.holder()),
                      p.shot().intent,
                      plates(p),
                      w.files().offered(t.shot(), t.key()).stream()
                          .filter(f -> f.source().kind() == WorkFile.SourceKind.FILE)
                          .toList(),
                      questions(p),
                      plan.holdsUp(t.id(), my));
                })
            .toList(),
        Math.max(0, mine.size() - MOST_OF_YOURS),
        w.pages().stream().flatMap(p -> stale(w, p, my).map(t -> lines.line(p, t))).toList());
  }

  /** Work on a shot that is done, and stale, as far as somebody is told. */
  private static Stream<Plan.Task> stale(WorkBook.Work w, ShotBook.Page p, String my) {
    return p.plan().tasks().stream()
        .filter(
            t -> {
              TaskStand stand = p.tasks().get(t.key());
              return stand.state() == TaskStand.State.DONE
                  && w.files().tells(p.shot().id.toString(), t.key(), stand.holder(), my);
            });
  }

  private static Plan.Task task(ShotBook.Page p, String key) {
    return p.plan().tasks().stream().filter(t -> t.key().equals(key)).findFirst().orElseThrow();
  }

  private static List<YourPlate> plates(ShotBook.Page p) {
    return p.plan().plates().stream()
        .map(
            plate -> {
              OwedItem item =
                  p.ledger().items().stream()
                      .filter(i -> i.key().equals(plate.key()))
                      .findFirst()
                      .orElse(null);
              return new YourPlate(plate.label(), item == null ? "" : item.reason());
            })
        .toList();
  }

  private static List<String> questions(ShotBook.Page p) {
    return p.ledger().items().stream()
        .filter(
            i -> i.open() && (i.kind() == OwedItem.Kind.NOTE || i.kind() == OwedItem.Kind.DATUM))
        .map(i -> i.label() + (i.reason().isEmpty() ? "" : ": " + i.reason()))
        .toList();
  }
}
