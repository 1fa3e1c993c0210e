package bivex.core.shoot;

import bivex.core.InvalidInput;
import bivex.core.Said;

/**
 * Battery and card against the set that is open (S19): whether it can be finished without touching the camera, and what to do now.
 *
 * @param batteryLeft minutes of camera on
 * @param cardLeft minutes of recording
 * @param need minutes of camera on that the set still wants
 * @param needRecord minutes of recording that the set still wants
 * @param state whether it will be finished
 * @param words what to do, in one line
 * @param segmentSeconds a take longer than this is in two files on a card with 4 GiB files
 */
public record SetClock(double batteryLeft, double cardLeft, double need, double needRecord, State state, String words, double segmentSeconds) {
  public enum State {
    /** Nothing to do. */
    LASTS,
    /** Change before the set is begun. */
    CHANGE_FIRST,
    /** The set is begun and will not be finished. */
    WILL_NOT_FINISH
  }

  /** Minutes between takes that the camera stays on; common practice, no source. */
  public static final double RESET = 2;

  /** Takes a performance wants, as a rule; common practice, no source. */
  public static final int TAKES = 3;

  /** Minutes of camera on for a plate with its resets. @param seconds of one take @param takes how many are reckoned with */
  public static double minutes(double seconds, int takes) {
    return takes * (seconds / 60 + RESET);
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
  public static SetClock of(String set, boolean begun, double batteryMinutes, double onMinutes, double cardMinutes, double recordedMinutes, double need, double needRecord, double megabitsPerSecond) {
    InvalidInput.positive("battery minutes", batteryMinutes);
    InvalidInput.positive("card minutes", cardMinutes);
    double battery = batteryMinutes - InvalidInput.within("camera on", onMinutes, 0, 100_000);
    double card = cardMinutes - InvalidInput.within("recorded", recordedMinutes, 0, 100_000);
    boolean batteryShort = battery < need;
    boolean cardShort = card < needRecord;
    State state = !batteryShort && !cardShort || need == 0 ? State.LASTS : begun ? State.WILL_NOT_FINISH : State.CHANGE_FIRST;
    String what = batteryShort && cardShort ? "battery and card" : batteryShort ? "battery" : "card";
    String figures = batteryShort ? Said.of("%.0f min left, %.0f needed", Math.max(0, battery), need) : Said.of("%.0f min of card left, %.0f needed", Math.max(0, card), needRecord);
    String words = switch (state) {
      case LASTS -> need == 0 ? "Nothing more is wanted of set " + set + "." : Said.of("Set %s can be finished: %.0f min of battery for %.0f.", set, battery, need);
      case CHANGE_FIRST -> Said.of("Change the %s before you begin set %s: %s.", what, set, figures);
      case WILL_NOT_FINISH -> Said.of("You will not finish set %s on this %s: %s. Change it now, log it, and lay a fresh still over the first.", set, what, figures);
    };
    return new SetClock(battery, card, need, needRecord, state, words, MediaBudget.segmentSeconds(megabitsPerSecond, MediaBudget.FAT32_FILE_BYTES));
  }
}
