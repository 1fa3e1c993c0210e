package bivex.server.export;

import static bivex.core.crew.Role.ARTIST;
import static bivex.core.crew.Role.COORDINATOR;
import static bivex.core.crew.Role.FLOOR;
import static bivex.core.crew.Role.PRODUCER;

import bivex.server.access.Allowed;
import bivex.server.access.Member;
import bivex.server.http.Download;
import biweekly.ICalendar;
import biweekly.property.ProductId;
import org.springframework.http.ResponseEntity;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** The shooting days as a calendar. */
@RestController
@RequestMapping("/api/productions/{production}")
public class CalendarResource {
  private final ShootingDayEvents events;

  CalendarResource(ShootingDayEvents events) {
    this.events = events;
  }

  /** All shooting days as a calendar (RFC 5545), from call to wrap. */
  @GetMapping(path = "/days.ics", produces = Download.CALENDAR)
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  @Transactional(readOnly = true)
  public ResponseEntity<byte[]> calendar(Member me) {
    ICalendar calendar = new ICalendar();
    calendar.setProductId(new ProductId("-//Bivex//Shooting days//EN"));
    events.of(me.production()).forEach(calendar::addEvent);
    return Download.of(
        CalendarText.of(calendar), me.production().code + "-days.ics", Download.CALENDAR);
  }
}
