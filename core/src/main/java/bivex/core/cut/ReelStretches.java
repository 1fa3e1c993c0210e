package bivex.core.cut;

import bivex.core.review.ReelRun;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/** A cut as stretches of effect shots and of all else that is seen. */
public final class ReelStretches {
  private ReelStretches() {}

  /**
   * @param shots effect shots as the cut has them
   * @param all what each event of it is
   * @param codes of the shots, by id; one that is not in it is left out
   */
  public static List<ReelRun.Stretch> of(
      List<ShotCut> shots, List<Recognition.Recognised> all, Map<String, String> codes) {
    List<ReelRun.Stretch> out = new ArrayList<>();
    for (ShotCut s : shots) {
      if (codes.containsKey(s.shot())) {
        out.add(new ReelRun.Stretch(s.shot(), codes.get(s.shot()), s.record(), s.frames()));
      }
    }
    for (Recognition.Recognised r : all) {
      CutEvent e = r.event();
      if (r.shot().isEmpty() && e.enabled() && e.kind() != CutEvent.Kind.SOUND) {
        out.add(new ReelRun.Stretch("", e.called(), e.record(), e.frames()));
      }
    }
    return List.copyOf(out);
  }
}
