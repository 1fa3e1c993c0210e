package bivex.server.shot;

import bivex.core.InvalidInput;
import bivex.core.effort.ShotStandard;
import bivex.core.method.ShotRecording;
import bivex.core.method.ShotSetting;
import bivex.core.optics.Raster;
import bivex.core.time.FrameRate;
import bivex.server.access.Member;
import bivex.server.book.ShotBook;
import bivex.server.keep.Production;
import bivex.server.keep.Shot;
import bivex.server.keep.Shots;
import bivex.server.live.Journal;
import java.time.Clock;
import java.util.List;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * What a camera records for a shot otherwise than for its production; how closely it is looked at.
 */
@Component
public class SettingDesk {
  private final Shots shots;
  private final Journal journal;
  private final Clock clock;

  SettingDesk(Shots shots, Journal journal, Clock clock) {
    this.shots = shots;
    this.journal = journal;
    this.clock = clock;
  }

  /**
   * @param rate as typed; empty for the production's, as is what follows
   * @param width of the picture, px
   * @param sensorWidthMm that is read then
   * @param scene whether all shots of its scene are recorded so
   */
  public record NewRecording(
      String rate,
      Integer width,
      Integer height,
      Double sensorWidthMm,
      String reason,
      Boolean scene) {}

  /**
   * @param heightShare of the frame, at its largest; null to take it back
   * @param widthsPerSecond how fast it goes
   * @param stopped whether it must be good in a still as well
   * @param secondsOnScreen how long it is seen; null for the cut
   */
  public record NewStandard(
      Double heightShare,
      Double widthsPerSecond,
      Boolean stopped,
      Double secondsOnScreen,
      String reason) {}

  /** Another shot of the same setup whose camera is set otherwise. */
  public record Otherwise(UUID shot, String code) {}

  /**
   * @param recording null where it is as for the production
   * @param usual as the production records, in words
   * @param changes what is another by it
   * @param otherwise shots of the same setup that are recorded otherwise than this one
   * @param sceneShots shots of its scene
   * @param said what the standard does to the hours; empty where there is none
   */
  public record SettingView(
      ShotRecording recording,
      String usual,
      List<ShotRecording.Changed> changes,
      List<Otherwise> otherwise,
      int sceneShots,
      ShotStandard standard,
      String said) {}

  @Transactional(readOnly = true)
  public SettingView setting(UUID shot, Member me) {
    return view(shots.require(shot, me.productionId()), me);
  }

  private SettingView view(Shot s, Member me) {
    Production p = me.production();
    ShotSetting usual = p.setting(s.cutFrames);
    List<Shot> all = shots.findByProductionIdOrderByCode(p.id);
    return new SettingView(
        s.recording,
        usual.rate().name()
            + " fps, "
            + usual.capture().text()
            + ", "
            + usual.sensorWidthMm()
            + " mm",
        s.recording == null ? List.of() : s.recording.changes(usual, ShotBook.exposure(p, s)),
        all.stream()
            .filter(o -> s.setupId != null && s.setupId.equals(o.setupId) && !o.omitted)
            .filter(o -> !o.id.equals(s.id) && !ShotRecording.same(o.recording, s.recording))
            .map(o -> new Otherwise(o.id, o.code))
            .toList(),
        (int) all.stream().filter(o -> sameScene(s, o)).count(),
        s.standard,
        s.standard == null ? "" : s.standard.said(usual.delivery(), usual.rate()));
  }

  private static boolean sameScene(Shot s, Shot o) {
    return !o.omitted && s.scene != null && s.scene.equals(o.scene);
  }

  /** Says what its camera records, or that it records as for the production. */
  @Transactional
  public SettingView record(UUID shot, Member me, NewRecording in) {
    Shot s = shots.require(shot, me.productionId());
    boolean back = blank(in.rate()) && in.width() == null && in.sensorWidthMm() == null;
    ShotRecording recording = back ? null : recording(me, in);
    List<Shot> of =
        Boolean.TRUE.equals(in.scene())
            ? shots.findByProductionIdOrderByCode(me.productionId()).stream()
                .filter(o -> o.id.equals(s.id) || sameScene(s, o))
                .toList()
            : List.of(s);
    for (Shot o : of) {
      o.recording = recording;
    }
    shots.saveAllAndFlush(of);
    journal.record(
        me,
        back ? "records as usual again" : "records otherwise",
        "shot",
        s.id.toString(),
        of.size() == 1 ? s.code : "scene " + s.scene,
        Journal.Touches.shots(of.stream().map(o -> o.id).toList()));
    return view(s, me);
  }

  private static boolean blank(String s) {
    return s == null || s.isBlank();
  }

  private ShotRecording recording(Member me, NewRecording in) {
    if (in.width() == null ^ in.height() == null) {
      throw new InvalidInput(in.width() == null ? "width" : "height", "must be given as well");
    }
    if (in.width() != null) {
      InvalidInput.within("width", (long) in.width(), 16, 32_768);
      InvalidInput.within("height", (long) in.height(), 16, 32_768);
    }
    return new ShotRecording(
        blank(in.rate()) ? null : FrameRate.parse(in.rate().strip()),
        in.width() == null ? null : new Raster(in.width(), in.height()),
        in.sensorWidthMm(),
        in.reason(),
        me.name(),
        clock.instant());
  }

  /** Says how closely a shot is looked at, or takes that back. */
  @Transactional
  public SettingView standard(UUID shot, Member me, NewStandard in) {
    Shot s = shots.require(shot, me.productionId());
    s.standard =
        in.heightShare() == null && in.widthsPerSecond() == null
            ? null
            : ShotStandard.of(
                in.heightShare(),
                in.widthsPerSecond(),
                in.stopped(),
                in.secondsOnScreen(),
                in.reason(),
                me.name(),
                clock.instant());
    shots.saveAndFlush(s);
    journal.record(
        me,
        s.standard == null ? "takes its standard back" : "sets its standard",
        "shot",
        s.id.toString(),
        s.code,
        Journal.Touches.shot(s.id));
    return view(s, me);
  }
}
