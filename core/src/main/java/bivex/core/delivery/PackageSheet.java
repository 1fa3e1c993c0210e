package bivex.core.delivery;

import bivex.core.review.ClipFacts;
import bivex.core.review.FileTags;
import bivex.core.review.VersionFacts;
import bivex.core.time.FrameRange;
import java.util.Arrays;
import java.util.List;

/**
 * What is in a package, as its manifest and its delivery note tell it.
 *
 * @param form what kind of document it is
 * @param formVersion of its shape; a newer one may tell more
 * @param name of the package
 * @param specification it was packed under
 * @param packedAt moment, ISO 8601
 * @param words what the client asked for beside; may be empty
 */
public record PackageSheet(
    String form,
    int formVersion,
    String name,
    String production,
    String specification,
    String packedAt,
    String words,
    List<Line> files) {
  public static final String FORM = "bivex-package";

  /** Version 1 told no moment, no specification and nothing of how a file is coded. */
  public static final int FORM_VERSION = 2;

  /** Heads of the manifest as a table; those of version 1 first, in its order. */
  public static final List<String> HEADS =
      List.of(
          "shot",
          "scene",
          "version",
          "file",
          "width",
          "height",
          "rate",
          "frames",
          "cut_frames",
          "handles",
          "bytes",
          "sha256",
          "title",
          "first_frame",
          "cut_first",
          "timecode",
          "container",
          "codec",
          "profile",
          "bits",
          "chroma",
          "primaries",
          "transfer",
          "matrix",
          "range",
          "sound",
          "xxh64",
          "replaces",
          "changed");

  /**
   * One file.
   *
   * @param firstFrame number of its first frame
   * @param bits null where they are not told
   * @param replaces package in which the shot went before under the specification; empty for none
   * @param changed what changed since then, in sentences without stops
   */
  public record Line(
      String shot,
      String title,
      String scene,
      int version,
      String file,
      int width,
      int height,
      String rate,
      int frames,
      int firstFrame,
      int cutFirst,
      int cutFrames,
      int handles,
      String timecode,
      String container,
      String codec,
      String profile,
      Integer bits,
      String chroma,
      String primaries,
      String transfer,
      String matrix,
      String range,
      String sound,
      long bytes,
      String sha256,
      String xxh64,
      String replaces,
      List<String> changed) {
    /** As {@link PackageSheet#HEADS} have them. */
    public List<Object> cells() {
      return Arrays.asList(
          shot,
          scene,
          version,
          file,
          width,
          height,
          rate,
          frames,
          cutFrames,
          handles,
          bytes,
          sha256,
          title,
          firstFrame,
          cutFirst,
          timecode,
          container,
          codec,
          profile,
          bits == null ? "" : bits,
          chroma,
          primaries,
          transfer,
          matrix,
          range,
          sound,
          xxh64,
          replaces,
          String.join("; ", changed));
    }
  }

  /**
   * A shot of a package.
   *
   * @param replaces package it went in before; empty for none
   * @param changed since then
   */
  public record Packed(
      String code,
      String title,
      String scene,
      int version,
      VersionFacts facts,
      int firstFrame,
      FrameRange cut,
      String replaces,
      List<String> changed) {
    /**
     * @param file its name
     * @param handles before and after the cut
     */
    public Line line(String file, int handles, long bytes, String sha256, String xxh64) {
      ClipFacts c = facts.clip() == null ? ClipFacts.NOT_READ : facts.clip();
      FileTags t = c.tags() == null ? new FileTags("", "", "", "", "", null, null, null) : c.tags();
      return new Line(
          code,
          title,
          scene,
          version,
          file,
          facts.raster().width(),
          facts.raster().height(),
          facts.rate().text(),
          facts.frames(),
          firstFrame,
          cut.first(),
          cut.frames(),
          handles,
          c.timecode(),
          told(c.container()),
          told(c.codec()),
          t.profile(),
          c.bits(),
          told(c.chroma()),
          t.primaries(),
          t.transfer(),
          t.matrix(),
          t.range(),
          c.sound(),
          bytes,
          sha256,
          xxh64,
          replaces,
          changed);
    }

    private static String told(String words) {
      return words == null ? "" : words;
    }
  }
}
