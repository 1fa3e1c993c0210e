package bivex.server.keep;

import java.util.Collection;
import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

public interface ViewingItems extends JpaRepository<ViewingItem, UUID> {
  List<ViewingItem> findByViewingIdInOrderByPlace(Collection<UUID> viewingIds);
}
