package bivex.server.keep;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

public interface WorkFileBytesRows extends JpaRepository<WorkFileBytes, UUID> {
  List<WorkFileBytes> findByFileIdIn(Collection<UUID> fileIds);

  Optional<WorkFileBytes> findByFileId(UUID fileId);
}
