package bivex.core.shot;

import bivex.core.InvalidInput;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A pattern of names such as {@code TK-{scene}-{number}} or {@code {code}_v{version}}. Numbers are
 * padded: scene 2 digits, number and version 3. What comes out is always safe as a file name.
 *
 * @param text letters, digits, dots, dashes, underscores and the parts in braces
 */
public record NamePattern(String text) {
  private static final Pattern PART = Pattern.compile("\\{([a-z]+)}");
  private static final Map<String, Integer> DIGITS = Map.of("scene", 2, "number", 3, "version", 3);

  public NamePattern {
    text = InvalidInput.text("pattern", text);
    String bare = PART.matcher(text).replaceAll("");
    if (!bare.matches("[A-Za-z0-9._-]*") || bare.startsWith(".") || bare.contains("..")) {
      throw new InvalidInput(
          "pattern",
          "may hold letters, digits, dots, dashes, underscores and parts in braces; was \""
              + text
              + "\"");
    }
  }

  /** Refuses a pattern that lacks one of the parts, or has one that is not offered. */
  public NamePattern with(Set<String> needed, Set<String> offered) {
    Set<String> have = parts();
    needed.stream()
        .filter(n -> !have.contains(n))
        .findFirst()
        .ifPresent(
            n -> {
              throw new InvalidInput(
                  "pattern", "needs the part {" + n + "}, or two things would get the same name");
            });
    have.stream()
        .filter(h -> !offered.contains(h))
        .findFirst()
        .ifPresent(
            h -> {
              throw new InvalidInput(
                  "pattern",
                  "does not know the part {" + h + "}; offered are " + String.join(", ", offered));
            });
    return this;
  }

  /** Fills the parts; whole numbers are padded, everything else is reduced to safe characters. */
  public String fill(Map<String, ?> values) {
    Matcher m = PART.matcher(text);
    StringBuilder out = new StringBuilder();
    while (m.find()) {
      Object v = values.get(m.group(1));
      if (v == null) {
        throw new InvalidInput("pattern", "has no value for {" + m.group(1) + "}");
      }
      m.appendReplacement(out, Matcher.quoteReplacement(part(m.group(1), String.valueOf(v))));
    }
    m.appendTail(out);
    return out.toString();
  }

  /**
   * Reads the parts back out of a name; filling them in again gives the same name. A part ends
   * where the pattern's next letters begin.
   *
   * @return empty when the name does not follow the pattern
   */
  public Optional<Map<String, String>> read(String name) {
    Matcher part = PART.matcher(text);
    StringBuilder regex = new StringBuilder();
    List<String> names = new ArrayList<>();
    int at = 0;
    while (part.find()) {
      regex
          .append(Pattern.quote(text.substring(at, part.start())))
          .append(
              names.contains(part.group(1))
                  ? "\\" + (names.indexOf(part.group(1)) + 1)
                  : "([A-Za-z0-9-]+?)");
      if (!names.contains(part.group(1))) {
        names.add(part.group(1));
      }
      at = part.end();
    }
    Matcher m =
        Pattern.compile(regex.append(Pattern.quote(text.substring(at))).toString()).matcher(name);
    if (!m.matches()) {
      return Optional.empty();
    }
    Map<String, String> out = new LinkedHashMap<>();
    for (int i = 0; i < names.size(); i++) {
      out.put(names.get(i), m.group(i + 1));
    }
    return Optional.of(out);
  }

  /**
   * A free code of a scene that stands between two others. Codes go up in tens, so that later shots
   * fit between; where there is no room left, the code goes after the last of the scene.
   *
   * @param before number of the shot before it in the scene, 0 for none
   * @param after number of the shot after it, or null for none
   * @param taken codes that any shot of the production has or ever had
   */
  public String between(String scene, int before, Integer after, Set<String> taken) {
    InvalidInput.within("number before", (long) before, 0, 9_999);
    if (after == null) {
      for (int n = (before / 10 + 1) * 10; n < 10_000; n += 10) {
        String code = fill(Map.of("scene", scene, "number", n));
        if (!taken.contains(code)) {
          return code;
        }
      }
      throw new InvalidInput("pattern", "leaves no code in scene " + scene);
    }
    int middle = (before + after) / 2;
    // Round fives first, then whatever is nearest to the middle.
    int five = Math.round(middle / 5f) * 5;
    for (int away = 0; away <= after - before; away++) {
      for (int n :
          away == 0 ? new int[] {five, middle} : new int[] {middle - away, middle + away}) {
        if (n > before && n < after) {
          String code = fill(Map.of("scene", scene, "number", n));
          if (!taken.contains(code)) {
            return code;
          }
        }
      }
    }
    return between(scene, after, null, taken);
  }

  /**
   * The number in a code of a scene; empty when the code is of another scene or does not follow the
   * pattern.
   */
  public OptionalInt number(String scene, String code) {
    Optional<Map<String, String>> parts = read(code);
    if (parts.isEmpty()
        || !parts.get().getOrDefault("number", "").matches("\\d{1,4}")
        || parts.get().containsKey("scene")
            && !part("scene", scene).equals(parts.get().get("scene"))) {
      return OptionalInt.empty();
    }
    return OptionalInt.of(Integer.parseInt(parts.get().get("number")));
  }

  private static String part(String name, String value) {
    Matcher digits = Pattern.compile("(\\d+)(.*)").matcher(value);
    String padded =
        DIGITS.containsKey(name) && digits.matches()
            ? "0".repeat(Math.max(0, DIGITS.get(name) - digits.group(1).length())) + value
            : value;
    return safe(padded);
  }

  /** Words as they can stand in the name of a file anywhere. */
  public static String safe(String words) {
    return words.replaceAll("[^A-Za-z0-9-]+", "-");
  }

  private Set<String> parts() {
    Set<String> out = new LinkedHashSet<>();
    Matcher m = PART.matcher(text);
    while (m.find()) {
      out.add(m.group(1));
    }
    return out;
  }
}
