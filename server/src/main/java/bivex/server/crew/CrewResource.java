package bivex.server.crew;

import static bivex.core.crew.Role.ARTIST;
import static bivex.core.crew.Role.COORDINATOR;
import static bivex.core.crew.Role.FLOOR;
import static bivex.core.crew.Role.PRODUCER;

import bivex.server.access.Allowed;
import bivex.server.access.Member;
import bivex.server.access.SignedIn;
import bivex.server.book.Holidays;
import java.time.LocalDate;
import java.util.List;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Who works when on a production, and how many hours that makes. */
@RestController
@RequestMapping("/api")
public class CrewResource {
  private final CrewDesk crew;

  CrewResource(CrewDesk crew) {
    this.crew = crew;
  }

  /** Who is there, day by day; from today unless said otherwise. */
  @GetMapping("/productions/{production}/crew")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public CrewDesk.CrewView crew(
      Member me,
      @RequestParam(required = false) LocalDate from,
      @RequestParam(defaultValue = "28") int days) {
    return crew.crew(me, from, days);
  }

  /** Places whose public holidays are known: countries, each with its regions after it. */
  @GetMapping("/holiday-places")
  @SignedIn
  public List<Holidays.HolidayPlace> places() {
    return crew.places();
  }

  /** Says when somebody works, which they may themselves, and their part in this production. */
  @PutMapping("/productions/{production}/crew/{person}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public void say(@PathVariable UUID person, Member me, @RequestBody CrewDesk.Saying in) {
    crew.say(person, me, in);
  }
}
