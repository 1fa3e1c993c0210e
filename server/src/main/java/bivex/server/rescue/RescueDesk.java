package bivex.server.rescue;

import bivex.core.InvalidInput;
import bivex.core.Said;
import bivex.core.method.Plan;
import bivex.core.method.WayOut;
import bivex.core.rescue.FreeFrames;
import bivex.core.rescue.Rescue;
import bivex.core.shoot.CameraData;
import bivex.core.shoot.Take;
import bivex.core.shot.OwedItem;
import bivex.core.tally.DayPasses;
import bivex.core.tally.PickUps;
import bivex.server.access.Member;
import bivex.server.book.Screenplays;
import bivex.server.book.ShotBook;
import bivex.server.keep.Draft;
import bivex.server.keep.PassSetting;
import bivex.server.keep.PassSettings;
import bivex.server.keep.Production;
import bivex.server.keep.Shot;
import bivex.server.keep.Shots;
import bivex.server.keep.TakeEntries;
import bivex.server.keep.TakeEntry;
import bivex.server.keep.TakeZonesRows;
import bivex.server.live.Journal;
import java.time.Clock;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.NoSuchElementException;
import java.util.Objects;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What can be made in place of plates that are missing, from the takes that are there. */
@Component
public class RescueDesk {
  private static final int SHOWN = 6;

  private final ShotBook book;

  private static Rescue.Footage footage(
      ShotBook.Page of,
      TakeEntry t,
      ShotBook.Page wanted,
      Plan pictured,
      Map<UUID, FreeFrames> measured) {
    Plan.Plate plate = of.plan().plate(t.plate).orElse(null);
    if (plate == null) {
      return null;
    }
    boolean own = of.shot().id.equals(wanted.shot().id);
    boolean same = wanted.setup() != null && t.setupId.equals(wanted.setup().id);
    // A plate of another shot never counts as a take of this one's plate, whatever its key.
    return new Rescue.Footage(
        name(of, t.plate, t.number),
        own ? t.plate : of.shot().code + " " + t.plate,
        plate.kind(),
        t.camera.raster(),
        t.camera.rate(),
        t.frames,
        same,
        of.match().breaks(t.id.toString()),
        measured.containsKey(t.id)
            ? measured.get(t.id)
            : own ? FreeFrames.planned(pictured, t.plate) : null);
  }

  private static String name(ShotBook.Page of, String plate, int take) {
    String label = of.plan().plate(plate).map(Plan.Plate::label).orElse(plate);
    return of.shot().code + " " + Said.inside(label) + " take " + take;
  }

  private final Screenplays screenplays;
  private final Shots shots;
  private final PassSettings settings;
  private final TakeZonesRows zones;
  private final Journal journal;
  private final Clock clock;

  RescueDesk(
      ShotBook book,
      Screenplays screenplays,
      Shots shots,
      PassSettings settings,
      TakeZonesRows zones,
      Journal journal,
      Clock clock) {
    this.screenplays = screenplays;
    this.settings = settings;
    this.zones = zones;
    this.book = book;
    this.shots = shots;
    this.journal = journal;
    this.clock = clock;
  }

  /**
   * A way out that is taken.
   *
   * @param way null takes back what was taken for the plate
   * @param from names of the takes, as they were offered
   * @param tighter as it was asked for
   * @param reason why
   */
  public record NewWayOut(
      String plate, Rescue.Way way, List<String> from, Double tighter, String reason) {}

  /** Takes a way out that is offered, or takes it back; the ways out that are left. */
  @Transactional
  public List<RescueView> take(UUID shot, Member me, NewWayOut in) {
    Shot s = shots.require(shot, me.productionId());
    String plate = InvalidInput.text("plate", in.plate());
    double tighter = in.tighter() == null ? 1 : in.tighter();
    List<WayOut> taken = new ArrayList<>(s.waysOut);
    boolean had = taken.removeIf(w -> w.plate().equals(plate));
    if (in.way() == null) {
      if (!had) {
        throw new InvalidInput("way", "must be one that is offered");
      }
    } else {
      String reason = InvalidInput.text("reason", in.reason());
      List<String> from = in.from() == null ? List.of() : in.from();
      Rescue.Option o =
          ranked(shot, me, tighter).stream()
              .filter(r -> r.view().plate().equals(plate))
              .flatMap(r -> r.all().stream())
              .filter(x -> x.way() == in.way() && x.from().equals(from))
              .findFirst()
              .orElseThrow(
                  () -> new InvalidInput("way", "is not one of the ways out of this plate now"));
      taken.add(
          new WayOut(
              plate,
              o.way().words(),
              o.from(),
              o.hours(),
              o.losses(),
              o.caveat(),
              reason,
              me.name(),
              clock.instant()));
    }
    s.waysOut = List.copyOf(taken);
    shots.saveAndFlush(s);
    journal.record(me, "changed", "shot", s.id.toString(), s.code, Journal.Touches.shot(s.id));
    return rescue(shot, me, tighter);
  }

  /** A plate with all its ways out, of which the best are shown. */
  private record Ranked(RescueView view, List<Rescue.Option> all) {}

  /**
   * @param repeat exact camera data for a pick-up, from the take the set was matched to; empty when
   *     nothing was shot
   */
  public record RescueView(
      String plate,
      String label,
      String reason,
      List<Rescue.Option> options,
      String repeatOf,
      List<Rescue.Setting> repeat) {}

  /**
   * Ways out for each plate of a shot that is owed or in doubt, best first.
   *
   * @param tighter how much closer than the takes the plate is framed, 1 to 20
   */
  @Transactional(readOnly = true)
  public List<RescueView> rescue(UUID shot, Member me, double tighter) {
    return ranked(shot, me, tighter).stream().map(Ranked::view).toList();
  }

  /**
   * @param words what there is to pick up
   */
  public record PickUpsView(String words, List<PickUps.Group> groups) {}

  /** All plates that are owed or in doubt and whose set is struck or whose day is over. */
  @Transactional(readOnly = true)
  public PickUpsView pickUps(Member me) {
    Production p = me.production();
    List<ShotBook.Page> pages = book.all(me);
    Draft draft = book.draft(me);
    Map<String, PassSetting> said =
        settings.findByProductionId(p.id).stream()
            .collect(Collectors.toMap(x -> x.shotId + " " + x.plate, x -> x));
    List<PickUps.Item> items = new ArrayList<>();
    for (ShotBook.Page page : pages) {
      if (page.shot().omitted
          || page.setup() == null
          || !PickUps.due(
              page.setup().struckAt, page.day().terms, page.day().shootOn, clock.instant())) {
        continue;
      }
      Take reference = page.match().reference();
      for (Plan.Plate plate : page.plan().plates()) {
        OwedItem item = item(page, plate);
        if (item != null && item.open()) {
          PassSetting x = said.get(page.shot().id + " " + plate.key());
          items.add(
              new PickUps.Item(
                  page.shot().id.toString(),
                  page.shot().code,
                  page.shot().title,
                  plate.key(),
                  plate.label(),
                  plate.wanted(),
                  page.setup().number + " " + page.setup().name,
                  page.day().place,
                  screenplays.light(draft, page),
                  PickUps.costume(plate, x == null ? DayPasses.worn(page.plan(), plate) : x.worn),
                  Rescue.lens(reference == null ? null : reference.camera(), plate.asks()),
                  plate.seconds(),
                  plate.takes(),
                  plate.takes() * plate.minutes(),
                  item.reason(),
                  reference == null ? "" : name(page, reference.plate(), reference.number()),
                  reference == null ? List.of() : Rescue.toRepeat(reference.camera())));
        }
      }
    }
    List<PickUps.Group> groups = PickUps.groups(items);
    return new PickUpsView(PickUps.words(groups), groups);
  }

  private static boolean isOpen(ShotBook.Page page, Plan.Plate plate) {
    OwedItem i = item(page, plate);
    return i != null && i.open();
  }

  private static OwedItem item(ShotBook.Page page, Plan.Plate plate) {
    return page.ledger().items().stream()
        .filter(i -> i.key().equals(plate.key()))
        .findFirst()
        .orElse(null);
  }

  private List<Ranked> ranked(UUID shot, Member me, double tighter) {
    Production p = me.production();
    Map<UUID, ShotBook.Page> pages =
        book.all(p).stream().collect(Collectors.toMap(x -> x.shot().id, Function.identity()));
    ShotBook.Page page = pages.get(shot);
    if (page == null) {
      throw new NoSuchElementException("There is no such shot in this production.");
    }
    List<TakeEntries.Called> takes =
        book.takes(p).stream()
            .filter(c -> c.call() != Take.Call.NO_GOOD && pages.containsKey(c.take().shotId))
            .filter(
                c ->
                    c.take().shotId.equals(shot)
                        || pages.get(c.take().shotId).shot().scene.equals(page.shot().scene))
            .toList();
    List<Ranked> out = new ArrayList<>();
    boolean clean =
        page.plan().plates().stream()
            .anyMatch(q -> q.kind() == Plan.PlateKind.CLEAN && isOpen(page, q));
    // What is in every frame of a take is much to read, and only a clean plate is made of it.
    Map<UUID, FreeFrames> measured = clean ? measured(me, takes) : Map.of();
    // Only the plan of one shot carries its pictures, from which it is known what is in frame.
    Plan pictured = page.planFault() == null ? ShotBook.plan(p, page.shot(), true) : page.plan();
    for (Plan.Plate plate : page.plan().plates()) {
      OwedItem item = item(page, plate);
      if (item == null || !item.open()) {
        continue;
      }
      List<Rescue.Footage> footage =
          takes.stream()
              .map(c -> footage(pages.get(c.take().shotId), c.take(), page, pictured, measured))
              .filter(Objects::nonNull)
              .toList();
      int frames = (int) Math.ceil(p.frameRate().frames(plate.seconds()));
      Rescue.Wanted wanted =
          new Rescue.Wanted(
              plate,
              p.setting(page.shot()).capture(),
              p.delivery(),
              p.frameRate(),
              Math.max(1, frames),
              tighter,
              page.setup() != null && page.setup().struckAt != null);
      List<Rescue.Option> ranked = Rescue.rank(wanted, footage, p.effortRates);
      List<Rescue.Option> shown = Rescue.varied(ranked, SHOWN);
      TakeEntry reference =
          takes.stream()
              .map(TakeEntries.Called::take)
              .filter(t -> page.match().isReference(t.id.toString()))
              .findFirst()
              .orElse(null);
      CameraData data = reference == null ? null : reference.camera;
      out.add(
          new Ranked(
              new RescueView(
                  plate.key(),
                  plate.label(),
                  item.reason(),
                  shown,
                  reference == null ? "" : name(page, reference.plate, reference.number),
                  data == null ? List.of() : Rescue.toRepeat(data)),
              ranked));
    }
    return out;
  }

  /** What is free in the takes that were measured against a clean plate, by take. */
  private Map<UUID, FreeFrames> measured(Member me, List<TakeEntries.Called> takes) {
    Map<UUID, FreeFrames> out = new HashMap<>();
    zones
        .findByProductionIdAndTakeIdInOrderByKeptAt(
            me.productionId(), takes.stream().map(c -> c.take().id).toList())
        .stream()
        .filter(z -> !z.occupied.isEmpty())
        .forEach(z -> out.put(z.takeId, FreeFrames.measured(z.occupied)));
    return out;
  }
}
