package bivex.core.delivery;

import bivex.core.Said;
import bivex.core.review.ClipFacts;
import bivex.core.review.NoteWord;
import bivex.core.review.PictureCheck;
import bivex.core.review.VersionFacts;
import bivex.core.time.FrameRange;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.function.Function;

/** What has changed since a shot was delivered last, for whoever gets it again. */
public final class Redelivery {
  /** So many places and notes are told one by one. */
  private static final int ONE_BY_ONE = 6;

  private Redelivery() {}

  /**
   * A shot as it goes, or went.
   *
   * @param cut numbers of the frames of the cut; null where they were not kept
   * @param firstFrame number of the first frame of the file
   * @param sha256 of the file
   */
  public record Went(
      int version, String sha256, VersionFacts facts, FrameRange cut, int firstFrame) {}

  /**
   * What the frames of the new file show against an earlier version.
   *
   * @param against number of that version; null where there was none
   * @param found null while it was not watched
   */
  public record Held(Integer against, PictureCheck found) {}

  /**
   * Whether a note is answered by what goes now and was not by what went before.
   *
   * @param given number of the version it was given on
   * @param last what was said of it last; null for nothing
   * @param before number of the version that went
   * @param now number of the version that goes
   */
  public static boolean answers(int given, NoteWord last, int before, int now) {
    return given >= before
        && last != null
        && (last.kind() == NoteWord.Kind.ANSWERED || last.kind() == NoteWord.Kind.CONFIRMED)
        && last.version() != null
        && last.version() > before
        && last.version() <= now;
  }

  /**
   * @param before as it went last under the same specification
   * @param now as it goes
   * @param held of the newer version
   * @param answered notes of the client, given on the earlier version or since, that the newer one
   *     answers
   * @return sentences without their stops, the most telling first; never empty
   */
  public static List<String> since(Went before, Went now, Held held, List<String> answered) {
    List<String> out = new ArrayList<>();
    if (before.sha256.equals(now.sha256)) {
      out.add(
          before.version == now.version
              ? "the same file as before"
              : Said.of(
                  "version %s, the same file as version %s, which went before",
                  now.version, before.version));
    } else {
      out.add(Said.of("version %s, before it was version %s", now.version, before.version));
    }
    if (before.cut != null && !before.cut.equals(now.cut)) {
      out.add("the cut was " + before.cut.said() + ", it is " + now.cut.said());
    }
    if (before.sha256.equals(now.sha256)) {
      return List.copyOf(out);
    }
    facts(out, before.facts, now.facts);
    answered.stream().limit(ONE_BY_ONE).forEach(n -> out.add("answers: " + n));
    if (answered.size() > ONE_BY_ONE) {
      out.add(Said.of("and %s notes more", answered.size() - ONE_BY_ONE));
    }
    frames(out, before, now, held);
    return List.copyOf(out);
  }

  private static void facts(List<String> out, VersionFacts before, VersionFacts now) {
    changed(out, "raster", before, now, f -> f.raster().text());
    changed(out, "rate", before, now, f -> f.still() ? "a still" : f.rate().name() + " fps");
    changed(out, "length", before, now, f -> f.frames() + " frames");
    changed(out, "file", before, now, told(ClipFacts::container));
    changed(out, "codec", before, now, told(f -> f.codec() == null ? null : codec(f)));
    changed(out, "bits", before, now, told(f -> f.bits() == null ? null : f.bits() + " a channel"));
    changed(out, "chroma", before, now, told(ClipFacts::chroma));
    changed(out, "colour", before, now, told(ClipFacts::colour));
    changed(out, "sound", before, now, told(ClipFacts::sound));
    changed(out, "timecode", before, now, told(ClipFacts::timecode));
  }

  private static String codec(ClipFacts f) {
    return MediaWanted.Codec.words(f.codec());
  }

  private static Function<VersionFacts, String> told(Function<ClipFacts, String> of) {
    return f -> f.clip() == null ? null : of.apply(f.clip());
  }

  /** Told only where both are known: what was not read once has not changed for it. */
  private static void changed(
      List<String> out,
      String what,
      VersionFacts before,
      VersionFacts now,
      Function<VersionFacts, String> of) {
    String was = of.apply(before);
    String is = of.apply(now);
    if (was != null && is != null && !Objects.equals(was, is)) {
      out.add(
          what
              + " was "
              + (was.isEmpty() ? "not told" : was)
              + ", is "
              + (is.isEmpty() ? "not told" : is));
    }
  }

  private static void frames(List<String> out, Went before, Went now, Held held) {
    if (held.found == null
        || held.against == null
        || held.against != before.version
        || held.found.compared() == null) {
      out.add("which frames differ was not measured: they were not held against each other");
      return;
    }
    List<PictureCheck.Change> changes = held.found.changes();
    if (changes.isEmpty()) {
      out.add(
          Said.of(
              "no frame of %s that both have differs by more than %.1f%% of the range",
              held.found.compared().frames(), 100 * held.found.limit()));
    }
    for (PictureCheck.Change c : changes.subList(0, Math.min(ONE_BY_ONE, changes.size()))) {
      FrameRange on = new FrameRange(now.firstFrame + c.frames().first(), c.frames().frames());
      out.add("differs in " + on.said() + ", " + c.where());
    }
    if (changes.size() > ONE_BY_ONE) {
      out.add(Said.of("and in %s places more", changes.size() - ONE_BY_ONE));
    }
  }
}
