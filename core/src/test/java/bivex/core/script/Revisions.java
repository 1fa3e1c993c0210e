package bivex.core.script;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;

/**
 * Scripts that are invented and then revised, with every word followed through: what is known to
 * have become of a mark is what a re-anchoring must find. Prose is a chain of word pairs out of the
 * cue finder's own test scripts.
 */
final class Revisions {
  /** A word that keeps its number when it is moved or replaced. */
  record Word(int id, String text, boolean replaced) {}

  static final class Paragraph {
    List<Word> words = new ArrayList<>();
    String speaker;
  }

  static final class Scene {
    String number;
    String heading;
    List<Paragraph> paragraphs = new ArrayList<>();
  }

  /**
   * @param ids numbers of the words marked
   * @param anchor where they stand
   */
  record Mark(List<Integer> ids, Anchor anchor) {}

  final List<Scene> scenes;
  private final Random random;
  private final Map<String, List<String>> after;
  private final List<String> begins;
  private int next;

  /** Where each word stands in the source, after {@link #source}. */
  final Map<Integer, int[]> at = new HashMap<>();

  private Revisions(
      List<Scene> scenes,
      Random random,
      Map<String, List<String>> after,
      List<String> begins,
      int next) {
    this.scenes = scenes;
    this.random = random;
    this.after = after;
    this.begins = begins;
    this.next = next;
  }

  static Revisions invented(Random random, int scenes, int paragraphs) {
    Map<String, List<String>> after = new HashMap<>();
    List<String> begins = new ArrayList<>();
    for (String name : List.of("practice-1", "practice-2", "practice-3", "practice-4")) {
      try (InputStream in = Revisions.class.getResourceAsStream("/cues/" + name + ".fountain")) {
        Screenplay play =
            ScreenplayParser.parse(new String(in.readAllBytes(), StandardCharsets.UTF_8));
        play.elements().stream()
            .filter(e -> e.kind() == Screenplay.Kind.ACTION)
            .forEach(
                e -> {
                  String[] w = e.text().strip().split("\\s+");
                  begins.add(w[0]);
                  for (int i = 0; i + 1 < w.length; i++) {
                    after.computeIfAbsent(w[i], k -> new ArrayList<>()).add(w[i + 1]);
                  }
                });
      } catch (IOException e) {
        throw new java.io.UncheckedIOException(e);
      }
    }
    Revisions r = new Revisions(new ArrayList<>(), random, after, begins, 0);
    for (int i = 0; i < scenes; i++) {
      r.scenes.add(r.scene(i, Math.max(2, (int) (paragraphs * (0.4 + 1.2 * random.nextDouble())))));
      r.scenes.get(i).number = Integer.toString(i + 1);
    }
    return r;
  }

  private Scene scene(int i, int paragraphs) {
    Scene s = new Scene();
    s.number = "";
    s.heading =
        (random.nextBoolean() ? "INT. " : "EXT. ")
            + List.of("STATION", "PIER", "LANTERN ROOM", "HARBOUR", "BOAT", "QUAY STEPS")
                .get(random.nextInt(6))
            + " "
            + (char) ('A' + i % 9)
            + " - "
            + (random.nextBoolean() ? "NIGHT" : "DAY");
    for (int k = 0; k < paragraphs; k++) {
      s.paragraphs.add(paragraph());
    }
    return s;
  }

  private Paragraph paragraph() {
    Paragraph p = new Paragraph();
    p.speaker =
        random.nextInt(10) < 4 ? List.of("INES", "MATE", "PILOT").get(random.nextInt(3)) : null;
    int most = random.nextInt(12) == 0 ? 4 : 6 + random.nextInt(34);
    String w = begins.get(random.nextInt(begins.size()));
    while (p.words.size() < most) {
      p.words.add(new Word(next++, w, false));
      List<String> follow = after.getOrDefault(w, begins);
      w = follow.get(random.nextInt(follow.size()));
    }
    return p;
  }

  /** The script as text; remembers where every word stands. */
  String source() {
    StringBuilder out = new StringBuilder();
    at.clear();
    for (Scene s : scenes) {
      out.append(s.heading).append(s.number.isEmpty() ? "" : " #" + s.number + "#").append("\n\n");
      for (Paragraph p : s.paragraphs) {
        out.append(p.speaker == null ? "!" : p.speaker + "\n");
        for (int i = 0; i < p.words.size(); i++) {
          Word w = p.words.get(i);
          out.append(i == 0 ? "" : " ");
          at.put(
              w.id(),
              new int[] {out.length(), out.length() + w.text().length(), w.replaced() ? 1 : 0});
          out.append(w.text());
        }
        out.append("\n\n");
      }
    }
    return out.toString();
  }

  /** Marks of three to thirty words, each within a paragraph or over two. */
  List<Mark> marks(String source, int count) {
    List<Mark> out = new ArrayList<>();
    while (out.size() < count) {
      Scene s = scenes.get(random.nextInt(scenes.size()));
      int k = random.nextInt(s.paragraphs.size());
      List<Word> words = new ArrayList<>(s.paragraphs.get(k).words);
      if (random.nextInt(6) == 0 && k + 1 < s.paragraphs.size()) {
        words.addAll(s.paragraphs.get(k + 1).words);
      }
      int n = Math.min(words.size(), 3 + random.nextInt(28));
      int from = random.nextInt(words.size() - n + 1);
      List<Integer> ids = words.subList(from, from + n).stream().map(Word::id).toList();
      out.add(new Mark(ids, Anchor.on(source, at.get(ids.get(0))[0], at.get(ids.get(n - 1))[1])));
    }
    return out;
  }

  /**
   * The kinds of change a writer makes, each to a share of the paragraphs, or so many times to
   * scenes.
   */
  void revise(double amount) {
    for (Scene s : scenes) {
      for (int k = 0; k < s.paragraphs.size(); k++) {
        double dice = random.nextDouble() / amount;
        if (dice < 0.04) {
          s.paragraphs.add(k++, paragraph());
        } else if (dice < 0.08 && s.paragraphs.size() > 2) {
          s.paragraphs.remove(k--);
        } else if (dice < 0.17) {
          reword(s.paragraphs.get(k), 0.05 + 0.3 * random.nextDouble());
        } else if (dice < 0.18 && s.paragraphs.get(k).words.size() > 8) {
          Paragraph rest = new Paragraph();
          Paragraph p = s.paragraphs.get(k);
          int cut = 3 + random.nextInt(p.words.size() - 6);
          rest.words = new ArrayList<>(p.words.subList(cut, p.words.size()));
          p.words = new ArrayList<>(p.words.subList(0, cut));
          s.paragraphs.add(k + 1, rest);
        } else if (dice < 0.19 && k + 1 < s.paragraphs.size()) {
          s.paragraphs.get(k).words.addAll(s.paragraphs.remove(k + 1).words);
        } else if (dice < 0.20 && s.paragraphs.size() > 2) {
          Scene other = scenes.get(random.nextInt(scenes.size()));
          Paragraph p = s.paragraphs.remove(k--);
          other.paragraphs.add(random.nextInt(other.paragraphs.size() + 1), p);
        }
      }
    }
    int some = Math.max(1, (int) (scenes.size() * 0.02 * amount));
    for (int i = 0; i < some; i++) {
      scenes.add(random.nextInt(scenes.size()), scene(random.nextInt(50), 8));
      scenes.remove(random.nextInt(scenes.size()));
      Scene moved = scenes.remove(random.nextInt(scenes.size()));
      scenes.add(random.nextInt(scenes.size()), moved);
      scenes.get(random.nextInt(scenes.size())).heading =
          "EXT. SOMEWHERE ELSE " + random.nextInt(9) + " - DUSK";
    }
    for (int i = 0; i < scenes.size(); i++) {
      scenes.get(i).number = Integer.toString(i + 1);
    }
  }

  private void reword(Paragraph p, double share) {
    List<Word> out = new ArrayList<>();
    for (Word w : p.words) {
      double dice = random.nextDouble();
      if (dice < share * 0.5) {
        out.add(new Word(w.id(), begins.get(random.nextInt(begins.size())) + "ly", true));
      } else if (dice < share * 0.8) {
        out.add(w);
        List<String> follow = after.getOrDefault(w.text(), begins);
        out.add(new Word(next++, follow.get(random.nextInt(follow.size())), false));
      } else if (dice >= share) {
        out.add(w);
      }
    }
    p.words = out.isEmpty() ? p.words : out;
  }

  /**
   * Where a mark's words are now: from, to, and how many of them are left as they were; null when
   * none is, nor any put for it.
   */
  int[] truth(Mark mark) {
    Set<Integer> ids = new HashSet<>(mark.ids());
    List<int[]> left =
        at.entrySet().stream()
            .filter(e -> ids.contains(e.getKey()))
            .map(Map.Entry::getValue)
            .toList();
    if (left.isEmpty()) {
      return null;
    }
    return new int[] {
      left.stream().mapToInt(x -> x[0]).min().orElseThrow(),
      left.stream().mapToInt(x -> x[1]).max().orElseThrow(),
      (int) left.stream().filter(x -> x[2] == 0).count()
    };
  }
}
