package bivex.bench;

import bivex.core.crew.Role;
import bivex.core.method.MethodBook;
import bivex.core.method.MethodChoice;
import bivex.core.shoot.CameraData;
import bivex.core.time.FrameRate;
import bivex.server.Caller;
import bivex.server.House;
import bivex.server.keep.Draft;
import bivex.server.keep.Drafts;
import bivex.server.keep.Mark;
import bivex.server.keep.Marks;
import bivex.server.keep.Production;
import bivex.server.keep.Setup;
import bivex.server.keep.Setups;
import bivex.server.keep.ShootingDay;
import bivex.server.keep.ShootingDays;
import bivex.server.keep.Shot;
import bivex.server.keep.Shots;
import bivex.server.keep.TakeEntries;
import bivex.server.keep.TakeEntry;
import jakarta.persistence.EntityManagerFactory;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.hibernate.SessionFactory;
import org.hibernate.stat.Statistics;

/**
 * The desks' lists over HTTP with 500 shots and 10 000 takes: milliseconds, bytes and statements a
 * request.
 */
public final class HttpLoad {
  private static final int SHOTS = 500;
  private static final int TAKES = 10_000;

  private HttpLoad() {}

  public static void main(String[] args) {
    try (House house = House.start(false)) {
      Production p = house.production();
      UUID setup = fill(house, p);
      Caller c = house.person(p, Role.PRODUCER);
      Statistics statistics =
          house.bean(EntityManagerFactory.class).unwrap(SessionFactory.class).getStatistics();
      String base = "/api/productions/" + p.id;
      System.out.printf(
          "%-34s %8s %8s %8s %10s %5s%n",
          SHOTS + " shots, " + TAKES + " takes", "min ms", "median", "max", "bytes", "SQL");
      for (String path :
          List.of(
              "/owed?size=60",
              "/reel",
              "/shots?size=200",
              "/elements",
              "/effort",
              "/setups/" + setup,
              "/journal")) {
        for (int i = 0; i < 8; i++) {
          c.get(base + path);
        }
        double[] ms = new double[25];
        long bytes = 0;
        statistics.clear();
        for (int i = 0; i < ms.length; i++) {
          long t = System.nanoTime();
          Caller.Answer a = c.get(base + path);
          ms[i] = (System.nanoTime() - t) / 1e6;
          bytes = a.raw().body().length;
          if (a.status() != 200) {
            throw new IllegalStateException(a.toString());
          }
        }
        Arrays.sort(ms);
        System.out.printf(
            "%-34s %8.1f %8.1f %8.1f %10d %5d%n",
            path.replace(setup.toString(), "…"),
            ms[0],
            ms[ms.length / 2],
            ms[ms.length - 1],
            bytes,
            statistics.getPrepareStatementCount() / ms.length);
      }
    }
    System.exit(0);
  }

  private static UUID fill(House house, Production p) {
    Draft d = new Draft();
    d.id = UUID.randomUUID();
    d.productionId = p.id;
    d.number = 1;
    d.name = "white";
    d.source =
        "INT. ROOM - DAY\n\n" + "She crosses the room and looks at the water.\n\n".repeat(SHOTS);
    d.colour = "";
    d.format = "open syntax";
    d.uncertain = List.of();
    d.importedBy = "bench";
    d.importedAt = Instant.now();
    house.bean(Drafts.class).save(d);
    ShootingDay day = new ShootingDay();
    day.id = UUID.randomUUID();
    day.productionId = p.id;
    day.number = 1;
    day.shootOn = LocalDate.now();
    day.place = "Stage";
    house.bean(ShootingDays.class).save(day);
    List<Setup> setups = new ArrayList<>();
    for (int i = 1; i <= 50; i++) {
      Setup s = new Setup();
      s.id = UUID.randomUUID();
      s.productionId = p.id;
      s.dayId = day.id;
      s.number = i;
      s.name = "setup " + i;
      setups.add(house.bean(Setups.class).save(s));
    }
    List<String> methods = MethodBook.all().stream().map(m -> m.id()).toList();
    List<Shot> shots = new ArrayList<>();
    for (int i = 0; i < SHOTS; i++) {
      Shot s = new Shot();
      s.id = UUID.randomUUID();
      s.productionId = p.id;
      s.setupId = setups.get(i % 50).id;
      s.code = String.format("P-01-%05d", i * 10);
      s.title = "Shot " + i;
      s.intent = "because";
      s.scene = "1";
      s.cutFrames = 120;
      s.methods = List.of(new MethodChoice(methods.get(i % methods.size()), Map.of(), ""));
      shots.add(s);
    }
    List<Shot> kept = house.bean(Shots.class).saveAll(shots);
    List<Mark> marks = new ArrayList<>();
    for (int i = 0; i < SHOTS; i++) {
      Mark m = new Mark();
      m.id = UUID.randomUUID();
      m.productionId = p.id;
      m.shotId = kept.get(i).id;
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
    CameraData camera =
        new CameraData(
            "K1",
            "35",
            35.0,
            5.6,
            1 / 48.0,
            400.0,
            4300.0,
            false,
            false,
            2.6,
            false,
            FrameRate.FILM,
            null,
            1.4,
            0.0,
            2.6);
    List<TakeEntry> takes = new ArrayList<>();
    for (int i = 0; i < TAKES; i++) {
      Shot s = kept.get(i % SHOTS);
      TakeEntry t = new TakeEntry();
      t.id = UUID.randomUUID();
      t.productionId = p.id;
      t.shotId = s.id;
      t.setupId = s.setupId;
      t.plate = i % 2 == 0 ? "plate:clean" : "plate:performance-1";
      t.number = 1 + i / SHOTS;
      t.slate = s.code;
      t.roll = "A001";
      t.tcIn = "01:00:00:00";
      t.tcOut = "01:00:05:00";
      t.frames = 121;
      t.camera = camera;
      t.note = "";
      t.madeAt = Instant.now().plusMillis(i);
      t.loggedBy = "bench";
      t.loggedAt = Instant.now();
      takes.add(t);
    }
    house.bean(TakeEntries.class).saveAll(takes);
    return setups.get(0).id;
  }
}
