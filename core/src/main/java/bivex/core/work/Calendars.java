package bivex.core.work;

import bivex.core.crew.Hand;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;

/** The days of everybody who works, from one day on: reckoned once, laid upon many times. */
public final class Calendars {
  private final LocalDate today;
  private final List<Diary> days;

  private Calendars(LocalDate today, List<Diary> days) {
    this.today = today;
    this.days = List.copyOf(days);
  }

  /**
   * @param hands all who may do some of the work
   * @param today the first day
   */
  public static Calendars of(List<Hand> hands, LocalDate today) {
    return new Calendars(today, hands.stream().map(h -> new Diary(h, today)).toList());
  }

  /** With somebody more. */
  Calendars with(Hand one) {
    List<Diary> more = new ArrayList<>(days);
    more.add(new Diary(one, today));
    return new Calendars(today, more);
  }

  public LocalDate today() {
    return today;
  }

  public List<Hand> hands() {
    return days.stream().map(d -> d.hand).toList();
  }

  /** With nothing laid on them. */
  List<Diary> empty() {
    return days.stream().map(Diary::new).toList();
  }
}
