package bivex.server.keep;

import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

public interface InheritedRows extends JpaRepository<Inherited, UUID> {
  List<Inherited> findByProductionIdAndEndedAtIsNullOrderBySaidAt(UUID productionId);
}
