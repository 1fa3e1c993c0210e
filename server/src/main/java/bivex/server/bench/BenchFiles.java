package bivex.server.bench;

import bivex.core.plate.LayBack;
import bivex.core.plate.PassMatch;
import bivex.core.plate.PlateZones.Occupied;
import bivex.core.plate.TakeWatch;
import bivex.server.http.Json;
import java.awt.image.BufferedImage;
import java.awt.image.DataBufferByte;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import java.util.zip.Deflater;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import javax.imageio.ImageIO;

/** What was measured as other programs read it. */
final class BenchFiles {
  private BenchFiles() {}

  /** A join as an SVG path over the frame; one path for each frame of a join that moves. */
  static byte[] joinSvg(BenchJobs.Job j, int from) {
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
    if (j.join.moving().isEmpty() && !j.join.points().isEmpty()) {
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

  /**
   * A join as JSON: points, feather, frames, which plate is at the left of it, and what lays the
   * second on the first.
   */
  static byte[] joinJson(BenchJobs.Job j, int from) {
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
    out.put("left", j.join.swapped() ? "second" : "first");
    out.put("right", j.join.swapped() ? "first" : "second");
    out.put("second", layBack(LayBack.of(j.comparison)));
    return Json.MAPPER.writeValueAsBytes(out);
  }

  /** What lays the second plate on the first, with the filter of a free program that does it. */
  static Map<String, Object> layBack(LayBack l) {
    Map<String, Object> out = new LinkedHashMap<>();
    out.put("about", "second is moved and graded to lie on first");
    out.put("unit", "px from the left top corner; the middle of the first pixel is at 0.5, 0.5");
    out.put("width", l.width());
    out.put("height", l.height());
    out.put("pivot", l.pivot());
    out.put("dx", l.dx());
    out.put("dy", l.dy());
    out.put("degrees", l.degrees());
    out.put("scale", l.scale());
    out.put("barrelPerPx2", l.barrel());
    out.put("cornersInSecond", l.corners());
    out.put("matrixFirstToSecond", l.matrix());
    out.put("matrixSecondToFirst", l.inverse());
    out.put("matrixAloneLeavesPx", l.leftPx());
    out.put("errorPx", l.errorPx());
    out.put("ffmpeg", l.ffmpeg());
    out.put("gradeStops", l.stops());
    out.put("gradeLinearGains", l.gains());
    out.put("noGradeBecause", l.lightDoubt());
    return out;
  }

  /** A watch as JSON: what was found, and every frame. */
  static byte[] watchJson(TakeWatch w) {
    Map<String, Object> out = new LinkedHashMap<>();
    out.put("unit", "px of the whole picture to the right and down, stops against the first frame");
    out.put("flicker", w.flicker());
    out.put("driftStops", w.driftStops());
    out.put("bumps", w.bumps());
    out.put("frames", w.frames());
    return Json.MAPPER.writeValueAsBytes(out);
  }

  /** Two clips as JSON: what was found, and every frame. */
  static byte[] passesJson(PassMatch p) {
    Map<String, Object> out = new LinkedHashMap<>();
    out.put("unit", "px of the whole picture to the right and down, stops of the second");
    out.put("begins", p.begins());
    out.put("retimeFrames", p.retimeFrames());
    out.put("afterPx", p.afterPx());
    out.put("errorPx", p.errorPx());
    out.put("frames", p.frames());
    return Json.MAPPER.writeValueAsBytes(out);
  }

  /**
   * Where somebody is as masks: a grey PNG for each frame, white from the left-most to the
   * right-most place in each row, in a ZIP.
   *
   * @param from number of the first frame
   */
  static void masks(List<Occupied> frames, int width, int height, int from, OutputStream to)
      throws IOException {
    try (ZipOutputStream zip = new ZipOutputStream(to)) {
      // The pictures are packed already.
      zip.setLevel(Deflater.NO_COMPRESSION);
      BufferedImage mask = new BufferedImage(width, height, BufferedImage.TYPE_BYTE_GRAY);
      byte[] pixels = ((DataBufferByte) mask.getRaster().getDataBuffer()).getData();
      for (Occupied o : frames) {
        o.mask(width, height, pixels);
        zip.putNextEntry(new ZipEntry("mask." + (from + o.frame()) + ".png"));
        ByteArrayOutputStream png = new ByteArrayOutputStream();
        ImageIO.write(mask, "png", png);
        png.writeTo(zip);
        zip.closeEntry();
      }
    }
  }
}
