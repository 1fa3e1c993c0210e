package bivex.server.keep;

import java.util.NoSuchElementException;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.repository.NoRepositoryBean;

/**
 * Things that belong to a production. They are found by their id only within it, so that nobody
 * reaches another production's by guessing.
 */
@NoRepositoryBean
public interface OfProduction<T> extends JpaRepository<T, UUID> {
  Optional<T> findByIdAndProductionId(UUID id, UUID productionId);

  /** What one of them is called. */
  String noun();

  /**
   * One of them.
   *
   * @throws NoSuchElementException when the production has none of that id; answered as 404
   */
  default T require(UUID id, UUID productionId) {
    return findByIdAndProductionId(id, productionId)
        .orElseThrow(
            () ->
                new NoSuchElementException("There is no such " + noun() + " in this production."));
  }
}
