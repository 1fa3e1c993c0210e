package bivex.core.cut;

import bivex.core.Said;
import bivex.core.effort.TaskKind;
import bivex.core.method.OwnItem;
import bivex.core.method.Plan;
import bivex.core.method.Plan.SpanKind;
import bivex.core.method.ShotSetting;
import bivex.core.shoot.EditList;
import bivex.core.tally.Sheets;
import bivex.core.time.FrameRange;
import bivex.core.time.Timecode;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * A moment of a shot that is heard: a change, a dash, a landing, a ramp, or one somebody named. It
 * follows from the plan, so it moves when the plan or the cut does; what is said of it stays with
 * its key.
 *
 * @param key stable as long as the plan has the moment
 * @param frame number of the frame of the shot
 * @param frames how long it goes on; 0 for a single moment
 * @param what happens
 * @param kind what is looked for: a hard hit, a move-by, ambience, voice, foley
 * @param inCut whether it lies within the frames the cut shows
 */
public record Spot(String key, int frame, int frames, String what, Kind kind, boolean inCut) {
  /** Spans whose note says how they go; of others it is a measure of the picture. */
  private static final Set<SpanKind> TOLD = Set.of(SpanKind.MOVE, SpanKind.RETIME, SpanKind.FADE);

  /** What is looked for; the same words as of a sound one owes oneself. */
  public enum Kind {
    HIT("hard hit"),
    MOVE_BY("move-by"),
    AMBIENCE("ambience"),
    VOICE("voice"),
    FOLEY("foley"),
    SILENCE("silence");

    private final String words;

    Kind(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }

    static Kind of(String words) {
      for (Kind k : values()) {
        if (k.words.equals(words)) {
          return k;
        }
      }
      return FOLEY;
    }
  }

  /**
   * All of a shot in order.
   *
   * @param setting the plan was derived with
   * @param own things of one's own, the sounds among them
   * @param shown numbers of the frames the cut shows; null while no cut is there
   */
  public static List<Spot> of(Plan plan, ShotSetting setting, List<OwnItem> own, FrameRange shown) {
    FrameRange cut =
        shown == null ? new FrameRange(setting.firstFrame(), setting.cutFrames()) : shown;
    Map<String, Spot> out = new LinkedHashMap<>();
    for (Plan.Layer l : plan.layers()) {
      for (Plan.Span s : l.spans()) {
        moments(l, s, setting, cut, out);
      }
    }
    for (OwnItem i : own) {
      if (i.kind() == OwnItem.Kind.SOUND) {
        int at = setting.firstFrame() + ((Number) i.values().getOrDefault("frame", 0)).intValue();
        Kind kind = Kind.of(String.valueOf(i.values().getOrDefault("sound", Kind.HIT.words)));
        put(
            out,
            new Spot(
                i.key(),
                at,
                0,
                i.words().isEmpty() ? i.label() : i.label() + ": " + i.words(),
                kind,
                within(cut, at)));
      }
    }
    return out.values().stream().sorted(Comparator.comparingInt(Spot::frame)).toList();
  }

  private static void moments(
      Plan.Layer l, Plan.Span s, ShotSetting setting, FrameRange cut, Map<String, Spot> out) {
    if (l.source().equals(Plan.Layer.POST_CAMERA)) {
      // A camera that is made afterwards makes no noise.
      return;
    }
    int length = s.last() - s.first() + 1;
    switch (s.kind()) {
      case STREAK -> {
        put(out, spot(l, s, "dash", s.first(), length, l.label() + ": dashes", Kind.MOVE_BY, cut));
        put(out, spot(l, s, "arrive", s.last() + 1, 0, l.label() + ": arrives", Kind.HIT, cut));
      }
      case MOVE -> {
        put(out, spot(l, s, "move", s.first(), length, l.label() + ": moves", Kind.MOVE_BY, cut));
        put(out, spot(l, s, "rest", s.last() + 1, 0, l.label() + ": comes to rest", Kind.HIT, cut));
      }
      case RETIME ->
          put(out, spot(l, s, "ramp", s.first(), length, l.label() + ": ramp", Kind.MOVE_BY, cut));
      case FADE ->
          put(
              out,
              spot(l, s, "fade", s.first(), length, l.label() + ": fades", Kind.AMBIENCE, cut));
      case HOLD ->
          put(out, spot(l, s, "stop", s.first(), length, l.label() + ": stops", Kind.SILENCE, cut));
      case PRESENT -> {
        // What is there throughout is no moment.
        if (s.first() > setting.firstFrame()) {
          put(out, spot(l, s, "come", s.first(), 0, l.label() + ": comes", Kind.HIT, cut));
        }
        if (s.last() < setting.lastFrame()) {
          put(out, spot(l, s, "go", s.last() + 1, 0, l.label() + ": goes", Kind.HIT, cut));
        }
      }
      case EMPTY, CROSSING -> {
        // Nothing of it is heard.
      }
    }
  }

  private static Spot spot(
      Plan.Layer l,
      Plan.Span s,
      String moment,
      int frame,
      int frames,
      String what,
      Kind kind,
      FrameRange cut) {
    long before =
        l.spans().stream().filter(x -> x.kind() == s.kind() && x.first() < s.first()).count();
    return new Spot(
        l.key() + ":" + moment + (before == 0 ? "" : "-" + (before + 1)),
        frame,
        frames,
        TOLD.contains(s.kind()) && !s.note().isEmpty() ? what + ", " + s.note() : what,
        kind,
        within(cut, frame));
  }

  private static void put(Map<String, Spot> out, Spot spot) {
    out.putIfAbsent(spot.key, spot);
  }

  private static boolean within(FrameRange cut, int frame) {
    return frame >= cut.first() && frame <= cut.last();
  }

  /** Length that is wanted of the sound, with what goes before and after it, s. */
  public double seconds(ShotSetting setting) {
    return setting.rate().seconds(frames);
  }

  /**
   * What the day should bring home for the sound of a shot: room tone, and the sounds its tasks
   * name, wild, since no library has this street and this door.
   */
  public static List<String> wild(Plan plan) {
    List<String> out = new ArrayList<>();
    plan.tasks().stream()
        .filter(t -> t.kind() == TaskKind.SOUND)
        .forEach(t -> out.add(Said.of("wild track: %s", t.label())));
    if (!out.isEmpty()) {
      out.add(0, "room tone: half a minute, everybody still");
    }
    return List.copyOf(out);
  }

  /**
   * A moment as a list has it.
   *
   * @param code of the shot
   * @param at label in the cut; empty while no cut is there
   * @param there what the cut itself has to be heard there; may be empty
   * @param source where the sound comes from; may be empty
   * @param licence it is used under; may be empty
   * @param who finds or makes it; may be empty
   */
  public record Line(
      String code,
      Spot spot,
      double seconds,
      String at,
      String there,
      String source,
      String licence,
      String who,
      boolean done) {}

  /** The spotting list. */
  public static Sheets.Table table(String title, List<Line> lines) {
    return new Sheets.Table(
        title,
        List.of(
            "record",
            "code",
            "frame",
            "what",
            "kind",
            "seconds",
            "in the cut",
            "source",
            "licence",
            "who",
            "done"),
        List.of(11, 12, 7, 28, 10, 8, 12, 16, 10, 10, 6),
        lines.stream()
            .map(
                l ->
                    List.of(
                        l.at,
                        l.code,
                        String.valueOf(l.spot.frame),
                        l.spot.what + (l.spot.inCut ? "" : " (outside of the cut)"),
                        l.spot.kind.words(),
                        l.spot.frames == 0 ? "" : Said.of("%.2f", l.seconds),
                        l.there,
                        l.source,
                        l.licence,
                        l.who,
                        l.done ? "yes" : ""))
            .toList(),
        Said.of(
            "%s moments, %s of them done",
            lines.size(), lines.stream().filter(Line::done).count()));
  }

  /**
   * The same as markers on one long event of the length of the cut, for programs.
   *
   * @param lines of which those without a place in the cut are left out
   */
  public static EditList markers(String title, CutList cut, List<Line> lines) {
    long end = cut.events().stream().mapToLong(CutEvent::end).max().orElse(1);
    List<EditList.Mark> marks =
        lines.stream()
            .filter(l -> l.spot.inCut && !l.at.isEmpty())
            .map(
                l ->
                    new EditList.Mark(
                        Timecode.parse(l.at, cut.rate()).minus(cut.start()),
                        l.code + " " + l.spot.kind.words() + ": " + l.spot.what))
            .filter(m -> m.frame() >= 0 && m.frame() < end)
            .toList();
    return new EditList(
        title,
        cut.rate(),
        cut.start().drop(),
        List.of(
            new EditList.Event("SOUND", cut.start(), end, cut.start(), end, "sounds", "", marks)));
  }
}
