package bivex.core.work;

import static bivex.core.work.Crews.MONDAY;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import bivex.core.InvalidInput;
import bivex.core.crew.Role;
import bivex.core.effort.Estimate;
import bivex.core.shot.OwedItem;
import bivex.core.work.TaskWord.Kind;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

class TaskStandTest {
  private static final Estimate WHOLE = new Estimate(4, 8, 20);

  private final List<TaskWord> said = new ArrayList<>();
  private Instant now = MONDAY.atTime(9, 0).toInstant(ZoneOffset.UTC);

  private TaskStand stand(String... there) {
    return stand(OwedItem.State.OWED, there);
  }

  private TaskStand stand(OwedItem.State owed, String... there) {
    return TaskStand.of(said, owed, List.of(there)::contains);
  }

  private void say(
      Kind kind, String person, String item, LocalDate day, Double hours, String words) {
    LocalDate today = now.atZone(ZoneOffset.UTC).toLocalDate();
    said.add(
        TaskWord.of("task:a", kind, person, item, day, hours, words, "me", now, today, stand()));
  }

  private void later(double hours) {
    now = now.plusSeconds(Math.round(hours * 3600));
  }

  /** A day before which a task is not to be begun outlives whom it is given to. */
  @Test
  void aDayThatWasSaidStaysWhoeverHasIt() {
    say(Kind.GIVEN, "piotr", null, MONDAY.plusDays(9), null, "");
    later(1);
    say(Kind.GIVEN, "wren", null, null, null, "");
    assertThat(stand().notBefore()).isEqualTo(MONDAY.plusDays(9));
    later(1);
    say(Kind.GIVEN, null, null, MONDAY.plusDays(2), null, "");
    assertThat(stand().notBefore()).isEqualTo(MONDAY.plusDays(2));
  }

  /** A day of somebody, by the clock and by hand, as it would be told. */
  @Test
  void aTaskStandsAsPeopleSay() {
    assertThat(stand()).isEqualTo(TaskStand.FRESH);
    say(Kind.GIVEN, "piotr", null, null, null, "the quick one");
    assertThat(stand().holder()).isEqualTo("piotr");
    assertThat(stand().state()).isEqualTo(TaskStand.State.NOT_BEGUN);
    say(Kind.BEGUN, "piotr", null, null, null, "");
    assertThatThrownBy(() -> say(Kind.BEGUN, "piotr", null, null, null, ""))
        .hasMessageContaining("on it already");
    later(2.5);
    // Somebody helps; neither clock is lost.
    say(Kind.BEGUN, "wren", null, null, null, "");
    later(1);
    say(Kind.STOPPED, "piotr", null, null, null, "");
    say(Kind.STOPPED, "wren", null, null, 0.5, "");
    TaskStand s = stand();
    assertThat(s.state()).isEqualTo(TaskStand.State.WORKING);
    assertThat(s.running()).isEmpty();
    assertThat(s.by().get("piotr")).isCloseTo(3.5, within(1e-9));
    assertThat(s.spent()).isCloseTo(4, within(1e-9));
    assertThat(s.alone()).isEqualTo("piotr");
    // What is said of a day replaces what was said of it before.
    say(Kind.WORKED, "piotr", null, MONDAY, 3.0, "");
    assertThat(stand().spent()).isCloseTo(3.5, within(1e-9));
    assertThat(stand().remaining(WHOLE)).isEqualTo(new Estimate(0.5, 4.5, 16.5));
    say(Kind.LEFT, null, null, null, 6.0, "");
    say(Kind.WORKED, "piotr", null, MONDAY.minusDays(1), 2.0, "");
    assertThat(stand().left()).isCloseTo(4, within(1e-9));
    assertThat(stand().remaining(WHOLE)).isEqualTo(new Estimate(2, 4, 10));
    assertThat(stand(OwedItem.State.IN_HAND).state()).isEqualTo(TaskStand.State.DONE);
    assertThat(stand(OwedItem.State.IN_HAND).remaining(WHOLE)).isEqualTo(Estimate.NONE);
  }

  @Test
  void whatSeveralDidIsNobodysAlone() {
    assertThat(stand().alone()).isNull();
    say(Kind.WORKED, "piotr", null, MONDAY, 3.0, "");
    say(Kind.WORKED, "wren", null, MONDAY, 2.0, "");
    assertThat(stand().alone()).isNull();
    assertThat(stand().took(null)).isEqualTo(5);
    assertThat(stand().took(4.0)).isEqualTo(4);
    assertThat(TaskStand.FRESH.took(null)).isNull();
  }

  @Test
  void whatIsWaitedForEndsWithItsThing() {
    say(Kind.WAITS, null, "plate:clean", null, null, "");
    assertThat(stand().state()).isEqualTo(TaskStand.State.WAITS);
    assertThat(stand("plate:clean").state()).isEqualTo(TaskStand.State.NOT_BEGUN);
    say(Kind.GOES_ON, null, null, null, null, "");
    assertThat(stand().state()).isEqualTo(TaskStand.State.NOT_BEGUN);
    say(Kind.WAITS, "wren", null, MONDAY.plusDays(3), null, "her matte");
    assertThat(stand().waiting().day()).isEqualTo(MONDAY.plusDays(3));
    say(Kind.BEGUN, "piotr", null, null, null, "");
    assertThat(stand().state()).isEqualTo(TaskStand.State.WORKING);
  }

  /** More hours than anybody thought: it is told, and never thought to be nothing. */
  @Test
  void whatRunsOverIsStillSomething() {
    double before = WHOLE.mean();
    for (double spent = 0; spent < 40; spent += 0.5) {
      said.clear();
      if (spent > 0) {
        for (double s = spent; s > 0; s -= 10) {
          say(Kind.WORKED, "p", null, MONDAY.minusDays((int) s), Math.min(10, s), "");
        }
      }
      Estimate left = stand().remaining(WHOLE);
      assertThat(left.mean()).isGreaterThan(0).isLessThanOrEqualTo(before + 1e-9);
      assertThat(stand().over(WHOLE)).isEqualTo(spent >= 20);
      before = left.mean();
    }
  }

  @Test
  void whatMeansNothingIsRefusedByItsName() {
    refused("hours", () -> say(Kind.WORKED, "p", null, MONDAY, null, ""));
    refused("hours", () -> say(Kind.WORKED, "p", null, MONDAY, 25.0, ""));
    refused("day", () -> say(Kind.WORKED, "p", null, MONDAY.plusDays(2), 1.0, ""));
    refused("hours", () -> say(Kind.LEFT, null, null, null, -1.0, ""));
    refused("hours", () -> say(Kind.GIVEN, "p", null, null, 1.0, ""));
    refused("words", () -> say(Kind.WAITS, null, null, null, null, " "));
    refused("kind", () -> say(Kind.STOPPED, "p", null, null, null, ""));
    say(Kind.BEGUN, "p", null, null, null, "");
    later(40);
    refused("hours", () -> say(Kind.STOPPED, "p", null, null, null, ""));
    TaskStand done = stand(OwedItem.State.IN_HAND);
    refused(
        "kind",
        () -> TaskWord.of("task:a", Kind.LEFT, null, null, null, 1.0, "", "p", now, MONDAY, done));
  }

  private static void refused(String field, Runnable what) {
    assertThatThrownBy(what::run)
        .isInstanceOfSatisfying(InvalidInput.class, e -> assertThat(e.field()).isEqualTo(field));
  }

  @Test
  void whoWorksSaysWhatIsTheirs() {
    TaskStand free = stand();
    assertThat(TaskWord.refused(Kind.GIVEN, Role.ARTIST, "p", "p", free)).isEmpty();
    assertThat(TaskWord.refused(Kind.GIVEN, Role.ARTIST, "p", "q", free)).isNotEmpty();
    assertThat(TaskWord.refused(Kind.WORKED, Role.ARTIST, "p", "q", free)).isNotEmpty();
    say(Kind.GIVEN, "q", null, null, null, "");
    TaskStand theirs = stand();
    for (Kind k : List.of(Kind.GIVEN, Kind.LEFT, Kind.WAITS, Kind.GOES_ON)) {
      assertThat(TaskWord.refused(k, Role.ARTIST, "p", "p", theirs)).isNotEmpty();
      assertThat(TaskWord.refused(k, Role.ARTIST, "q", "p", theirs)).isEmpty();
      assertThat(TaskWord.refused(k, Role.COORDINATOR, "p", "p", theirs)).isEmpty();
    }
    // Helping is nobody's to forbid; its hours are theirs.
    assertThat(TaskWord.refused(Kind.BEGUN, Role.FLOOR, "p", "p", theirs)).isEmpty();
  }
}
