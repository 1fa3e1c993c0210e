package bivex.core.cut;

import bivex.core.Said;
import bivex.core.effort.TaskKind;
import bivex.core.method.OwnItem;
import bivex.core.method.Plan;
import bivex.core.method.Plan.SpanKind;
import bivex.core.method.ShotSetting;
import bivex.core.method.SoundKind;
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
public record Spot(String key, int frame, int frames, String what, SoundKind kind, boolean inCut) {
  /** Spans whose note says how they go; of others it is a measure of the picture. */
  private static final Set<SpanKind> TOLD = Set.of(SpanKind.MOVE, SpanKind.RETIME, SpanKind.FADE);

  /**
   * All of a shot in order.
   *
   * @param setting the plan was derived with
   * @param own things of one's own, the sounds among them
   * @param cut numbers of the frames the cut shows
   */
  static List<Spot> of(Plan plan, ShotSetting setting, List<OwnItem> own, FrameRange cut) {
    Map<String, Spot> out = new LinkedHashMap<>();
    for (Plan.Layer l : plan.layers()) {
      for (Plan.Span s : l.spans()) {
        moments(l, s, setting, cut, out);
      }
    }
    for (OwnItem i : own) {
      if (i.kind() == OwnItem.Kind.SOUND) {
        OwnItem.AsSound heard = i.asSound();
        int at = setting.firstFrame() + heard.frame();
        put(out, new Spot(i.key(), at, 0, heard.what(), heard.kind(), within(cut, at)));
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
        put(
            out,
            spot(l, s, "dash", s.first(), length, l.label() + ": dashes", SoundKind.MOVE_BY, cut));
        put(
            out,
            spot(l, s, "arrive", s.last() + 1, 0, l.label() + ": arrives", SoundKind.HIT, cut));
      }
      case MOVE -> {
        put(
            out,
            spot(l, s, "move", s.first(), length, l.label() + ": moves", SoundKind.MOVE_BY, cut));
        put(
            out,
            spot(l, s, "rest", s.last() + 1, 0, l.label() + ": comes to rest", SoundKind.HIT, cut));
      }
      case RETIME ->
          put(
              out,
              spot(l, s, "ramp", s.first(), length, l.label() + ": ramp", SoundKind.MOVE_BY, cut));
      case FADE ->
          put(
              out,
              spot(
                  l, s, "fade", s.first(), length, l.label() + ": fades", SoundKind.AMBIENCE, cut));
      case HOLD ->
          put(
              out,
              spot(l, s, "stop", s.first(), length, l.label() + ": stops", SoundKind.SILENCE, cut));
      case PRESENT -> {
        // What is there throughout is no moment.
        if (s.first() > setting.firstFrame()) {
          put(out, spot(l, s, "come", s.first(), 0, l.label() + ": comes", SoundKind.HIT, cut));
        }
        if (s.last() < setting.lastFrame()) {
          put(out, spot(l, s, "go", s.last() + 1, 0, l.label() + ": goes", SoundKind.HIT, cut));
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
      SoundKind kind,
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

  /** How long it goes on, s; 0 for a single moment. */
  double seconds(ShotSetting setting) {
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
   * What somebody said of the sound of a moment.
   *
   * @param source where it comes from; may be empty
   * @param licence it is used under; may be empty
   * @param who finds or makes it; may be empty
   */
  public record Word(String source, String licence, String who, boolean done) {
    public static final Word NONE = new Word("", "", "", false);
  }

  /**
   * A moment as a list has it.
   *
   * @param shot id
   * @param code of the shot
   * @param seconds it goes on; 0 for a single moment
   * @param frame of the cut, from its first as 0
   * @param at label in the cut
   * @param there what the cut itself has to be heard there; may be empty
   */
  public record Line(
      String shot,
      String code,
      Spot spot,
      double seconds,
      long frame,
      Timecode at,
      String there,
      Word word) {}

  /**
   * Moments of a row of the reel sheet; of a shot's second use and of one that is gone there are
   * none.
   *
   * @param words what was said, by the key of the moment
   */
  public static List<Line> lines(
      ReelSheet.Row row, CutList cut, ShotWork work, List<OwnItem> own, Map<String, Word> words) {
    if (row.now() == null || row.use() > 1) {
      return List.of();
    }
    return of(work.plan(), work.setting(), own, row.range()).stream()
        .map(
            s -> {
              long frame = row.now().record() + s.frame - row.range().first();
              return new Line(
                  row.shot(),
                  row.code(),
                  s,
                  s.seconds(work.setting()),
                  frame,
                  cut.start().plus(frame),
                  String.join(", ", cut.heard(frame)),
                  words.getOrDefault(s.key, Word.NONE));
            })
        .toList();
  }

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
                        l.at.label(),
                        l.code,
                        String.valueOf(l.spot.frame),
                        l.spot.what + (l.spot.inCut ? "" : " (outside of the cut)"),
                        l.spot.kind.words(),
                        l.seconds == 0 ? "" : Said.of("%.2f", l.seconds),
                        l.there,
                        l.word.source,
                        l.word.licence,
                        l.word.who,
                        l.word.done ? "yes" : ""))
            .toList(),
        Said.of(
            "%s moments, %s of them done",
            lines.size(), lines.stream().filter(l -> l.word.done).count()));
  }

  /**
   * The same as markers on one long event of the length of the cut, for programs.
   *
   * @param lines of which those outside of the cut are left out
   */
  public static EditList markers(String title, CutList cut, List<Line> lines) {
    long end = cut.events().stream().mapToLong(CutEvent::end).max().orElse(1);
    List<EditList.Mark> marks =
        lines.stream()
            .filter(l -> l.spot.inCut && l.frame >= 0 && l.frame < end)
            .map(
                l ->
                    new EditList.Mark(
                        l.frame, l.code + " " + l.spot.kind.words() + ": " + l.spot.what))
            .toList();
    return new EditList(
        title,
        cut.rate(),
        cut.start().drop(),
        List.of(
            new EditList.Event("SOUND", cut.start(), end, cut.start(), end, "sounds", "", marks)));
  }
}
