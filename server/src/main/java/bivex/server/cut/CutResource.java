package bivex.server.cut;

import static bivex.core.crew.Role.ARTIST;
import static bivex.core.crew.Role.COORDINATOR;
import static bivex.core.crew.Role.FLOOR;
import static bivex.core.crew.Role.PRODUCER;

import bivex.core.cut.Recognition;
import bivex.core.cut.ReelSheet;
import bivex.server.access.Allowed;
import bivex.server.access.Derived;
import bivex.server.access.Member;
import bivex.server.http.Download;
import bivex.server.media.MediaStore;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.time.LocalDate;
import java.util.List;
import java.util.UUID;
import org.springframework.format.annotation.DateTimeFormat;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;

/** Cuts of a production. */
@RestController
@RequestMapping("/api/productions/{production}")
public class CutResource {
  private final CutDesk desk;
  private final CutSheets sheets;
  private final SpotDesk spots;
  private final CutPapers papers;
  private final MediaStore store;

  CutResource(CutDesk desk, CutSheets sheets, SpotDesk spots, CutPapers papers, MediaStore store) {
    this.desk = desk;
    this.sheets = sheets;
    this.spots = spots;
    this.papers = papers;
    this.store = store;
  }

  /** All cuts, newest first. */
  @GetMapping("/cuts")
  @Derived
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public List<CutSheets.CutLine> all(Member me) {
    return sheets.all(me);
  }

  /** Takes in a cut as an edit list (CMX 3600) or a timeline (OpenTimelineIO JSON). */
  @PostMapping(path = "/cuts", consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
  @Allowed({PRODUCER, COORDINATOR})
  public CutSheets.CutView take(
      Member me,
      @RequestParam("file") MultipartFile file,
      @RequestParam("name") String name,
      @RequestParam(value = "reel", required = false) String reel,
      @RequestParam(value = "madeOn", required = false)
          @DateTimeFormat(iso = DateTimeFormat.ISO.DATE)
          LocalDate madeOn,
      @RequestParam(value = "madeBy", required = false) String madeBy,
      @RequestParam(value = "note", required = false) String note,
      @RequestParam(value = "rate", required = false) String rate)
      throws IOException {
    try (InputStream in = file.getInputStream()) {
      UUID cut =
          desk.take(
              me,
              in,
              new CutDesk.NewCut(
                  name, reel, madeOn, madeBy, note, rate, file.getOriginalFilename()));
      return sheets.view(cut, me);
    }
  }

  /** Effect shots in the order of the newest cut of each reel. */
  @GetMapping("/cuts/order")
  @Derived
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public List<CutSheets.ReelOrder> order(Member me) {
    return sheets.order(me);
  }

  /** What was read of a cut, and what it costs. */
  @GetMapping("/cuts/{cut}")
  @Derived
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public CutSheets.CutView view(@PathVariable UUID cut, Member me) {
    return sheets.view(cut, me);
  }

  /** Takes a cut away that no length follows. */
  @DeleteMapping("/cuts/{cut}")
  @Allowed({PRODUCER, COORDINATOR})
  public List<CutSheets.CutLine> remove(@PathVariable UUID cut, Member me) {
    desk.remove(cut, me);
    return sheets.all(me);
  }

  /** Events of a cut by how they were recognised. */
  @GetMapping("/cuts/{cut}/events")
  @Derived
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public CutSheets.EventPage events(
      @PathVariable UUID cut,
      Member me,
      @RequestParam(required = false) Recognition.How how,
      @RequestParam(defaultValue = "0") int page,
      @RequestParam(defaultValue = "100") int size) {
    return sheets.events(cut, me, how, page, size);
  }

  /** Says what an event is. */
  @PostMapping("/cuts/{cut}/words")
  @Allowed({PRODUCER, COORDINATOR, ARTIST})
  public CutSheets.CutView say(
      @PathVariable UUID cut, Member me, @RequestBody CutDesk.NewCutWord in) {
    desk.say(cut, me, in);
    return sheets.view(cut, me);
  }

  /** The reel sheet of a cut. */
  @GetMapping("/cuts/{cut}/sheet")
  @Derived
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public CutSheets.SheetPage sheet(
      @PathVariable UUID cut,
      Member me,
      @RequestParam(required = false) ReelSheet.Show show,
      @RequestParam(required = false) String who,
      @RequestParam(defaultValue = "0") int page,
      @RequestParam(defaultValue = "100") int size) {
    return sheets.sheet(cut, me, show, who, page, size);
  }

  /** Lets the lengths of shots follow a cut. */
  @PostMapping("/cuts/{cut}/follow")
  @Allowed({PRODUCER, COORDINATOR})
  public CutDesk.Followed follow(
      @PathVariable UUID cut, Member me, @RequestBody CutDesk.NewFollow in) {
    return desk.follow(cut, me, in);
  }

  /** The list or timeline as it came. */
  @GetMapping(path = "/cuts/{cut}/file", produces = MediaType.APPLICATION_OCTET_STREAM_VALUE)
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public ResponseEntity<byte[]> file(@PathVariable UUID cut, Member me) throws IOException {
    CutDesk.Kept kept = desk.file(cut, me);
    return Download.of(
        Files.readAllBytes(store.find(kept.file().hash())),
        kept.name(),
        MediaType.APPLICATION_OCTET_STREAM_VALUE);
  }

  /** Frames to pull, as a table, on paper, as an edit list or as OpenTimelineIO JSON. */
  @GetMapping(
      path = "/cuts/{cut}/pulls.{format}",
      produces = {Download.CSV, Download.PDF, Download.TEXT, Download.JSON})
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public ResponseEntity<byte[]> pulls(
      @PathVariable UUID cut, @PathVariable String format, Member me) throws IOException {
    return papers.pulls(cut, me, format);
  }

  /** What a cut changes and costs, as a table or on paper. */
  @GetMapping(
      path = "/cuts/{cut}/changes.{format}",
      produces = {Download.CSV, Download.PDF})
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public ResponseEntity<byte[]> changes(
      @PathVariable UUID cut, @PathVariable String format, Member me) throws IOException {
    return papers.changes(cut, me, format);
  }

  /** Notes of the review at their places, as markers in an edit list or OpenTimelineIO JSON. */
  @GetMapping(
      path = "/cuts/{cut}/notes.{format}",
      produces = {Download.TEXT, Download.JSON})
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public ResponseEntity<byte[]> notes(
      @PathVariable UUID cut, @PathVariable String format, Member me) {
    return papers.notes(cut, me, format);
  }

  /** Moments that are heard, as a table, on paper or as markers in OpenTimelineIO JSON. */
  @GetMapping(
      path = "/cuts/{cut}/spotting.{format}",
      produces = {Download.CSV, Download.PDF, Download.JSON})
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public ResponseEntity<byte[]> spotting(
      @PathVariable UUID cut, @PathVariable String format, Member me) throws IOException {
    return papers.spotting(cut, me, format);
  }

  /**
   * What whoever works on a shot is handed: its plates in order, their frames, what is done first.
   */
  @GetMapping(path = "/cuts/{cut}/turnover/{shot}.pdf", produces = Download.PDF)
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public ResponseEntity<byte[]> turnover(@PathVariable UUID cut, @PathVariable UUID shot, Member me)
      throws IOException {
    return papers.turnover(cut, shot, me);
  }

  /** Moments that are heard, in the order of the cut. */
  @GetMapping("/cuts/{cut}/spots")
  @Derived
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public SpotDesk.SpotPage spots(
      @PathVariable UUID cut,
      Member me,
      @RequestParam(defaultValue = "0") int page,
      @RequestParam(defaultValue = "200") int size) {
    return spots.spots(cut, me, page, size);
  }

  /** Says where the sound of a moment comes from. */
  @PostMapping("/shots/{shot}/spots")
  @Allowed({PRODUCER, COORDINATOR, ARTIST})
  public void spot(@PathVariable UUID shot, Member me, @RequestBody SpotDesk.NewSpotWord in) {
    spots.say(shot, me, in);
  }
}
