package bivex.server.keep;

import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

public interface DraftSenses extends JpaRepository<DraftSense, UUID> {}
