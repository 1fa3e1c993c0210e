package bivex.server.script;

import static bivex.server.keep.Role.ARTIST;
import static bivex.server.keep.Role.COORDINATOR;
import static bivex.server.keep.Role.FLOOR;
import static bivex.server.keep.Role.PRODUCER;

import bivex.core.InvalidInput;
import bivex.core.script.Anchor;
import bivex.core.script.Screenplay;
import bivex.core.script.ScreenplayParser;
import bivex.core.script.ScriptFile;
import bivex.server.access.Allowed;
import bivex.server.access.Member;
import bivex.server.book.Screenplays;
import bivex.server.keep.Draft;
import bivex.server.keep.Drafts;
import bivex.server.keep.Shot;
import bivex.server.keep.Shots;
import bivex.server.live.Journal;
import java.io.IOException;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.NoSuchElementException;
import java.util.UUID;
import org.springframework.http.MediaType;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;

/** Drafts of the script: taken in, laid out, and their marks carried from one to the next. */
@RestController
@RequestMapping("/api/productions/{production}/drafts")
public class ScriptResource {
  private final Drafts drafts;
  private final Shots shots;
  private final Screenplays screenplays;
  private final Journal journal;

  ScriptResource(Drafts drafts, Shots shots, Screenplays screenplays, Journal journal) {
    this.drafts = drafts;
    this.shots = shots;
    this.screenplays = screenplays;
    this.journal = journal;
  }

  /** @param lost codes of shots whose words are not in this draft any more */
  public record DraftView(UUID id, int number, String name, String importedBy, Instant importedAt, int pages, int scenes, int eighths, List<String> lost) {}

  /** The script as pages. */
  public record PagesView(UUID id, int number, String name, Map<String, String> title, List<SceneView> scenes, List<Screenplay.Page> pages) {}

  /** @param length in pages and eighths, as it is written */
  public record SceneView(String number, String heading, String place, String time, boolean interior, boolean exterior, boolean night, int start, int end, int firstPage, int eighths, String length) {}

  public record PastedDraft(String name, String text) {}

  @GetMapping
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  @Transactional(readOnly = true)
  public List<DraftView> drafts(@PathVariable UUID production, Member me) {
    return drafts.findByProductionIdOrderByNumberDesc(me.productionId()).stream().map(d -> view(d, List.of())).toList();
  }

  /** Takes in a draft that was typed or pasted. */
  @PostMapping(consumes = MediaType.APPLICATION_JSON_VALUE)
  @Allowed({PRODUCER, COORDINATOR})
  @Transactional
  public DraftView paste(@PathVariable UUID production, Member me, @RequestBody PastedDraft in) {
    return keep(me, in.name(), ScriptFile.clean(in.text()));
  }

  /** Takes in a draft as a file. */
  @PostMapping(consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
  @Allowed({PRODUCER, COORDINATOR})
  @Transactional
  public DraftView upload(@PathVariable UUID production, Member me, @RequestParam("file") MultipartFile file, @RequestParam(value = "name", required = false) String name) throws IOException {
    if (file.getSize() > ScriptFile.MAX_BYTES) {
      throw new InvalidInput("script", "is larger than 4 MB; a feature script as plain text is about 0.2 MB");
    }
    return keep(me, name, ScriptFile.decode(file.getBytes()));
  }

  private DraftView keep(Member me, String name, String source) {
    Screenplay play = ScreenplayParser.parse(source);
    Draft before = drafts.findFirstByProductionIdOrderByNumberDesc(me.productionId()).orElse(null);
    Draft d = new Draft();
    d.id = UUID.randomUUID();
    d.productionId = me.productionId();
    d.number = before == null ? 1 : before.number + 1;
    d.name = name == null || name.isBlank() ? "draft " + d.number : name.strip().substring(0, Math.min(60, name.strip().length()));
    d.source = source;
    d.importedBy = me.name();
    d.importedAt = Instant.now();
    drafts.save(d);
    List<String> lost = before == null ? List.of() : carry(me, before, d, play);
    journal.record(me, "imported", "draft", d.id.toString(), d.name + (lost.isEmpty() ? "" : "; words lost of " + String.join(", ", lost)));
    return view(d, lost);
  }

  /** Marks follow their words into the new draft; where the words are gone the shot keeps its old mark and is in doubt. */
  private List<String> carry(Member me, Draft before, Draft now, Screenplay play) {
    return shots.findByProductionIdOrderByCode(me.productionId()).stream().filter(s -> !s.omitted).filter(s -> {
      Draft on = s.draftId.equals(before.id) ? before : drafts.findById(s.draftId).orElseThrow();
      Anchor a = new Anchor(s.markStart, s.markEnd, s.excerpt).in(on.source, now.source);
      Screenplay.Scene scene = a == null ? null : play.sceneAt(a.start());
      s.lost = scene == null;
      if (!s.lost) {
        s.draftId = now.id;
        s.markStart = a.start();
        s.markEnd = a.end();
        s.scene = scene.number();
      }
      return s.lost;
    }).map((Shot s) -> s.code).toList();
  }

  /** A draft as pages; "latest" is the newest. */
  @GetMapping("/{draft}")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  @Transactional(readOnly = true)
  public PagesView pages(@PathVariable UUID production, @PathVariable String draft, Member me) {
    Draft d = draft.equals("latest")
        ? drafts.findFirstByProductionIdOrderByNumberDesc(me.productionId()).orElseThrow(() -> new NoSuchElementException("No script has been imported yet."))
        : drafts.findByIdAndProductionId(uuid(draft), me.productionId()).orElseThrow();
    Screenplay p = screenplays.of(d);
    return new PagesView(d.id, d.number, d.name, p.title(), p.scenes().stream().map(ScriptResource::scene).toList(), p.pages());
  }

  static SceneView scene(Screenplay.Scene s) {
    return new SceneView(s.number(), s.heading(), s.place(), s.time(), s.interior(), s.exterior(), s.night(), s.start(), s.end(), s.firstPage(), s.eighths(), s.length());
  }

  private DraftView view(Draft d, List<String> lost) {
    Screenplay p = screenplays.of(d);
    return new DraftView(d.id, d.number, d.name, d.importedBy, d.importedAt, p.pages().size(), p.scenes().size(), p.eighths(), lost);
  }

  private static UUID uuid(String text) {
    try {
      return UUID.fromString(text);
    } catch (IllegalArgumentException e) {
      throw new NoSuchElementException("There is no such draft.");
    }
  }
}
