package bivex.server.shoot;

import bivex.core.InvalidInput;
import bivex.core.light.SunClock;
import bivex.core.order.TimeOfDay;
import bivex.core.shoot.CameraData;
import bivex.core.shoot.DayTerms;
import bivex.core.shoot.SoundCheck;
import bivex.core.shoot.Touch;
import bivex.server.access.Member;
import bivex.server.http.Problems;
import bivex.server.keep.Place;
import bivex.server.keep.Places;
import bivex.server.keep.Preset;
import bivex.server.keep.Presets;
import bivex.server.keep.Setup;
import bivex.server.keep.Setups;
import bivex.server.keep.ShootingDay;
import bivex.server.keep.ShootingDays;
import bivex.server.keep.Shots;
import bivex.server.live.Journal;
import bivex.server.shot.OwnDesk;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZonedDateTime;
import java.time.format.DateTimeFormatter;
import java.util.Arrays;
import java.util.List;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * The shooting days: where and when, who is there, saved places, presets, and all a device needs to
 * work a day without a line.
 */
@Component
public class ShootDays {
  private static final DateTimeFormatter TIME = DateTimeFormatter.ofPattern("HH:mm");

  private final ShootingDays days;

  private final Setups setups;

  private final Shots shots;

  private final Places places;

  private final Presets presets;

  private final FloorSheets sheets;

  private final PassOrders order;

  private final Journal journal;

  private final Clock clock;

  private static SunView sun(ShootingDay d) {
    DayTerms t = d.terms;
    if (t.latitude() == null) {
      return null;
    }
    ZonedDateTime call = t.moment(d.shootOn, t.call());
    ZonedDateTime wrap = t.moment(d.shootOn, t.wrap());
    SunClock c =
        SunClock.of(
            call,
            wrap.isAfter(call.plus(Duration.ofHours(24))) ? call.plusHours(24) : wrap,
            t.latitude(),
            t.longitude(),
            t.shadowHeightM());
    return new SunView(
        time(c.sunrise()),
        time(c.sunset()),
        c.golden().stream().map(w -> time(w.from()) + " to " + time(w.to())).toList(),
        c.rows().stream()
            .map(
                r ->
                    new SunRow(
                        time(r.at()),
                        r.at().toInstant(),
                        r.azimuthDeg(),
                        r.elevationDeg(),
                        r.shadowM()))
            .toList());
  }

  private static String time(ZonedDateTime at) {
    return at == null ? "" : TIME.format(at);
  }

  ShootDays(
      ShootingDays days,
      Setups setups,
      Shots shots,
      Places places,
      Presets presets,
      FloorSheets sheets,
      PassOrders order,
      Journal journal,
      Clock clock) {
    this.clock = clock;
    this.days = days;
    this.setups = setups;
    this.shots = shots;
    this.places = places;
    this.presets = presets;
    this.sheets = sheets;
    this.order = order;
    this.journal = journal;
  }

  /**
   * @param terms null for a plain day
   */
  public record NewDay(LocalDate date, String place, DayTerms terms) {
    public NewDay(LocalDate date, String place) {
      this(date, place, null);
    }
  }

  public record PlaceView(UUID id, String name, double latitude, double longitude, String zone) {}

  public record NewPlace(String name, Double latitude, Double longitude, String zone) {}

  public record PresetView(
      UUID id, String name, CameraData camera, String test, String madeBy, Instant madeAt) {}

  /**
   * @param test the test it comes from
   */
  public record NewPreset(String name, CameraData camera, String test) {}

  /** Something to listen for. */
  public record SoundItem(SoundCheck key, String words) {}

  /**
   * A way to touch the camera.
   *
   * @param remedy what to do then
   */
  public record TouchItem(Touch key, String words, String remedy) {}

  /**
   * One moment of the sun.
   *
   * @param at local time of day
   * @param shadowM null while the sun is down
   */
  public record SunRow(
      String at, Instant moment, double azimuthDeg, double elevationDeg, Double shadowM) {}

  /**
   * @param sunrise local time of day; empty when it does not rise
   * @param golden stretches of low sun, as "06:41 to 07:20"
   */
  public record SunView(String sunrise, String sunset, List<String> golden, List<SunRow> rows) {}

  /**
   * All a device needs to work a day without a line.
   *
   * @param packedAt by the server's clock
   * @param sun null when the place has no coordinates
   * @param call local time of day
   * @param itemKinds what can be owed beside what methods derive
   */
  public record DayPack(
      Instant packedAt,
      FloorSheets.DayView day,
      String call,
      String wrap,
      List<FloorSheets.SetupSheet> sheets,
      PassOrders.OrderView order,
      List<PresetView> presets,
      List<SoundItem> soundChecks,
      List<TouchItem> touches,
      List<OwnDesk.ItemKind> itemKinds,
      SunView sun,
      String rate,
      int captureWidth,
      int captureHeight,
      double sensorWidthMm) {}

  @Transactional(readOnly = true)
  public List<FloorSheets.DayView> days(Member me) {
    List<Setup> all = setups.findByProductionIdOrderByNumber(me.productionId());
    var codes = shots.findByProductionIdOrderByCode(me.productionId());
    return days.findByProductionIdOrderByNumber(me.productionId()).stream()
        .map(
            d ->
                FloorSheets.day(
                    d,
                    all.stream()
                        .filter(s -> s.dayId.equals(d.id))
                        .map(
                            s ->
                                FloorSheets.view(
                                    s,
                                    codes.stream()
                                        .filter(x -> s.id.equals(x.setupId))
                                        .map(x -> x.code)
                                        .toList()))
                        .toList()))
        .toList();
  }

  @Transactional
  public FloorSheets.DayView addDay(Member me, NewDay in) {
    ShootingDay d = new ShootingDay();
    d.id = UUID.randomUUID();
    d.productionId = me.productionId();
    d.number = days.findByProductionIdOrderByNumber(me.productionId()).size() + 1;
    return keep(me, d, in, "added");
  }

  @Transactional
  public FloorSheets.DayView changeDay(UUID day, Member me, String ifMatch, NewDay in) {
    ShootingDay d = day(me, day);
    Problems.mustBeCurrent(ifMatch, d.version, FloorSheets.day(d, List.of()), in);
    FloorSheets.DayView v = keep(me, d, in, "changed");
    return v;
  }

  private FloorSheets.DayView keep(Member me, ShootingDay d, NewDay in, String action) {
    if (in.date() == null || in.date().getYear() < 1900 || in.date().getYear() > 2200) {
      throw new InvalidInput("date", "must be given, as a day from 1900 to 2200");
    }
    d.shootOn = in.date();
    d.place = InvalidInput.title("place", in.place());
    d.terms = in.terms() == null ? d.terms : in.terms();
    days.saveAndFlush(d);
    journal.record(me, action, "day", d.id.toString(), "day " + d.number);
    return FloorSheets.day(d, List.of());
  }

  @Transactional(readOnly = true)
  public List<PlaceView> places(Member me) {
    return places.findByProductionIdOrderByName(me.productionId()).stream()
        .map(p -> new PlaceView(p.id, p.name, p.latitude, p.longitude, p.zone))
        .toList();
  }

  @Transactional
  public List<PlaceView> addPlace(Member me, NewPlace in) {
    if (in.latitude() == null || in.longitude() == null) {
      throw new InvalidInput(in.latitude() == null ? "latitude" : "longitude", "must be given");
    }
    DayTerms p = DayTerms.PLAIN;
    new DayTerms(
        in.latitude(),
        in.longitude(),
        in.zone(),
        p.call(),
        p.wrap(),
        List.of(),
        p.rates(),
        p.cardGigabytes(),
        p.megabitsPerSecond(),
        p.shadowHeightM(),
        p.shadowLimitM(),
        null);
    Place x = new Place();
    x.id = UUID.randomUUID();
    x.productionId = me.productionId();
    x.name = InvalidInput.title("name", in.name());
    x.latitude = in.latitude();
    x.longitude = in.longitude();
    x.zone = in.zone();
    places.saveAndFlush(x);
    journal.record(me, "saved", "place", x.id.toString(), x.name, Journal.Touches.NOTHING);
    return places(me);
  }

  @Transactional
  public List<PlaceView> removePlace(UUID place, Member me) {
    Place x = places.require(place, me.productionId());
    places.delete(x);
    places.flush();
    journal.record(me, "removed", "place", x.id.toString(), x.name, Journal.Touches.NOTHING);
    return places(me);
  }

  @Transactional(readOnly = true)
  public List<PresetView> presets(Member me) {
    return presets.findByProductionIdOrderByName(me.productionId()).stream()
        .map(p -> new PresetView(p.id, p.name, p.camera, p.test, p.madeBy, p.madeAt))
        .toList();
  }

  @Transactional
  public List<PresetView> addPreset(Member me, NewPreset in) {
    Preset p = new Preset();
    p.id = UUID.randomUUID();
    p.productionId = me.productionId();
    p.name = InvalidInput.title("name", in.name());
    p.test = InvalidInput.text("test", in.test());
    if (in.camera() == null
        || CameraData.FIELDS.stream().allMatch(f -> in.camera().get(f) == null)) {
      throw new InvalidInput("camera", "must set something");
    }
    p.camera = in.camera();
    p.madeBy = me.name();
    p.madeAt = clock.instant();
    presets.saveAndFlush(p);
    journal.record(me, "saved", "preset", p.id.toString(), p.name, Journal.Touches.NOTHING);
    return presets(me);
  }

  @Transactional
  public List<PresetView> removePreset(UUID preset, Member me) {
    Preset p = presets.require(preset, me.productionId());
    presets.delete(p);
    presets.flush();
    journal.record(me, "removed", "preset", p.id.toString(), p.name, Journal.Touches.NOTHING);
    return presets(me);
  }

  @Transactional(readOnly = true)
  public DayPack pack(UUID day, Member me) {
    ShootingDay d = day(me, day);
    List<Setup> all = setups.findByDayIdOrderByNumber(d.id);
    List<FloorSheets.SetupSheet> of =
        sheets.of(me, d, all, all.stream().map(s -> s.id).toList(), 0);
    List<SoundItem> sound =
        Arrays.stream(SoundCheck.values()).map(c -> new SoundItem(c, c.words())).toList();
    return new DayPack(
        clock.instant(),
        FloorSheets.day(d, of.stream().map(FloorSheets.SetupSheet::setup).toList()),
        TimeOfDay.label(d.terms.call()),
        TimeOfDay.label(d.terms.wrap()),
        of,
        order.order(day, me),
        presets(me),
        sound,
        Arrays.stream(Touch.values()).map(t -> new TouchItem(t, t.words(), t.remedy())).toList(),
        OwnDesk.kinds(),
        sun(d),
        me.production().rate,
        me.production().captureWidth,
        me.production().captureHeight,
        me.production().sensorWidthMm);
  }

  private ShootingDay day(Member me, UUID id) {
    return days.require(id, me.productionId());
  }
}
