package bivex.core.work;

import static bivex.core.work.Crews.MONDAY;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import bivex.core.InvalidInput;
import bivex.core.crew.Hand;
import bivex.core.crew.Skills;
import bivex.core.crew.WorkingTime;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalTime;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class LetterTest {
  private static OpenWork.Undated stop(String shot, String why) {
    return new OpenWork.Undated(Crews.given(shot, "comp", 4, "a"), why);
  }

  /** What stops is told once, again when it stops for something else or anew. */
  @Test
  void aStopIsToldOnce() {
    List<OpenWork.Undated> one = List.of(stop("s", "waits for the look"));
    Letter first = Letter.stopped("P", one, List.of());
    assertThat(first.words()).contains("s comp: waits for the look");
    List<String> told = Letter.known(one);
    assertThat(Letter.stopped("P", one, told)).isNull();
    List<OpenWork.Undated> two = List.of(one.get(0), stop("t", "waits for the plate"));
    assertThat(Letter.stopped("P", two, told).words())
        .contains("t comp: waits for the plate")
        .doesNotContain("the look");
    assertThat(Letter.stopped("P", List.of(stop("s", "waits for the sound")), told).words())
        .as("for something else")
        .contains("waits for the sound");
    // It went on, and stops again.
    assertThat(Letter.stopped("P", one, Letter.known(List.of()))).isEqualTo(first);
  }

  @Test
  void onesOwnDayComesFirst() {
    List<Hand> hands = List.of(Crews.usual("a"), Crews.usual("b"));
    List<OpenTask> tasks =
        List.of(Crews.given("s", "comp", 4, "b"), Crews.given("t", "comp", 4, "a"));
    Schedule laid = ScheduleSearch.best(tasks, Crews.from(hands), null);
    WorkPlan plan =
        new WorkPlan(
            new OpenWork(tasks, List.of(stop("u", "waits for the look")), Map.of(), List.of()),
            laid,
            hands);
    MorningSheet sheet =
        MorningSheet.of(MONDAY, plan, hands, new WorkFiles(List.of(), List.of()), List.of());
    String words = Letter.morning("P", sheet, "b").words();
    assertThat(words).startsWith("You, ");
    assertThat(words.indexOf("s comp")).isLessThan(words.indexOf("u comp: waits"));
    assertThat(words.indexOf("u comp: waits")).isLessThan(words.indexOf("t comp"));
    assertThat(Letter.stops(plan, "a")).hasSize(1);
    assertThat(Letter.stops(plan, "b")).isEmpty();
  }

  @Test
  void theMorningIsFromTheHourThatWasSaidOnDaysWithHoursByTheirOwnClock() {
    Hand a = Crews.usual("a");
    LocalTime seven = LocalTime.of(7, 0);
    ZoneOffset house = ZoneOffset.UTC;
    Instant at = MONDAY.atTime(seven).toInstant(house);
    assertThat(Letter.due(seven, at.minusSeconds(1), a, house)).isNull();
    assertThat(Letter.due(seven, at, a, house)).isEqualTo(MONDAY);
    assertThat(Letter.due(seven, at.minus(Duration.ofHours(8)), a, house)).as("Sunday").isNull();
    assertThat(Letter.due(null, at, a, house)).isNull();
    assertThat(Letter.due(seven, at, null, house)).isNull();
    // Twelve hours on, and five back: winter, as the time zone database of IANA has it.
    assertThat(Letter.due(seven, at.minus(Duration.ofHours(12)), in("Pacific/Auckland"), house))
        .as("their Monday is there before the house's")
        .isEqualTo(MONDAY);
    assertThat(Letter.due(seven, at.plus(Duration.ofHours(4)), in("America/New_York"), house))
        .isNull();
    assertThat(Letter.due(seven, at.plus(Duration.ofHours(5)), in("America/New_York"), house))
        .isEqualTo(MONDAY);
  }

  private static Hand in(String zone) {
    WorkingTime usual = WorkingTime.usual(8);
    return Crews.of("b", new WorkingTime(usual.week(), "", List.of(), zone), Skills.ANY);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "",
        "x",
        "a@",
        "@b",
        "a@b@c",
        "a b@c.org",
        "a@b.org, c@d.org",
        "a@b.org\nBcc: c@d.org"
      })
  void whatIsNoAddressIsRefused(String value) {
    assertThatThrownBy(() -> Letter.address(value))
        .isInstanceOfSatisfying(
            InvalidInput.class, e -> assertThat(e.field()).isEqualTo("address"));
  }

  @Test
  void anAddressIsKeptAsItIs() {
    assertThat(Letter.address(" mara.quill+vfx@example.org "))
        .isEqualTo("mara.quill+vfx@example.org");
  }
}
