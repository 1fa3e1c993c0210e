package bivex.server.look;

import bivex.core.InvalidInput;
import bivex.core.ItemKey;
import bivex.core.Letters;
import bivex.core.shot.Evidence;
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
import bivex.server.keep.Transactions;
import bivex.server.live.Journal;
import bivex.server.media.Intake;
import bivex.server.media.MediaProbe;
import bivex.server.media.StoredFile;
import java.io.IOException;
import java.io.InputStream;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.NoSuchElementException;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Looks of a shot tried side by side, and the decision between them with its reason. */
@Component
public class LookDesk {
  /** Plan item that a decision settles, where a method asks for one. */
  private static final String ITEM = ItemKey.LOOK.toString();

  private final Transactions transactions;
  private final Intake intake;
  private final Looks looks;

  private final LookDecisions decisions;

  private final Shots shots;

  private final ShotBook book;

  private final EvidenceEntries evidence;

  private final MediaProbe probe;

  private final Journal journal;

  private final Clock clock;

  LookDesk(
      Transactions transactions,
      Intake intake,
      Looks looks,
      LookDecisions decisions,
      Shots shots,
      ShotBook book,
      EvidenceEntries evidence,
      MediaProbe probe,
      Journal journal,
      Clock clock) {
    this.transactions = transactions;
    this.intake = intake;
    this.clock = clock;
    this.looks = looks;
    this.decisions = decisions;
    this.shots = shots;
    this.book = book;
    this.evidence = evidence;
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

  @Transactional(readOnly = true)
  public LooksView looks(UUID shot, Member me) {
    return view(find(me, shot).id);
  }

  /** Adds a look from a stream; {@code in} is null for one without a picture. */
  public LooksView take(
      Member me, UUID shot, String title, String words, InputStream in, String fileName)
      throws IOException {
    Shot s = find(me, shot);
    String name = InvalidInput.title("title", title);
    if (in == null) {
      return transactions.write(() -> added(me, s, name, words, null, null));
    }
    return intake.take(
        in,
        file -> {
          MediaProbe.Found found = probe.probe(file, fileName);
          if (!found.facts().still()) {
            throw new InvalidInput("file", "must be a still; clips are compared in Review");
          }
          return found;
        },
        (stored, found) -> added(me, s, name, words, stored.hash(), found.type()));
  }

  private LooksView added(Member me, Shot s, String title, String words, String hash, String type) {
    shots.hold(s.id);
    int n = looks.findByShotIdOrderByLetter(s.id).size();
    if (n >= Letters.SINGLE) {
      throw new InvalidInput("title", "a shot has at most " + Letters.SINGLE + " looks");
    }
    Look l = new Look();
    l.id = UUID.randomUUID();
    l.productionId = me.productionId();
    l.shotId = s.id;
    l.letter = Letters.of(n);
    l.title = title;
    l.hash = hash;
    l.type = type;
    l.words = InvalidInput.words("words", words);
    l.addedBy = me.name();
    l.addedAt = clock.instant();
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
  @Transactional
  public LooksView decide(UUID shot, Member me, NewDecision in) {
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

  private Shot find(Member me, UUID id) {
    return shots.require(id, me.productionId());
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

  /** The picture of a look. */
  @Transactional(readOnly = true)
  public StoredFile picture(Member me, UUID look) {
    return looks
        .findByIdAndProductionId(look, me.productionId())
        .filter(x -> x.hash != null)
        .map((Look l) -> new StoredFile(l.hash, l.type))
        .orElseThrow(() -> new NoSuchElementException("This look has no picture."));
  }
}
