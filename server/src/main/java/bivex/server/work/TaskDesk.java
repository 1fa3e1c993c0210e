package bivex.server.work;

import bivex.core.InvalidInput;
import bivex.core.crew.Role;
import bivex.core.effort.WorkStep;
import bivex.core.method.Plan;
import bivex.core.shot.OwedItem;
import bivex.core.work.OpenWork;
import bivex.core.work.TaskStand;
import bivex.core.work.TaskWord;
import bivex.server.access.Member;
import bivex.server.book.ShotBook;
import bivex.server.book.WorkBook;
import bivex.server.http.Problems;
import bivex.server.keep.Membership;
import bivex.server.keep.Memberships;
import bivex.server.keep.TaskWordEntry;
import bivex.server.keep.TaskWords;
import bivex.server.live.Journal;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.NoSuchElementException;
import java.util.Objects;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** The tasks of a shot, and what people say of them. */
@Component
public class TaskDesk {
  private static final int MOST_AT_ONCE = 100;
  private static final Comparator<LocalDate> LAST_OF_ALL =
      Comparator.nullsLast(Comparator.naturalOrder());

  private final WorkBook work;
  private final ShotBook book;
  private final TaskWords words;
  private final Memberships memberships;
  private final Journal journal;
  private final Clock clock;

  TaskDesk(
      WorkBook work,
      ShotBook book,
      TaskWords words,
      Memberships memberships,
      Journal journal,
      Clock clock) {
    this.work = work;
    this.book = book;
    this.words = words;
    this.memberships = memberships;
    this.journal = journal;
    this.clock = clock;
  }

  /** The tasks of a shot, in the order they are done. */
  public List<TaskLines.TaskLine> tasks(Member me, UUID shot) {
    WorkBook.Work w = work.of(me);
    ShotBook.Page page =
        w.pages().stream()
            .filter(p -> p.shot().id.equals(shot))
            .findFirst()
            .orElseThrow(
                () -> new NoSuchElementException("There is no such shot in this production."));
    TaskLines lines = new TaskLines(w);
    Map<String, WorkStep> steps =
        page.plan().tasks().stream()
            .collect(Collectors.toMap(Plan.Task::key, t -> WorkStep.of(t.kind())));
    return page.plan().tasks().stream()
        .map(t -> lines.line(page, t))
        .sorted(
            Comparator.comparing(TaskLines.TaskLine::first, LAST_OF_ALL)
                .thenComparing(TaskLines.TaskLine::last, LAST_OF_ALL)
                .thenComparing(t -> steps.get(t.key())))
        .toList();
  }

  /**
   * What somebody says of a task.
   *
   * @param id of the saying, so that it counts once however often it is sent
   * @param person whom it is about; who says it, where it is hours of their own
   */
  public record TaskSaying(
      UUID id,
      String task,
      TaskWord.Kind kind,
      UUID person,
      String item,
      LocalDate day,
      Double hours,
      String words) {}

  /** Several of them, kept together or not at all. */
  public record TaskSayings(List<TaskSaying> sayings) {}

  /** Says something of tasks; somebody who begins leaves off whatever they were on. */
  @Transactional
  public void say(Member me, UUID shot, TaskSayings in) {
    if (in.sayings() == null || in.sayings().isEmpty() || in.sayings().size() > MOST_AT_ONCE) {
      throw new InvalidInput("sayings", "must be 1 to " + MOST_AT_ONCE);
    }
    for (TaskSaying one : in.sayings()) {
      say(me, shot, one);
    }
  }

  private void say(Member me, UUID shot, TaskSaying in) {
    ShotBook.Page page = book.one(me.production(), shot);
    String key = InvalidInput.text("task", in.task());
    Plan.Task task =
        page.plan().tasks().stream()
            .filter(t -> t.key().equals(key))
            .findFirst()
            .orElseThrow(() -> new InvalidInput("task", "is no work of " + page.shot().code));
    UUID id = Objects.requireNonNullElseGet(in.id(), UUID::randomUUID);
    if (!words.existsById(id)) {
      TaskStand stand = page.tasks().get(key);
      UUID about = about(me, in);
      String no =
          TaskWord.refused(
              in.kind(),
              me.role(),
              me.personId().toString(),
              about == null ? null : about.toString(),
              stand);
      if (!no.isEmpty()) {
        throw new Problems.Forbidden(no);
      }
      if (in.item() != null
          && page.ledger().items().stream().noneMatch(i -> i.key().equals(in.item()))) {
        throw new InvalidInput("item", "is nothing " + page.shot().code + " owes");
      }
      Instant now = clock.instant();
      LocalDate today = today(about == null ? me.personId() : about);
      TaskWord w =
          TaskWord.of(
              key,
              in.kind(),
              about == null ? null : about.toString(),
              in.item(),
              in.day(),
              in.hours(),
              in.words(),
              me.personId().toString(),
              now,
              today,
              stand);
      if (in.kind() == TaskWord.Kind.BEGUN) {
        leaveOff(me, about, now, today);
      }
      keep(id, me, page.shot().id, w);
      journal.record(
          me,
          "said of",
          "shot",
          page.shot().id.toString(),
          page.shot().code + ", " + task.label() + ": " + w.said(name(about)),
          Journal.Touches.shot(page.shot().id));
    }
  }

  private UUID about(Member me, TaskSaying in) {
    boolean hours =
        in.kind() == TaskWord.Kind.BEGUN
            || in.kind() == TaskWord.Kind.STOPPED
            || in.kind() == TaskWord.Kind.WORKED;
    UUID person = in.person() == null && hours ? me.personId() : in.person();
    if (person != null && !person.equals(me.personId())) {
      boolean here =
          memberships.find(me.productionId(), person).filter(m -> m.role != Role.GUEST).isPresent();
      if (!here) {
        throw new InvalidInput("person", "is not on this production");
      }
    }
    return person;
  }

  /** What is done or not needed any more stops the clocks that run on it; their hours count. */
  public void ended(Member me, ShotBook.Page page, String task) {
    TaskStand stand = page.tasks().getOrDefault(task, TaskStand.FRESH);
    for (String who : stand.running().keySet()) {
      keep(
          UUID.randomUUID(),
          me,
          page.shot().id,
          stand.leftOff(
              task,
              who,
              me.personId().toString(),
              clock.instant(),
              today(UUID.fromString(who)),
              "it is ended"));
    }
  }

  /** The day it is for somebody, by their own clock. */
  private LocalDate today(UUID person) {
    return LocalDate.now(
        memberships.ofPerson(person).stream()
            .findFirst()
            .map(m -> m.person.hours)
            .map(h -> clock.withZone(h.zone(clock.getZone())))
            .orElse(clock));
  }

  private String name(UUID person) {
    return person == null
        ? ""
        : memberships.ofPerson(person).stream()
            .map((Membership m) -> m.person.name)
            .findFirst()
            .orElse("");
  }

  /** Clocks of theirs that run on this production stop: nobody does two things at once. */
  private void leaveOff(Member me, UUID person, Instant now, LocalDate today) {
    String who = person.toString();
    Map<String, List<TaskWordEntry>> by =
        words.clocksOf(me.productionId(), person).stream()
            .collect(Collectors.groupingBy(e -> OpenWork.id(e.shotId.toString(), e.task)));
    for (List<TaskWordEntry> said : by.values()) {
      TaskWordEntry e = said.get(0);
      TaskStand stand =
          TaskStand.of(
              said.stream().map(TaskWordEntry::word).toList(), OwedItem.State.OWED, k -> false);
      if (stand.runs(who)) {
        TaskWord stop =
            stand.leftOff(
                e.task, who, me.personId().toString(), now, today, "began on something else");
        keep(UUID.randomUUID(), me, e.shotId, stop);
        journal.record(
            me,
            "said of",
            "shot",
            e.shotId.toString(),
            stop.said(name(person)),
            Journal.Touches.shot(e.shotId));
      }
    }
  }

  private void keep(UUID id, Member me, UUID shot, TaskWord w) {
    TaskWordEntry e = new TaskWordEntry();
    e.id = id;
    e.productionId = me.productionId();
    e.shotId = shot;
    e.task = w.task();
    e.kind = w.kind();
    e.personId = w.person() == null ? null : UUID.fromString(w.person());
    e.item = w.item();
    e.day = w.day();
    e.hours = w.hours();
    e.words = w.words();
    e.saidBy = me.name();
    e.saidAt = w.at();
    words.saveAndFlush(e);
  }
}
