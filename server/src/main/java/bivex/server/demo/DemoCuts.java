package bivex.server.demo;

import bivex.core.cut.ReelSheet;
import bivex.core.shoot.Take;
import bivex.core.time.FrameRate;
import bivex.core.time.Timecode;
import bivex.server.access.Member;
import bivex.server.cut.CutDesk;
import bivex.server.cut.CutSheets;
import bivex.server.keep.Shots;
import bivex.server.keep.TakeEntries;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.UUID;
import java.util.function.BiFunction;
import org.springframework.stereotype.Component;

/**
 * Two cuts of the demo as an editor would export them: the lengths follow the first; in the second
 * a shot is longer within its handles, one beyond what was made, one slipped, one retimed, one
 * gone, one of another take, one moved.
 */
@Component
class DemoCuts {
  private static final FrameRate RATE = FrameRate.FILM;
  private static final String HOUR = "01:00:00:00";
  private final CutDesk desk;
  private final CutSheets sheets;
  private final TakeEntries takes;
  private final Shots shots;
  private final Clock clock;

  DemoCuts(CutDesk desk, CutSheets sheets, TakeEntries takes, Shots shots, Clock clock) {
    this.desk = desk;
    this.sheets = sheets;
    this.takes = takes;
    this.shots = shots;
    this.clock = clock;
  }

  /** A list as it is written, one event after the other. */
  private static final class Edl {
    private final StringBuilder out = new StringBuilder();
    private Timecode at = Timecode.parse(HOUR, RATE);
    private int n;

    Edl(String title) {
      out.append("TITLE: ").append(title).append("\nFCM: NON-DROP FRAME\n\n");
    }

    private void line(
        String reel,
        String track,
        String how,
        Timecode in,
        long source,
        Timecode from,
        long frames) {
      n++;
      out.append(
          String.format(
              Locale.ROOT,
              "%03d  %-8s %-5s %-8s %s %s %s %s%n",
              n,
              reel,
              track,
              how,
              in.label(),
              in.plus(source).label(),
              from.label(),
              from.plus(frames).label()));
    }

    /** A clip at the end of what is there; on V2 and above over the clip before. */
    Edl clip(String reel, String track, Timecode in, long frames, int percent, String... notes) {
      Timecode from = track.equals("V") ? at : at.plus(-frames);
      line(reel, track, "C", in, frames * percent / 100, from, frames);
      if (percent != 100) {
        out.append(
            String.format(
                Locale.ROOT, "M2   %-8s %05.1f %s%n", reel, percent * 24.0 / 100, in.label()));
      }
      for (String note : notes) {
        out.append("* ").append(note).append('\n');
      }
      if (track.equals("V")) {
        at = at.plus(frames);
      }
      return this;
    }

    Edl black(long frames) {
      line("BL", "V", "C", Timecode.parse("00:00:00:00", RATE), frames, at, frames);
      at = at.plus(frames);
      return this;
    }

    Edl sound(String reel, long frames) {
      line(reel, "A", "C", Timecode.parse("05:00:00:00", RATE), frames, at.plus(-frames), frames);
      return this;
    }

    Edl words(String line) {
      out.append(line).append('\n');
      return this;
    }

    byte[] bytes() {
      return out.toString().getBytes(StandardCharsets.UTF_8);
    }
  }

  /** A take of a shot by its title, with what a cut needs of it. */
  private record Source(String reel, Timecode in) {
    Timecode from(long frames) {
      return in.plus(frames);
    }
  }

  /** What both cuts are made of. */
  private record Sources(
      Source left,
      Source right,
      Source mug,
      Source leans,
      Source over,
      Source flags,
      Source mast,
      List<Source> dash,
      Source cork,
      String gone) {}

  /**
   * @param ids of the shots by their titles
   */
  void load(Member producer, Map<String, UUID> ids) throws IOException {
    List<TakeEntries.OnRoll> all = takes.rolls(producer.productionId());
    BiFunction<String, String, List<Source>> of =
        (title, plate) -> sources(all, ids.get(title), "plate:" + plate);
    Sources s =
        new Sources(
            of.apply("Two Ineses at the chart table", "performance-1").get(0),
            of.apply("Two Ineses at the chart table", "performance-2").get(0),
            of.apply("The second mug appears", "with").get(0),
            of.apply("One leans across herself", "performance-1").get(1),
            of.apply("One leans across herself", "performance-2").get(0),
            of.apply("The signal flags vanish", "with").get(0),
            of.apply("The signal flags vanish", "clean").get(0),
            of.apply("The dash along the pier", "performance-1"),
            of.apply("The cork float is thrown across", "giver").get(0),
            shots.require(ids.get("Yesterday's Ines is gone"), producer.productionId()).code);
    first(producer, s);
    bring(producer, "Assembly 2", 0, second(s));
  }

  /** Takes of a plate that are not thrown away, by number. */
  private static List<Source> sources(List<TakeEntries.OnRoll> all, UUID shot, String plate) {
    return all.stream()
        .filter(x -> x.shotId().equals(shot) && x.plate().equals(plate))
        .filter(x -> x.call() != Take.Call.NO_GOOD)
        .sorted(Comparator.comparingInt(TakeEntries.OnRoll::number))
        .map(t -> new Source(t.roll(), Timecode.parse(t.tcIn(), RATE)))
        .toList();
  }

  private static Timecode at(String label) {
    return Timecode.parse(label, RATE);
  }

  private void first(Member producer, Sources s) throws IOException {
    Edl edl =
        new Edl("TIDEKEEPER ASSEMBLY 1")
            .clip("B004", "V", at("04:11:02:00"), 48, 100, "FROM CLIP NAME: sea, early")
            .clip(s.left.reel, "V", s.left.from(60), 96, 100)
            .clip(s.right.reel, "V2", s.right.from(64), 96, 100)
            .clip("B004", "V", at("04:13:40:10"), 62, 100, "FROM CLIP NAME: stove, close")
            .clip(s.mug.reel, "V", s.mug.from(70), 72, 100)
            .clip(s.leans.reel, "V", s.leans.from(66), 120, 100)
            .clip(s.over.reel, "V2", s.over.from(66), 120, 100)
            .sound("S012", 120)
            .black(24)
            .clip(s.flags.reel, "V", s.flags.from(58), 96, 100)
            .clip(s.mast.reel, "V2", s.mast.from(58), 96, 100)
            .clip(s.dash.get(0).reel, "V", s.dash.get(0).from(55), 96, 100)
            .clip("A002", "V", at("14:20:00:00"), 50, 100, "FROM CLIP NAME: A002 extra")
            .clip(s.cork.reel, "V", s.cork.from(50), 90, 100)
            .clip("C001", "V", at("01:30:00:00"), 84, 100, "COMMENT: " + s.gone + " temp")
            .words("* FREEZE NOTHING HERE YET")
            .words("GRADE AS LAST WEEK");
    UUID cut = bring(producer, "Assembly 1", 1, edl);
    desk.follow(
        cut,
        producer,
        new CutDesk.NewFollow(
            sheets.sheet(cut, producer, ReelSheet.Show.ALL, "", 0, 100).rows().stream()
                .map(CutSheets.SheetRow::shot)
                .toList()));
  }

  private static Edl second(Sources s) {
    return new Edl("TIDEKEEPER ASSEMBLY 2")
        .clip("B004", "V", at("04:11:02:00"), 48, 100, "FROM CLIP NAME: sea, early")
        .clip(s.left.reel, "V", s.left.from(60), 100, 100)
        .clip(s.right.reel, "V2", s.right.from(64), 100, 100)
        .clip(s.mug.reel, "V", s.mug.from(70), 90, 80)
        .clip("C001", "V", at("01:30:00:00"), 84, 100, "COMMENT: " + s.gone + " temp")
        .clip(s.leans.reel, "V", s.leans.from(72), 120, 100)
        .clip(s.over.reel, "V2", s.over.from(72), 120, 100)
        .black(24)
        .clip(s.flags.reel, "V", s.flags.from(48), 116, 100)
        .clip(s.mast.reel, "V2", s.mast.from(48), 116, 100)
        .clip(s.dash.get(1).reel, "V", s.dash.get(1).from(55), 96, 100)
        .clip("A002", "V", at("14:20:00:00"), 50, 100, "FROM CLIP NAME: A002 extra");
  }

  private UUID bring(Member producer, String name, int daysAgo, Edl edl) throws IOException {
    return desk.take(
        producer,
        new ByteArrayInputStream(edl.bytes()),
        new CutDesk.NewCut(
            name,
            "",
            LocalDate.now(clock).minusDays(daysAgo),
            "Noor",
            "",
            null,
            name.toLowerCase(Locale.ROOT).replace(' ', '-') + ".edl"));
  }
}
