package bivex.server.script;

import static bivex.core.crew.Role.ARTIST;
import static bivex.core.crew.Role.COORDINATOR;
import static bivex.core.crew.Role.FLOOR;
import static bivex.core.crew.Role.PRODUCER;

import bivex.core.script.OwnHeadings;
import bivex.server.access.Allowed;
import bivex.server.access.Member;
import bivex.server.http.Download;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.List;
import java.util.UUID;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;

/**
 * Drafts of the script: taken in from whatever they come in, laid out as pages, and given out with
 * their marks as notes.
 */
@RestController
@RequestMapping("/api/productions/{production}/drafts")
public class ScriptResource {
  private final ScriptDesk script;

  ScriptResource(ScriptDesk script) {
    this.script = script;
  }

  /** Drafts, the newest first. */
  @GetMapping
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public List<ScriptDesk.DraftView> drafts(Member me) {
    return script.drafts(me);
  }

  /** Takes in a draft that was typed or pasted. */
  @PostMapping(consumes = MediaType.APPLICATION_JSON_VALUE)
  @Allowed({PRODUCER, COORDINATOR})
  public ScriptDesk.DraftView paste(Member me, @RequestBody ScriptDesk.PastedDraft in) {
    return script.paste(me, in);
  }

  /**
   * Takes the newest draft back, as long as no shot was made on it; marks stand again as they did
   * in the one before.
   */
  @DeleteMapping("/{draft}")
  @Allowed({PRODUCER, COORDINATOR})
  public List<ScriptDesk.DraftView> takeBack(@PathVariable UUID draft, Member me) {
    return script.takeBack(draft, me);
  }

  /** Words scene headings are written with here, beside those that ship. */
  @GetMapping("/headings")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public ScriptDesk.HeadingsView headings(Member me) {
    return script.headings(me);
  }

  /** Changes them for drafts that come in from now on. */
  @PutMapping("/headings")
  @Allowed({PRODUCER, COORDINATOR})
  public ScriptDesk.HeadingsView headings(
      Member me, @RequestHeader(HttpHeaders.IF_MATCH) String ifMatch, @RequestBody OwnHeadings in) {
    return script.headings(me, ifMatch, in);
  }

  /** Gives a draft another name, colour or date. */
  @PutMapping("/{draft}/name")
  @Allowed({PRODUCER, COORDINATOR})
  public ScriptDesk.DraftView rename(
      @PathVariable UUID draft,
      Member me,
      @RequestHeader(value = HttpHeaders.IF_MATCH, required = false) String ifMatch,
      @RequestBody ScriptDesk.DraftName in) {
    return script.rename(draft, me, ifMatch, in);
  }

  /** A draft as pages; "latest" is the newest. */
  @GetMapping("/{draft}")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public ScriptDesk.PagesView pages(@PathVariable String draft, Member me) {
    return script.pages(draft, me);
  }

  /**
   * Takes in a draft as a file: open syntax or typed pages as text, a PDF with text, or a CSV of
   * scenes; told apart by what is in them.
   */
  @PostMapping(consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
  @Allowed({PRODUCER, COORDINATOR})
  public ScriptDesk.DraftView upload(
      Member me,
      @RequestParam("file") MultipartFile file,
      @RequestParam(value = "name", required = false) String name,
      @RequestParam(value = "colour", required = false) String colour,
      @RequestParam(value = "dated", required = false) LocalDate dated)
      throws IOException {
    try (InputStream in = file.getInputStream()) {
      return script.upload(me, name, colour, dated, file.getOriginalFilename(), in);
    }
  }

  /** A draft in the open syntax, its marks as notes; without them when they are not wanted. */
  @GetMapping(value = "/{draft}/script.fountain", produces = "text/plain;charset=UTF-8")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  public ResponseEntity<byte[]> export(
      @PathVariable String draft, Member me, @RequestParam(defaultValue = "true") boolean notes) {
    ScriptDesk.Script out = script.export(draft, me, notes);
    return Download.of(
        out.text().getBytes(StandardCharsets.UTF_8), out.name(), "text/plain;charset=UTF-8");
  }
}
