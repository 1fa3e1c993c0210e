package bivex.server.papers;

import bivex.core.delivery.MediaWanted;
import bivex.core.delivery.PackageSheet;
import java.io.IOException;
import java.util.List;
import java.util.stream.Stream;

/** The note that goes with a package: what is in it, and what changed since it went before. */
public final class DeliveryPaper {
  private DeliveryPaper() {}

  record FileView(
      String shot,
      String title,
      String file,
      String picture,
      String frames,
      String bytes,
      String sha256,
      String replaces,
      List<String> changed) {
    boolean hasReplaces() {
      return !replaces.isEmpty();
    }
  }

  record View(
      String title,
      String production,
      String printed,
      String foot,
      String specification,
      String words,
      String sum,
      List<FileView> files) {
    boolean hasWords() {
      return !words.isEmpty();
    }
  }

  public static byte[] of(PackageSheet sheet) throws IOException {
    List<FileView> files =
        sheet.files().stream()
            .map(
                l ->
                    new FileView(
                        l.shot(),
                        l.title(),
                        l.file(),
                        Stream.of(
                                l.width() + " × " + l.height(),
                                l.rate() + " fps",
                                MediaWanted.codecWords(l.codec()),
                                l.profile(),
                                l.bits() == null ? "" : l.bits() + " bits",
                                l.chroma(),
                                l.sound().equals("none") ? "no sound" : l.sound())
                            .filter(w -> !w.isEmpty())
                            .reduce((a, b) -> a + ", " + b)
                            .orElse(""),
                        l.frames()
                            + " frames, "
                            + l.firstFrame()
                            + " to "
                            + (l.firstFrame() + l.frames() - 1)
                            + "; cut "
                            + l.cutFirst()
                            + " to "
                            + (l.cutFirst() + l.cutFrames() - 1),
                        String.format(java.util.Locale.ROOT, "%,d bytes", l.bytes())
                            .replace(',', ' '),
                        l.sha256(),
                        l.replaces(),
                        l.changed()))
            .toList();
    long bytes = sheet.files().stream().mapToLong(PackageSheet.Line::bytes).sum();
    return Papers.pdf(
        "delivery",
        new View(
            sheet.name(),
            sheet.production(),
            sheet.packedAt().substring(0, 10),
            "The checksums are in SHA256SUMS, XXH64SUMS and ascmhl.",
            sheet.specification(),
            sheet.words(),
            files.size()
                + (files.size() == 1 ? " file, " : " files, ")
                + String.format(java.util.Locale.ROOT, "%,d bytes", bytes).replace(',', ' '),
            files),
        new Papers.Drawings());
  }
}
