package bivex.server.crew;

import bivex.core.InvalidInput;
import bivex.core.crew.Hand;
import bivex.core.crew.Part;
import bivex.core.crew.Role;
import bivex.core.crew.Skills;
import bivex.core.crew.WorkingTime;
import bivex.server.access.Member;
import bivex.server.book.Holidays;
import bivex.server.book.Teams;
import bivex.server.http.Problems;
import bivex.server.keep.Membership;
import bivex.server.keep.Memberships;
import bivex.server.keep.Production;
import bivex.server.live.Journal;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.NoSuchElementException;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Who works when on a production, and how many hours that makes. */
@Component
public class CrewDesk {
  private static final int MOST_DAYS = 92;
  private static final int FARTHEST_YEARS = 10;

  private final Memberships memberships;
  private final Teams teams;
  private final Holidays holidays;
  private final Journal journal;
  private final Clock clock;

  CrewDesk(Memberships memberships, Teams teams, Holidays holidays, Journal journal, Clock clock) {
    this.memberships = memberships;
    this.teams = teams;
    this.holidays = holidays;
    this.journal = journal;
    this.clock = clock;
  }

  /**
   * @param time when they work; without reasons for others than the producer, the coordinator and
   *     themselves
   * @param said whether somebody has said when they work; else it is a usual week
   * @param overpromised in words, where other productions have so much of their time that there is
   *     not enough; empty where they have not
   * @param days theirs, from the first day of the view
   * @param may whether whoever asks may change when they work
   */
  public record HandView(
      UUID person,
      String name,
      Role role,
      WorkingTime time,
      boolean said,
      Skills skills,
      long timeVersion,
      Part part,
      long partVersion,
      String overpromised,
      List<Hand.Day> days,
      boolean may) {}

  /** Hours of a day, all hands together. */
  public record DayHours(LocalDate date, double hours) {}

  /**
   * @param earlier first day of as many days before
   * @param later first day of as many days after
   * @param usualDay hours of a usual day
   */
  public record CrewView(
      LocalDate from,
      LocalDate earlier,
      LocalDate later,
      double usualDay,
      List<HandView> hands,
      List<DayHours> days) {}

  /** Who is there, day by day. */
  @Transactional(readOnly = true)
  public CrewView crew(Member me, LocalDate from, int days) {
    InvalidInput.within("days", days, 1, MOST_DAYS);
    LocalDate today = LocalDate.now(clock);
    LocalDate first = from == null ? today : from;
    if (first.isBefore(today.minusYears(FARTHEST_YEARS))
        || first.isAfter(today.plusYears(FARTHEST_YEARS))) {
      throw new InvalidInput("from", "must be within " + FARTHEST_YEARS + " years of today");
    }
    Production p = me.production();
    List<Membership> here =
        memberships.ofProduction(p.id).stream().filter(m -> m.role != Role.GUEST).toList();
    Map<UUID, List<Part>> elsewhere =
        memberships.elsewhere(p.id, here.stream().map(m -> m.person.id).toList()).stream()
            .collect(
                Collectors.groupingBy(
                    m -> m.person.id, Collectors.mapping(Membership::part, Collectors.toList())));
    List<HandView> hands = new ArrayList<>();
    double[] sums = new double[days];
    for (Membership m : here) {
      boolean knows = mayChange(me, m);
      Hand hand = teams.hand(m, p);
      List<Hand.Day> theirs =
          IntStream.range(0, days).mapToObj(i -> hand.on(first.plusDays(i), knows)).toList();
      for (int i = 0; i < days; i++) {
        sums[i] += theirs.get(i).hours();
      }
      hands.add(
          new HandView(
              m.person.id,
              m.person.name,
              m.role,
              knows ? hand.time() : hand.time().withoutReasons(),
              m.person.hours != null,
              hand.skills(),
              m.person.version,
              m.part(),
              m.version,
              knows
                  ? hand.part().overpromised(elsewhere.getOrDefault(m.person.id, List.of()), first)
                  : "",
              theirs,
              knows));
    }
    return new CrewView(
        first,
        first.minusDays(days),
        first.plusDays(days),
        p.hoursPerDay,
        hands,
        IntStream.range(0, days).mapToObj(i -> new DayHours(first.plusDays(i), sums[i])).toList());
  }

  /** Places whose public holidays are known. */
  public List<Holidays.HolidayPlace> places() {
    return holidays.places();
  }

  private static boolean mayChange(Member me, Membership m) {
    return leads(me) || m.person.id.equals(me.personId());
  }

  private static boolean leads(Member me) {
    return me.role() == Role.PRODUCER || me.role() == Role.COORDINATOR;
  }

  private Membership of(Member me, UUID person) {
    return memberships
        .find(me.productionId(), person)
        .filter(m -> m.role != Role.GUEST)
        .orElseThrow(() -> new NoSuchElementException("no such person here"));
  }

  /**
   * What is said of somebody's days; each half only where it is there.
   *
   * @param time when they work, wherever they do
   * @param skills what work they do, wherever they do
   * @param timeVersion of time and skills, as it was seen
   * @param part of their time that is this production's
   * @param partVersion as it was seen
   */
  public record Saying(
      WorkingTime time, Skills skills, Long timeVersion, Part part, Long partVersion) {}

  /** Says when somebody works, for every production they are on, and their part in this one. */
  @Transactional
  public void say(UUID person, Member me, Saying in) {
    Membership m = of(me, person);
    if (!mayChange(me, m) || in.part() != null && !leads(me)) {
      throw new Problems.Forbidden(
          in.part() == null
              ? "When somebody works is said by them, the producer or the coordinator."
              : "What part of their time is this production's is said by the producer or the"
                  + " coordinator.");
    }
    if (in.time() != null) {
      holidays.mustBeKnown(in.time().place());
      current(in.timeVersion(), m.person.version, m.person.hours, in);
      m.person.hours = in.time();
    }
    if (in.skills() != null) {
      current(in.timeVersion(), m.person.version, m.person.skills, in);
      m.person.skills = in.skills();
    }
    if (in.part() != null) {
      current(in.partVersion(), m.version, m.part(), in);
      m.part = in.part();
    }
    memberships.saveAndFlush(m);
    journal.record(
        me,
        "said the days of",
        "person",
        person.toString(),
        m.person.name
            + (in.part() == null
                ? ""
                : ": " + Math.round(in.part().share() * 100) + " % of their time"));
    if (in.time() != null || in.skills() != null) {
      elsewhere(m);
    }
  }

  private static void current(Long seen, long is, Object theirs, Object yours) {
    if (seen == null || seen != is) {
      throw new Problems.Stale(theirs, yours);
    }
  }

  /** Their days count in every other production too, where nobody need know who said it. */
  private void elsewhere(Membership m) {
    for (Membership other : memberships.ofPerson(m.person.id)) {
      if (!other.id.equals(m.id)
          && other.role != Role.GUEST
          && other.production.archivedAt == null) {
        journal.record(
            new Member(m.person.id, m.person.name, other.role, other.production),
            "works at other times",
            "person",
            m.person.id.toString(),
            "");
      }
    }
  }
}
