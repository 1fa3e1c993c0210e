package bivex.server.keep;

import java.util.Collection;
import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

public interface TakeCorrections extends JpaRepository<TakeCorrection, UUID> {
  List<TakeCorrection> findByTakeIdInOrderBySaidAt(Collection<UUID> takes);
}
