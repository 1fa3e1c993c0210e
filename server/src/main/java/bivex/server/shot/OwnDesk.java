package bivex.server.shot;

import bivex.core.InvalidInput;
import bivex.core.crew.Role;
import bivex.core.method.OwnItem;
import bivex.core.method.PlanChange;
import bivex.core.parameter.Parameter;
import bivex.server.access.Member;
import bivex.server.book.ShotBook;
import bivex.server.http.Problems;
import bivex.server.keep.EvidenceEntries;
import bivex.server.keep.Shot;
import bivex.server.keep.Shots;
import bivex.server.keep.TakeEntries;
import bivex.server.live.Journal;
import java.time.Clock;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.NoSuchElementException;
import java.util.Objects;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Things a shot owes because somebody said so, and what of its derived plan is otherwise. */
@Component
public class OwnDesk {
  private final Shots shots;
  private final TakeEntries takes;
  private final EvidenceEntries evidence;
  private final ShotDesk desk;
  private final Journal journal;
  private final Clock clock;

  OwnDesk(
      Shots shots,
      TakeEntries takes,
      EvidenceEntries evidence,
      ShotDesk desk,
      Journal journal,
      Clock clock) {
    this.shots = shots;
    this.takes = takes;
    this.evidence = evidence;
    this.desk = desk;
    this.journal = journal;
    this.clock = clock;
  }

  /**
   * A kind of thing that can be owed, with the numbers it asks for.
   *
   * @param asks what its words tell
   */
  public record ItemKind(
      OwnItem.Kind kind, String label, String asks, List<Parameter> parameters) {}

  /**
   * @param id made where it is made; sent again it changes that item
   */
  public record NewItem(
      String id, OwnItem.Kind kind, String label, String words, Map<String, Object> values) {}

  /**
   * @param out whether it is taken out
   * @param values that differ from what is derived
   */
  public record NewChange(String item, boolean out, Map<String, Object> values, String reason) {}

  /** What can be owed. */
  public static List<ItemKind> kinds() {
    return Arrays.stream(OwnItem.Kind.values())
        .map(k -> new ItemKind(k, k.label(), k.asks(), k.parameters()))
        .toList();
  }

  /** Makes a thing a shot owes, or changes it. */
  @Transactional
  public ShotDesk.ShotView put(UUID shot, Member me, NewItem in) {
    keep(shot, me, in);
    return desk.shot(shot, me);
  }

  /** The same without looking at the shot anew; for what a device wrote. */
  public void keep(UUID shot, Member me, NewItem in) {
    shots.hold(shot);
    Shot s = shots.require(shot, me.productionId());
    OwnItem item =
        new OwnItem(
                in.id(),
                in.kind(),
                in.label(),
                in.words(),
                in.values(),
                me.name(),
                me.personId().toString(),
                clock.instant())
            .checked();
    OwnItem had =
        s.ownItems.stream().filter(i -> i.id().equals(item.id())).findFirst().orElse(null);
    if (had != null) {
      mustBeTheirs(me, had);
    }
    s.ownItems = OwnItem.with(s.ownItems, item);
    shots.saveAndFlush(s);
    record(me, had == null ? "added to" : "changed on", s, item.label());
  }

  /**
   * Takes one away that nothing rests on.
   *
   * @throws InvalidInput when something was shot or said for it
   */
  @Transactional
  public ShotDesk.ShotView remove(UUID shot, Member me, String id) {
    shots.hold(shot);
    Shot s = shots.require(shot, me.productionId());
    OwnItem item =
        s.ownItems.stream()
            .filter(i -> i.id().equals(id))
            .findFirst()
            .orElseThrow(() -> new NoSuchElementException("There is no such item on the shot."));
    mustBeTheirs(me, item);
    boolean shotFor =
        takes.lines(me.productionId(), List.of(s.id)).stream()
            .anyMatch(l -> l.plate().equals(item.key()));
    boolean saidOf =
        evidence.findByProductionIdAndShotIdIn(me.productionId(), List.of(s.id)).stream()
            .anyMatch(e -> e.item.equals(item.key()));
    if (shotFor || saidOf) {
      throw new InvalidInput(
          "item",
          (shotFor ? "a take was shot for it" : "something was said of it")
              + "; say that it is not needed instead");
    }
    s.ownItems = s.ownItems.stream().filter(i -> !i.id().equals(id)).toList();
    s.planned = s.planned.stream().filter(d -> !Objects.equals(d.plate(), item.key())).toList();
    shots.saveAndFlush(s);
    record(me, "took away from", s, item.label());
    return desk.shot(s.id, me);
  }

  /** What of an item may be otherwise, with what the methods derive. */
  @Transactional(readOnly = true)
  public List<Parameter> open(UUID shot, Member me, String item) {
    Shot s = shots.require(shot, me.productionId());
    return PlanChange.open(
        ShotBook.derived(me.production(), s, false), InvalidInput.text("item", item));
  }

  /** Says that a derived thing is otherwise on this shot, or not there. */
  @Transactional
  public ShotDesk.ShotView change(UUID shot, Member me, NewChange in) {
    shots.hold(shot);
    Shot s = shots.require(shot, me.productionId());
    PlanChange c =
        new PlanChange(in.item(), in.out(), in.values(), in.reason(), me.name(), clock.instant())
            .fits(ShotBook.derived(me.production(), s, false));
    s.planChanges = c.in(s.planChanges);
    shots.saveAndFlush(s);
    record(me, c.out() ? "took out of the plan of" : "changed the plan of", s, c.item());
    return desk.shot(s.id, me);
  }

  /** Takes that back: it is as its methods derive it. */
  @Transactional
  public ShotDesk.ShotView asDerived(UUID shot, Member me, String item) {
    shots.hold(shot);
    Shot s = shots.require(shot, me.productionId());
    List<PlanChange> left = new ArrayList<>(s.planChanges);
    if (!left.removeIf(c -> c.item().equals(item))) {
      throw new NoSuchElementException("Nothing was said otherwise of it.");
    }
    s.planChanges = List.copyOf(left);
    shots.saveAndFlush(s);
    record(me, "put back as derived in", s, item);
    return desk.shot(s.id, me);
  }

  private static void mustBeTheirs(Member me, OwnItem item) {
    boolean decides = me.role() == Role.PRODUCER || me.role() == Role.COORDINATOR;
    if (!decides && !me.personId().toString().equals(item.personId())) {
      throw new Problems.Forbidden(
          item.by() + " made it; they, the producer or the coordinator may change it.");
    }
  }

  private void record(Member me, String did, Shot s, String what) {
    journal.record(
        me, did, "shot", s.id.toString(), s.code + ": " + what, Journal.Touches.shot(s.id));
  }
}
