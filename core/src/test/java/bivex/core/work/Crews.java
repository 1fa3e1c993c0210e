package bivex.core.work;

import bivex.core.crew.Hand;
import bivex.core.crew.Part;
import bivex.core.crew.Skills;
import bivex.core.crew.WorkingTime;
import bivex.core.effort.Estimate;
import bivex.core.effort.TaskKind;
import java.time.LocalDate;
import java.util.List;
import java.util.Set;

/** People and tasks as tests need them: no case of anybody's work. */
final class Crews {
  static final LocalDate MONDAY = LocalDate.of(2026, 12, 7);

  private Crews() {}

  static Hand usual(String id) {
    return of(id, WorkingTime.usual(8), Skills.ANY);
  }

  static Hand of(String id, WorkingTime time, Skills skills) {
    return new Hand(id, id, time, new Part(1, null, null), skills, d -> null);
  }

  /** Their days from that Monday on. */
  static Calendars from(List<Hand> hands) {
    return Calendars.of(hands, MONDAY);
  }

  static OpenTask task(String shot, String key, double hours, String... after) {
    return task(shot, key, Estimate.single(hours), TaskKind.COMPOSITE, null, null, after);
  }

  static OpenTask given(String shot, String key, double hours, String to, String... after) {
    return task(shot, key, Estimate.single(hours), TaskKind.COMPOSITE, to, null, after);
  }

  static OpenTask task(
      String shot,
      String key,
      Estimate left,
      TaskKind kind,
      String given,
      LocalDate from,
      String... after) {
    return new OpenTask(
        OpenWork.id(shot, key),
        shot,
        shot,
        key,
        key,
        kind,
        left,
        false,
        given,
        given,
        Set.of(),
        from,
        from == null ? "" : "waits for the plate",
        List.of(after));
  }
}
