package bivex.server.export;

import static bivex.core.crew.Role.ARTIST;
import static bivex.core.crew.Role.COORDINATOR;
import static bivex.core.crew.Role.FLOOR;
import static bivex.core.crew.Role.PRODUCER;

import bivex.core.method.MethodChoice;
import bivex.core.method.Plan;
import bivex.core.script.Screenplay;
import bivex.core.tally.Costs;
import bivex.core.tally.PickUps;
import bivex.core.tally.Sheets;
import bivex.server.access.Allowed;
import bivex.server.access.Member;
import bivex.server.access.SignedIn;
import bivex.server.book.Screenplays;
import bivex.server.book.ShotBook;
import bivex.server.http.Download;
import bivex.server.keep.BoardFrames;
import bivex.server.keep.Draft;
import bivex.server.keep.Drafts;
import bivex.server.keep.EvidenceEntry;
import bivex.server.keep.Transactions;
import bivex.server.media.MediaStore;
import bivex.server.papers.BriefPaper;
import bivex.server.papers.TablePaper;
import bivex.server.rescue.RescueDesk;
import java.io.IOException;
import java.time.Clock;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.NoSuchElementException;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.http.ResponseEntity;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/**
 * What leaves the house in open formats: briefs, the breakdown, plans. All from the same plan the
 * desks show.
 */
@RestController
@RequestMapping("/api")
public class ExportResource {
  private final Transactions transactions;
  private final ShotBook book;
  private final Drafts drafts;
  private final Screenplays screenplays;
  private final PlanSchema schema;
  private final RescueDesk rescues;
  private final BoardFrames frames;
  private final MediaStore store;
  private final WorkPackageDesk packages;
  private final Clock clock;

  ExportResource(
      Transactions transactions,
      ShotBook book,
      Drafts drafts,
      Screenplays screenplays,
      PlanSchema schema,
      RescueDesk rescues,
      BoardFrames frames,
      MediaStore store,
      WorkPackageDesk packages,
      Clock clock) {
    this.transactions = transactions;
    this.clock = clock;
    this.packages = packages;
    this.frames = frames;
    this.store = store;
    this.book = book;
    this.drafts = drafts;
    this.screenplays = screenplays;
    this.schema = schema;
    this.rescues = rescues;
  }

  /**
   * The plan of a shot for other programs.
   *
   * @param schema where its schema is published
   */
  public record PlanExport(
      String schema,
      String production,
      String code,
      String title,
      String intent,
      String rate,
      int firstFrame,
      int cutFrames,
      int handles,
      List<MethodChoice> methods,
      Plan plan) {}

  @GetMapping(path = "/productions/{production}/shots/{shot}/brief.pdf", produces = Download.PDF)
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public ResponseEntity<byte[]> brief(@PathVariable UUID shot, Member me) throws IOException {
    Briefs of = transactions.read(() -> briefs(List.of(book.one(me.production(), shot))));
    return Download.of(drawn(me, of), of.shots().get(0).shot().code + "-brief.pdf", Download.PDF);
  }

  /** What briefs are drawn from; no transaction is open while they are. */
  private record Briefs(
      List<ShotBook.Page> shots, List<String> headings, Map<UUID, List<BriefPaper.Board>> board) {}

  private Briefs briefs(List<ShotBook.Page> shots) {
    return new Briefs(shots, headings(shots), board(shots));
  }

  private byte[] drawn(Member me, Briefs of) throws IOException {
    return BriefPaper.of(
        me.production(), of.shots(), of.headings(), of.board(), LocalDate.now(clock));
  }

  /**
   * What somebody who works on a shot takes along: brief, takes with camera data, stills, what was
   * measured, notes, and where the work lies.
   */
  @GetMapping(path = "/productions/{production}/shots/{shot}/work.zip", produces = Download.ZIP)
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public ResponseEntity<StreamingResponseBody> work(@PathVariable UUID shot, Member me)
      throws IOException {
    Briefs of = transactions.read(() -> briefs(List.of(book.one(me.production(), shot))));
    WorkPackageDesk.Folder folder = packages.folder(me, shot, drawn(me, of));
    return Download.streamed(folder::write, folder.name() + ".zip", Download.ZIP);
  }

  /** The briefs of all shots, each beginning a page. */
  @GetMapping(path = "/productions/{production}/briefs.pdf", produces = Download.PDF)
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public ResponseEntity<byte[]> briefs(Member me) throws IOException {
    Briefs of = transactions.read(() -> briefs(wanted(me)));
    return Download.of(drawn(me, of), me.production().code + "-briefs.pdf", Download.PDF);
  }

  /** One of the lists of a breakdown for a spreadsheet. */
  @GetMapping(path = "/productions/{production}/sheets/{sheet}.csv", produces = Download.CSV)
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public ResponseEntity<byte[]> csv(@PathVariable String sheet, Member me) throws IOException {
    Sheets.Table table = transactions.read(() -> table(me, sheet));
    return Download.of(
        TablePaper.csv(table, me.production().lists), name(me, sheet) + ".csv", Download.CSV);
  }

  /** The same on paper. */
  @GetMapping(path = "/productions/{production}/sheets/{sheet}.pdf", produces = Download.PDF)
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public ResponseEntity<byte[]> pdf(@PathVariable String sheet, Member me) throws IOException {
    Sheets.Table table = transactions.read(() -> table(me, sheet));
    return Download.of(
        TablePaper.pdf(me.production().title, table, LocalDate.now(clock)),
        name(me, sheet) + ".pdf",
        Download.PDF);
  }

  private Sheets.Table table(Member me, String sheet) {
    if (sheet.equals("pick-ups")) {
      return PickUps.table(rescues.pickUps(me).groups());
    }
    Sheets.Kind kind =
        Arrays.stream(Sheets.Kind.values())
            .filter(k -> k.name().toLowerCase(Locale.ROOT).equals(sheet))
            .findFirst()
            .orElseThrow(
                () ->
                    new NoSuchElementException(
                        "There is no such list; there are scenes, shots, elements, wardrobe,"
                            + " cautions and pick-ups."));
    Draft newest = drafts.findFirstByProductionIdOrderByNumberDesc(me.productionId()).orElse(null);
    // What is paid is the producer's business.
    Costs costs =
        me.role() == PRODUCER || me.role() == COORDINATOR ? me.production().costs() : Costs.UNKNOWN;
    return Sheets.of(
        kind,
        newest == null ? List.of() : screenplays.of(newest).scenes(),
        wanted(me).stream().map(ExportResource::shot).toList(),
        costs);
  }

  private static Sheets.Shot shot(ShotBook.Page p) {
    return new Sheets.Shot(
        p.shot().id.toString(),
        p.shot().code,
        p.shot().title,
        p.shot().intent,
        p.shot().scene,
        p.excerpt(),
        p.shot().methods.stream().map(m -> m.chosen().name()).toList(),
        p.shot().cutFrames,
        p.setup() == null ? null : p.setup().id.toString(),
        p.setup() == null ? "" : p.setup().number + " " + p.setup().name,
        p.day() == null ? null : p.day().shootOn,
        p.plan(),
        p.ledger().items(),
        p.evidence().stream().map(EvidenceEntry::evidence).toList(),
        p.ledger().stage().words().toLowerCase(Locale.ROOT),
        p.ledger().sentence());
  }

  private static String name(Member me, String sheet) {
    return me.production().code + "-" + sheet.replaceAll("[^a-z-]", "");
  }

  @GetMapping("/productions/{production}/shots/{shot}/plan.json")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  @Transactional(readOnly = true)
  public PlanExport plan(@PathVariable UUID shot, Member me) {
    ShotBook.Page p = book.one(me.production(), shot);
    return new PlanExport(
        PlanSchema.PATH,
        me.production().title,
        p.shot().code,
        p.shot().title,
        p.shot().intent,
        me.production().rate,
        me.production().range(p.shot()).first(),
        p.shot().cutFrames,
        me.production().handles,
        p.shot().methods,
        p.plan());
  }

  /** The published schema of the plan (JSON Schema 2020-12). */
  @GetMapping("/schemas/plan")
  @SignedIn
  public Map<String, Object> schema() {
    return schema.plan();
  }

  /** The published schema of a delivery specification (JSON Schema 2020-12). */
  @GetMapping("/schemas/delivery-specification")
  @SignedIn
  public Map<String, Object> specificationSchema() {
    return schema.specification();
  }

  /** The published schema of a method of the house (JSON Schema 2020-12). */
  @GetMapping("/schemas/house-method")
  @SignedIn
  public Map<String, Object> houseMethodSchema() {
    return schema.houseMethod();
  }

  /** Pictures of the storyboard of each shot, in their order. */
  private Map<UUID, List<BriefPaper.Board>> board(List<ShotBook.Page> shots) {
    return frames
        .findByShotIdInOrderByPosition(shots.stream().map(p -> p.shot().id).toList())
        .stream()
        .collect(
            Collectors.groupingBy(
                f -> f.shotId,
                Collectors.mapping(
                    f -> new BriefPaper.Board(store.find(f.hash), f.caption),
                    Collectors.toList())));
  }

  private List<ShotBook.Page> wanted(Member me) {
    return book.all(me.production()).stream().filter(p -> !p.shot().omitted).toList();
  }

  private List<String> headings(List<ShotBook.Page> shots) {
    Draft newest =
        drafts
            .findFirstByProductionIdOrderByNumberDesc(
                shots.isEmpty() ? null : shots.get(0).shot().productionId)
            .orElse(null);
    return shots.stream()
        .map(
            p -> {
              Screenplay.Scene scene =
                  newest == null || p.first() == null
                      ? null
                      : screenplays.of(newest).sceneAt(p.first().markStart);
              return scene == null ? "" : scene.heading();
            })
        .toList();
  }
}
