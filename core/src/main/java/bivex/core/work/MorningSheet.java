package bivex.core.work;

import bivex.core.InvalidInput;
import bivex.core.Said;
import bivex.core.crew.Hand;
import bivex.core.tally.Sheets;
import bivex.core.time.Days;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * A day's work on one page: who is there and on what, what stops work, what will be late and what
 * is stale. Days to come are as they are laid now.
 *
 * @param stops work that has no day, with the reason
 * @param late shots that will be, by how much
 * @param stale versions of work that something is otherwise of
 */
public record MorningSheet(
    LocalDate day, List<HandDay> hands, List<String> stops, List<String> late, List<String> stale) {
  static final String MOVES = "As it is laid now; it moves as the work does.";

  /**
   * Somebody's day.
   *
   * @param there their hours, or why they have none
   * @param work of theirs that day, in the order they do it
   */
  public record HandDay(String name, String there, List<String> work) {}

  /**
   * @param hands of the production, without those who do no work after the shoot
   * @param files of all shots
   * @param shots ids of those in the picture, by code
   * @throws InvalidInput for a day that was: what is over is not laid
   */
  public static MorningSheet of(
      LocalDate day, WorkPlan plan, List<Hand> hands, WorkFiles files, List<String> shots) {
    if (day.isBefore(plan.schedule().today())) {
      throw new InvalidInput("day", "must be today or one to come");
    }
    List<HandDay> out = new ArrayList<>();
    for (Hand h : hands) {
      Hand.Day d = h.on(day, false);
      List<String> work =
          plan.schedule().of(h.id()).stream()
              .flatMap(
                  s ->
                      s.pieces().stream()
                          .filter(p -> p.day().equals(day))
                          .map(
                              p ->
                                  Said.of(
                                      "%s %s, %.1f h",
                                      s.task().code(), s.task().label(), p.hours())))
              .toList();
      if (d.off() != Hand.Off.NOT_HERE || !work.isEmpty()) {
        out.add(new HandDay(h.name(), d.said(), work));
      }
    }
    List<String> stale = new ArrayList<>();
    for (String id : shots) {
      WorkFiles.OfShot s = files.shot(id);
      s.plan()
          .tasks()
          .forEach(
              t ->
                  files
                      .stale(id, t.key())
                      .forEach(
                          x ->
                              stale.add(
                                  Said.of(
                                      "%s %s, version %s: %s",
                                      s.code(),
                                      t.label(),
                                      s.newest(t.key()).number(),
                                      x.words()))));
    }
    return new MorningSheet(
        day,
        List.copyOf(out),
        stops(plan.open().undated()),
        plan.shots().stream()
            .filter(e -> e.late() > 0)
            .sorted(Comparator.comparingLong(Schedule.ShotEnd::late).reversed())
            .map(
                e ->
                    Said.of(
                        "%s, done on %s, %s late: %s",
                        e.code(),
                        Days.words(e.day()),
                        e.late() == 1 ? "1 day" : e.late() + " days",
                        e.why()))
            .toList(),
        List.copyOf(stale));
  }

  /** On paper: people down, and under them what stops, what is late and what is stale. */
  public Sheets.Table table() {
    List<List<String>> rows = new ArrayList<>();
    for (HandDay h : hands) {
      if (h.work.isEmpty()) {
        rows.add(List.of(h.name, h.there, "nothing laid on this day"));
      }
      for (int i = 0; i < h.work.size(); i++) {
        rows.add(List.of(i == 0 ? h.name : "", i == 0 ? h.there : "", h.work.get(i)));
      }
    }
    part(rows, "Stops", stops);
    part(rows, "Late", late);
    part(rows, "Stale", stale);
    return new Sheets.Table(
        "Morning of " + Days.words(day),
        List.of("who", "there", "work"),
        List.of(20, 14, 66),
        rows,
        MOVES);
  }

  private static void part(List<List<String>> rows, String head, List<String> lines) {
    for (int i = 0; i < lines.size(); i++) {
      rows.add(List.of(i == 0 ? head : "", "", lines.get(i)));
    }
  }

  /** Work of a shot that stops for the same is told once. */
  private static List<String> stops(List<OpenWork.Undated> undated) {
    Map<List<String>, List<String>> by = new LinkedHashMap<>();
    undated.forEach(
        u ->
            by.computeIfAbsent(List.of(u.task().code(), u.why()), k -> new ArrayList<>())
                .add(u.task().label()));
    return by.entrySet().stream()
        .map(
            e ->
                Said.of(
                    "%s %s: %s",
                    e.getKey().get(0),
                    e.getValue().size() == 1
                        ? e.getValue().get(0)
                        : Said.of("(%s tasks)", e.getValue().size()),
                    e.getKey().get(1)))
        .sorted()
        .toList();
  }
}
