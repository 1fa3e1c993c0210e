package bivex.core.work;

import bivex.core.Said;
import bivex.core.crew.Hand;
import bivex.core.tally.Sheets;
import bivex.core.time.Days;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

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
   */
  public static MorningSheet of(
      LocalDate day, WorkPlan plan, List<Hand> hands, WorkFiles files, List<String> shots) {
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
        plan.open().undated().stream()
            .map(u -> Said.of("%s %s: %s", u.task().code(), u.task().label(), u.why()))
            .distinct()
            .sorted()
            .toList(),
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
    List<String> foot = new ArrayList<>();
    part(foot, "Stops", stops);
    part(foot, "Late", late);
    part(foot, "Stale", stale);
    foot.add("As it is laid now; it moves as the work does.");
    return new Sheets.Table(
        "Morning of " + Days.words(day),
        List.of("who", "there", "work"),
        List.of(20, 14, 66),
        rows,
        String.join("\n", foot));
  }

  private static void part(List<String> foot, String head, List<String> lines) {
    lines.forEach(l -> foot.add(head + ": " + l));
  }
}
