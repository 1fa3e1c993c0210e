package bivex.server.keep;

import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

public interface NoteAnswers extends JpaRepository<NoteAnswer, UUID> {
  List<NoteAnswer> findByNoteIdInOrderBySaidAt(List<UUID> noteIds);
}
