package bivex.server.book;

import bivex.core.cue.CueFinder;
import bivex.core.cue.CueWords;
import bivex.core.cue.FoundCues;
import bivex.core.cue.Sense;
import bivex.core.script.Screenplay;
import bivex.core.script.ScreenplayParser;
import bivex.core.shoot.WantedLight;
import bivex.server.keep.Draft;
import bivex.server.keep.Mark;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.springframework.stereotype.Component;

/** Drafts never change, so what was read out of the last few is kept. */
@Component
public class Screenplays {
  private static final int KEPT = 16;
  private final Map<UUID, Screenplay> parsed = last();
  private final Map<Cues, FoundCues> cues = last();
  private final DraftReader reader;

  Screenplays(DraftReader reader) {
    this.reader = reader;
  }

  private record Cues(UUID draft, CueWords words, boolean read) {}

  public Screenplay of(Draft draft) {
    return parsed.computeIfAbsent(
        draft.id, id -> ScreenplayParser.parse(draft.source, draft.headings));
  }

  /**
   * What a draft holds of cues, as far as it has been read.
   *
   * @param words of its production
   */
  public FoundCues cues(Draft draft, CueWords words) {
    Sense.Reading read = reader.of(draft, of(draft));
    return cues.computeIfAbsent(
        new Cues(draft.id, words, read != null), k -> CueFinder.read(of(draft), words, read));
  }

  /** What the sentences of a draft mean; none where it has not been read to the end. */
  public List<float[]> meanings(Draft draft) {
    Sense.Reading read = reader.known(draft, of(draft));
    return read == null ? List.of() : read.meanings();
  }

  /** The light of day a shot wants, by the heading of the scene it first stands in. */
  public WantedLight light(Draft newest, ShotBook.Page shot) {
    Mark first = newest == null ? null : shot.first();
    Screenplay.Scene s =
        first == null || !first.draftId.equals(newest.id)
            ? null
            : of(newest).sceneAt(first.markStart);
    return s == null ? WantedLight.UNTOLD : WantedLight.of(s.interior(), s.exterior(), s.night());
  }

  private static <K, V> Map<K, V> last() {
    return Collections.synchronizedMap(
        new LinkedHashMap<>(KEPT, 0.75f, true) {
          @Override
          protected boolean removeEldestEntry(Map.Entry<K, V> eldest) {
            return size() > KEPT;
          }
        });
  }
}
