package bivex.server.book;

import bivex.core.script.Screenplay;
import bivex.core.script.ScreenplayParser;
import bivex.server.keep.Draft;
import bivex.server.keep.Drafts;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.UUID;
import org.springframework.stereotype.Component;

/** Drafts never change, so what was parsed of the last few is kept. */
@Component
public class Screenplays {
  private static final int KEPT = 16;
  private final Map<UUID, Screenplay> parsed = Collections.synchronizedMap(new LinkedHashMap<>(KEPT, 0.75f, true) {
    @Override
    protected boolean removeEldestEntry(Map.Entry<UUID, Screenplay> eldest) {
      return size() > KEPT;
    }
  });

  public Screenplay of(Draft draft) {
    return parsed.computeIfAbsent(draft.id, id -> ScreenplayParser.parse(draft.source));
  }
}
