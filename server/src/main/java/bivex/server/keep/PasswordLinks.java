package bivex.server.keep;

import java.time.Instant;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

public interface PasswordLinks extends JpaRepository<PasswordLink, UUID> {
  @Query("select l from PasswordLink l where l.tokenDigest = :hash and l.endsAt > :now")
  PasswordLink open(String hash, Instant now);

  /** A link is of one person; those made before it, and those that ended, are no more. */
  @Modifying
  @Query("delete from PasswordLink l where l.personId = :person or l.endsAt <= :now")
  void clear(UUID person, Instant now);

  /** Uses a link up: 1 if it was still there, so that it is used once whoever asks at once. */
  @Modifying
  @Query("delete from PasswordLink l where l.id = :id")
  int use(UUID id);
}
