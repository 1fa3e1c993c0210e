package bivex.server.shot;

import bivex.core.InvalidInput;
import bivex.core.crew.Role;
import bivex.core.method.OwnItem;
import bivex.core.method.Plan;
import bivex.core.method.PlanChange;
import bivex.core.parameter.Parameter;
import bivex.server.access.Member;
import bivex.server.book.ShotBook;
import bivex.server.http.Problems;
import bivex.server.keep.Shot;
import bivex.server.keep.Shots;
import bivex.server.live.Journal;
import java.time.Clock;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.NoSuchElementException;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Things a shot owes because somebody said so, and what of its derived plan is otherwise. */
@Component
public class OwnDesk {
  private final Shots shots;
  private final ShotDesk desk;
  private final Journal journal;
  private final Clock clock;

  OwnDesk(Shots shots, ShotDesk desk, Journal journal, Clock clock) {
    this.shots = shots;
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
    Shot s = held(shot, me);
    OwnItem item = item(me, in);
    OwnItem had = find(s, item.id());
    if (had != null) {
      mustBeTheirs(me, had);
    }
    keep(me, s, item, had == null ? "added to" : "changed on");
    return desk.shot(shot, me);
  }

  /** Makes what a device wrote; what is there already is left as it is by now. */
  public void make(UUID shot, Member me, NewItem in) {
    Shot s = held(shot, me);
    OwnItem item = item(me, in);
    if (find(s, item.id()) == null) {
      keep(me, s, item, "added to");
    }
  }

  private OwnItem item(Member me, NewItem in) {
    return new OwnItem(
            in.id(),
            in.kind(),
            in.label(),
            in.words(),
            in.values(),
            me.name(),
            me.personId().toString(),
            clock.instant())
        .checked();
  }

  private void keep(Member me, Shot s, OwnItem item, String did) {
    s.ownItems = OwnItem.with(s.ownItems, item);
    shots.saveAndFlush(s);
    record(me, did, s, item.label());
  }

  /** Null when the shot has none of that id. */
  private static OwnItem find(Shot s, String id) {
    return s.ownItems.stream().filter(i -> i.id().equals(id)).findFirst().orElse(null);
  }

  private Shot held(UUID shot, Member me) {
    shots.hold(shot);
    return shots.require(shot, me.productionId());
  }

  /**
   * Takes one away that nothing rests on.
   *
   * @throws InvalidInput when something was shot or said for it
   */
  @Transactional
  public ShotDesk.ShotView remove(UUID shot, Member me, String id) {
    Shot s = held(shot, me);
    OwnItem item = find(s, id);
    if (item == null) {
      throw new NoSuchElementException("There is no such item on the shot.");
    }
    mustBeTheirs(me, item);
    s.ownItems = s.ownItems.stream().filter(i -> !i.id().equals(id)).toList();
    s.planned = s.planned.stream().filter(d -> !d.plate().equals(item.key())).toList();
    shots.saveAndFlush(s);
    ShotDesk.ShotView without = desk.shot(s.id, me);
    // Of this shot, or of one whose takes and words count for it.
    if (without.loose().contains(item.key())) {
      throw new InvalidInput(
          "item",
          "something was shot or said for “"
              + item.label()
              + "”; say that it is not needed instead");
    }
    record(me, "took away from", s, item.label());
    return without;
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
    Shot s = held(shot, me);
    Plan derived = ShotBook.derived(me.production(), s, false);
    PlanChange c =
        new PlanChange(in.item(), in.out(), in.values(), in.reason(), me.name(), clock.instant())
            .fits(derived);
    s.planChanges = c.in(s.planChanges);
    shots.saveAndFlush(s);
    record(
        me,
        c.out() ? "took out of the plan of" : "changed the plan of",
        s,
        derived.label(c.item()));
    return desk.shot(s.id, me);
  }

  /** Takes that back: it is as its methods derive it. */
  @Transactional
  public ShotDesk.ShotView asDerived(UUID shot, Member me, String item) {
    Shot s = held(shot, me);
    List<PlanChange> left = new ArrayList<>(s.planChanges);
    if (!left.removeIf(c -> c.item().equals(item))) {
      throw new NoSuchElementException("Nothing was said otherwise of it.");
    }
    s.planChanges = List.copyOf(left);
    shots.saveAndFlush(s);
    ShotDesk.ShotView v = desk.shot(s.id, me);
    record(me, "put back as derived in", s, v.plan().label(item));
    return v;
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
