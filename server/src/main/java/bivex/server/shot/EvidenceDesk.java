package bivex.server.shot;

import bivex.core.InvalidInput;
import bivex.core.ItemKey;
import bivex.core.shot.Evidence;
import bivex.core.shot.EvidenceRules;
import bivex.core.shot.OwedItem;
import bivex.server.access.Member;
import bivex.server.book.ShotBook;
import bivex.server.http.Problems;
import bivex.server.keep.EvidenceEntries;
import bivex.server.keep.EvidenceEntry;
import bivex.server.keep.Shot;
import bivex.server.keep.Shots;
import bivex.server.live.Journal;
import bivex.server.work.TaskDesk;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Objects;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What is said of things that are owed. */
@Component
public class EvidenceDesk {
  private final EvidenceEntries evidence;
  private final ShotBook book;
  private final Journal journal;
  private final Clock clock;
  private final Shots shots;
  private final ShotDesk desk;
  private final TaskDesk tasks;

  EvidenceDesk(
      EvidenceEntries evidence,
      ShotBook book,
      Journal journal,
      Clock clock,
      Shots shots,
      ShotDesk desk,
      TaskDesk tasks) {
    this.tasks = tasks;
    this.desk = desk;
    this.shots = shots;
    this.evidence = evidence;
    this.book = book;
    this.journal = journal;
    this.clock = clock;
  }

  static Said said(EvidenceEntry e) {
    Evidence v = e.evidence();
    return new Said(
        e.item, e.kind, e.words, e.hours, e.saidBy, e.saidAt, v.signature(), v.element());
  }

  /** Evidence as it is shown. */
  public record Said(
      String item,
      Evidence.Kind kind,
      String words,
      Double hours,
      String by,
      Instant at,
      Evidence.Signature signature,
      Evidence.FoundElement element) {}

  /**
   * @param signature who signed, needed for a caution
   * @param element what was found, for an element
   */
  public record NewEvidence(
      UUID id,
      String item,
      Evidence.Kind kind,
      String words,
      Double hours,
      EvidenceRules.NewSignature signature,
      EvidenceRules.NewElement element) {
    public NewEvidence(UUID id, String item, Evidence.Kind kind, String words, Double hours) {
      this(id, item, kind, words, hours, null, null);
    }
  }

  /** Says something about a plan item: settled, accepted, dropped, wanted again. */
  @Transactional
  public ShotDesk.ShotView say(UUID shot, Member me, NewEvidence in) {
    Shot s = shots.require(shot, me.productionId());
    ShotBook.Page p = book.one(me.production(), s.id);
    String key = InvalidInput.text("item", in.item());
    OwedItem item =
        p.ledger().items().stream()
            .filter(i -> i.key().equals(key))
            .findFirst()
            .orElseThrow(() -> new InvalidInput("item", "is not owed by " + s.code));
    EvidenceRules.mustFit(in.kind(), item.kind(), ItemKey.of(key), item.label());
    if (!EvidenceRules.roles(in.kind(), item.kind()).contains(me.role())) {
      throw new Problems.Forbidden(
          item.kind() == OwedItem.Kind.CAUTION
              ? "A caution is signed off by the producer or the coordinator."
              : "An artist may say that something is done, not that it is not needed.");
    }
    UUID id = Objects.requireNonNullElseGet(in.id(), UUID::randomUUID);
    if (!evidence.existsById(id)) {
      EvidenceEntry e = new EvidenceEntry();
      e.id = id;
      e.productionId = me.productionId();
      e.shotId = s.id;
      e.item = key;
      e.kind = in.kind();
      e.words =
          in.kind() == Evidence.Kind.REOPENED && (in.words() == null || in.words().isBlank())
              ? "wanted again"
              : InvalidInput.text("words", in.words());
      e.hours = in.hours() == null ? null : InvalidInput.within("hours", in.hours(), 0, 10_000);
      e.saidBy = me.name();
      e.saidAt = clock.instant();
      details(e, item, in);
      if (in.kind() == Evidence.Kind.SETTLED || in.kind() == Evidence.Kind.DROPPED) {
        tasks.ended(me, p, key);
      }
      evidence.saveAndFlush(e);
      journal.record(
          me,
          e.kind.name().toLowerCase(java.util.Locale.ROOT),
          "shot",
          s.id.toString(),
          s.code + ": " + item.label(),
          Journal.Touches.shot(s.id));
    }
    return desk.shot(s.id, me);
  }

  /** The parts of evidence that only cautions and elements have; refused anywhere else. */
  private void details(EvidenceEntry e, OwedItem item, NewEvidence in) {
    Evidence.Signature signed =
        EvidenceRules.signature(in.kind(), item.kind(), in.signature(), LocalDate.now(clock));
    if (signed != null) {
      e.signedBy = signed.who();
      e.signedRole = signed.role();
      e.signedOn = signed.on();
    }
    Evidence.FoundElement found = EvidenceRules.found(in.kind(), item.kind(), in.element());
    if (found != null) {
      e.source = found.source();
      e.widthPx = found.widthPx();
      e.licence = found.licence();
    }
  }
}
