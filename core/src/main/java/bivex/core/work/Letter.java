package bivex.core.work;

import bivex.core.InvalidInput;
import bivex.core.Said;
import bivex.core.crew.Hand;
import bivex.core.time.Days;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.TreeSet;
import java.util.regex.Pattern;

/**
 * A letter to somebody about the work of a production: plain words, nothing they need an
 * application for.
 */
public record Letter(String subject, String words) {
  /** Parts on both sides of one @, without spaces (RFC 5321 allows more that nobody has). */
  private static final Pattern ADDRESS = Pattern.compile("[^\\s@<>,;\"]+@[^\\s@<>,;\"]+");

  private static final int LONGEST = 254;

  /**
   * An address letters go to.
   *
   * @throws InvalidInput naming the field
   */
  public static String address(String value) {
    String v = InvalidInput.text("address", value);
    if (v.length() > LONGEST || !ADDRESS.matcher(v).matches()) {
      throw new InvalidInput("address", "must be one address, like name@example.org");
    }
    return v;
  }

  /**
   * The day of which somebody's morning sheet is due: from the hour they said on, on days they have
   * hours, by their own clock.
   *
   * @param from null for never
   * @param hand null for somebody who does no work here
   * @param house the clock of those who said no other
   * @return null for none
   */
  public static LocalDate due(LocalTime from, Instant now, Hand hand, ZoneId house) {
    if (from == null || hand == null) {
      return null;
    }
    ZonedDateTime theirs = now.atZone(hand.time().zone(house));
    LocalDate day = theirs.toLocalDate();
    return theirs.toLocalTime().isBefore(from) || hand.hoursOn(day) == 0 ? null : day;
  }

  /**
   * The day of a production, one's own first.
   *
   * @param name of whom it is for
   */
  public static Letter morning(String production, MorningSheet sheet, String name) {
    List<String> out = new ArrayList<>();
    for (MorningSheet.HandDay h : sheet.hands()) {
      if (h.name().equals(name)) {
        out.add("You, " + h.there());
        lines(out, h.work(), "nothing laid on this day");
      }
    }
    part(out, "Stops", sheet.stops());
    part(out, "Late", sheet.late());
    part(out, "Stale", sheet.stale());
    for (MorningSheet.HandDay h : sheet.hands()) {
      if (!h.name().equals(name)) {
        out.add("");
        out.add(h.name() + ", " + h.there());
        lines(out, h.work(), "nothing laid on this day");
      }
    }
    out.add("");
    out.add(MorningSheet.MOVES);
    return new Letter(
        Said.of("%s: morning of %s", production, Days.words(sheet.day())),
        String.join("\n", out).strip() + "\n");
  }

  private static void part(List<String> out, String head, List<String> of) {
    if (!of.isEmpty()) {
      out.add("");
      out.add(head);
      lines(out, of, "");
    }
  }

  private static void lines(List<String> out, List<String> of, String none) {
    of.forEach(l -> out.add("- " + l));
    if (of.isEmpty()) {
      out.add("- " + none);
    }
  }

  /**
   * What stops somebody's work, or anybody's, each with a name that stays while it is so.
   *
   * @param person whose; null for everybody's
   */
  public static List<OpenWork.Undated> stops(WorkPlan plan, String person) {
    return plan.open().undated().stream()
        .filter(u -> person == null || person.equals(u.task().holder()))
        .toList();
  }

  /** Names of what stops, to be known again. */
  public static List<String> known(List<OpenWork.Undated> stops) {
    TreeSet<String> out = new TreeSet<>();
    stops.forEach(u -> out.add(name(u)));
    return List.copyOf(out);
  }

  private static String name(OpenWork.Undated u) {
    return u.task().id() + " " + u.why();
  }

  /**
   * What newly stops; null where nothing does.
   *
   * @param told names of what was told before
   */
  public static Letter stopped(
      String production, List<OpenWork.Undated> stops, Collection<String> told) {
    List<String> fresh =
        stops.stream()
            .filter(u -> !told.contains(name(u)))
            .map(u -> Said.of("- %s %s: %s", u.task().code(), u.task().label(), u.why()))
            .distinct()
            .sorted()
            .toList();
    return fresh.isEmpty()
        ? null
        : new Letter(
            Said.of(
                "%s: %s", production, fresh.size() == 1 ? "work stops" : fresh.size() + " stops"),
            "No day is known for this work:\n" + String.join("\n", fresh) + "\n");
  }
}
