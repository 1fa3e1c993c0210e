package bivex.server.keep;

import java.util.Collection;
import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

public interface NoteWords extends JpaRepository<NoteWordEntry, UUID> {
  List<NoteWordEntry> findByNoteIdInOrderBySaidAt(Collection<UUID> noteIds);
}
