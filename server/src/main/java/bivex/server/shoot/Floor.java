package bivex.server.shoot;

import bivex.core.InvalidInput;
import bivex.core.shoot.CameraData;
import bivex.core.shoot.MatchGuard;
import bivex.server.access.Member;
import bivex.server.book.MarkDesk;
import bivex.server.book.ShotBook;
import bivex.server.http.Problems;
import bivex.server.keep.Setup;
import bivex.server.keep.Setups;
import bivex.server.keep.ShootingDays;
import bivex.server.keep.Shot;
import bivex.server.keep.TakeCorrections;
import bivex.server.keep.TakeEntries;
import bivex.server.keep.TakeStills;
import bivex.server.live.Journal;
import bivex.server.shot.OwnDesk;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.NoSuchElementException;
import java.util.Objects;
import java.util.UUID;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.dao.OptimisticLockingFailureException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * The floor: setups, the slate, the logs, the match guard, and what devices wrote while they were
 * off the line.
 */
@Component
public class Floor {
  /** Entries a device may send at once. */
  static final int MOST_ENTRIES = 200;

  /** A clock that is wrong by less is left alone: sending takes time. */
  private static final Duration CLOCKS_AGREE = Duration.ofSeconds(3);

  private final ShootingDays days;

  private final Setups setups;

  private final TakeEntries takes;

  private final TakeStills stills;
  private final TakeCorrections corrections;

  private final FloorLog log;

  private final FloorSheets sheets;

  private final ShotBook book;
  private final MarkDesk marks;
  private final OwnDesk own;

  private final Journal journal;

  private final TransactionTemplate transaction;

  private final Clock clock;

  Floor(
      ShootingDays days,
      Setups setups,
      TakeEntries takes,
      TakeStills stills,
      TakeCorrections corrections,
      FloorLog log,
      FloorSheets sheets,
      ShotBook book,
      MarkDesk marks,
      OwnDesk own,
      Journal journal,
      PlatformTransactionManager transactions,
      Clock clock) {
    this.clock = clock;
    this.marks = marks;
    this.own = own;
    this.days = days;
    this.setups = setups;
    this.takes = takes;
    this.stills = stills;
    this.corrections = corrections;
    this.log = log;
    this.sheets = sheets;
    this.book = book;
    this.journal = journal;
    this.transaction = new TransactionTemplate(transactions);
  }

  /**
   * @param struck whether the set is struck now
   * @param waivers what is let go with it; needed for all it still owes
   */
  public record SetupChange(
      UUID day, Integer number, String name, boolean struck, List<FloorLog.NewWaiver> waivers) {
    public SetupChange(UUID day, Integer number, String name, boolean struck) {
      this(day, number, name, struck, null);
    }
  }

  public record NewSlate(UUID shot, String plate, CameraData camera) {}

  /**
   * One thing a device wrote; just one of the parts is there.
   *
   * @param id made on the device; the part's own id is not needed
   * @param take of a call or a correction
   * @param setup of a touch, a note, a strike or a shot
   * @param shot of an item
   * @param made a shot that nobody foresaw
   * @param item a thing that a shot owes
   */
  public record NewEntry(
      UUID id,
      UUID take,
      UUID setup,
      FloorLog.NewTake logged,
      FloorLog.NewCall call,
      FloorLog.NewCorrection correction,
      FloorLog.NewTouch touch,
      FloorLog.NewSetupNote note,
      List<FloorLog.NewWaiver> strike,
      UUID shot,
      UnforeseenShot made,
      OwnDesk.NewItem item) {}

  /** A shot that nobody foresaw, made in a setup. */
  public record UnforeseenShot(String title) {}

  /**
   * @param device what the device calls itself
   * @param sentAt what its clock says now
   */
  public record NewEntries(String device, Instant sentAt, List<NewEntry> entries) {}

  /** What became of an entry. */
  public enum Became {
    /** On record. */
    KEPT,
    /** On record, but not as it was written; the words say how. */
    KEPT_OTHERWISE,
    /** Not on record; the words say what must be mended. */
    REFUSED
  }

  /**
   * @param field that is at fault; empty when none is
   */
  public record EntryResult(UUID id, Became became, String words, String field) {}

  /**
   * @param clockAheadSeconds how far the device's clock is ahead of the server's; 0 when they agree
   */
  public record EntriesResult(List<EntryResult> results, long clockAheadSeconds) {}

  @Transactional
  public FloorSheets.SetupView addSetup(Member me, SetupChange in) {
    Setup s = new Setup();
    s.id = UUID.randomUUID();
    s.productionId = me.productionId();
    s.number =
        in.number() != null
            ? in.number()
            : setups.findByProductionIdOrderByNumber(me.productionId()).stream()
                    .mapToInt(x -> x.number)
                    .max()
                    .orElse(0)
                + 1;
    return keep(me, s, in, "added");
  }

  @Transactional
  public FloorSheets.SetupView changeSetup(UUID setup, Member me, String ifMatch, SetupChange in) {
    Setup s = log.setup(me, setup);
    Problems.mustBeCurrent(ifMatch, s.version, FloorSheets.view(s, List.of()), in);
    if (in.number() != null) {
      s.number = in.number();
    }
    return keep(me, s, in, in.struck() && s.struckAt == null ? "struck" : "changed");
  }

  private FloorSheets.SetupView keep(Member me, Setup s, SetupChange in, String action) {
    InvalidInput.within("number", s.number, 1L, 9999L);
    if (in.day() == null) {
      throw new InvalidInput("day", "must be one of the shooting days");
    }
    s.dayId =
        days.findByIdAndProductionId(in.day(), me.productionId())
            .orElseThrow(() -> new InvalidInput("day", "is not a day of this production"))
            .id;
    s.name = InvalidInput.title("name", in.name());
    if (!in.struck()) {
      s.struckAt = null;
    } else if (s.struckAt == null) {
      log.strike(me, s, in.waivers());
    }
    setups.saveAndFlush(s);
    journal.record(
        me, action, "setup", s.id.toString(), "setup " + s.number, Journal.Touches.setup(s.id));
    return FloorSheets.view(s, List.of());
  }

  /** Everything the floor needs in one setup. */
  @Transactional(readOnly = true)
  public FloorSheets.SetupSheet sheet(UUID setup, Member me, int page) {
    Setup s = log.setup(me, setup);
    List<UUID> ofDay = setups.findByDayIdOrderByNumber(s.dayId).stream().map(x -> x.id).toList();
    return sheets.of(me, days.findById(s.dayId).orElseThrow(), List.of(s), ofDay, page).get(0);
  }

  /** Says what the slate has against its set before it is logged. */
  @Transactional(readOnly = true)
  public List<MatchGuard.Finding> slate(UUID setup, Member me, NewSlate in) {
    if (in.shot() == null) {
      throw new InvalidInput("shot", "must be given");
    }
    return book.slate(
        me.production(),
        in.shot(),
        log.setup(me, setup).id,
        InvalidInput.text("plate", in.plate()),
        in.camera() == null ? CameraData.notRead() : in.camera());
  }

  /** Logs a take. Sending the same id again changes nothing and answers with the take. */
  @Transactional
  public FloorSheets.TakeView log(Member me, FloorLog.NewTake in) {
    log.take(me, in, FloorLog.From.DESK);
    return logged(me, in.id());
  }

  /** Picks a take, or says it is no good or a false start; the last word counts. */
  @Transactional
  public FloorSheets.TakeView call(UUID take, Member me, FloorLog.NewCall in) {
    log.call(me, take, in, FloorLog.From.DESK);
    return logged(me, take);
  }

  /** Sets a logged take right; what it was is kept. */
  @Transactional
  public FloorSheets.TakeView correct(UUID take, Member me, FloorLog.NewCorrection in) {
    log.correct(me, take, in, FloorLog.From.DESK);
    return logged(me, take);
  }

  /** Logs that the camera was touched; every later take of the set is in doubt. */
  @Transactional
  public FloorSheets.TouchView touch(UUID setup, Member me, FloorLog.NewTouch in) {
    return FloorSheets.view(log.touch(me, setup, in, FloorLog.From.DESK));
  }

  /** A word about the light, or a sound check that was made. */
  @Transactional
  public FloorSheets.SetupNoteView note(UUID setup, Member me, FloorLog.NewSetupNote in) {
    return FloorSheets.view(log.note(me, setup, in, FloorLog.From.DESK));
  }

  /**
   * Takes in what a device wrote, in the order it wrote it. Each entry stands for itself: one that
   * is refused keeps none of the others back. An entry that comes again is answered as kept and
   * changes nothing. Times are set right by the difference of the clocks.
   */
  public EntriesResult entries(Member me, NewEntries in) {
    if (in.entries() == null || in.entries().size() > MOST_ENTRIES) {
      throw new InvalidInput("entries", "must be at most " + MOST_ENTRIES);
    }
    Duration ahead =
        in.sentAt() == null ? Duration.ZERO : Duration.between(clock.instant(), in.sentAt());
    FloorLog.From from =
        new FloorLog.From(
            InvalidInput.title("device", in.device()),
            ahead.abs().compareTo(CLOCKS_AGREE) < 0 ? Duration.ZERO : ahead);
    List<EntryResult> results;
    try {
      // Mostly all are good, and one commit is quicker than a hundred.
      results =
          transaction.execute(
              s -> in.entries().stream().map(e -> good(e, written(me, e, from))).toList());
    } catch (RuntimeException x) {
      results = in.entries().stream().map(e -> enter(me, e, from)).toList();
    }
    return new EntriesResult(results, from.ahead().toSeconds());
  }

  private static EntryResult good(NewEntry e, String otherwise) {
    return new EntryResult(
        e.id(), otherwise.isEmpty() ? Became.KEPT : Became.KEPT_OTHERWISE, otherwise, "");
  }

  private EntryResult enter(Member me, NewEntry e, FloorLog.From from) {
    try {
      String otherwise;
      try {
        otherwise = transaction.execute(s -> written(me, e, from));
      } catch (DataIntegrityViolationException | OptimisticLockingFailureException x) {
        // Two sendings of one entry may cross; the second look finds what the first wrote.
        otherwise = transaction.execute(s -> written(me, e, from));
      }
      return good(e, otherwise);
    } catch (InvalidInput x) {
      return new EntryResult(e.id(), Became.REFUSED, x.getMessage(), x.field());
    } catch (NoSuchElementException x) {
      return new EntryResult(
          e.id(),
          Became.REFUSED,
          x.getMessage() == null ? "What it belongs to is not in this production." : x.getMessage(),
          "");
    } catch (DataIntegrityViolationException x) {
      return new EntryResult(
          e.id(), Became.REFUSED, "It clashes with something already there.", "");
    }
  }

  private String written(Member me, NewEntry e, FloorLog.From from) {
    if (e.id() == null) {
      throw new InvalidInput("id", "must be made by the device");
    }
    if (e.logged() != null) {
      FloorLog.NewTake t = e.logged();
      return log.take(
          me,
          new FloorLog.NewTake(
              e.id(),
              t.shot(),
              t.setup(),
              t.plate(),
              t.number(),
              t.slate(),
              t.roll(),
              t.tcIn(),
              t.tcOut(),
              t.camera(),
              t.notRead(),
              t.parts(),
              t.overruled(),
              t.note(),
              t.madeAt()),
          from);
    }
    if (e.call() != null) {
      log.call(
          me,
          Objects.requireNonNullElseGet(e.take(), UUID::randomUUID),
          new FloorLog.NewCall(e.id(), e.call().call(), e.call().reason()),
          from);
      return "";
    }
    if (e.correction() != null) {
      FloorLog.NewCorrection c = e.correction();
      return log.correct(
          me,
          Objects.requireNonNullElseGet(e.take(), UUID::randomUUID),
          new FloorLog.NewCorrection(
              e.id(),
              c.shot(),
              c.plate(),
              c.roll(),
              c.tcIn(),
              c.tcOut(),
              c.camera(),
              c.notRead(),
              c.parts(),
              c.overruled(),
              c.note(),
              c.reason()),
          from);
    }
    if (e.touch() != null) {
      log.touch(
          me,
          e.setup(),
          new FloorLog.NewTouch(e.id(), e.touch().kind(), e.touch().note(), e.touch().madeAt()),
          from);
      return "";
    }
    if (e.note() != null) {
      log.note(
          me,
          e.setup(),
          new FloorLog.NewSetupNote(
              e.id(),
              e.note().kind(),
              e.note().item(),
              e.note().words(),
              e.note().ev(),
              e.note().kelvin(),
              e.note().madeAt()),
          from);
      return "";
    }
    if (e.strike() != null) {
      Setup s = log.setup(me, e.setup());
      if (s.struckAt == null) {
        log.strike(me, s, e.strike());
        setups.saveAndFlush(s);
        journal.record(
            me,
            "struck",
            "setup",
            s.id.toString(),
            "setup " + s.number,
            Journal.Touches.setup(s.id));
      }
      return "";
    }
    if (e.made() != null) {
      Setup s = log.setup(me, e.setup());
      Shot made = marks.unforeseen(me, e.id(), s.id, e.made().title());
      journal.record(
          me, "made", "shot", made.id.toString(), made.code, Journal.Touches.shot(made.id));
      return "";
    }
    if (e.item() != null) {
      own.make(Objects.requireNonNullElseGet(e.shot(), UUID::randomUUID), me, e.item());
      return "";
    }
    throw new InvalidInput(
        "entry",
        "is empty: a take, a call, a correction, a touch, a note, a strike, a shot or an item is"
            + " wanted");
  }

  private FloorSheets.TakeView logged(Member me, UUID id) {
    TakeEntries.Called c = takes.one(me.productionId(), id).orElseThrow();
    return FloorSheets.view(
        c,
        List.of(book.one(me.production(), c.take().shotId)),
        stills.findByTakeIdInOrderByAddedAt(List.of(id)),
        corrections.findByTakeIdOrderBySaidAt(id));
  }
}
