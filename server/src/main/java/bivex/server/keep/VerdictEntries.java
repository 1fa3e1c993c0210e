package bivex.server.keep;

import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

public interface VerdictEntries extends JpaRepository<VerdictEntry, UUID> {
  List<VerdictEntry> findByVersionIdInOrderBySaidAtDesc(List<UUID> versionIds);
}
