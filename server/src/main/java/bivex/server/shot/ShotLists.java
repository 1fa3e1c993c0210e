package bivex.server.shot;

import bivex.core.effort.Estimate;
import bivex.core.kit.TestStand;
import bivex.core.method.MethodChoice;
import bivex.core.method.Plan;
import bivex.core.script.Screenplay;
import bivex.core.shot.OwedItem;
import bivex.core.shot.Stage;
import bivex.core.shot.Waits;
import bivex.server.access.Member;
import bivex.server.book.Screenplays;
import bivex.server.book.ShotBook;
import bivex.server.book.TestStandings;
import bivex.server.http.Pages;
import bivex.server.keep.Draft;
import bivex.server.keep.Mark;
import bivex.server.keep.Shot;
import bivex.server.keep.ShotLean;
import bivex.server.keep.ShotLeans;
import bivex.server.keep.Shots;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What a production has and owes, in lists: the reel, the shots, what is owed. */
@Component
public class ShotLists {
  private final Shots shots;
  private final Screenplays screenplays;
  private final ShotBook book;
  private final TestStandings standings;
  private final ShotLeans leans;

  ShotLists(
      Shots shots,
      Screenplays screenplays,
      ShotBook book,
      TestStandings standings,
      ShotLeans leans) {
    this.leans = leans;
    this.standings = standings;
    this.shots = shots;
    this.screenplays = screenplays;
    this.book = book;
  }

  static boolean lost(ShotBook.Page p) {
    return p.marks().stream().anyMatch(Mark::lost);
  }

  private static Map<Stage, Integer> stages(List<ShotBook.Page> pages) {
    Map<Stage, Integer> out = new LinkedHashMap<>();
    Arrays.stream(Stage.values())
        .forEach(
            s -> out.put(s, (int) pages.stream().filter(p -> p.ledger().stage() == s).count()));
    return out;
  }

  private static ShotLine line(ShotBook.Page p) {
    Shot s = p.shot();
    return new ShotLine(
        s.id,
        s.code,
        s.title,
        s.scene,
        p.excerpt(),
        p.marks().stream().map(ShotDesk.MarkView::of).toList(),
        lost(p),
        s.omitted,
        p.ledger().stage(),
        p.ledger().form(),
        p.ledger().sentence(),
        s.methods.stream().map(MethodChoice::method).toList(),
        p.plan().plates().size(),
        p.plan().effort(),
        p.ledger().open().size());
  }

  /**
   * A tick on the reel.
   *
   * @param at place in its scene, 0 to 1
   * @param form how it stands as a whole; null for a guest
   * @param stage null for a guest
   */
  public record Tick(
      UUID id, String code, String title, double at, OwedItem.State form, Stage stage) {}

  public record ReelScene(
      String number, String heading, boolean night, int eighths, String length, List<Tick> shots) {}

  /**
   * The script as one strip.
   *
   * @param owed things that are owed or in doubt
   */
  public record Reel(
      UUID draft,
      String draftName,
      List<ReelScene> scenes,
      List<Tick> loose,
      int owed,
      Map<Stage, Integer> stages) {}

  /**
   * One thing the production owes.
   *
   * @param between what waits for it, and what it waits for
   */
  public record OwedLine(
      UUID shot,
      String code,
      String title,
      OwedItem item,
      String setup,
      LocalDate day,
      Waits.Of between) {}

  /**
   * A camera test that is not decided.
   *
   * @param next what is to be done
   * @param before day that needs its answer; null while none is planned
   */
  public record OwedTest(
      UUID id, String question, String next, LocalDate before, boolean late, List<String> codes) {}

  /**
   * @param tests that are not decided, those first that are wanted first
   * @param total open things
   */
  public record OwedPage(
      List<OwedTest> tests,
      List<OwedLine> lines,
      int total,
      int page,
      boolean more,
      Map<Plan.Due, Integer> byDue,
      Map<Stage, Integer> stages) {}

  public record ShotLine(
      UUID id,
      String code,
      String title,
      String scene,
      String excerpt,
      List<ShotDesk.MarkView> marks,
      boolean lost,
      boolean omitted,
      Stage stage,
      OwedItem.State form,
      String sentence,
      List<String> methods,
      int plates,
      Estimate effort,
      int open) {}

  public record ShotPage(List<ShotLine> lines, int total, int page, boolean more) {}

  /** The script as a strip; a guest sees the shots they are invited to, and nothing of scenes. */
  @Transactional(readOnly = true)
  public Reel reel(Member me) {
    Draft draft = book.draft(me);
    Set<UUID> visible =
        me.guest() ? new HashSet<>(shots.invited(me.personId(), me.productionId())) : null;
    List<ShotBook.Page> pages =
        book.all(me).stream()
            .filter(p -> !p.shot().omitted && (visible == null || visible.contains(p.shot().id)))
            .toList();
    List<ReelScene> scenes = new ArrayList<>();
    Set<UUID> placed = new HashSet<>();
    if (draft != null) {
      for (Screenplay.Scene s : screenplays.of(draft).scenes()) {
        List<Tick> ticks =
            pages.stream()
                .filter(
                    p ->
                        p.first() != null
                            && p.first().markStart >= s.start()
                            && p.first().markStart < s.end())
                .sorted(Comparator.comparingInt(p -> p.first().markStart))
                .map(
                    p ->
                        tick(
                            me,
                            p,
                            me.guest()
                                ? 0
                                : (double) (p.first().markStart - s.start())
                                    / Math.max(1, s.end() - s.start())))
                .toList();
        ticks.forEach(t -> placed.add(t.id()));
        scenes.add(
            new ReelScene(s.number(), s.heading(), s.night(), s.eighths(), s.length(), ticks));
      }
    }
    List<Tick> loose =
        pages.stream().filter(p -> !placed.contains(p.shot().id)).map(p -> tick(me, p, 0)).toList();
    if (me.guest()) {
      return new Reel(
          null,
          null,
          List.of(),
          Stream.concat(scenes.stream().flatMap(s -> s.shots().stream()), loose.stream()).toList(),
          0,
          Map.of());
    }
    return new Reel(
        draft == null ? null : draft.id,
        draft == null ? null : draft.name,
        scenes,
        loose,
        pages.stream().mapToInt(p -> p.ledger().open().size()).sum(),
        stages(pages));
  }

  /**
   * What the production owes: what is too late first comes first, and of one day the most harmful.
   */
  @Transactional(readOnly = true)
  public OwedPage owed(Member me, int page, int size, OwedItem.Who who) {
    List<ShotBook.Page> pages = book.all(me).stream().filter(p -> !p.shot().omitted).toList();
    Waits waits =
        new Waits(
            pages.stream().map(ShotBook.Page::standing).toList(),
            leans.findByProductionIdOrderBySaidAt(me.productionId()).stream()
                .map(ShotLean::lean)
                .toList());
    List<OwedLine> lines =
        pages.stream()
            .flatMap(
                p ->
                    p.ledger().open().stream()
                        .map(
                            i ->
                                new OwedLine(
                                    p.shot().id,
                                    p.shot().code,
                                    p.shot().title,
                                    i,
                                    p.setup() == null ? null : "setup " + p.setup().number,
                                    p.day() == null ? null : p.day().shootOn,
                                    waits.of(p.shot().id.toString(), i))))
            .filter(l -> who == null || l.item().who() == who)
            .sorted(
                Comparator.comparing(
                        (OwedLine l) -> l.item().tooLate(l.day(), me.production().dueOn))
                    .thenComparing(OwedLine::between, Waits.ORDER)
                    .thenComparing(
                        Comparator.comparingInt((OwedLine l) -> l.item().harm()).reversed())
                    .thenComparing(OwedLine::code))
            .toList();
    Map<Plan.Due, Integer> byDue = new LinkedHashMap<>();
    Arrays.stream(Plan.Due.values())
        .forEach(d -> byDue.put(d, (int) lines.stream().filter(l -> l.item().due() == d).count()));
    Pages.Slice<OwedLine> slice = Pages.of(lines, page, size);
    return new OwedPage(
        standings.of(me, pages).stream()
            .filter(t -> t.stand().stand() != TestStand.Stand.DECIDED)
            .map(
                t ->
                    new OwedTest(
                        t.test().id,
                        t.test().question,
                        t.stand().next(),
                        t.stand().before(),
                        t.stand().late(),
                        t.shots().stream().map(p -> p.shot().code).toList()))
            .toList(),
        slice.lines(),
        slice.total(),
        slice.page(),
        slice.more(),
        byDue,
        stages(pages));
  }

  @Transactional(readOnly = true)
  public ShotPage list(Member me, int page, int size) {
    List<ShotBook.Page> all = book.all(me);
    Pages.Slice<ShotBook.Page> slice = Pages.of(all, page, size);
    return new ShotPage(
        slice.lines().stream().map(ShotLists::line).toList(),
        slice.total(),
        slice.page(),
        slice.more());
  }

  /** How a shot stands in the house, and so what was said of it, is no guest's to know. */
  private static Tick tick(Member me, ShotBook.Page p, double at) {
    return new Tick(
        p.shot().id,
        p.shot().code,
        p.shot().title,
        at,
        me.guest() ? null : p.ledger().form(),
        me.guest() ? null : p.ledger().stage());
  }
}
