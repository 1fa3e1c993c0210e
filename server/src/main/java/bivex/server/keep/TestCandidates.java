package bivex.server.keep;

import java.util.List;
import java.util.UUID;

public interface TestCandidates extends OfProduction<TestCandidate> {
  @Override
  default String noun() {
    return "candidate";
  }

  List<TestCandidate> findByTestIdOrderByPlace(UUID testId);

  List<TestCandidate> findByProductionIdOrderByPlace(UUID productionId);
}
