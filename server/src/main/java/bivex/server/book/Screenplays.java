package bivex.server.book;

import bivex.core.cue.Cue;
import bivex.core.cue.CueFinder;
import bivex.core.cue.CueWords;
import bivex.core.script.Screenplay;
import bivex.core.script.ScreenplayParser;
import bivex.server.keep.Draft;
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
  private final Map<Cues, List<Cue>> cues = last();

  private record Cues(UUID draft, CueWords words) {}

  public Screenplay of(Draft draft) {
    return parsed.computeIfAbsent(draft.id, id -> ScreenplayParser.parse(draft.source));
  }

  /** Every cue of a draft, by a production's words. */
  public List<Cue> cues(Draft draft, CueWords words) {
    return cues.computeIfAbsent(new Cues(draft.id, words), k -> CueFinder.find(of(draft), words));
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
