package bivex.server.book;

import bivex.core.InvalidInput;
import bivex.core.ItemKey;
import bivex.core.method.MethodBook;
import bivex.core.method.OwnItem;
import bivex.core.method.Plan;
import bivex.core.method.ShotSetting;
import bivex.core.method.WayOut;
import bivex.core.review.Verdict;
import bivex.core.shoot.CameraData;
import bivex.core.shoot.MatchGuard;
import bivex.core.shoot.MatchReview;
import bivex.core.shoot.Take;
import bivex.core.shot.Evidence;
import bivex.core.shot.Ledger;
import bivex.core.shot.OwedItem;
import bivex.core.shot.ShotFacts;
import bivex.core.shot.Waits;
import bivex.core.work.TaskStand;
import bivex.core.work.TaskWord;
import bivex.core.work.WorkFile;
import bivex.core.work.WorkFiles;
import bivex.server.access.Member;
import bivex.server.keep.Draft;
import bivex.server.keep.Drafts;
import bivex.server.keep.EvidenceEntries;
import bivex.server.keep.EvidenceEntry;
import bivex.server.keep.Inherited;
import bivex.server.keep.InheritedRows;
import bivex.server.keep.Mark;
import bivex.server.keep.Marks;
import bivex.server.keep.PlateMeasures;
import bivex.server.keep.Production;
import bivex.server.keep.Productions;
import bivex.server.keep.Setup;
import bivex.server.keep.ShootingDay;
import bivex.server.keep.Shot;
import bivex.server.keep.Shots;
import bivex.server.keep.Stamps;
import bivex.server.keep.TakeEntries;
import bivex.server.keep.TaskWordEntry;
import bivex.server.keep.TaskWords;
import bivex.server.keep.TouchEntry;
import bivex.server.keep.Versions;
import bivex.server.keep.WorkFileEntries;
import bivex.server.keep.WorkFileWord;
import bivex.server.keep.WorkFileWords;
import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.NoSuchElementException;
import java.util.Set;
import java.util.TreeSet;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionSynchronizationManager;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * What is known of the shots of a production, derived by the core. All shots take twelve statements
 * however many there are, and are kept until something changes ({@link KeptPages}).
 */
@Component
public class ShotBook {
  private static final String SLATE = "slate";
  private final Shots shots;
  private final TakeEntries takes;
  private final EvidenceEntries evidence;
  private final TaskWords taskWords;
  private final WorkFileEntries workFiles;
  private final WorkFileWords workFileWords;
  private final Versions versions;
  private final Marks marks;
  private final InheritedRows inherited;
  private final PlateMeasures measures;
  private final Productions productions;
  private final EntityManager entities;
  private final Drafts drafts;
  private final Stamps stamps;
  private final TransactionTemplate reading;
  private final KeptPages kept = new KeptPages();
  private final KeptPages.Source source = new Source();

  private final Clock clock;

  ShotBook(
      Shots shots,
      TakeEntries takes,
      EvidenceEntries evidence,
      TaskWords taskWords,
      WorkFileEntries workFiles,
      WorkFileWords workFileWords,
      Versions versions,
      Marks marks,
      InheritedRows inherited,
      PlateMeasures measures,
      Productions productions,
      EntityManager entities,
      Drafts drafts,
      Stamps stamps,
      PlatformTransactionManager transactions,
      Clock clock) {
    this.clock = clock;
    this.measures = measures;
    this.productions = productions;
    this.entities = entities;
    this.drafts = drafts;
    this.stamps = stamps;
    this.reading = new TransactionTemplate(transactions);
    this.reading.setReadOnly(true);
    this.marks = marks;
    this.inherited = inherited;
    this.shots = shots;
    this.takes = takes;
    this.evidence = evidence;
    this.taskWords = taskWords;
    this.workFiles = workFiles;
    this.workFileWords = workFileWords;
    this.versions = versions;
  }

  /**
   * A shot with everything derived from it.
   *
   * @param marks its words in the newest draft, by number
   * @param tasks how its tasks stand, by key
   * @param takes that count for it
   * @param files versions of what its tasks make
   */
  public record Page(
      Shot shot,
      List<Mark> marks,
      Setup setup,
      ShootingDay day,
      Plan plan,
      String planFault,
      MatchReview match,
      Ledger ledger,
      List<EvidenceEntry> evidence,
      Map<String, TaskStand> tasks,
      List<Take> takes,
      List<WorkFile> files) {
    /** With the versions of its work, for who looks what they were made from. */
    public WorkFiles.OfShot work(Production of) {
      return new WorkFiles.OfShot(
          shot.id.toString(), shot.code, plan, of.range(shot), shot.framesSince, takes, files);
    }

    /** As what waits for it and it waits for are held against it. */
    public Waits.Standing standing() {
      return new Waits.Standing(
          shot.id.toString(), shot.code, plan, ledger.items(), ledger.stage());
    }

    /** Where it first stands in the newest draft; null when none of its words has a sure place. */
    public Mark first() {
      return marks.stream()
          .filter(Mark::sure)
          .min(Comparator.comparingInt(m -> m.markStart))
          .orElse(null);
    }

    /**
     * Tasks of its own that are done, with the hours somebody said they took; null where nobody
     * did. What was said before it was split or joined stays with what it was said of.
     */
    public Map<String, Double> done() {
      Map<String, Double> out = new HashMap<>();
      evidence.stream()
          .filter(e -> e.shotId.equals(shot.id) && ItemKey.of(e.item).task())
          .sorted(Comparator.comparing((EvidenceEntry e) -> e.saidAt))
          .forEach(
              e -> {
                if (e.kind == Evidence.Kind.SETTLED) {
                  out.put(e.item, e.hours);
                } else {
                  out.remove(e.item);
                }
              });
      return out;
    }

    /** All its words. */
    public String excerpt() {
      return marks.stream().map(m -> m.excerpt).collect(Collectors.joining(" … "));
    }
  }

  /**
   * All shots of a production, by code; their plans are without pictures. Inside a transaction that
   * writes they are derived from what it sees, else they are kept ones, which nobody may change.
   */
  public List<Page> all(Production production) {
    boolean writing =
        TransactionSynchronizationManager.isActualTransactionActive()
            && !TransactionSynchronizationManager.isCurrentTransactionReadOnly();
    return writing
        ? load(production, null, false)
        : kept.of(production.id, stamps.of(production.id), source).pages();
  }

  /** All shots, for somebody whose stamp was read at the gate already. */
  public List<Page> all(Member me) {
    return me.stamp() == null
        ? all(me.production())
        : kept.of(me.productionId(), me.stamp(), source).pages();
  }

  /** The newest draft, as it was when the pages were kept; null when there is none. */
  public Draft draft(Member me) {
    return kept.of(
            me.productionId(),
            me.stamp() == null ? stamps.of(me.productionId()) : me.stamp(),
            source)
        .draft();
  }

  private final class Source implements KeptPages.Source {
    @Override
    public LocalDate today() {
      return LocalDate.now(clock);
    }

    @Override
    public long stamp(UUID production) {
      return stamps.of(production);
    }

    @Override
    public Set<UUID> since(UUID production, long stamp) {
      Set<UUID> named = stamps.touchedSince(production, stamp);
      if (named == null || named.isEmpty()) {
        return named;
      }
      // What counts for a shot may have been shot and said for another.
      Set<UUID> out = new HashSet<>(named);
      List<Inherited> rows = inherited.findByProductionIdAndEndedAtIsNullOrderBySaidAt(production);
      boolean more = !rows.isEmpty();
      while (more) {
        more = false;
        for (Inherited i : rows) {
          more |= out.contains(i.fromId) && out.add(i.shotId);
        }
      }
      return out;
    }

    @Override
    public Draft draft(UUID production) {
      return drafts.findFirstByProductionIdOrderByNumberDesc(production).orElse(null);
    }

    @Override
    public List<Page> load(UUID production, Set<UUID> only) {
      return reading.execute(
          status -> {
            // Rows that the asker has read already may be older than the stamp: they are read anew.
            entities.clear();
            return ShotBook.this.load(productions.findById(production).orElseThrow(), only, false);
          });
    }
  }

  /**
   * One shot with its pictures.
   *
   * @throws NoSuchElementException if it is not in this production
   */
  public Page one(Production production, UUID shot) {
    return load(production, Set.of(shot), true).stream()
        .findFirst()
        .orElseThrow(() -> new NoSuchElementException("There is no such shot in this production."));
  }

  /**
   * Plan of a shot.
   *
   * @param pictures whether its schematic picture and drawings are wanted
   * @throws InvalidInput when it cannot be derived
   */
  public static Plan plan(Production p, Shot s, boolean pictures) {
    return asked(p, s, pictures).taking(s.waysOut);
  }

  /** Plan of a shot; where a value of a method is wrong, of what was made by hand alone. */
  public static Plan sound(Production p, Shot s) {
    try {
      return plan(p, s, false);
    } catch (InvalidInput e) {
      return byHand(p, s);
    }
  }

  private static Plan byHand(Production p, Shot s) {
    ShotSetting setting = p.setting(s);
    return MethodBook.derive(setting, List.of()).edited(setting, s.ownItems, List.of());
  }

  /** The plan before any way out of it was taken. */
  private static Plan asked(Production p, Shot s, boolean pictures) {
    return derived(p, s, pictures)
        .edited(p.setting(s), s.ownItems, s.planChanges)
        .with(s.planned)
        .spoken(s.spoken);
  }

  /** The plan as its methods derive it, before anybody changed anything of it. */
  public static Plan derived(Production p, Shot s, boolean pictures) {
    ShotSetting setting = p.setting(s);
    return told(
        pictures ? MethodBook.derive(setting, s.methods, true) : Plans.of(setting, s.methods),
        setting,
        s);
  }

  /**
   * Exposure its methods ask for at the production's rate, s; null where none is asked or they
   * cannot be derived.
   */
  public static Double exposure(Production p, Shot s) {
    try {
      return Plans.of(p.setting(s), s.methods).shutterSeconds();
    } catch (InvalidInput e) {
      return null;
    }
  }

  /** A plan with what the camera records for its shot, and how closely that is looked at. */
  public static Plan told(Plan plan, ShotSetting setting, Shot s) {
    return plan.recorded(setting, s.recording).held(setting, s.standard);
  }

  /** What a slate would have against its set if it were logged now; nothing is kept. */
  public List<MatchGuard.Finding> slate(
      Production production, UUID shot, UUID setup, String plate, CameraData camera) {
    Page page = one(production, shot);
    Plan plan = page.plan();
    List<Take> set =
        new ArrayList<>(
            takes.lines(production.id, List.of(shot)).stream()
                .filter(l -> plan.matchSet().across() || l.setupId().equals(setup))
                .map(l -> l.take(production.frameRate()))
                .toList());
    set.add(
        new Take(SLATE, plate, 1, clock.instant(), camera, Take.Call.NONE, 0, setup.toString()));
    List<TouchEntry> touched =
        takes.touches(production.id).stream().filter(t -> t.setupId.equals(setup)).toList();
    return review(
            production.setting(page.shot()), plan, set, touched, measures.lastWords(production.id))
        .of(SLATE);
  }

  /** Takes of a production with their last call, for those who look beyond one shot. */
  public List<TakeEntries.Called> takes(Production production) {
    return takes.called(production.id);
  }

  private static MatchReview review(
      ShotSetting setting,
      Plan plan,
      List<Take> set,
      List<TouchEntry> touched,
      List<PlateMeasures.LastWord> measured) {
    MatchGuard.Optics optics =
        new MatchGuard.Optics(
            setting.capture(),
            setting.sensorWidthMm(),
            plan.matchSet().backgroundM() > 0 ? plan.matchSet().backgroundM() : null);
    List<MatchReview.TouchEvent> touches =
        touched.stream()
            .map(t -> new MatchReview.TouchEvent(t.kind, t.madeAt, t.note, t.setupId.toString()))
            .toList();
    return MatchReview.of(
        set,
        plan.asked(),
        touches,
        measured.stream().map(PlateMeasures.LastWord::measured).toList(),
        optics);
  }

  /**
   * @param only shots that are wanted; null for all
   * @param pictures whether their plans have pictures
   */
  private List<Page> load(Production production, Set<UUID> only, boolean pictures) {
    Map<UUID, List<Inherited>> from =
        inherited.findByProductionIdAndEndedAtIsNullOrderBySaidAt(production.id).stream()
            .collect(Collectors.groupingBy(i -> i.shotId));
    boolean every = only == null;
    Set<UUID> shown = every ? Set.of(production.id) : only;
    Set<UUID> wanted = new HashSet<>();
    if (!every) {
      only.forEach(s -> wanted.addAll(sources(s, Instant.MAX, from, new HashMap<>()).keySet()));
    }
    Map<UUID, List<TakeEntries.Line>> takesOf =
        (every ? takes.lines(production.id) : takes.lines(production.id, wanted))
            .stream().collect(Collectors.groupingBy(TakeEntries.Line::shotId));
    Map<UUID, List<TouchEntry>> touchesOf =
        takes.touches(production.id).stream().collect(Collectors.groupingBy(t -> t.setupId));
    Map<UUID, List<EvidenceEntry>> saidOf =
        (every
                ? evidence.findByProductionId(production.id)
                : evidence.findByProductionIdAndShotIdIn(production.id, wanted))
            .stream().collect(Collectors.groupingBy(e -> e.shotId));
    Map<UUID, List<TaskWordEntry>> wordsOf =
        (every
                ? taskWords.findByProductionId(production.id)
                : taskWords.findByProductionIdAndShotIdIn(production.id, wanted))
            .stream().collect(Collectors.groupingBy(w -> w.shotId));
    Map<UUID, List<WorkFileWord>> ofFile =
        workFileWords.findByProductionIdOrderBySaidAt(production.id).stream()
            .collect(Collectors.groupingBy(w -> w.fileId));
    Map<UUID, List<WorkFile>> filesOf =
        (every
                ? workFiles.findByProductionId(production.id)
                : workFiles.findByProductionIdAndShotIdIn(production.id, wanted))
            .stream()
                .collect(
                    Collectors.groupingBy(
                        f -> f.shotId,
                        Collectors.mapping(
                            f -> f.file(ofFile.getOrDefault(f.id, List.of())),
                            Collectors.toList())));
    Map<UUID, Versions.Standing> versionOf =
        versions.standings(production.id, every, shown).stream()
            .collect(Collectors.toMap(Versions.Standing::shotId, v -> v));
    Map<UUID, List<Marks.InDraft>> marksOf =
        marks.standing(production.id, every, shown).stream()
            .collect(Collectors.groupingBy(m -> m.mark().shotId));
    Map<UUID, List<PlateMeasures.LastWord>> measuredOf =
        measures.lastWords(production.id).stream()
            .collect(Collectors.groupingBy(PlateMeasures.LastWord::setupId));
    // Each is made from what was read by now, and by nothing else: all cores may. The book is
    // loaded
    // first, since threads of the pool do not look for services where the application is.
    MethodBook.all();
    return shots.withSetup(production.id, every, shown).parallelStream()
        .map(
            row -> {
              Shot s = (Shot) row[0];
              List<TakeEntries.Line> shot = new ArrayList<>();
              List<EvidenceEntry> said = new ArrayList<>();
              List<TaskWordEntry> worked = new ArrayList<>();
              List<WorkFile> made = new ArrayList<>();
              sources(s.id, Instant.MAX, from, new HashMap<>())
                  .forEach(
                      (source, until) -> {
                        takesOf.getOrDefault(source, List.of()).stream()
                            .filter(t -> !t.loggedAt().isAfter(until))
                            .forEach(shot::add);
                        saidOf.getOrDefault(source, List.of()).stream()
                            .filter(e -> !e.saidAt.isAfter(until))
                            .forEach(said::add);
                        wordsOf.getOrDefault(source, List.of()).stream()
                            .filter(w -> !w.saidAt.isAfter(until))
                            .forEach(worked::add);
                        filesOf.getOrDefault(source, List.of()).stream()
                            .filter(f -> !f.at().isAfter(until))
                            .forEach(made::add);
                      });
              shot.sort(Comparator.comparing(TakeEntries.Line::madeAt));
              return page(
                  production,
                  pictures,
                  s,
                  marksOf.getOrDefault(s.id, List.of()),
                  (Setup) row[1],
                  (ShootingDay) row[2],
                  shot,
                  touchesOf,
                  measuredOf,
                  said,
                  worked,
                  List.copyOf(made),
                  versionOf.get(s.id));
            })
        .toList();
  }

  /** Shots whose evidence counts for a shot, itself among them, each until when. */
  private static Map<UUID, Instant> sources(
      UUID shot, Instant until, Map<UUID, List<Inherited>> from, Map<UUID, Instant> found) {
    if (found.containsKey(shot) && !found.get(shot).isBefore(until)) {
      return found;
    }
    found.put(shot, until);
    for (Inherited i : from.getOrDefault(shot, List.of())) {
      sources(i.fromId, i.saidAt.isBefore(until) ? i.saidAt : until, from, found);
    }
    return found;
  }

  private Page page(
      Production production,
      boolean pictures,
      Shot s,
      List<Marks.InDraft> marked,
      Setup setup,
      ShootingDay day,
      List<TakeEntries.Line> called,
      Map<UUID, List<TouchEntry>> touchesOf,
      Map<UUID, List<PlateMeasures.LastWord>> measuredOf,
      List<EvidenceEntry> said,
      List<TaskWordEntry> worked,
      List<WorkFile> files,
      Versions.Standing v) {
    Plan plan;
    String fault = null;
    try {
      plan = asked(production, s, pictures);
    } catch (InvalidInput e) {
      plan = byHand(production, s);
      fault = e.getMessage();
    }
    List<Take> takes = called.stream().map(l -> l.take(production.frameRate())).toList();
    MatchReview match = match(production, s, plan, called, touchesOf, measuredOf);
    plan = plan.taking(WayOut.needed(s.waysOut, match.inHand(takes)));
    ShotFacts.Version version =
        v == null
            ? null
            : new ShotFacts.Version(
                v.number(),
                v.facts().against(v.place(s), production.wanted(s)),
                v.verdict() == null ? null : Verdict.valueOf(v.verdict()),
                v.verdictReason(),
                v.notes(),
                v.client(production, clock));
    List<ShotFacts.Delivery> sent = v == null ? List.of() : v.sent();
    int newest = marked.stream().mapToInt(Marks.InDraft::draft).max().orElse(0);
    List<Mark> marks =
        marked.stream().filter(m -> m.draft() == newest).map(Marks.InDraft::mark).toList();
    ShotFacts.Words words =
        marked.isEmpty()
            ? ShotFacts.Words.UNMARKED
            : ShotFacts.Words.of(
                marks.stream().anyMatch(Mark::lost),
                marks.stream().anyMatch(m -> m.standing == Mark.Standing.ASKED),
                changes(marked),
                s.plannedAt,
                called.isEmpty() ? null : called.get(0).madeAt());
    Ledger ledger =
        Ledger.of(
            new ShotFacts(
                s.intent,
                words,
                s.omitted,
                s.methods.size() + (int) s.ownItems.stream().filter(OwnItem::makes).count(),
                plan,
                fault,
                setup == null ? null : "setup " + setup.number,
                setup != null && setup.struckAt != null,
                takes,
                match,
                said.stream().map(EvidenceEntry::evidence).toList(),
                version,
                sent));
    return new Page(
        s,
        marks,
        setup,
        day,
        plan,
        fault,
        match,
        ledger,
        said,
        stands(ledger, worked),
        takes,
        files);
  }

  private static Map<String, TaskStand> stands(Ledger ledger, List<TaskWordEntry> worked) {
    Map<String, OwedItem.State> states =
        ledger.items().stream()
            .collect(Collectors.toMap(OwedItem::key, OwedItem::state, (a, b) -> a));
    // What is said of a task that the plan no longer has stays, and counts when it is back.
    Map<String, List<TaskWord>> by =
        worked.stream().map(TaskWordEntry::word).collect(Collectors.groupingBy(TaskWord::task));
    Map<String, TaskStand> out = new HashMap<>();
    ledger.items().stream()
        .filter(i -> i.kind() == OwedItem.Kind.TASK)
        .forEach(
            i ->
                out.put(
                    i.key(),
                    TaskStand.of(
                        by.getOrDefault(i.key(), List.of()),
                        i.state(),
                        item ->
                            states.get(item) == OwedItem.State.IN_HAND
                                || states.get(item) == OwedItem.State.DROPPED)));
    return Map.copyOf(out);
  }

  /** Words that were written otherwise, draft by draft. */
  private static List<ShotFacts.Change> changes(List<Marks.InDraft> marked) {
    Map<Integer, List<Marks.InDraft>> byDraft =
        marked.stream()
            .filter(m -> !m.mark().before.isEmpty())
            .collect(Collectors.groupingBy(Marks.InDraft::draft));
    return byDraft.entrySet().stream()
        .map(
            e ->
                new ShotFacts.Change(
                    e.getKey(),
                    e.getValue().get(0).draftName(),
                    e.getValue().get(0).importedAt(),
                    e.getValue().stream()
                        .map(m -> m.mark().before)
                        .collect(Collectors.joining(" … ")),
                    e.getValue().stream()
                        .map(m -> m.mark().excerpt)
                        .collect(Collectors.joining(" … "))))
        .toList();
  }

  /**
   * Takes are compared within the setup they were made in, unless the set goes across setups;
   * findings of all together.
   */
  private static MatchReview match(
      Production production,
      Shot s,
      Plan plan,
      List<TakeEntries.Line> called,
      Map<UUID, List<TouchEntry>> touchesOf,
      Map<UUID, List<PlateMeasures.LastWord>> measuredOf) {
    Set<UUID> setups =
        called.stream()
            .map(TakeEntries.Line::setupId)
            .collect(Collectors.toCollection(TreeSet::new));
    List<Set<UUID>> together =
        plan.matchSet().across() ? List.of(setups) : setups.stream().map(Set::of).toList();
    MatchReview out = MatchReview.NONE;
    for (Set<UUID> group : together) {
      out =
          out.and(
              review(
                  production.setting(s),
                  plan,
                  called.stream()
                      .filter(l -> group.contains(l.setupId()))
                      .map(l -> l.take(production.frameRate()))
                      .toList(),
                  of(touchesOf, group),
                  of(measuredOf, group)));
    }
    return out;
  }

  private static <T> List<T> of(Map<UUID, List<T>> bySetup, Set<UUID> setups) {
    return setups.stream().flatMap(s -> bySetup.getOrDefault(s, List.of()).stream()).toList();
  }
}
