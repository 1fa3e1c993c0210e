package bivex.server.book;

import bivex.core.crew.Hand;
import bivex.core.effort.EstimateErrors;
import bivex.core.shot.Lean;
import bivex.core.shot.OwedItem;
import bivex.core.work.Calendars;
import bivex.core.work.MorningSheet;
import bivex.core.work.OpenTask;
import bivex.core.work.OpenWork;
import bivex.core.work.Promise;
import bivex.core.work.Schedule;
import bivex.core.work.ScheduleSearch;
import bivex.core.work.WhatIf;
import bivex.core.work.WorkAdvice;
import bivex.core.work.WorkFiles;
import bivex.core.work.WorkPlan;
import bivex.server.access.Member;
import bivex.server.keep.ShotLean;
import bivex.server.keep.ShotLeans;
import bivex.server.keep.Stamps;
import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.locks.ReentrantLock;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.util.function.SingletonSupplier;

/**
 * Who does what when on a production, as the core lays it, kept until something changes or the day
 * ends. After a change the search goes on from the order that was good before.
 */
@Component
public class WorkBook {
  private static final long MOST_TASKS = 20_000;

  private final ShotBook book;
  private final Teams teams;
  private final ShotLeans leans;
  private final Stamps stamps;
  private final Clock clock;
  private final Cache<UUID, Kept> kept =
      Caffeine.newBuilder()
          .maximumWeight(MOST_TASKS)
          .weigher((UUID id, Kept k) -> 1 + k.work.plan.open().tasks().size())
          .build();
  private final Map<UUID, ReentrantLock> turns = new ConcurrentHashMap<>();

  WorkBook(ShotBook book, Teams teams, ShotLeans leans, Stamps stamps, Clock clock) {
    this.book = book;
    this.teams = teams;
    this.leans = leans;
    this.stamps = stamps;
    this.clock = clock;
  }

  private record Kept(long stamp, LocalDate today, LocalDate due, Work work) {}

  /** The work as it is laid; what takes longer is reckoned when somebody asks for it, once. */
  public static final class Work {
    private final List<ShotBook.Page> pages;
    private final List<Hand> hands;
    private final WorkPlan plan;
    private final Supplier<Promise> promise;
    private final Supplier<List<WorkAdvice>> advice;
    private final Supplier<WorkFiles> files;
    private final Calendars calendars;

    Work(
        List<ShotBook.Page> pages,
        Calendars calendars,
        OpenWork open,
        Schedule schedule,
        Supplier<WorkFiles> files) {
      this.pages = pages;
      this.calendars = calendars;
      this.files = SingletonSupplier.of(files);
      hands = calendars.hands();
      plan = new WorkPlan(open, schedule, hands);
      List<OpenTask> tasks = open.tasks();
      promise =
          SingletonSupplier.of(
              () -> Promise.of(tasks, calendars, schedule, EstimateErrors.SAMPLES));
      advice = SingletonSupplier.of(() -> WorkAdvice.of(tasks, calendars, schedule));
    }

    /** All shots in the picture. */
    public List<ShotBook.Page> pages() {
      return pages;
    }

    /** All who work on the production. */
    public List<Hand> hands() {
      return hands;
    }

    /** Versions of what the tasks of all shots make, also of those out of the picture. */
    public WorkFiles files() {
      return files.get();
    }

    public WorkPlan plan() {
      return plan;
    }

    /** Null where no task has a day. */
    public Promise promise() {
      return promise.get();
    }

    public List<WorkAdvice> advice() {
      return advice.get();
    }

    /** A day's work on one page. */
    public MorningSheet morning(LocalDate day) {
      return MorningSheet.of(
          day, plan, hands, files(), pages.stream().map(p -> p.shot().id.toString()).toList());
    }

    /** The work laid with something otherwise, beside how it is laid. */
    public WhatIf.Beside beside(WhatIf otherwise) {
      List<OpenTask> tasks = plan.open().tasks();
      return otherwise.checked(tasks, calendars).beside(tasks, calendars, plan.schedule());
    }
  }

  /**
   * The work as it stands. Never asked inside a transaction: nobody holds a connection while it is
   * laid, or while somebody else lays it.
   */
  public Work of(Member me) {
    UUID id = me.productionId();
    LocalDate today = LocalDate.now(clock);
    LocalDate due = me.production().dueOn;
    // Read before the rows are, so that what is kept is never older than it says.
    long stamp = me.stamp() == null ? stamps.of(id) : me.stamp();
    Kept k = kept.getIfPresent(id);
    if (fresh(k, stamp, today)) {
      return k.work;
    }
    ReentrantLock turn = turns.computeIfAbsent(id, x -> new ReentrantLock());
    turn.lock();
    try {
      k = kept.getIfPresent(id);
      if (fresh(k, stamp, today)) {
        return k.work;
      }
      Kept made = new Kept(stamp, today, due, laid(me, today, due, k));
      kept.put(id, made);
      return made.work;
    } finally {
      turn.unlock();
    }
  }

  private static boolean fresh(Kept k, long stamp, LocalDate today) {
    return k != null && k.stamp >= stamp && k.today.equals(today);
  }

  private Work laid(Member me, LocalDate today, LocalDate due, Kept before) {
    List<ShotBook.Page> all = book.all(me);
    List<ShotBook.Page> pages = all.stream().filter(p -> !p.shot().omitted).toList();
    List<Lean> leant =
        leans.findByProductionIdOrderBySaidAt(me.productionId()).stream()
            .map(ShotLean::lean)
            .toList();
    Calendars calendars = Calendars.of(teams.of(me.production()), today);
    OpenWork open =
        OpenWork.of(
            pages.stream().map(WorkBook::stand).toList(),
            leant,
            calendars.hands().stream().collect(Collectors.toMap(Hand::id, Hand::name)),
            today);
    Schedule schedule =
        before == null || before.work.plan.schedule().order().isEmpty()
            ? ScheduleSearch.best(open.tasks(), calendars, due)
            : ScheduleSearch.after(
                open.tasks(), calendars, due, before.work.plan.schedule().order());
    return new Work(
        pages,
        calendars,
        open,
        schedule,
        () -> new WorkFiles(all.stream().map(p -> p.work(me.production())).toList(), leant));
  }

  private static OpenWork.ShotStand stand(ShotBook.Page p) {
    List<OwedItem> items = p.ledger().items();
    return new OpenWork.ShotStand(
        p.shot().id.toString(),
        p.shot().code,
        p.plan(),
        items,
        p.ledger().stage(),
        p.day() == null ? null : p.day().shootOn,
        p.tasks());
  }
}
