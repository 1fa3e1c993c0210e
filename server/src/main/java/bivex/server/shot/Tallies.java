package bivex.server.shot;

import bivex.core.tally.Costs;
import bivex.core.tally.Tally;
import bivex.server.access.Member;
import bivex.server.book.ShotBook;
import bivex.server.http.Problems;
import bivex.server.keep.Production;
import bivex.server.keep.Productions;
import bivex.server.live.Journal;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What the breakdown comes to, against what there is. */
@Component
public class Tallies {
  private static final int DEAREST = 5;

  private final ShotBook book;

  private final Productions productions;

  private final Journal journal;

  Tallies(ShotBook book, Productions productions, Journal journal) {
    this.book = book;
    this.productions = productions;
    this.journal = journal;
  }

  /**
   * @param cheaper null when no other method that suits is cheaper
   */
  public record DearView(
      UUID shot,
      String code,
      String title,
      String method,
      double cost,
      double hours,
      Tally.Cheaper cheaper) {}

  /**
   * @param scenes by number
   * @param shots cost of each shot
   * @param left of the budget, less than 0 when it is overrun; null without a budget
   * @param version of the production's numbers
   */
  public record TallyView(
      Costs costs,
      Tally whole,
      Map<String, Tally> scenes,
      Map<UUID, Double> shots,
      Double left,
      List<DearView> dearest,
      long version) {}

  /** The running total. Omitted shots cost nothing. */
  @Transactional(readOnly = true)
  public TallyView tally(Member me) {
    return view(me.production());
  }

  /** Sets what is paid and what there is. */
  @Transactional
  public TallyView costs(Member me, String ifMatch, Costs in) {
    Production p = productions.findById(me.productionId()).orElseThrow();
    Problems.mustBeCurrent(ifMatch, p.version, p.costs(), in);
    p.hourRate = in.hourRate();
    p.setHourRate = in.setHourRate();
    p.budget = in.budget();
    p.currency = in.currency();
    productions.saveAndFlush(p);
    journal.record(me, "changed", "costs", p.id.toString(), p.title);
    return view(p);
  }

  private TallyView view(Production p) {
    Costs costs = p.costs();
    List<ShotBook.Page> pages = book.all(p).stream().filter(x -> !x.shot().omitted).toList();
    Map<String, ShotBook.Page> byId =
        pages.stream().collect(Collectors.toMap(x -> x.shot().id.toString(), Function.identity()));
    List<Tally.Item> items =
        pages.stream()
            .map(
                x ->
                    new Tally.Item(
                        x.shot().id.toString(),
                        x.shot().scene,
                        x.setup() == null ? null : x.setup().id.toString(),
                        x.plan()))
            .toList();
    Tally whole = Tally.of(items, costs);
    Map<UUID, Double> each = new LinkedHashMap<>();
    items.forEach(i -> each.put(UUID.fromString(i.id()), costs.of(i.plan())));
    List<DearView> dearest =
        Tally.dearest(items, costs, DEAREST).stream()
            .map(
                i -> {
                  ShotBook.Page x = byId.get(i.id());
                  Tally.Dear d =
                      Tally.dear(
                          i,
                          p.setting(x.shot()),
                          x.shot().title + " " + x.excerpt(),
                          x.shot().methods,
                          costs);
                  return new DearView(
                      x.shot().id,
                      x.shot().code,
                      x.shot().title,
                      x.shot().methods.stream()
                          .map(m -> m.chosen().name())
                          .collect(Collectors.joining(" + ")),
                      d.cost(),
                      d.hours(),
                      d.cheaper());
                })
            .toList();
    return new TallyView(
        costs,
        whole,
        Tally.scenes(items, costs),
        each,
        costs.budget() == null ? null : costs.budget() - whole.cost(),
        dearest,
        p.version);
  }
}
