package bivex.server.keep;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

public interface GuestLinks extends JpaRepository<GuestLink, UUID> {
  Optional<GuestLink> findByTokenDigest(String digest);

  Optional<GuestLink> findByProductionIdAndPersonId(UUID production, UUID person);

  List<GuestLink> findByProductionId(UUID production);

  /** Counts a use: 1 if it is still open, whoever ends it at once. */
  @Modifying
  @Query(
      "update GuestLink l set l.uses = l.uses + 1, l.usedAt = :now where l.id = :id and l.endsAt >"
          + " :now")
  int use(UUID id, Instant now);
}
