package bivex.server.keep;

import bivex.core.review.NoteWord;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.UUID;
import org.hibernate.annotations.Immutable;

/** Something said of a note of the review. */
@Entity
@Immutable
@Table(name = "note_word")
public class NoteWordEntry extends Added {
  public UUID noteId;

  @Enumerated(EnumType.STRING)
  public NoteWord.Kind kind;

  /** In which it is answered, or of whose answer it is said; null where there is none. */
  public UUID versionId;

  public String words;
  public String saidBy;
  public Instant saidAt;

  /**
   * As the core reads it.
   *
   * @param version its number; null where there is none
   */
  public NoteWord word(Integer version) {
    return new NoteWord(kind, version, words, byPerson == null ? "" : byPerson.toString(), saidAt);
  }
}
