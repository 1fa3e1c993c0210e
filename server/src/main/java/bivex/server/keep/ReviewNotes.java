package bivex.server.keep;

import java.util.Collection;
import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

public interface ReviewNotes extends JpaRepository<ReviewNote, UUID> {
  List<ReviewNote> findByShotIdOrderByFrame(UUID shotId);

  List<ReviewNote> findByShotIdInOrderByFrame(Collection<UUID> shotIds);
}
