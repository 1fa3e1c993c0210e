package bivex.core.cut;

import bivex.core.time.FrameRate;
import bivex.core.time.Timecode;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;

/** Cuts that are made up, and written as editors' programs write them. */
final class Cuts {
  private Cuts() {}

  /**
   * An event as it was meant.
   *
   * @param in frame of the source's label at its first frame
   * @param speed 1 as recorded; never backwards, whose writing is not agreed on
   * @param dissolve frames of a dissolve at its head; 0 for a cut
   */
  record Meant(
      String roll,
      String clip,
      long in,
      long frames,
      Ratio speed,
      CutEvent.Kind kind,
      String track,
      long dissolve,
      long record) {
    long sourceFrames() {
      return speed.sign() == 0 ? frames : Math.max(1, Math.round(speed.value() * frames));
    }
  }

  /** How a program writes. */
  record Dialect(
      String name,
      FrameRate rate,
      boolean drop,
      String end,
      char separator,
      int digits,
      Reels reels,
      boolean tabs,
      boolean bom,
      boolean sound,
      boolean zeroLines,
      String start) {}

  enum Reels {
    PLAIN,
    LONG,
    IN_FILE,
    REPLACED,
    IN_COMMENT
  }

  /** Every rate in every manner: more than sixty. */
  static List<Dialect> dialects() {
    record At(String rate, boolean drop) {}
    List<At> rates =
        List.of(
            new At("23.976", false),
            new At("24", false),
            new At("25", false),
            new At("29.97", true),
            new At("29.97", false),
            new At("30", false),
            new At("50", false),
            new At("59.94", true),
            new At("60", false));
    List<Dialect> out = new ArrayList<>();
    for (At a : rates) {
      FrameRate r = FrameRate.parse(a.rate);
      int n = 0;
      for (Reels reels : Reels.values()) {
        out.add(
            new Dialect(
                a.rate + (a.drop ? " drop " : " ") + reels,
                r,
                a.drop,
                n % 2 == 0 ? "\n" : "\r\n",
                a.drop ? (n % 3 == 0 ? ':' : ';') : n % 3 == 1 ? '.' : ':',
                n % 2 == 0 ? 3 : 6,
                reels,
                n % 2 == 1,
                n == 2,
                n % 2 == 0,
                n != 3,
                n == 4 ? "23:59:50" : n == 1 ? "00:00:00" : "01:00:00"));
        n++;
      }
      for (String start : List.of("10:00:00", "00:59:58", "23:59:59")) {
        out.add(
            new Dialect(
                a.rate + " from " + start,
                r,
                a.drop,
                "\n",
                ':',
                3,
                Reels.PLAIN,
                false,
                false,
                true,
                true,
                start));
      }
    }
    return out;
  }

  /** Forty events with everything that can be in such a list. */
  static List<Meant> meant(Random r, Dialect d) {
    List<Meant> out = new ArrayList<>();
    long record = 0;
    for (int i = 0; i < 40; i++) {
      String roll =
          d.reels == Reels.LONG || d.reels == Reels.REPLACED
              ? "A%03d_C%03d_LONGROLL".formatted(1 + r.nextInt(9), i)
              : "A%03dC%02d".formatted(1 + r.nextInt(9), i % 100);
      long frames = 8 + r.nextInt(200);
      Ratio speed =
          switch (r.nextInt(8)) {
            case 0 -> new Ratio(2, 1);
            case 1 -> new Ratio(1, 2);
            case 2 -> Ratio.ZERO;
            case 3 -> new Ratio(5, 4);
            default -> Ratio.ONE;
          };
      boolean black = r.nextInt(20) == 0;
      long dissolve = i > 0 && !black && r.nextInt(6) == 0 ? 4 + r.nextInt((int) frames / 2) : 0;
      out.add(
          new Meant(
              black ? "BL" : roll,
              black ? "" : "Clip %d".formatted(i),
              black ? 0 : 1000 + r.nextInt(80_000),
              frames,
              black ? Ratio.ONE : speed,
              black ? CutEvent.Kind.BLACK : CutEvent.Kind.PICTURE,
              i % 9 == 8 ? "V2" : "V",
              dissolve,
              record));
      record += frames;
    }
    return out;
  }

  private static String label(Dialect d, long frame) {
    Timecode t =
        new Timecode(d.rate, d.drop, Math.floorMod(frame, Timecode.framesPerDay(d.rate, d.drop)));
    String l = t.label();
    int at = l.length() - (d.rate.nominal() > 100 ? 4 : 3);
    return l.substring(0, at) + d.separator + l.substring(at + 1);
  }

  /** The list as a program of that manner writes it. */
  static String text(Dialect d, List<Meant> all) {
    StringBuilder b = new StringBuilder(d.bom ? "\uFEFF" : "");
    b.append("TITLE:   A reel").append(d.end);
    b.append("FCM: ").append(d.drop ? "DROP FRAME" : "NON-DROP FRAME").append(d.end).append(d.end);
    long start = Timecode.parse(d.start + (d.drop ? ";" : ":") + "00", d.rate).frame();
    int n = 1;
    for (int i = 0; i < all.size(); i++) {
      Meant m = all.get(i);
      String reel = reel(d, m, i);
      if (m.dissolve > 0) {
        Meant before = all.get(i - 1);
        if (d.zeroLines) {
          long out = before.in + before.sourceFrames();
          line(
              b,
              d,
              n,
              reel(d, before, i - 1),
              before.track,
              "C",
              "",
              out,
              out,
              start + m.record,
              start + m.record);
        }
        line(
            b,
            d,
            n,
            reel,
            m.track,
            "D",
            "%03d".formatted(m.dissolve),
            m.in,
            m.in + m.sourceFrames(),
            start + m.record,
            start + m.record + m.frames);
        n++;
      } else {
        line(
            b,
            d,
            n++,
            reel,
            m.track,
            "C",
            "",
            m.in,
            m.in + m.sourceFrames(),
            start + m.record,
            start + m.record + m.frames);
      }
      if (!m.speed.equals(Ratio.ONE)) {
        b.append(
                String.format(
                    Locale.ROOT,
                    "M2   %-8s %05.1f                %s",
                    reel,
                    m.speed.value() * d.rate.nominal(),
                    label(d, m.in)))
            .append(d.end);
      }
      if (m.kind == CutEvent.Kind.PICTURE) {
        comments(b, d, m, reel, i);
      }
      if (d.sound && i % 4 == 0) {
        line(
            b,
            d,
            n++,
            "MIX1",
            "A2",
            "C",
            "",
            m.in,
            m.in + m.frames,
            start + m.record,
            start + m.record + m.frames);
        b.append("AUD   3    4").append(d.end);
      }
    }
    return b.toString();
  }

  private static void comments(StringBuilder b, Dialect d, Meant m, String reel, int i) {
    if (m.dissolve > 0) {
      b.append("* FROM CLIP NAME:  Clip ").append(i - 1).append(d.end);
      b.append("* TO CLIP NAME:  ").append(m.clip).append(d.end);
      b.append("EFFECTS NAME IS CROSS DISSOLVE").append(d.end);
    } else {
      b.append("* FROM CLIP NAME:  ").append(m.clip).append(d.end);
    }
    switch (d.reels) {
      case IN_FILE -> b.append("* SOURCE FILE: ").append(m.roll).append(".mov").append(d.end);
      case REPLACED ->
          b.append("* SOME PROGRAM REEL: ")
              .append(m.roll)
              .append(" REPLACED BY: ")
              .append(reel)
              .append(d.end);
      case IN_COMMENT -> b.append("* REEL: ").append(m.roll).append(d.end);
      default -> {}
    }
    if (i % 7 == 3) {
      long start = Timecode.parse(d.start + (d.drop ? ";" : ":") + "00", d.rate).frame();
      b.append("* LOC: ")
          .append(label(d, start + m.record + 5))
          .append(" GREEN   TK-0")
          .append(i % 9)
          .append("-010")
          .append(d.end);
      b.append("* ASC_SOP (1.0 1.0 1.0)(0.0 0.0 0.0)(1.0 1.0 1.0)").append(d.end);
    }
  }

  private static String reel(Dialect d, Meant m, int i) {
    if (m.kind == CutEvent.Kind.BLACK) {
      return "BL";
    }
    return switch (d.reels) {
      case IN_FILE -> "AX";
      case REPLACED -> "R%06d".formatted(i);
      case IN_COMMENT -> "TAPE%03d".formatted(i);
      default -> m.roll;
    };
  }

  private static void line(
      StringBuilder b,
      Dialect d,
      int n,
      String reel,
      String track,
      String edit,
      String frames,
      long in,
      long out,
      long from,
      long to) {
    String gap = d.tabs ? "\t" : " ";
    b.append(("%0" + d.digits + "d").formatted(n))
        .append(gap)
        .append(gap)
        .append("%-8s".formatted(reel))
        .append(gap)
        .append("%-5s".formatted(track))
        .append(gap)
        .append("%-4s".formatted(edit))
        .append(gap)
        .append("%-4s".formatted(frames));
    for (long f : new long[] {in, out, from, to}) {
      b.append(gap).append(label(d, f));
    }
    b.append(d.end);
  }

  // --- timelines

  static Map<String, Object> object(String schema, Object... pairs) {
    Map<String, Object> out = new LinkedHashMap<>();
    out.put("OTIO_SCHEMA", schema);
    for (int i = 0; i < pairs.length; i += 2) {
      out.put((String) pairs[i], pairs[i + 1]);
    }
    return out;
  }

  static Map<String, Object> time(FrameRate rate, double frames) {
    return object("RationalTime.1", "rate", rate.fps(), "value", frames);
  }

  static Map<String, Object> range(FrameRate rate, double from, double frames) {
    return object("TimeRange.1", "start_time", time(rate, from), "duration", time(rate, frames));
  }

  /**
   * The same as a timeline.
   *
   * @param first whether clips are of the first version of their schema
   * @param nested whether what is on the first track is in a stack within a stack
   */
  static Map<String, Object> timeline(
      FrameRate rate, List<Meant> all, boolean first, boolean nested, Reels reels) {
    Map<String, List<Object>> tracks = new LinkedHashMap<>();
    Map<String, Long> ends = new LinkedHashMap<>();
    for (Meant m : all) {
      List<Object> track = tracks.computeIfAbsent(m.track, k -> new ArrayList<>());
      long at = ends.getOrDefault(m.track, 0L);
      if (m.record > at) {
        track.add(object("Gap.1", "name", "", "source_range", range(rate, 0, m.record - at)));
      } else if (m.dissolve > 0 && m.record == at) {
        track.add(
            object(
                "Transition.1",
                "name",
                "Cross dissolve",
                "transition_type",
                "SMPTE_Dissolve",
                "in_offset",
                time(rate, 0),
                "out_offset",
                time(rate, m.dissolve)));
      }
      track.add(clip(rate, m, first, reels));
      ends.put(m.track, m.record + m.frames);
    }
    List<Object> children = new ArrayList<>();
    tracks.forEach(
        (name, items) ->
            children.add(object("Track.1", "name", name, "kind", "Video", "children", items)));
    children.add(
        object(
            "Track.1",
            "name",
            "A1",
            "kind",
            "Audio",
            "children",
            List.of(
                object(
                    "Clip.1",
                    "name",
                    "mix",
                    "source_range",
                    range(rate, 0, 100),
                    "media_reference",
                    object("MissingReference.1")))));
    Object stack = object("Stack.1", "name", "tracks", "children", children);
    if (nested) {
      stack =
          object(
              "Stack.1",
              "name",
              "tracks",
              "children",
              List.of(
                  object(
                      "Track.1",
                      "name",
                      "V",
                      "kind",
                      "Video",
                      "children",
                      List.of(object("Stack.1", "name", "inner", "children", children)))));
    }
    return object(
        "Timeline.1", "name", "A reel", "global_start_time", time(rate, 86_400), "tracks", stack);
  }

  private static Map<String, Object> clip(FrameRate rate, Meant m, boolean first, Reels reels) {
    Map<String, Object> media =
        m.kind == CutEvent.Kind.BLACK
            ? object("GeneratorReference.1", "generator_kind", "black")
            : switch (reels) {
              case IN_FILE ->
                  object("ExternalReference.1", "target_url", "file:///vol/" + m.roll + ".mov");
              case LONG ->
                  object(
                      "ImageSequenceReference.1",
                      "target_url_base",
                      "file:///vol/" + m.roll,
                      "name_prefix",
                      m.roll,
                      "name_suffix",
                      ".exr");
              default ->
                  object(
                      "MissingReference.1", "metadata", Map.of("cmx_3600", Map.of("reel", m.roll)));
            };
    List<Object> effects = new ArrayList<>();
    if (m.speed.sign() == 0) {
      effects.add(object("FreezeFrame.1", "name", "hold"));
    } else if (!m.speed.equals(Ratio.ONE)) {
      effects.add(object("LinearTimeWarp.1", "time_scalar", m.speed.value()));
    }
    Map<String, Object> out =
        object(
            first ? "Clip.1" : "Clip.2",
            "name",
            m.clip,
            "source_range",
            range(rate, m.in, m.frames),
            "effects",
            effects,
            "markers",
            List.of());
    if (first) {
      out.put("media_reference", media);
    } else {
      out.put("enabled", true);
      out.put("media_references", Map.of("DEFAULT_MEDIA", media));
      out.put("active_media_reference_key", "DEFAULT_MEDIA");
    }
    return out;
  }
}
