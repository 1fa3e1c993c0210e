package bivex.server.takeback;

import bivex.core.InvalidInput;
import bivex.core.crew.Role;
import bivex.server.access.Member;
import bivex.server.http.Problems;
import bivex.server.keep.Added;
import bivex.server.keep.Invitation;
import bivex.server.keep.Invitations;
import bivex.server.keep.PackageEntries;
import bivex.server.keep.PackageEntry;
import bivex.server.keep.PackageItem;
import bivex.server.keep.PackageItems;
import bivex.server.keep.Production;
import bivex.server.keep.Productions;
import bivex.server.keep.ReviewNote;
import bivex.server.keep.ReviewNotes;
import bivex.server.keep.Setup;
import bivex.server.keep.Setups;
import bivex.server.keep.ShootingDay;
import bivex.server.keep.ShootingDays;
import bivex.server.keep.Shot;
import bivex.server.keep.Shots;
import bivex.server.keep.SpecEntries;
import bivex.server.keep.SpecEntry;
import bivex.server.keep.VersionEntries;
import bivex.server.keep.VersionEntry;
import bivex.server.live.Journal;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.NoSuchElementException;
import java.util.Objects;
import java.util.UUID;
import org.hibernate.exception.ConstraintViolationException;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Takes back what was made by mistake. The database itself says whether something rests on it: what
 * others have said or made is never taken with it. The journal keeps that it was.
 */
@Component
public class Takebacks {
  /** What can rest on a thing, by the table it is kept in. */
  private static final Map<String, String> RESTING =
      Map.ofEntries(
          Map.entry("note_word", "what was said of it"),
          Map.entry("review_note", "a note"),
          Map.entry("verdict", "a verdict"),
          Map.entry("package_item", "a package"),
          Map.entry("package", "a package"),
          Map.entry("receipt", "the answer of who received it"),
          Map.entry("setup", "a setup"),
          Map.entry("shot", "a shot that is planned there"),
          Map.entry("take", "a take"),
          Map.entry("touch_event", "a note of something that was touched"),
          Map.entry("showing", "that it was shown to guests"),
          Map.entry("viewing_item", "a viewing"),
          Map.entry("client_word", "a word of the client"),
          Map.entry("setup_note", "a note of the floor"),
          Map.entry("plate_measure", "a measurement"),
          Map.entry("set_limits", "limits that were set"));

  private final ReviewNotes notes;
  private final VersionEntries versions;
  private final ShootingDays days;
  private final Setups setups;
  private final SpecEntries specs;
  private final PackageEntries packages;
  private final PackageItems items;
  private final Invitations invitations;
  private final Shots shots;
  private final Productions productions;
  private final Journal journal;

  Takebacks(
      ReviewNotes notes,
      VersionEntries versions,
      ShootingDays days,
      Setups setups,
      SpecEntries specs,
      PackageEntries packages,
      PackageItems items,
      Invitations invitations,
      Shots shots,
      Productions productions,
      Journal journal) {
    this.notes = notes;
    this.versions = versions;
    this.days = days;
    this.setups = setups;
    this.specs = specs;
    this.packages = packages;
    this.items = items;
    this.invitations = invitations;
    this.shots = shots;
    this.productions = productions;
    this.journal = journal;
  }

  /** A note of one's own that nobody has answered. */
  @Transactional
  public void note(Member me, UUID id) {
    ReviewNote n =
        notes.findById(id).orElseThrow(() -> new NoSuchElementException("There is no such note."));
    Shot s = shots.require(n.shotId, me.productionId());
    if (me.guest() && !n.isOf(me.personId(), me.name(), n.saidBy)) {
      throw new NoSuchElementException("There is no such note.");
    }
    mustBeMine(me, n, n.saidBy);
    gone(notes, n, "note");
    journal.record(
        me,
        "took back a note on",
        "shot",
        s.id.toString(),
        s.code + " frame " + n.frame,
        Journal.Touches.shot(s.id));
  }

  /** A version that nobody has looked at: its number is not given again. */
  @Transactional
  public void version(Member me, UUID id) {
    VersionEntry v = versions.require(id, me.productionId());
    mustBeMine(me, v, v.uploadedBy);
    shots.hold(v.shotId);
    Shot s = shots.require(v.shotId, me.productionId());
    s.numbersUsed = Math.max(s.numbersUsed, v.number);
    gone(versions, v, "version");
    journal.record(
        me,
        "took back",
        "version",
        v.id.toString(),
        s.code + " version " + v.number,
        Journal.Touches.shot(s.id));
  }

  /** A shooting day without setups. */
  @Transactional
  public void day(Member me, UUID id) {
    ShootingDay d = days.require(id, me.productionId());
    gone(days, d, "day");
    journal.record(me, "took back", "day", d.id.toString(), "day " + d.number);
  }

  /** A setup that nothing is planned, shot or noted for. */
  @Transactional
  public void setup(Member me, UUID id) {
    Setup s = setups.require(id, me.productionId());
    gone(setups, s, "setup");
    journal.record(me, "took back", "setup", s.id.toString(), s.tape() + " " + s.name);
  }

  /** A specification that nothing was packed for. */
  @Transactional
  public void spec(Member me, UUID id) {
    SpecEntry s = specs.require(id, me.productionId());
    gone(specs, s, "spec");
    journal.record(me, "took back", "specification", s.id.toString(), s.name);
  }

  /**
   * A package that was not handed over; its number is not given again.
   *
   * @return its id, whose folder is nobody's now
   */
  @Transactional
  public UUID pack(Member me, UUID id) {
    PackageEntry p = packages.require(id, me.productionId());
    mustBeMine(me, p, p.packedBy);
    Production made = productions.findById(me.productionId()).orElseThrow();
    made.packagesUsed = Math.max(made.packagesUsed, p.number);
    // Its rows are the package itself; they rest on nothing and nobody on them.
    for (PackageItem i : items.findByPackageIdInOrderByFileName(List.of(p.id))) {
      items.delete(i);
    }
    gone(packages, p, "package");
    journal.record(me, "took back", "package", p.id.toString(), "package " + p.number);
    return p.id;
  }

  /** A guest's invitation to a shot. What they have said stays. */
  @Transactional
  public void invitation(Member me, UUID shot, UUID person) {
    Shot s = shots.require(shot, me.productionId());
    Invitation i =
        invitations.findByShotId(s.id).stream()
            .filter(x -> x.personId.equals(person))
            .findFirst()
            .orElseThrow(() -> new NoSuchElementException("They are not invited to it."));
    invitations.delete(i);
    journal.record(
        me,
        "withdrew a guest's invitation to",
        "shot",
        s.id.toString(),
        s.code,
        Journal.Touches.NOTHING);
  }

  private static void mustBeMine(Member me, Added row, String by) {
    if (me.role() != Role.PRODUCER && !row.isOf(me.personId(), me.name(), by)) {
      throw new Problems.Forbidden("Only " + by + ", who made it, or a producer can take it back.");
    }
  }

  private static <T> void gone(JpaRepository<T, UUID> rows, T row, String field) {
    try {
      rows.delete(row);
      rows.flush();
    } catch (DataIntegrityViolationException e) {
      String key =
          e.getCause() instanceof ConstraintViolationException c
              ? Objects.requireNonNullElse(c.getConstraintName(), "")
              : "";
      // Named by the database after the table that holds it.
      String what =
          RESTING.keySet().stream()
              .filter(t -> key.startsWith(t + "_"))
              .max(Comparator.comparing(String::length))
              .map(RESTING::get)
              .orElse("something");
      throw new InvalidInput(
          field,
          "cannot be taken back: " + what + " rests on it, and nothing of others is taken with it");
    }
  }
}
