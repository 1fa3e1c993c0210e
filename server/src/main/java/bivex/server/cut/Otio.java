package bivex.server.cut;

import bivex.core.shoot.EditList;
import bivex.core.time.FrameRate;
import bivex.server.http.Json;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * An edit list as OpenTimelineIO JSON: one video track, a clip a take, the whole take as what is
 * available behind each cut.
 */
public final class Otio {
  private Otio() {}

  public static byte[] of(EditList list) {
    List<Object> clips = new ArrayList<>();
    for (EditList.Event e : list.events()) {
      Map<String, Object> reference =
          schema(
              // Where the roll lies is not known here; a reader finds it by its reel.
              "MissingReference.1",
              "name",
              e.reel(),
              "available_range",
              range(e.takeIn().rate(), e.takeIn().frame(), e.takeFrames()),
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
              range(e.in().rate(), e.in().frame(), e.frames()),
              "effects",
              List.of(),
              "markers",
              e.marks().stream().map(m -> marker(e, m)).toList(),
              "enabled",
              true,
              "metadata",
              Map.of("bivex", Map.of("comment", e.comment(), "drop", list.drop())),
              "media_references",
              Map.of("DEFAULT_MEDIA", reference),
              "active_media_reference_key",
              "DEFAULT_MEDIA"));
    }
    Map<String, Object> track = holder("Track.1", list.title(), clips);
    track.put("kind", "Video");
    Map<String, Object> stack = holder("Stack.1", "tracks", List.of(track));
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

  /** What holds other things one after another, or over each other. */
  private static Map<String, Object> holder(String schema, String name, List<?> children) {
    return schema(
        schema,
        "name",
        name,
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
        children);
  }

  private static Map<String, Object> marker(EditList.Event e, EditList.Mark m) {
    return schema(
        "Marker.2",
        "name",
        m.words(),
        "color",
        "GREEN",
        "marked_range",
        range(e.in().rate(), e.in().frame() + m.frame(), 1),
        "metadata",
        Map.of());
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
