package bivex.server.money;

import bivex.core.InvalidInput;
import bivex.core.money.Amount;
import bivex.core.money.Planned;
import bivex.server.access.Member;
import bivex.server.http.Pages;
import bivex.server.http.Problems;
import bivex.server.keep.Bill;
import bivex.server.keep.Bills;
import bivex.server.keep.PlannedCost;
import bivex.server.keep.PlannedCosts;
import bivex.server.keep.Shot;
import bivex.server.keep.Shots;
import bivex.server.live.Journal;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.data.domain.Page;
import org.springframework.data.domain.PageRequest;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What is paid besides hours: thought of, and billed. */
@Component
public class CostDesk {
  private static final double MOST = 1e9;
  private static final int A_PAGE = 50;

  private final PlannedCosts planned;
  private final Bills bills;
  private final Shots shots;
  private final Journal journal;
  private final Clock clock;

  CostDesk(PlannedCosts planned, Bills bills, Shots shots, Journal journal, Clock clock) {
    this.planned = planned;
    this.bills = bills;
    this.shots = shots;
    this.journal = journal;
    this.clock = clock;
  }

  /**
   * @param shot it is for; null for all
   * @param closed whether no bill is to come; null for one that may
   */
  public record PlannedSaying(
      Planned.Sort sort, String words, Double amount, UUID shot, Boolean closed) {}

  /**
   * @param planned what it was thought of as; null for what nobody thought of
   * @param amount less than 0 for a credit
   */
  public record NewBill(UUID planned, UUID shot, String words, Double amount, LocalDate day) {}

  public record BillView(
      UUID id, UUID planned, String code, String words, double amount, LocalDate day, String by) {}

  /** Says that something is to be paid. */
  @Transactional
  public UUID plan(Member me, PlannedSaying in) {
    PlannedCost c = new PlannedCost();
    c.id = UUID.randomUUID();
    c.productionId = me.productionId();
    put(me, c, in);
    return c.id;
  }

  /** Says it otherwise. */
  @Transactional
  public void change(Member me, UUID id, String ifMatch, PlannedSaying in) {
    PlannedCost c = planned.require(id, me.productionId());
    Problems.mustBeCurrent(ifMatch, c.version, c.cost, in);
    put(me, c, in);
  }

  private void put(Member me, PlannedCost c, PlannedSaying in) {
    if (in.amount() == null) {
      throw new InvalidInput("amount", "must be given");
    }
    c.cost = new Planned(in.sort(), in.words(), in.amount());
    c.shotId = shot(me, in.shot());
    c.closed = Boolean.TRUE.equals(in.closed());
    planned.saveAndFlush(c);
    record(me, "planned a cost", c.id);
  }

  private UUID shot(Member me, UUID id) {
    return id == null ? null : shots.require(id, me.productionId()).id;
  }

  /** Enters a bill; a wrong one is set right by a credit, so that nothing is ever gone. */
  @Transactional
  public void bill(Member me, NewBill in) {
    if (in.amount() == null || in.amount() == 0) {
      throw new InvalidInput("amount", "must be given; a credit is less than 0");
    }
    InvalidInput.within("amount", in.amount(), -MOST, MOST);
    if (in.day() == null) {
      throw new InvalidInput("day", "must be given");
    }
    Bill b = new Bill();
    b.id = UUID.randomUUID();
    b.productionId = me.productionId();
    PlannedCost of = in.planned() == null ? null : planned.require(in.planned(), b.productionId);
    b.plannedId = of == null ? null : of.id;
    b.shotId = of == null ? shot(me, in.shot()) : of.shotId;
    b.words =
        in.words() == null || in.words().isBlank()
            ? of == null ? InvalidInput.title("words", in.words()) : of.cost.words()
            : InvalidInput.title("words", in.words());
    b.amount = Amount.rounded(in.amount(), me.production().currency);
    b.day = in.day();
    b.saidBy = me.name();
    b.saidAt = clock.instant();
    bills.saveAndFlush(b);
    record(me, "entered a bill", b.id);
  }

  /** Bills, the newest first. */
  @Transactional(readOnly = true)
  public Pages.Slice<BillView> bills(Member me, int page) {
    Page<Bill> found =
        bills.findByProductionIdOrderByDayDescSaidAtDesc(
            me.productionId(), PageRequest.of(Pages.at(page), A_PAGE));
    List<UUID> of = found.stream().map(b -> b.shotId).filter(x -> x != null).distinct().toList();
    Map<UUID, String> codes =
        shots.findAllById(of).stream().collect(Collectors.toMap((Shot s) -> s.id, s -> s.code));
    return new Pages.Slice<>(
        found.stream()
            .map(
                b ->
                    new BillView(
                        b.id,
                        b.plannedId,
                        b.shotId == null ? "" : codes.getOrDefault(b.shotId, ""),
                        b.words,
                        b.amount,
                        b.day,
                        b.saidBy))
            .toList(),
        (int) found.getTotalElements(),
        found.getNumber(),
        found.hasNext());
  }

  /** Everybody reads the journal; what is paid for is not everybody's. */
  private void record(Member me, String what, UUID id) {
    journal.record(me, what, "money", id.toString(), "", Journal.Touches.NOTHING);
  }
}
