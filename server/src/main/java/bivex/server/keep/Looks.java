package bivex.server.keep;

import java.util.List;
import java.util.UUID;

public interface Looks extends OfProduction<Look> {
  @Override
  default String noun() {
    return "look";
  }

  List<Look> findByShotIdOrderByLetter(UUID shotId);
}
