package bivex.server.keep;

import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

public interface Productions extends JpaRepository<Production, UUID> {
  /**
   * Holds the production until the end of the transaction, for what two people must not do at once.
   */
  @Query(value = "select id from production where id = :id for no key update", nativeQuery = true)
  UUID hold(UUID id);

  boolean existsByCode(String code);

  long countByCuesOfHouseTrueAndIdNot(UUID id);
}
