package bivex.core.cut;

import bivex.core.ItemKey;
import bivex.core.method.Plan;
import bivex.core.method.ShotSetting;
import bivex.core.shot.Evidence;
import bivex.core.time.FrameRange;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/**
 * What is known of an effect shot beside the cut.
 *
 * @param id of it
 * @param code of it
 * @param title of it
 * @param setting numbers of its frames among it: those of the cut its length follows, or as planned
 * @param plan of it
 * @param followed as the cut has it that its length follows; null while it follows none, or has
 *     another length than that
 * @param newest newest version; null while there is none
 * @param hands names of those who work on it
 */
public record ShotWork(
    String id,
    String code,
    String title,
    ShotSetting setting,
    Plan plan,
    ShotCut followed,
    Newest newest,
    List<String> hands) {
  public ShotWork {
    // Somebody gave it another length since, or its events were said to be something else.
    followed = followed != null && followed.frames() == setting.cutFrames() ? followed : null;
  }

  /**
   * Something that was said of a thing the shot owes.
   *
   * @param item its key
   * @param by who said it
   */
  public record Hand(String item, Evidence.Kind kind, String by) {}

  /**
   * Who works on a shot, as far as that is known: who made its newest version, and who said
   * something of its tasks.
   *
   * @param maker of the newest version; null while there is none
   */
  public static List<String> hands(String maker, List<Hand> said) {
    Set<String> out = new LinkedHashSet<>();
    if (maker != null) {
      out.add(maker);
    }
    said.stream()
        .filter(h -> ItemKey.of(h.item).task() && h.kind != Evidence.Kind.REOPENED)
        .forEach(h -> out.add(h.by));
    return List.copyOf(out);
  }

  /**
   * The newest version.
   *
   * @param number of it
   * @param range numbers of its frames
   * @param sure whether it is known where its frames lie
   * @param sameFrames whether numbers mean the same frames of the plates as when it was made; not
   *     after another take or speed was taken over
   */
  public record Newest(int number, FrameRange range, boolean sure, boolean sameFrames) {}

  /** Numbers of the frames of the cut its length follows, or as it was planned. */
  public FrameRange range() {
    return new FrameRange(setting.firstFrame(), setting.cutFrames());
  }

  /**
   * Numbers of the frames that a newer cut shows. A shot keeps its numbers as long as it shows the
   * same take at the same speed, so that notes and versions stay on their frames.
   *
   * @param basis how the newer cut changes it against the one it follows; null where it does not
   */
  FrameRange range(ShotCut now, CutChange basis) {
    boolean keeps = followed != null && (basis == null || !basis.anew());
    long first = setting.firstFrame() - (keeps && basis != null ? basis.head() : 0);
    return new FrameRange((int) first, (int) now.frames());
  }

  /** What the newest version covers of the cut that is followed; null where that is not known. */
  private CutChange.Done done() {
    return new CutChange.Done(range().before(newest.range()), range().after(newest.range()));
  }

  /**
   * What a newer cut costs.
   *
   * @param now as that cut has it
   * @param basis how it changes what the shot's length follows; null where it does not
   * @return null where nothing follows from it
   */
  CutChange.Cost cost(ShotCut now, CutChange basis) {
    if (followed != null && basis == null) {
      return null;
    }
    if (newest == null) {
      return followed != null
          ? basis.cost(null, plan, setting)
          : now.frames() == setting.cutFrames()
              ? null
              : CutChange.planned(plan, setting.cutFrames(), now.frames());
    }
    if (followed == null) {
      return CutChange.unknown(
          "version "
              + newest.number()
              + " is there, and nobody said which cut it was made for: let its length follow that"
              + " one first");
    }
    if (!newest.sure()) {
      return CutChange.unknown(
          "it is not known which frames version "
              + newest.number()
              + " shows: say the number of its first");
    }
    if (!newest.sameFrames()) {
      return CutChange.unknown(
          "version " + newest.number() + " was made on another take or speed and does not count");
    }
    return basis.cost(done(), plan, setting);
  }

  /**
   * What follows when the length of the shot does.
   *
   * @param range numbers of its frames then
   * @param earlier frames by which it begins earlier in the same plates; negative later; 0 where
   *     plates or speed are others
   * @param anew whether numbers mean other frames of the plates from then on
   */
  public record Follow(FrameRange range, long earlier, boolean anew) {}

  /** What follows when its length is that of a cut. */
  public Follow follow(ShotCut now) {
    CutChange basis = ReelSheet.basis(now, this);
    boolean anew = basis != null && basis.anew();
    return new Follow(range(now, basis), basis == null || anew ? 0 : basis.head(), anew);
  }

  /** What it costs that the shot is out of the cut. */
  CutChange.Cost gone(CutChange change) {
    return change.cost(newest == null ? null : done(), plan, setting);
  }
}
