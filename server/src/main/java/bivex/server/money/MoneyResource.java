package bivex.server.money;

import static bivex.core.crew.Role.COORDINATOR;
import static bivex.core.crew.Role.PRODUCER;

import bivex.core.money.PayTerms;
import bivex.server.access.Allowed;
import bivex.server.access.Member;
import bivex.server.http.Download;
import bivex.server.http.Pages;
import bivex.server.http.Problems;
import bivex.server.papers.TablePaper;
import java.io.IOException;
import java.time.Clock;
import java.time.LocalDate;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Money: nobody but the producer and the coordinator sees it; the producer decides. */
@RestController
@RequestMapping("/api/productions/{production}/money")
public class MoneyResource {
  private final MoneyDesk money;
  private final OfferDesk offers;
  private final CostDesk costs;
  private final Clock clock;

  MoneyResource(MoneyDesk money, OfferDesk offers, CostDesk costs, Clock clock) {
    this.money = money;
    this.offers = offers;
    this.costs = costs;
    this.clock = clock;
  }

  /** What it comes to, what was offered, and what is otherwise than it was agreed. */
  @GetMapping
  @Allowed({PRODUCER, COORDINATOR})
  public MoneyDesk.MoneyView money(Member me) {
    return money.money(me);
  }

  /** Says on what terms work is paid and offered. */
  @PutMapping("/terms")
  @Allowed({PRODUCER})
  public ResponseEntity<MoneyDesk.TermsView> terms(
      Member me, @RequestHeader("If-Match") String ifMatch, @RequestBody PayTerms in) {
    MoneyDesk.TermsView said = money.say(me, ifMatch, in);
    return Problems.tagged(said.version(), said);
  }

  /** Says that something is to be paid besides hours. */
  @PostMapping("/planned")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  @Allowed({PRODUCER, COORDINATOR})
  public void plan(Member me, @RequestBody CostDesk.PlannedSaying in) {
    costs.plan(me, in);
  }

  /** Says it otherwise, or that no bill for it is to come. */
  @PutMapping("/planned/{planned}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  @Allowed({PRODUCER, COORDINATOR})
  public void change(
      Member me,
      @PathVariable UUID planned,
      @RequestHeader("If-Match") String ifMatch,
      @RequestBody CostDesk.PlannedSaying in) {
    costs.change(me, planned, ifMatch, in);
  }

  /** Bills, the newest first. */
  @GetMapping("/bills")
  @Allowed({PRODUCER, COORDINATOR})
  public Pages.Slice<CostDesk.BillView> bills(
      Member me, @RequestParam(defaultValue = "0") int page) {
    return costs.bills(me, page);
  }

  /** Enters a bill, or a credit. */
  @PostMapping("/bills")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  @Allowed({PRODUCER, COORDINATOR})
  public void bill(Member me, @RequestBody CostDesk.NewBill in) {
    costs.bill(me, in);
  }

  /** Makes a bid for all shots as they stand, or a change order of some that are otherwise. */
  @PostMapping("/offers")
  @ResponseStatus(HttpStatus.CREATED)
  @Allowed({PRODUCER})
  public OfferDesk.OfferedView make(Member me, @RequestBody OfferDesk.NewOffer in) {
    return offers.make(me, in);
  }

  /** A bid or a change order with all that was said of it. */
  @GetMapping("/offers/{offer}")
  @Allowed({PRODUCER, COORDINATOR})
  public OfferDesk.OfferedView one(Member me, @PathVariable UUID offer) {
    return offers.one(me, offer);
  }

  /** Says what became of one: sent, agreed, refused, withdrawn. */
  @PostMapping("/offers/{offer}/words")
  @Allowed({PRODUCER})
  public OfferDesk.OfferedView say(
      Member me, @PathVariable UUID offer, @RequestBody OfferDesk.NewOfferWord in) {
    return offers.say(me, offer, in);
  }

  /** One on paper, to be sent and signed. */
  @GetMapping(path = "/offers/{offer}/paper.pdf", produces = Download.PDF)
  @Allowed({PRODUCER, COORDINATOR})
  public ResponseEntity<byte[]> paper(Member me, @PathVariable UUID offer) throws IOException {
    OfferDesk.OfferFile of = offers.paper(me, offer);
    return Download.of(of.bytes(), of.file(), Download.PDF);
  }

  /** What it comes to, shot by shot, on paper. */
  @GetMapping(path = "/report.pdf", produces = Download.PDF)
  @Allowed({PRODUCER, COORDINATOR})
  public ResponseEntity<byte[]> report(Member me) throws IOException {
    return Download.of(
        TablePaper.pdf(me.production().title, money.report(me), LocalDate.now(clock)),
        me.production().code + "-costs.pdf",
        Download.PDF);
  }

  /** The same for a spreadsheet. */
  @GetMapping(path = "/report.csv", produces = Download.CSV)
  @Allowed({PRODUCER, COORDINATOR})
  public ResponseEntity<byte[]> csv(Member me) throws IOException {
    return Download.of(
        TablePaper.csv(money.report(me), me.production().lists),
        me.production().code + "-costs.csv",
        Download.CSV);
  }
}
