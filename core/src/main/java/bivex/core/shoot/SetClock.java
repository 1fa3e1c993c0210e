package bivex.core.shoot;

import bivex.core.InvalidInput;
import bivex.core.Said;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;

/**
 * Battery and card against the set that is open (S19): whether it can be finished without touching
 * the camera, and what to do now.
 *
 * @param batteryLeft minutes of camera on
 * @param cardLeft minutes of recording
 * @param need minutes of camera on that the set still wants
 * @param needRecord minutes of recording that the set still wants
 * @param state whether it will be finished
 * @param words what to do, in one line
 * @param segmentSeconds a take longer than this is in two files on a card with 4 GiB files
 */
public record SetClock(
    double batteryLeft,
    double cardLeft,
    double need,
    double needRecord,
    State state,
    String words,
    double segmentSeconds) {
  public enum State {
    /** Nothing to do. */
    LASTS,
    /** Change before the set is begun. */
    CHANGE_FIRST,
    /** Not even a fresh battery lasts for what the set still wants. */
    NEEDS_POWER,
    /** The set is begun and will not be finished. */
    WILL_NOT_FINISH
  }

  /** Minutes between takes that the camera stays on; common practice, no source. */
  public static final double RESET = 2;

  /** Takes a plate wants where its plan does not say; common practice, no source. */
  public static final int TAKES = 3;

  /**
   * Minutes of camera on for a plate with its resets.
   *
   * @param seconds of one take
   * @param takes how many are reckoned with
   */
  public static double minutes(double seconds, int takes) {
    return takes * (seconds / 60 + RESET);
  }

  /**
   * A plate of the set that is still wanted.
   *
   * @param seconds of one take
   * @param takes how many are reckoned with
   * @param minutes a take keeps the camera on, with its reset
   */
  public record Wanted(double seconds, int takes, double minutes) {}

  /**
   * A take of the day.
   *
   * @param seconds it ran
   */
  public record Ran(Instant at, double seconds) {}

  /**
   * The clock of a set from what was shot on the day and when battery and card were changed last.
   *
   * @param wanted plates of the set that are not in hand
   * @param clothes minutes of changes of clothes still to come in the set, with the camera on
   * @param day all takes of the day
   * @param touches of the camera on the day
   */
  public static SetClock of(
      String set,
      boolean begun,
      DayTerms terms,
      List<Wanted> wanted,
      double clothes,
      List<Ran> day,
      List<MatchReview.TouchEvent> touches) {
    Instant power = last(touches, Touch.POWER);
    Instant card = last(touches, Touch.CARD);
    double on =
        day.stream()
            .filter(r -> r.at().isAfter(power))
            .mapToDouble(r -> minutes(r.seconds(), 1))
            .sum();
    double recorded =
        day.stream().filter(r -> r.at().isAfter(card)).mapToDouble(r -> r.seconds() / 60).sum();
    double need = clothes + wanted.stream().mapToDouble(w -> w.takes() * w.minutes()).sum();
    double needRecord = wanted.stream().mapToDouble(w -> w.takes() * w.seconds() / 60).sum();
    return of(
        set,
        begun,
        terms.rates().batteryMinutes(),
        on,
        terms.cardMinutes(),
        recorded,
        need,
        needRecord,
        terms.megabitsPerSecond());
  }

  /**
   * A begun set's clock with takes more than it was worked out from.
   *
   * @param batteryLeft minutes, as worked out before
   * @param cardLeft minutes, as worked out before
   * @param need minutes of camera on still wanted
   * @param needRecord minutes of recording still wanted
   * @param minutes the takes ran together
   * @param takes how many
   */
  public static SetClock later(
      String set,
      double batteryLeft,
      double cardLeft,
      double need,
      double needRecord,
      double minutes,
      int takes,
      double megabitsPerSecond) {
    double battery = Math.max(1, batteryLeft);
    double card = Math.max(1, cardLeft);
    return of(
        set,
        true,
        battery,
        Math.min(battery, minutes + takes * RESET),
        card,
        Math.min(card, minutes),
        need,
        needRecord,
        megabitsPerSecond);
  }

  private static Instant last(List<MatchReview.TouchEvent> touches, Touch kind) {
    return touches.stream()
        .filter(t -> t.kind() == kind)
        .map(MatchReview.TouchEvent::at)
        .max(Comparator.naturalOrder())
        .orElse(Instant.EPOCH);
  }

  /**
   * @param set letter of the set
   * @param begun whether a take of it is made
   * @param batteryMinutes one battery lasts
   * @param onMinutes camera on since the battery was changed
   * @param cardMinutes one card holds
   * @param recordedMinutes since the card was changed
   * @param need minutes of camera on still wanted
   * @param needRecord minutes of recording still wanted
   */
  public static SetClock of(
      String set,
      boolean begun,
      double batteryMinutes,
      double onMinutes,
      double cardMinutes,
      double recordedMinutes,
      double need,
      double needRecord,
      double megabitsPerSecond) {
    InvalidInput.positive("battery minutes", batteryMinutes);
    InvalidInput.positive("card minutes", cardMinutes);
    double battery = batteryMinutes - InvalidInput.within("camera on", onMinutes, 0, 100_000);
    double card = cardMinutes - InvalidInput.within("recorded", recordedMinutes, 0, 100_000);
    boolean batteryShort = battery < need;
    boolean cardShort = card < needRecord;
    State state =
        !batteryShort && !cardShort || need == 0
            ? State.LASTS
            : batteryMinutes < need
                ? State.NEEDS_POWER
                : begun ? State.WILL_NOT_FINISH : State.CHANGE_FIRST;
    String what =
        batteryShort && cardShort ? "battery and card" : batteryShort ? "battery" : "card";
    String figures =
        batteryShort
            ? Said.of("%.0f min left, %.0f needed", Math.max(0, battery), need)
            : Said.of("%.0f min of card left, %.0f needed", Math.max(0, card), needRecord);
    String words =
        switch (state) {
          case LASTS ->
              need == 0
                  ? "Nothing more is wanted of set " + set + "."
                  : Said.of(
                      "Set %s can be finished: %.0f min of battery for %.0f.", set, battery, need);
          case NEEDS_POWER ->
              Said.of(
                  "Set %s wants %.0f min with the camera on and a fresh battery lasts %.0f: run it"
                      + " from a power supply, or part it: shoot a clean plate before and after"
                      + " the change and lay them over each other.",
                  set, need, batteryMinutes);
          case CHANGE_FIRST ->
              Said.of("Change the %s before you begin set %s: %s.", what, set, figures);
          case WILL_NOT_FINISH ->
              Said.of(
                  "You will not finish set %s on this %s: %s. Change it now, log it, and lay a"
                      + " fresh still over the first.",
                  set, what, figures);
        };
    return new SetClock(
        battery,
        card,
        need,
        needRecord,
        state,
        words,
        MediaBudget.segmentSeconds(megabitsPerSecond, MediaBudget.FAT32_FILE_BYTES));
  }
}
