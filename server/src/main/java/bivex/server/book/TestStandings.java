package bivex.server.book;

import bivex.core.kit.TestStand;
import bivex.server.access.Member;
import bivex.server.keep.CameraTest;
import bivex.server.keep.CameraTests;
import bivex.server.keep.TestCandidate;
import bivex.server.keep.TestCandidates;
import java.time.Clock;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** How the camera tests of a production stand. */
@Component
public class TestStandings {
  private final CameraTests tests;
  private final TestCandidates candidates;
  private final Clock clock;

  TestStandings(CameraTests tests, TestCandidates candidates, Clock clock) {
    this.tests = tests;
    this.candidates = candidates;
    this.clock = clock;
  }

  /** A test with its candidates and the shots that need it. */
  public record Standing(
      CameraTest test,
      List<TestCandidate> candidates,
      List<ShotBook.Page> shots,
      TestStand stand) {}

  /** All, those first that are wanted first. */
  public List<Standing> of(Member me, List<ShotBook.Page> pages) {
    List<CameraTest> all = tests.findByProductionIdOrderByAskedAt(me.productionId());
    if (all.isEmpty()) {
      return List.of();
    }
    Map<UUID, List<TestCandidate>> tried =
        candidates.findByProductionIdOrderByPlace(me.productionId()).stream()
            .collect(Collectors.groupingBy(c -> c.testId));
    Map<String, ShotBook.Page> shots =
        pages.stream()
            .filter(p -> !p.shot().omitted)
            .collect(Collectors.toMap(p -> p.shot().id.toString(), Function.identity()));
    return all.stream()
        .map(
            t ->
                of(
                    t,
                    tried.getOrDefault(t.id, List.of()),
                    t.shots.stream().map(shots::get).filter(p -> p != null).toList()))
        .sorted(
            Comparator.comparing((Standing s) -> s.stand().stand() == TestStand.Stand.DECIDED)
                .thenComparing(
                    s -> s.stand().before(), Comparator.nullsLast(Comparator.naturalOrder())))
        .toList();
  }

  private Standing of(CameraTest t, List<TestCandidate> tried, List<ShotBook.Page> shots) {
    List<TestCandidate> seen = tried.stream().filter(c -> c.hash != null).toList();
    return new Standing(
        t,
        tried,
        shots,
        TestStand.of(
            shots.stream().map(p -> p.day() == null ? null : p.day().shootOn),
            t.wantedBy,
            seen.size(),
            (int) seen.stream().filter(c -> c.reading == null && c.fault.isEmpty()).count(),
            t.takenId != null,
            LocalDate.now(clock)));
  }
}
