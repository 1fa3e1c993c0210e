package bivex.server.script;

import bivex.core.crew.Role;
import bivex.core.script.Revision;
import bivex.core.script.Screenplay;
import bivex.server.access.Member;
import bivex.server.book.DraftReader;
import bivex.server.book.MarkDesk;
import bivex.server.book.Screenplays;
import bivex.server.keep.Draft;
import bivex.server.keep.Drafts;
import bivex.server.keep.Production;
import bivex.server.keep.Productions;
import bivex.server.live.Journal;
import java.util.UUID;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.event.TransactionalEventListener;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Has a draft that came in read to its end, with the one before it, and then looks once more for
 * what is asked about it.
 */
@Component
class DraftCarrier {
  private static final Logger LOG = LoggerFactory.getLogger(DraftCarrier.class);

  /**
   * @param before null for the first
   */
  record CameIn(Draft draft, Screenplay play, Draft before) {}

  private final DraftReader reader;
  private final Screenplays screenplays;
  private final Drafts drafts;
  private final Productions productions;
  private final MarkDesk desk;
  private final Journal journal;
  private final TransactionTemplate transaction;

  DraftCarrier(
      DraftReader reader,
      Screenplays screenplays,
      Drafts drafts,
      Productions productions,
      MarkDesk desk,
      Journal journal,
      TransactionTemplate transaction) {
    this.reader = reader;
    this.screenplays = screenplays;
    this.drafts = drafts;
    this.productions = productions;
    this.desk = desk;
    this.journal = journal;
    this.transaction = transaction;
  }

  /** Once it is kept; nobody waits for it. */
  @TransactionalEventListener
  void read(CameIn in) {
    if (in.before() != null) {
      reader.of(in.before(), screenplays.of(in.before()));
    }
    reader.of(in.draft(), in.play());
  }

  @EventListener
  void carry(DraftReader.ReadToEnd of) {
    try {
      carry(of.production());
    } catch (RuntimeException e) {
      // What is asked stays asked, and somebody decides.
      LOG.error("what is asked about draft {} was not looked for once more", of.draft(), e);
    }
  }

  private void carry(UUID production) {
    Draft now = drafts.findFirstByProductionIdOrderByNumberDesc(production).orElse(null);
    Draft before =
        now == null
            ? null
            : drafts
                .findFirstByProductionIdAndNumberLessThanOrderByNumberDesc(production, now.number)
                .orElse(null);
    if (before == null
        || screenplays.meanings(before).isEmpty()
        || screenplays.meanings(now).isEmpty()) {
      return;
    }
    // Comparing takes its time, and nobody who marks waits for it.
    Revision read = desk.revision(before, now, screenplays.of(now));
    read.read();
    transaction.executeWithoutResult(t -> carry(before, now, read));
  }

  private void carry(Draft before, Draft now, Revision read) {
    Production p = productions.findById(now.productionId).orElseThrow();
    Member reading = new Member(null, "Bivex", Role.PRODUCER, p);
    productions.hold(p.id);
    if (!desk.newest(p.id).id.equals(now.id)) {
      return;
    }
    int settled = desk.again(before, now, read, reading.name());
    if (settled > 0) {
      journal.record(
          reading,
          "found",
          "draft",
          now.id.toString(),
          now.name + ": " + settled + (settled == 1 ? " mark" : " marks") + " told in other words");
    }
  }
}
