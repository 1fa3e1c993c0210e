package bivex.server.live;

import bivex.server.access.Member;
import bivex.server.keep.JournalEntries;
import bivex.server.keep.JournalEntry;
import bivex.server.keep.Shots;
import bivex.server.keep.Stamps;
import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * Records a change and, once it is committed, tells everybody on the production. All that a
 * transaction records is written as its last act, under the next stamp of the production, so that
 * stamps are counted in the order of commits.
 */
@Component
public class Journal {
  private final JournalEntries entries;
  private final ApplicationEventPublisher events;
  private final EntityManager entities;
  private final Stamps stamps;
  private final Shots shots;
  private final Clock clock;

  Journal(
      JournalEntries entries,
      ApplicationEventPublisher events,
      EntityManager entities,
      Stamps stamps,
      Shots shots,
      Clock clock) {
    this.entries = entries;
    this.events = events;
    this.entities = entities;
    this.stamps = stamps;
    this.shots = shots;
    this.clock = clock;
  }

  /**
   * A change that others should see.
   *
   * @param stamp of the production after it
   * @param shots that are derived otherwise now; null for all
   */
  public record Changed(
      UUID production,
      String subject,
      String id,
      String by,
      String action,
      long stamp,
      List<UUID> shots) {}

  /** What a change makes stand otherwise. */
  public sealed interface Touches {
    /** Any shot may stand otherwise now. */
    Touches ALL = new All();

    /** Nothing that is derived. */
    Touches NOTHING = new Of(List.of());

    static Touches shot(UUID shot) {
      return new Of(List.of(shot));
    }

    static Touches shots(List<UUID> shots) {
      return new Of(List.copyOf(shots));
    }

    /** Shots planned for a setup, and those that have takes of it. */
    static Touches setup(UUID setup) {
      return new Setup(setup);
    }
  }

  private record All() implements Touches {}

  private record Of(List<UUID> shots) implements Touches {}

  private record Setup(UUID setup) implements Touches {}

  /** Records a change of which it is not known what it touches: everything is derived anew. */
  public void record(Member by, String action, String subject, String id, String detail) {
    record(by, action, subject, id, detail, Touches.ALL);
  }

  /** Must be called inside the transaction that makes the change. */
  public void record(
      Member by, String action, String subject, String id, String detail, Touches touches) {
    JournalEntry e = new JournalEntry();
    e.productionId = by.productionId();
    e.who = by.name();
    e.byPerson = by.personId();
    e.at = clock.instant();
    e.action = action;
    e.subject = subject;
    e.subjectId = id;
    e.detail = detail == null ? "" : detail;
    e.shots =
        touches instanceof Of of
            ? of.shots
            : touches instanceof Setup s ? shots.ofSetup(e.productionId, s.setup) : null;
    pending().entries.add(e);
  }

  private Pending pending() {
    for (TransactionSynchronization s : TransactionSynchronizationManager.getSynchronizations()) {
      if (s instanceof Pending p && p.owner() == this) {
        return p;
      }
    }
    Pending p = new Pending();
    TransactionSynchronizationManager.registerSynchronization(p);
    return p;
  }

  private final class Pending implements TransactionSynchronization {
    private final List<JournalEntry> entries = new ArrayList<>();

    Journal owner() {
      return Journal.this;
    }

    @Override
    public void beforeCommit(boolean readOnly) {
      // What waits to be written is written first: the stamp is held as shortly as can be.
      entities.flush();
      for (UUID production : entries.stream().map(e -> e.productionId).distinct().toList()) {
        long stamp = stamps.raise(production);
        entries.stream()
            .filter(e -> e.productionId.equals(production))
            .forEach(e -> e.stamp = stamp);
      }
      Journal.this.entries.saveAll(entries);
      entries.forEach(
          e ->
              events.publishEvent(
                  new Changed(
                      e.productionId, e.subject, e.subjectId, e.who, e.action, e.stamp, e.shots)));
    }
  }
}
