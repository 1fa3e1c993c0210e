package bivex.server.live;

import bivex.server.access.Member;
import bivex.server.keep.JournalEntries;
import bivex.server.keep.JournalEntry;
import java.time.Instant;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;

/** Records a change and, once it is committed, tells everybody on the production. */
@Component
public class Journal {
  private final JournalEntries entries;
  private final ApplicationEventPublisher events;

  Journal(JournalEntries entries, ApplicationEventPublisher events) {
    this.entries = entries;
    this.events = events;
  }

  /** A change that others should see. */
  public record Changed(
      java.util.UUID production, String subject, String id, String by, String action) {}

  /** Must be called inside the transaction that makes the change. */
  public void record(Member by, String action, String subject, String id, String detail) {
    JournalEntry e = new JournalEntry();
    e.productionId = by.productionId();
    e.who = by.name();
    e.at = Instant.now();
    e.action = action;
    e.subject = subject;
    e.subjectId = id;
    e.detail = detail == null ? "" : detail;
    entries.save(e);
    events.publishEvent(new Changed(by.productionId(), subject, id, by.name(), action));
  }
}
