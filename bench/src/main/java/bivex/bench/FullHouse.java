package bivex.bench;

import bivex.core.crew.Role;
import bivex.core.method.MethodBook;
import bivex.core.method.MethodChoice;
import bivex.core.method.Plan;
import bivex.core.shoot.CameraData;
import bivex.core.shoot.Take;
import bivex.core.shot.Evidence;
import bivex.core.time.FrameRate;
import bivex.core.time.Timecode;
import bivex.server.Caller;
import bivex.server.House;
import bivex.server.book.ShotBook;
import bivex.server.keep.Draft;
import bivex.server.keep.Drafts;
import bivex.server.keep.EvidenceEntries;
import bivex.server.keep.EvidenceEntry;
import bivex.server.keep.Mark;
import bivex.server.keep.Marks;
import bivex.server.keep.Production;
import bivex.server.keep.Setup;
import bivex.server.keep.Setups;
import bivex.server.keep.ShootingDay;
import bivex.server.keep.ShootingDays;
import bivex.server.keep.Shot;
import bivex.server.keep.Shots;
import bivex.server.keep.TakeCall;
import bivex.server.keep.TakeCalls;
import bivex.server.keep.TakeEntries;
import bivex.server.keep.TakeEntry;
import bivex.server.keep.VersionEntries;
import bivex.server.keep.VersionEntry;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.UUID;

/**
 * A production as full as a long one: shots of every method, twenty takes a shot with varied camera
 * data, a call on each take and a second on every fifth, evidence on every shot, a version on every
 * other. Ten shooting days.
 */
final class FullHouse {
  final Production production;
  final List<Shot> shots;
  final List<Setup> setups = new ArrayList<>();
  final Caller producer;
  final String base;

  FullHouse(House house, int size) {
    production = house.production();
    producer = house.person(production, Role.PRODUCER);
    base = "/api/productions/" + production.id;
    Draft d = draft(house, size);
    days(house);
    shots = shots(house, size);
    marks(house, d);
    takes(house, 20 * size);
    evidence(house);
  }

  private Draft draft(House house, int size) {
    Draft d = new Draft();
    d.id = UUID.randomUUID();
    d.productionId = production.id;
    d.number = 1;
    d.name = "white";
    d.source =
        "INT. ROOM - DAY\n\n" + "She crosses the room and looks at the water.\n\n".repeat(size);
    d.colour = "";
    d.format = "open syntax";
    d.uncertain = List.of();
    d.importedBy = "bench";
    d.importedAt = Instant.now();
    return house.bean(Drafts.class).save(d);
  }

  private void days(House house) {
    for (int n = 1; n <= 10; n++) {
      ShootingDay day = new ShootingDay();
      day.id = UUID.randomUUID();
      day.productionId = production.id;
      day.number = n;
      day.shootOn = LocalDate.now(ZoneOffset.UTC).plusDays(n);
      day.place = "Stage";
      house.bean(ShootingDays.class).save(day);
      for (int i = 1; i <= 5; i++) {
        Setup s = new Setup();
        s.id = UUID.randomUUID();
        s.productionId = production.id;
        s.dayId = day.id;
        s.number = setups.size() + 1;
        s.name = "setup " + s.number;
        setups.add(house.bean(Setups.class).save(s));
      }
    }
  }

  private List<Shot> shots(House house, int size) {
    List<String> methods = MethodBook.all().stream().map(m -> m.id()).toList();
    List<Shot> out = new ArrayList<>();
    for (int i = 0; i < size; i++) {
      Shot s = new Shot();
      s.id = UUID.randomUUID();
      s.productionId = production.id;
      s.setupId = setups.get(i % setups.size()).id;
      s.code = String.format("P-01-%05d", i * 10);
      s.title = "Shot " + i;
      s.intent = "because";
      s.scene = "1";
      s.cutFrames = 120;
      s.methods = List.of(new MethodChoice(methods.get(i % methods.size()), Map.of(), ""));
      out.add(s);
    }
    return house.bean(Shots.class).saveAll(out);
  }

  private void marks(House house, Draft d) {
    List<Mark> marks = new ArrayList<>();
    for (int i = 0; i < shots.size(); i++) {
      Mark m = new Mark();
      m.id = UUID.randomUUID();
      m.productionId = production.id;
      m.shotId = shots.get(i).id;
      m.draftId = d.id;
      m.number = 1;
      m.standing = Mark.Standing.MARKED;
      m.markStart = 17 + i * 46;
      m.markEnd = m.markStart + 20;
      m.excerpt = "She crosses the room";
      m.before = m.reason = "";
      m.setBy = "bench";
      m.setAt = Instant.now();
      marks.add(m);
    }
    house.bean(Marks.class).saveAll(marks);
  }

  private void takes(House house, int count) {
    Random random = new Random(5);
    List<List<String>> plates =
        shots.stream()
            .map(
                s ->
                    ShotBook.plan(production, s, false).plates().stream()
                        .map(Plan.Plate::key)
                        .toList())
            .toList();
    List<TakeEntry> takes = new ArrayList<>();
    List<TakeCall> calls = new ArrayList<>();
    for (int i = 0; i < count; i++) {
      int of = i % shots.size();
      Shot s = shots.get(of);
      List<String> own = plates.get(of).isEmpty() ? List.of("plate:clean") : plates.get(of);
      TakeEntry t = new TakeEntry();
      t.id = UUID.randomUUID();
      t.productionId = production.id;
      t.shotId = s.id;
      t.setupId = s.setupId;
      t.plate = own.get(i / shots.size() % own.size());
      t.number = 1 + i / shots.size();
      t.slate = s.code;
      // A roll a take, as the shots follow each other on it.
      Timecode in = new Timecode(FrameRate.FILM, false, 86_400 + 240L * of);
      t.roll = "A" + t.number;
      t.tcIn = in.label();
      t.tcOut = in.plus(120).label();
      t.frames = 121;
      t.camera = camera(random);
      t.note = "";
      t.madeAt = Instant.now().plusMillis(i);
      t.loggedBy = "bench";
      t.loggedAt = Instant.now();
      takes.add(t);
      calls.add(call(t, random.nextInt(4) == 0 ? Take.Call.PICK : Take.Call.NONE, 0));
      if (i % 5 == 0) {
        calls.add(call(t, Take.Call.PICK, 1));
      }
    }
    house.bean(TakeEntries.class).saveAll(takes);
    house.bean(TakeCalls.class).saveAll(calls);
  }

  private static CameraData camera(Random random) {
    return new CameraData(
        "K1",
        "35",
        random.nextInt(10) == 0 ? 40.0 : 35.0,
        5.6,
        1 / 48.0,
        random.nextInt(10) == 0 ? 800.0 : 400.0,
        4300.0,
        false,
        false,
        2.5 + random.nextInt(20) / 100.0,
        false,
        FrameRate.FILM,
        null,
        1.4 + random.nextInt(10) / 1000.0,
        random.nextInt(50) / 10.0,
        2.6);
  }

  private static TakeCall call(TakeEntry t, Take.Call call, int later) {
    TakeCall c = new TakeCall();
    c.id = UUID.randomUUID();
    c.takeId = t.id;
    c.call = call;
    c.reason = "";
    c.saidBy = "bench";
    c.saidAt = Instant.now().plusSeconds(later);
    return c;
  }

  private void evidence(House house) {
    List<EvidenceEntry> said = new ArrayList<>();
    List<VersionEntry> versions = new ArrayList<>();
    for (int i = 0; i < shots.size(); i++) {
      Shot s = shots.get(i);
      for (Plan.Task t : ShotBook.plan(production, s, false).tasks().stream().limit(2).toList()) {
        EvidenceEntry e = new EvidenceEntry();
        e.id = UUID.randomUUID();
        e.productionId = production.id;
        e.shotId = s.id;
        e.item = t.key();
        e.kind = Evidence.Kind.SETTLED;
        e.words = "done";
        e.hours = 3.0;
        e.saidBy = "bench";
        e.saidAt = Instant.now();
        said.add(e);
      }
      if (i % 2 == 0) {
        VersionEntry v = new VersionEntry();
        v.id = UUID.randomUUID();
        v.productionId = production.id;
        v.shotId = s.id;
        v.number = 1;
        v.fileName = "comp.mp4";
        v.hash = "0".repeat(64);
        v.width = 1920;
        v.height = 1080;
        v.rate = "24";
        v.frames = 136;
        v.firstFrame = 993;
        v.placed = true;
        v.type = "video/mp4";
        v.bytes = 1;
        v.note = "";
        v.uploadedBy = "bench";
        v.uploadedAt = Instant.now();
        versions.add(v);
      }
    }
    house.bean(EvidenceEntries.class).saveAll(said);
    house.bean(VersionEntries.class).saveAll(versions);
  }

  /** A take of the n-th shot that has a plate, as the floor would send it. */
  Map<String, Object> take(int n) {
    List<Shot> some =
        shots.stream()
            .filter(x -> !ShotBook.plan(production, x, false).plates().isEmpty())
            .toList();
    Shot s = some.get(n % some.size());
    return Map.of(
        "id",
        UUID.randomUUID().toString(),
        "shot",
        s.id,
        "setup",
        s.setupId,
        "plate",
        ShotBook.plan(production, s, false).plates().stream()
            .map(Plan.Plate::key)
            .findFirst()
            .orElseThrow(),
        "roll",
        "A002",
        "tcIn",
        "02:00:00:00",
        "tcOut",
        "02:00:05:00",
        "camera",
        Map.of("iso", 400, "focalMm", 35),
        "notRead",
        List.of(
            "body",
            "lens",
            "fNumber",
            "shutterSeconds",
            "whiteK",
            "whiteAuto",
            "exposureAuto",
            "focusM",
            "focusAuto",
            "rate",
            "raster",
            "heightM",
            "tiltDeg",
            "distanceM"));
  }
}
