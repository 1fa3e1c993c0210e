package bivex.core.cut;

import bivex.core.InvalidInput;
import bivex.core.cut.CutEvent.How;
import bivex.core.cut.CutEvent.Join;
import bivex.core.cut.CutEvent.Kind;
import bivex.core.cut.CutEvent.Mark;
import bivex.core.cut.CutList.Passed;
import bivex.core.cut.CutList.Why;
import bivex.core.time.FrameRate;
import bivex.core.time.Timecode;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/**
 * Reads timelines in OpenTimelineIO's JSON, of all versions of its schemas: tracks, nested stacks,
 * gaps, transitions, time warps, frozen frames, markers, what is switched off, every kind of media
 * reference. The JSON itself is read elsewhere; here it is maps, lists, numbers and text.
 */
public final class TimelineReader {
  private static final int DEEPEST = 40;
  private static final int MOST = 100_000;

  /** A time this far from a whole frame is not of this rate, frames. */
  private static final double OFF = 0.02;

  private final FrameRate rate;
  private final List<CutEvent> events = new ArrayList<>();
  private final List<Passed> passed = new ArrayList<>();
  private boolean drop;
  private int number;

  private TimelineReader(FrameRate rate) {
    this.rate = rate;
  }

  /**
   * @param timeline a timeline, or a collection whose first timeline is read
   * @param usual rate of the production, for a timeline that tells none
   * @throws InvalidInput naming {@code file} when it is no timeline at all
   */
  public static CutList read(Map<?, ?> timeline, FrameRate usual) {
    Map<?, ?> t = timeline;
    if (schema(t).startsWith("SerializableCollection")) {
      t =
          list(t, "children").stream()
              .filter(c -> c instanceof Map<?, ?> m && schema(m).startsWith("Timeline"))
              .map(c -> (Map<?, ?>) c)
              .findFirst()
              .orElse(Map.of());
    }
    if (!schema(t).startsWith("Timeline")) {
      throw new InvalidInput("file", "is no timeline");
    }
    FrameRate rate = rateOf(t, usual);
    TimelineReader r = new TimelineReader(rate);
    Map<?, ?> begins = map(t, "global_start_time");
    long from = 0;
    if (!begins.isEmpty()) {
      try {
        from = r.whole(begins, rate, "global start time");
      } catch (InvalidInput e) {
        r.pass(text(t, "name"), Why.WRONG, e.getMessage());
      }
    }
    r.drop = rate.allowsDropFrame() && dropped(t, 0);
    r.stack(map(t, "tracks"), new Span(0, Long.MAX_VALUE / 4), 0, "");
    long day = Timecode.framesPerDay(rate, r.drop);
    return new CutList(
        text(t, "name"),
        rate,
        new Timecode(rate, r.drop, Math.floorMod(from, day)),
        r.events,
        r.passed);
  }

  /** Frames of the cut something may fill. */
  private record Span(long from, long length) {}

  private void pass(String text, Why why, String words) {
    if (passed.size() < MOST) {
      passed.add(Passed.of(0, text, why, words));
    }
  }

  /** Tracks or things that lie over each other, all from the same frame. */
  private void stack(Map<?, ?> stack, Span in, int deep, String name) {
    if (deep > DEEPEST) {
      pass(text(stack, "name"), Why.WRONG, "is nested too deep");
      return;
    }
    if (!enabled(stack)) {
      pass(text(stack, "name"), Why.KNOWN, "is switched off");
      return;
    }
    int tracks = 0;
    for (Object c : list(stack, "children")) {
      if (!(c instanceof Map<?, ?> child)) {
        continue;
      }
      tracks++;
      String track = text(child, "name").isEmpty() ? "V" + tracks : text(child, "name");
      String called = name.isEmpty() ? track : name;
      long offset = offset(stack);
      if (isTrack(child)) {
        track(child, in, offset, deep + 1, called);
      } else {
        item(child, in, offset, deep + 1, called, Kind.PICTURE);
      }
    }
  }

  /** Frames of its own time at which what holds it begins to show it. */
  private long offset(Map<?, ?> of) {
    Map<?, ?> range = map(of, "source_range");
    if (range.isEmpty()) {
      return 0;
    }
    try {
      return whole(map(range, "start_time"), rate, "start");
    } catch (InvalidInput e) {
      pass(text(of, "name"), Why.WRONG, e.getMessage());
      return 0;
    }
  }

  private void track(Map<?, ?> track, Span in, long skipped, int deep, String name) {
    String kind = text(track, "kind");
    boolean sound = kind.equalsIgnoreCase("Audio");
    if (!kind.isEmpty() && !sound && !kind.equalsIgnoreCase("Video")) {
      pass(name, Why.UNKNOWN, "is a track of a kind that is not known, \"" + kind + "\"");
      return;
    }
    if (!enabled(track)) {
      pass(name, Why.KNOWN, "is switched off");
      return;
    }
    long own = offset(track);
    long at = -own;
    List<?> children = list(track, "children");
    for (int i = 0; i < children.size(); i++) {
      if (!(children.get(i) instanceof Map<?, ?> child)) {
        continue;
      }
      if (events.size() > MOST) {
        pass(name, Why.WRONG, "has too many clips; what follows is not read");
        return;
      }
      if (schema(child).startsWith("Transition")) {
        continue;
      }
      long length = length(child, deep);
      if (length <= 0) {
        continue;
      }
      Map<?, ?> before = i > 0 && children.get(i - 1) instanceof Map<?, ?> b ? b : Map.of();
      Map<?, ?> after =
          i + 1 < children.size() && children.get(i + 1) instanceof Map<?, ?> a ? a : Map.of();
      place(
          child,
          in,
          at - skipped,
          length,
          deep,
          name,
          sound ? Kind.SOUND : Kind.PICTURE,
          schema(before).startsWith("Transition") ? before : Map.of(),
          schema(after).startsWith("Transition") ? after : Map.of());
      at += length;
    }
  }

  private void item(Map<?, ?> item, Span in, long skipped, int deep, String name, Kind kind) {
    long length = length(item, deep);
    if (length > 0) {
      place(item, in, -skipped, length, deep, name, kind, Map.of(), Map.of());
    }
  }

  /**
   * Puts something where it lies, cut to what is seen of it.
   *
   * @param at first frame, from that of what holds it
   */
  private void place(
      Map<?, ?> item,
      Span in,
      long at,
      long length,
      int deep,
      String track,
      Kind kind,
      Map<?, ?> before,
      Map<?, ?> after) {
    String name = text(item, "name");
    long from = Math.max(0, at);
    long to = Math.min(in.length(), at + length);
    if (to <= from) {
      pass(name, Why.KNOWN, "lies outside of what is seen of what holds it");
      return;
    }
    Span here = new Span(in.from() + from, to - from);
    String schema = schema(item);
    if (schema.startsWith("Gap")) {
      return;
    }
    if (schema.startsWith("Stack") || schema.startsWith("Timeline")) {
      nested(item, here, from - at, deep, track);
    } else if (isTrack(item)) {
      track(item, here, from - at, deep + 1, track);
    } else if (schema.startsWith("Clip")) {
      clip(item, here, from - at, length, track, kind, before, after);
    } else {
      pass(name, Why.UNKNOWN, schema.isEmpty() ? "tells no schema" : schema + " is not known");
    }
  }

  private void nested(Map<?, ?> item, Span here, long skipped, int deep, String track) {
    Ratio speed = Ratio.ONE;
    boolean told = true;
    try {
      for (Object o : list(item, "effects")) {
        if (o instanceof Map<?, ?> e && enabled(e)) {
          speed = speed.times(speed(e));
          told &= !schema(e).startsWith("TimeEffect");
        }
      }
    } catch (InvalidInput e) {
      pass(text(item, "name"), Why.WRONG, e.getMessage());
      told = false;
    }
    if (speed.equals(Ratio.ONE) && told) {
      inside(item, here, skipped, deep, track);
      return;
    }
    int first = events.size();
    if (speed.sign() < 0 || !told) {
      inside(item, here, skipped, deep, track);
      for (int i = first; i < events.size(); i++) {
        events.set(
            i,
            events
                .get(i)
                .doubted(
                    "it lies in a whole whose speed is not followed: its frames are not sure"));
      }
      return;
    }
    if (speed.sign() == 0) {
      inside(item, new Span(0, 1), 0, deep, track);
      for (int i = first; i < events.size(); i++) {
        CutEvent e = events.get(i);
        FrameMap held =
            FrameMap.of(here.length(), e.map().position(0), Ratio.ZERO, e.map().natural());
        events.set(i, e.held(here.from(), held, Ratio.ONE));
      }
      return;
    }
    long end = skipped + here.length();
    inside(item, new Span(0, speed.times(end).ceil()), 0, deep, track);
    List<CutEvent> inner = List.copyOf(events.subList(first, events.size()));
    events.subList(first, events.size()).clear();
    for (CutEvent e : inner) {
      long from = Math.max(skipped, Ratio.of(e.record()).over(speed).ceil());
      long to = Math.min(end, Ratio.of(e.end()).over(speed).ceil());
      if (to <= from) {
        pass(e.called(), Why.KNOWN, "is so short in what holds it that it is never seen");
      } else {
        events.add(
            e.held(
                here.from() + from - skipped,
                e.map().held(speed, e.record(), from, to - from),
                speed));
      }
    }
  }

  /** What a nested thing holds, as if it were played as it is. */
  private void inside(Map<?, ?> item, Span here, long skipped, int deep, String track) {
    Map<?, ?> stack = schema(item).startsWith("Timeline") ? map(item, "tracks") : item;
    if (skipped == 0) {
      stack(stack, here, deep + 1, track);
      return;
    }
    // What is cut off at its head is cut off from each of its tracks.
    for (Object c : list(stack, "children")) {
      if (c instanceof Map<?, ?> child && isTrack(child)) {
        track(child, here, offset(stack) + skipped, deep + 2, track);
      }
    }
  }

  /** Speed an effect gives; 1 where it gives none, or tells it not in full. */
  private static Ratio speed(Map<?, ?> effect) {
    if (schema(effect).startsWith("FreezeFrame")) {
      return Ratio.ZERO;
    }
    if (schema(effect).startsWith("LinearTimeWarp")) {
      if (!(effect.get("time_scalar") instanceof Number n)) {
        throw new InvalidInput("time scalar", "is no number");
      }
      return Ratio.of(n.doubleValue());
    }
    return Ratio.ONE;
  }

  private void clip(
      Map<?, ?> c,
      Span here,
      long skipped,
      long length,
      String track,
      Kind kind,
      Map<?, ?> before,
      Map<?, ?> after) {
    String name = text(c, "name");
    Map<?, ?> media = reference(c);
    List<String> doubts = new ArrayList<>();
    try {
      Map<?, ?> range = map(c, "source_range");
      range = range.isEmpty() ? map(media, "available_range") : range;
      Map<?, ?> begin = map(range, "start_time");
      FrameRate source = rate(begin, rate);
      long first = whole(begin, source, "start");
      Ratio natural = new Ratio(source.num(), source.den()).over(new Ratio(rate.num(), rate.den()));
      FrameMap map = warped(c, length, natural, doubts);
      if (here.length() < length) {
        map = map.part(skipped, here.length());
      }
      long day = Timecode.framesPerDay(source, false);
      if (first < 0) {
        doubts.add("its source begins before midnight");
      }
      events.add(
          new CutEvent(
              ++number,
              0,
              black(media) ? Kind.BLACK : kind,
              track,
              roll(c, media),
              name,
              file(media),
              source,
              new Timecode(source, drop && source.allowsDropFrame(), Math.floorMod(first, day)),
              Math.max(1, Math.round(length * natural.value())),
              here.from(),
              map,
              join(before),
              skipped + here.length() < length ? 0 : overlap(after, "out_offset"),
              skipped > 0 ? 0 : overlap(before, "in_offset"),
              marks(c, here, skipped, begin),
              notes(c),
              enabled(c),
              doubts));
    } catch (InvalidInput e) {
      pass(name, Why.WRONG, e.getMessage());
    } catch (ArithmeticException e) {
      pass(name, Why.WRONG, "has figures that are too large");
    }
  }

  /** One speed, a held frame, or as it was recorded; the length is that of the cut. */
  private FrameMap warped(Map<?, ?> c, long length, Ratio natural, List<String> doubts) {
    Ratio speed = Ratio.ONE;
    for (Object o : list(c, "effects")) {
      if (!(o instanceof Map<?, ?> e) || !enabled(e)) {
        continue;
      }
      speed = speed.times(speed(e));
      if (schema(e).startsWith("TimeEffect")) {
        doubts.add(
            "it has a change of time, \"" + text(e, "name") + "\", that is not told in full");
      }
    }
    Ratio begin = Ratio.ZERO;
    if (speed.sign() < 0) {
      begin = speed.abs().times(natural).times(length - 1);
      doubts.add("it plays backwards: taken to begin at the end of its source side");
    }
    return FrameMap.of(length, begin, speed, natural);
  }

  private Join join(Map<?, ?> transition) {
    if (transition.isEmpty()) {
      return Join.CUT;
    }
    String type = text(transition, "transition_type").toLowerCase(Locale.ROOT);
    return new Join(
        type.contains("wipe") ? How.WIPE : How.DISSOLVE,
        overlap(transition, "in_offset") + overlap(transition, "out_offset"));
  }

  private long overlap(Map<?, ?> transition, String side) {
    if (transition.isEmpty()) {
      return 0;
    }
    try {
      return Math.max(0, whole(map(transition, side), rate, side.replace('_', ' ')));
    } catch (InvalidInput e) {
      pass(text(transition, "name"), Why.WRONG, e.getMessage());
      return 0;
    }
  }

  /** Frames of the cut something takes. */
  private long length(Map<?, ?> item, int deep) {
    Map<?, ?> range = map(item, "source_range");
    if (range.isEmpty()) {
      range = map(reference(item), "available_range");
    }
    if (!range.isEmpty()) {
      Map<?, ?> duration = map(range, "duration");
      try {
        FrameRate own = rate(duration, rate);
        double there = number(duration, "value");
        double frames = own.equals(rate) ? there : rate.frames(own.seconds(there));
        if (!(frames >= 0 && frames <= 1e7)) {
          throw new InvalidInput("duration", "is no length");
        }
        if (Math.abs(frames - Math.rint(frames)) > OFF) {
          pass(
              text(item, "name"),
              Why.KNOWN,
              "is no whole number of frames of the cut long; the nearest is taken");
        }
        if (Math.round(frames) == 0) {
          pass(text(item, "name"), Why.WRONG, "has no length");
        }
        return Math.round(frames);
      } catch (InvalidInput e) {
        pass(text(item, "name"), Why.WRONG, e.getMessage());
        return 0;
      }
    }
    // Without a range it is as long as what is in it.
    if (deep > DEEPEST) {
      return 0;
    }
    long longest = 0;
    long sum = 0;
    boolean sequence = isTrack(item);
    Map<?, ?> holds = schema(item).startsWith("Timeline") ? map(item, "tracks") : item;
    for (Object c : list(holds, "children")) {
      if (c instanceof Map<?, ?> child && !schema(child).startsWith("Transition")) {
        long l = length(child, deep + 1);
        sum += l;
        longest = Math.max(longest, l);
      }
    }
    if (sum == 0) {
      pass(text(item, "name"), Why.WRONG, "tells no length");
    }
    return sequence ? sum : longest;
  }

  private static Map<?, ?> reference(Map<?, ?> clip) {
    Map<?, ?> one = map(clip, "media_reference");
    if (!one.isEmpty()) {
      return one;
    }
    String key = text(clip, "active_media_reference_key");
    return map(map(clip, "media_references"), key.isEmpty() ? "DEFAULT_MEDIA" : key);
  }

  private static boolean black(Map<?, ?> media) {
    return schema(media).startsWith("GeneratorReference")
        && text(media, "generator_kind").toLowerCase(Locale.ROOT).contains("black");
  }

  /** The reel, where one is told, as programs that write edit lists keep it. */
  private static String roll(Map<?, ?> clip, Map<?, ?> media) {
    for (Map<?, ?> at : List.of(clip, media)) {
      for (Object space : map(at, "metadata").values()) {
        if (space instanceof Map<?, ?> m) {
          for (String key : List.of("reel", "reel_name", "tape", "tape_name", "roll")) {
            if (!text(m, key).isBlank()) {
              return text(m, key);
            }
          }
        }
      }
    }
    return "";
  }

  private static String file(Map<?, ?> media) {
    String url = text(media, "target_url");
    if (!url.isBlank()) {
      return url;
    }
    String base = text(media, "target_url_base");
    String prefix = text(media, "name_prefix");
    return prefix.isBlank() && base.isBlank()
        ? text(media, "name")
        : base
            + (base.isEmpty() || base.endsWith("/") ? "" : "/")
            + prefix
            + text(media, "name_suffix");
  }

  private List<Mark> marks(Map<?, ?> clip, Span here, long skipped, Map<?, ?> begin) {
    List<Mark> out = new ArrayList<>();
    for (Object o : list(clip, "markers")) {
      if (!(o instanceof Map<?, ?> m)) {
        continue;
      }
      Map<?, ?> at = map(map(m, "marked_range"), "start_time");
      try {
        FrameRate own = rate(at, rate);
        double from = number(at, "value") - number(begin, "value");
        long frame = Math.round(own.equals(rate) ? from : rate.frames(own.seconds(from))) - skipped;
        String words =
            String.join(
                " ",
                List.of(text(m, "color"), text(m, "name"), text(m, "comment")).stream()
                    .filter(w -> !w.isBlank())
                    .toList());
        out.add(new Mark(here.from() + Math.max(0, Math.min(here.length() - 1, frame)), words));
      } catch (InvalidInput e) {
        pass(text(m, "name"), Why.WRONG, e.getMessage());
      }
    }
    return out;
  }

  private static List<String> notes(Map<?, ?> clip) {
    List<String> out = new ArrayList<>();
    for (Object space : map(clip, "metadata").values()) {
      if (space instanceof Map<?, ?> m) {
        for (String key : List.of("comments", "comment", "note", "notes")) {
          Object v = m.get(key);
          if (v instanceof String s && !s.isBlank()) {
            out.add(s);
          } else if (v instanceof List<?> l) {
            l.stream().filter(String.class::isInstance).forEach(s -> out.add((String) s));
          }
        }
      }
    }
    return out;
  }

  private long whole(Map<?, ?> time, FrameRate at, String what) {
    FrameRate own = rate(time, at);
    double value = number(time, "value");
    double frames = own.equals(at) ? value : at.frames(own.seconds(value));
    if (!(Math.abs(frames) <= 1e12) || Math.abs(frames - Math.rint(frames)) > OFF) {
      throw new InvalidInput(what, "is no whole number of frames at " + at.name() + " fps");
    }
    return Math.round(frames);
  }

  private static double number(Map<?, ?> of, String key) {
    if (of.get(key) instanceof Number n && Double.isFinite(n.doubleValue())) {
      return n.doubleValue();
    }
    throw new InvalidInput(key, "is no number");
  }

  private static FrameRate rate(Map<?, ?> time, FrameRate usual) {
    if (!(time.get("rate") instanceof Number n)) {
      if (time.isEmpty()) {
        return usual;
      }
      throw new InvalidInput("rate", "is no number");
    }
    return FrameRate.measured(n.doubleValue());
  }

  /** What the timeline runs at: its start, else its first clip, else the production. */
  private static FrameRate rateOf(Map<?, ?> timeline, FrameRate usual) {
    try {
      Map<?, ?> begins = map(timeline, "global_start_time");
      if (begins.get("rate") instanceof Number) {
        return rate(begins, usual);
      }
      FrameRate first = firstRate(map(timeline, "tracks"), 0);
      return first == null ? usual : first;
    } catch (InvalidInput e) {
      return usual;
    }
  }

  private static FrameRate firstRate(Map<?, ?> of, int deep) {
    Map<?, ?> duration = map(map(of, "source_range"), "duration");
    if (duration.get("rate") instanceof Number n && schema(of).startsWith("Clip")) {
      return FrameRate.measured(n.doubleValue());
    }
    if (deep > DEEPEST) {
      return null;
    }
    for (Object c : list(of, "children")) {
      FrameRate found = c instanceof Map<?, ?> m ? firstRate(m, deep + 1) : null;
      if (found != null) {
        return found;
      }
    }
    return null;
  }

  /**
   * Whether the timeline or one of its clips says that labels are drop-frame; frames are frames.
   */
  private static boolean dropped(Map<?, ?> of, int deep) {
    for (Object space : map(of, "metadata").values()) {
      if (space instanceof Map<?, ?> m
          && (Boolean.TRUE.equals(m.get("drop")) || Boolean.TRUE.equals(m.get("drop_frame")))) {
        return true;
      }
    }
    return deep <= DEEPEST
        && (list(of, "children").stream()
                .anyMatch(c -> c instanceof Map<?, ?> m && dropped(m, deep + 1))
            || !map(of, "tracks").isEmpty() && dropped(map(of, "tracks"), deep + 1));
  }

  private static boolean enabled(Map<?, ?> item) {
    return !Boolean.FALSE.equals(item.get("enabled"));
  }

  /** Also one that tells its kind and no schema. */
  private static boolean isTrack(Map<?, ?> of) {
    String s = schema(of);
    return s.startsWith("Track")
        || s.startsWith("Sequence")
        || s.isEmpty() && of.get("kind") instanceof String && of.get("children") instanceof List;
  }

  private static String schema(Map<?, ?> of) {
    return of.get("OTIO_SCHEMA") instanceof String s ? s : "";
  }

  private static Map<?, ?> map(Map<?, ?> of, String key) {
    return of.get(key) instanceof Map<?, ?> m ? m : Map.of();
  }

  private static List<?> list(Map<?, ?> of, String key) {
    return of.get(key) instanceof List<?> l ? l : List.of();
  }

  private static String text(Map<?, ?> of, String key) {
    return of.get(key) instanceof String s ? s.strip() : "";
  }
}
