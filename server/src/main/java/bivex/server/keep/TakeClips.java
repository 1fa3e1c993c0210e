package bivex.server.keep;

import java.util.Collection;
import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.Query;

public interface TakeClips extends OfProduction<TakeClip> {
  @Override
  default String noun() {
    return "clip";
  }

  List<TakeClip> findByProductionIdOrderByAddedAt(UUID productionId);

  List<TakeClip> findByTakeIdInOrderByAddedAt(Collection<UUID> takeIds);

  /** Clips whose proxy was neither made nor given up, oldest first. */
  @Query(
      "select c.id from TakeClip c where not exists (select p.id from ClipProxy p where p.id ="
          + " c.id) order by c.addedAt")
  List<UUID> withoutProxy();
}
