package bivex.server.export;

import static bivex.core.crew.Role.ARTIST;
import static bivex.core.crew.Role.COORDINATOR;
import static bivex.core.crew.Role.FLOOR;
import static bivex.core.crew.Role.PRODUCER;

import bivex.core.order.TimeOfDay;
import bivex.server.access.Allowed;
import bivex.server.access.Member;
import bivex.server.http.Download;
import bivex.server.keep.Setup;
import bivex.server.keep.Setups;
import bivex.server.keep.ShootingDay;
import bivex.server.keep.ShootingDays;
import biweekly.ICalVersion;
import biweekly.ICalendar;
import biweekly.component.VEvent;
import biweekly.io.text.ICalWriter;
import biweekly.property.Geo;
import biweekly.property.ProductId;
import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.time.ZonedDateTime;
import java.util.Date;
import java.util.List;
import org.springframework.http.ResponseEntity;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** The shooting days as a calendar. */
@RestController
@RequestMapping("/api/productions/{production}")
public class CalendarResource {
  private static final int MOST_OCTETS = 75;
  private final ShootingDays days;
  private final Setups setups;

  CalendarResource(ShootingDays days, Setups setups) {
    this.days = days;
    this.setups = setups;
  }

  /** All shooting days as a calendar (RFC 5545), from call to wrap. */
  @GetMapping(path = "/days.ics", produces = Download.CALENDAR)
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  @Transactional(readOnly = true)
  public ResponseEntity<byte[]> calendar(Member me) {
    ICalendar calendar = new ICalendar();
    calendar.setProductId(new ProductId("-//Bivex//Shooting days//EN"));
    List<Setup> all = setups.findByProductionIdOrderByNumber(me.productionId());
    for (ShootingDay d : days.findByProductionIdOrderByNumber(me.productionId())) {
      VEvent e = new VEvent();
      e.setUid(d.id + "@bivex");
      e.setSummary(me.production().title + ", day " + d.number);
      e.setDateStart(date(d.terms.moment(d.shootOn, d.terms.call())), true);
      e.setDateEnd(date(d.terms.moment(d.shootOn, d.terms.wrap())), true);
      e.setLocation(d.place);
      e.setSequence((int) d.version);
      if (d.terms.latitude() != null) {
        e.setGeo(new Geo(d.terms.latitude(), d.terms.longitude()));
      }
      StringBuilder words = new StringBuilder();
      all.stream()
          .filter(s -> s.dayId.equals(d.id))
          .forEach(
              s ->
                  words.append("Setup ").append(s.number).append(", ").append(s.name).append('\n'));
      d.terms
          .people()
          .forEach(
              p ->
                  words
                      .append(p.name())
                      .append(p.duty().isEmpty() ? "" : ", " + p.duty())
                      .append(": ")
                      .append(TimeOfDay.label(p.from()))
                      .append(" to ")
                      .append(TimeOfDay.label(p.to()))
                      .append('\n'));
      e.setDescription(words.toString().strip());
      calendar.addEvent(e);
    }
    return Download.of(written(calendar), me.production().code + "-days.ics", Download.CALENDAR);
  }

  /** With no line over 75 octets (RFC 5545, 3.1), whatever its letters. */
  private static byte[] written(ICalendar calendar) {
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

  private static Date date(ZonedDateTime at) {
    return Date.from(at.toInstant());
  }
}
