package bivex.server.book;

import bivex.core.crew.Hand;
import bivex.core.crew.Role;
import bivex.core.crew.Skills;
import bivex.core.crew.WorkingTime;
import bivex.server.keep.Membership;
import bivex.server.keep.Memberships;
import bivex.server.keep.Production;
import java.util.List;
import org.springframework.stereotype.Component;

/** Who works on a production after the shoot, and when. */
@Component
public class Teams {
  private final Memberships memberships;
  private final Holidays holidays;

  Teams(Memberships memberships, Holidays holidays) {
    this.memberships = memberships;
    this.holidays = holidays;
  }

  public List<Hand> of(Production p) {
    return memberships.ofProduction(p.id).stream()
        .filter(m -> m.role != Role.GUEST)
        .map(m -> hand(m, p))
        .toList();
  }

  /** Somebody's days on a production. */
  public Hand hand(Membership m, Production p) {
    WorkingTime time = time(m, p);
    return new Hand(
        m.person.id.toString(),
        m.person.name,
        time,
        m.part(),
        m.person.skills == null ? Skills.ANY : m.person.skills,
        d -> holidays.on(time.place(), d));
  }

  /** When somebody works: a usual week of the production until they have said so. */
  public static WorkingTime time(Membership m, Production p) {
    return m.person.hours == null ? WorkingTime.usual(p.hoursPerDay) : m.person.hours;
  }
}
