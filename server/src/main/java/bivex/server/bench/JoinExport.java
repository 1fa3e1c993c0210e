package bivex.server.bench;

import bivex.server.http.Json;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.stream.IntStream;

/** A join as other programs read it: a path, or figures. */
final class JoinExport {
  private JoinExport() {}

  /** As an SVG path over the frame; one path for each frame of a join that moves. */
  static byte[] svg(BenchJobs.Job j, int from) {
    int w = j.comparison.width();
    int h = j.comparison.height();
    StringBuilder b =
        new StringBuilder(
            "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\""
                + w
                + "\" height=\""
                + h
                + "\" viewBox=\"0 0 "
                + w
                + " "
                + h
                + "\">\n");
    if (j.join.moving().isEmpty()) {
      b.append("<path id=\"join\" d=\"")
          .append(j.join.svg())
          .append("\" fill=\"none\" stroke=\"#000\" stroke-width=\"2\"/>\n");
    }
    for (int f = 0; f < j.join.moving().size(); f++) {
      String x = String.format(java.util.Locale.ROOT, "%.1f", j.join.moving().get(f));
      b.append("<path id=\"frame-")
          .append(from + f)
          .append("\" d=\"M")
          .append(x)
          .append(" 0L")
          .append(x)
          .append(' ')
          .append(h)
          .append("\" fill=\"none\" stroke=\"#000\" stroke-width=\"2\"/>\n");
    }
    return b.append("</svg>\n").toString().getBytes(StandardCharsets.UTF_8);
  }

  /** As JSON: points, feather, frames, and how the right plate is laid. */
  static byte[] json(BenchJobs.Job j, int from) {
    Map<String, Object> out = new LinkedHashMap<>();
    out.put("width", j.comparison.width());
    out.put("height", j.comparison.height());
    out.put("unit", "px from the left top");
    out.put("firstFrame", from);
    out.put("kind", j.join.kind().name().toLowerCase(java.util.Locale.ROOT));
    out.put("points", j.join.points());
    out.put("featherPx", j.join.featherPx());
    out.put("fadeFrames", j.join.fadeFrames());
    out.put(
        "frames",
        IntStream.range(0, j.join.moving().size())
            .mapToObj(
                f -> Map.of("frame", from + f, "x", Math.round(j.join.moving().get(f) * 10) / 10.0))
            .toList());
    out.put("crossingFrames", j.join.crossing().stream().map(f -> from + f).toList());
    out.put(
        "rightPlate",
        Map.of(
            "about",
            "the middle of the frame",
            "corners",
            j.comparison.found().corners(j.comparison.width(), j.comparison.height()),
            "dx",
            j.comparison.found().dx(),
            "dy",
            j.comparison.found().dy(),
            "degrees",
            j.comparison.found().degrees(),
            "scale",
            j.comparison.found().scale(),
            "gradeStops",
            -j.comparison.light().stops()));
    return Json.MAPPER.writeValueAsBytes(out);
  }
}
