package bivex.core.crew;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import bivex.core.InvalidInput;
import bivex.core.effort.TaskKind;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;

class HandTest {
  private static final LocalDate MONDAY = LocalDate.of(2026, 12, 21);

  private static WorkingTime.Away away(int from, int until, String why) {
    return new WorkingTime.Away(LocalDate.of(2026, 12, from), LocalDate.of(2026, 12, until), why);
  }

  /**
   * A week of Christmas: half a Wednesday, the 24th away, the 25th a holiday, a share of a half.
   */
  @Test
  void aDayHasTheHoursThatAreLeftOfIt() {
    WorkingTime time =
        new WorkingTime(
            List.of(8.0, 8.0, 4.0, 8.0, 8.0, 0.0, 0.0), "DE-BY", List.of(away(24, 24, "home")));
    Hand h =
        new Hand(
            "wren",
            "Wren",
            time,
            new Part(0.5, MONDAY, LocalDate.of(2026, 12, 28)),
            Skills.ANY,
            Map.of(LocalDate.of(2026, 12, 25), "Christmas")::get);
    assertThat(time.place()).isEqualTo("de-by");
    List<Hand.Day> days = new ArrayList<>();
    for (int i = -1; i < 9; i++) {
      days.add(h.on(MONDAY.plusDays(i), true));
    }
    assertThat(days)
        .extracting(d -> d.off() + " " + d.hours() + " " + d.said())
        .containsExactly(
            "NOT_HERE 0.0 not on this production",
            "NO 4.0 4 h",
            "NO 4.0 4 h",
            "NO 2.0 2 h",
            "AWAY 0.0 away: home",
            "HOLIDAY 0.0 Christmas",
            "WEEK 0.0 no day of theirs",
            "WEEK 0.0 no day of theirs",
            "NO 4.0 4 h",
            "NOT_HERE 0.0 not on this production");
    assertThat(h.on(LocalDate.of(2026, 12, 24), false).said()).isEqualTo("away");
    assertThat(time.withoutReasons().away()).containsExactly(away(24, 24, ""));
  }

  /** Nobody works on a day away, whatever else is said. */
  @Test
  void nobodyWorksOnADayAway() {
    Random random = new Random(20);
    for (int n = 0; n < 500; n++) {
      List<Hand> hands = new ArrayList<>();
      for (int k = 0; k < 1 + random.nextInt(4); k++) {
        List<Double> week = new ArrayList<>();
        for (int i = 0; i < 7; i++) {
          week.add(random.nextInt(3) == 0 ? 0.0 : random.nextInt(17) * 1.0);
        }
        List<WorkingTime.Away> away = new ArrayList<>();
        for (int i = 0; i < random.nextInt(4); i++) {
          LocalDate from = MONDAY.plusDays(random.nextInt(40));
          away.add(new WorkingTime.Away(from, from.plusDays(random.nextInt(9)), ""));
        }
        hands.add(
            new Hand(
                "x",
                "x",
                new WorkingTime(week, "", away),
                new Part(random.nextInt(11) / 10.0, null, null),
                Skills.ANY,
                d -> null));
      }
      for (int i = 0; i < 60; i++) {
        LocalDate day = MONDAY.plusDays(i);
        for (Hand h : hands) {
          double hours = h.hoursOn(day);
          boolean gone =
              h.time().away().stream()
                  .anyMatch(a -> !day.isBefore(a.from()) && !day.isAfter(a.until()));
          assertThat(hours).isEqualTo(gone ? 0 : h.time().usualOn(day) * h.part().share());
        }
      }
    }
  }

  /** Two productions may share somebody's day, and may not have all of it each. */
  @Test
  void nobodyIsPromisedTwice() {
    Part half = new Part(0.5, null, null);
    Part later = new Part(1, MONDAY.plusDays(7), null);
    assertThat(half.overpromised(List.of(half), MONDAY)).isEmpty();
    assertThat(half.overpromised(List.of(half, later), MONDAY)).isEmpty();
    assertThat(half.overpromised(List.of(half, later), MONDAY.plusDays(7)))
        .startsWith("150 % of their time");
    assertThat(new Part(0, null, null).overpromised(List.of(later, later), MONDAY.plusDays(7)))
        .isEmpty();
  }

  @Test
  void whatIsNoCalendarIsRefusedByItsField() {
    assertThat(WorkingTime.usual(7.5).week()).containsExactly(7.5, 7.5, 7.5, 7.5, 7.5, 0.0, 0.0);
    assertThat(WorkingTime.usual(8).usualOn(MONDAY.with(DayOfWeek.SATURDAY))).isZero();
    assertThatThrownBy(() -> new WorkingTime(List.of(8.0), "", List.of()))
        .isInstanceOf(InvalidInput.class)
        .hasMessageStartingWith("week:");
    assertThatThrownBy(
            () -> new WorkingTime(List.of(8.0, 17.0, 8.0, 8.0, 8.0, 0.0, 0.0), "", List.of()))
        .hasMessageStartingWith("week:");
    assertThatThrownBy(
            () -> new WorkingTime(Collections.nCopies(7, 8.0), "", List.of(), "Mars/Base"))
        .hasMessageStartingWith("zone:");
    assertThatThrownBy(() -> away(24, 23, "")).hasMessageStartingWith("away:");
    assertThatThrownBy(() -> new Part(1.2, null, null)).hasMessageStartingWith("share:");
    assertThatThrownBy(() -> new Part(1, MONDAY, MONDAY.minusDays(1)))
        .hasMessageStartingWith("until:");
  }

  @Test
  void skillsNameEachKindOnce() {
    Skills some =
        new Skills(
            List.of(new Skills.Skill(TaskKind.SOUND, 0.5), new Skills.Skill(TaskKind.PAINT, 2)));
    assertThat(some.does(TaskKind.PAINT)).isTrue();
    assertThat(some.does(TaskKind.KEY)).isFalse();
    assertThat(some.factor(TaskKind.SOUND)).isEqualTo(0.5);
    assertThat(Skills.ANY.does(TaskKind.KEY)).isTrue();
    assertThat(Skills.ANY.factor(TaskKind.KEY)).isEqualTo(1);
    Skills.Skill paint = new Skills.Skill(TaskKind.PAINT, 1);
    assertThatThrownBy(() -> new Skills(List.of(paint, paint))).hasMessageContaining("twice");
    assertThatThrownBy(() -> new Skills.Skill(TaskKind.PAINT, 0)).isInstanceOf(InvalidInput.class);
  }
}
