package bivex.server.keep;

import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

public interface TouchEntries extends JpaRepository<TouchEntry, UUID> {}
