package bivex.server.review;

import bivex.core.InvalidInput;
import bivex.core.review.ClientWord;
import bivex.core.review.Showing;
import bivex.server.access.Member;
import bivex.server.keep.ClientWordEntry;
import bivex.server.keep.ClientWords;
import bivex.server.keep.Shot;
import bivex.server.keep.ShowingEntries;
import bivex.server.keep.ShowingEntry;
import bivex.server.keep.ShownCopy;
import bivex.server.keep.VersionEntry;
import bivex.server.live.Journal;
import bivex.server.media.StoredFile;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Collection;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;

/** What guests are shown of a shot, and what a client says of it. */
@Component
public class ClientDesk {
  private final ShowingEntries showings;
  private final ClientWords words;
  private final Journal journal;
  private final CopyMaker copies;
  private final ApplicationEventPublisher events;
  private final Clock clock;

  ClientDesk(
      ShowingEntries showings,
      ClientWords words,
      Journal journal,
      CopyMaker copies,
      ApplicationEventPublisher events,
      Clock clock) {
    this.copies = copies;
    this.events = events;
    this.showings = showings;
    this.words = words;
    this.journal = journal;
    this.clock = clock;
  }

  /**
   * @param until last day; null until it is ended
   */
  public record NewShowing(UUID id, Showing.Kind kind, LocalDate until) {}

  /**
   * @param who whose word it is, where the house writes it down; a guest says their own
   */
  public record NewClientWord(UUID id, ClientWord.Kind kind, String words, String who) {}

  /**
   * How a version is shown.
   *
   * @param stands whether it is today
   * @param asks whether a word on it is asked for today
   * @param copy beginning of the hash of what guests are shown; empty while there is none
   * @param waits why there is none; empty where there is, or where it is shown no more
   * @param failed whether none will come by itself
   */
  public record ShownView(
      Showing.Kind kind,
      LocalDate until,
      boolean stands,
      boolean asks,
      String words,
      String copy,
      String waits,
      boolean failed) {}

  /**
   * @param said whose word it is and what it says
   */
  public record ClientWordView(ClientWord.Kind kind, int version, String said, Instant at) {}

  LocalDate today() {
    return LocalDate.now(clock);
  }

  /** How each version was shown last; those that never were are not in it. */
  Map<UUID, Showing> shown(Collection<VersionEntry> versions) {
    Map<UUID, Showing> out = new HashMap<>();
    showings
        .findByVersionIdInOrderBySaidAt(versions.stream().map(v -> v.id).toList())
        .forEach(e -> out.put(e.versionId, e.showing()));
    return out;
  }

  ShownView view(UUID version, Showing s, ShownCopy c) {
    if (s == null) {
      return null;
    }
    boolean stands = s.stands(today());
    return new ShownView(
        s.kind(),
        s.until(),
        stands,
        s.asks(today()),
        s.words(today()),
        c == null || c.hash == null ? "" : c.hash.substring(0, 12),
        stands ? copies.waits(version, c) : "",
        c != null && c.hash == null);
  }

  /** What a guest gets for the file of a version. */
  StoredFile file(VersionEntry v) {
    ShownCopy c = copies.of(List.of(v), shown(List.of(v))).guests().get(v.id);
    if (c == null || c.hash == null) {
      throw new InvalidInput("version", "cannot be seen yet: " + copies.waits(v.id, c));
    }
    return new StoredFile(c.hash, c.type);
  }

  /** What was said of these versions, the last first; a guest hears what they said themselves. */
  List<ClientWordEntry> words(Member me, Collection<VersionEntry> versions) {
    List<ClientWordEntry> out =
        words.findByVersionIdInOrderBySaidAt(versions.stream().map(v -> v.id).toList()).stream()
            .filter(w -> !me.guest() || w.told.isEmpty() && w.isOf(me.personId(), me.name(), w.who))
            .collect(Collectors.toList());
    Collections.reverse(out);
    return out;
  }

  static ClientWordView view(ClientWordEntry w, int version) {
    return new ClientWordView(w.kind, version, w.word(version).said(), w.saidAt);
  }

  /** Shows a version to the guests of its shot, or no more. */
  void show(Member me, Shot s, VersionEntry v, NewShowing in) {
    UUID id = in.id() == null ? UUID.randomUUID() : in.id();
    if (showings.existsById(id)) {
      return;
    }
    Showing to = Showing.of(in.kind(), in.until(), today(), clock.instant());
    Showing now = shown(List.of(v)).get(v.id);
    if (to.kind() == Showing.Kind.ENDED && (now == null || !now.stands(today()))) {
      throw new InvalidInput("kind", "it is not shown");
    }
    ShowingEntry e = new ShowingEntry();
    e.id = id;
    e.versionId = v.id;
    e.kind = to.kind();
    e.until = to.until();
    e.saidBy = me.name();
    e.saidAt = to.at();
    showings.saveAndFlush(e);
    events.publishEvent(new CopyMaker.Wanted(v.id, true));
    journal.record(
        me,
        to.kind() == Showing.Kind.ENDED ? "ended showing guests" : "showed guests",
        "shot",
        s.id.toString(),
        s.code
            + " version "
            + v.number
            + (to.kind() == Showing.Kind.ENDED ? "" : ", " + to.words(today())),
        Journal.Touches.shot(s.id));
  }

  /** A client's word on a version. */
  void say(Member me, Shot s, VersionEntry v, NewClientWord in) {
    UUID id = in.id() == null ? UUID.randomUUID() : in.id();
    if (words.existsById(id)) {
      return;
    }
    ClientWord w =
        ClientWord.of(
            in.kind(),
            v.number,
            shown(List.of(v)).get(v.id),
            today(),
            in.words(),
            in.who(),
            me.name(),
            me.role(),
            clock.instant());
    ClientWordEntry e = new ClientWordEntry();
    e.id = id;
    e.versionId = v.id;
    e.kind = w.kind();
    e.words = w.words();
    e.who = w.who();
    e.told = w.told();
    e.saidAt = w.at();
    words.saveAndFlush(e);
    journal.record(
        me,
        "said for the client of",
        "shot",
        s.id.toString(),
        s.code + " version " + v.number + ": " + w.said(),
        Journal.Touches.shot(s.id));
  }
}
