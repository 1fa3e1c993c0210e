package bivex.server.shoot;

import bivex.core.InvalidInput;
import bivex.core.ItemKey;
import bivex.core.order.DayPlan;
import bivex.core.order.Pass;
import bivex.core.order.PassOrder;
import bivex.core.order.Running;
import bivex.core.order.SeenInside;
import bivex.server.access.Member;
import bivex.server.http.Problems;
import bivex.server.keep.PassSetting;
import bivex.server.keep.PassSettings;
import bivex.server.keep.ShootingDay;
import bivex.server.keep.ShootingDays;
import bivex.server.keep.Shot;
import bivex.server.keep.ShotNeed;
import bivex.server.keep.ShotNeeds;
import bivex.server.keep.Shots;
import bivex.server.live.Journal;
import java.time.Duration;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** The order of the passes of a day: searched for, moved by hand, pinned, and what it costs. */
@Component
public class PassOrders {
  /** Longest look for a better order when one made by hand is priced. */
  private static final Duration PRICING = Duration.ofMillis(900);

  private final ShootingDays days;

  private final PassSettings settings;

  private final ShotNeeds needs;

  private final Shots shots;

  private final DayOrder order;

  private final Searches searches;

  private final Journal journal;

  private static SearchView found(Searches.Search s, List<String> pins) {
    Running best = s.best;
    Running kept = Running.of(s.of.plan(), s.of.kept());
    return new SearchView(
        s.seconds(),
        Searches.limitSeconds(),
        s.better.get(),
        s.done,
        s.proved,
        s.fault,
        best == null ? null : s.of.view(best, pins),
        best == null ? "" : kept.dearerThan(best));
  }

  PassOrders(
      ShootingDays days,
      PassSettings settings,
      ShotNeeds needs,
      Shots shots,
      DayOrder order,
      Searches searches,
      Journal journal) {
    this.days = days;
    this.settings = settings;
    this.needs = needs;
    this.shots = shots;
    this.order = order;
    this.searches = searches;
    this.journal = journal;
  }

  /**
   * The passes of a day as they shall be shot.
   *
   * @param orderedBy who accepted the order; empty while nobody has, and then the passes stand as
   *     they are planned
   * @param dearer what this order costs more than a better one that was found; empty when none was,
   *     or none was looked for
   */
  public record OrderView(
      UUID day,
      long version,
      String orderedBy,
      DayOrder.RunningView running,
      List<String> pins,
      List<DayOrder.NeedView> needs,
      List<String> warnings,
      String dearer) {}

  /**
   * @param passes ids of all passes in their order
   * @param pins ids of those that must stay where they are
   */
  public record NewOrder(List<String> passes, List<String> pins) {}

  /**
   * @param pins ids of passes that must stay where the accepted order has them
   */
  public record NewSearch(List<String> pins) {}

  /**
   * @param better how many better orders were found so far
   * @param proved whether no better one exists
   * @param fault why there is no order; empty when there is
   */
  public record SearchView(
      double seconds,
      double limitSeconds,
      int better,
      boolean done,
      boolean proved,
      String fault,
      DayOrder.RunningView best,
      String gain) {}

  /**
   * @param minutes null to reckon it from the plate
   * @param lightFrom minutes after midnight; null when the light does not matter
   */
  public record NewPassSetting(
      UUID shot,
      String plate,
      List<Pass.Worn> worn,
      Double minutes,
      Double lightFrom,
      Double lightTo) {}

  /**
   * @param needs shot that is seen inside it
   */
  public record NewNeed(UUID shot, UUID needs, String why) {}

  @Transactional(readOnly = true)
  public OrderView order(UUID day, Member me) {
    return view(order.of(me, day(me, day)), false);
  }

  /** Keeps an order; it may be one made by hand, and then its price is told. */
  @Transactional
  public OrderView keep(UUID day, Member me, String ifMatch, NewOrder in) {
    ShootingDay d = day(me, day);
    DayOrder.Of of = order.of(me, d);
    Problems.mustBeCurrent(ifMatch, d.version, view(of, false), in);
    List<String> wanted = in.passes() == null ? List.of() : in.passes();
    if (wanted.size() != of.views().size() || !new HashSet<>(wanted).equals(of.views().keySet())) {
      throw new InvalidInput(
          "passes",
          "must be every pass of the day once; what is owed has changed meanwhile, read it again");
    }
    d.passOrder = List.copyOf(wanted);
    d.pins =
        in.pins() == null
            ? List.of()
            : in.pins().stream().filter(wanted::contains).distinct().toList();
    d.orderedBy = me.name();
    days.saveAndFlush(d);
    journal.record(me, "ordered the passes", "day", d.id.toString(), "day " + d.number);
    return view(of, true);
  }

  @Transactional(readOnly = true)
  public SearchView search(UUID day, Member me, NewSearch in) {
    ShootingDay d = day(me, day);
    DayOrder.Of of = order.of(me, d);
    if (of.views().isEmpty()) {
      throw new InvalidInput("day", "has no pass left to shoot");
    }
    DayPlan plan =
        of.pinned(
            of.kept().stream().map(Pass::id).toList(), in.pins() == null ? List.of() : in.pins());
    return found(searches.start(of, plan), plan.pins().keySet().stream().toList());
  }

  /** How the search stands, with the best order so far. */
  @Transactional(readOnly = true)
  public SearchView searched(UUID day, Member me) {
    ShootingDay d = day(me, day);
    return found(searches.find(d.id), d.pins);
  }

  /** Ends the search with the best so far. */
  @Transactional(readOnly = true)
  public SearchView stop(UUID day, Member me) {
    ShootingDay d = day(me, day);
    searches.stop(d.id);
    return found(searches.find(d.id), d.pins);
  }

  /** Says who is in a pass, how long it takes and in which light. */
  @Transactional
  public DayOrder.RunningView pass(Member me, NewPassSetting in) {
    Shot s = shot(me, "shot", in.shot());
    String plate = InvalidInput.text("plate", in.plate());
    PassSetting x = settings.findByShotIdAndPlate(s.id, plate).orElseGet(PassSetting::new);
    if (x.id == null) {
      x.id = UUID.randomUUID();
      x.productionId = me.productionId();
      x.shotId = s.id;
      x.plate = plate;
    }
    x.worn = in.worn() == null ? List.of() : in.worn();
    x.minutes =
        in.minutes() == null ? null : InvalidInput.within("minutes", in.minutes(), 0.1, 600);
    if ((in.lightFrom() == null) != (in.lightTo() == null)) {
      throw new InvalidInput(
          in.lightFrom() == null ? "lightFrom" : "lightTo",
          "must be given with the other end, or neither");
    }
    if (in.lightFrom() != null) {
      new Pass.Window(in.lightFrom(), in.lightTo());
    }
    x.lightFrom = in.lightFrom();
    x.lightTo = in.lightTo();
    settings.saveAndFlush(x);
    journal.record(
        me,
        "set a pass",
        "shot",
        s.id.toString(),
        s.code + " " + ItemKey.of(plate).name(),
        Journal.Touches.NOTHING);
    ShootingDay d =
        days.ofShot(s.id).orElseThrow(() -> new InvalidInput("shot", "is in no setup of a day"));
    DayOrder.Of of = order.of(me, d);
    return of.view(Running.of(of.pinned(d.passOrder, d.pins), of.kept()), d.pins);
  }

  /** Says that a shot is seen inside another, and so must be shot first. */
  @Transactional
  public List<DayOrder.NeedView> need(Member me, NewNeed in) {
    Shot a = shot(me, "shot", in.shot());
    Shot b = shot(me, "needs", in.needs());
    List<ShotNeed> all = needs.findByProductionId(me.productionId());
    Map<UUID, Set<UUID>> straight =
        all.stream()
            .collect(
                Collectors.groupingBy(
                    n -> n.shotId, Collectors.mapping(n -> n.needsId, Collectors.toSet())));
    if (SeenInside.needs(straight, b.id, a.id)) {
      throw new InvalidInput(
          "needs", b.code + " is itself seen to need " + a.code + ": one of them must come first");
    }
    if (all.stream().noneMatch(n -> n.shotId.equals(a.id) && n.needsId.equals(b.id))) {
      ShotNeed n = new ShotNeed();
      n.id = UUID.randomUUID();
      n.productionId = me.productionId();
      n.shotId = a.id;
      n.needsId = b.id;
      n.why = InvalidInput.text("why", in.why());
      n.saidBy = me.name();
      needs.saveAndFlush(n);
      journal.record(
          me,
          "said what is seen inside",
          "shot",
          a.id.toString(),
          b.code + " in " + a.code,
          Journal.Touches.NOTHING);
    }
    return needs(me);
  }

  @Transactional
  public List<DayOrder.NeedView> notNeeded(UUID need, Member me) {
    ShotNeed n = needs.require(need, me.productionId());
    needs.delete(n);
    needs.flush();
    journal.record(
        me,
        "took back what is seen inside",
        "shot",
        n.shotId.toString(),
        "",
        Journal.Touches.NOTHING);
    return needs(me);
  }

  private List<DayOrder.NeedView> needs(Member me) {
    List<Shot> all = shots.findByProductionIdOrderByCode(me.productionId());
    return needs.findByProductionId(me.productionId()).stream()
        .map(
            n ->
                new DayOrder.NeedView(
                    n.id, n.shotId, code(all, n.shotId), n.needsId, code(all, n.needsId), n.why))
        .toList();
  }

  private static String code(List<Shot> all, UUID id) {
    return all.stream().filter(s -> s.id.equals(id)).map(s -> s.code).findFirst().orElse("");
  }

  private OrderView view(DayOrder.Of of, boolean price) {
    ShootingDay d = of.day();
    Running running = of.running();
    String dearer = "";
    if (price && !running.slots().isEmpty()) {
      Running best = PassOrder.solve(of.plan(), PRICING, r -> {}, () -> false).running();
      dearer = best.cost() < running.cost() ? running.dearerThan(best) : "";
    }
    return new OrderView(
        d.id,
        d.version,
        d.orderedBy,
        of.view(running, d.pins),
        d.pins,
        of.needs(),
        of.warnings(running),
        dearer);
  }

  private ShootingDay day(Member me, UUID id) {
    return days.require(id, me.productionId());
  }

  private Shot shot(Member me, String field, UUID id) {
    return shots
        .findByIdAndProductionId(
            Objects.requireNonNullElseGet(id, UUID::randomUUID), me.productionId())
        .orElseThrow(() -> new InvalidInput(field, "is not a shot of this production"));
  }
}
