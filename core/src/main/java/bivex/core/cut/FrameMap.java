package bivex.core.cut;

import bivex.core.InvalidInput;
import bivex.core.Said;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalLong;

/**
 * Which place of its source each frame of a clip shows. Frames of the cut are counted from 0 at the
 * clip's first; places of the source are frames from wherever the source is counted, with parts of
 * a frame. Straight pieces one after another: one for a constant speed, a still one for a hold,
 * many for a ramp.
 *
 * @param frames of the cut, 1 to 10 000 000
 * @param legs in order; the first begins at 0
 * @param natural source frames a frame of the cut at the speed it was recorded in, above 0
 */
public record FrameMap(long frames, List<Leg> legs, Ratio natural) {
  /** Speeds that are told one by one. */
  private static final int MOST_TOLD = 3;

  /**
   * A straight piece.
   *
   * @param from first frame of the cut it holds for
   * @param at place of the source there
   * @param step source frames a frame of the cut; 0 holds, below 0 plays backwards
   */
  public record Leg(long from, Ratio at, Ratio step) {}

  public FrameMap {
    InvalidInput.within("frames", frames, 1, 10_000_000);
    legs = List.copyOf(legs);
    if (legs.isEmpty() || legs.get(0).from() != 0) {
      throw new InvalidInput("legs", "must begin at the first frame");
    }
    for (int i = 1; i < legs.size(); i++) {
      if (legs.get(i).from() <= legs.get(i - 1).from() || legs.get(i).from() >= frames) {
        throw new InvalidInput("legs", "must follow each other within the clip");
      }
    }
    if (natural.sign() <= 0) {
      throw new InvalidInput("natural", "must be more than zero, was " + natural);
    }
  }

  /**
   * One speed throughout.
   *
   * @param at place of the source at the first frame
   * @param speed 1 as it was recorded, 0 held, below 0 backwards
   */
  public static FrameMap of(long frames, Ratio at, Ratio speed, Ratio natural) {
    return new FrameMap(frames, List.of(new Leg(0, at, speed.times(natural))), natural);
  }

  /** A frame that is known, as a point of a curve. */
  public record Knot(long frame, Ratio at) {}

  /**
   * A ramp through points, straight between them; before the first and after the last it goes on.
   *
   * @param knots two or more, with frames that rise; those outside of the clip count all the same
   */
  public static FrameMap through(long frames, List<Knot> knots, Ratio natural) {
    if (knots.size() < 2) {
      throw new InvalidInput("knots", "must be two or more");
    }
    List<Leg> legs = new ArrayList<>();
    for (int i = 0; i + 1 < knots.size(); i++) {
      Knot a = knots.get(i);
      Knot b = knots.get(i + 1);
      if (b.frame() <= a.frame()) {
        throw new InvalidInput("knots", "must have frames that rise");
      }
      Ratio step = b.at().minus(a.at()).over(Ratio.of(b.frame() - a.frame()));
      boolean last = i + 2 == knots.size();
      if (b.frame() <= 0 && !last || a.frame() >= frames && !legs.isEmpty()) {
        continue;
      }
      long from = legs.isEmpty() ? 0 : a.frame();
      legs.add(new Leg(from, a.at().plus(step.times(from - a.frame())), step));
    }
    return new FrameMap(frames, legs, natural);
  }

  private Leg leg(long frame) {
    Leg out = legs.get(0);
    for (Leg l : legs) {
      if (l.from() <= frame) {
        out = l;
      }
    }
    return out;
  }

  /**
   * Place of the source that a frame shows. Before the first and after the last frame it goes on at
   * the speed it had there; where it was held, as it was recorded, since a hold that is taken away
   * shows what was recorded.
   */
  public Ratio position(long frame) {
    if (frame < 0) {
      Leg l = legs.get(0);
      Ratio step = l.step().sign() == 0 ? natural : l.step();
      return l.at().plus(step.times(frame));
    }
    Leg l = leg(Math.min(frame, frames - 1));
    Ratio last = l.at().plus(l.step().times(Math.min(frame, frames - 1) - l.from()));
    if (frame < frames) {
      return last;
    }
    Ratio step = l.step().sign() == 0 ? natural : l.step();
    return last.plus(step.times(frame - (frames - 1)));
  }

  /** The source frame a frame shows where none are made up: the one that began last. */
  public long shown(long frame) {
    return position(frame).floor();
  }

  /**
   * The first frame of the cut in which a source frame is shown.
   *
   * @return empty when it is never shown
   */
  public OptionalLong frameOf(long source) {
    for (int i = 0; i < legs.size(); i++) {
      Leg l = legs.get(i);
      long end = i + 1 < legs.size() ? legs.get(i + 1).from() : frames;
      if (l.step().sign() == 0) {
        if (l.at().floor() == source) {
          return OptionalLong.of(l.from());
        }
        continue;
      }
      // The first frame whose place is at or past the source frame, in the way it plays.
      long guess =
          l.from()
              + (l.step().sign() > 0
                  ? Ratio.of(source).minus(l.at()).over(l.step()).ceil()
                  : Ratio.of(source + 1).minus(l.at()).over(l.step()).floor() + 1);
      long at = Math.max(l.from(), guess);
      if (at < end && shown(at) == source) {
        return OptionalLong.of(at);
      }
    }
    return OptionalLong.empty();
  }

  /**
   * Source frames that are pulled.
   *
   * @param first source frame
   * @param last source frame
   */
  public record Range(long first, long last) {
    public long frames() {
      return last - first + 1;
    }

    Range and(Range other) {
      return new Range(Math.min(first, other.first), Math.max(last, other.last));
    }
  }

  /**
   * All source frames that the clip needs with its handles: those on both sides of every place, so
   * that what lies between two can be made of both.
   *
   * @param head frames of the cut before the first, 0 or more
   * @param tail after the last
   */
  public Range needs(long head, long tail) {
    Range out = null;
    // Straight pieces are farthest at their ends.
    List<Long> ends = new ArrayList<>(List.of(-head, 0L, frames - 1, frames - 1 + tail));
    for (Leg l : legs) {
      ends.add(l.from());
      ends.add(Math.max(0, l.from() - 1));
    }
    for (long f : ends) {
      Ratio p = position(f);
      Range here = new Range(p.floor(), p.ceil());
      out = out == null ? here : out.and(here);
    }
    return out;
  }

  /** The one speed it plays at, 1 as recorded; null where it has more than one. */
  public Ratio speed() {
    return legs.size() == 1 ? legs.get(0).step().over(natural) : null;
  }

  /** How it plays, in words: a speed in percent, held, backwards, a ramp from one to another. */
  public String said() {
    Ratio one = speed();
    if (one != null) {
      return one.sign() == 0
          ? "held"
          : one.equals(Ratio.ONE)
              ? "as recorded"
              : percent(one.abs()) + (one.sign() < 0 ? " backwards" : "");
    }
    StringBuilder out = new StringBuilder();
    String last = "";
    int told = 0;
    for (Leg l : legs) {
      Ratio v = l.step().over(natural);
      String here = v.sign() == 0 ? "held" : percent(v.abs()) + (v.sign() < 0 ? " backwards" : "");
      if (!here.equals(last) && told++ < MOST_TOLD) {
        out.append(out.isEmpty() ? "" : ", then ").append(here);
      }
      last = here;
    }
    return told <= MOST_TOLD
        ? out.toString()
        : "ramp of " + legs.size() + " pieces, " + slowest() + " to " + fastest();
  }

  private static String percent(Ratio speed) {
    return Said.of("%.1f %%", 100 * speed.value()).replace(".0 %", " %");
  }

  private String slowest() {
    return percent(
        legs.stream().map(l -> l.step().over(natural)).min(Ratio::compareTo).orElseThrow());
  }

  private String fastest() {
    return percent(
        legs.stream().map(l -> l.step().over(natural)).max(Ratio::compareTo).orElseThrow());
  }

  /** Whether every frame shows the next of its source, as recorded. */
  public boolean plain() {
    return legs.size() == 1 && legs.get(0).step().equals(natural);
  }

  /** The same for a part of it. */
  public FrameMap part(long from, long length) {
    InvalidInput.within("from", from, 0, frames - 1);
    InvalidInput.within("length", length, 1, frames - from);
    List<Leg> out = new ArrayList<>();
    Leg first = leg(from);
    out.add(new Leg(0, position(from), first.step()));
    for (Leg l : legs) {
      if (l.from() > from && l.from() < from + length) {
        out.add(new Leg(l.from() - from, l.at(), l.step()));
      }
    }
    return new FrameMap(length, out, natural);
  }

  /**
   * The same where what holds it is played at a speed of its own.
   *
   * @param speed of the holder, above 0: its frames a frame of the cut
   * @param at frame of the holder at which this begins
   * @param from first frame of the cut that is wanted, counted as the holder's from 0
   * @param length frames of the cut
   */
  FrameMap held(Ratio speed, long at, long from, long length) {
    List<Leg> out = new ArrayList<>();
    for (Leg l : legs) {
      // The first frame of the cut that falls into the piece.
      long begins = Ratio.of(at + l.from()).over(speed).ceil();
      long f = Math.max(from, begins);
      if (f >= from + length) {
        break;
      }
      Ratio into = speed.times(f).minus(Ratio.of(at + l.from()));
      Leg leg = new Leg(f - from, l.at().plus(l.step().times(into)), l.step().times(speed));
      if (!out.isEmpty() && out.get(out.size() - 1).from() == leg.from()) {
        out.remove(out.size() - 1);
      }
      out.add(leg);
    }
    return new FrameMap(length, out, natural);
  }
}
