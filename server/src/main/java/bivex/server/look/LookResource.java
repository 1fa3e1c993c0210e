package bivex.server.look;

import static bivex.core.crew.Role.ARTIST;
import static bivex.core.crew.Role.COORDINATOR;
import static bivex.core.crew.Role.FLOOR;
import static bivex.core.crew.Role.PRODUCER;

import bivex.core.InvalidInput;
import bivex.core.ItemKey;
import bivex.core.shot.Evidence;
import bivex.server.access.Allowed;
import bivex.server.access.Member;
import bivex.server.book.ShotBook;
import bivex.server.keep.EvidenceEntries;
import bivex.server.keep.EvidenceEntry;
import bivex.server.keep.Look;
import bivex.server.keep.LookDecision;
import bivex.server.keep.LookDecisions;
import bivex.server.keep.Looks;
import bivex.server.keep.Shot;
import bivex.server.keep.Shots;
import bivex.server.live.Journal;
import bivex.server.media.MediaProbe;
import bivex.server.media.MediaStore;
import bivex.server.media.Sandboxed;
import java.io.IOException;
import java.io.InputStream;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.NoSuchElementException;
import java.util.UUID;
import org.springframework.core.io.Resource;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;

/** Looks of a shot tried side by side, and the decision between them with its reason. */
@RestController
@RequestMapping("/api/productions/{production}")
public class LookResource {
  /** Plan item that a decision settles, where a method asks for one. */
  private static final String ITEM = ItemKey.LOOK.toString();

  private final Looks looks;
  private final LookDecisions decisions;
  private final Shots shots;
  private final ShotBook book;
  private final EvidenceEntries evidence;
  private final MediaStore store;
  private final MediaProbe probe;
  private final Journal journal;

  private final Clock clock;

  LookResource(
      Looks looks,
      LookDecisions decisions,
      Shots shots,
      ShotBook book,
      EvidenceEntries evidence,
      MediaStore store,
      MediaProbe probe,
      Journal journal,
      Clock clock) {
    this.clock = clock;
    this.looks = looks;
    this.decisions = decisions;
    this.shots = shots;
    this.book = book;
    this.evidence = evidence;
    this.store = store;
    this.probe = probe;
    this.journal = journal;
  }

  public record LookView(
      UUID id,
      String letter,
      String title,
      String words,
      boolean picture,
      String addedBy,
      Instant addedAt,
      boolean taken) {}

  public record DecisionView(UUID look, String letter, String reason, String by, Instant at) {}

  /**
   * @param decision the last one, null while it is open
   * @param earlier decisions it replaced
   */
  public record LooksView(
      List<LookView> looks, DecisionView decision, List<DecisionView> earlier) {}

  public record NewDecision(UUID look, String reason) {}

  @GetMapping("/shots/{shot}/looks")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  @Transactional(readOnly = true)
  public LooksView looks(@PathVariable UUID shot, Member me) {
    return view(find(me, shot).id);
  }

  /** Adds a look, with a picture or without. */
  @PostMapping(path = "/shots/{shot}/looks", consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
  @Allowed({PRODUCER, COORDINATOR, ARTIST})
  @Transactional
  public LooksView add(
      @PathVariable UUID shot,
      Member me,
      @RequestParam("title") String title,
      @RequestParam(value = "words", required = false) String words,
      @RequestParam(value = "file", required = false) MultipartFile file)
      throws IOException {
    if (file == null || file.isEmpty()) {
      return take(me, shot, title, words, null, null);
    }
    try (InputStream in = file.getInputStream()) {
      return take(me, shot, title, words, in, file.getOriginalFilename());
    }
  }

  /** Adds a look from a stream; {@code in} is null for one without a picture. */
  @Transactional
  public LooksView take(
      Member me, UUID shot, String title, String words, InputStream in, String fileName)
      throws IOException {
    Shot s = find(me, shot);
    int n = looks.findByShotIdOrderByLetter(s.id).size();
    if (n >= 26) {
      throw new InvalidInput("title", "a shot has at most 26 looks");
    }
    Look l = new Look();
    l.id = UUID.randomUUID();
    l.productionId = me.productionId();
    l.shotId = s.id;
    l.letter = String.valueOf((char) ('A' + n));
    l.title = InvalidInput.text("title", title);
    l.words = words == null ? "" : words.strip();
    l.addedBy = me.name();
    l.addedAt = clock.instant();
    if (in != null) {
      MediaStore.Stored stored = store.receive(in);
      try {
        MediaProbe.Found found = probe.probe(stored.path(), fileName);
        if (!found.facts().still()) {
          throw new InvalidInput("file", "must be a still; clips are compared in Review");
        }
        store.keep(stored);
        l.hash = stored.hash();
        l.type = found.type();
      } finally {
        store.discard(stored);
      }
    }
    looks.saveAndFlush(l);
    journal.record(
        me,
        "added a look",
        "shot",
        s.id.toString(),
        s.code + " look " + l.letter,
        Journal.Touches.NOTHING);
    return view(s.id);
  }

  /** Takes one of the looks, with the reason; the earlier decision stays on record. */
  @PostMapping("/shots/{shot}/looks/decisions")
  @Allowed({PRODUCER})
  @Transactional
  public LooksView decide(@PathVariable UUID shot, Member me, @RequestBody NewDecision in) {
    Shot s = find(me, shot);
    Look l =
        looks.findByShotIdOrderByLetter(s.id).stream()
            .filter(x -> x.id.equals(in.look()))
            .findFirst()
            .orElseThrow(() -> new InvalidInput("look", "is not one of the looks of " + s.code));
    LookDecision d = new LookDecision();
    d.id = UUID.randomUUID();
    d.lookId = l.id;
    d.shotId = s.id;
    d.reason = InvalidInput.text("reason", in.reason());
    d.decidedBy = me.name();
    d.decidedAt = clock.instant();
    decisions.saveAndFlush(d);
    if (book.one(me.production(), s.id).plan().data().stream()
        .anyMatch(x -> x.key().equals(ITEM))) {
      EvidenceEntry e = new EvidenceEntry();
      e.id = UUID.randomUUID();
      e.productionId = me.productionId();
      e.shotId = s.id;
      e.item = ITEM;
      e.kind = Evidence.Kind.SETTLED;
      e.words = "look " + l.letter + ", " + l.title + ": " + d.reason;
      e.saidBy = me.name();
      e.saidAt = d.decidedAt;
      evidence.saveAndFlush(e);
    }
    journal.record(
        me,
        "decided the look",
        "shot",
        s.id.toString(),
        s.code + " look " + l.letter,
        Journal.Touches.shot(s.id));
    return view(s.id);
  }

  /** The picture of a look, never as active content. */
  @GetMapping("/looks/{look}/picture")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  @Transactional(readOnly = true)
  public ResponseEntity<Resource> picture(@PathVariable UUID look, Member me) {
    Look l =
        looks
            .findByIdAndProductionId(look, me.productionId())
            .filter(x -> x.hash != null)
            .orElseThrow(() -> new NoSuchElementException("This look has no picture."));
    return Sandboxed.file(store.find(l.hash), l.type, l.hash);
  }

  private Shot find(Member me, UUID id) {
    return shots
        .findByIdAndProductionId(id, me.productionId())
        .orElseThrow(() -> new NoSuchElementException("There is no such shot in this production."));
  }

  private LooksView view(UUID shot) {
    List<Look> all = looks.findByShotIdOrderByLetter(shot);
    List<DecisionView> said =
        decisions.findByShotIdOrderByDecidedAtDesc(shot).stream()
            .map(
                d ->
                    new DecisionView(
                        d.lookId,
                        all.stream()
                            .filter(l -> l.id.equals(d.lookId))
                            .map(l -> l.letter)
                            .findFirst()
                            .orElse(""),
                        d.reason,
                        d.decidedBy,
                        d.decidedAt))
            .toList();
    DecisionView last = said.isEmpty() ? null : said.get(0);
    return new LooksView(
        all.stream()
            .map(
                l ->
                    new LookView(
                        l.id,
                        l.letter,
                        l.title,
                        l.words,
                        l.hash != null,
                        l.addedBy,
                        l.addedAt,
                        last != null && last.look().equals(l.id)))
            .toList(),
        last,
        said.isEmpty() ? List.of() : said.subList(1, said.size()));
  }
}
