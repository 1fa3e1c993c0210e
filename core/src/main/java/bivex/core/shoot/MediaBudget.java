package bivex.core.shoot;

import bivex.core.InvalidInput;

/**
 * Whether a match set fits on one battery and one card (S19), since changing either touches the
 * camera.
 *
 * @param minutesNeeded camera-on minutes: recording and standby
 * @param minutesLeft battery minutes left over; negative when it does not last
 * @param gigabytes decimal GB recorded: Mb/s · s / 8000
 * @param gigabytesLeft on the card; negative when it does not fit
 */
public record MediaBudget(
    double minutesNeeded, double minutesLeft, double gigabytes, double gigabytesLeft) {
  /** Largest file of a FAT32 card, bytes: 4 GiB − 1. */
  public static final long FAT32_FILE_BYTES = (1L << 32) - 1;

  /**
   * @param recordMinutes recording
   * @param standbyMinutes camera on, not recording
   * @param batteryMinutes one battery lasts
   * @param megabitsPerSecond of the recording
   * @param cardGigabytes free on the card, decimal
   */
  public static MediaBudget of(
      double recordMinutes,
      double standbyMinutes,
      double batteryMinutes,
      double megabitsPerSecond,
      double cardGigabytes) {
    InvalidInput.positive("recording minutes", recordMinutes);
    InvalidInput.within("standby minutes", standbyMinutes, 0, 10_000);
    InvalidInput.positive("battery minutes", batteryMinutes);
    InvalidInput.positive("card size", cardGigabytes);
    double needed = recordMinutes + standbyMinutes;
    double gb = gigabytes(megabitsPerSecond, recordMinutes * 60);
    return new MediaBudget(needed, batteryMinutes - needed, gb, cardGigabytes - gb);
  }

  /** Decimal gigabytes of a recording. */
  public static double gigabytes(double megabitsPerSecond, double seconds) {
    return InvalidInput.positive("bit rate", megabitsPerSecond) * seconds / 8000;
  }

  /**
   * Seconds after which a card with a file limit begins a new file; a take longer than this is in
   * two files.
   */
  public static double segmentSeconds(double megabitsPerSecond, long fileBytes) {
    return fileBytes * 8.0 / (InvalidInput.positive("bit rate", megabitsPerSecond) * 1e6);
  }

  /** Whether the set can be shot without touching the camera. */
  public boolean fits() {
    return minutesLeft >= 0 && gigabytesLeft >= 0;
  }
}
