package bivex.server.shoot;

import bivex.core.InvalidInput;
import bivex.core.ItemKey;
import bivex.core.floor.FloorSetup;
import bivex.core.floor.Strike;
import bivex.core.floor.TakeFix;
import bivex.core.floor.TakeIntake;
import bivex.core.method.Plan;
import bivex.core.shoot.CameraData;
import bivex.core.shoot.PartNote;
import bivex.core.shoot.SoundCheck;
import bivex.core.shoot.Take;
import bivex.core.shoot.Touch;
import bivex.core.shot.Evidence;
import bivex.core.time.TimecodeRange;
import bivex.server.access.Member;
import bivex.server.book.ShotBook;
import bivex.server.keep.EvidenceEntries;
import bivex.server.keep.EvidenceEntry;
import bivex.server.keep.Setup;
import bivex.server.keep.SetupNote;
import bivex.server.keep.SetupNotes;
import bivex.server.keep.Setups;
import bivex.server.keep.Shot;
import bivex.server.keep.Shots;
import bivex.server.keep.TakeCall;
import bivex.server.keep.TakeCalls;
import bivex.server.keep.TakeCorrection;
import bivex.server.keep.TakeCorrections;
import bivex.server.keep.TakeEntries;
import bivex.server.keep.TakeEntry;
import bivex.server.keep.TouchEntries;
import bivex.server.keep.TouchEntry;
import bivex.server.live.Journal;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.Arrays;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.NoSuchElementException;
import java.util.Objects;
import java.util.UUID;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/**
 * Writes what happens on the floor: each entry once, under the id its device made, however often it
 * is sent. What a device wrote while it was off the line is kept even if the plan has moved on
 * meanwhile; what then no longer fits is said.
 */
@Component
public class FloorLog {
  private final Setups setups;
  private final Shots shots;
  private final TakeEntries takes;
  private final TakeCalls calls;
  private final TakeCorrections corrections;
  private final TouchEntries touches;
  private final SetupNotes notes;
  private final EvidenceEntries evidence;
  private final ShotBook book;
  private final Journal journal;

  private final Clock clock;

  FloorLog(
      Setups setups,
      Shots shots,
      TakeEntries takes,
      TakeCalls calls,
      TakeCorrections corrections,
      TouchEntries touches,
      SetupNotes notes,
      EvidenceEntries evidence,
      ShotBook book,
      Journal journal,
      Clock clock) {
    this.clock = clock;
    this.setups = setups;
    this.shots = shots;
    this.takes = takes;
    this.calls = calls;
    this.corrections = corrections;
    this.touches = touches;
    this.notes = notes;
    this.evidence = evidence;
    this.book = book;
    this.journal = journal;
  }

  /**
   * A take.
   *
   * @param id made on the device
   * @param number null for the next one
   * @param notRead camera fields that were not read; every other must have a value
   * @param overruled why an automatic mode is let through; empty when none is
   * @param madeAt null for now
   */
  public record NewTake(
      UUID id,
      UUID shot,
      UUID setup,
      String plate,
      Integer number,
      String slate,
      String roll,
      String tcIn,
      String tcOut,
      CameraData camera,
      List<String> notRead,
      List<PartNote> parts,
      String overruled,
      String note,
      Instant madeAt) {}

  /**
   * What is set right of a take that was logged; null leaves a thing as it is, so that two who
   * correct different things of one take both count.
   *
   * @param shot one of the same setup's
   * @param camera fields that are set right; those without a value stay
   * @param notRead camera fields that were not read after all
   * @param reason why
   */
  public record NewCorrection(
      UUID id,
      UUID shot,
      String plate,
      String roll,
      String tcIn,
      String tcOut,
      CameraData camera,
      List<String> notRead,
      List<PartNote> parts,
      String overruled,
      String note,
      String reason) {}

  public record NewCall(UUID id, Take.Call call, String reason) {}

  public record NewTouch(UUID id, Touch kind, String note, Instant madeAt) {}

  /**
   * @param item of a sound check: what was listened for; else empty
   * @param ev light reading, EV at ISO 100; null when none was taken
   * @param kelvin colour of the light
   */
  public record NewSetupNote(
      UUID id,
      SetupNote.Kind kind,
      String item,
      String words,
      Double ev,
      Double kelvin,
      Instant madeAt) {}

  /** Something that is let go when the set is struck. */
  public record NewWaiver(UUID shot, String item, String reason) {}

  /**
   * Where an entry comes from.
   *
   * @param device empty when it is the desk itself, on the line
   * @param ahead how far the device's clock is ahead of the server's
   */
  public record From(String device, Duration ahead) {
    public static final From DESK = new From("", Duration.ZERO);

    boolean queued() {
      return !device.isEmpty();
    }

    /** What the device's clock said, put right; {@code now} when it said nothing. */
    Instant right(Instant at, Instant now) {
      return (at == null ? now : at.minus(ahead)).truncatedTo(ChronoUnit.MICROS);
    }
  }

  /**
   * @return what no longer fitted and how it was kept; empty when all did
   */
  public String take(Member me, NewTake in, From from) {
    if (in.id() == null) {
      throw new InvalidInput("id", "must be made by the device that logs the take");
    }
    var before = takes.findById(in.id());
    if (before.isPresent()) {
      if (!before.get().productionId.equals(me.productionId())) {
        throw new NoSuchElementException();
      }
      return "";
    }
    Setup setup = setup(me, in.setup());
    Shot shot =
        shots.require(
            Objects.requireNonNullElseGet(in.shot(), UUID::randomUUID), me.productionId());
    Plan plan = ShotBook.sound(me.production(), shot);
    TimecodeRange range = TimecodeRange.parse(in.tcIn(), in.tcOut(), me.production().frameRate());
    CameraData camera = in.camera() == null ? CameraData.notRead() : in.camera();
    List<String> notRead = in.notRead() == null ? List.of() : in.notRead();
    TakeIntake intake =
        TakeIntake.of(plan, shot.code, in.plate(), camera, notRead, in.overruled(), from.queued());
    if (setup.struckAt != null && from.queued()) {
      intake = intake.afterStrike();
    }
    setups.hold(setup.id);
    int next =
        FloorSetup.next(
            Objects.requireNonNullElse(takes.lastNumber(setup.id, shot.id, in.plate()), 0));
    int number = TakeIntake.number(in.number(), next);
    if (in.number() != null
        && takes.existsBySetupIdAndShotIdAndPlateAndNumber(setup.id, shot.id, in.plate(), number)) {
      intake = intake.renumbered(number, next);
      number = next;
    }
    TakeEntry t = new TakeEntry();
    t.id = in.id();
    t.productionId = me.productionId();
    t.shotId = shot.id;
    t.setupId = setup.id;
    t.plate = in.plate();
    t.number = number;
    t.slate = in.slate() == null || in.slate().isBlank() ? shot.code : in.slate().strip();
    t.roll = InvalidInput.text("roll", in.roll());
    t.tcIn = range.in().label();
    t.tcOut = range.out().label();
    t.frames = range.frames();
    t.camera = camera;
    t.notRead = List.copyOf(notRead);
    t.parts = in.parts() == null ? List.of() : List.copyOf(in.parts());
    t.overruled = intake.overruled();
    t.note = InvalidInput.words("note", in.note());
    t.madeAt = from.right(in.madeAt(), clock.instant());
    t.device = from.device();
    t.deviceAt = from.ahead().isZero() ? null : in.madeAt();
    t.loggedBy = me.name();
    t.loggedAt = clock.instant();
    takes.saveAndFlush(t);
    journal.record(
        me,
        "logged",
        "take",
        t.id.toString(),
        shot.code + " " + ItemKey.of(t.plate).name() + " take " + t.number,
        Journal.Touches.shot(t.shotId));
    return intake.remark();
  }

  /**
   * Sets a logged take right by a later entry; what it was is kept.
   *
   * @return what no longer fitted and how it was kept; empty when all did
   */
  public String correct(Member me, UUID take, NewCorrection in, From from) {
    // Held before it is read: what somebody else sets right meanwhile is built upon.
    setups.hold(
        takes
            .setupOf(take, me.productionId())
            .orElseThrow(() -> new NoSuchElementException("There is no such take.")));
    TakeEntry was = takes.findById(take).orElseThrow();
    UUID id = Objects.requireNonNullElseGet(in.id(), UUID::randomUUID);
    if (corrections.existsById(id)) {
      return "";
    }
    String reason = InvalidInput.text("reason", in.reason());
    Shot before = shots.require(was.shotId, me.productionId());
    Shot shot = in.shot() == null ? before : shots.require(in.shot(), me.productionId());
    TakeEntry is = new TakeEntry();
    is.id = was.id;
    is.shotId = shot.id;
    is.plate = Objects.requireNonNullElse(in.plate(), was.plate);
    is.slate = was.slate.equals(before.code) ? shot.code : was.slate;
    is.roll = in.roll() == null ? was.roll : InvalidInput.text("roll", in.roll());
    TimecodeRange range =
        TimecodeRange.parse(
            Objects.requireNonNullElse(in.tcIn(), was.tcIn),
            Objects.requireNonNullElse(in.tcOut(), was.tcOut),
            me.production().frameRate());
    is.tcIn = range.in().label();
    is.tcOut = range.out().label();
    is.frames = range.frames();
    List<String> notRead = in.notRead() == null ? List.of() : in.notRead();
    is.camera =
        was.camera.corrected(
            Objects.requireNonNullElse(in.camera(), CameraData.notRead()), notRead);
    is.notRead =
        Stream.concat(was.notRead.stream(), notRead.stream())
            .distinct()
            .filter(f -> !CameraData.FIELDS.contains(f) || is.camera.get(f) == null)
            .toList();
    is.parts = in.parts() == null ? was.parts : List.copyOf(in.parts());
    is.note = in.note() == null ? was.note : in.note().strip();
    Plan plan = ShotBook.sound(me.production(), shot);
    TakeIntake intake =
        TakeIntake.of(
            plan,
            shot.code,
            is.plate,
            is.camera,
            is.notRead,
            in.overruled() == null ? was.overruled : in.overruled(),
            from.queued());
    is.overruled = intake.overruled();
    boolean moved = !is.plate.equals(was.plate) || !is.shotId.equals(was.shotId);
    is.number =
        moved
            ? FloorSetup.next(
                Objects.requireNonNullElse(takes.lastNumber(was.setupId, is.shotId, is.plate), 0))
            : was.number;
    TakeCorrection c = new TakeCorrection();
    c.id = id;
    c.takeId = was.id;
    c.productionId = me.productionId();
    c.was = fix(was, before.code, ShotBook.sound(me.production(), before));
    c.changed = fix(is, shot.code, plan).differs(c.was);
    c.reason = reason;
    c.saidBy = me.name();
    c.saidAt = clock.instant();
    corrections.saveAndFlush(c);
    takes.correct(is);
    for (UUID touched : new LinkedHashSet<>(List.of(is.shotId, was.shotId))) {
      journal.record(
          me,
          "set right",
          "take",
          is.id.toString(),
          is.slate + " take " + is.number + ": " + String.join("; ", c.changed),
          Journal.Touches.shot(touched));
    }
    return intake.remark();
  }

  private static TakeFix fix(TakeEntry t, String code, Plan plan) {
    return new TakeFix(
        code,
        plan.plate(t.plate).map(Plan.Plate::label).orElse(t.plate),
        t.number,
        t.roll,
        t.tcIn,
        t.tcOut,
        t.camera,
        t.notRead,
        t.parts,
        t.overruled,
        t.note);
  }

  public void call(Member me, UUID take, NewCall in, From from) {
    TakeEntry t =
        takes
            .findById(take)
            .filter(x -> x.productionId.equals(me.productionId()))
            .orElseThrow(() -> new NoSuchElementException("There is no such take."));
    if (in.call() == null) {
      throw new InvalidInput("call", "must be one of " + Arrays.toString(Take.Call.values()));
    }
    UUID id = Objects.requireNonNullElseGet(in.id(), UUID::randomUUID);
    if (calls.existsById(id)) {
      return;
    }
    TakeCall c = new TakeCall();
    c.id = id;
    c.takeId = t.id;
    c.call = in.call();
    c.reason = in.call().reason(in.reason());
    c.saidBy = me.name();
    c.saidAt = clock.instant();
    calls.saveAndFlush(c);
    journal.record(
        me,
        c.call.done(),
        "take",
        t.id.toString(),
        t.slate + " take " + t.number,
        Journal.Touches.shot(t.shotId));
  }

  TouchEntry touch(Member me, UUID setup, NewTouch in, From from) {
    Setup s = setup(me, setup);
    if (in.kind() == null) {
      throw new InvalidInput("kind", "must be one of " + Arrays.toString(Touch.values()));
    }
    TouchEntry t = new TouchEntry();
    t.id = Objects.requireNonNullElseGet(in.id(), UUID::randomUUID);
    t.productionId = me.productionId();
    t.setupId = s.id;
    t.kind = in.kind();
    t.note = InvalidInput.words("note", in.note());
    t.madeAt = from.right(in.madeAt(), clock.instant());
    t.loggedBy = me.name();
    if (!touches.existsById(t.id)) {
      touches.saveAndFlush(t);
      journal.record(
          me,
          "logged a touch of the " + t.kind.words(),
          "setup",
          s.id.toString(),
          "setup " + s.number,
          Journal.Touches.setup(s.id));
    }
    return t;
  }

  SetupNote note(Member me, UUID setup, NewSetupNote in, From from) {
    Setup s = setup(me, setup);
    if (in.kind() == null) {
      throw new InvalidInput("kind", "must be one of " + Arrays.toString(SetupNote.Kind.values()));
    }
    SetupNote n = new SetupNote();
    n.id = Objects.requireNonNullElseGet(in.id(), UUID::randomUUID);
    n.productionId = me.productionId();
    n.setupId = s.id;
    n.kind = in.kind();
    n.item = InvalidInput.words("item", in.item());
    if (n.kind == SetupNote.Kind.SOUND
        && Arrays.stream(SoundCheck.values()).noneMatch(c -> c.name().equals(n.item))) {
      throw new InvalidInput("item", "must be one of " + Arrays.toString(SoundCheck.values()));
    }
    n.words =
        n.kind == SetupNote.Kind.LIGHT && in.ev() == null && in.kelvin() == null
            ? InvalidInput.text("words", in.words())
            : InvalidInput.words("words", in.words());
    n.ev = in.ev() == null ? null : InvalidInput.within("ev", in.ev(), -10, 30);
    n.kelvin =
        in.kelvin() == null ? null : InvalidInput.within("kelvin", in.kelvin(), 1000, 20_000);
    n.madeAt = from.right(in.madeAt(), clock.instant());
    n.loggedBy = me.name();
    if (!notes.existsById(n.id)) {
      notes.saveAndFlush(n);
      journal.record(
          me,
          n.kind == SetupNote.Kind.LIGHT ? "noted the light" : "checked the sound",
          "setup",
          s.id.toString(),
          "setup " + s.number,
          Journal.Touches.NOTHING);
    }
    return n;
  }

  /**
   * Strikes a set. All it still owes must be let go with a reason; what is let go stays owed and
   * must be rescued.
   *
   * @throws InvalidInput naming what is still owed
   */
  void strike(Member me, Setup s, List<NewWaiver> waivers) {
    List<NewWaiver> let = waivers == null ? List.of() : waivers;
    List<ShotBook.Page> here =
        book.all(me.production()).stream().filter(p -> s.id.equals(p.shot().setupId)).toList();
    List<FloorSheets.StrikeItem> open =
        here.stream()
            .flatMap(p -> FloorSheets.open(p).stream())
            .filter(i -> i.waived().isEmpty())
            .toList();
    List<Strike.Waiver> letGo =
        Strike.of(
            open.stream()
                .map(i -> new Strike.Open(i.shot().toString(), i.code(), i.key(), i.label()))
                .toList(),
            let.stream()
                .map(w -> new Strike.Waiver(String.valueOf(w.shot()), w.item(), w.reason()))
                .toList());
    for (int n = 0; n < open.size(); n++) {
      FloorSheets.StrikeItem i = open.get(n);
      EvidenceEntry e = new EvidenceEntry();
      e.id = UUID.randomUUID();
      e.productionId = me.productionId();
      e.shotId = i.shot();
      e.item = i.key();
      e.kind = Evidence.Kind.WAIVED;
      e.words = letGo.get(n).reason();
      e.saidBy = me.name();
      e.saidAt = clock.instant();
      evidence.save(e);
      journal.record(
          me,
          "let go",
          "shot",
          i.shot().toString(),
          i.code() + ": " + i.label() + ", " + e.words,
          Journal.Touches.shot(i.shot()));
    }
    s.struckAt = clock.instant();
  }

  Setup setup(Member me, UUID id) {
    if (id == null) {
      throw new InvalidInput("setup", "must be given");
    }
    return setups.require(id, me.productionId());
  }
}
