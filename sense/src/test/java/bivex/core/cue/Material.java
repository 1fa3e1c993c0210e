package bivex.core.cue;

import bivex.core.script.Screenplay;
import bivex.core.script.ScreenplayParser;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Labelled scripts and invented examples: what is learned from, and measured on. */
final class Material {
  /** Known while the reader was made: measured on each with what was learned from the others. */
  static final List<String> KNOWN =
      List.of(
          "practice-1",
          "practice-2",
          "practice-3",
          "practice-4",
          "unseen",
          "told/plain-ferry",
          "told/comic-fete",
          "told/terse-relay",
          "told/none-harbour-hotel",
          "told/none-night-shift",
          "told/none-school-play",
          "told/locked/lyrical-orchard",
          "told/locked/talk-two-chairs",
          "told/locked/technical-load-test",
          "told/long-mender",
          "told/long-relief",
          "told/long-allotment");

  /** Nothing is learned from these; labelled before the reader was changed last. */
  static final List<String> LOCKED =
      List.of(
          "told/locked/plain-night-ward",
          "told/locked/song-paper-circus",
          "told/locked/heist-cold-room");

  private static final Pattern LABEL =
      Pattern.compile("\\s?\\[\\[([A-Z]+(?: [A-Z]\\d+)?(?:\\|[A-Z]+(?: [A-Z]\\d+)?)*)]]");

  /**
   * @param end offset in the source of the sentence's last character
   */
  record Label(int end, Set<Cue.Kind> kinds, Set<String> methods) {
    static Label of(int end, String text) {
      Set<Cue.Kind> kinds = new HashSet<>();
      Set<String> methods = new HashSet<>();
      for (String l : text.split("\\|")) {
        String[] part = l.split(" ");
        kinds.add(Cue.Kind.valueOf(part[0]));
        if (part.length > 1) {
          methods.add(part[1]);
        }
      }
      return new Label(end, kinds, methods);
    }
  }

  /**
   * A sentence to learn from.
   *
   * @param script the script it is of; empty for an invented one
   * @param label null for what is no moment
   */
  record Row(String script, Map<String, Double> signs, float[] meaning, Label label) {}

  record Script(String name, Screenplay play, List<Label> labels, List<float[]> meanings) {}

  private Material() {}

  static String source(String name) {
    return read("../core/src/test/resources/cues/" + name + ".fountain");
  }

  static Script script(String name, Sense sense) {
    String source = source(name);
    List<Label> labels = new ArrayList<>();
    Matcher m = LABEL.matcher(source);
    while (m.find()) {
      labels.add(Label.of(m.start(), m.group(1)));
    }
    Screenplay play = ScreenplayParser.parse(source);
    return new Script(name, play, labels, sense.of(CueFinder.sentences(play)));
  }

  static List<Row> rows(Script s) {
    List<Row> out = new ArrayList<>();
    List<Sentence> sentences = Sentence.of(s.play());
    List<Map<String, Double>> signs = CueFinder.signs(s.play(), CueWords.SHIPPED_ONLY);
    for (int i = 0; i < sentences.size(); i++) {
      int end = sentences.get(i).end();
      out.add(
          new Row(
              s.name(),
              signs.get(i),
              s.meanings().get(i),
              s.labels().stream()
                  .filter(l -> Math.abs(l.end() - end) <= 1)
                  .findFirst()
                  .orElse(null)));
    }
    return out;
  }

  static List<Row> examples(Sense sense) {
    List<String[]> lines =
        read("src/test/resources/examples.txt")
            .lines()
            .filter(l -> !l.startsWith("#"))
            .map(l -> l.split(" \\| ", 3))
            .toList();
    List<float[]> meanings = sense.of(lines.stream().map(l -> l[2]).toList());
    List<Row> out = new ArrayList<>();
    for (int i = 0; i < lines.size(); i++) {
      String[] l = lines.get(i);
      Screenplay play =
          ScreenplayParser.parse(
              "INT. ROOM - DAY\n\n" + (l[1].isBlank() ? "" : l[1] + "\n\n") + l[2]);
      List<Map<String, Double>> all = CueFinder.signs(play, CueWords.SHIPPED_ONLY);
      int own =
          all.size()
              - (l[1].isBlank()
                  ? 0
                  : CueFinder.signs(
                          ScreenplayParser.parse("INT. ROOM - DAY\n\n" + l[1]),
                          CueWords.SHIPPED_ONLY)
                      .size());
      Map<String, Double> signs = new HashMap<>();
      all.subList(all.size() - own, all.size()).forEach(signs::putAll);
      Label label = null;
      if (!l[0].equals("NONE")) {
        String[] part = l[0].split(" ");
        label =
            new Label(
                0,
                Set.of(Cue.Kind.valueOf(part[0])),
                new HashSet<>(List.of(part).subList(1, part.length)));
      }
      out.add(new Row("", signs, meanings.get(i), label));
    }
    return out;
  }

  private static String read(String path) {
    try {
      return Files.readString(Path.of(path));
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }
}
