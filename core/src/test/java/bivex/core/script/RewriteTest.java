package bivex.core.script;

import static org.assertj.core.api.Assertions.assertThat;

import bivex.core.script.Revision.Standing;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/**
 * Drafts that were rewritten by hand, as a writer does: names changed, scenes moved, merged and
 * cut, nearly every line said otherwise. Behind each moment of the first draft that is still there
 * its number is written in the second. Written before anything was run on them.
 */
class RewriteTest {
  private static final List<String> SCRIPTS = List.of("plain-ferry", "terse-relay", "comic-fete");
  private static final Pattern LABEL = Pattern.compile("\\[\\[([^\\]]*)]]");

  /** A script without what is written into it, and the moments by their numbers. */
  private record Told(String text, Map<Integer, Anchor> moments) {}

  private static Told read(String name, boolean numbered) {
    String source;
    try (InputStream in = RewriteTest.class.getResourceAsStream("/cues/told/" + name)) {
      source = new String(in.readAllBytes(), StandardCharsets.UTF_8);
    } catch (IOException e) {
      throw new java.io.UncheckedIOException(e);
    }
    StringBuilder text = new StringBuilder();
    Map<Integer, Anchor> moments = new HashMap<>();
    Matcher m = LABEL.matcher(source);
    int at = 0;
    int n = 0;
    while (m.find()) {
      text.append(source, at, m.start());
      at = m.end();
      int number = numbered ? Integer.parseInt(m.group(1).substring(1)) : ++n;
      int end = text.length();
      int start = end - 1;
      while (start > 0
          && text.charAt(start - 1) != '\n'
          && !(text.charAt(start) == ' ' && ".!?".indexOf(text.charAt(start - 1)) >= 0)) {
        start--;
      }
      start += text.charAt(start) == ' ' ? 1 : 0;
      assertThat(moments.put(number, new Anchor(start, end, text.substring(start, end))))
          .as(name + " has moment " + number + " once")
          .isNull();
    }
    text.append(source.substring(at));
    return new Told(text.toString(), moments);
  }

  private static boolean meets(Anchor found, Anchor meant) {
    return found != null && found.start() < meant.end() && meant.start() < found.end();
  }

  @Test
  void aRewriteByHandIsAskedAndNeverCarriedWrongly() {
    int right = 0;
    int askedRight = 0;
    int asked = 0;
    int lost = 0;
    int gone = 0;
    List<String> wrong = new ArrayList<>();
    int all = 0;
    for (String name : SCRIPTS) {
      Told old = read(name + ".fountain", false);
      Told now = read(name + "-2.fountain", true);
      assertThat(old.moments.keySet()).as(name).containsAll(now.moments.keySet());
      Screenplay play = ScreenplayParser.parse(now.text);
      Revision r = new Revision(old.text, ScreenplayParser.parse(old.text), now.text, play);
      for (Map.Entry<Integer, Anchor> e : old.moments.entrySet()) {
        all++;
        Revision.Carried c = r.carry(e.getValue());
        Anchor meant = now.moments.get(e.getKey());
        boolean there = meant != null && meets(c.anchor(), meant);
        if (c.standing() == Standing.ASKED) {
          assertThat(play.elements())
              .as(name + ": what was seen is not proposed as what is said")
              .noneMatch(
                  x ->
                      x.kind() != Screenplay.Kind.ACTION
                          && !x.runs().isEmpty()
                          && x.runs().get(0).start() < c.anchor().end()
                          && c.anchor().start() < x.end());
          asked++;
          askedRight += there ? 1 : 0;
        } else if (c.standing() == Standing.LOST) {
          gone += meant == null ? 1 : 0;
          lost += meant == null ? 0 : 1;
        } else if (there) {
          right++;
        } else {
          wrong.add(name + " " + e.getKey() + ": " + e.getValue().excerpt());
        }
      }
    }
    if (Boolean.getBoolean("show")) {
      System.out.printf(
          java.util.Locale.ROOT,
          "%d moments: %d carried rightly, %d wrongly, %d asked (%d proposals right), %d lost that"
              + " are there, %d lost that are gone%n%s%n",
          all,
          right,
          wrong.size(),
          asked,
          askedRight,
          lost,
          gone,
          String.join("\n", wrong));
    }
    assertThat(all).isGreaterThanOrEqualTo(55);
    assertThat(wrong).isEmpty();
  }
}
