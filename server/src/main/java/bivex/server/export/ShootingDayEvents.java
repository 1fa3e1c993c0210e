package bivex.server.export;

import bivex.core.order.TimeOfDay;
import bivex.server.keep.Production;
import bivex.server.keep.Setup;
import bivex.server.keep.Setups;
import bivex.server.keep.ShootingDay;
import bivex.server.keep.ShootingDays;
import biweekly.component.VEvent;
import biweekly.property.Geo;
import java.time.ZonedDateTime;
import java.util.ArrayList;
import java.util.Date;
import java.util.List;
import org.springframework.stereotype.Component;

/** The shooting days of a production as events of a calendar, from call to wrap. */
@Component
class ShootingDayEvents {
  private final ShootingDays days;
  private final Setups setups;

  ShootingDayEvents(ShootingDays days, Setups setups) {
    this.days = days;
    this.setups = setups;
  }

  List<VEvent> of(Production production) {
    List<VEvent> out = new ArrayList<>();
    List<Setup> all = setups.findByProductionIdOrderByNumber(production.id);
    for (ShootingDay d : days.findByProductionIdOrderByNumber(production.id)) {
      VEvent e = new VEvent();
      e.setUid(d.id + "@bivex");
      e.setSummary(production.title + ", day " + d.number);
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
      out.add(e);
    }
    return out;
  }

  private static Date date(ZonedDateTime at) {
    return Date.from(at.toInstant());
  }
}
