package bivex.core.work;

import bivex.core.InvalidInput;
import bivex.core.method.Plan;
import bivex.core.shot.NamePattern;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;

/**
 * Where versions of people's work are expected to lie: folders and a name by a pattern, such as
 * {@value #USUAL}. It is what is proposed; what somebody says counts.
 *
 * @param pattern names by {@link NamePattern}, with slashes between folders
 */
public record WorkNames(String pattern) {
  public static final String USUAL =
      "{production}/{code}/{task}/v{version}/{code}_{task}_v{version}";

  private static final Set<String> PARTS = Set.of("production", "scene", "code", "task", "version");
  private static final List<String> NEEDED = List.of("code", "task", "version");

  /**
   * @throws InvalidInput naming {@code workNames}
   */
  public WorkNames {
    pattern = InvalidInput.title("workNames", pattern);
    for (String p : NEEDED) {
      if (!pattern.contains("{" + p + "}")) {
        throw new InvalidInput(
            "workNames", "needs the part {" + p + "}, or two versions would get the same name");
      }
    }
    for (String part : parts(pattern)) {
      try {
        new NamePattern(part).with(Set.of(), PARTS);
      } catch (InvalidInput e) {
        throw e.named("workNames");
      }
    }
  }

  /** Between the slashes; one in front is a folder of the machine's own. */
  private static List<String> parts(String pattern) {
    return List.of((pattern.startsWith("/") ? pattern.substring(1) : pattern).split("/", -1));
  }

  /**
   * Where a version is expected.
   *
   * @param production its code
   * @param plan of the shot: tasks that have one label are told apart
   */
  public String path(
      String production, String scene, String code, Plan plan, String task, int version) {
    String label = plan.label(task);
    boolean one = plan.tasks().stream().filter(t -> t.label().equals(label)).count() < 2;
    Map<String, Object> values =
        Map.of(
            "production",
            production,
            "scene",
            scene.isEmpty() ? "0" : scene,
            "code",
            code,
            "task",
            (one ? label : label + "-" + task).toLowerCase(Locale.ROOT),
            "version",
            version);
    List<String> out = new ArrayList<>();
    parts(pattern).forEach(p -> out.add(new NamePattern(p).fill(values)));
    return (pattern.startsWith("/") ? "/" : "") + String.join("/", out);
  }
}
