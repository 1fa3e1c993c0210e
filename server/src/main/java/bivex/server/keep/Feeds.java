package bivex.server.keep;

import java.time.Instant;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

public interface Feeds extends JpaRepository<Feed, UUID> {
  Optional<Feed> findByTokenDigest(String tokenDigest);

  Optional<Feed> findByProductionIdAndPersonId(UUID productionId, UUID personId);

  @Modifying
  @Query("delete from Feed f where f.productionId = :production and f.personId = :person")
  int end(UUID production, UUID person);

  /** That it was asked for; told to the minute, so that a busy calendar writes little. */
  @Modifying
  @Query("update Feed f set f.askedAt = :now where f.id = :id")
  void asked(UUID id, Instant now);
}
