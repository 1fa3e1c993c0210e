package bivex.core.reckon;

import bivex.core.InvalidInput;
import bivex.core.method.Method;
import bivex.core.method.MethodChoice;
import bivex.core.method.ShotSetting;
import bivex.core.parameter.Parameter;
import bivex.core.parameter.Values;
import bivex.core.time.Motion;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Inputs of a sum as a shot knows them: from its methods first, then from its production. */
public final class Prefill {
  private Prefill() {}

  /**
   * What a shot knows of a sum's inputs; what it does not know is left out and takes the sum's
   * default. A value that the sum would refuse is left out as well.
   */
  public static Map<String, Object> of(Sum sum, ShotSetting s, List<MethodChoice> choices) {
    Map<String, Object> known = new LinkedHashMap<>();
    for (MethodChoice c : choices) {
      Method m = c.chosen();
      Values v = Values.of(m.parameters(), c.values());
      m.inputs(s, v).forEach(known::putIfAbsent);
      v.all().forEach(known::putIfAbsent);
    }
    if (known.containsKey("focusM")) {
      known.putIfAbsent("focusFarM", known.get("focusM"));
    }
    known.replaceAll(
        (k, x) ->
            x instanceof String t && t.startsWith("~") ? Motion.rate(t, s.rate(), 1).text() : x);
    known.putIfAbsent("rate", s.rate().text());
    known.putIfAbsent("capture", s.rate().text());
    known.putIfAbsent("mainsHz", s.mainsHz());
    known.putIfAbsent("sensorWidthMm", s.sensorWidthMm());
    known.putIfAbsent("circleMm", s.sensorWidthMm() / 1200);
    known.putIfAbsent("captureWidth", s.capture().width());
    known.putIfAbsent("captureHeight", s.capture().height());
    known.putIfAbsent("deliveryWidth", s.delivery().width());
    known.putIfAbsent("deliveryHeight", s.delivery().height());
    known.putIfAbsent("cutFrames", s.cutFrames());
    known.putIfAbsent("handles", s.handles());
    known.putIfAbsent("wanted", s.cutFrames() + 2 * s.handles());
    Map<String, Object> out = new LinkedHashMap<>();
    for (Parameter p : sum.inputs()) {
      Object v = known.get(p.key());
      if (v != null && fits(p, v)) {
        out.put(p.key(), v);
      }
    }
    return out;
  }

  private static boolean fits(Parameter p, Object v) {
    try {
      Values.of(List.of(p), Map.of(p.key(), v));
      return true;
    } catch (InvalidInput e) {
      return false;
    }
  }
}
