package bivex.server.shoot;

import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

public interface TakeCalls extends JpaRepository<TakeCall, UUID> {}
