package bivex.server.export;

import bivex.core.InvalidInput;
import bivex.core.shoot.EditList;
import bivex.core.time.FrameRate;
import bivex.core.time.Timecode;
import bivex.server.http.Json;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;

/**
 * An edit list as OpenTimelineIO JSON: one video track, a clip a take, the whole take as what is
 * available behind each cut.
 */
final class Otio {
  private Otio() {}

  static byte[] of(EditList list) {
    List<Object> clips = new ArrayList<>();
    for (EditList.Event e : list.events()) {
      Map<String, Object> reference =
          schema(
              // Where the roll lies is not known here; a reader finds it by its reel.
              "MissingReference.1",
              "name",
              e.reel(),
              "available_range",
              range(list.rate(), e.takeIn().frame(), e.takeFrames()),
              "available_image_bounds",
              null,
              "metadata",
              Map.of("cmx_3600", Map.of("reel", e.reel())));
      clips.add(
          schema(
              "Clip.2",
              "name",
              e.name(),
              "source_range",
              range(list.rate(), e.in().frame(), e.frames()),
              "effects",
              List.of(),
              "markers",
              List.of(),
              "enabled",
              true,
              "metadata",
              Map.of("bivex", Map.of("comment", e.comment(), "drop", list.drop())),
              "media_references",
              Map.of("DEFAULT_MEDIA", reference),
              "active_media_reference_key",
              "DEFAULT_MEDIA"));
    }
    Map<String, Object> track =
        schema(
            "Track.1",
            "name",
            "picked takes",
            "kind",
            "Video",
            "source_range",
            null,
            "effects",
            List.of(),
            "markers",
            List.of(),
            "enabled",
            true,
            "metadata",
            Map.of(),
            "children",
            clips);
    Map<String, Object> stack =
        schema(
            "Stack.1",
            "name",
            "tracks",
            "source_range",
            null,
            "effects",
            List.of(),
            "markers",
            List.of(),
            "enabled",
            true,
            "metadata",
            Map.of(),
            "children",
            List.of(track));
    return Json.MAPPER
        .writerWithDefaultPrettyPrinter()
        .writeValueAsBytes(
            schema(
                "Timeline.1",
                "name",
                list.title(),
                "global_start_time",
                time(list.rate(), EditList.recordStart(list.rate(), list.drop()).frame()),
                "metadata",
                Map.of(),
                "tracks",
                stack));
  }

  /**
   * Reads the clips of all video tracks and what is nested in them; what is not used is listed.
   *
   * @throws InvalidInput when it is no timeline at all
   */
  static EditList parse(byte[] json, FrameRate rate) {
    JsonNode timeline;
    try {
      timeline = Json.MAPPER.readTree(json);
    } catch (JacksonException e) {
      throw new InvalidInput("file", "is no JSON");
    }
    String schema = timeline.path("OTIO_SCHEMA").asString("");
    if (!schema.startsWith("Timeline.") && !schema.startsWith("SerializableCollection.")) {
      throw new InvalidInput("file", "is no timeline");
    }
    Reading r = new Reading(rate, new ArrayList<>(), new ArrayList<>());
    r.walk(timeline, 0);
    boolean drop = r.events.stream().anyMatch(e -> e.in().drop());
    return new EditList(
        timeline.path("name").asString(""),
        rate,
        drop,
        List.copyOf(r.events),
        List.copyOf(r.passed));
  }

  private record Reading(
      FrameRate rate, List<EditList.Event> events, List<EditList.Passed> passed) {
    private static final int DEEPEST = 40;

    void walk(JsonNode node, int deep) {
      String schema = node.path("OTIO_SCHEMA").asString("");
      String name = node.path("name").asString("");
      if (deep > DEEPEST) {
        pass(name, "nested too deep");
      } else if (!node.path("enabled").asBoolean(true)) {
        pass(name, "switched off");
      } else if (schema.startsWith("Timeline.")) {
        walk(node.path("tracks"), deep + 1);
      } else if (schema.startsWith("Clip.")) {
        clip(node, name);
      } else if (!node.path("kind").asString("Video").equalsIgnoreCase("Video")) {
        pass(name.isEmpty() ? "a track" : name, "sound, no picture");
      } else if (schema.startsWith("Transition.")) {
        pass(name, "a transition; the clips on both sides are used");
      } else if (node.path("children").isArray()) {
        node.path("children").forEach(c -> walk(c, deep + 1));
      } else if (!schema.startsWith("Gap.") && !schema.isEmpty()) {
        pass(name, schema + " is not used");
      }
    }

    private void pass(String text, String why) {
      passed.add(new EditList.Passed(0, text, why));
    }

    private void clip(JsonNode c, String name) {
      JsonNode reference =
          c.path("media_reference").isObject()
              ? c.path("media_reference")
              : c.path("media_references")
                  .path(c.path("active_media_reference_key").asString("DEFAULT_MEDIA"));
      JsonNode all = reference.path("available_range");
      JsonNode source = c.path("source_range").isObject() ? c.path("source_range") : all;
      boolean drop = c.path("metadata").path("bivex").path("drop").asBoolean(false);
      for (JsonNode e : c.path("effects")) {
        if (e.path("OTIO_SCHEMA")
            .asString("")
            .matches("(LinearTimeWarp|FreezeFrame|TimeEffect).*")) {
          pass(name, "speed is not used; the source side counts");
        }
      }
      try {
        Timecode in = new Timecode(rate, drop && rate.allowsDropFrame(), at(source, "start_time"));
        long frames = at(source, "duration");
        if (frames < 1) {
          pass(name, "no length");
          return;
        }
        boolean known = all.isObject();
        events.add(
            new EditList.Event(
                roll(c, reference),
                in,
                frames,
                known ? new Timecode(rate, in.drop(), at(all, "start_time")) : in,
                known ? at(all, "duration") : frames,
                name,
                c.path("metadata").path("bivex").path("comment").asString("")));
      } catch (InvalidInput e) {
        pass(name, e.getMessage());
      }
    }

    /** Where the picture comes from: the reel if one is told, else the file. */
    private static String roll(JsonNode c, JsonNode reference) {
      for (JsonNode told :
          List.of(
              c.path("metadata").path("cmx_3600").path("reel"),
              reference.path("metadata").path("cmx_3600").path("reel"),
              reference.path("target_url"),
              reference.path("name_prefix"),
              reference.path("name"))) {
        String word = told.isString() ? told.asString("") : "";
        if (!word.isBlank()) {
          return word;
        }
      }
      return "AX";
    }

    private long at(JsonNode range, String key) {
      JsonNode t = range.path(key);
      double there = t.path("rate").asDouble(0);
      JsonNode value = t.path("value");
      if (!value.isNumber() || !(there > 0)) {
        throw new InvalidInput("clip", key.replace('_', ' ') + " is no time");
      }
      // Times at another rate are the same moment; a start so given is not exact to the frame.
      boolean same = Math.abs(there - rate.fps()) <= 0.01;
      double frames = same ? value.asDouble() : value.asDouble() / there * rate.fps();
      if (!same && Math.abs(frames - Math.rint(frames)) > 0.01) {
        throw new InvalidInput(
            "clip", "runs at " + there + " fps, the production at " + rate.name());
      }
      return Math.round(frames);
    }
  }

  private static Map<String, Object> range(FrameRate rate, long from, long frames) {
    return schema("TimeRange.1", "start_time", time(rate, from), "duration", time(rate, frames));
  }

  private static Map<String, Object> time(FrameRate rate, long value) {
    return schema("RationalTime.1", "rate", rate.fps(), "value", (double) value);
  }

  private static Map<String, Object> schema(String name, Object... pairs) {
    Map<String, Object> out = new LinkedHashMap<>();
    out.put("OTIO_SCHEMA", name);
    for (int i = 0; i < pairs.length; i += 2) {
      out.put((String) pairs[i], pairs[i + 1]);
    }
    return out;
  }
}
