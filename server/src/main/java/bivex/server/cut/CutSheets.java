package bivex.server.cut;

import bivex.core.crew.Role;
import bivex.core.cut.CutChange;
import bivex.core.cut.CutEvent;
import bivex.core.cut.CutList;
import bivex.core.cut.PlateBar;
import bivex.core.cut.Preparation;
import bivex.core.cut.Pull;
import bivex.core.cut.Recognition;
import bivex.core.cut.ReelSheet;
import bivex.core.cut.Reels;
import bivex.core.cut.ShotCut;
import bivex.core.cut.ShotWork;
import bivex.core.shoot.CameraData;
import bivex.core.tally.Costs;
import bivex.server.access.Member;
import bivex.server.http.Pages;
import bivex.server.keep.Cut;
import bivex.server.keep.Cuts;
import bivex.server.keep.Shots;
import bivex.server.keep.TakeEntries;
import bivex.server.keep.TakeEntry;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Cuts as the desk shows them: what was read, what is asked, what changed and what it costs. */
@Component
public class CutSheets {
  /** What is passed over is told up to here; the whole list can be had as it came. */
  private static final int MOST_PASSED = 300;

  private final Cuts cuts;
  private final CutBook book;
  private final Shots shots;
  private final TakeEntries takes;

  CutSheets(Cuts cuts, CutBook book, Shots shots, TakeEntries takes) {
    this.cuts = cuts;
    this.book = book;
    this.shots = shots;
    this.takes = takes;
  }

  /**
   * @param current whether it is the newest of its reel
   * @param follow shots whose length follows it
   */
  public record CutLine(
      UUID id,
      String name,
      String reel,
      LocalDate madeOn,
      String madeBy,
      String note,
      String fileName,
      String addedBy,
      Instant addedAt,
      boolean current,
      int follow) {}

  /**
   * What was read of a cut.
   *
   * @param title as the file has it
   * @param start label of its first frame
   * @param odd what should be known before anything is taken from it; empty when nothing is
   * @param pictures events that show something
   * @param effects of them, those of effect shots
   * @param asked of them, those that could be more than one thing
   * @param none of them, those of no effect shot as far as is known
   * @param sounds events that are heard
   * @param black events that show nothing
   * @param passed what is not used, with its line and why; the first of them
   * @param passedMore how many more there are
   * @param before name of the cut it is compared with; null where it is the first of its reel
   */
  public record CutView(
      CutLine cut,
      String title,
      String rate,
      String start,
      String length,
      String odd,
      int shots,
      int pictures,
      int effects,
      int asked,
      int none,
      int sounds,
      int black,
      List<CutList.Passed> passed,
      int passedMore,
      String before,
      ReelSheet.Total total) {}

  /**
   * Something an event may be.
   *
   * @param take null where it is the shot without a take that is known
   */
  public record Proposal(UUID shot, UUID take, String words) {}

  /**
   * @param event its place among the pictures of the cut, from 0
   * @param at label in the cut
   * @param from label in its source
   */
  public record EventLine(
      int event,
      String at,
      String called,
      String roll,
      String from,
      long frames,
      String speed,
      Recognition.How how,
      String why,
      String is,
      List<Proposal> proposals,
      List<String> notes) {}

  /**
   * What is used of a take.
   *
   * @param what name of the take, or what the list calls it
   * @param first number of the first frame that is pulled
   * @param sync number of its frame that lies under frame {@code at} of the shot
   */
  public record PlateLine(
      String what,
      boolean known,
      String track,
      String roll,
      String from,
      String to,
      long frames,
      long first,
      long last,
      long sync,
      long at,
      String speed,
      PlateBar bar,
      long shortHead,
      long shortTail,
      long missing,
      List<PreparationLine> preparation) {}

  /** What is done to a plate before anybody works on it, and why then. */
  public record PreparationLine(String label, String what, String why) {}

  /**
   * A use of an effect shot; frames are null where it is gone.
   *
   * @param numbers of its frames, first and last
   * @param changed against the cut before, in words
   * @param moved whether it only stands elsewhere
   */
  public record SheetRow(
      UUID shot,
      String code,
      String title,
      int use,
      String at,
      Integer frames,
      String numbers,
      int planned,
      String changed,
      boolean moved,
      boolean follows,
      boolean mayFollow,
      CutChange.Cost cost,
      List<String> advice,
      ReelSheet.Next next,
      List<String> hands,
      List<PlateLine> plates) {}

  /**
   * @param hands everybody whom it may concern
   */
  public record SheetPage(List<SheetRow> rows, int total, boolean more, List<String> hands) {}

  public record EventPage(List<EventLine> events, int total, boolean more) {}

  @Transactional(readOnly = true)
  public List<CutLine> all(Member me) {
    List<Cut> all = cuts.findByProductionIdOrderByAddedAt(me.productionId());
    Reels reels = new Reels(all.stream().map(Cut::ref).toList());
    Map<UUID, Long> follow =
        shots.following(me.productionId()).stream()
            .collect(Collectors.toMap(Shots.Following::cut, Shots.Following::shots));
    List<CutLine> out =
        all.stream()
            .map(
                c ->
                    line(
                        c,
                        reels.current(c.id.toString()),
                        follow.getOrDefault(c.id, 0L).intValue()))
            .collect(Collectors.toCollection(ArrayList::new));
    Collections.reverse(out);
    return out;
  }

  private static CutLine line(Cut c, boolean current, int follow) {
    return new CutLine(
        c.id,
        c.name,
        c.reel,
        c.madeOn,
        c.madeBy,
        c.note,
        c.fileName,
        c.addedBy,
        c.addedAt,
        current,
        follow);
  }

  @Transactional(readOnly = true)
  public CutView view(UUID cut, Member me) {
    Cut c = cuts.require(cut, me.productionId());
    CutBook.Reading r = book.reading(me);
    CutBook.Read read = r.of(c);
    CutBook.Read before = r.before(c);
    CutList list = read.list();
    Map<Recognition.How, Long> how =
        read.all().stream()
            .collect(Collectors.groupingBy(Recognition.Recognised::how, Collectors.counting()));
    int asked = how.getOrDefault(Recognition.How.ASKED, 0L).intValue();
    int none =
        (int)
            read.all().stream()
                .filter(x -> x.how() != Recognition.How.ASKED && x.shot().isEmpty())
                .count();
    long end = list.events().stream().mapToLong(CutEvent::end).max().orElse(0);
    return new CutView(
        all(me).stream().filter(l -> l.id().equals(c.id)).findFirst().orElseThrow(),
        list.title(),
        list.rate().name(),
        list.start().label(),
        list.start().plus(end).label(),
        list.odd(me.production().frameRate(), r.notRead()),
        (int) read.shots().stream().map(ShotCut::shot).distinct().count(),
        read.all().size(),
        read.all().size() - asked - none,
        asked,
        none,
        (int) list.events().stream().filter(e -> e.kind() == CutEvent.Kind.SOUND).count(),
        (int) list.events().stream().filter(e -> e.kind() == CutEvent.Kind.BLACK).count(),
        list.passed().stream().limit(MOST_PASSED).toList(),
        Math.max(0, list.passed().size() - MOST_PASSED),
        before == null ? null : before.cut().name,
        r.sheet(c).total(costs(me)));
  }

  /** What is paid, for those who may know it. */
  static Costs costs(Member me) {
    return me.role() == Role.PRODUCER || me.role() == Role.COORDINATOR
        ? me.production().costs()
        : Costs.UNKNOWN;
  }

  /** Events of a cut by how they were recognised; all where nothing is asked for. */
  @Transactional(readOnly = true)
  public EventPage events(UUID cut, Member me, Recognition.How how, int page, int size) {
    CutBook.Reading r = book.reading(me);
    CutBook.Read read = r.of(cuts.require(cut, me.productionId()));
    Map<String, ShotWork> work = r.work();
    List<Integer> found = new ArrayList<>();
    for (int i = 0; i < read.all().size(); i++) {
      if (how == null || read.all().get(i).how() == how) {
        found.add(i);
      }
    }
    Pages.Slice<Integer> slice = Pages.of(found, page, size);
    return new EventPage(
        slice.lines().stream()
            .map(i -> event(i, read.all().get(i), read.list(), r.known(), work))
            .toList(),
        slice.total(),
        slice.more());
  }

  private static EventLine event(
      int i,
      Recognition.Recognised x,
      CutList list,
      Recognition known,
      Map<String, ShotWork> work) {
    CutEvent e = x.event();
    return new EventLine(
        i,
        list.start().plus(e.record()).label(),
        e.called(),
        e.roll(),
        e.in().label(),
        e.frames(),
        e.map().said(),
        x.how(),
        x.why(),
        x.shot().isEmpty()
            ? ""
            : proposal(x.take().isEmpty() ? x.shot() : x.take(), known, work).words(),
        x.proposals().stream().map(p -> proposal(p, known, work)).toList(),
        e.notes());
  }

  private static Proposal proposal(String id, Recognition known, Map<String, ShotWork> work) {
    Recognition.KnownTake t = known.take(id);
    if (t != null) {
      return new Proposal(UUID.fromString(t.shot()), UUID.fromString(t.id()), t.name());
    }
    ShotWork w = work.get(id);
    return new Proposal(
        UUID.fromString(id), null, w == null ? "a shot" : w.code() + " " + w.title());
  }

  /**
   * The reel sheet of a cut.
   *
   * @param who only what concerns somebody; empty for all
   */
  @Transactional(readOnly = true)
  public SheetPage sheet(UUID cut, Member me, ReelSheet.Show show, String who, int page, int size) {
    CutBook.Reading r = book.reading(me);
    Cut c = cuts.require(cut, me.productionId());
    ReelSheet all = r.sheet(c);
    List<ReelSheet.Row> rows =
        all.shown(show == null ? ReelSheet.Show.ALL : show, who == null ? "" : who);
    Pages.Slice<ReelSheet.Row> slice = Pages.of(rows, page, size);
    Map<UUID, TakeEntry> used = used(slice.lines());
    IdentityHashMap<ShotCut.PlateUse, Pull> pulls = new IdentityHashMap<>();
    Pull.of(all.rows(), r.known()).forEach(p -> pulls.put(p.use(), p));
    Map<String, ShotWork> work = r.work();
    return new SheetPage(
        slice.lines().stream()
            .map(x -> row(x, pulls, used, work.get(x.shot()), me.production().handles))
            .toList(),
        slice.total(),
        slice.more(),
        all.hands());
  }

  private Map<UUID, TakeEntry> used(List<ReelSheet.Row> rows) {
    List<UUID> ids =
        rows.stream()
            .filter(x -> x.now() != null)
            .flatMap(x -> x.now().plates().stream())
            .map(ShotCut.PlateUse::take)
            .filter(t -> !t.isEmpty())
            .map(UUID::fromString)
            .distinct()
            .toList();
    return takes.findAllById(ids).stream()
        .collect(Collectors.toMap(t -> t.id, Function.identity()));
  }

  private static SheetRow row(
      ReelSheet.Row x,
      IdentityHashMap<ShotCut.PlateUse, Pull> pulls,
      Map<UUID, TakeEntry> used,
      ShotWork work,
      int handles) {
    return new SheetRow(
        UUID.fromString(x.shot()),
        x.code(),
        x.title(),
        x.use(),
        x.at().label(),
        x.now() == null ? null : (int) x.now().frames(),
        x.range() == null ? "" : x.range().said(),
        x.planned(),
        x.changed(),
        x.onlyMoved(),
        x.follows(),
        x.mayFollow(),
        x.cost(),
        x.advice(),
        x.next(),
        x.hands(),
        x.now() == null
            ? List.of()
            : x.now().plates().stream()
                .map(p -> plate(p, pulls.get(p), used, work, handles))
                .toList());
  }

  private static PlateLine plate(
      ShotCut.PlateUse p, Pull pull, Map<UUID, TakeEntry> used, ShotWork work, int handles) {
    TakeEntry t = p.take().isEmpty() ? null : used.get(UUID.fromString(p.take()));
    CameraData camera = t == null ? null : t.camera;
    long frames = t == null ? 0 : t.frames;
    return new PlateLine(
        pull.take().isEmpty() ? p.event().called() : pull.take(),
        t != null,
        p.track(),
        pull.roll(),
        p.first().label(),
        p.last().label(),
        p.pull().frames(),
        pull.first(),
        pull.last(),
        pull.sync(),
        pull.at(),
        p.event().map().said(),
        PlateBar.of(p, frames, handles),
        p.shortHead(),
        p.shortTail(),
        p.missing(),
        Preparation.of(p, frames, camera, work.plan(), work.setting()).stream()
            .map(x -> new PreparationLine(x.kind().words(), x.what(), x.why()))
            .toList());
  }

  /**
   * Effect shots in the order of a reel.
   *
   * @param frames of the cut, of the shot's first use
   */
  public record InCut(UUID shot, String at, int frames) {}

  /**
   * @param reel empty for the whole picture
   */
  public record ReelOrder(UUID cut, String reel, String name, List<InCut> shots) {}

  /** Effect shots in the order of the newest cut of each reel. */
  @Transactional(readOnly = true)
  public List<ReelOrder> order(Member me) {
    CutBook.Reading r = book.reading(me);
    return r.newest().stream()
        .map(
            c -> {
              CutBook.Read read = r.of(c);
              return new ReelOrder(
                  c.id,
                  c.reel,
                  c.name,
                  read.shots().stream()
                      .filter(s -> s.use() == 1)
                      .map(
                          s ->
                              new InCut(
                                  UUID.fromString(s.shot()),
                                  read.list().start().plus(s.record()).label(),
                                  (int) s.frames()))
                      .toList());
            })
        .toList();
  }
}
