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
              "ExternalReference.1",
              "name",
              e.reel(),
              "target_url",
              e.reel(),
              "available_range",
              range(list.rate(), e.takeIn().frame(), e.takeFrames()),
              "available_image_bounds",
              null,
              "metadata",
              Map.of());
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
                null,
                "metadata",
                Map.of(),
                "tracks",
                stack));
  }

  /**
   * Reads the clips of the first video track.
   *
   * @throws InvalidInput saying what is not there
   */
  static EditList parse(byte[] json, FrameRate rate) {
    JsonNode timeline;
    try {
      timeline = Json.MAPPER.readTree(json);
    } catch (JacksonException e) {
      throw new InvalidInput("file", "is no JSON");
    }
    JsonNode track = null;
    for (JsonNode t : timeline.path("tracks").path("children")) {
      track = track == null && "Video".equals(t.path("kind").asString("")) ? t : track;
    }
    if (!timeline.path("OTIO_SCHEMA").asString("").startsWith("Timeline.") || track == null) {
      throw new InvalidInput("file", "is no timeline with a video track");
    }
    List<EditList.Event> events = new ArrayList<>();
    boolean drop = false;
    for (JsonNode c : track.path("children")) {
      if (c.path("OTIO_SCHEMA").asString("").startsWith("Clip.")) {
        JsonNode reference =
            c.path("media_references")
                .path(c.path("active_media_reference_key").asString("DEFAULT_MEDIA"));
        JsonNode source =
            c.path("source_range").isObject()
                ? c.path("source_range")
                : reference.path("available_range");
        JsonNode all =
            reference.path("available_range").isObject()
                ? reference.path("available_range")
                : source;
        drop = c.path("metadata").path("bivex").path("drop").asBoolean(false);
        events.add(
            new EditList.Event(
                reference.path("target_url").asString(""),
                frame(source, "start_time", rate, drop),
                Math.round(source.path("duration").path("value").asDouble(0)),
                frame(all, "start_time", rate, drop),
                Math.round(all.path("duration").path("value").asDouble(0)),
                c.path("name").asString(""),
                c.path("metadata").path("bivex").path("comment").asString("")));
      }
    }
    return new EditList(timeline.path("name").asString(""), rate, drop, List.copyOf(events));
  }

  private static Timecode frame(JsonNode range, String key, FrameRate rate, boolean drop) {
    JsonNode t = range.path(key);
    double there = t.path("rate").asDouble(0);
    if (Math.abs(there - rate.fps()) > 0.01) {
      throw new InvalidInput("file", "runs at " + there + " fps, the production at " + rate.name());
    }
    return new Timecode(rate, drop, Math.round(t.path("value").asDouble(0)));
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
