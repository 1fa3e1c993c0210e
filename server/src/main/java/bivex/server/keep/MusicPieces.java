package bivex.server.keep;

import java.util.List;
import java.util.UUID;

public interface MusicPieces extends OfProduction<MusicPiece> {
  @Override
  default String noun() {
    return "music";
  }

  List<MusicPiece> findByProductionIdOrderByAddedAt(UUID productionId);
}
