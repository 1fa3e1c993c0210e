package bivex.server.export;

import biweekly.ICalVersion;
import biweekly.ICalendar;
import biweekly.io.text.ICalWriter;
import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;

/** Calendars as text (RFC 5545). */
final class CalendarText {
  private static final int MOST_OCTETS = 75;

  private CalendarText() {}

  /** With no line over 75 octets (RFC 5545, 3.1), whatever its letters. */
  static byte[] of(ICalendar calendar) {
    StringWriter text = new StringWriter();
    try (ICalWriter out = new ICalWriter(text, ICalVersion.V2_0)) {
      out.getVObjectWriter().getFoldedLineWriter().setLineLength(null);
      out.write(calendar);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    StringBuilder folded = new StringBuilder();
    int octets = 0;
    for (int i = 0; i < text.getBuffer().length(); ) {
      int letter = text.getBuffer().codePointAt(i);
      String one = Character.toString(letter);
      int more = one.getBytes(StandardCharsets.UTF_8).length;
      if (letter != '\r' && letter != '\n' && octets + more > MOST_OCTETS) {
        folded.append("\r\n ");
        octets = 1;
      }
      folded.append(one);
      octets = letter == '\n' ? 0 : octets + more;
      i += one.length();
    }
    return folded.toString().getBytes(StandardCharsets.UTF_8);
  }
}
