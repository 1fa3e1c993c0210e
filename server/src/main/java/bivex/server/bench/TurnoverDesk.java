package bivex.server.bench;

import bivex.core.InvalidInput;
import bivex.core.method.MethodBook;
import bivex.core.motion.SolveReport;
import bivex.core.plate.PlateZones;
import bivex.core.plate.Zone;
import bivex.core.time.FrameRate;
import bivex.core.time.Turnover;
import bivex.server.access.Member;
import bivex.server.book.ShotBook;
import bivex.server.keep.Shot;
import bivex.server.keep.Shots;
import bivex.server.keep.TakeEntries;
import bivex.server.keep.TakeEntry;
import bivex.server.keep.TakeZonesRows;
import bivex.server.live.Journal;
import java.io.IOException;
import java.io.StringReader;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.List;
import java.util.NoSuchElementException;
import java.util.UUID;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Checks of what was handed over: sequences and camera solves; and measured zones handed on to the
 * plan.
 */
@Component
public class TurnoverDesk {
  private static final int MOST_TEXT = 8_000_000;

  private final TakeZonesRows zones;

  private final TakeEntries takes;

  private final Shots shots;

  private final Journal journal;

  private static String text(String field, String text) {
    String t = InvalidInput.text(field, text);
    if (t.length() > MOST_TEXT) {
      throw new InvalidInput(
          field, "is longer than " + MOST_TEXT / 1_000_000 + " million characters");
    }
    return t;
  }

  TurnoverDesk(TakeZonesRows zones, TakeEntries takes, Shots shots, Journal journal) {
    this.zones = zones;
    this.takes = takes;
    this.shots = shots;
    this.journal = journal;
  }

  /**
   * @param files names, one a line
   * @param readAt frames a second the list says; null when it says none
   * @param madeAt null for the production's rate
   */
  public record NewTurnover(
      String files, String readAt, Long first, Integer count, String madeAt) {}

  /**
   * @param csv frame and error a line, with or without a heading; null when only a figure is known
   * @param width px of the solved picture
   */
  public record NewSolve(Double errorPx, String csv, Integer width) {}

  /**
   * @param part of the shot that the take shows, from 1
   */
  public record NewZoneUse(Integer part) {}

  public record ZoneUse(String code, int frames, List<Zone> zones) {}

  public Turnover turnover(Member me, NewTurnover in) {
    List<String> names = text("files", in.files()).lines().filter(l -> !l.isBlank()).toList();
    FrameRate made =
        in.madeAt() == null || in.madeAt().isBlank()
            ? me.production().frameRate()
            : rate("madeAt", in.madeAt());
    return Turnover.of(
        names,
        in.readAt() == null || in.readAt().isBlank() ? null : rate("readAt", in.readAt()),
        new Turnover.Promised(in.first(), in.count(), made));
  }

  private static FrameRate rate(String field, String text) {
    try {
      return FrameRate.parse(text);
    } catch (InvalidInput e) {
      throw new InvalidInput(
          field, "must be a frame rate such as 24 or 23.976, was \"" + text + "\"");
    }
  }

  public SolveReport solve(Member me, NewSolve in) {
    int width = in.width() == null ? me.production().capture().width() : in.width();
    if (in.csv() == null || in.csv().isBlank()) {
      if (in.errorPx() == null) {
        throw new InvalidInput("errorPx", "must be given, or a table of residuals");
      }
      return SolveReport.of(in.errorPx(), width);
    }
    List<SolveReport.Residual> out = new ArrayList<>();
    try (CSVParser csv =
        CSVFormat.RFC4180
            .builder()
            .setIgnoreSurroundingSpaces(true)
            .setIgnoreEmptyLines(true)
            .get()
            .parse(new StringReader(text("csv", in.csv()).replace(';', ',').replace('\t', ',')))) {
      for (CSVRecord r : csv) {
        try {
          out.add(new SolveReport.Residual(Long.parseLong(r.get(0)), Double.parseDouble(r.get(1))));
        } catch (NumberFormatException | ArrayIndexOutOfBoundsException e) {
          // A heading is let pass in the first line only.
          if (r.getRecordNumber() > 1) {
            throw new InvalidInput(
                "csv", "line " + r.getRecordNumber() + " is not a frame and an error");
          }
        }
      }
    } catch (IOException | UncheckedIOException e) {
      throw new InvalidInput("csv", "cannot be read: " + e.getMessage());
    }
    return SolveReport.of(out, width);
  }

  /**
   * Puts the measured zones of a take into the plan of its shot, in place of the planned ones of
   * that part; the join is reckoned anew.
   */
  @Transactional
  public ZoneUse use(UUID take, Member me, NewZoneUse in) {
    int part = (int) InvalidInput.within("part", in.part() == null ? 0L : in.part(), 1, 12);
    TakeEntry t =
        takes
            .findById(take)
            .filter(x -> x.productionId.equals(me.productionId()))
            .orElseThrow(() -> new NoSuchElementException("There is no such take."));
    List<PlateZones.Occupied> o =
        zones
            .findFirstByTakeIdAndProductionIdOrderByKeptAtDesc(take, me.productionId())
            .map(z -> z.occupied)
            .orElseThrow(
                () -> new NoSuchElementException("The zones of this take are not measured."));
    Shot s = shots.findById(t.shotId).orElseThrow();
    List<Zone> measured = PlateZones.zones(o, part, PlateZones.MARGIN);
    s.methods = MethodBook.measured(s.methods, part, measured, s.cutFrames);
    ShotBook.plan(me.production(), s, false);
    shots.saveAndFlush(s);
    journal.record(
        me,
        "planned by measured zones",
        "shot",
        s.id.toString(),
        s.code + ", part " + part,
        Journal.Touches.shot(s.id));
    return new ZoneUse(s.code, o.size(), measured);
  }
}
