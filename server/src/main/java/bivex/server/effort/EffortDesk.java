package bivex.server.effort;

import bivex.core.InvalidInput;
import bivex.core.effort.Calibration;
import bivex.core.effort.EffortRates;
import bivex.core.effort.Estimate;
import bivex.core.effort.TaskKind;
import bivex.core.effort.TaskKind.Difficulty;
import bivex.core.method.Plan;
import bivex.core.work.TaskStand;
import bivex.server.access.Member;
import bivex.server.book.ShotBook;
import bivex.server.http.Problems;
import bivex.server.keep.Memberships;
import bivex.server.keep.Production;
import bivex.server.keep.Productions;
import bivex.server.live.Journal;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Hours per unit of work, as the production reckons them, and what work really took. */
@Component
public class EffortDesk {
  private final Productions productions;

  private final ShotBook book;

  private final Memberships memberships;

  private final Journal journal;

  EffortDesk(Productions productions, ShotBook book, Memberships memberships, Journal journal) {
    this.productions = productions;
    this.memberships = memberships;
    this.book = book;
    this.journal = journal;
  }

  /**
   * Hours of one unit at a difficulty.
   *
   * @param own whether the production set it
   */
  public record RateView(Difficulty difficulty, Estimate usual, Estimate now, boolean own) {}

  /**
   * A task that was done.
   *
   * @param within whether it took between the low and the high hours
   * @param person who did it as good as alone; null for several, or where nobody said hours
   */
  public record Done(
      UUID shot,
      String code,
      String label,
      double estimated,
      double actual,
      boolean within,
      UUID person) {}

  /**
   * How somebody's hours go against the estimates.
   *
   * @param proposed factor, near 1 while the tasks are few
   */
  public record PersonFactor(UUID person, String name, double proposed, int tasks) {}

  /**
   * @param factor hours really taken over hours reckoned, 1 when nothing is known
   * @param proposed the same, near 1 while the tasks are few; never applied by itself
   * @param within how many tasks took between the low and the high hours
   * @param people who did such tasks alone
   */
  public record KindView(
      TaskKind kind,
      String words,
      String driver,
      List<RateView> rates,
      double factor,
      double proposed,
      int within,
      List<PersonFactor> people,
      List<Done> evidence) {}

  public record EffortView(List<KindView> kinds, long version) {}

  public record NewRate(
      TaskKind kind, Difficulty difficulty, Double low, Double likely, Double high) {}

  public record RatesChange(List<NewRate> rates) {}

  public record NewCalibration(TaskKind kind) {}

  @Transactional(readOnly = true)
  public EffortView effort(Member me) {
    return view(me.production());
  }

  /** Sets the production's own rates; what is not named goes back to the planning default. */
  @Transactional
  public EffortView change(Member me, String ifMatch, RatesChange in) {
    Production p = productions.findById(me.productionId()).orElseThrow();
    Problems.mustBeCurrent(ifMatch, p.version, p.effortRates.own(), in);
    List<EffortRates.Rate> rates = new ArrayList<>();
    for (NewRate r : in.rates() == null ? List.<NewRate>of() : in.rates()) {
      if (r.low() == null || r.likely() == null || r.high() == null) {
        throw new InvalidInput("rates", "each needs low, likely and high hours");
      }
      rates.add(
          new EffortRates.Rate(
              r.kind(), r.difficulty(), new Estimate(r.low(), r.likely(), r.high())));
    }
    p.effortRates = new EffortRates(rates);
    productions.saveAndFlush(p);
    journal.record(
        me, "set the rates of work", "production", p.id.toString(), rates.size() + " own");
    return view(p);
  }

  /** Applies what work of one kind really took to its rates, because somebody asks for it. */
  @Transactional
  public EffortView calibrate(Member me, NewCalibration in) {
    if (in.kind() == null) {
      throw new InvalidInput("kind", "must be one of " + Arrays.toString(TaskKind.values()));
    }
    Production p = productions.findById(me.productionId()).orElseThrow();
    KindView k =
        view(p).kinds().stream().filter(x -> x.kind() == in.kind()).findFirst().orElseThrow();
    if (k.evidence().isEmpty()) {
      throw new InvalidInput("kind", "no hours have been given for " + k.words() + " yet");
    }
    p.effortRates = p.effortRates.calibrated(in.kind(), k.proposed());
    productions.saveAndFlush(p);
    journal.record(
        me,
        "calibrated",
        "production",
        p.id.toString(),
        String.format(
            Locale.ROOT, "%s × %.2f from %d tasks", k.words(), k.proposed(), k.evidence().size()));
    return view(p);
  }

  private static Calibration calibration(List<Done> of) {
    return Calibration.of(
        of.stream().map(d -> new Calibration.Pair(d.estimated(), d.actual())).toList());
  }

  private static UUID by(ShotBook.Page page, String task) {
    String who = page.tasks().getOrDefault(task, TaskStand.FRESH).alone();
    return who == null ? null : UUID.fromString(who);
  }

  private static List<PersonFactor> people(List<Done> of, Map<UUID, String> names) {
    Map<UUID, List<Done>> by =
        of.stream()
            .filter(d -> names.containsKey(d.person()))
            .collect(Collectors.groupingBy(Done::person));
    return by.entrySet().stream()
        .map(
            e -> {
              Calibration c = calibration(e.getValue());
              return new PersonFactor(e.getKey(), names.get(e.getKey()), c.proposed(), c.tasks());
            })
        .sorted(Comparator.comparing(PersonFactor::name))
        .toList();
  }

  private EffortView view(Production p) {
    Map<TaskKind, List<Done>> done = new EnumMap<>(TaskKind.class);
    for (ShotBook.Page page : book.all(p)) {
      Map<String, Double> hours = new HashMap<>();
      page.done()
          .forEach(
              (task, said) ->
                  hours.put(task, page.tasks().getOrDefault(task, TaskStand.FRESH).took(said)));
      for (Plan.Task t : page.plan().tasks()) {
        if (hours.get(t.key()) != null) {
          done.computeIfAbsent(t.kind(), k -> new ArrayList<>())
              .add(
                  new Done(
                      page.shot().id,
                      page.shot().code,
                      t.label(),
                      t.hours().mean(),
                      hours.get(t.key()),
                      t.hours().holds(hours.get(t.key())),
                      by(page, t.key())));
        }
      }
    }
    Map<UUID, String> names =
        memberships.ofProduction(p.id).stream()
            .collect(Collectors.toMap(m -> m.person.id, m -> m.person.name));
    List<KindView> kinds =
        Arrays.stream(TaskKind.values())
            .map(
                k -> {
                  List<Done> of = done.getOrDefault(k, List.of());
                  Calibration all = calibration(of);
                  List<RateView> rates =
                      Arrays.stream(Difficulty.values())
                          .map(
                              d ->
                                  new RateView(
                                      d,
                                      k.perUnit(d),
                                      p.effortRates.perUnit(k, d),
                                      p.effortRates.own().stream()
                                          .anyMatch(r -> r.kind() == k && r.difficulty() == d)))
                          .toList();
                  return new KindView(
                      k,
                      k.words(),
                      k.driver(),
                      rates,
                      all.factor(),
                      all.proposed(),
                      (int) of.stream().filter(Done::within).count(),
                      people(of, names),
                      of);
                })
            .toList();
    return new EffortView(kinds, p.version);
  }
}
