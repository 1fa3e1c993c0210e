package bivex.core.cut;

import bivex.core.Said;
import bivex.core.cut.Recognition.KnownTake;
import bivex.core.cut.Recognition.Recognised;
import bivex.core.time.Timecode;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * An effect shot as a cut uses it: where it stands, how long it is, and what of which takes is
 * pulled for it.
 *
 * @param shot id
 * @param use counted from 1 where a cut uses a shot more than once
 * @param record first frame in the cut
 * @param frames of the cut
 * @param plates lowest layer first
 */
public record ShotCut(String shot, int use, long record, long frames, List<PlateUse> plates) {
  /**
   * What is used of a take.
   *
   * @param take id; empty where the take is not known
   * @param plate key of the plate; empty where the take is not known
   * @param from frame of the shot at which it begins, from 0
   * @param event as the cut has it
   * @param offset place in the take of the event's own label, frames
   * @param pull frames of the take that are pulled, from its first as 0; of the source from the
   *     event's label where the take is not known
   * @param shortHead frames of handle that the take lacks at its beginning
   * @param shortTail at its end
   * @param missing frames of the cut itself that the take does not have
   */
  public record PlateUse(
      String take,
      String plate,
      String track,
      long from,
      CutEvent event,
      long offset,
      FrameMap.Range pull,
      long shortHead,
      long shortTail,
      long missing) {
    /** Label of the first frame that is pulled. */
    public Timecode first() {
      return label(pull.first());
    }

    /** Label of the last. */
    public Timecode last() {
      return label(pull.last());
    }

    /** Label of a frame of the take, counted from its first as 0. */
    public Timecode label(long frameOfTake) {
      return event.label(frameOfTake - offset);
    }

    /** Frame of the take a frame of the shot shows, from 0, with its part of a frame. */
    public Ratio place(long frameOfShot) {
      return event.map().position(frameOfShot - from).plus(Ratio.of(offset));
    }

    /**
     * Number of a pulled frame: the one that the shot's first frame shows has the number of the
     * shot's first frame, the others count on from it, so that a plate as recorded has the numbers
     * of the shot.
     *
     * @param first number of the first frame of the shot
     * @param frameOfTake from 0
     */
    public long number(int first, long frameOfTake) {
      return first + frameOfTake - place(0).floor();
    }

    /** Frame of the take that has a number. */
    public long frameOfTake(int first, long number) {
      return number - first + place(0).floor();
    }

    /** What is wrong with it and what may be done; empty when nothing is. */
    public String advice() {
      List<String> out = new ArrayList<>();
      if (missing > 0) {
        out.add(
            Said.of(
                "%s frames of the cut are not in the take: ask the editor, or look for the roll",
                missing));
      }
      if (shortHead > 0) {
        out.add(
            Said.of(
                "%s frames of handle short at the head: hold its first frame, begin slower, or ask"
                    + " the editor",
                shortHead));
      }
      if (shortTail > 0) {
        out.add(
            Said.of(
                "%s frames of handle short at the tail: hold its last frame, end slower, or ask the"
                    + " editor",
                shortTail));
      }
      return String.join("; ", out);
    }
  }

  /** The same as if it stood where another does. */
  ShotCut as(ShotCut other) {
    return new ShotCut(shot, other.use, other.record, frames, plates);
  }

  /** Frame of the cut after its last. */
  public long end() {
    return record + frames;
  }

  /** The plate it is measured by: the lowest layer that lasts as long as the shot. */
  public PlateUse main() {
    return plates.stream()
        .max(Comparator.comparingLong(p -> p.event().frames()))
        .map(
            longest ->
                plates.stream()
                    .filter(p -> p.event().frames() == longest.event().frames())
                    .findFirst()
                    .orElse(longest))
        .orElseThrow();
  }

  /**
   * All effect shots of a cut in its order.
   *
   * @param all what its events are
   * @param known takes
   * @param handles frames of the cut before and after, for every plate
   */
  public static List<ShotCut> of(List<Recognised> all, Recognition known, int handles) {
    Map<String, List<Recognised>> byShot = new LinkedHashMap<>();
    for (Recognised r : all) {
      if (!r.shot().isEmpty() && r.how() != Recognition.How.ASKED) {
        byShot.computeIfAbsent(r.shot(), k -> new ArrayList<>()).add(r);
      }
    }
    List<ShotCut> out = new ArrayList<>();
    byShot.forEach((shot, events) -> out.addAll(uses(shot, events, known, handles)));
    out.sort(Comparator.comparingLong(ShotCut::record).thenComparing(ShotCut::shot));
    return List.copyOf(out);
  }

  private static List<ShotCut> uses(
      String shot, List<Recognised> events, Recognition known, int handles) {
    List<Recognised> order =
        events.stream()
            .sorted(Comparator.comparingLong((Recognised r) -> r.event().record()))
            .toList();
    List<List<Recognised>> groups = new ArrayList<>();
    long end = Long.MIN_VALUE;
    for (Recognised r : order) {
      if (groups.isEmpty() || r.event().record() > end) {
        groups.add(new ArrayList<>());
        end = r.event().end();
      }
      groups.get(groups.size() - 1).add(r);
      end = Math.max(end, r.event().end());
    }
    List<ShotCut> out = new ArrayList<>();
    for (List<Recognised> g : groups) {
      long from = g.get(0).event().record();
      long to = g.stream().mapToLong(r -> r.event().end()).max().orElseThrow();
      List<PlateUse> plates =
          g.stream()
              .sorted(
                  Comparator.comparing((Recognised r) -> r.event().track())
                      .thenComparingLong(r -> r.event().record()))
              .map(r -> plate(r, known.take(r.take()), from, handles))
              .toList();
      out.add(new ShotCut(shot, out.size() + 1, from, to - from, plates));
    }
    return out;
  }

  private static PlateUse plate(Recognised r, KnownTake t, long from, int handles) {
    CutEvent e = r.event();
    // Handles are those of the shot; a plate that begins or ends within it has its own as well.
    long head = handles + e.before();
    long tail = handles + e.under();
    FrameMap.Range needs = e.map().needs(head, tail);
    if (t == null) {
      return new PlateUse("", "", e.track(), e.record() - from, e, 0, needs, 0, 0, 0);
    }
    long offset = Recognition.offset(e, t);
    FrameMap.Range wanted = new FrameMap.Range(offset + needs.first(), offset + needs.last());
    long last = Recognition.length(e, t) - 1;
    FrameMap.Range there =
        new FrameMap.Range(
            Math.max(0, Math.min(last, wanted.first())),
            Math.max(0, Math.min(last, wanted.last())));
    long shortHead = 0;
    for (long f = -head; f < 0; f++) {
      shortHead += outside(e.map().position(f).plus(Ratio.of(offset)), last) ? 1 : 0;
    }
    long shortTail = 0;
    for (long f = e.frames(); f < e.frames() + tail; f++) {
      shortTail += outside(e.map().position(f).plus(Ratio.of(offset)), last) ? 1 : 0;
    }
    long missing = 0;
    for (long f = 0; f < e.frames(); f++) {
      missing += outside(e.map().position(f).plus(Ratio.of(offset)), last) ? 1 : 0;
    }
    return new PlateUse(
        t.id(),
        t.plate(),
        e.track(),
        e.record() - from,
        e,
        offset,
        there,
        shortHead,
        shortTail,
        missing);
  }

  /** Whether a place lies before the first or after the last frame of a take. */
  private static boolean outside(Ratio place, long last) {
    return place.floor() < 0 || place.floor() > last;
  }
}
