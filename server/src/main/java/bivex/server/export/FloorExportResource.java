package bivex.server.export;

import static bivex.core.crew.Role.ARTIST;
import static bivex.core.crew.Role.COORDINATOR;
import static bivex.core.crew.Role.FLOOR;
import static bivex.core.crew.Role.PRODUCER;

import bivex.core.InvalidInput;
import bivex.core.ItemKey;
import bivex.core.light.SunClock;
import bivex.core.method.Plan;
import bivex.core.order.Running;
import bivex.core.order.TimeOfDay;
import bivex.core.shoot.CameraData;
import bivex.core.shoot.DayTerms;
import bivex.core.shoot.EditList;
import bivex.core.shoot.Take;
import bivex.core.tally.DaySheets;
import bivex.core.tally.Sheets;
import bivex.core.time.FrameRate;
import bivex.core.time.Timecode;
import bivex.server.access.Allowed;
import bivex.server.access.Member;
import bivex.server.book.ShotBook;
import bivex.server.http.Download;
import bivex.server.keep.Setup;
import bivex.server.keep.Setups;
import bivex.server.keep.ShootingDay;
import bivex.server.keep.ShootingDays;
import bivex.server.keep.Shots;
import bivex.server.keep.TakeEntries;
import bivex.server.keep.TakeEntry;
import bivex.server.papers.DayPaper;
import bivex.server.papers.TablePaper;
import bivex.server.shoot.DayOrder;
import bivex.server.shoot.FloorLog;
import bivex.server.shoot.GuideTracks;
import biweekly.Biweekly;
import biweekly.ICalendar;
import biweekly.component.VEvent;
import biweekly.property.Geo;
import biweekly.property.ProductId;
import java.io.IOException;
import java.io.StringReader;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.time.DateTimeException;
import java.time.Instant;
import java.time.ZonedDateTime;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.Date;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.NoSuchElementException;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;

/** Papers of the shooting days, and takes and picks in open formats, out and in. */
@RestController
@RequestMapping("/api/productions/{production}")
public class FloorExportResource {
  private static final List<String> OWN =
      List.of(
          "id",
          "code",
          "plate",
          "take",
          "setup",
          "roll",
          "in",
          "out",
          "call",
          "reason",
          "note",
          "because",
          "made at",
          "logged by");
  private static final DateTimeFormatter TIME = DateTimeFormatter.ofPattern("HH:mm");
  private static final long MOST_BYTES = 5_000_000;
  private final ShootingDays days;
  private final Setups setups;
  private final TakeEntries takes;
  private final Shots shots;
  private final ShotBook book;
  private final DayOrder order;
  private final FloorLog log;

  FloorExportResource(
      ShootingDays days,
      Setups setups,
      TakeEntries takes,
      Shots shots,
      ShotBook book,
      DayOrder order,
      FloorLog log) {
    this.days = days;
    this.setups = setups;
    this.takes = takes;
    this.shots = shots;
    this.book = book;
    this.order = order;
    this.log = log;
  }

  /**
   * @param logged takes that were new
   * @param known takes that were there already
   */
  public record TakesImport(int logged, int known, List<String> otherwise) {}

  /**
   * @param picked takes that were found and are picked now
   * @param unknown clips that no take of the day is in
   * @param passed what of the list is not used, each with its line and why
   */
  public record PicksImport(int picked, List<String> unknown, List<String> passed) {}

  /** The day sheet, the plates of each setup, the wardrobe blocks, or the kit, on paper. */
  @GetMapping("/days/{day}/papers/{paper}.pdf")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  @Transactional(readOnly = true)
  public ResponseEntity<byte[]> paper(@PathVariable UUID day, @PathVariable String paper, Member me)
      throws IOException {
    ShootingDay d = day(me, day);
    String name =
        me.production().code + "-day-" + d.number + "-" + paper.replaceAll("[^a-z]", "") + ".pdf";
    return Download.of(
        switch (paper) {
          case "day" -> DayPaper.sheet(me.production(), d, facts(d), passes(me, d), here(me, d));
          case "plates" -> plates(me, d);
          case "wardrobe" ->
              TablePaper.pdf(
                  me.production().title + ", day " + d.number,
                  DaySheets.wardrobe(running(me, d)),
                  d.shootOn);
          case "kit" ->
              TablePaper.pdf(me.production().title + ", day " + d.number, kit(me, d), d.shootOn);
          default ->
              throw new NoSuchElementException(
                  "There is no such paper; there are day, plates, wardrobe and kit.");
        },
        name,
        Download.PDF);
  }

  /** The order of the day, the wardrobe blocks, or the kit, for a spreadsheet. */
  @GetMapping("/days/{day}/papers/{paper}.csv")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  @Transactional(readOnly = true)
  public ResponseEntity<byte[]> list(@PathVariable UUID day, @PathVariable String paper, Member me)
      throws IOException {
    ShootingDay d = day(me, day);
    Sheets.Table table =
        switch (paper) {
          case "day" -> passes(me, d);
          case "wardrobe" -> DaySheets.wardrobe(running(me, d));
          case "kit" -> kit(me, d);
          default ->
              throw new NoSuchElementException(
                  "There is no such list; there are day, wardrobe and kit.");
        };
    return Download.of(
        TablePaper.csv(table, me.production().lists),
        me.production().code + "-day-" + d.number + "-" + paper + ".csv",
        Download.CSV);
  }

  /** The pacing of a guide track on paper. */
  @PostMapping("/shots/{shot}/guide.pdf")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  @Transactional(readOnly = true)
  public ResponseEntity<byte[]> pacing(
      @PathVariable UUID shot, Member me, @RequestBody GuideTracks.NewGuide in) throws IOException {
    ShotBook.Page p = book.one(me.production(), shot);
    return Download.of(
        DayPaper.pacing(p.shot().code, p.shot().title, GuideTracks.track(in)),
        p.shot().code + "-pacing.pdf",
        Download.PDF);
  }

  /** All shooting days as a calendar (RFC 5545), from call to wrap. */
  @GetMapping("/days.ics")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  @Transactional(readOnly = true)
  public ResponseEntity<byte[]> calendar(Member me) {
    ICalendar calendar = new ICalendar();
    calendar.setProductId(new ProductId("-//Bivex//Shooting days//EN"));
    List<Setup> all = setups.findByProductionIdOrderByNumber(me.productionId());
    for (ShootingDay d : days.findByProductionIdOrderByNumber(me.productionId())) {
      VEvent e = new VEvent();
      e.setUid(d.id + "@bivex");
      e.setSummary(me.production().title + ", day " + d.number);
      e.setDateStart(date(d.terms.moment(d.shootOn, d.terms.call())), true);
      e.setDateEnd(date(d.terms.moment(d.shootOn, d.terms.wrap())), true);
      e.setLocation(d.place);
      e.setSequence((int) d.version);
      if (d.terms.latitude() != null) {
        e.setGeo(new Geo(d.terms.latitude(), d.terms.longitude()));
      }
      StringBuilder words = new StringBuilder();
      all.stream()
          .filter(s -> s.dayId.equals(d.id))
          .forEach(
              s ->
                  words.append("Setup ").append(s.number).append(", ").append(s.name).append('\n'));
      d.terms
          .people()
          .forEach(
              p ->
                  words
                      .append(p.name())
                      .append(p.duty().isEmpty() ? "" : ", " + p.duty())
                      .append(": ")
                      .append(TimeOfDay.label(p.from()))
                      .append(" to ")
                      .append(TimeOfDay.label(p.to()))
                      .append('\n'));
      e.setDescription(words.toString().strip());
      calendar.addEvent(e);
    }
    return Download.of(
        Biweekly.write(calendar).go().getBytes(StandardCharsets.UTF_8),
        me.production().code + "-days.ics",
        "text/calendar;charset=UTF-8");
  }

  /** The takes of a day for a spreadsheet, with every camera field. */
  @GetMapping("/days/{day}/takes.csv")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  @Transactional(readOnly = true)
  public ResponseEntity<byte[]> takes(@PathVariable UUID day, Member me) throws IOException {
    ShootingDay d = day(me, day);
    Map<UUID, String> codes = codes(me);
    Map<UUID, Integer> numbers = new HashMap<>();
    setups.findByDayIdOrderByNumber(d.id).forEach(s -> numbers.put(s.id, s.number));
    List<String> heads = new ArrayList<>(OWN);
    heads.addAll(CameraData.FIELDS);
    List<List<String>> rows = new ArrayList<>();
    for (TakeEntries.Called c : ofDay(me, d)) {
      TakeEntry t = c.take();
      List<String> row =
          new ArrayList<>(
              List.of(
                  t.id.toString(),
                  codes.getOrDefault(t.shotId, ""),
                  t.plate,
                  Integer.toString(t.number),
                  Integer.toString(numbers.get(t.setupId)),
                  t.roll,
                  t.tcIn,
                  t.tcOut,
                  c.call() == null || c.call() == Take.Call.NONE
                      ? ""
                      : c.call().name().toLowerCase(Locale.ROOT).replace('_', ' '),
                  c.reason() == null ? "" : c.reason(),
                  t.note,
                  t.overruled,
                  t.madeAt.toString(),
                  t.loggedBy));
      CameraData.FIELDS.forEach(f -> row.add(t.camera.listed(f)));
      rows.add(row);
    }
    return Download.of(
        TablePaper.csv(
            new Sheets.Table("Takes", heads, List.of(), rows, ""), me.production().lists),
        me.production().code + "-day-" + d.number + "-takes.csv",
        Download.CSV);
  }

  /**
   * Takes in takes from a spreadsheet with the same columns; a take that is known already is left
   * as it is. All or nothing.
   */
  @PostMapping(path = "/days/{day}/takes.csv", consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
  @Allowed({PRODUCER, COORDINATOR, FLOOR})
  @Transactional
  public TakesImport takesIn(
      @PathVariable UUID day, Member me, @RequestParam("file") MultipartFile file)
      throws IOException {
    ShootingDay d = day(me, day);
    Map<String, UUID> shots = new HashMap<>();
    codes(me).forEach((id, code) -> shots.put(code, id));
    Map<Integer, UUID> byNumber = new HashMap<>();
    setups.findByDayIdOrderByNumber(d.id).forEach(s -> byNumber.put(s.number, s.id));
    int logged = 0;
    int known = 0;
    List<String> otherwise = new ArrayList<>();
    String text = text(file);
    try (CSVParser csv =
        CSVFormat.RFC4180
            .builder()
            .setDelimiter(separator(text))
            .setHeader()
            .setIgnoreHeaderCase(true)
            .setSkipHeaderRecord(true)
            .setIgnoreSurroundingSpaces(true)
            .get()
            .parse(new StringReader(text))) {
      List<String> missing =
          List.of("code", "plate", "setup", "roll", "in", "out").stream()
              .filter(h -> !csv.getHeaderMap().containsKey(h))
              .toList();
      if (!missing.isEmpty()) {
        throw new InvalidInput("file", "has no column " + String.join(", ", missing));
      }
      for (CSVRecord r : csv) {
        String where = "row " + (r.getRecordNumber() + 1) + ", ";
        UUID shot = known(shots, r, "code", where);
        String setupCell = value(r, "setup");
        UUID setup =
            setupCell.matches("\\d{1,6}") ? byNumber.get(Integer.parseInt(setupCell)) : null;
        if (setup == null) {
          throw new InvalidInput(
              where + "setup", "\"" + setupCell + "\" is not a setup of this day");
        }
        UUID id =
            value(r, "id").isEmpty()
                ? UUID.nameUUIDFromBytes(
                    (me.productionId()
                            + value(r, "code")
                            + value(r, "plate")
                            + value(r, "take")
                            + value(r, "roll")
                            + value(r, "in")
                            + value(r, "out"))
                        .getBytes(StandardCharsets.UTF_8))
                : uuid(value(r, "id"), where);
        if (takes.findById(id).filter(t -> t.productionId.equals(me.productionId())).isPresent()) {
          known++;
          continue;
        }
        try {
          String odd = log.take(me, take(r, id, shot, setup), FloorLog.From.DESK);
          if (!odd.isEmpty()) {
            otherwise.add(where + odd);
          }
          String call = value(r, "call").toUpperCase(Locale.ROOT).replace(' ', '_');
          if (!call.isEmpty()) {
            log.call(
                me,
                id,
                new FloorLog.NewCall(
                    UUID.randomUUID(),
                    Arrays.stream(Take.Call.values())
                        .filter(c -> c.name().equals(call))
                        .findFirst()
                        .orElseThrow(
                            () ->
                                new InvalidInput(
                                    "call",
                                    "\""
                                        + value(r, "call")
                                        + "\" is not pick, no good or false start")),
                    value(r, "reason")),
                FloorLog.From.DESK);
          }
          logged++;
        } catch (InvalidInput e) {
          throw new InvalidInput(
              where + e.field(),
              e.getMessage().replaceFirst("^[^:]*: ?", "")
                  + (CameraData.FIELDS.contains(e.field())
                          && e.getMessage().contains("say why it must be so")
                      ? " in the column because"
                      : ""));
        }
      }
    } catch (IllegalArgumentException e) {
      throw e instanceof InvalidInput
          ? e
          : new InvalidInput("file", "cannot be read as CSV: " + e.getMessage());
    }
    return new TakesImport(logged, known, otherwise);
  }

  private FloorLog.NewTake take(CSVRecord r, UUID id, UUID shot, UUID setup) {
    CameraData read = CameraData.read(f -> value(r, f));
    List<String> notRead = CameraData.FIELDS.stream().filter(f -> read.get(f) == null).toList();
    Integer number =
        value(r, "take").isEmpty()
            ? null
            : value(r, "take").matches("\\d{1,4}")
                ? Integer.valueOf(value(r, "take"))
                : Integer.valueOf(-1);
    Instant made;
    try {
      made = value(r, "made at").isEmpty() ? null : Instant.parse(value(r, "made at"));
    } catch (DateTimeException e) {
      throw new InvalidInput("made at", "is not a moment such as 2026-11-24T14:05:00Z");
    }
    return new FloorLog.NewTake(
        id,
        shot,
        setup,
        value(r, "plate"),
        number,
        null,
        value(r, "roll"),
        value(r, "in"),
        value(r, "out"),
        read,
        notRead,
        List.of(),
        value(r, "because"),
        value(r, "note"),
        made);
  }

  /** Picked takes of a day as an edit list (CMX 3600) or as OpenTimelineIO JSON. */
  @GetMapping("/days/{day}/picks.{format}")
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  @Transactional(readOnly = true)
  public ResponseEntity<byte[]> picks(
      @PathVariable UUID day, @PathVariable String format, Member me) {
    ShootingDay d = day(me, day);
    FrameRate rate = me.production().frameRate();
    Map<UUID, String> codes = codes(me);
    List<EditList.Picked> picked = new ArrayList<>();
    boolean drop = false;
    for (TakeEntries.Called c : ofDay(me, d)) {
      TakeEntry t = c.take();
      if (c.call() == Take.Call.PICK) {
        Timecode in = Timecode.parse(t.tcIn, rate);
        drop |= in.drop();
        picked.add(new EditList.Picked(t.roll, in, t.frames, named(t, codes), t.note));
      }
    }
    EditList list =
        EditList.of(
            me.production().title + " day " + d.number,
            rate,
            drop,
            me.production().handles,
            picked);
    String name = me.production().code + "-day-" + d.number + "-picks." + format;
    return switch (format) {
      case "edl" -> Download.of(list.text().getBytes(StandardCharsets.UTF_8), name, "text/plain");
      case "otio" -> Download.of(Otio.of(list), name, Download.JSON);
      default -> throw new NoSuchElementException("Picks come as edl or otio.");
    };
  }

  /**
   * Picks what an editor chose: every take of the day in which a clip of the list lies, by roll and
   * timecode.
   */
  @PostMapping(path = "/days/{day}/picks", consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
  @Allowed({PRODUCER, COORDINATOR, FLOOR})
  @Transactional
  public PicksImport picksIn(
      @PathVariable UUID day, Member me, @RequestParam("file") MultipartFile file)
      throws IOException {
    ShootingDay d = day(me, day);
    FrameRate rate = me.production().frameRate();
    String text = text(file);
    EditList list =
        text.stripLeading().startsWith("{")
            ? Otio.parse(text.getBytes(StandardCharsets.UTF_8), rate)
            : EditList.parse(text, rate);
    if (list.events().isEmpty()) {
      throw new InvalidInput(
          "file",
          "has no clip"
              + list.passed().stream()
                  .limit(20)
                  .map(x -> "; " + x.said())
                  .collect(Collectors.joining()));
    }
    Map<UUID, String> codes = codes(me);
    List<TakeEntries.Called> of = ofDay(me, d);
    int picked = 0;
    List<String> unknown = new ArrayList<>();
    for (EditList.Event e : list.events()) {
      TakeEntries.Called found =
          of.stream().filter(c -> holds(c.take(), codes, e, rate)).findFirst().orElse(null);
      if (found == null) {
        unknown.add(
            (e.name().isEmpty() ? "clip" : e.name()) + ", " + e.reel() + " " + e.in().label());
      } else {
        if (found.call() != Take.Call.PICK) {
          log.call(
              me,
              found.take().id,
              new FloorLog.NewCall(UUID.randomUUID(), Take.Call.PICK, "by the edit list"),
              FloorLog.From.DESK);
        }
        picked++;
      }
    }
    return new PicksImport(
        picked, unknown, list.passed().stream().map(EditList.Passed::said).toList());
  }

  private static boolean holds(
      TakeEntry t, Map<UUID, String> codes, EditList.Event e, FrameRate rate) {
    return EditList.liesIn(e, t.roll, named(t, codes), Timecode.parse(t.tcIn, rate), t.frames);
  }

  /** A take as it is called in lists. */
  private static String named(TakeEntry t, Map<UUID, String> codes) {
    return codes.getOrDefault(t.shotId, t.slate)
        + " "
        + ItemKey.of(t.plate).name()
        + " take "
        + t.number;
  }

  private List<TakeEntries.Called> ofDay(Member me, ShootingDay d) {
    List<UUID> here = setups.findByDayIdOrderByNumber(d.id).stream().map(s -> s.id).toList();
    return here.isEmpty() ? List.of() : takes.ofSetups(me.productionId(), here);
  }

  private Map<UUID, String> codes(Member me) {
    Map<UUID, String> out = new HashMap<>();
    shots.coded(me.productionId()).forEach(s -> out.put(s.id(), s.code()));
    return out;
  }

  private Sheets.Table passes(Member me, ShootingDay d) {
    DayOrder.Of of = order.of(me, d);
    Running r = of.running();
    return DaySheets.passes(r, of.warnings(r));
  }

  private Running running(Member me, ShootingDay d) {
    return order.of(me, d).running();
  }

  private List<ShotBook.Page> here(Member me, ShootingDay d) {
    List<UUID> ids = setups.findByDayIdOrderByNumber(d.id).stream().map(s -> s.id).toList();
    return book.all(me.production()).stream()
        .filter(p -> ids.contains(p.shot().setupId) && !p.shot().omitted)
        .toList();
  }

  private byte[] plates(Member me, ShootingDay d) throws IOException {
    List<ShotBook.Page> here = here(me, d);
    List<Plan> plans =
        here.stream()
            .map(
                p ->
                    p.planFault() == null
                        ? ShotBook.plan(me.production(), p.shot(), true)
                        : p.plan())
            .toList();
    return DayPaper.plates(me.production(), d, setups.findByDayIdOrderByNumber(d.id), here, plans);
  }

  private Sheets.Table kit(Member me, ShootingDay d) {
    return DaySheets.kit(
        here(me, d).stream()
            .map(
                p ->
                    new DaySheets.Brought(
                        p.shot().code, p.setup() == null ? "" : p.setup().name, p.plan()))
            .toList());
  }

  private static List<String> facts(ShootingDay d) {
    DayTerms t = d.terms;
    List<String> out = new ArrayList<>();
    out.add(
        "Call "
            + TimeOfDay.label(t.call())
            + " · wrap "
            + TimeOfDay.label(t.wrap())
            + " · "
            + d.place
            + " · "
            + t.zone());
    if (t.latitude() != null) {
      SunClock c =
          SunClock.of(
              t.moment(d.shootOn, t.call()),
              t.moment(d.shootOn, t.wrap()),
              t.latitude(),
              t.longitude(),
              t.shadowHeightM());
      out.add(
          String.format(
                  Locale.ROOT,
                  "%.4f, %.4f · sun %s to %s",
                  t.latitude(),
                  t.longitude(),
                  time(c.sunrise(), "does not rise"),
                  time(c.sunset(), "does not set"))
              + (c.golden().isEmpty()
                  ? ""
                  : " · low sun "
                      + String.join(
                          " and ",
                          c.golden().stream()
                              .map(w -> TIME.format(w.from()) + " to " + TIME.format(w.to()))
                              .toList())));
    }
    t.people()
        .forEach(
            p ->
                out.add(
                    TimeOfDay.label(p.from())
                        + " to "
                        + TimeOfDay.label(p.to())
                        + "  "
                        + p.name()
                        + (p.duty().isEmpty() ? "" : ", " + p.duty())));
    out.add(
        String.format(
            Locale.ROOT,
            "A battery lasts %.0f min, a card %.0f min at %.0f Mb/s. Neither is changed inside a"
                + " match set.",
            t.rates().batteryMinutes(),
            t.cardMinutes(),
            t.megabitsPerSecond()));
    return out;
  }

  private static String time(ZonedDateTime at, String none) {
    return at == null ? none : TIME.format(at);
  }

  private static Date date(ZonedDateTime at) {
    return Date.from(at.toInstant());
  }

  private static String value(CSVRecord r, String column) {
    String v = r.isMapped(column) && r.isSet(column) ? r.get(column).strip() : "";
    // The quote that keeps a spreadsheet from taking a cell for a formula.
    return v.length() > 1 && v.charAt(0) == '\'' && "=+-@".indexOf(v.charAt(1)) >= 0
        ? v.substring(1)
        : v;
  }

  private static UUID known(Map<String, UUID> shots, CSVRecord r, String column, String where) {
    UUID id = shots.get(value(r, column));
    if (id == null) {
      throw new InvalidInput(
          where + column, "\"" + value(r, column) + "\" is not a shot of this production");
    }
    return id;
  }

  private static UUID uuid(String text, String where) {
    try {
      return UUID.fromString(text);
    } catch (IllegalArgumentException e) {
      throw new InvalidInput(where + "id", "is no id: leave it empty for a new take");
    }
  }

  private static String text(MultipartFile file) throws IOException {
    if (file.isEmpty() || file.getSize() > MOST_BYTES) {
      throw new InvalidInput("file", file.isEmpty() ? "is empty" : "is larger than 5 MB");
    }
    try {
      String s =
          StandardCharsets.UTF_8.newDecoder().decode(ByteBuffer.wrap(file.getBytes())).toString();
      return s.startsWith("\uFEFF") ? s.substring(1) : s;
    } catch (CharacterCodingException e) {
      throw new InvalidInput(
          "file", "is not in UTF-8; save it as CSV in UTF-8, so that no letter is lost");
    }
  }

  /** What parts the cells of a table, by its first line: a comma, a semicolon or a tab. */
  private static char separator(String table) {
    String heads = table.lines().findFirst().orElse("");
    return Stream.of(',', ';', '\t')
        .max(Comparator.comparingLong(c -> heads.chars().filter(x -> x == c).count()))
        .orElse(',');
  }

  private ShootingDay day(Member me, UUID id) {
    return days.require(id, me.productionId());
  }
}
