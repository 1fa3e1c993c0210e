package bivex.core.script;

import java.util.ArrayList;
import java.util.List;

/** What comes in as a script, made into the open syntax. */
public final class ScriptImport {
  private ScriptImport() {}

  /**
   * Something that was read one way and may be meant another.
   *
   * @param line of the text, or page of a PDF
   */
  public record Uncertain(int line, String text, String why) {}

  /**
   * @param format in words: "open syntax", "typed pages", "PDF", "list of scenes"
   * @param source in the open syntax
   */
  public record Taken(String format, String source, List<Uncertain> uncertain) {}

  /**
   * A text file: the open syntax as it is, or pages that were typed with indents, told apart by
   * their indents.
   */
  public static Taken text(String text) {
    return text(text, OwnHeadings.NONE);
  }

  /**
   * The same.
   *
   * @param own words its headings are written with too
   */
  public static Taken text(String text, OwnHeadings own) {
    String clean = ScriptFile.clean(text);
    List<String> lines = clean.lines().toList();
    long printed = lines.stream().filter(l -> !l.isBlank()).count();
    long deep = lines.stream().filter(l -> !l.isBlank() && indent(l) >= 10).count();
    if (deep * 5 < printed) {
      return new Taken("open syntax", clean, ScreenplayParser.doubts(clean, HeadingWords.of(own)));
    }
    List<TypedPages.Line> typed = new ArrayList<>();
    int page = 1;
    for (int i = 0; i < lines.size(); i++) {
      String l = lines.get(i);
      page += (int) l.chars().filter(c -> c == '\f').count();
      typed.add(new TypedPages.Line(page, indent(l), l.replace("\f", "").strip(), i + 1));
    }
    return TypedPages.source("typed pages", typed, own);
  }

  private static int indent(String l) {
    String bare = l.replace("\f", "");
    return bare.length() - bare.stripLeading().length();
  }
}
