package bivex.bench;

import bivex.core.script.Anchor;
import bivex.core.script.Screenplay;
import bivex.core.script.ScreenplayParser;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Random;

/**
 * A script of some 120 pages whose sentences are all different, a second draft of it, and marks on
 * it.
 */
final class Prose {
  private static final String[] WHO = {
    "Ines",
    "The pilot",
    "A gull",
    "The lamp",
    "Nobody",
    "The keeper",
    "Her twin",
    "The whole quay",
    "A boy",
    "The dinghy",
    "The stone clock",
    "A drowned bell"
  };
  private static final String[] DOES = {
    "crosses",
    "waits for",
    "looks at",
    "forgets",
    "leans over",
    "counts",
    "throws away",
    "holds",
    "appears behind",
    "burns",
    "lifts",
    "walks through",
    "opens",
    "leaves",
    "grows out of"
  };
  private static final String[] WHAT = {
    "the window",
    "a chart of the north water",
    "seven brass weights",
    "the third step",
    "her own reflection",
    "a storm of paper",
    "the flare pistol",
    "the ledge above the harbour",
    "an empty coat",
    "a model of the town",
    "the fog",
    "the tide gauge",
    "a screen of dead pixels",
    "nothing at all"
  };
  private static final String[] HOW = {
    "without a word",
    "twice",
    "as the bell strikes four",
    "and does it again",
    "in the blue light",
    "before anyone can turn",
    "for the length of a breath",
    "slowly, then all at once",
    "with her left hand",
    "like someone who has all night"
  };
  private final Random random;

  private Prose(long seed) {
    random = new Random(seed);
  }

  private String one(String[] of) {
    return of[random.nextInt(of.length)];
  }

  private String sentence() {
    return one(WHO)
        + " "
        + one(DOES)
        + " "
        + one(WHAT)
        + " "
        + one(HOW)
        + (random.nextInt(3) == 0 ? ", number " + random.nextInt(900) : "")
        + ".";
  }

  static List<String> paragraphs() {
    Prose p = new Prose(4);
    List<String> out = new ArrayList<>();
    for (int scene = 1; scene <= 190; scene++) {
      out.add(
          (scene % 3 == 0 ? "EXT. " : "INT. ")
              + p.one(WHAT).toUpperCase(Locale.ROOT).replaceAll("^(THE|A|AN) ", "")
              + " - "
              + (scene % 2 == 0 ? "NIGHT" : "DAY")
              + " #"
              + scene
              + "#");
      for (int k = 0; k < 8; k++) {
        out.add(k % 3 == 2 ? "INES\n" + p.sentence() : p.sentence() + " " + p.sentence());
      }
    }
    return out;
  }

  static String script() {
    return checked(String.join("\n\n", paragraphs()));
  }

  /**
   * Every twentieth paragraph said otherwise, every thirtieth gone, every fortieth new, one scene
   * in ten moved to the end.
   */
  static String revised() {
    Prose p = new Prose(5);
    StringBuilder body = new StringBuilder();
    StringBuilder moved = new StringBuilder();
    StringBuilder to = body;
    int n = 0;
    for (String s : paragraphs()) {
      n++;
      if (s.endsWith("#")) {
        to = n % 10 == 0 ? moved : body;
        to.append(s).append("\n\n");
        continue;
      }
      if (n % 30 == 0) {
        continue;
      }
      to.append(n % 20 == 0 ? s.replaceFirst("(\\w+) (\\w+)\\.", "quite other words.") : s)
          .append("\n\n");
      if (n % 40 == 0) {
        to.append(p.sentence()).append("\n\n");
      }
    }
    return checked(body.append(moved).toString());
  }

  static List<Anchor> marks(String source, int count) {
    Random random = new Random(6);
    Screenplay play = ScreenplayParser.parse(source);
    List<Screenplay.Element> actions =
        play.elements().stream().filter(e -> e.kind() == Screenplay.Kind.ACTION).toList();
    List<Anchor> out = new ArrayList<>();
    for (int i = 0; i < count; i++) {
      Screenplay.Element e = actions.get((int) ((long) i * actions.size() / count));
      int from = e.start() + random.nextInt(Math.max(1, (e.end() - e.start()) / 3));
      out.add(Anchor.on(source, from, Math.min(e.end(), from + 30 + random.nextInt(60))));
    }
    return out;
  }

  private static String checked(String script) {
    int pages = ScreenplayParser.parse(script).pages().size();
    if (pages < 105 || pages > 140) {
      throw new IllegalStateException("the script has " + pages + " pages");
    }
    return script;
  }
}
