package bivex.server.book;

import bivex.core.review.NoteStand;
import bivex.core.review.NoteWord;
import bivex.server.keep.NoteWordEntry;
import bivex.server.keep.NoteWords;
import bivex.server.keep.ReviewNote;
import bivex.server.keep.ReviewNotes;
import bivex.server.keep.VersionEntries;
import bivex.server.keep.VersionEntry;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** Notes of the review as they stand. */
@Component
public class NoteBook {
  private final ReviewNotes notes;
  private final NoteWords words;
  private final VersionEntries versions;

  NoteBook(ReviewNotes notes, NoteWords words, VersionEntries versions) {
    this.notes = notes;
    this.words = words;
    this.versions = versions;
  }

  /**
   * A note with what was said of it.
   *
   * @param version number of the one it was given on
   * @param said the oldest first
   */
  public record Carried(ReviewNote row, int version, List<Said> said) {
    /** As the core holds what is said against it. */
    public NoteWord.Note note() {
      return row.note(version);
    }

    public NoteStand stand() {
      return NoteStand.of(said.stream().map(Said::word).toList());
    }
  }

  /**
   * @param by name of who said it
   */
  public record Said(NoteWord word, String by) {}

  /** Notes of a shot, by frame. */
  public List<Carried> of(UUID shot) {
    return of(shot, versions.findByShotIdOrderByNumberDesc(shot), n -> true);
  }

  /** Notes of some shots, each by frame. */
  public Map<UUID, List<Carried>> of(Collection<UUID> shots) {
    return carried(notes.findByShotIdInOrderByFrame(shots), versions.findByShotIdIn(shots)).stream()
        .collect(Collectors.groupingBy(c -> c.row().shotId));
  }

  /**
   * Some notes of a shot, by frame.
   *
   * @param versions all of the shot
   */
  public List<Carried> of(UUID shot, List<VersionEntry> versions, Predicate<ReviewNote> which) {
    return carried(notes.findByShotIdOrderByFrame(shot).stream().filter(which).toList(), versions);
  }

  private List<Carried> carried(List<ReviewNote> rows, List<VersionEntry> versions) {
    Map<UUID, Integer> numbers =
        versions.stream().collect(Collectors.toMap(v -> v.id, v -> v.number));
    Map<UUID, List<NoteWordEntry>> said =
        words.findByNoteIdInOrderBySaidAt(rows.stream().map(n -> n.id).toList()).stream()
            .collect(Collectors.groupingBy(w -> w.noteId));
    return rows.stream()
        .map(
            n ->
                new Carried(
                    n,
                    numbers.get(n.versionId),
                    said.getOrDefault(n.id, List.of()).stream()
                        .map(w -> new Said(w.word(numbers.get(w.versionId)), w.saidBy))
                        .toList()))
        .toList();
  }
}
