package bivex.server.shoot;

import bivex.core.method.Plan;
import bivex.core.order.DayPlan;
import bivex.core.order.Pass;
import bivex.core.order.Running;
import bivex.core.order.TimeOfDay;
import bivex.core.shoot.MatchRule;
import bivex.core.shoot.WantedLight;
import bivex.core.shot.OwedItem;
import bivex.core.tally.DayPasses;
import bivex.server.access.Member;
import bivex.server.book.Screenplays;
import bivex.server.book.ShotBook;
import bivex.server.keep.Draft;
import bivex.server.keep.PassSetting;
import bivex.server.keep.PassSettings;
import bivex.server.keep.Setup;
import bivex.server.keep.Setups;
import bivex.server.keep.ShootingDay;
import bivex.server.keep.ShotNeed;
import bivex.server.keep.ShotNeeds;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/**
 * Makes the passes of a day from the plans of its shots and what was said of them, and reads an
 * order as the desk shows it.
 */
@Component
public class DayOrder {
  private final ShotBook book;
  private final Screenplays screenplays;
  private final Setups setups;
  private final PassSettings settings;
  private final ShotNeeds needs;

  DayOrder(
      ShotBook book,
      Screenplays screenplays,
      Setups setups,
      PassSettings settings,
      ShotNeeds needs) {
    this.screenplays = screenplays;
    this.book = book;
    this.setups = setups;
    this.settings = settings;
    this.needs = needs;
  }

  /**
   * @param words what is changed
   */
  public record ChangeView(Running.ChangeKind kind, String words, long minutes) {}

  public record WaitView(long minutes, String reason) {}

  /**
   * A pass in its place.
   *
   * @param from local time of day, such as 08:20
   * @param set match set it belongs to; empty when it stands alone
   * @param said whether somebody said who is in it, how long it takes or in which light
   */
  public record SlotView(
      String id,
      UUID shot,
      String code,
      String title,
      String plate,
      String label,
      UUID setup,
      String tape,
      String setupName,
      String set,
      List<Pass.Worn> worn,
      double minutes,
      Double lightFrom,
      Double lightTo,
      boolean said,
      boolean pinned,
      String from,
      String to,
      List<ChangeView> changes,
      List<WaitView> waits) {}

  /**
   * @param broken rules this order breaks
   * @param wrap time of day at which the last pass ends
   */
  public record RunningView(
      List<SlotView> slots, String wrap, long waited, int changes, List<String> broken) {}

  /**
   * @param needs the shot that must be shot first
   */
  public record NeedView(
      UUID id, UUID shot, String code, UUID needs, String needsCode, String why) {}

  /**
   * A day with its passes.
   *
   * @param plan for the core
   * @param views of the passes, by id
   * @param sunlit match sets whose plates must be of one light and are lit by the sun
   * @param warnings what no order can mend
   */
  public record Of(
      ShootingDay day,
      DayPlan plan,
      Map<String, SlotView> views,
      List<NeedView> needs,
      Set<String> sunlit,
      List<String> warnings) {
    /** Passes in the order that was accepted; what came since stands at the end. */
    public List<Pass> kept() {
      Map<String, Pass> left = new LinkedHashMap<>();
      plan.passes().forEach(p -> left.put(p.id(), p));
      List<Pass> out = new ArrayList<>();
      day.passOrder.stream().map(left::remove).filter(p -> p != null).forEach(out::add);
      out.addAll(left.values());
      return out;
    }

    /** What no order can mend, and what this one does to the light. */
    public List<String> warnings(Running r) {
      return Stream.concat(
              warnings.stream(), WantedLight.unheld(r, day.terms, day.shootOn, sunlit).stream())
          .toList();
    }

    /** The order that was accepted, as it runs with its pins. */
    public Running running() {
      List<Pass> kept = kept();
      return Running.of(pinned(kept.stream().map(Pass::id).toList(), day.pins), kept);
    }

    /** The plan with the pins of a list: each keeps the place it has in it. */
    public DayPlan pinned(List<String> order, List<String> pins) {
      Map<String, Integer> at = new HashMap<>();
      pins.stream()
          .filter(p -> order.contains(p) && views.containsKey(p))
          .forEach(p -> at.put(p, order.indexOf(p)));
      return new DayPlan(plan.call(), plan.wrap(), plan.people(), plan.rates(), plan.passes(), at);
    }

    RunningView view(Running r, List<String> pins) {
      List<SlotView> slots =
          r.slots().stream()
              .map(
                  s -> {
                    SlotView v = views.get(s.pass().id());
                    return new SlotView(
                        v.id(),
                        v.shot(),
                        v.code(),
                        v.title(),
                        v.plate(),
                        v.label(),
                        v.setup(),
                        v.tape(),
                        v.setupName(),
                        v.set(),
                        v.worn(),
                        v.minutes(),
                        v.lightFrom(),
                        v.lightTo(),
                        v.said(),
                        pins.contains(v.id()),
                        TimeOfDay.label(s.from()),
                        TimeOfDay.label(s.to()),
                        s.changes().stream()
                            .map(c -> new ChangeView(c.kind(), c.words(), Math.round(c.minutes())))
                            .toList(),
                        s.waits().stream()
                            .map(w -> new WaitView(Math.round(w.minutes()), w.reason()))
                            .toList());
                  })
              .toList();
      return new RunningView(
          slots, TimeOfDay.label(r.end()), Math.round(r.waited()), r.changes(), r.broken());
    }
  }

  /** The passes of a day that are still to be shot, in the setups that stand. */
  public Of of(Member me, ShootingDay day) {
    List<Setup> here = setups.findByDayIdOrderByNumber(day.id);
    Map<UUID, Setup> byId = here.stream().collect(Collectors.toMap(s -> s.id, s -> s));
    Map<String, PassSetting> said =
        settings.findByProductionId(me.productionId()).stream()
            .collect(Collectors.toMap(x -> x.shotId + " " + x.plate, x -> x));
    List<ShotNeed> wanted = needs.findByProductionId(me.productionId());
    Map<UUID, ShotBook.Page> pages =
        book.all(me.production()).stream()
            .collect(Collectors.toMap(p -> p.shot().id, p -> p, (a, b) -> a, LinkedHashMap::new));
    Map<UUID, List<String>> passesOf = new HashMap<>();
    List<ShotBook.Page> ofDay =
        pages.values().stream()
            .filter(
                p ->
                    byId.containsKey(p.shot().setupId)
                        && byId.get(p.shot().setupId).struckAt == null)
            .toList();
    for (ShotBook.Page p : ofDay) {
      passesOf.put(p.shot().id, plates(p).stream().map(q -> id(p, q)).toList());
    }
    List<Pass> passes = new ArrayList<>();
    Map<String, SlotView> views = new LinkedHashMap<>();
    Set<String> warnings = new LinkedHashSet<>();
    Set<String> sunlit = new HashSet<>();
    Draft draft = book.draft(me);
    for (ShotBook.Page p : ofDay) {
      Setup s = byId.get(p.shot().setupId);
      List<String> after =
          wanted.stream()
              .filter(n -> n.shotId.equals(p.shot().id))
              .flatMap(n -> passesOf.getOrDefault(n.needsId, List.of()).stream())
              .toList();
      for (ShotNeed n : wanted) {
        ShotBook.Page other = n.shotId.equals(p.shot().id) ? pages.get(n.needsId) : null;
        if (other != null
            && !passesOf.containsKey(n.needsId)
            && other.plan().plates().stream().anyMatch(q -> open(other, q))
            && (other.day() == null || other.day().shootOn.isAfter(day.shootOn))) {
          warnings.add(
              p.shot().code
                  + " shows "
                  + other.shot().code
                  + ", which is "
                  + (other.day() == null
                      ? "not planned on any day"
                      : "planned later, on day " + other.day().number)
                  + ": move it before this day.");
        }
      }
      WantedLight light = screenplays.light(draft, p);
      Pass.Window usual = light.window(day.terms, day.shootOn);
      for (Plan.Plate q : plates(p)) {
        Pass pass = pass(p, q, s, said.get(id(p, q)), after, usual);
        passes.add(pass);
        if (light.sunlit() && p.plan().matchSet().rules().contains(MatchRule.LIGHT)) {
          sunlit.add(pass.set());
        }
        PassSetting x = said.get(id(p, q));
        views.put(
            pass.id(),
            new SlotView(
                pass.id(),
                p.shot().id,
                p.shot().code,
                p.shot().title,
                q.key(),
                q.label(),
                s.id,
                s.tape(),
                s.name,
                pass.set(),
                pass.worn(),
                pass.minutes(),
                x == null ? null : x.lightFrom,
                x == null ? null : x.lightTo,
                x != null,
                false,
                "",
                "",
                List.of(),
                List.of()));
      }
    }
    return new Of(
        day,
        new DayPlan(
            day.terms.call(),
            day.terms.wrap(),
            day.terms.windows(),
            day.terms.worked(),
            passes,
            Map.of()),
        views,
        wanted.stream()
            .filter(n -> pages.containsKey(n.shotId) && pages.containsKey(n.needsId))
            .map(
                n ->
                    new NeedView(
                        n.id,
                        n.shotId,
                        pages.get(n.shotId).shot().code,
                        n.needsId,
                        pages.get(n.needsId).shot().code,
                        n.why))
            .toList(),
        sunlit,
        List.copyOf(warnings));
  }

  private static String id(ShotBook.Page p, Plan.Plate q) {
    return p.shot().id + " " + q.key();
  }

  /** Plates that still want the camera to run. */
  private static List<Plan.Plate> plates(ShotBook.Page p) {
    return p.plan().plates().stream().filter(q -> DayPasses.runs(q) && open(p, q)).toList();
  }

  private static boolean open(ShotBook.Page p, Plan.Plate q) {
    return p.ledger().items().stream()
        .anyMatch(i -> i.key().equals(q.key()) && i.state() == OwedItem.State.OWED);
  }

  private static Pass pass(
      ShotBook.Page p,
      Plan.Plate q,
      Setup s,
      PassSetting said,
      List<String> after,
      Pass.Window usual) {
    DayPasses.Told told =
        said == null
            ? null
            : new DayPasses.Told(
                said.worn,
                said.minutes,
                said.lightFrom == null ? null : new Pass.Window(said.lightFrom, said.lightTo));
    return DayPasses.of(
        id(p, q),
        p.shot().code,
        p.plan(),
        q,
        s.tape(),
        s.number + " " + s.name,
        after,
        told,
        usual);
  }
}
