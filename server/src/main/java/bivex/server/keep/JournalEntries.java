package bivex.server.keep;

import java.util.UUID;
import org.springframework.data.domain.Pageable;
import org.springframework.data.domain.Slice;
import org.springframework.data.jpa.repository.JpaRepository;

public interface JournalEntries extends JpaRepository<JournalEntry, Long> {
  Slice<JournalEntry> findByProductionIdOrderByIdDesc(UUID productionId, Pageable page);
}
