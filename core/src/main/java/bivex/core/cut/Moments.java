package bivex.core.cut;

import bivex.core.InvalidInput;
import bivex.core.Said;
import bivex.core.method.MethodChoice;
import bivex.core.method.OwnItem;
import bivex.core.parameter.Parameter;
import bivex.core.parameter.Values;
import bivex.core.plate.Zone;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * Moments of a plan when a cut begins elsewhere in the same plates: what happens at a frame of the
 * plate happens at it still, so its place in the cut is moved by as much as the cut begins earlier.
 *
 * @param methods with their places moved
 * @param own things of one's own with theirs moved
 * @param told what could not be moved, or lies outside of the cut now
 */
public record Moments(List<MethodChoice> methods, List<OwnItem> own, List<String> told) {
  public Moments {
    methods = List.copyOf(methods);
    own = List.copyOf(own);
    told = List.copyOf(told);
  }

  /**
   * @param earlier frames by which the cut begins earlier than before; negative later
   * @param cutFrames its length now
   */
  public static Moments moved(
      List<MethodChoice> methods, List<OwnItem> own, long earlier, int cutFrames) {
    List<String> told = new ArrayList<>();
    List<MethodChoice> out = new ArrayList<>();
    for (MethodChoice c : methods) {
      out.add(
          c.with(
              values(
                  c.chosen().parameters(),
                  c.values(),
                  earlier,
                  cutFrames,
                  c.label().isEmpty() ? c.chosen().name() : c.label(),
                  told)));
    }
    List<OwnItem> things = new ArrayList<>();
    for (OwnItem i : own) {
      things.add(
          i.with(values(i.kind().parameters(), i.values(), earlier, cutFrames, i.label(), told)));
    }
    return new Moments(out, things, told);
  }

  private static Map<String, Object> values(
      List<Parameter> parameters,
      Map<String, Object> raw,
      long earlier,
      int cutFrames,
      String of,
      List<String> told) {
    Map<String, Object> out = new LinkedHashMap<>(raw);
    for (Parameter p : parameters) {
      if (p.place()) {
        long was = ((Number) raw.getOrDefault(p.key(), p.fallback())).longValue();
        long at = was + earlier;
        if (was == 0 && earlier != 0) {
          // It may be that frame of the plate, or whatever the cut begins with.
          told.add(
              Said.of(
                  "%s: \"%s\" stays at the first frame of the cut; is that meant?", of, p.label()));
          continue;
        }
        if (at < p.min() || at >= cutFrames) {
          told.add(
              Said.of(
                  "%s: \"%s\" lies outside of the cut now and was left at %s", of, p.label(), was));
        } else if (earlier != 0) {
          out.put(p.key(), at);
        }
      } else if (p.kind() == Parameter.Kind.ZONES && earlier != 0 && raw.containsKey(p.key())) {
        try {
          List<Zone> zones =
              Values.of(List.of(p), Map.of(p.key(), raw.get(p.key()))).zones(p.key());
          out.put(p.key(), Zone.moved(zones, (int) earlier));
        } catch (InvalidInput e) {
          told.add(of + ": " + e.getMessage());
        }
      }
    }
    return out;
  }
}
