package bivex.server.export;

import static bivex.core.crew.Role.ARTIST;
import static bivex.core.crew.Role.COORDINATOR;
import static bivex.core.crew.Role.FLOOR;
import static bivex.core.crew.Role.PRODUCER;

import bivex.core.InvalidInput;
import bivex.core.shoot.CameraData;
import bivex.core.shoot.PartNote;
import bivex.core.shoot.Take;
import bivex.core.tally.Sheets;
import bivex.server.access.Allowed;
import bivex.server.access.Member;
import bivex.server.http.Download;
import bivex.server.keep.Setups;
import bivex.server.keep.ShootingDay;
import bivex.server.keep.TakeEntries;
import bivex.server.keep.TakeEntry;
import bivex.server.papers.TablePaper;
import bivex.server.shoot.FloorLog;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.DateTimeException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;

/** The takes of a day as a table, out and in. */
@RestController
@RequestMapping("/api/productions/{production}")
public class TakeListResource {
  private static final List<String> NEEDED = List.of("code", "plate", "setup", "roll", "in", "out");
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
  private final Setups setups;
  private final TakeEntries takes;
  private final FloorLog log;
  private final DayTakes of;

  TakeListResource(Setups setups, TakeEntries takes, FloorLog log, DayTakes of) {
    this.setups = setups;
    this.takes = takes;
    this.log = log;
    this.of = of;
  }

  /**
   * @param logged takes that were new
   * @param known takes that were there already
   */
  public record TakesImport(int logged, int known, List<String> otherwise) {}

  /** The takes of a day for a spreadsheet, with every camera field. */
  @GetMapping(path = "/days/{day}/takes.csv", produces = Download.CSV)
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  @Transactional(readOnly = true)
  public ResponseEntity<byte[]> takes(@PathVariable UUID day, Member me) throws IOException {
    ShootingDay d = of.day(me, day);
    Map<UUID, String> codes = of.codes(me);
    Map<UUID, Integer> numbers = new HashMap<>();
    setups.findByDayIdOrderByNumber(d.id).forEach(s -> numbers.put(s.id, s.number));
    List<TakeEntries.Called> taken = of.takes(me, d);
    int parts =
        taken.stream()
            .flatMap(c -> c.take().parts.stream())
            .mapToInt(PartNote::part)
            .max()
            .orElse(0);
    List<String> heads = new ArrayList<>(OWN);
    heads.addAll(PartNote.columns(parts));
    heads.addAll(CameraData.FIELDS);
    List<List<String>> rows = new ArrayList<>();
    for (TakeEntries.Called c : taken) {
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
      row.addAll(PartNote.listed(t.parts, parts));
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
    ShootingDay d = of.day(me, day);
    Map<String, UUID> shots = new HashMap<>();
    of.codes(me).forEach((id, code) -> shots.put(code, id));
    Map<String, UUID> here = new HashMap<>();
    setups.findByDayIdOrderByNumber(d.id).forEach(s -> here.put(Integer.toString(s.number), s.id));
    String text = DayTakes.text(file);
    List<String> otherwise = new ArrayList<>();
    int logged = 0;
    int known = 0;
    try (CSVParser csv = DayTakes.csv(text)) {
      otherwise.addAll(notRead(csv.getHeaderNames()));
      for (CSVRecord r : csv) {
        String where = "row " + (r.getRecordNumber() + 1) + ", ";
        UUID shot = known(shots, value(r, "code"), where + "code", "a shot of this production");
        UUID setup =
            known(
                here,
                value(r, "setup").replaceFirst("^0+(?=\\d)", ""),
                where + "setup",
                "a setup of this day");
        UUID id = id(me, r, where);
        if (takes.findById(id).filter(t -> t.productionId.equals(me.productionId())).isPresent()) {
          known++;
        } else {
          String odd = logged(me, r, take(r, id, shot, setup, where), where);
          if (!odd.isEmpty()) {
            otherwise.add(where + odd);
          }
          logged++;
        }
      }
    } catch (InvalidInput e) {
      throw e;
    } catch (IllegalArgumentException e) {
      throw new InvalidInput("file", "cannot be read as CSV: " + e.getMessage());
    }
    return new TakesImport(logged, known, otherwise);
  }

  /**
   * The columns that are not read, said.
   *
   * @throws InvalidInput when one that is needed is missing
   */
  private static List<String> notRead(List<String> heads) {
    Set<String> there = new TreeSet<>(String.CASE_INSENSITIVE_ORDER);
    there.addAll(heads);
    List<String> missing = NEEDED.stream().filter(h -> !there.contains(h)).toList();
    if (!missing.isEmpty()) {
      throw new InvalidInput("file", "has no column " + String.join(", ", missing));
    }
    there.removeAll(OWN);
    there.removeAll(CameraData.FIELDS);
    there.removeAll(PartNote.columns(PartNote.MOST));
    return there.stream()
        .filter(h -> !h.isBlank())
        .map(h -> "the column \"" + h + "\" is not read")
        .toList();
  }

  /** Logs a take of a list with its call, and says what is odd about it. */
  private String logged(Member me, CSVRecord r, FloorLog.NewTake t, String where) {
    try {
      String odd = log.take(me, t, FloorLog.From.DESK);
      String call = value(r, "call");
      if (!call.isEmpty()) {
        Take.Call is =
            Arrays.stream(Take.Call.values())
                .filter(c -> c.name().replace('_', ' ').equalsIgnoreCase(call.replace('_', ' ')))
                .findFirst()
                .orElseThrow(
                    () ->
                        new InvalidInput(
                            "call", "\"" + call + "\" is not pick, no good or false start"));
        log.call(
            me,
            t.id(),
            new FloorLog.NewCall(UUID.randomUUID(), is, value(r, "reason")),
            FloorLog.From.DESK);
      }
      return odd;
    } catch (InvalidInput e) {
      throw in(where, e);
    }
  }

  private static InvalidInput in(String where, InvalidInput e) {
    return new InvalidInput(
        where + e.field(),
        e.getMessage().replaceFirst("^[^:]*: ?", "")
            + (CameraData.FIELDS.contains(e.field())
                    && e.getMessage().contains("say why it must be so")
                ? " in the column because"
                : ""));
  }

  /** The id of a take; one that the list does not tell is made from what it does. */
  private static UUID id(Member me, CSVRecord r, String where) {
    String told = value(r, "id");
    try {
      return told.isEmpty()
          ? UUID.nameUUIDFromBytes(
              (me.productionId()
                      + Stream.of("code", "plate", "take", "roll", "in", "out")
                          .map(c -> value(r, c))
                          .collect(Collectors.joining()))
                  .getBytes(StandardCharsets.UTF_8))
          : UUID.fromString(told);
    } catch (IllegalArgumentException e) {
      throw new InvalidInput(where + "id", "is no id: leave it empty for a new take");
    }
  }

  private static FloorLog.NewTake take(CSVRecord r, UUID id, UUID shot, UUID setup, String where) {
    try {
      CameraData read = CameraData.read(f -> value(r, f));
      String number = value(r, "take");
      return new FloorLog.NewTake(
          id,
          shot,
          setup,
          value(r, "plate"),
          number.isEmpty() ? null : number.matches("\\d{1,4}") ? Integer.valueOf(number) : -1,
          null,
          value(r, "roll"),
          value(r, "in"),
          value(r, "out"),
          read,
          CameraData.FIELDS.stream().filter(f -> read.get(f) == null).toList(),
          PartNote.read(c -> value(r, c)),
          value(r, "because"),
          value(r, "note"),
          made(value(r, "made at")));
    } catch (InvalidInput e) {
      throw in(where, e);
    }
  }

  private static Instant made(String told) {
    try {
      return told.isEmpty() ? null : Instant.parse(told);
    } catch (DateTimeException e) {
      throw new InvalidInput("made at", "is not a moment such as 2026-11-24T14:05:00Z");
    }
  }

  private static String value(CSVRecord r, String column) {
    String v = r.isMapped(column) && r.isSet(column) ? r.get(column).strip() : "";
    // The quote that keeps a spreadsheet from taking a cell for a formula.
    return v.length() > 1 && v.charAt(0) == '\'' && TablePaper.FORMULA.indexOf(v.charAt(1)) >= 0
        ? v.substring(1)
        : v;
  }

  private static UUID known(Map<String, UUID> ids, String cell, String field, String what) {
    UUID id = ids.get(cell);
    if (id == null) {
      throw new InvalidInput(field, "\"" + cell + "\" is not " + what);
    }
    return id;
  }
}
