package bivex.core.script;

import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * What scene headings begin with, and which times of day in them are dark: English, German, French,
 * Spanish and Italian (common practice, no source). Short forms count in any letters, whole words
 * only in capitals, for a paragraph may begin with one.
 */
final class HeadingWords {
  private static final String SHORT_INSIDE = "INT|I";
  private static final String SHORT = "INT\\.?/E[XS]T|E[XS]T\\.?/INT|INT|EXT|EST|I\\.?/E";
  private static final List<String> INSIDE =
      List.of("INNEN", "INTÉRIEUR", "INTERIEUR", "INTERIOR", "INTERNO");
  private static final List<String> OUTSIDE =
      List.of("AUSSEN", "AUßEN", "EXTÉRIEUR", "EXTERIEUR", "EXTERIOR", "ESTERNO");
  private static final List<String> DARK =
      List.of(
          "NIGHT",
          "EVENING",
          "DUSK",
          "MIDNIGHT",
          "TWILIGHT",
          "NACHT",
          "ABEND",
          "ABENDDÄMMERUNG",
          "MITTERNACHT",
          "NUIT",
          "SOIR",
          "CRÉPUSCULE",
          "MINUIT",
          "NOCHE",
          "ANOCHECER",
          "MEDIANOCHE",
          "NOTTE",
          "SERA",
          "CREPUSCOLO",
          "MEZZANOTTE");

  /** Without words of one's own. */
  static final HeadingWords SHIPPED = new HeadingWords(OwnHeadings.NONE);

  private final List<String> inside;
  private final String begins;
  private final Pattern heading;
  private final Pattern setting;
  private final Pattern dark;

  private HeadingWords(OwnHeadings own) {
    inside = Stream.concat(INSIDE.stream(), own.inside().stream()).toList();
    String word =
        Stream.of(inside, OUTSIDE, own.outside())
            .flatMap(List::stream)
            .sorted(Comparator.comparingInt(String::length).reversed())
            .map(Pattern::quote)
            .collect(Collectors.joining("|"));
    begins =
        "(?:(?i:"
            + SHORT
            + ")(?=[. ])|(?:"
            + word
            + ")(?:\\.?\\s?/\\s?(?:"
            + word
            + "))?"
            + "(?=[.:]|\\s[^\\p{Ll}]*$))";
    heading = Pattern.compile("^[*_]{0,4}" + begins + "[.: ].*");
    setting = Pattern.compile("^[*_]{0,4}(" + begins + ")[.:]?(?:\\s*[-–]\\s)?");
    dark =
        Pattern.compile(
            "(?iU).*\\b(?:"
                + Stream.concat(DARK.stream(), own.dark().stream())
                    .map(Pattern::quote)
                    .collect(Collectors.joining("|"))
                + ")\\b.*");
  }

  static HeadingWords of(OwnHeadings own) {
    return own.equals(OwnHeadings.NONE) ? SHIPPED : new HeadingWords(own);
  }

  /** How a heading begins, as part of a pattern; what follows is its place. */
  String begins() {
    return begins;
  }

  /**
   * @param length of what is not its place
   */
  record Setting(boolean interior, boolean exterior, int length) {}

  /** Whether a line reads as a heading. */
  boolean heads(String line) {
    return heading.matcher(line).matches();
  }

  /** Whether a time of day is dark. */
  boolean dark(String time) {
    return dark.matcher(time).matches();
  }

  /** What a heading says of inside and outside; neither for one that says nothing. */
  Setting setting(String heading) {
    Matcher m = setting.matcher(heading);
    if (!m.find()) {
      return new Setting(false, false, 0);
    }
    List<String> words =
        Arrays.stream(m.group(1).toUpperCase(Locale.ROOT).split("/"))
            .map(w -> w.replaceAll("^[. ]+|[. ]+$", "").replace("ß", "SS"))
            .toList();
    boolean in = words.stream().anyMatch(w -> w.matches(SHORT_INSIDE) || inside.contains(w));
    boolean out = words.stream().anyMatch(w -> !w.matches(SHORT_INSIDE) && !inside.contains(w));
    return new Setting(in, out, m.end());
  }
}
