package bivex.core.delivery;

import bivex.core.InvalidInput;
import bivex.core.optics.Raster;
import bivex.core.review.ClientStand;
import bivex.core.review.FramePlace;
import bivex.core.review.OpenNotes;
import bivex.core.review.Verdict;
import bivex.core.review.VersionFacts;
import bivex.core.shot.NamePattern;
import bivex.core.time.FrameRange;
import bivex.core.time.FrameRate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * What the client wants.
 *
 * @param raster picture size
 * @param rate frame rate
 * @param handles frames before and after the cut, 0 to 1000
 * @param pattern of the file names, with {code} and {version}
 * @param media of the file itself
 * @param words what else is asked for, at most 2000 letters; may be empty
 * @param answerDays how long an answer usually takes, above 0 to 365; null where nobody said
 */
public record DeliverySpec(
    Raster raster,
    FrameRate rate,
    int handles,
    NamePattern pattern,
    MediaWanted media,
    String words,
    Double answerDays) {
  private static final int LETTERS = 2000;

  public DeliverySpec {
    InvalidInput.within("handles", (long) handles, 0, 1000);
    if (words == null || words.length() > LETTERS) {
      throw new InvalidInput("words", "must be at most " + LETTERS + " letters");
    }
    if (answerDays != null) {
      InvalidInput.within("answerDays", answerDays, 0.1, 365);
    }
    pattern.with(Set.of("code", "version"), Set.of("production", "code", "scene", "version"));
  }

  /**
   * A version offered for delivery.
   *
   * @param place numbers of its frames
   * @param cut numbers of the frames of the cut
   * @param verdict last one, null if none
   * @param notes that must be answered and are carried on
   */
  public record Offer(
      String production,
      String code,
      String scene,
      int version,
      VersionFacts facts,
      FramePlace place,
      FrameRange cut,
      Verdict verdict,
      OpenNotes notes,
      ClientStand client,
      MediaWanted.Watched watched) {}

  /** File name of an offer, without extension. */
  public String fileName(Offer o) {
    return pattern.fill(
        Map.of(
            "production",
            o.production(),
            "code",
            o.code(),
            "scene",
            o.scene(),
            "version",
            o.version()));
  }

  /** The check list of an offer, from measured facts; it may go when every line agrees. */
  public List<VersionFacts.FactCheck> check(Offer o) {
    List<VersionFacts.FactCheck> out = new ArrayList<>();
    boolean agreed = o.verdict() == Verdict.AGREED;
    out.add(
        new VersionFacts.FactCheck(
            "Verdict",
            "agreed",
            o.verdict() == null ? "none" : o.verdict().words(),
            agreed,
            agreed ? "" : "Review version " + o.version() + " first."));
    out.add(
        new VersionFacts.FactCheck(
            "Notes",
            "all confirmed",
            o.notes().none() ? "all confirmed" : o.notes().words(),
            o.notes().none(),
            o.notes().none() ? "" : "Answer and confirm them in Review."));
    if (o.client().needed() || o.client().said()) {
      boolean good = o.client().agreed();
      out.add(
          new VersionFacts.FactCheck(
              "Client", "approved", o.client().words(), good, good ? "" : o.client().remedy()));
    }
    List<VersionFacts.FactCheck> asked = media.check(o.facts().clip(), o.watched());
    Set<String> labels =
        asked.stream().map(VersionFacts.FactCheck::label).collect(Collectors.toSet());
    // What is asked for is not told once more.
    o
        .facts()
        .against(o.place(), new VersionFacts.Wanted(raster, rate, o.cut(), handles, true))
        .stream()
        .filter(c -> c.asked() || !labels.contains(c.label()))
        .forEach(out::add);
    out.addAll(asked);
    return out;
  }

  /**
   * What became of a version, or of one before it, in words.
   *
   * @param number of the newest version
   * @param packed number of the version in the last package; null for none
   * @param accepted the client's answer to that; null while there is none
   * @return null where nothing was packed
   */
  public static String became(
      int number, Integer packed, boolean handed, Boolean accepted, String words) {
    if (packed == null) {
      return null;
    }
    String what =
        accepted == null
            ? handed ? "handed over, no answer yet" : "packed, not handed over"
            : accepted ? words.isEmpty() ? "accepted" : words : "refused: " + words;
    return packed == number ? what : "version " + packed + " went before: " + what;
  }

  /**
   * Whether a version's turn has come.
   *
   * @param ready whether it agrees with the specification
   * @param due whether it goes into the next package unless somebody asks otherwise
   * @param open whether it may go into one at all
   */
  public record Turn(boolean ready, boolean due, boolean open) {}

  /**
   * What is packed already and not answered is not packed again unless somebody asks, and what the
   * client has accepted is not packed again at all.
   *
   * @param packed whether this version is in a package
   * @param accepted the client's answer to it; null while there is none
   */
  public static Turn turn(List<VersionFacts.FactCheck> checks, boolean packed, Boolean accepted) {
    boolean ready = checks.stream().allMatch(VersionFacts.FactCheck::agrees);
    boolean open = ready && !Boolean.TRUE.equals(accepted);
    return new Turn(ready, open && !packed, open);
  }
}
