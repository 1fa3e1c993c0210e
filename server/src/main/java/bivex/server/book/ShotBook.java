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
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.NoSuchElementException;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/**
 * Loads what is known of the shots of a production in five statements, however many there are, and hands it to the core.
 */
@Component
public class ShotBook {
  private static final String SLATE = "slate";
  private final Shots shots;
  private final TakeEntries takes;
  private final EvidenceEntries evidence;
  private final Versions versions;

  ShotBook(Shots shots, TakeEntries takes, EvidenceEntries evidence, Versions versions) {
    this.shots = shots;
    this.takes = takes;
    this.evidence = evidence;
    this.versions = versions;
  }

  /** A shot with everything derived from it. */
  public record Page(Shot shot, Setup setup, ShootingDay day, Plan plan, String planFault, MatchReview match, Ledger ledger, List<EvidenceEntry> evidence) {}

  /** All shots of a production, by code; their plans are without pictures. */
  public List<Page> all(Production production) {
    return load(production, null);
  }

  /** One shot with its pictures. @throws NoSuchElementException if it is not in this production */
  public Page one(Production production, UUID shot) {
    return load(production, shot).stream().findFirst().orElseThrow(() -> new NoSuchElementException("There is no such shot in this production."));
  }

  /** Plan of a shot. @param pictures whether its schematic picture and drawings are wanted @throws InvalidInput when it cannot be derived */
  public static Plan plan(Production p, Shot s, boolean pictures) {
    return MethodBook.derive(p.setting(s.cutFrames), s.methods, pictures);
  }

  /** What a slate would have against its set if it were logged now; nothing is kept. */
  public List<MatchGuard.Finding> slate(Production production, UUID shot, UUID setup, String plate, CameraData camera) {
    Plan plan = one(production, shot).plan();
    List<Take> set = new ArrayList<>(takes.called(production.id, shot).stream().filter(c -> c.take().setupId.equals(setup)).map(c -> take(c.take(), c.call())).toList());
    set.add(new Take(SLATE, plate, 1, Instant.now(), camera, Take.Call.NONE));
    List<TouchEntry> touched = takes.touches(production.id).stream().filter(t -> t.setupId.equals(setup)).toList();
    return review(production, plan, set, touched).findings().getOrDefault(SLATE, List.of());
  }

  /** Takes of a production with their last call, for those who look beyond one shot. */
  public List<TakeEntries.Called> takes(Production production) {
    return takes.called(production.id, null);
  }

  private static MatchReview review(Production production, Plan plan, List<Take> set, List<TouchEntry> touched) {
    MatchGuard.Optics optics = new MatchGuard.Optics(production.capture(), production.sensorWidthMm, plan.matchSet().backgroundM() > 0 ? plan.matchSet().backgroundM() : null);
    List<MatchReview.TouchEvent> touches = touched.stream().map(t -> new MatchReview.TouchEvent(t.kind, t.madeAt, t.note)).toList();
    return MatchReview.of(set, new HashSet<>(plan.matchSet().plates()), plan.matchSet().rules(), touches, optics);
  }

  private List<Page> load(Production production, UUID only) {
    Map<UUID, List<TakeEntries.Called>> takesOf = takes.called(production.id, only).stream().collect(Collectors.groupingBy(t -> t.take().shotId));
    Map<UUID, List<TouchEntry>> touchesOf = takes.touches(production.id).stream().collect(Collectors.groupingBy(t -> t.setupId));
    Map<UUID, List<EvidenceEntry>> saidOf = evidence.of(production.id, only).stream().collect(Collectors.groupingBy(e -> e.shotId));
    Map<UUID, Versions.Standing> versionOf = versions.standings(production.id, only).stream().collect(Collectors.toMap(Versions.Standing::shotId, v -> v));
    List<Page> out = new ArrayList<>();
    for (Object[] row : shots.withSetup(production.id, only)) {
      Shot s = (Shot) row[0];
      out.add(page(production, only != null, s, (Setup) row[1], (ShootingDay) row[2], takesOf.getOrDefault(s.id, List.of()), touchesOf, saidOf.getOrDefault(s.id, List.of()), versionOf.get(s.id)));
    }
    return out;
  }

  private static Page page(Production production, boolean pictures, Shot s, Setup setup, ShootingDay day, List<TakeEntries.Called> called, Map<UUID, List<TouchEntry>> touchesOf, List<EvidenceEntry> said, Versions.Standing v) {
    Plan plan;
    String fault = null;
    try {
      plan = plan(production, s, pictures);
    } catch (InvalidInput e) {
      plan = MethodBook.derive(production.setting(s.cutFrames), List.of());
      fault = e.getMessage();
    }
    List<Take> takes = called.stream().map(c -> take(c.take(), c.call())).toList();
    MatchReview match = match(production, plan, called, touchesOf);
    ShotFacts.Version version = v == null ? null : new ShotFacts.Version(v.number(), new VersionFacts(new bivex.core.optics.Raster(v.width(), v.height()), v.rate() == null ? null : FrameRate.parse(v.rate()), v.frames()).against(production.delivery(), production.frameRate(), s.cutFrames, production.handles, false), v.verdict() == null ? null : Verdict.valueOf(v.verdict()), v.verdictReason(), (int) v.openNotes());
    ShotFacts.Delivery delivery = v == null || v.deliveredNumber() == null ? null : new ShotFacts.Delivery(v.deliveredNumber(), v.accepted(), v.receipt());
    Ledger ledger = Ledger.of(new ShotFacts(s.intent, s.lost, s.omitted, s.methods.size(), plan, fault, setup == null ? null : "setup " + setup.number, setup != null && setup.struckAt != null, takes, match, said.stream().map(EvidenceEntry::evidence).toList(), version, delivery));
    return new Page(s, setup, day, plan, fault, match, ledger, said);
  }

  /** Takes are compared within the setup they were made in; findings of all setups together. */
  private static MatchReview match(Production production, Plan plan, List<TakeEntries.Called> called, Map<UUID, List<TouchEntry>> touchesOf) {
    Map<String, List<MatchGuard.Finding>> findings = new java.util.LinkedHashMap<>();
    String reference = null;
    for (Map.Entry<UUID, List<TakeEntries.Called>> e : called.stream().collect(Collectors.groupingBy(c -> c.take().setupId)).entrySet()) {
      MatchReview r = review(production, plan, e.getValue().stream().map(c -> take(c.take(), c.call())).toList(), touchesOf.getOrDefault(e.getKey(), List.of()));
      findings.putAll(r.findings());
      reference = r.reference() == null ? reference : r.reference();
    }
    return new MatchReview(reference, findings);
  }

  private static Take take(TakeEntry t, Take.Call call) {
    return new Take(t.id.toString(), t.plate, t.number, t.madeAt, t.camera, call == null ? Take.Call.NONE : call);
  }
}
