package bivex.server.keep;

import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

public interface Invitations extends JpaRepository<Invitation, UUID> {
  List<Invitation> findByShotId(UUID shotId);

  @Query(
      "select i from Invitation i join Shot s on s.id = i.shotId where i.personId = :person and"
          + " s.productionId = :production")
  List<Invitation> ofPerson(UUID person, UUID production);
}
