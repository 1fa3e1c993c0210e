package bivex.server.export;

import static bivex.core.crew.Role.ARTIST;
import static bivex.core.crew.Role.COORDINATOR;
import static bivex.core.crew.Role.FLOOR;
import static bivex.core.crew.Role.PRODUCER;

import bivex.core.cut.Spot;
import bivex.core.kit.TestStand;
import bivex.core.light.SunClock;
import bivex.core.method.Plan;
import bivex.core.order.Running;
import bivex.core.order.TimeOfDay;
import bivex.core.shoot.DayTerms;
import bivex.core.tally.DaySheets;
import bivex.core.tally.Sheets;
import bivex.server.access.Allowed;
import bivex.server.access.Member;
import bivex.server.book.ShotBook;
import bivex.server.book.TestStandings;
import bivex.server.http.Download;
import bivex.server.keep.Setup;
import bivex.server.keep.Setups;
import bivex.server.keep.ShootingDay;
import bivex.server.keep.ShootingDays;
import bivex.server.keep.Transactions;
import bivex.server.papers.DayPaper;
import bivex.server.papers.TablePaper;
import bivex.server.shoot.DayOrder;
import bivex.server.shoot.GuideTracks;
import java.io.IOException;
import java.time.ZonedDateTime;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.NoSuchElementException;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.http.ResponseEntity;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Papers of the shooting days. */
@RestController
@RequestMapping("/api/productions/{production}")
public class DayPapersResource {
  private static final DateTimeFormatter TIME = DateTimeFormatter.ofPattern("HH:mm");
  private final Transactions transactions;
  private final ShootingDays days;
  private final Setups setups;
  private final ShotBook book;
  private final TestStandings tests;
  private final DayOrder order;

  DayPapersResource(
      Transactions transactions,
      ShootingDays days,
      Setups setups,
      ShotBook book,
      TestStandings tests,
      DayOrder order) {
    this.tests = tests;
    this.transactions = transactions;
    this.days = days;
    this.setups = setups;
    this.book = book;
    this.order = order;
  }

  /** The day sheet, the plates of each setup, the wardrobe blocks, or the kit, on paper. */
  @GetMapping(path = "/days/{day}/papers/{paper}.pdf", produces = Download.PDF)
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public ResponseEntity<byte[]> paper(@PathVariable UUID day, @PathVariable String paper, Member me)
      throws IOException {
    ShootingDay d = days.require(day, me.productionId());
    Drawing drawing = transactions.read(() -> drawing(me, d, paper));
    return Download.of(
        drawing.pdf(),
        me.production().code + "-day-" + d.number + "-" + paper + ".pdf",
        Download.PDF);
  }

  /** A paper of which all is read and nothing drawn yet: no transaction is open while it is. */
  private interface Drawing {
    byte[] pdf() throws IOException;
  }

  private Drawing drawing(Member me, ShootingDay d, String paper) {
    return switch (paper) {
      case "day" -> {
        Sheets.Table order = passes(me, d);
        List<ShotBook.Page> here = here(me, d);
        List<String> facts = new ArrayList<>(facts(d));
        facts.addAll(untested(me, here));
        facts.addAll(heard(here));
        yield () -> DayPaper.sheet(me.production(), d, facts, order, here);
      }
      case "plates" -> plates(me, d);
      case "wardrobe" -> table(me, d, DaySheets.wardrobe(running(me, d)));
      case "kit" -> table(me, d, kit(me, d));
      default ->
          throw new NoSuchElementException(
              "There is no such paper; there are day, plates, wardrobe and kit.");
    };
  }

  private static Drawing table(Member me, ShootingDay d, Sheets.Table table) {
    return () -> TablePaper.pdf(me.production().title + ", day " + d.number, table, d.shootOn);
  }

  /** Sounds to bring home from the day for its shots. */
  private static List<String> heard(List<ShotBook.Page> here) {
    return here.stream()
        .flatMap(
            p -> {
              List<String> wild = Spot.wild(p.plan());
              return wild.isEmpty()
                  ? Stream.empty()
                  : Stream.of("Sound for " + p.shot().code + ": " + String.join("; ", wild));
            })
        .toList();
  }

  /** Tests that shots of the day wait for. */
  private List<String> untested(Member me, List<ShotBook.Page> here) {
    return tests.of(me, here).stream()
        .filter(t -> t.stand().stand() != TestStand.Stand.DECIDED && !t.shots().isEmpty())
        .map(
            t ->
                "Not decided: "
                    + t.test().question
                    + " "
                    + t.shots().stream().map(p -> p.shot().code).collect(Collectors.joining(", "))
                    + ": "
                    + t.stand().next())
        .toList();
  }

  /** The order of the day, the wardrobe blocks, or the kit, for a spreadsheet. */
  @GetMapping(path = "/days/{day}/papers/{paper}.csv", produces = Download.CSV)
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  @Transactional(readOnly = true)
  public ResponseEntity<byte[]> list(@PathVariable UUID day, @PathVariable String paper, Member me)
      throws IOException {
    ShootingDay d = days.require(day, me.productionId());
    Sheets.Table table =
        switch (paper) {
          case "day" -> passes(me, d);
          case "wardrobe" -> DaySheets.wardrobe(running(me, d));
          case "kit" -> kit(me, d);
          default ->
              throw new NoSuchElementException(
                  "There is no such list; there are day, wardrobe and kit.");
        };
    return Download.of(
        TablePaper.csv(table, me.production().lists),
        me.production().code + "-day-" + d.number + "-" + paper + ".csv",
        Download.CSV);
  }

  /** The pacing of a guide track on paper. */
  @PostMapping(path = "/shots/{shot}/guide.pdf", produces = Download.PDF)
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public ResponseEntity<byte[]> pacing(
      @PathVariable UUID shot, Member me, @RequestBody GuideTracks.NewGuide in) throws IOException {
    ShotBook.Page p = transactions.read(() -> book.one(me.production(), shot));
    return Download.of(
        DayPaper.pacing(p.shot().code, p.shot().title, GuideTracks.track(in)),
        p.shot().code + "-pacing.pdf",
        Download.PDF);
  }

  private Sheets.Table passes(Member me, ShootingDay d) {
    DayOrder.Of of = order.of(me, d);
    Running r = of.running();
    return DaySheets.passes(r, of.warnings(r));
  }

  private Running running(Member me, ShootingDay d) {
    return order.of(me, d).running();
  }

  private List<ShotBook.Page> here(Member me, ShootingDay d) {
    List<UUID> ids = setups.findByDayIdOrderByNumber(d.id).stream().map(s -> s.id).toList();
    return book.all(me.production()).stream()
        .filter(p -> ids.contains(p.shot().setupId) && !p.shot().omitted)
        .toList();
  }

  private Drawing plates(Member me, ShootingDay d) {
    List<ShotBook.Page> here = here(me, d);
    List<Plan> plans =
        here.stream()
            .map(
                p ->
                    p.planFault() == null
                        ? ShotBook.plan(me.production(), p.shot(), true)
                        : p.plan())
            .toList();
    List<Setup> of = setups.findByDayIdOrderByNumber(d.id);
    return () -> DayPaper.plates(me.production(), d, of, here, plans);
  }

  private Sheets.Table kit(Member me, ShootingDay d) {
    return DaySheets.kit(
        here(me, d).stream()
            .map(
                p ->
                    new DaySheets.Brought(
                        p.shot().code, p.setup() == null ? "" : p.setup().name, p.plan()))
            .toList());
  }

  private static List<String> facts(ShootingDay d) {
    DayTerms t = d.terms;
    List<String> out = new ArrayList<>();
    out.add(
        "Call "
            + TimeOfDay.label(t.call())
            + " · wrap "
            + TimeOfDay.label(t.wrap())
            + " · "
            + d.place
            + " · "
            + t.zone());
    if (t.latitude() != null) {
      SunClock c =
          SunClock.of(
              t.moment(d.shootOn, t.call()),
              t.moment(d.shootOn, t.wrap()),
              t.latitude(),
              t.longitude(),
              t.shadowHeightM());
      out.add(
          String.format(
                  Locale.ROOT,
                  "%.4f, %.4f · sun %s to %s",
                  t.latitude(),
                  t.longitude(),
                  time(c.sunrise(), "does not rise"),
                  time(c.sunset(), "does not set"))
              + (c.golden().isEmpty()
                  ? ""
                  : " · low sun "
                      + String.join(
                          " and ",
                          c.golden().stream()
                              .map(w -> TIME.format(w.from()) + " to " + TIME.format(w.to()))
                              .toList())));
    }
    t.people()
        .forEach(
            p ->
                out.add(
                    TimeOfDay.label(p.from())
                        + " to "
                        + TimeOfDay.label(p.to())
                        + "  "
                        + p.name()
                        + (p.duty().isEmpty() ? "" : ", " + p.duty())));
    out.add(
        String.format(
            Locale.ROOT,
            "A battery lasts %.0f min, a card %.0f min at %.0f Mb/s. Neither is changed inside a"
                + " match set.",
            t.rates().batteryMinutes(),
            t.cardMinutes(),
            t.megabitsPerSecond()));
    return out;
  }

  private static String time(ZonedDateTime at, String none) {
    return at == null ? none : TIME.format(at);
  }
}
