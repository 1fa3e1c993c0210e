package bivex.server.shoot;

import static bivex.core.crew.Role.ARTIST;
import static bivex.core.crew.Role.COORDINATOR;
import static bivex.core.crew.Role.FLOOR;
import static bivex.core.crew.Role.PRODUCER;

import bivex.server.access.Allowed;
import bivex.server.access.Member;
import bivex.server.http.Problems;
import java.util.List;
import java.util.UUID;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** The order of the passes of a day: searched for, moved by hand, pinned, and what it costs. */
@RestController
@RequestMapping("/api/productions/{production}")
public class OrderResource {
  private final PassOrders orders;

  OrderResource(PassOrders orders) {
    this.orders = orders;
  }

  @GetMapping("/days/{day}/order")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public PassOrders.OrderView order(@PathVariable UUID day, Member me) {
    return orders.order(day, me);
  }

  /** Keeps an order; it may be one made by hand, and then its price is told. */
  @PutMapping("/days/{day}/order")
  @Allowed({PRODUCER, COORDINATOR, FLOOR})
  public ResponseEntity<PassOrders.OrderView> keep(
      @PathVariable UUID day,
      Member me,
      @RequestHeader("If-Match") String ifMatch,
      @RequestBody PassOrders.NewOrder in) {
    PassOrders.OrderView found = orders.keep(day, me, ifMatch, in);
    return Problems.tagged(found.version(), found);
  }

  @PostMapping("/days/{day}/order/search")
  @Allowed({PRODUCER, COORDINATOR, FLOOR})
  public PassOrders.SearchView search(
      @PathVariable UUID day, Member me, @RequestBody PassOrders.NewSearch in) {
    return orders.search(day, me, in);
  }

  /** How the search stands, with the best order so far. */
  @GetMapping("/days/{day}/order/search")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public PassOrders.SearchView searched(@PathVariable UUID day, Member me) {
    return orders.searched(day, me);
  }

  /** Ends the search with the best so far. */
  @DeleteMapping("/days/{day}/order/search")
  @Allowed({PRODUCER, COORDINATOR, FLOOR})
  public PassOrders.SearchView stop(@PathVariable UUID day, Member me) {
    return orders.stop(day, me);
  }

  /** Says who is in a pass, how long it takes and in which light. */
  @PutMapping("/passes")
  @Allowed({PRODUCER, COORDINATOR, FLOOR})
  public DayOrder.RunningView pass(Member me, @RequestBody PassOrders.NewPassSetting in) {
    return orders.pass(me, in);
  }

  /** Says that a shot is seen inside another, and so must be shot first. */
  @PostMapping("/needs")
  @Allowed({PRODUCER, COORDINATOR})
  public List<DayOrder.NeedView> need(Member me, @RequestBody PassOrders.NewNeed in) {
    return orders.need(me, in);
  }

  @DeleteMapping("/needs/{need}")
  @Allowed({PRODUCER, COORDINATOR})
  public List<DayOrder.NeedView> notNeeded(@PathVariable UUID need, Member me) {
    return orders.notNeeded(need, me);
  }
}
