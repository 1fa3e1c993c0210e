package bivex.server.shot;

import bivex.core.InvalidInput;
import bivex.core.method.Method;
import bivex.core.method.MethodBook;
import bivex.core.method.MethodChoice;
import bivex.core.method.MethodDefault;
import bivex.core.method.Plan;
import bivex.core.method.ShotSetting;
import bivex.core.parameter.Parameter;
import bivex.core.reckon.Prefill;
import bivex.core.reckon.Reckoner;
import bivex.server.access.Member;
import bivex.server.book.ShotBook;
import bivex.server.keep.Production;
import bivex.server.keep.Shot;
import bivex.server.keep.Shots;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** The method book, and methods weighed for a shot. */
@Component
public class MethodDesk {
  private final ShotBook book;
  private final Shots shots;
  private final HouseMethodDesk house;

  MethodDesk(ShotBook book, Shots shots, HouseMethodDesk house) {
    this.house = house;
    this.shots = shots;
    this.book = book;
  }

  private static OptionView option(Production p, Shot s, MethodBook.Suggestion w) {
    try {
      Plan plan =
          MethodBook.derive(
              p.setting(s),
              List.of(MethodDefault.on(MethodChoice.usual(w.method()), p.methodDefaults)));
      List<String> risks =
          new ArrayList<>(
              plan.checks().stream()
                  .filter(c -> c.grade() != Plan.Grade.HOLDS)
                  .map(c -> c.title() + ": " + c.figure())
                  .toList());
      plan.cautions().forEach(c -> risks.add("Caution: " + c.ask()));
      return new OptionView(w.method().id(), w.method().name(), w.found(), plan, risks, null);
    } catch (InvalidInput e) {
      return new OptionView(
          w.method().id(),
          w.method().name(),
          w.found(),
          MethodBook.derive(p.setting(s), List.of()),
          List.of(),
          e.getMessage());
    }
  }

  public record MethodView(
      String id,
      String name,
      String chapter,
      String summary,
      String rightWhen,
      List<Parameter> parameters) {}

  /**
   * A method worked out for a shot, to be compared with others.
   *
   * @param found words of the script that suggest it; empty when it was asked for
   * @param risks what does not hold, or is a caution
   * @param fault why it cannot be worked out with its usual numbers, or null
   */
  public record OptionView(
      String method,
      String name,
      List<String> found,
      Plan plan,
      List<String> risks,
      String fault) {}

  /** The method book. */
  public List<MethodView> methods() {
    return MethodBook.all().stream().map(MethodDesk::view).toList();
  }

  static MethodView view(Method m) {
    return new MethodView(
        m.id(), m.name(), m.chapter().words(), m.summary(), m.rightWhen(), m.parameters());
  }

  /**
   * Inputs of a sum as a shot knows them, or as the production does when none is named; to start a
   * what-if from.
   */
  @Transactional(readOnly = true)
  public Map<String, Object> inputs(String sum, Member me, UUID shot) {
    Shot s = shot == null ? null : shots.require(shot, me.productionId());
    return Prefill.of(
        Reckoner.find(sum),
        s == null
            ? me.production().setting(ShotSetting.usualCut(me.production().frameRate()))
            : me.production().setting(s),
        s == null ? List.of() : s.methods);
  }

  /** Methods side by side for a shot: those its words suggest, or those that are asked for. */
  @Transactional(readOnly = true)
  public List<OptionView> options(UUID shot, Member me, List<String> methods) {
    Shot s = shots.require(shot, me.productionId());
    List<MethodBook.Suggestion> wanted =
        methods == null || methods.isEmpty()
            ? MethodBook.suitable(
                s.title + " " + book.one(me.production(), s.id).excerpt(), 3, house.offered())
            : methods.stream()
                .limit(6)
                .map(id -> new MethodBook.Suggestion(house.find(id), List.of()))
                .toList();
    return wanted.stream().map(w -> option(me.production(), s, w)).toList();
  }
}
