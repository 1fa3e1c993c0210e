package bivex.server.keep;

import java.util.Collection;
import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

public interface ViewingSeens extends JpaRepository<ViewingSeen, UUID> {
  List<ViewingSeen> findByItemIdIn(Collection<UUID> itemIds);
}
