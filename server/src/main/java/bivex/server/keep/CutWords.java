package bivex.server.keep;

import java.util.Collection;
import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

public interface CutWords extends JpaRepository<CutWord, UUID> {
  List<CutWord> findByCutIdInOrderBySaidAt(Collection<UUID> cutIds);
}
