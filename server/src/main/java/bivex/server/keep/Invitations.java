package bivex.server.keep;

import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

public interface Invitations extends JpaRepository<Invitation, UUID> {
  List<Invitation> findByShotId(UUID shotId);
}
