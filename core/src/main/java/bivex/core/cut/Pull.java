package bivex.core.cut;

import bivex.core.ItemKey;
import bivex.core.Said;
import bivex.core.cut.ReelSheet.Row;
import bivex.core.cut.ShotCut.PlateUse;
import bivex.core.shoot.EditList;
import bivex.core.tally.Sheets;
import bivex.core.time.FrameRate;
import bivex.core.time.Timecode;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.OptionalLong;

/**
 * Frames that are taken from a roll for a shot.
 *
 * @param name of the files that come of it: code, plate, take, and what tells two apart
 * @param code of the shot
 * @param roll as it is known, else as the list has it
 * @param take name of the take; empty where it is not known
 * @param use what is used
 * @param first number of the first frame that is pulled
 * @param sync number of the frame that lies under the first frame of the shot; for a plate that
 *     begins later in the shot, the one it begins with
 * @param at number of the frame of the shot at which the plate begins
 */
public record Pull(
    String name,
    String code,
    String roll,
    String take,
    PlateUse use,
    long first,
    long sync,
    long at) {
  /** Number of the last frame that is pulled. */
  public long last() {
    return first + use.pull().frames() - 1;
  }

  /**
   * All pulls of a sheet in its order.
   *
   * @param known takes by their ids
   */
  public static List<Pull> of(List<Row> rows, Recognition known) {
    List<Pull> out = new ArrayList<>();
    Map<String, Integer> names = new LinkedHashMap<>();
    for (Row r : rows) {
      if (r.now() != null) {
        for (PlateUse p : r.now().plates()) {
          out.add(of(r, p, known.take(p.take()), names));
        }
      }
    }
    return List.copyOf(out);
  }

  private static Pull of(Row r, PlateUse p, Recognition.KnownTake t, Map<String, Integer> names) {
    String plate = t == null ? "unknown" : ItemKey.of(t.plate()).name();
    String name = r.code() + "_" + plate + (t == null ? "" : "_t" + t.number());
    int n = names.merge(name, 1, Integer::sum);
    int shot = r.range().first();
    return new Pull(
        n == 1 ? name : name + "_" + n,
        r.code(),
        t == null ? p.event().roll() : t.roll(),
        t == null ? "" : t.name(),
        p,
        p.number(shot, p.pull().first()),
        p.number(shot, p.place(p.from()).floor()),
        shot + p.from());
  }

  /**
   * Which frames of a clip lie under the first and the last frame.
   *
   * @param first of the clip, from 0; empty where it is not in it or not certain
   * @param last of the clip
   * @param why they are not certain; empty where they are
   */
  public record Shown(OptionalLong first, OptionalLong last, String why) {
    private static Shown none(String why) {
      return new Shown(OptionalLong.empty(), OptionalLong.empty(), why);
    }
  }

  /**
   * Which frames of a clip of its take can be shown: only where clip and take are equally long is
   * it certain which is which.
   *
   * @param takeFrames frames of the take
   * @param clipFrames frames of the clip; 0 where there is none
   */
  public Shown shown(long takeFrames, long clipFrames) {
    if (clipFrames == 0) {
      return Shown.none("no clip of the take is here");
    }
    if (clipFrames != takeFrames) {
      return Shown.none(
          Said.of(
              "the clip here has %s frames, the take %s: its frames are not placed",
              clipFrames, takeFrames));
    }
    return new Shown(within(use.from(), clipFrames), within(lastOfShot(), clipFrames), "");
  }

  private long lastOfShot() {
    return use.from() + use.event().frames() - 1;
  }

  private OptionalLong within(long frameOfShot, long frames) {
    long f = use.place(frameOfShot).floor();
    return f >= 0 && f < frames ? OptionalLong.of(f) : OptionalLong.empty();
  }

  /** The list for whoever pulls, as a table. */
  public static Sheets.Table table(List<Pull> pulls) {
    return new Sheets.Table(
        "Pulls",
        List.of(
            "code",
            "name",
            "roll",
            "from",
            "to",
            "frames",
            "first",
            "last",
            "sync",
            "at",
            "speed",
            "short head",
            "short tail",
            "missing",
            "note"),
        List.of(12, 26, 16, 13, 13, 7, 7, 7, 7, 7, 14, 0, 0, 0, 20),
        pulls.stream()
            .map(
                p ->
                    List.of(
                        p.code,
                        p.name,
                        p.roll,
                        p.use.first().label(),
                        p.use.last().label(),
                        String.valueOf(p.use.pull().frames()),
                        String.valueOf(p.first),
                        String.valueOf(p.last()),
                        String.valueOf(p.sync),
                        String.valueOf(p.at),
                        p.use.event().map().said(),
                        String.valueOf(p.use.shortHead()),
                        String.valueOf(p.use.shortTail()),
                        String.valueOf(p.use.missing()),
                        p.use.advice()))
            .toList(),
        Said.of(
            "%s pulls, %s frames; both ends are pulled. Frame \"sync\" of a pull lies under frame"
                + " \"at\" of the shot.",
            pulls.size(), pulls.stream().mapToLong(p -> p.use.pull().frames()).sum()));
  }

  /** The list for programs: the frames as they were recorded, one pull after the other. */
  public static EditList list(String title, FrameRate rate, boolean drop, List<Pull> pulls) {
    return new EditList(
        title,
        rate,
        drop,
        pulls.stream()
            .map(
                p -> {
                  Timecode in = p.use.first();
                  return new EditList.Event(
                      p.roll,
                      in,
                      p.use.pull().frames(),
                      in,
                      p.use.pull().frames(),
                      p.name,
                      String.format(
                          Locale.ROOT,
                          "frames %d to %d, %s",
                          p.first,
                          p.last(),
                          p.use.event().map().said()),
                      List.of(
                          new EditList.Mark(p.sync - p.first, "frame " + p.at + " of " + p.code)));
                })
            .toList());
  }
}
