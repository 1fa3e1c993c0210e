package bivex.server.work;

import bivex.core.InvalidInput;
import bivex.core.crew.Hand;
import bivex.core.effort.Estimate;
import bivex.core.money.LaidCost;
import bivex.core.work.MorningSheet;
import bivex.core.work.OpenTask;
import bivex.core.work.Outlook;
import bivex.core.work.Promise;
import bivex.core.work.Schedule;
import bivex.core.work.WhatIf;
import bivex.core.work.WorkAdvice;
import bivex.core.work.WorkPlan;
import bivex.server.access.Member;
import bivex.server.book.ShotBook;
import bivex.server.book.WorkBook;
import bivex.server.keep.Shot;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** Who does what when, and what people say of their tasks. */
@Component
public class WorkDesk {
  private static final int MOST_DAYS = 92;

  private final WorkBook work;

  WorkDesk(WorkBook work) {
    this.work = work;
  }

  /** Hours of a task on a day. */
  public record PieceView(UUID shot, String code, String task, String label, double hours) {}

  /**
   * @param late hours laid after the due day
   */
  public record LoadDay(LocalDate date, double laid, boolean late, List<PieceView> pieces) {}

  /**
   * What somebody has on each day.
   *
   * @param hours all that is laid on them, whenever
   */
  public record LoadView(UUID person, double hours, List<LoadDay> days) {}

  /**
   * @param day by which its work is done as reckoned; null where some of it has no day
   * @param late days
   * @param chain tasks its end hangs on, the last first, by id
   * @param why it is not sooner, or has no day
   */
  public record ShotWorkView(
      UUID id,
      String code,
      String title,
      LocalDate day,
      long late,
      List<String> chain,
      String why) {}

  /**
   * @param half day by which its work is done in 5 of 10 cases
   * @param most in 8 of 10
   * @param chance to be in time, in words; null without a due day
   */
  public record ShotPromiseView(UUID id, LocalDate half, LocalDate most, String chance) {}

  /**
   * @param share of the spread of the last day that goes with this shot, 0 to 1
   */
  public record RiskView(UUID shot, String code, double share) {}

  /**
   * @param chance to be done by the due day, in words; null without a due day
   * @param without shots of which some work has no day, so that nothing is promised for them
   */
  public record PromiseView(
      LocalDate half, LocalDate most, String chance, int without, List<RiskView> risks) {}

  /**
   * What would help, as it was tried.
   *
   * @param what to do, in words
   * @param words that, and what it brings
   * @param gives what is given by following it; empty where it is for people to arrange
   * @param otherwise what was tried, to be asked again
   */
  public record AdviceView(
      WorkAdvice.Kind kind, String what, String words, List<GiveView> gives, NewWhatIf otherwise) {}

  /**
   * @param task by id
   * @param key within its shot
   * @param person null for whoever is first free
   */
  public record GiveView(UUID shot, String task, String key, UUID person) {}

  /** What might be otherwise. Lists and what is more may be left out. */
  public record NewWhatIf(List<WhatIf.Give> gives, List<WhatIf.Sooner> sooner, WhatIf.More more) {
    private static NewWhatIf of(WhatIf w) {
      return new NewWhatIf(w.gives(), w.sooner(), w.more());
    }

    private WhatIf asked() {
      return new WhatIf(
          gives == null ? List.of() : gives, sooner == null ? List.of() : sooner, more);
    }
  }

  /**
   * @param now day its work is done as it is laid; null for none
   * @param then day it would be
   */
  public record ShiftView(UUID shot, LocalDate now, LocalDate then) {}

  /**
   * How the work would lie; nothing of it is kept.
   *
   * @param brings in words
   * @param costs in words; empty where nobody has said what an hour costs
   * @param end day all is done, then; null where some work would have no day
   * @param loads of those who are there
   * @param moreHours laid on the hands that are not there yet
   * @param shifts shots that are done on another day
   */
  public record WhatIfView(
      String brings,
      String costs,
      LocalDate end,
      List<LoadView> loads,
      double moreHours,
      List<ShiftView> shifts) {}

  /** Lays the work with something otherwise, beside how it is laid. */
  public WhatIfView whatIf(Member me, NewWhatIf in, LocalDate from, int days) {
    InvalidInput.within("days", days, 1, MOST_DAYS);
    WorkBook.Work w = work.of(me);
    WhatIf.Beside b = w.beside(in.asked());
    LocalDate first = from == null ? b.now().today() : from;
    return new WhatIfView(
        b.words(),
        LaidCost.words(b, me.production().terms(), me.production().costs()),
        b.lost() > 0 ? null : b.then().end(),
        w.hands().stream().map(h -> load(h, b.then(), first, days)).toList(),
        b.then().of(WhatIf.ONE_MORE).stream().mapToDouble(Schedule.Slot::hours).sum(),
        b.shifts().stream()
            .map(s -> new ShiftView(UUID.fromString(s.shot()), s.now(), s.then()))
            .toList());
  }

  /** What is counted on as if it were there. */
  public record CountedOn(UUID shot, String code, List<String> labels) {}

  /**
   * @param end day all work that has a day is done as reckoned
   * @param hours that are left of it
   * @param shots the earliest first, those without a day last
   * @param unplanned codes of the shots without a plan, whose work nobody knows
   */
  public record WorkView(
      LocalDate today,
      LocalDate due,
      LocalDate end,
      Estimate hours,
      List<LoadView> loads,
      List<ShotWorkView> shots,
      List<CountedOn> counted,
      List<String> unplanned) {}

  /**
   * @param from first day of the loads
   * @param days how many
   */
  public WorkView work(Member me, LocalDate from, int days) {
    InvalidInput.within("days", days, 1, MOST_DAYS);
    WorkBook.Work w = work.of(me);
    WorkPlan plan = w.plan();
    Schedule s = plan.schedule();
    LocalDate first = from == null ? s.today() : from;
    Map<String, Shot> shots =
        w.pages().stream()
            .map(ShotBook.Page::shot)
            .collect(Collectors.toMap(x -> x.id.toString(), Function.identity()));
    return new WorkView(
        s.today(),
        s.dueOn(),
        s.end(),
        plan.open().hours(),
        w.hands().stream().map(h -> load(h, s, first, days)).toList(),
        plan.shots().stream()
            .map(
                e ->
                    new ShotWorkView(
                        UUID.fromString(e.shot()),
                        e.code(),
                        shots.get(e.shot()).title,
                        e.day(),
                        e.late(),
                        e.chain(),
                        e.why()))
            .toList(),
        plan.open().counted().entrySet().stream()
            .map(
                c ->
                    new CountedOn(
                        UUID.fromString(c.getKey()), shots.get(c.getKey()).code, c.getValue()))
            .sorted(Comparator.comparing(CountedOn::code))
            .toList(),
        plan.open().unplanned());
  }

  /** A day's work on one page: who is on what, what stops, what is late, what is stale. */
  public MorningSheet morning(Member me, LocalDate day) {
    WorkBook.Work w = work.of(me);
    return w.morning(day == null ? w.plan().schedule().today() : day);
  }

  /**
   * What may be promised, what it hangs on, and what would help.
   *
   * @param hours that are left of all work that has a day
   * @param promise null where no task has a day
   * @param outlook against the due day
   */
  public record OutlookView(
      Estimate hours,
      PromiseView promise,
      Outlook outlook,
      List<AdviceView> advice,
      List<ShotPromiseView> shots,
      List<String> unplanned) {}

  public OutlookView outlook(Member me) {
    WorkBook.Work w = work.of(me);
    WorkPlan plan = w.plan();
    Set<String> without =
        plan.shots().stream()
            .filter(e -> e.day() == null)
            .map(Schedule.ShotEnd::shot)
            .collect(Collectors.toSet());
    Promise p = w.promise();
    return new OutlookView(
        plan.open().hours(),
        p == null ? null : promise(p, without.size()),
        Outlook.of(p, plan.schedule().dueOn(), without.size(), plan.left()),
        w.advice().stream().map(WorkDesk::advice).toList(),
        p == null
            ? List.of()
            : p.shots().stream()
                .filter(x -> !without.contains(x.shot()))
                .map(
                    x ->
                        new ShotPromiseView(
                            UUID.fromString(x.shot()), x.half(), x.most(), chance(x.chance())))
                .toList(),
        plan.open().unplanned());
  }

  private static String chance(Double of) {
    return of == null ? null : Promise.words(of);
  }

  private static AdviceView advice(WorkAdvice a) {
    return new AdviceView(
        a.kind(),
        a.what(),
        a.words(),
        a.otherwise().gives().isEmpty()
            ? List.of()
            : a.tasks().stream()
                .map(
                    t ->
                        new GiveView(
                            UUID.fromString(t.shot()),
                            t.id(),
                            t.key(),
                            a.person() == null ? null : UUID.fromString(a.person())))
                .toList(),
        NewWhatIf.of(a.otherwise()));
  }

  private static PromiseView promise(Promise p, int without) {
    return new PromiseView(
        p.half(),
        p.most(),
        chance(p.chance()),
        without,
        p.risks().stream()
            .map(r -> new RiskView(UUID.fromString(r.shot()), r.code(), r.share()))
            .toList());
  }

  private static LoadView load(Hand h, Schedule s, LocalDate from, int days) {
    Map<LocalDate, List<PieceView>> by = new TreeMap<>();
    double hours = 0;
    LocalDate end = from.plusDays(days);
    for (Schedule.Slot slot : s.of(h.id())) {
      hours += slot.hours();
      for (Schedule.Piece p : slot.pieces()) {
        if (!p.day().isBefore(from) && p.day().isBefore(end)) {
          OpenTask t = slot.task();
          by.computeIfAbsent(p.day(), d -> new ArrayList<>())
              .add(
                  new PieceView(UUID.fromString(t.shot()), t.code(), t.id(), t.label(), p.hours()));
        }
      }
    }
    return new LoadView(
        UUID.fromString(h.id()),
        hours,
        by.entrySet().stream()
            .map(
                e ->
                    new LoadDay(
                        e.getKey(),
                        e.getValue().stream().mapToDouble(PieceView::hours).sum(),
                        s.dueOn() != null && e.getKey().isAfter(s.dueOn()),
                        e.getValue()))
            .toList());
  }
}
