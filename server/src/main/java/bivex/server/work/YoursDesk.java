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
import bivex.server.keep.JournalEntries;
import bivex.server.keep.JournalEntry;
import bivex.server.keep.Memberships;
import bivex.server.keep.Stamps;
import bivex.server.keep.Transactions;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.data.domain.PageRequest;
import org.springframework.stereotype.Component;

/** The page of somebody with work: their tasks in the order to do them. */
@Component
public class YoursDesk {
  private static final int MOST_NEWS = 30;
  private static final int LOOKED_AT = 500;

  private final WorkBook work;
  private final Memberships memberships;
  private final JournalEntries journal;
  private final Stamps stamps;
  private final Transactions transactions;

  YoursDesk(
      WorkBook work,
      Memberships memberships,
      JournalEntries journal,
      Stamps stamps,
      Transactions transactions) {
    this.work = work;
    this.memberships = memberships;
    this.journal = journal;
    this.stamps = stamps;
    this.transactions = transactions;
  }

  /** Something others did to a shot. */
  public record SinceLine(
      long id, Instant at, String who, String action, String detail, UUID shot) {}

  /**
   * What others did to somebody's shots since they looked.
   *
   * @param stamp up to which it tells; said back once it was looked at
   * @param more whether there is more than is told
   * @param first whether they never looked: they are told nothing of what was before
   */
  public record SinceView(long stamp, List<SinceLine> lines, boolean more, boolean first) {}

  /** Up to which change somebody looked. */
  public record SeenUpTo(long stamp) {}

  /** What others did to the shots somebody works on since they looked, the newest first. */
  public SinceView news(Member me) {
    long now = me.stamp() == null ? stamps.of(me.productionId()) : me.stamp();
    String my = me.personId().toString();
    WorkBook.Work w = work.of(me);
    Set<UUID> shots =
        Stream.concat(
                w.pages().stream()
                    .filter(p -> p.tasks().values().stream().anyMatch(t -> my.equals(t.holder())))
                    .map(p -> p.shot().id),
                w.plan().of(my).stream().map(t -> UUID.fromString(t.shot())))
            .collect(Collectors.toSet());
    return transactions.read(
        () -> {
          Long seen =
              memberships.find(me.productionId(), me.personId()).map(m -> m.seenStamp).orElse(null);
          if (seen == null) {
            return new SinceView(now, List.of(), false, true);
          }
          List<JournalEntry> since =
              journal.since(me.productionId(), seen, me.personId(), PageRequest.of(0, LOOKED_AT));
          List<SinceLine> lines =
              since.stream()
                  .filter(e -> e.stamp <= now)
                  .flatMap(e -> line(e, shots).stream())
                  .toList();
          return new SinceView(
              now,
              lines.stream().limit(MOST_NEWS).toList(),
              lines.size() > MOST_NEWS || since.size() == LOOKED_AT,
              false);
        });
  }

  /** A change that was of one of these shots, told of the first. */
  private static Optional<SinceLine> line(JournalEntry e, Set<UUID> shots) {
    return e.shots == null
        ? Optional.empty()
        : e.shots.stream()
            .filter(shots::contains)
            .findFirst()
            .map(s -> new SinceLine(e.id, e.at, e.who, e.action, e.detail, s));
  }

  /** Somebody has looked up to a change. */
  public void saw(Member me, SeenUpTo in) {
    long now = stamps.of(me.productionId());
    transactions.write(
        () -> memberships.saw(me.productionId(), me.personId(), Math.min(in.stamp(), now)));
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
            i ->
                i.open()
                    && (i.kind() == OwedItem.Kind.NOTE && i.who() == OwedItem.Who.ARTIST
                        || i.kind() == OwedItem.Kind.DATUM))
        .map(i -> i.label() + (i.reason().isEmpty() ? "" : ": " + i.reason()))
        .toList();
  }
}
