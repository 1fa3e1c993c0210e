package bivex.server.bench;

import bivex.core.InvalidInput;
import bivex.core.picture.Coding;
import bivex.core.picture.Curve;
import bivex.core.picture.Gamut;
import bivex.server.access.Member;
import bivex.server.keep.PictureCoding;
import bivex.server.keep.PictureCodings;
import bivex.server.keep.TakeClip;
import bivex.server.keep.TakeClips;
import bivex.server.keep.TakeEntries;
import bivex.server.keep.TakeEntry;
import bivex.server.keep.TakeStill;
import bivex.server.keep.TakeStills;
import bivex.server.keep.TestCandidate;
import bivex.server.live.Journal;
import java.time.Clock;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** How stills and clips code their light: as their files tell, the camera data, or as was said. */
@Component
public class Codings {
  private final PictureCodings said;
  private final TakeStills stills;
  private final TakeClips clips;
  private final TakeEntries takes;
  private final Journal journal;
  private final Clock clock;

  Codings(
      PictureCodings said,
      TakeStills stills,
      TakeClips clips,
      TakeEntries takes,
      Journal journal,
      Clock clock) {
    this.said = said;
    this.stills = stills;
    this.clips = clips;
    this.takes = takes;
    this.journal = journal;
    this.clock = clock;
  }

  /**
   * How a picture is read.
   *
   * @param curve null where it brings a profile of its own
   * @param words in a line, with how it is known
   * @param said whether somebody said it of this picture
   */
  public record CodingView(Curve curve, Gamut gamut, String words, boolean said) {
    static CodingView of(Coding c) {
      return new CodingView(c.curve(), c.gamut(), c.words(), c.known() == Coding.Known.SAID);
    }
  }

  /**
   * A curve that can be said.
   *
   * @param gamut that usually goes with it
   * @param source where its formula is published
   */
  public record CurveChoice(Curve curve, String words, Gamut gamut, String source) {}

  public record GamutChoice(Gamut gamut, String words) {}

  /** What can be said. */
  public record Choices(List<CurveChoice> curves, List<GamutChoice> gamuts) {}

  /**
   * @param id made by who asks
   * @param curve null for what the file tells
   * @param gamut null for the usual one
   */
  public record NewCoding(UUID id, Curve curve, Gamut gamut) {}

  /** All that was said in a production, the last word of each picture; of clips by its own id. */
  final class Sayings {
    private final UUID production;
    private final Map<UUID, Coding.Told> last = new HashMap<>();

    private Sayings(UUID production) {
      this.production = production;
      said.findByProductionIdOrderBySaidAt(production)
          .forEach(c -> last.put(c.pictureId, c.said()));
    }

    private Coding.Told of(UUID picture) {
      return last.getOrDefault(picture, Coding.Told.NOTHING);
    }

    Coding still(TakeStill s, TakeEntry take) {
      return Coding.of(of(s.id), s.profile, s.told(), profile(take), Coding.Told.NOTHING, true);
    }

    Coding clip(TakeClip c, TakeEntry take) {
      return Coding.of(of(c.id), false, c.told(), profile(take), of(production), false);
    }
  }

  private static String profile(TakeEntry take) {
    return take == null || take.camera == null ? null : take.camera.profile();
  }

  Sayings of(UUID production) {
    return new Sayings(production);
  }

  Coding still(TakeStill s) {
    return of(s.productionId).still(s, takes.findById(s.takeId).orElse(null));
  }

  /** Of what is tried in a camera test. */
  Coding candidate(TestCandidate c) {
    return Coding.of(
        Coding.Told.NOTHING,
        c.profile,
        c.told(),
        c.camera.profile(),
        of(c.productionId).of(c.productionId),
        c.still());
  }

  Coding clip(TakeClip c) {
    return of(c.productionId).clip(c, takes.findById(c.takeId).orElse(null));
  }

  /** What the cameras of a production write where nothing else is known of a clip. */
  CodingView production(UUID production) {
    Coding.Told t = of(production).of(production);
    return t.curve() == null
        ? null
        : CodingView.of(Coding.of(t, false, Coding.Told.NOTHING, null, Coding.Told.NOTHING, false));
  }

  /** What can be said of a picture. */
  static Choices choices() {
    return new Choices(
        Arrays.stream(Curve.values())
            .map(c -> new CurveChoice(c, c.words(), c.usualGamut(), c.source()))
            .toList(),
        Arrays.stream(Gamut.values()).map(g -> new GamutChoice(g, g.words())).toList());
  }

  /** Says how a still or a clip codes its light. */
  @Transactional
  public CodingView say(Member me, UUID picture, NewCoding in) {
    TakeClip clip = clips.findByIdAndProductionId(picture, me.productionId()).orElse(null);
    TakeStill still = clip != null ? null : stills.require(picture, me.productionId());
    UUID take = clip != null ? clip.takeId : still.takeId;
    TakeEntry t = takes.findById(take).orElseThrow();
    keep(me, picture, in);
    Coding now =
        clip != null ? of(me.productionId()).clip(clip, t) : of(me.productionId()).still(still, t);
    journal.record(
        me,
        "said the curve",
        "take",
        take.toString(),
        t.slate + " take " + t.number + (clip != null ? ", clip" : ", still") + ": " + now.words(),
        Journal.Touches.NOTHING);
    return CodingView.of(now);
  }

  /** Says what the cameras of the production write where nothing else is known of a clip. */
  @Transactional
  public CodingView sayForAll(Member me, NewCoding in) {
    keep(me, me.productionId(), in);
    CodingView now = production(me.productionId());
    journal.record(
        me,
        "said the curve",
        "production",
        me.productionId().toString(),
        now == null ? "as the files tell" : now.words(),
        Journal.Touches.NOTHING);
    return now;
  }

  private void keep(Member me, UUID picture, NewCoding in) {
    if (in.id() == null) {
      throw new InvalidInput("id", "must be given");
    }
    if (in.curve() == null && in.gamut() != null) {
      throw new InvalidInput("curve", "must be given with a gamut");
    }
    if (said.existsById(in.id())) {
      return;
    }
    PictureCoding c = new PictureCoding();
    c.id = in.id();
    c.productionId = me.productionId();
    c.pictureId = picture;
    c.curve = in.curve();
    c.gamut = in.gamut();
    c.saidBy = me.name();
    c.saidAt = clock.instant();
    said.saveAndFlush(c);
  }
}
