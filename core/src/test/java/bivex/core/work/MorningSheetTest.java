package bivex.core.work;

import static bivex.core.work.Crews.MONDAY;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import bivex.core.InvalidInput;
import bivex.core.crew.Hand;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

class MorningSheetTest {
  @Test
  void workOfAShotThatStopsForTheSameIsToldOnce() {
    List<OpenWork.Undated> stops = new ArrayList<>();
    for (String task : List.of("matte", "comp", "grade")) {
      stops.add(new OpenWork.Undated(Crews.task("S", task, 4), "waits for the plate"));
    }
    stops.add(new OpenWork.Undated(Crews.task("T", "comp", 4), "waits for the plate"));
    List<Hand> hands = List.of(Crews.usual("a"));
    Schedule none = ScheduleSearch.best(List.of(), Crews.from(hands), null);
    MorningSheet sheet =
        MorningSheet.of(
            MONDAY,
            new WorkPlan(new OpenWork(List.of(), stops, Map.of(), List.of()), none, hands),
            hands,
            new WorkFiles(List.of(), List.of()),
            List.of());
    assertThat(sheet.stops())
        .containsExactly("S (3 tasks): waits for the plate", "T comp: waits for the plate");
    assertThat(sheet.table().rows())
        .contains(List.of("Stops", "", "S (3 tasks): waits for the plate"));
  }

  /**
   * Every hour that is laid stands on the page of its day, once, and nobody has more than theirs.
   */
  @Test
  void thePagesOfAllDaysHaveAllThatIsLaid() {
    List<OpenTask> tasks = new ArrayList<>();
    for (int i = 0; i < 9; i++) {
      tasks.add(Crews.task("S" + i, "comp", 3 + i));
    }
    List<Hand> hands = List.of(Crews.usual("a"), Crews.usual("b"));
    Calendars calendars = Crews.from(hands);
    Schedule laid = ScheduleSearch.best(tasks, calendars, MONDAY.plusDays(3));
    WorkPlan plan = new WorkPlan(new OpenWork(tasks, List.of(), Map.of(), List.of()), laid, hands);
    WorkFiles none = new WorkFiles(List.of(), List.of());
    assertThatThrownBy(() -> MorningSheet.of(MONDAY.minusDays(1), plan, hands, none, List.of()))
        .as("what is over is not laid")
        .isInstanceOf(InvalidInput.class);
    double all = 0;
    for (int d = 0; d < 40; d++) {
      MorningSheet sheet = MorningSheet.of(MONDAY.plusDays(d), plan, hands, none, List.of());
      assertThat(sheet.hands()).hasSize(2);
      for (MorningSheet.HandDay h : sheet.hands()) {
        double hours =
            h.work().stream()
                .mapToDouble(w -> Double.parseDouble(w.replaceAll("^.*, | h$", "")))
                .sum();
        all += hours;
        assertThat(hours).as(h.toString()).isLessThanOrEqualTo(8.1);
        assertThat(h.work().isEmpty() || h.there().endsWith(" h")).as(h.toString()).isTrue();
      }
      assertThat(sheet.late())
          .hasSameSizeAs(laid.shots().stream().filter(e -> e.late() > 0).toList());
    }
    assertThat(all)
        .isCloseTo(tasks.stream().mapToDouble(t -> t.left().mean()).sum(), within(0.05 * 40));
  }
}
