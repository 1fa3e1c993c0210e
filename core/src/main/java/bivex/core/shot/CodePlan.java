package bivex.core.shot;

import bivex.core.Rising;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import java.util.Set;

/**
 * Codes that follow the script. A code that was ever given is never given to another shot, for it
 * stands on slates and in file names; so as many shots as can be keep theirs, and only those out of
 * order or in another scene get a new one.
 */
public final class CodePlan {
  private CodePlan() {}

  /** A shot where it stands. */
  public record Placed(String id, String code, String scene) {}

  /**
   * A code where it stands.
   *
   * @param start offset of the shot's first words
   */
  public record At(String code, int start) {}

  /**
   * A code for a new shot, between those of its scene that stand before it and the first after it.
   *
   * @param start offset of its words
   * @param placed shots that have a place, in the order of the script
   * @param ever all codes that were ever given in the production
   */
  public static String fresh(
      NamePattern pattern, String scene, int start, List<At> placed, Set<String> ever) {
    int before = 0;
    Integer after = null;
    for (At p : placed) {
      int n = pattern.number(scene, p.code()).orElse(-1);
      if (n >= 0 && p.start() <= start) {
        before = Math.max(before, n);
      } else if (n > before && after == null) {
        after = n;
      }
    }
    return pattern.between(scene, before, after, ever);
  }

  /**
   * New codes for those shots that need one.
   *
   * @param shots in the order of the script
   * @param ever all codes that were ever given in the production
   * @return new code by id, in the order of the script; empty when every code is right
   */
  public static Map<String, String> of(NamePattern pattern, List<Placed> shots, Set<String> ever) {
    Set<String> taken = new HashSet<>(ever);
    shots.forEach(s -> taken.add(s.code()));
    Map<String, List<Placed>> scenes = new LinkedHashMap<>();
    shots.forEach(s -> scenes.computeIfAbsent(s.scene(), k -> new ArrayList<>()).add(s));
    Map<String, String> out = new HashMap<>();
    scenes.forEach((scene, list) -> scene(pattern, scene, list, taken, out));
    Map<String, String> ordered = new LinkedHashMap<>();
    shots.stream()
        .filter(s -> out.containsKey(s.id()))
        .forEach(s -> ordered.put(s.id(), out.get(s.id())));
    return ordered;
  }

  private static void scene(
      NamePattern pattern,
      String scene,
      List<Placed> list,
      Set<String> taken,
      Map<String, String> out) {
    int[] number =
        list.stream().mapToInt(s -> pattern.number(scene, s.code()).orElse(-1)).toArray();
    boolean[] keeps = Rising.longest(number);
    int before = 0;
    for (int i = 0; i < number.length; i++) {
      if (!keeps[i]) {
        Integer after = null;
        for (int k = i + 1; k < number.length && after == null; k++) {
          after = keeps[k] ? number[k] : null;
        }
        String code = pattern.between(scene, before, after, taken);
        taken.add(code);
        out.put(list.get(i).id(), code);
        OptionalInt n = pattern.number(scene, code);
        number[i] = n.orElse(before);
        // Where there was no room left, those that stood there must go on too.
        for (int k = i + 1; k < number.length; k++) {
          keeps[k] &= number[k] > number[i];
        }
      }
      before = Math.max(before, number[i]);
    }
  }
}
