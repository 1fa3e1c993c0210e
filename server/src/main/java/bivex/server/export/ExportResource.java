package bivex.server.export;

import static bivex.server.keep.Role.ARTIST;
import static bivex.server.keep.Role.COORDINATOR;
import static bivex.server.keep.Role.FLOOR;
import static bivex.server.keep.Role.PRODUCER;

import bivex.core.method.MethodChoice;
import bivex.core.method.Plan;
import bivex.core.script.Screenplay;
import bivex.server.access.Allowed;
import bivex.server.access.Member;
import bivex.server.access.SignedIn;
import bivex.server.book.Screenplays;
import bivex.server.book.ShotBook;
import bivex.server.keep.Draft;
import bivex.server.keep.Drafts;
import java.io.IOException;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What leaves the house in open formats: briefs, the breakdown, plans. All from the same plan the desks show. */
@RestController
@RequestMapping("/api")
public class ExportResource {
  private static final MediaType CSV = MediaType.parseMediaType("text/csv;charset=UTF-8");
  private final ShotBook book;
  private final Drafts drafts;
  private final Screenplays screenplays;
  private final PlanSchema schema;

  ExportResource(ShotBook book, Drafts drafts, Screenplays screenplays, PlanSchema schema) {
    this.book = book;
    this.drafts = drafts;
    this.screenplays = screenplays;
    this.schema = schema;
  }

  /** The plan of a shot for other programs. @param schema where its schema is published */
  public record PlanExport(String schema, String production, String code, String title, String intent, String rate, int firstFrame, int cutFrames, int handles, List<MethodChoice> methods, Plan plan) {}

  @GetMapping("/productions/{production}/shots/{shot}/brief.pdf")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  @Transactional(readOnly = true)
  public ResponseEntity<byte[]> brief(@PathVariable UUID production, @PathVariable UUID shot, Member me) throws IOException {
    ShotBook.Page p = book.one(me.production(), shot);
    return file(BriefPaper.of(me.production(), List.of(p), headings(List.of(p))), p.shot().code + "-brief.pdf", MediaType.APPLICATION_PDF);
  }

  /** The briefs of all shots, a page each. */
  @GetMapping("/productions/{production}/briefs.pdf")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  @Transactional(readOnly = true)
  public ResponseEntity<byte[]> briefs(@PathVariable UUID production, Member me) throws IOException {
    List<ShotBook.Page> all = wanted(me);
    return file(BriefPaper.of(me.production(), all, headings(all)), me.production().code + "-briefs.pdf", MediaType.APPLICATION_PDF);
  }

  @GetMapping("/productions/{production}/breakdown.csv")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  @Transactional(readOnly = true)
  public ResponseEntity<byte[]> csv(@PathVariable UUID production, Member me) throws IOException {
    return file(Breakdown.csv(wanted(me)).getBytes(java.nio.charset.StandardCharsets.UTF_8), me.production().code + "-breakdown.csv", CSV);
  }

  @GetMapping("/productions/{production}/breakdown.pdf")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  @Transactional(readOnly = true)
  public ResponseEntity<byte[]> pdf(@PathVariable UUID production, Member me) throws IOException {
    return file(Breakdown.pdf(me.production(), wanted(me)), me.production().code + "-breakdown.pdf", MediaType.APPLICATION_PDF);
  }

  @GetMapping("/productions/{production}/shots/{shot}/plan.json")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  @Transactional(readOnly = true)
  public PlanExport plan(@PathVariable UUID production, @PathVariable UUID shot, Member me) {
    ShotBook.Page p = book.one(me.production(), shot);
    return new PlanExport(PlanSchema.PATH, me.production().title, p.shot().code, p.shot().title, p.shot().intent, me.production().rate, me.production().firstFrame, p.shot().cutFrames, me.production().handles, p.shot().methods, p.plan());
  }

  /** The published schema of the plan (JSON Schema 2020-12). */
  @GetMapping("/schemas/plan")
  @SignedIn
  public Map<String, Object> schema() {
    return schema.read();
  }

  private List<ShotBook.Page> wanted(Member me) {
    return book.all(me.production()).stream().filter(p -> !p.shot().omitted).toList();
  }

  private List<String> headings(List<ShotBook.Page> shots) {
    Map<UUID, Draft> known = new HashMap<>();
    drafts.findAllById(shots.stream().map(p -> p.shot().draftId).distinct().toList()).forEach(d -> known.put(d.id, d));
    return shots.stream().map(p -> {
      Screenplay.Scene scene = screenplays.of(known.get(p.shot().draftId)).sceneAt(p.shot().markStart);
      return scene == null ? "" : scene.heading();
    }).toList();
  }

  private static ResponseEntity<byte[]> file(byte[] bytes, String name, MediaType type) {
    return ResponseEntity.ok().contentType(type).header(HttpHeaders.CONTENT_DISPOSITION, ContentDisposition.attachment().filename(name).build().toString()).body(bytes);
  }
}
