package bivex.core.reckon;

import static bivex.core.reckon.Inputs.CAPTURE;
import static bivex.core.reckon.Inputs.CUT;
import static bivex.core.reckon.Inputs.HANDLES;
import static bivex.core.reckon.Inputs.RATE;
import static bivex.core.reckon.Inputs.rate;
import static bivex.core.reckon.Sum.number;
import static bivex.core.reckon.Sum.series;
import static bivex.core.reckon.Sum.words;

import bivex.core.InvalidInput;
import bivex.core.motion.OffsetCopy;
import bivex.core.parameter.Parameter;
import bivex.core.time.Conform;
import bivex.core.time.EventSurvival;
import bivex.core.time.FrameRate;
import bivex.core.time.PullList;
import bivex.core.time.SequenceCheck;
import bivex.core.time.Timecode;
import java.util.ArrayList;
import java.util.List;

/** Sums of time: S1, S2, S3, S22, S24. */
final class TimeSums {
  private static final long MOST_FRAMES = 1_000_000;
  static final List<Sum> ALL =
      List.of(timecode(), conform(), pull(), survival(), sequence(), offset());

  private TimeSums() {}

  private static Sum timecode() {
    return new Sum(
        "S1",
        "Timecode",
        "label ↔ frames; drop-frame leaves out ;00 and ;01 of each minute but every tenth",
        "SMPTE ST 12-1",
        List.of(
            RATE,
            Parameter.text("label", "Timecode", "01:00:00:00", "where a reel begins"),
            Parameter.whole(
                "addFrames",
                "Add frames",
                "frames",
                -10_000_000,
                10_000_000,
                0,
                "negative goes back"),
            Parameter.text("otherRate", "Read at", "25", "another rate, by real time")),
        v -> {
          Timecode t = Timecode.parse(v.word("label"), rate(v));
          Timecode sum = t.plus(v.whole("addFrames"));
          return List.of(
              number("frames", "Frames from midnight", 0, t.frame(), "frames"),
              words("sumLabel", "With the frames added", sum.label()),
              number("seconds", "Real time", 3, sum.seconds(), "s"),
              words(
                  "otherLabel",
                  "Same moment at the other rate",
                  sum.at(rate(v, "otherRate"), false).label()));
        });
  }

  private static Sum conform() {
    return new Sum(
        "S2",
        "Capture rate and cadence",
        "one to one = p/c · real time = c/p · step = speed · c/p",
        "definition",
        List.of(
            RATE,
            CAPTURE,
            Parameter.number("speed", "Wanted speed", "×", 0.001, 1000, 0.4, "1 is real time")),
        v -> {
          Conform c = new Conform(rate(v), rate(v, "capture"));
          Conform.Cadence k = c.cadence(v.number("speed"), 1000);
          return List.of(
              number(
                  "oneToOnePercent",
                  "Each frame once is a speed of",
                  2,
                  c.oneToOneSpeed() * 100,
                  "%"),
              number("realTimeFactor", "Sped up to real time by", 3, c.realTimeRead(), "×"),
              number("step", "Source frames a step", 4, k.step(), ""),
              words(
                  "cadence",
                  "Cadence",
                  k.even()
                      ? "even"
                      : k.repeats() + " repeats, " + k.skips() + " skips in 1000 frames"),
              number("repeats", "Repeats in 1000 frames", 0, k.repeats(), "frames"),
              number("skips", "Skips in 1000 frames", 0, k.skips(), "frames"),
              series(
                  "pattern",
                  "First frames",
                  0,
                  k.pattern().stream().limit(48).map(Long::doubleValue).toList(),
                  ""),
              number(
                  "syntheticPercent",
                  "Made-up frames",
                  1,
                  c.syntheticShare(1 / v.number("speed")) * 100,
                  "%"));
        });
  }

  private static Sum pull() {
    return new Sum(
        "S3",
        "Pull list",
        "source frame = offset + step · cut frame, stopped in a hold; handles on either side",
        "definition; event line of SMPTE ST 258",
        List.of(
            CUT,
            HANDLES,
            Parameter.text("capture", "Source rate", "24", "of the take"),
            Parameter.text("label", "Source begins at", "10:00:00:00", "label of its first frame"),
            Parameter.whole(
                "offset",
                "Source frame at the cut's first",
                "frames",
                0,
                10_000_000,
                120,
                "counted from 0"),
            Parameter.number(
                "step", "Source frames a step", "", -1000, 1000, 1, "negative plays backwards"),
            Parameter.whole(
                "holdFrom", "Hold from cut frame", "frames", 0, 100_000, 0, "counted from 0"),
            Parameter.whole("holdFrames", "Hold for", "frames", 0, 100_000, 0, "0 is no hold")),
        v -> {
          Timecode start = Timecode.parse(v.word("label"), rate(v, "capture"));
          PullList p =
              PullList.of(
                  start,
                  v.number("offset"),
                  v.whole("cutFrames"),
                  v.number("step"),
                  new PullList.Hold(v.whole("holdFrom"), v.whole("holdFrames")),
                  v.whole("handles"));
          List<Sum.Result> out =
              new ArrayList<>(
                  List.of(
                      number("first", "First source frame", 0, p.first(), ""),
                      number("last", "Last source frame", 0, p.last(), ""),
                      number("frames", "To pull", 0, p.frames(), "frames"),
                      words("in", "In", p.in().label()),
                      words("out", "Last frame", p.out().label())));
          if (p.handlesShort() > 0) {
            out.add(
                number(
                    "handlesShort", "Handle missing at the head", 0, p.handlesShort(), "frames"));
          }
          out.add(
              words(
                  "event",
                  "As an event",
                  p.event(
                          1,
                          "A001",
                          new Timecode(start.rate(), start.drop(), 0),
                          Math.abs(v.number("step")))
                      .lines()
                      .findFirst()
                      .orElseThrow()));
          return out;
        });
  }

  private static Sum survival() {
    return new Sum(
        "S22",
        "Does a short event survive",
        "an event of d frames read every s frames is in ⌊d ÷ s⌋ to ⌈d ÷ s⌉ of them; seen with a"
            + " chance of min(1, d ÷ s)",
        "definition",
        List.of(
            RATE,
            CAPTURE,
            Parameter.number("speed", "Played at", "×", 0.001, 1000, 1, "1 is real time"),
            Parameter.whole("eventFrames", "Event lasts", "frames", 1, 100_000, 2, "as captured"),
            Parameter.whole(
                "eventStart",
                "Begins at captured frame",
                "frames",
                0,
                10_000_000,
                101,
                "counted from where reading begins")),
        v -> {
          double step = new Conform(rate(v), rate(v, "capture")).step(v.number("speed"));
          EventSurvival e = EventSurvival.of(v.whole("eventFrames"), step, v.whole("eventStart"));
          return List.of(
              number("step", "Captured frames a step", 4, step, ""),
              number("worst", "In at least", 0, e.worst(), "frames"),
              number("best", "In at most", 0, e.best(), "frames"),
              number("chancePercent", "Seen at all", 1, e.chance() * 100, "%"),
              number(
                  "shownNow",
                  "Read from frame 0 it is in",
                  0,
                  EventSurvival.shown(v.whole("eventFrames"), step, v.whole("eventStart"), 0),
                  "frames"),
              number("shift", "Begin reading later by", 3, e.shift(), "frames"));
        });
  }

  private static Sum sequence() {
    return new Sum(
        "S24",
        "Sequence check",
        "gaps between first and last; slip = frames ÷ rate read − frames ÷ rate made",
        "definition",
        List.of(
            Parameter.text(
                "frames",
                "Frame numbers",
                "1001-1096",
                "numbers and stretches, such as 1001-1024 1030"),
            Parameter.text("madeAt", "Made at", "24", "of the production"),
            Parameter.text("readAt", "Read at", "30", "what the other program takes it for"),
            Parameter.whole("wanted", "Frames wanted", "frames", 1, 10_000_000, 96, "of the shot")),
        v -> {
          SequenceCheck c = SequenceCheck.of(frames(v.word("frames")));
          FrameRate made = rate(v, "madeAt");
          FrameRate read = rate(v, "readAt");
          return List.of(
              number("count", "Frames there", 0, c.count(), "frames"),
              number("first", "First", 0, c.first(), ""),
              number("last", "Last", 0, c.last(), ""),
              words("gaps", "Gaps", c.gaps().isEmpty() ? "none" : String.join(", ", c.gaps())),
              number("missing", "Missing", 0, c.missing(), "frames"),
              number(
                  "offBy", "More (less) than wanted", 0, c.count() - v.whole("wanted"), "frames"),
              number(
                  "slipSeconds",
                  "Slip at the wrong rate",
                  3,
                  SequenceCheck.slipSeconds(c.count(), made, read),
                  "s"),
              number(
                  "slipFrames",
                  "which is",
                  2,
                  SequenceCheck.slipFrames(c.count(), made, read),
                  "frames"));
        });
  }

  /** Reads "1001-1024 1030". */
  private static List<Long> frames(String text) {
    List<Long> out = new ArrayList<>();
    for (String part : text.split("[ ,;]+")) {
      if (!part.matches("\\d{1,9}([-–]\\d{1,9})?")) {
        throw new InvalidInput(
            "frames", "must be numbers and stretches such as 1001-1024 1030, was \"" + part + "\"");
      }
      String[] ends = part.split("[-–]");
      long from = Long.parseLong(ends[0]);
      long to = Long.parseLong(ends[ends.length - 1]);
      InvalidInput.within("frames", to - from, 0, MOST_FRAMES);
      InvalidInput.within("frames", out.size() + to - from + 1, 0, MOST_FRAMES);
      for (long f = from; f <= to; f++) {
        out.add(f);
      }
    }
    return out;
  }

  private static Sum offset() {
    return new Sum(
        "S33",
        "A take as its own clean plate",
        "frames = (width + shadow + 2 · margin) ÷ (speed ÷ fps), rounded up",
        "two intervals that no longer overlap; definition",
        List.of(
            RATE,
            Parameter.number(
                "widthPx", "Thing along its way", "px", 0, 100_000, 400, "at its widest"),
            Parameter.number(
                "shadowPx",
                "Shadow beyond it",
                "px",
                0,
                100_000,
                120,
                "and reflections, along the way"),
            Parameter.number(
                "marginPx",
                "Soft edge and blur",
                "px",
                0,
                10_000,
                OffsetCopy.MARGIN_PX,
                "kept off on each side"),
            Parameter.number(
                "pxPerSecond", "Slowest it moves", "px/s", 0.1, 1e6, 500, "in the picture")),
        v -> {
          FrameRate r = rate(v);
          int frames =
              OffsetCopy.frames(
                  v.number("widthPx"),
                  v.number("shadowPx"),
                  v.number("marginPx"),
                  v.number("pxPerSecond"),
                  r);
          return List.of(
              number("frames", "Shift the copy, and roll longer, by", 0, frames, "frames"),
              number("seconds", "which is", 2, r.seconds(frames), "s"));
        });
  }
}
