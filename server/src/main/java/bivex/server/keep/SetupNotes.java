package bivex.server.keep;

import java.util.Collection;
import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

public interface SetupNotes extends JpaRepository<SetupNote, UUID> {
  List<SetupNote> findBySetupIdInOrderByMadeAt(Collection<UUID> setups);
}
