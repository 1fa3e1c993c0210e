package bivex.server.keep;

import java.util.Collection;
import java.util.List;
import java.util.UUID;

public interface BoardFrames extends OfProduction<BoardFrame> {
  @Override
  default String noun() {
    return "storyboard frame";
  }

  List<BoardFrame> findByShotIdOrderByPosition(UUID shotId);

  List<BoardFrame> findByShotIdInOrderByPosition(Collection<UUID> shotIds);
}
