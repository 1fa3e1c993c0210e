package bivex.server.shoot;

import static bivex.server.keep.Role.ARTIST;
import static bivex.server.keep.Role.COORDINATOR;
import static bivex.server.keep.Role.FLOOR;
import static bivex.server.keep.Role.PRODUCER;

import bivex.core.InvalidInput;
import bivex.core.method.Plan;
import bivex.core.shoot.CameraData;
import bivex.core.shoot.MatchGuard;
import bivex.core.shoot.Take;
import bivex.core.shoot.Touch;
import bivex.core.shot.OwedItem;
import bivex.core.time.FrameRate;
import bivex.core.time.Timecode;
import bivex.core.time.TimecodeRange;
import bivex.server.access.Allowed;
import bivex.server.access.Member;
import bivex.server.book.ShotBook;
import bivex.server.http.Problems;
import bivex.server.keep.Setup;
import bivex.server.keep.Setups;
import bivex.server.keep.ShootingDay;
import bivex.server.keep.ShootingDays;
import bivex.server.keep.Shots;
import bivex.server.keep.TakeCall;
import bivex.server.keep.TakeCalls;
import bivex.server.keep.TakeEntries;
import bivex.server.keep.TakeEntry;
import bivex.server.keep.TouchEntries;
import bivex.server.keep.TouchEntry;
import bivex.server.live.Journal;
import java.time.Instant;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.Arrays;
import java.util.List;
import java.util.NoSuchElementException;
import java.util.Objects;
import java.util.UUID;
import org.springframework.data.domain.PageRequest;
import org.springframework.http.ResponseEntity;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** The shooting days: setups, the slate, the take log, the touch log and the match guard. */
@RestController
@RequestMapping("/api/productions/{production}")
public class FloorResource {
  private static final String FIRST_IN = "01:00:00:00";
  private final ShootingDays days;
  private final Setups setups;
  private final TakeEntries takes;
  private final TakeCalls calls;
  private final TouchEntries touches;
  private final Shots shots;
  private final ShotBook book;
  private final Journal journal;

  FloorResource(ShootingDays days, Setups setups, TakeEntries takes, TakeCalls calls, TouchEntries touches, Shots shots, ShotBook book, Journal journal) {
    this.days = days;
    this.setups = setups;
    this.takes = takes;
    this.calls = calls;
    this.touches = touches;
    this.shots = shots;
    this.book = book;
    this.journal = journal;
  }

  public record DayView(UUID id, int number, LocalDate date, String place, List<SetupView> setups) {}

  public record NewDay(LocalDate date, String place) {}

  /** @param tape letter of its camera tape @param shots codes of the shots made in it */
  public record SetupView(UUID id, UUID day, int number, String tape, String name, Instant struckAt, long version, List<String> shots) {}

  /** @param struck whether the set is struck now */
  public record SetupChange(UUID day, Integer number, String name, boolean struck) {}

  /** @param frames of the timecode range @param reference whether the others are compared with it */
  public record TakeView(UUID id, UUID shot, String code, String plate, String plateLabel, int number, String slate, String roll, String tcIn, String tcOut, long frames, CameraData camera, String note, Instant madeAt, String loggedBy, Take.Call call, String reason, boolean reference, List<MatchGuard.Finding> findings) {}

  /** @param id made on the device @param number null for the next one @param madeAt null for now */
  public record NewTake(UUID id, UUID shot, UUID setup, String plate, Integer number, String slate, String roll, String tcIn, String tcOut, CameraData camera, String note, Instant madeAt) {}

  public record NewSlate(UUID shot, String plate, CameraData camera) {}

  public record NewCall(UUID id, Take.Call call, String reason) {}

  public record NewTouch(UUID id, Touch kind, String note, Instant madeAt) {}

  public record TouchView(UUID id, Touch kind, String words, String remedy, String note, Instant madeAt, String loggedBy) {}

  /** A plate as the floor needs it. @param nextTake number of the next take @param state how the plate stands */
  public record FloorPlate(UUID shot, String code, String title, String key, String label, String wanted, double seconds, boolean inSet, OwedItem.State state, String reason, int nextTake) {}

  /** What must be settled before the set is struck. */
  public record StrikeItem(UUID shot, String code, String key, String label, OwedItem.State state, String action) {}

  /** A caution of one of the setup's shots. @param signed by whom, empty while nobody has */
  public record FloorCaution(UUID shot, String code, String key, String text, String ask, String signed) {}

  /** A setup with everything the floor wants at hand. @param last camera data to carry over @param more whether older takes exist */
  public record SetupSheet(SetupView setup, DayView day, List<FloorPlate> plates, List<StrikeItem> beforeStrike, List<TakeView> takes, boolean more, List<TouchView> touches, CameraData last, String lastRoll, String nextIn, List<Plan.BriefLine> brief, List<FloorCaution> cautions, double minutesRecorded) {}

  @GetMapping("/days")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  @Transactional(readOnly = true)
  public List<DayView> days(@PathVariable UUID production, Member me) {
    List<Setup> all = setups.findByProductionIdOrderByNumber(me.productionId());
    var codes = shots.findByProductionIdOrderByCode(me.productionId());
    return days.findByProductionIdOrderByNumber(me.productionId()).stream().map(d -> day(d, all.stream().filter(s -> s.dayId.equals(d.id)).map(s -> view(s, codes.stream().filter(x -> s.id.equals(x.setupId)).map(x -> x.code).toList())).toList())).toList();
  }

  @PostMapping("/days")
  @Allowed({PRODUCER, COORDINATOR})
  @Transactional
  public DayView addDay(@PathVariable UUID production, Member me, @RequestBody NewDay in) {
    if (in.date() == null) {
      throw new InvalidInput("date", "must be given");
    }
    ShootingDay d = new ShootingDay();
    d.id = UUID.randomUUID();
    d.productionId = me.productionId();
    d.number = days.findByProductionIdOrderByNumber(me.productionId()).size() + 1;
    d.shootOn = in.date();
    d.place = InvalidInput.text("place", in.place());
    days.save(d);
    journal.record(me, "added", "day", d.id.toString(), "day " + d.number);
    return day(d, List.of());
  }

  @PostMapping("/setups")
  @Allowed({PRODUCER, COORDINATOR, FLOOR})
  @Transactional
  public ResponseEntity<SetupView> addSetup(@PathVariable UUID production, Member me, @RequestBody SetupChange in) {
    Setup s = new Setup();
    s.id = UUID.randomUUID();
    s.productionId = me.productionId();
    s.number = in.number() != null ? in.number() : setups.findByProductionIdOrderByNumber(me.productionId()).stream().mapToInt(x -> x.number).max().orElse(0) + 1;
    return keep(me, s, in, "added");
  }

  @PutMapping("/setups/{setup}")
  @Allowed({PRODUCER, COORDINATOR, FLOOR})
  @Transactional
  public ResponseEntity<SetupView> changeSetup(@PathVariable UUID production, @PathVariable UUID setup, Member me, @RequestHeader("If-Match") String ifMatch, @RequestBody SetupChange in) {
    Setup s = setup(me, setup);
    Problems.mustBeCurrent(ifMatch, s.version, view(s, List.of()), in);
    if (in.number() != null) {
      s.number = in.number();
    }
    return keep(me, s, in, in.struck() && s.struckAt == null ? "struck" : "changed");
  }

  private ResponseEntity<SetupView> keep(Member me, Setup s, SetupChange in, String action) {
    InvalidInput.within("number", s.number, 1L, 9999L);
    if (in.day() == null) {
      throw new InvalidInput("day", "must be one of the shooting days");
    }
    s.dayId = days.findByIdAndProductionId(in.day(), me.productionId()).orElseThrow(() -> new InvalidInput("day", "is not a day of this production")).id;
    s.name = InvalidInput.text("name", in.name());
    s.struckAt = in.struck() ? Objects.requireNonNullElseGet(s.struckAt, Instant::now) : null;
    setups.saveAndFlush(s);
    journal.record(me, action, "setup", s.id.toString(), "setup " + s.number);
    return Problems.tagged(s.version, view(s, List.of()));
  }

  /** Everything the floor needs in one setup. */
  @GetMapping("/setups/{setup}")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  @Transactional(readOnly = true)
  public SetupSheet sheet(@PathVariable UUID production, @PathVariable UUID setup, Member me, @RequestParam(defaultValue = "0") int page) {
    Setup s = setup(me, setup);
    List<ShotBook.Page> here = book.all(me.production()).stream().filter(p -> s.id.equals(p.shot().setupId)).toList();
    List<TakeEntries.Called> called = takes.ofSetup(me.productionId(), s.id, PageRequest.of(Math.max(0, page), 41));
    List<TakeView> views = called.stream().limit(40).map(c -> view(c, here)).toList();
    List<FloorPlate> plates = here.stream().flatMap(p -> p.plan().plates().stream().map(q -> plate(p, q, called))).toList();
    List<StrikeItem> strike = here.stream().flatMap(p -> p.ledger().open().stream().filter(i -> i.due() == Plan.Due.BEFORE_STRIKE).map(i -> new StrikeItem(p.shot().id, p.shot().code, i.key(), i.label(), i.state(), i.action()))).toList();
    TakeEntry last = called.isEmpty() ? null : called.get(0).take();
    FrameRate rate = me.production().frameRate();
    SetupView view = view(s, here.stream().map(p -> p.shot().code).toList());
    DayView day = day(days.findById(s.dayId).orElseThrow(), List.of());
    double minutes = rate.seconds(takes.framesIn(s.id)) / 60;
    return new SetupSheet(view, day, plates, strike, views, called.size() > 40, takes.touches(me.productionId()).stream().filter(t -> t.setupId.equals(s.id)).map(FloorResource::view).toList(), last == null ? null : last.camera, last == null ? "A001" : last.roll, nextIn(last, rate), here.stream().flatMap(p -> p.plan().cameraBrief().stream()).distinct().toList(), here.stream().flatMap(p -> p.plan().cautions().stream().map(c -> caution(p, c))).toList(), minutes);
  }

  /** Says what the slate has against its set before it is logged. */
  @PostMapping("/setups/{setup}/slate")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  @Transactional(readOnly = true)
  public List<MatchGuard.Finding> slate(@PathVariable UUID production, @PathVariable UUID setup, Member me, @RequestBody NewSlate in) {
    if (in.shot() == null) {
      throw new InvalidInput("shot", "must be given");
    }
    return book.slate(me.production(), in.shot(), setup(me, setup).id, InvalidInput.text("plate", in.plate()), in.camera() == null ? CameraData.notRead() : in.camera());
  }

  /** Logs a take. Sending the same id again changes nothing and answers with the take. */
  @PostMapping("/takes")
  @Allowed({PRODUCER, COORDINATOR, FLOOR})
  @Transactional
  public TakeView log(@PathVariable UUID production, Member me, @RequestBody NewTake in) {
    if (in.id() == null) {
      throw new InvalidInput("id", "must be made by the device that logs the take");
    }
    var before = takes.findById(in.id());
    if (before.isPresent()) {
      if (!before.get().productionId.equals(me.productionId())) {
        throw new NoSuchElementException();
      }
      return logged(me, in.id());
    }
    Setup setup = setup(me, in.setup());
    ShotBook.Page p = book.one(me.production(), Objects.requireNonNullElseGet(in.shot(), UUID::randomUUID));
    if (p.plan().plates().stream().noneMatch(q -> q.key().equals(in.plate()))) {
      throw new InvalidInput("plate", "is not one of the plates of " + p.shot().code);
    }
    TimecodeRange range = TimecodeRange.parse(in.tcIn(), in.tcOut(), me.production().frameRate());
    TakeEntry t = new TakeEntry();
    t.id = in.id();
    t.productionId = me.productionId();
    t.shotId = p.shot().id;
    t.setupId = setup.id;
    t.plate = in.plate();
    t.number = in.number() != null ? (int) InvalidInput.within("number", in.number(), 1L, 999L) : nextNumber(me, setup, p.shot().id, in.plate());
    t.slate = in.slate() == null || in.slate().isBlank() ? p.shot().code : in.slate().strip();
    t.roll = InvalidInput.text("roll", in.roll());
    t.tcIn = range.in().label();
    t.tcOut = range.out().label();
    t.frames = range.frames();
    t.camera = in.camera() == null ? CameraData.notRead() : in.camera();
    t.note = in.note() == null ? "" : in.note().strip();
    t.madeAt = in.madeAt() == null ? Instant.now().truncatedTo(ChronoUnit.MICROS) : in.madeAt();
    t.loggedBy = me.name();
    t.loggedAt = Instant.now();
    takes.saveAndFlush(t);
    journal.record(me, "logged", "take", t.id.toString(), p.shot().code + " " + t.plate.replace("plate:", "") + " take " + t.number);
    return logged(me, t.id);
  }

  /** Picks a take, or says it is no good; the last word counts. */
  @PostMapping("/takes/{take}/calls")
  @Allowed({PRODUCER, COORDINATOR, FLOOR})
  @Transactional
  public TakeView call(@PathVariable UUID production, @PathVariable UUID take, Member me, @RequestBody NewCall in) {
    TakeEntry t = takes.findById(take).filter(x -> x.productionId.equals(me.productionId())).orElseThrow(() -> new NoSuchElementException("There is no such take."));
    if (in.call() == null) {
      throw new InvalidInput("call", "must be one of " + Arrays.toString(Take.Call.values()));
    }
    UUID id = Objects.requireNonNullElseGet(in.id(), UUID::randomUUID);
    if (!calls.existsById(id)) {
      TakeCall c = new TakeCall();
      c.id = id;
      c.takeId = t.id;
      c.call = in.call();
      c.reason = in.reason() == null ? "" : in.reason().strip();
      if (c.call == Take.Call.NO_GOOD && c.reason.isEmpty()) {
        throw new InvalidInput("reason", "say in a word why it is no good");
      }
      c.saidBy = me.name();
      c.saidAt = Instant.now();
      calls.saveAndFlush(c);
      journal.record(me, c.call == Take.Call.PICK ? "picked" : c.call == Take.Call.NO_GOOD ? "called no good" : "put back", "take", t.id.toString(), t.slate + " take " + t.number);
    }
    return logged(me, t.id);
  }

  /** Logs that the camera was touched; every later take of the set is in doubt. */
  @PostMapping("/setups/{setup}/touches")
  @Allowed({PRODUCER, COORDINATOR, FLOOR})
  @Transactional
  public TouchView touch(@PathVariable UUID production, @PathVariable UUID setup, Member me, @RequestBody NewTouch in) {
    Setup s = setup(me, setup);
    if (in.kind() == null) {
      throw new InvalidInput("kind", "must be one of " + Arrays.toString(Touch.values()));
    }
    TouchEntry t = new TouchEntry();
    t.id = Objects.requireNonNullElseGet(in.id(), UUID::randomUUID);
    t.productionId = me.productionId();
    t.setupId = s.id;
    t.kind = in.kind();
    t.note = in.note() == null ? "" : in.note().strip();
    t.madeAt = Objects.requireNonNullElseGet(in.madeAt(), Instant::now);
    t.loggedBy = me.name();
    if (!touches.existsById(t.id)) {
      touches.saveAndFlush(t);
      journal.record(me, "logged a touch of the " + t.kind.words(), "setup", s.id.toString(), "setup " + s.number);
    }
    return view(t);
  }

  /** The frame after the last take; a fresh hour when there is none, or when its label does not exist at the production's present rate. */
  private static String nextIn(TakeEntry last, FrameRate rate) {
    try {
      return last == null ? FIRST_IN : Timecode.parse(last.tcOut, rate).plus(1).label();
    } catch (InvalidInput e) {
      return FIRST_IN;
    }
  }

  private TakeView logged(Member me, UUID id) {
    TakeEntry t = takes.findById(id).orElseThrow();
    ShotBook.Page p = book.one(me.production(), t.shotId);
    return takes.called(me.productionId(), List.of(t.shotId)).stream().filter(c -> c.take().id.equals(id)).map(c -> view(c, List.of(p))).findFirst().orElseThrow();
  }

  private int nextNumber(Member me, Setup setup, UUID shot, String plate) {
    return takes.called(me.productionId(), List.of(shot)).stream().filter(c -> c.take().setupId.equals(setup.id) && c.take().plate.equals(plate)).mapToInt(c -> c.take().number).max().orElse(0) + 1;
  }

  private Setup setup(Member me, UUID id) {
    if (id == null) {
      throw new InvalidInput("setup", "must be given");
    }
    return setups.findByIdAndProductionId(id, me.productionId()).orElseThrow(() -> new NoSuchElementException("There is no such setup."));
  }

  private static FloorPlate plate(ShotBook.Page p, Plan.Plate q, List<TakeEntries.Called> called) {
    OwedItem i = p.ledger().items().stream().filter(x -> x.key().equals(q.key())).findFirst().orElse(null);
    int next = called.stream().filter(c -> c.take().shotId.equals(p.shot().id) && c.take().plate.equals(q.key())).mapToInt(c -> c.take().number).max().orElse(0) + 1;
    return new FloorPlate(p.shot().id, p.shot().code, p.shot().title, q.key(), q.label(), q.wanted(), q.seconds(), q.inSet(), i == null ? OwedItem.State.OWED : i.state(), i == null ? "" : i.reason(), next);
  }

  private static TakeView view(TakeEntries.Called c, List<ShotBook.Page> pages) {
    TakeEntry t = c.take();
    ShotBook.Page p = pages.stream().filter(x -> x.shot().id.equals(t.shotId)).findFirst().orElse(null);
    String id = t.id.toString();
    String label = p == null ? t.plate : p.plan().plates().stream().filter(q -> q.key().equals(t.plate)).map(Plan.Plate::label).findFirst().orElse("loose: " + t.plate);
    return new TakeView(t.id, t.shotId, p == null ? t.slate : p.shot().code, t.plate, label, t.number, t.slate, t.roll, t.tcIn, t.tcOut, t.frames, t.camera, t.note, t.madeAt, t.loggedBy, c.call() == null ? Take.Call.NONE : c.call(), c.reason() == null ? "" : c.reason(), p != null && id.equals(p.match().reference()), p == null ? List.of() : p.match().findings().getOrDefault(id, List.of()));
  }

  private static FloorCaution caution(ShotBook.Page p, Plan.Caution c) {
    String signed = p.ledger().items().stream().filter(i -> i.key().equals(c.key()) && i.state() == OwedItem.State.IN_HAND).map(OwedItem::reason).findFirst().orElse("");
    return new FloorCaution(p.shot().id, p.shot().code, c.key(), c.text(), c.ask(), signed);
  }

  private static TouchView view(TouchEntry t) {
    return new TouchView(t.id, t.kind, t.kind.words(), t.kind.remedy(), t.note, t.madeAt, t.loggedBy);
  }

  private static DayView day(ShootingDay d, List<SetupView> setups) {
    return new DayView(d.id, d.number, d.shootOn, d.place, setups);
  }

  private static SetupView view(Setup s, List<String> shots) {
    return new SetupView(s.id, s.dayId, s.number, s.tape(), s.name, s.struckAt, s.version, shots);
  }
}
