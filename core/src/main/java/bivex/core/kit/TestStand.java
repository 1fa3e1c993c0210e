package bivex.core.kit;

import java.time.LocalDate;
import java.util.Objects;
import java.util.stream.Stream;

/**
 * How a camera test stands: what is known of it, what is next, and by when.
 *
 * @param before first day whose plates need its answer; null while none is planned
 * @param stand how far it is
 * @param next what is to be done, in words; empty once it is decided
 * @param late whether the day is there or gone and nothing was decided
 */
public record TestStand(LocalDate before, Stand stand, String next, boolean late) {
  /** How far a test is. */
  public enum Stand {
    /** Nothing was tried. */
    ASKED,
    /** One candidate has a picture, which alone is no comparison. */
    ALONE,
    /** Several have, and some are not measured. */
    TRIED,
    /** All that was tried is measured. */
    MEASURED,
    /** It was said which is taken. */
    DECIDED
  }

  /**
   * @param days on which its shots are planned; nulls are not planned yet
   * @param wantedBy a day somebody gave; null for none
   * @param candidates tried with a picture
   * @param unread of them, not measured yet
   * @param decided whether a verdict stands
   */
  public static TestStand of(
      Stream<LocalDate> days,
      LocalDate wantedBy,
      int candidates,
      int unread,
      boolean decided,
      LocalDate today) {
    LocalDate before =
        Stream.concat(days, Stream.of(wantedBy == null ? LocalDate.MAX : wantedBy))
            .filter(Objects::nonNull)
            .filter(d -> !d.equals(LocalDate.MAX))
            .min(LocalDate::compareTo)
            .orElse(null);
    if (decided) {
      return new TestStand(before, Stand.DECIDED, "", false);
    }
    Stand stand =
        candidates == 0
            ? Stand.ASKED
            : candidates == 1 ? Stand.ALONE : unread > 0 ? Stand.TRIED : Stand.MEASURED;
    String next =
        switch (stand) {
          case ASKED -> "shoot the candidates";
          case ALONE -> "one candidate is no comparison: shoot another, or say why it is enough";
          case TRIED -> "measure the candidates";
          case MEASURED -> "say which is taken";
          case DECIDED -> "";
        };
    return new TestStand(before, stand, next, before != null && !before.isAfter(today));
  }
}
