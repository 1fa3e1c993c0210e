package bivex.server.shoot;

import bivex.core.ItemKey;
import bivex.core.floor.FloorSetup;
import bivex.core.light.MainsFlicker;
import bivex.core.light.SunClock;
import bivex.core.method.Plan;
import bivex.core.order.Pass;
import bivex.core.shoot.CameraData;
import bivex.core.shoot.DayTerms;
import bivex.core.shoot.MatchGuard;
import bivex.core.shoot.MatchReview;
import bivex.core.shoot.MatchRule;
import bivex.core.shoot.PartNote;
import bivex.core.shoot.PlateTerms;
import bivex.core.shoot.SetClock;
import bivex.core.shoot.Take;
import bivex.core.shoot.Touch;
import bivex.core.shoot.WantedLight;
import bivex.core.shot.Ledger;
import bivex.core.shot.OwedItem;
import bivex.core.tally.DayPasses;
import bivex.core.time.FrameRate;
import bivex.server.access.Member;
import bivex.server.book.Screenplays;
import bivex.server.book.ShotBook;
import bivex.server.keep.Draft;
import bivex.server.keep.EvidenceEntry;
import bivex.server.keep.Setup;
import bivex.server.keep.SetupNote;
import bivex.server.keep.SetupNotes;
import bivex.server.keep.ShootingDay;
import bivex.server.keep.TakeCorrection;
import bivex.server.keep.TakeCorrections;
import bivex.server.keep.TakeEntries;
import bivex.server.keep.TakeEntry;
import bivex.server.keep.TakeStill;
import bivex.server.keep.TakeStills;
import bivex.server.keep.TouchEntry;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/**
 * What the floor reads of a setup, for one setup or for all of a day, in a number of statements
 * that does not grow with them.
 */
@Component
public class FloorSheets {
  /** Takes on a sheet; older ones are in the shot. */
  static final int PAGE = 40;

  private final ShotBook book;
  private final Screenplays screenplays;
  private final TakeEntries takes;
  private final SetupNotes notes;
  private final TakeStills stills;
  private final TakeCorrections corrections;

  private final Clock clock;

  FloorSheets(
      ShotBook book,
      Screenplays screenplays,
      TakeEntries takes,
      SetupNotes notes,
      TakeStills stills,
      TakeCorrections corrections,
      Clock clock) {
    this.screenplays = screenplays;
    this.clock = clock;
    this.book = book;
    this.takes = takes;
    this.notes = notes;
    this.stills = stills;
    this.corrections = corrections;
  }

  /**
   * @param orderedBy who accepted the order of passes; empty while nobody has
   */
  public record DayView(
      UUID id,
      int number,
      LocalDate date,
      String place,
      DayTerms terms,
      String orderedBy,
      long version,
      List<SetupView> setups) {}

  /**
   * @param tape letter of its camera tape
   * @param shots codes of the shots made in it
   */
  public record SetupView(
      UUID id,
      UUID day,
      int number,
      String tape,
      String name,
      Instant struckAt,
      long version,
      List<String> shots) {}

  public record StillView(UUID id, String caption, int width, int height) {}

  /**
   * @param frames of the timecode range
   * @param reference whether the others are compared with it
   */
  public record TakeView(
      UUID id,
      UUID shot,
      String code,
      String plate,
      String plateLabel,
      int number,
      String slate,
      String roll,
      String tcIn,
      String tcOut,
      long frames,
      CameraData camera,
      List<String> notRead,
      List<PartNote> parts,
      String overruled,
      String note,
      Instant madeAt,
      String loggedBy,
      Take.Call call,
      String reason,
      boolean reference,
      List<MatchGuard.Finding> findings,
      List<StillView> stills,
      List<CorrectionView> corrections) {}

  /**
   * What was set right of a take.
   *
   * @param changed each as "roll A001, was A002"
   */
  public record CorrectionView(List<String> changed, String reason, String by, Instant at) {}

  public record TouchView(
      UUID id,
      Touch kind,
      String words,
      String remedy,
      String note,
      Instant madeAt,
      String loggedBy) {}

  public record SetupNoteView(
      UUID id,
      SetupNote.Kind kind,
      String item,
      String words,
      Double ev,
      Double kelvin,
      Instant madeAt,
      String loggedBy) {}

  /**
   * A plate as the floor needs it.
   *
   * @param nextTake number of the next take
   * @param state how the plate stands
   * @param part whose performance it is, from 1; null when it is nobody's
   * @param guide whether it is a guide track
   * @param takes how many are reckoned with
   * @param asks what is asked of its takes
   */
  public record FloorPlate(
      UUID shot,
      String code,
      String title,
      String key,
      String label,
      String wanted,
      double seconds,
      boolean inSet,
      OwedItem.State state,
      String reason,
      int nextTake,
      Integer part,
      boolean guide,
      int takes,
      PlateTerms asks) {}

  /**
   * What must be settled before the set is struck.
   *
   * @param waived why it was let go; empty when it was not
   */
  public record StrikeItem(
      UUID shot,
      String code,
      String key,
      String label,
      OwedItem.State state,
      String action,
      String waived) {}

  /**
   * A caution of one of the setup's shots.
   *
   * @param signed by whom, empty while nobody has
   */
  public record FloorCaution(
      UUID shot, String code, String key, String text, String ask, String signed) {}

  /**
   * What the match guard needs on a device of its own.
   *
   * @param reference camera data of the reference take; null while there is none
   * @param referencePlate key of the plate it was made for; empty while there is none
   */
  public record GuardTerms(
      UUID shot,
      Set<MatchRule> rules,
      List<String> plates,
      double backgroundM,
      CameraData reference,
      String referencePlate) {}

  /** A sum of the plan that matters while the camera runs. */
  public record FloorCheck(
      String code, String title, Plan.Grade grade, String figure, String remedy) {}

  /**
   * A setup with everything the floor wants at hand.
   *
   * @param last camera data to carry over
   * @param more whether older takes exist
   * @param speaks whether somebody speaks, so that the sound is to be listened to
   * @param clock null when nothing is planned
   * @param hold null when the place has no coordinates, or no plates must be of one light
   */
  public record SetupSheet(
      SetupView setup,
      DayView day,
      List<FloorPlate> plates,
      List<StrikeItem> beforeStrike,
      List<TakeView> takes,
      boolean more,
      List<TouchView> touches,
      List<SetupNoteView> notes,
      CameraData last,
      String lastRoll,
      String nextIn,
      List<Plan.BriefLine> brief,
      List<FloorCaution> cautions,
      List<FloorCheck> checks,
      List<GuardTerms> guards,
      boolean speaks,
      double minutesRecorded,
      SetClock clock,
      SunClock.Hold hold,
      MainsFlicker.LampCheck flicker) {}

  /**
   * Sheets of some setups of one day.
   *
   * @param page of the takes; older ones come on later pages
   */
  List<SetupSheet> of(
      Member me, ShootingDay day, List<Setup> setups, List<UUID> wholeDay, int page) {
    List<ShotBook.Page> all = book.all(me.production());
    Draft draft = book.draft(me);
    List<TakeEntries.Called> ofDay = takes.ofSetups(me.productionId(), wholeDay);
    List<TouchEntry> touched =
        takes.touches(me.productionId()).stream()
            .filter(t -> wholeDay.contains(t.setupId))
            .toList();
    Map<UUID, List<TakeEntries.Called>> bySetup =
        ofDay.stream().collect(Collectors.groupingBy(c -> c.take().setupId));
    Map<UUID, List<SetupNote>> noted =
        notes.findBySetupIdInOrderByMadeAt(setups.stream().map(s -> s.id).toList()).stream()
            .collect(Collectors.groupingBy(n -> n.setupId));
    Map<UUID, List<TakeCorrection>> corrected =
        corrections.ofSetups(setups.stream().map(x -> x.id).toList()).stream()
            .collect(Collectors.groupingBy(x -> x.takeId));
    List<SetupSheet> out = new ArrayList<>();
    for (Setup s : setups) {
      List<TakeEntries.Called> here = new ArrayList<>(bySetup.getOrDefault(s.id, List.of()));
      here.sort(
          Comparator.comparing((TakeEntries.Called c) -> c.take().madeAt)
              .reversed()
              .thenComparing(c -> c.take().id));
      List<TakeEntries.Called> shown =
          here.stream().skip((long) Math.max(0, page) * PAGE).limit(PAGE).toList();
      boolean more = here.size() > (Math.max(0, page) + 1L) * PAGE;
      Map<UUID, List<TakeStill>> pictures = stills(shown.stream().map(c -> c.take().id).toList());
      out.add(
          sheet(
              me,
              day,
              draft,
              s,
              all.stream().filter(p -> s.id.equals(p.shot().setupId)).toList(),
              here,
              shown,
              more,
              pictures,
              corrected,
              ofDay,
              touched,
              noted.getOrDefault(s.id, List.of())));
    }
    return out;
  }

  private Map<UUID, List<TakeStill>> stills(List<UUID> of) {
    return of.isEmpty()
        ? Map.of()
        : stills.findByTakeIdInOrderByAddedAt(of).stream()
            .collect(Collectors.groupingBy(x -> x.takeId));
  }

  private SetupSheet sheet(
      Member me,
      ShootingDay day,
      Draft draft,
      Setup s,
      List<ShotBook.Page> here,
      List<TakeEntries.Called> called,
      List<TakeEntries.Called> shown,
      boolean more,
      Map<UUID, List<TakeStill>> pictures,
      Map<UUID, List<TakeCorrection>> corrected,
      List<TakeEntries.Called> ofDay,
      List<TouchEntry> touched,
      List<SetupNote> noted) {
    FrameRate rate = me.production().frameRate();
    TakeEntry last = called.isEmpty() ? null : called.get(0).take();
    List<FloorPlate> plates =
        here.stream()
            .flatMap(p -> p.plan().plates().stream().map(q -> plate(p, q, called)))
            .toList();
    List<StrikeItem> strike = here.stream().flatMap(p -> open(p).stream()).toList();
    List<FloorCheck> checks =
        here.stream()
            .flatMap(
                p ->
                    p.plan().checks().stream()
                        .filter(Plan.Check::whileRolling)
                        .map(
                            c ->
                                new FloorCheck(
                                    p.shot().code, c.title(), c.grade(), c.figure(), c.remedy())))
            .toList();
    List<GuardTerms> guards =
        here.stream()
            .map(
                p -> {
                  Take said = p.match().reference();
                  Take reference =
                      said != null
                              && (p.plan().matchSet().across()
                                  || said.setup().equals(s.id.toString()))
                          ? said
                          : null;
                  return new GuardTerms(
                      p.shot().id,
                      p.plan().matchSet().rules(),
                      p.plan().matchSet().plates(),
                      p.plan().matchSet().backgroundM(),
                      reference == null ? null : reference.camera(),
                      reference == null ? "" : reference.plate());
                })
            .toList();
    double recorded = called.stream().mapToDouble(c -> rate.seconds(c.take().frames)).sum() / 60;
    MainsFlicker.LampCheck flicker =
        last == null || last.camera.shutterSeconds() == null
            ? null
            : MainsFlicker.check(
                me.production().mainsHz,
                day.terms.dimmedHz(),
                last.camera.shutterSeconds(),
                last.camera.rate() == null ? rate : last.camera.rate());
    SetClock media = clock(s, day.terms, here, called, ofDay, touched, rate);
    return new SetupSheet(
        view(s, here.stream().map(p -> p.shot().code).toList()),
        day(day, List.of()),
        plates,
        strike,
        shown.stream()
            .map(
                c ->
                    view(
                        c,
                        here,
                        pictures.getOrDefault(c.take().id, List.of()),
                        corrected.getOrDefault(c.take().id, List.of())))
            .toList(),
        more,
        touched.stream().filter(t -> t.setupId.equals(s.id)).map(FloorSheets::view).toList(),
        noted.stream().map(FloorSheets::view).toList(),
        last == null ? null : last.camera,
        last == null ? "A001" : last.roll,
        last == null ? FloorSetup.FIRST_IN : FloorSetup.nextIn(last.tcOut, rate),
        here.stream().flatMap(p -> p.plan().cameraBrief().stream()).distinct().toList(),
        here.stream().flatMap(p -> p.plan().cautions().stream().map(c -> caution(p, c))).toList(),
        checks,
        guards,
        plates.stream().anyMatch(FloorPlate::guide)
            || noted.stream().anyMatch(n -> n.kind == SetupNote.Kind.SOUND),
        recorded,
        media,
        hold(day, draft, here, called),
        flicker);
  }

  /** What keeps the setup from being struck, and what was let go already. */
  static List<StrikeItem> open(ShotBook.Page p) {
    return p
        .ledger()
        .beforeStrike(p.evidence().stream().map(EvidenceEntry::evidence).toList())
        .stream()
        .map(
            b ->
                new StrikeItem(
                    p.shot().id,
                    p.shot().code,
                    b.item().key(),
                    b.item().label(),
                    b.item().state(),
                    b.item().action(),
                    b.waived()))
        .toList();
  }

  /** Battery and card against the set that is open, or else the next one. */
  private static SetClock clock(
      Setup s,
      DayTerms terms,
      List<ShotBook.Page> here,
      List<TakeEntries.Called> called,
      List<TakeEntries.Called> ofDay,
      List<TouchEntry> touched,
      FrameRate rate) {
    if (here.isEmpty()) {
      return null;
    }
    List<SetClock.Wanted> wanted = new ArrayList<>();
    double clothes = 0;
    boolean begun = false;
    for (ShotBook.Page p : here) {
      Set<String> open = open(p.ledger());
      List<Plan.Plate> set = p.plan().plates().stream().filter(Plan.Plate::inSet).toList();
      List<Plan.Plate> left = set.stream().filter(q -> open.contains(q.key())).toList();
      left.forEach(q -> wanted.add(new SetClock.Wanted(q.seconds(), q.takes(), q.minutes())));
      clothes +=
          terms.rates().costumeMinutes() * DayPasses.changes(p.plan(), left, worn(p, set, called));
      begun |=
          called.stream()
              .filter(c -> c.take().shotId.equals(p.shot().id) && usable(c))
              .anyMatch(c -> set.stream().anyMatch(q -> q.key().equals(c.take().plate)));
    }
    List<SetClock.Ran> ran =
        ofDay.stream()
            .map(c -> new SetClock.Ran(c.take().madeAt, rate.seconds(c.take().frames)))
            .toList();
    return SetClock.of(
        s.tape(),
        begun,
        terms,
        wanted,
        clothes,
        ran,
        touched.stream()
            .map(t -> new MatchReview.TouchEvent(t.kind, t.madeAt, t.note, t.setupId.toString()))
            .toList());
  }

  private static Set<String> open(Ledger l) {
    return l.open().stream().map(OwedItem::key).collect(Collectors.toSet());
  }

  /** What was worn in the last take of a set. */
  private static List<Pass.Worn> worn(
      ShotBook.Page p, List<Plan.Plate> set, List<TakeEntries.Called> called) {
    return called.stream()
        .filter(c -> c.take().shotId.equals(p.shot().id))
        .flatMap(c -> set.stream().filter(q -> q.key().equals(c.take().plate)))
        .map(q -> DayPasses.worn(p.plan(), q))
        .filter(w -> !w.isEmpty())
        .findFirst()
        .orElse(List.of());
  }

  private static boolean usable(TakeEntries.Called c) {
    return c.call() == null || c.call().usable();
  }

  /** How the light stands against the first usable take of the setup, or what it allows before. */
  private SunClock.Hold hold(
      ShootingDay day, Draft draft, List<ShotBook.Page> here, List<TakeEntries.Called> called) {
    List<ShotBook.Page> matched =
        here.stream().filter(p -> p.plan().matchSet().rules().contains(MatchRule.LIGHT)).toList();
    if (matched.isEmpty()) {
      return null;
    }
    Instant first =
        called.stream()
            .filter(FloorSheets::usable)
            .map(c -> c.take().madeAt)
            .min(Comparator.naturalOrder())
            .orElse(null);
    double need =
        matched.stream()
            .mapToDouble(p -> DayPasses.need(p.plan(), open(p.ledger())))
            .max()
            .orElse(0);
    return WantedLight.of(matched.stream().map(p -> screenplays.light(draft, p)).toList())
        .hold(day.terms, day.shootOn, clock.instant(), first, need);
  }

  private static FloorPlate plate(ShotBook.Page p, Plan.Plate q, List<TakeEntries.Called> called) {
    OwedItem i =
        p.ledger().items().stream().filter(x -> x.key().equals(q.key())).findFirst().orElse(null);
    int last =
        called.stream()
            .filter(c -> c.take().shotId.equals(p.shot().id) && c.take().plate.equals(q.key()))
            .mapToInt(c -> c.take().number)
            .max()
            .orElse(0);
    OptionalInt part = ItemKey.of(q.key()).performance();
    return new FloorPlate(
        p.shot().id,
        p.shot().code,
        p.shot().title,
        q.key(),
        q.label(),
        q.wanted(),
        q.seconds(),
        q.inSet(),
        i == null ? OwedItem.State.OWED : i.state(),
        i == null ? "" : i.reason(),
        FloorSetup.next(last),
        part.isPresent() ? part.getAsInt() : null,
        ItemKey.of(q.key()).guide().isPresent(),
        q.takes(),
        q.asks());
  }

  /**
   * A take as the desk shows it.
   *
   * @param pages shots it may belong to
   */
  static TakeView view(
      TakeEntries.Called c,
      Collection<ShotBook.Page> pages,
      List<TakeStill> stills,
      List<TakeCorrection> corrections) {
    TakeEntry t = c.take();
    ShotBook.Page p =
        pages.stream().filter(x -> x.shot().id.equals(t.shotId)).findFirst().orElse(null);
    String id = t.id.toString();
    String label =
        p == null
            ? t.plate
            : p.plan().plate(t.plate).map(Plan.Plate::label).orElse("loose: " + t.plate);
    return new TakeView(
        t.id,
        t.shotId,
        p == null ? t.slate : p.shot().code,
        t.plate,
        label,
        t.number,
        t.slate,
        t.roll,
        t.tcIn,
        t.tcOut,
        t.frames,
        t.camera,
        t.notRead,
        t.parts,
        t.overruled,
        t.note,
        t.madeAt,
        t.loggedBy,
        c.call() == null ? Take.Call.NONE : c.call(),
        c.reason() == null ? "" : c.reason(),
        p != null && p.match().isReference(id),
        p == null ? List.of() : p.match().of(id),
        stills.stream().map(x -> new StillView(x.id, x.caption, x.width, x.height)).toList(),
        corrections.stream()
            .map(x -> new CorrectionView(x.changed, x.reason, x.saidBy, x.saidAt))
            .toList());
  }

  private static FloorCaution caution(ShotBook.Page p, Plan.Caution c) {
    String signed =
        p.ledger().items().stream()
            .filter(i -> i.key().equals(c.key()) && i.state() == OwedItem.State.IN_HAND)
            .map(OwedItem::reason)
            .findFirst()
            .orElse("");
    return new FloorCaution(p.shot().id, p.shot().code, c.key(), c.text(), c.ask(), signed);
  }

  static TouchView view(TouchEntry t) {
    return new TouchView(
        t.id, t.kind, t.kind.words(), t.kind.remedy(), t.note, t.madeAt, t.loggedBy);
  }

  static SetupNoteView view(SetupNote n) {
    return new SetupNoteView(n.id, n.kind, n.item, n.words, n.ev, n.kelvin, n.madeAt, n.loggedBy);
  }

  static DayView day(ShootingDay d, List<SetupView> setups) {
    return new DayView(d.id, d.number, d.shootOn, d.place, d.terms, d.orderedBy, d.version, setups);
  }

  static SetupView view(Setup s, List<String> shots) {
    return new SetupView(s.id, s.dayId, s.number, s.tape(), s.name, s.struckAt, s.version, shots);
  }
}
