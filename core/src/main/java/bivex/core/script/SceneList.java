package bivex.core.script;

import bivex.core.InvalidInput;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/** A script that exists only as a list of scenes, one a row, made into one that can be marked. */
public final class SceneList {
  private static final List<String> NUMBER = List.of("scene", "number", "no", "scene number");
  private static final List<String> HEADING =
      List.of("heading", "scene heading", "slugline", "title");
  private static final List<String> SETTING = List.of("setting", "int/ext", "i/e", "int ext");
  private static final List<String> PLACE = List.of("place", "location", "set");
  private static final List<String> TIME = List.of("time", "day/night", "d/n", "time of day");
  private static final List<String> ACTION =
      List.of("action", "description", "synopsis", "what happens", "text", "summary");

  private SceneList() {}

  /**
   * The open syntax of a list of scenes.
   *
   * @param rows by their column heads, as they stand in the file; a heading, or a place with or
   *     without setting and time, is needed in each
   */
  public static ScriptImport.Taken source(List<Map<String, String>> rows) {
    StringBuilder out = new StringBuilder();
    List<ScriptImport.Uncertain> uncertain = new ArrayList<>();
    int line = 1;
    if (rows.isEmpty()) {
      throw new InvalidInput("script", "the list has no row under its heads");
    }
    for (Map<String, String> row : rows) {
      line++;
      if (row.values().stream().allMatch(v -> v == null || v.isBlank())) {
        continue;
      }
      String number = one(row, NUMBER).replaceAll("[^\\p{Alnum}.-]", "");
      String heading = heading(row, line, uncertain);
      out.append(heading).append(number.isEmpty() ? "" : " #" + number + "#").append("\n\n");
      String action = one(row, ACTION);
      if (action.isEmpty()) {
        uncertain.add(
            new ScriptImport.Uncertain(
                line, heading, "has no description; there is nothing to mark but its heading"));
      }
      for (String paragraph : action.split("\\n+")) {
        if (!paragraph.isBlank()) {
          out.append('!').append(paragraph.strip().replaceAll("\\s+", " ")).append("\n\n");
        }
      }
    }
    return new ScriptImport.Taken("list of scenes", out.toString(), uncertain);
  }

  private static String heading(
      Map<String, String> row, int line, List<ScriptImport.Uncertain> uncertain) {
    String whole = one(row, HEADING).replaceAll("\\s+", " ").replace("#", "");
    String place = one(row, PLACE);
    if (whole.isEmpty() && place.isEmpty()) {
      throw new InvalidInput(
          "script",
          "row "
              + line
              + " has neither a heading nor a place; the columns read are scene, heading, setting,"
              + " place, time and description");
    }
    if (whole.isEmpty()) {
      String setting = one(row, SETTING).toUpperCase(Locale.ROOT).replaceAll("[^A-Z/]", "");
      String prefix =
          setting.contains("/")
              ? "INT./EXT."
              : setting.startsWith("E") ? "EXT." : setting.startsWith("I") ? "INT." : "";
      String time = one(row, TIME).toUpperCase(Locale.ROOT);
      if (prefix.isEmpty()) {
        uncertain.add(
            new ScriptImport.Uncertain(
                line, place, "does not say whether it is inside or outside"));
      }
      time = time.equals("D") ? "DAY" : time.equals("N") ? "NIGHT" : time;
      whole =
          (prefix + " " + place.toUpperCase(Locale.ROOT) + (time.isEmpty() ? "" : " - " + time))
              .strip();
    }
    return whole.toUpperCase(Locale.ROOT).matches("(INT|EXT|EST|I/E)[. /].*") ? whole : "." + whole;
  }

  private static String one(Map<String, String> row, List<String> names) {
    for (Map.Entry<String, String> e : row.entrySet()) {
      if (e.getKey() != null
          && names.contains(e.getKey().strip().toLowerCase(Locale.ROOT))
          && e.getValue() != null
          && !e.getValue().isBlank()) {
        return e.getValue().strip();
      }
    }
    return "";
  }
}
