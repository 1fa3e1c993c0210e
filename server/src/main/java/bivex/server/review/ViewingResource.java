package bivex.server.review;

import static bivex.core.crew.Role.ARTIST;
import static bivex.core.crew.Role.COORDINATOR;
import static bivex.core.crew.Role.FLOOR;
import static bivex.core.crew.Role.PRODUCER;

import bivex.core.tally.ViewingSheet;
import bivex.server.access.Allowed;
import bivex.server.access.Member;
import bivex.server.http.Download;
import bivex.server.papers.TablePaper;
import java.io.IOException;
import java.util.List;
import java.util.NoSuchElementException;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Versions watched together; the house's alone. */
@RestController
@RequestMapping("/api/productions/{production}/viewings")
public class ViewingResource {
  private final ViewingDesk desk;
  private final LeadDesk leads;

  ViewingResource(ViewingDesk desk, LeadDesk leads) {
    this.desk = desk;
    this.leads = leads;
  }

  /** Viewings that were, the last first, with what was not reached. */
  @GetMapping
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public ViewingDesk.ViewingPage viewings(
      Member me,
      @RequestParam(defaultValue = "0") int page,
      @RequestParam(defaultValue = "20") int size) {
    return desk.viewings(me, page, size);
  }

  /** What may be watched. */
  @GetMapping("/choices")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public ViewingDesk.ViewingChoices choices(Member me) {
    return desk.choices(me);
  }

  /** What would be watched, in which order and why; nothing of it is kept. */
  @PostMapping("/proposal")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public List<ViewingDesk.WatchView> proposal(Member me, @RequestBody ViewingDesk.NewViewing in) {
    return desk.proposal(me, in);
  }

  /** Begins a viewing of the newest versions as they are now. */
  @PostMapping
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public ViewingDesk.ViewingView begin(Member me, @RequestBody ViewingDesk.NewViewing in) {
    return desk.begin(me, in);
  }

  /** A viewing in the pieces it is seen in. */
  @GetMapping("/{viewing}")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public ViewingDesk.ViewingView viewing(@PathVariable UUID viewing, Member me) {
    return desk.viewing(me, viewing);
  }

  /**
   * What a viewing came to: verdicts, notes, what was not reached; on paper with the frames of the
   * notes and what was drawn on them.
   *
   * @param format csv or pdf
   */
  @GetMapping(
      path = "/{viewing}/sheet.{format}",
      produces = {Download.CSV, Download.PDF})
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public ResponseEntity<byte[]> sheet(
      @PathVariable UUID viewing, @PathVariable String format, Member me) throws IOException {
    ViewingSheet sheet = desk.sheet(me, viewing);
    String name = me.production().code + "-viewing-" + sheet.day() + "." + format;
    return switch (format) {
      case "csv" ->
          Download.of(TablePaper.csv(sheet.table(), me.production().lists), name, Download.CSV);
      case "pdf" -> Download.of(desk.paper(me, viewing), name, Download.PDF);
      default -> throw new NoSuchElementException("It does not come as " + format + ".");
    };
  }

  /**
   * Who leads a viewing and where they are, for others who watch it on their own screens.
   *
   * @param follows whether whoever asks follows
   */
  @GetMapping("/{viewing}/lead")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public LeadDesk.LeadView lead(
      @PathVariable UUID viewing,
      Member me,
      @RequestParam(defaultValue = "false") boolean follows) {
    return leads.lead(me, viewing, follows);
  }

  /** Leads a viewing: says where one is, or that one leads no more. */
  @PostMapping("/{viewing}/lead")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public LeadDesk.LeadView leads(
      @PathVariable UUID viewing, Member me, @RequestBody LeadDesk.NewLead in) {
    return leads.lead(me, viewing, in);
  }

  /** One of its versions was watched to its end. */
  @PostMapping("/{viewing}/seen")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public void saw(@PathVariable UUID viewing, Member me, @RequestBody ViewingDesk.NewSeen in) {
    desk.saw(me, viewing, in);
  }
}
