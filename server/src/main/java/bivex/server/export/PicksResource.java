package bivex.server.export;

import static bivex.core.crew.Role.ARTIST;
import static bivex.core.crew.Role.COORDINATOR;
import static bivex.core.crew.Role.FLOOR;
import static bivex.core.crew.Role.PRODUCER;

import bivex.core.InvalidInput;
import bivex.core.cut.CutEvent;
import bivex.core.cut.CutList;
import bivex.core.cut.Recognition;
import bivex.core.shoot.EditList;
import bivex.core.shoot.Take;
import bivex.core.time.FrameRate;
import bivex.core.time.Timecode;
import bivex.server.access.Allowed;
import bivex.server.access.Member;
import bivex.server.cut.CutReader;
import bivex.server.cut.Otio;
import bivex.server.http.Download;
import bivex.server.keep.ShootingDay;
import bivex.server.keep.TakeEntries;
import bivex.server.keep.TakeEntry;
import bivex.server.shoot.FloorLog;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.NoSuchElementException;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;
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

/** Picked takes of a day in open formats, out and in. */
@RestController
@RequestMapping("/api/productions/{production}")
public class PicksResource {
  private final FloorLog log;
  private final DayTakes of;

  PicksResource(FloorLog log, DayTakes of) {
    this.log = log;
    this.of = of;
  }

  /**
   * @param picked takes that were found and are picked now
   * @param unknown clips that no take of the day is in
   * @param passed what of the list is not used, each with its line and why
   */
  public record PicksImport(int picked, List<String> unknown, List<String> passed) {}

  /** Picked takes of a day as an edit list (CMX 3600) or as OpenTimelineIO JSON. */
  @GetMapping(
      path = "/days/{day}/picks.{format}",
      produces = {Download.TEXT, Download.JSON})
  @Allowed({PRODUCER, COORDINATOR, FLOOR, ARTIST})
  @Transactional(readOnly = true)
  public ResponseEntity<byte[]> picks(
      @PathVariable UUID day, @PathVariable String format, Member me) {
    ShootingDay d = of.day(me, day);
    FrameRate rate = me.production().frameRate();
    Map<UUID, String> codes = of.codes(me);
    List<EditList.Picked> picked = new ArrayList<>();
    boolean drop = false;
    for (TakeEntries.Called c : of.takes(me, d)) {
      TakeEntry t = c.take();
      if (c.call() == Take.Call.PICK) {
        Timecode in = Timecode.parse(t.tcIn, rate);
        drop |= in.drop();
        picked.add(new EditList.Picked(t.roll, in, t.frames, DayTakes.named(t, codes), t.note));
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
      case "edl" -> Download.of(list.text().getBytes(StandardCharsets.UTF_8), name, Download.TEXT);
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
    ShootingDay d = of.day(me, day);
    CutList list = CutReader.read(file.getBytes(), me.production().frameRate());
    if (list.pictures().isEmpty()) {
      throw new InvalidInput(
          "file",
          "has no clip"
              + list.passed().stream()
                  .limit(20)
                  .map(x -> "; " + x.said())
                  .collect(Collectors.joining()));
    }
    Map<UUID, String> codes = of.codes(me);
    Map<String, TakeEntries.Called> taken =
        of.takes(me, d).stream().collect(Collectors.toMap(c -> c.take().id.toString(), c -> c));
    Recognition known =
        new Recognition(taken.values().stream().map(c -> known(me, c, codes)).toList(), List.of());
    int picked = 0;
    List<String> unknown = new ArrayList<>();
    for (Recognition.Recognised r : known.of(list)) {
      TakeEntries.Called found = taken.get(r.take());
      CutEvent e = r.event();
      if (found == null) {
        unknown.add(
            Stream.of(e.called(), e.roll(), e.in().label(), r.why())
                .filter(w -> !w.isEmpty())
                .distinct()
                .collect(Collectors.joining(", ")));
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
        picked, unknown, list.passed().stream().map(CutList.Passed::said).toList());
  }

  private static Recognition.KnownTake known(
      Member me, TakeEntries.Called c, Map<UUID, String> codes) {
    TakeEntry t = c.take();
    return new Recognition.KnownTake(
        t.id.toString(),
        t.shotId.toString(),
        t.plate,
        DayTakes.named(t, codes),
        t.number,
        t.roll,
        Timecode.parse(t.tcIn, me.production().frameRate()),
        t.frames,
        c.call() == Take.Call.PICK);
  }
}
