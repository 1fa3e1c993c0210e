package bivex.core.work;

import bivex.core.InvalidInput;
import bivex.core.Said;
import bivex.core.crew.Role;
import bivex.core.time.Days;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;

/**
 * Something said of a task by or about those who do it; added and never changed. That it is done,
 * not needed or wanted again is said of it as of everything that is owed.
 *
 * @param task key of the plan item
 * @param person whom it is about: who was given it, began it, worked, or is waited for; null for
 *     nobody
 * @param item key of the thing of the same shot that is waited for; null for none
 * @param day given: not to be begun before; worked: that day; waits: when it is expected; null
 *     where none is said
 * @param hours worked on that day in all, taken off the clock, or still left; null for all else
 * @param by who said it
 */
public record TaskWord(
    String task,
    Kind kind,
    String person,
    String item,
    LocalDate day,
    Double hours,
    String words,
    String by,
    Instant at) {
  /** Longest stretch that a clock is believed: nobody works longer without saying so. */
  public static final double LONGEST_STRETCH = 16;

  private static final double LONGEST_LEFT = 10_000;
  private static final int FARTHEST_YEARS = 2;

  public enum Kind {
    /** Given to a person, or to nobody again; with a day, not to be begun before it. */
    GIVEN,
    /** A person begins on it, now. */
    BEGUN,
    /** They leave off; its hours are what the clock counted, or what they say. */
    STOPPED,
    /** So many hours on a day in all, whatever was said of that day before. */
    WORKED,
    /** So many hours are left. */
    LEFT,
    /** It cannot go on. */
    WAITS,
    /** It can. */
    GOES_ON
  }

  /**
   * What somebody says, checked.
   *
   * @param standing how the task stands
   * @throws InvalidInput naming the field
   */
  public static TaskWord of(
      String task,
      Kind kind,
      String person,
      String item,
      LocalDate day,
      Double hours,
      String words,
      String by,
      Instant at,
      LocalDate today,
      TaskStand standing) {
    if (kind == null) {
      throw new InvalidInput("kind", "must say what is said of the task");
    }
    if (kind != Kind.GIVEN && !standing.open()) {
      throw new InvalidInput("kind", "it is " + standing.words() + "; say first that it is wanted");
    }
    Double counted = hours;
    switch (kind) {
      case BEGUN -> {
        if (standing.runs(person)) {
          throw new InvalidInput("kind", "they are on it already");
        }
      }
      case STOPPED -> {
        if (!standing.runs(person)) {
          throw new InvalidInput("kind", "nobody's clock runs on it");
        }
        double clock = clock(standing.running().get(person), at);
        if (hours == null && clock > LONGEST_STRETCH) {
          throw new InvalidInput("hours", "the clock ran too long to be believed; say how many");
        }
        counted = hours == null ? clock : hours;
        InvalidInput.within("hours", counted, 0, LONGEST_STRETCH);
      }
      case WORKED -> {
        if (day == null) {
          throw new InvalidInput("day", "must be given");
        }
        if (day.isAfter(today.plusDays(1)) || day.isBefore(today.minusYears(FARTHEST_YEARS))) {
          throw new InvalidInput("day", "must be one of the last two years, not of the future");
        }
        InvalidInput.within("hours", given(hours), 0, 24);
      }
      case LEFT -> InvalidInput.within("hours", given(hours), 0, LONGEST_LEFT);
      case WAITS -> {
        if (person == null && item == null && (words == null || words.isBlank())) {
          throw new InvalidInput("words", "must say what it waits for");
        }
      }
      case GIVEN, GOES_ON -> {}
    }
    boolean counts = kind == Kind.STOPPED || kind == Kind.WORKED || kind == Kind.LEFT;
    if (!counts && hours != null) {
      throw new InvalidInput("hours", "mean nothing here");
    }
    return new TaskWord(
        task,
        kind,
        kind == Kind.LEFT || kind == Kind.GOES_ON ? null : person,
        kind == Kind.WAITS ? item : null,
        kind == Kind.STOPPED ? today : day,
        counted,
        InvalidInput.words("words", words),
        by,
        at);
  }

  /** Hours a clock has run. */
  static double clock(Instant since, Instant until) {
    return Math.max(0, Duration.between(since, until).toSeconds() / 3600.0);
  }

  /**
   * In words, for who reads what happened.
   *
   * @param who name of the person it is about; empty for nobody
   */
  public String said(String who) {
    String what =
        switch (kind) {
          case GIVEN ->
              person == null
                  ? "given to nobody"
                  : "given to " + who + (day == null ? "" : ", not before " + Days.words(day));
          case BEGUN -> who + " begins";
          case STOPPED -> Said.of("%s leaves off after %.1f h", who, hours);
          case WORKED -> Said.of("%s worked %.1f h on %s", who, hours, Days.words(day));
          case LEFT -> Said.of("%.1f h are left", hours);
          case WAITS ->
              "waits"
                  + (who.isEmpty() ? "" : " for " + who)
                  + (day == null ? "" : ", until " + Days.words(day));
          case GOES_ON -> "goes on";
        };
    return words.isEmpty() ? what : what + ": " + words;
  }

  /**
   * Why somebody may not say it; empty where they may, or nothing is said. Who leads says anything;
   * who works says what they do themselves, takes what is nobody's, and gives away what is theirs.
   *
   * @param me who says it
   * @param person whom it is about; null for nobody
   */
  public static String refused(Kind kind, Role role, String me, String person, TaskStand standing) {
    if (kind == null || role == Role.PRODUCER || role == Role.COORDINATOR) {
      return "";
    }
    String holder = standing.holder();
    boolean mine = me.equals(holder);
    return switch (kind) {
      case GIVEN ->
          mine || standing.given() == null && me.equals(person)
              ? ""
              : "Only who has a task, the producer or the coordinator gives it to somebody.";
      case BEGUN, STOPPED, WORKED ->
          me.equals(person)
              ? ""
              : "Hours are said by who worked them, the producer or the coordinator.";
      case LEFT, WAITS, GOES_ON ->
          mine || holder == null
              ? ""
              : "That is said by who has the task, the producer or the coordinator.";
    };
  }

  private static double given(Double hours) {
    if (hours == null) {
      throw new InvalidInput("hours", "must be given");
    }
    return hours;
  }
}
