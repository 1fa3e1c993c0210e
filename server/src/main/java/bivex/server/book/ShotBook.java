package bivex.server.book;

import bivex.core.InvalidInput;
import bivex.core.method.MethodBook;
import bivex.core.method.Plan;
import bivex.core.review.Verdict;
import bivex.core.review.VersionFacts;
import bivex.core.shoot.CameraData;
import bivex.core.shoot.MatchGuard;
import bivex.core.shoot.MatchReview;
import bivex.core.shoot.Take;
import bivex.core.shot.Ledger;
import bivex.core.shot.ShotFacts;
import bivex.core.time.FrameRate;
import bivex.server.keep.EvidenceEntries;
import bivex.server.keep.EvidenceEntry;
import bivex.server.keep.Inherited;
import bivex.server.keep.InheritedRows;
import bivex.server.keep.Mark;
import bivex.server.keep.Marks;
import bivex.server.keep.PlateMeasures;
import bivex.server.keep.Production;
import bivex.server.keep.Setup;
import bivex.server.keep.ShootingDay;
import bivex.server.keep.Shot;
import bivex.server.keep.Shots;
import bivex.server.keep.TakeEntries;
import bivex.server.keep.TakeEntry;
import bivex.server.keep.TouchEntry;
import bivex.server.keep.Versions;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.NoSuchElementException;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/**
 * Loads what is known of the shots of a production in nine statements, however many there are, and
 * hands it to the core.
 */
@Component
public class ShotBook {
  private static final String SLATE = "slate";
  private final Shots shots;
  private final TakeEntries takes;
  private final EvidenceEntries evidence;
  private final Versions versions;
  private final Marks marks;
  private final InheritedRows inherited;
  private final PlateMeasures measures;

  ShotBook(
      Shots shots,
      TakeEntries takes,
      EvidenceEntries evidence,
      Versions versions,
      Marks marks,
      InheritedRows inherited,
      PlateMeasures measures) {
    this.measures = measures;
    this.marks = marks;
    this.inherited = inherited;
    this.shots = shots;
    this.takes = takes;
    this.evidence = evidence;
    this.versions = versions;
  }

  /**
   * A shot with everything derived from it.
   *
   * @param marks its words in the newest draft, by number
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
      List<EvidenceEntry> evidence) {
    /** Where it first stands in the newest draft; null when none of its words has a sure place. */
    public Mark first() {
      return marks.stream()
          .filter(Mark::sure)
          .min(Comparator.comparingInt(m -> m.markStart))
          .orElse(null);
    }

    /** All its words. */
    public String excerpt() {
      return marks.stream().map(m -> m.excerpt).collect(Collectors.joining(" … "));
    }
  }

  /** All shots of a production, by code; their plans are without pictures. */
  public List<Page> all(Production production) {
    return load(production, null);
  }

  /**
   * One shot with its pictures.
   *
   * @throws NoSuchElementException if it is not in this production
   */
  public Page one(Production production, UUID shot) {
    return load(production, shot).stream()
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
    return pictures
        ? MethodBook.derive(p.setting(s.cutFrames), s.methods, true)
        : Plans.of(p.setting(s.cutFrames), s.methods);
  }

  /** What a slate would have against its set if it were logged now; nothing is kept. */
  public List<MatchGuard.Finding> slate(
      Production production, UUID shot, UUID setup, String plate, CameraData camera) {
    Plan plan = one(production, shot).plan();
    List<Take> set =
        new ArrayList<>(
            takes.called(production.id, List.of(shot)).stream()
                .filter(c -> c.take().setupId.equals(setup))
                .map(c -> take(c.take(), c.call()))
                .toList());
    set.add(new Take(SLATE, plate, 1, Instant.now(), camera, Take.Call.NONE));
    List<TouchEntry> touched =
        takes.touches(production.id).stream().filter(t -> t.setupId.equals(setup)).toList();
    return review(production, plan, set, touched, measures.lastWords(production.id))
        .findings()
        .getOrDefault(SLATE, List.of());
  }

  /** Takes of a production with their last call, for those who look beyond one shot. */
  public List<TakeEntries.Called> takes(Production production) {
    return takes.called(production.id);
  }

  private static MatchReview review(
      Production production,
      Plan plan,
      List<Take> set,
      List<TouchEntry> touched,
      List<PlateMeasures.LastWord> measured) {
    MatchGuard.Optics optics =
        new MatchGuard.Optics(
            production.capture(),
            production.sensorWidthMm,
            plan.matchSet().backgroundM() > 0 ? plan.matchSet().backgroundM() : null);
    List<MatchReview.TouchEvent> touches =
        touched.stream().map(t -> new MatchReview.TouchEvent(t.kind, t.madeAt, t.note)).toList();
    return MatchReview.of(
        set,
        new HashSet<>(plan.matchSet().plates()),
        plan.matchSet().rules(),
        touches,
        measured.stream().map(PlateMeasures.LastWord::measured).toList(),
        optics);
  }

  private List<Page> load(Production production, UUID only) {
    Map<UUID, List<Inherited>> from =
        inherited.findByProductionIdAndEndedAtIsNullOrderBySaidAt(production.id).stream()
            .collect(Collectors.groupingBy(i -> i.shotId));
    Set<UUID> wanted =
        only == null ? null : sources(only, Instant.MAX, from, new HashMap<>()).keySet();
    Map<UUID, List<TakeEntries.Called>> takesOf =
        (only == null ? takes.called(production.id) : takes.called(production.id, wanted))
            .stream().collect(Collectors.groupingBy(t -> t.take().shotId));
    Map<UUID, List<TouchEntry>> touchesOf =
        takes.touches(production.id).stream().collect(Collectors.groupingBy(t -> t.setupId));
    Map<UUID, List<EvidenceEntry>> saidOf =
        (only == null
                ? evidence.findByProductionId(production.id)
                : evidence.findByProductionIdAndShotIdIn(production.id, wanted))
            .stream().collect(Collectors.groupingBy(e -> e.shotId));
    Map<UUID, Versions.Standing> versionOf =
        versions.standings(production.id, only).stream()
            .collect(Collectors.toMap(Versions.Standing::shotId, v -> v));
    Map<UUID, List<Marks.InDraft>> marksOf =
        marks.standing(production.id, only).stream()
            .collect(Collectors.groupingBy(m -> m.mark().shotId));
    Map<UUID, List<PlateMeasures.LastWord>> measuredOf =
        measures.lastWords(production.id).stream()
            .collect(Collectors.groupingBy(PlateMeasures.LastWord::setupId));
    List<Page> out = new ArrayList<>();
    for (Object[] row : shots.withSetup(production.id, only)) {
      Shot s = (Shot) row[0];
      List<TakeEntries.Called> shot = new ArrayList<>();
      List<EvidenceEntry> said = new ArrayList<>();
      sources(s.id, Instant.MAX, from, new HashMap<>())
          .forEach(
              (source, until) -> {
                takesOf.getOrDefault(source, List.of()).stream()
                    .filter(t -> !t.take().loggedAt.isAfter(until))
                    .forEach(shot::add);
                saidOf.getOrDefault(source, List.of()).stream()
                    .filter(e -> !e.saidAt.isAfter(until))
                    .forEach(said::add);
              });
      shot.sort(Comparator.comparing(c -> c.take().madeAt));
      out.add(
          page(
              production,
              only != null,
              s,
              marksOf.getOrDefault(s.id, List.of()),
              (Setup) row[1],
              (ShootingDay) row[2],
              shot,
              touchesOf,
              measuredOf,
              said,
              versionOf.get(s.id)));
    }
    return out;
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

  private static Page page(
      Production production,
      boolean pictures,
      Shot s,
      List<Marks.InDraft> marked,
      Setup setup,
      ShootingDay day,
      List<TakeEntries.Called> called,
      Map<UUID, List<TouchEntry>> touchesOf,
      Map<UUID, List<PlateMeasures.LastWord>> measuredOf,
      List<EvidenceEntry> said,
      Versions.Standing v) {
    Plan plan;
    String fault = null;
    try {
      plan = plan(production, s, pictures);
    } catch (InvalidInput e) {
      plan = MethodBook.derive(production.setting(s.cutFrames), List.of());
      fault = e.getMessage();
    }
    List<Take> takes = called.stream().map(c -> take(c.take(), c.call())).toList();
    MatchReview match = match(production, plan, called, touchesOf, measuredOf);
    ShotFacts.Version version =
        v == null
            ? null
            : new ShotFacts.Version(
                v.number(),
                new VersionFacts(
                        new bivex.core.optics.Raster(v.width(), v.height()),
                        v.rate() == null ? null : FrameRate.parse(v.rate()),
                        v.frames())
                    .against(
                        production.delivery(),
                        production.frameRate(),
                        s.cutFrames,
                        production.handles,
                        false),
                v.verdict() == null ? null : Verdict.valueOf(v.verdict()),
                v.verdictReason(),
                (int) v.openNotes());
    ShotFacts.Delivery delivery =
        v == null || v.deliveredNumber() == null
            ? null
            : new ShotFacts.Delivery(v.deliveredNumber(), v.accepted(), v.receipt());
    int newest = marked.stream().mapToInt(Marks.InDraft::draft).max().orElse(0);
    List<Mark> marks =
        marked.stream().filter(m -> m.draft() == newest).map(Marks.InDraft::mark).toList();
    ShotFacts.Words words =
        ShotFacts.Words.of(
            marks.stream().anyMatch(m -> m.standing == Mark.Standing.LOST),
            marks.stream().anyMatch(m -> m.standing == Mark.Standing.ASKED),
            changes(marked),
            called.isEmpty() ? null : called.get(0).take().madeAt);
    Ledger ledger =
        Ledger.of(
            new ShotFacts(
                s.intent,
                words,
                s.omitted,
                s.methods.size(),
                plan,
                fault,
                setup == null ? null : "setup " + setup.number,
                setup != null && setup.struckAt != null,
                takes,
                match,
                said.stream().map(EvidenceEntry::evidence).toList(),
                version,
                delivery));
    return new Page(s, marks, setup, day, plan, fault, match, ledger, said);
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

  /** Takes are compared within the setup they were made in; findings of all setups together. */
  private static MatchReview match(
      Production production,
      Plan plan,
      List<TakeEntries.Called> called,
      Map<UUID, List<TouchEntry>> touchesOf,
      Map<UUID, List<PlateMeasures.LastWord>> measuredOf) {
    Map<String, List<MatchGuard.Finding>> findings = new java.util.LinkedHashMap<>();
    String reference = null;
    for (Map.Entry<UUID, List<TakeEntries.Called>> e :
        called.stream().collect(Collectors.groupingBy(c -> c.take().setupId)).entrySet()) {
      MatchReview r =
          review(
              production,
              plan,
              e.getValue().stream().map(c -> take(c.take(), c.call())).toList(),
              touchesOf.getOrDefault(e.getKey(), List.of()),
              measuredOf.getOrDefault(e.getKey(), List.of()));
      findings.putAll(r.findings());
      reference = r.reference() == null ? reference : r.reference();
    }
    return new MatchReview(reference, findings);
  }

  private static Take take(TakeEntry t, Take.Call call) {
    return new Take(
        t.id.toString(),
        t.plate,
        t.number,
        t.madeAt,
        t.camera,
        call == null ? Take.Call.NONE : call);
  }
}
