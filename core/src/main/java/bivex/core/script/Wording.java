package bivex.core.script;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/**
 * The printed words of a screenplay in order, as numbers that are the same for the same word in
 * both drafts compared.
 */
final class Wording {
  /** Number of each word. */
  final int[] word;

  /** Offset in the source of its first character. */
  final int[] start;

  /** Offset after its last. */
  final int[] end;

  /** Where it begins in the text of its paragraph. */
  final int[] inText;

  /** First word of each paragraph, and one past the last word at the end. */
  final int[] paragraph;

  /**
   * Index of the first paragraph of each scene, and one past the last at the end; what is before
   * the first scene belongs to none.
   */
  final int[] scene;

  /** Which paragraphs are action. */
  final BitSet action = new BitSet();

  /** What is printed in each paragraph. */
  final List<String> text;

  /** Offset in the source of each paragraph. */
  final int[] at;

  Wording(Screenplay play, Map<String, Integer> numbers) {
    int n = 0;
    int[] w = new int[1024];
    int[] s = new int[1024];
    int[] e = new int[1024];
    int[] t = new int[1024];
    List<Integer> paragraphs = new ArrayList<>();
    List<String> texts = new ArrayList<>();
    List<Integer> places = new ArrayList<>();
    int[] scenes = new int[play.scenes().size() + 1];
    int last = -1;
    for (Screenplay.Element element : play.elements()) {
      if (element.runs().isEmpty()) {
        continue;
      }
      while (last < element.scene()) {
        scenes[++last] = paragraphs.size();
      }
      action.set(paragraphs.size(), element.kind() == Screenplay.Kind.ACTION);
      paragraphs.add(n);
      String text = element.text();
      texts.add(text);
      places.add(element.runs().get(0).start());
      int[] where = where(element, text.length());
      int from = 0;
      while (from < text.length()) {
        if (!letter(text.charAt(from))) {
          from++;
          continue;
        }
        int to = from + 1;
        while (to < text.length()
            && (letter(text.charAt(to))
                || "'’".indexOf(text.charAt(to)) >= 0
                    && to + 1 < text.length()
                    && letter(text.charAt(to + 1)))) {
          to++;
        }
        if (n == w.length) {
          w = Arrays.copyOf(w, 2 * n);
          s = Arrays.copyOf(s, 2 * n);
          e = Arrays.copyOf(e, 2 * n);
          t = Arrays.copyOf(t, 2 * n);
        }
        w[n] =
            numbers.computeIfAbsent(
                text.substring(from, to).toLowerCase(Locale.ROOT), k -> numbers.size());
        s[n] = where[from];
        e[n] = where[to - 1] + 1;
        t[n++] = from;
        from = to;
      }
    }
    paragraphs.add(n);
    scenes[play.scenes().size()] = paragraphs.size() - 1;
    word = Arrays.copyOf(w, n);
    start = Arrays.copyOf(s, n);
    end = Arrays.copyOf(e, n);
    inText = Arrays.copyOf(t, n);
    paragraph = paragraphs.stream().mapToInt(Integer::intValue).toArray();
    text = texts;
    at = places.stream().mapToInt(Integer::intValue).toArray();
    scene = scenes;
  }

  /** First word that ends after an offset. */
  int from(int offset) {
    int lo = 0;
    int hi = word.length;
    while (lo < hi) {
      int mid = (lo + hi) / 2;
      if (end[mid] > offset) {
        hi = mid;
      } else {
        lo = mid + 1;
      }
    }
    return lo;
  }

  /** One past the last word that begins before an offset. */
  int to(int offset) {
    int lo = 0;
    int hi = word.length;
    while (lo < hi) {
      int mid = (lo + hi) / 2;
      if (start[mid] >= offset) {
        hi = mid;
      } else {
        lo = mid + 1;
      }
    }
    return lo;
  }

  /** Paragraph of a word. */
  int paragraphOf(int w) {
    int at = Arrays.binarySearch(paragraph, w);
    if (at < 0) {
      return -at - 2;
    }
    // Paragraphs without a word begin at the same word as the one after them.
    while (at + 1 < paragraph.length && paragraph[at + 1] == w) {
      at++;
    }
    return at;
  }

  /** Scene of a paragraph, −1 before the first. */
  int sceneOf(int p) {
    int found = -1;
    for (int i = 0; i + 1 < scene.length && scene[i] <= p; i++) {
      found = i;
    }
    return found;
  }

  private static boolean letter(char c) {
    return Character.isLetterOrDigit(c);
  }

  /** Offset in the source of each printed character. */
  private static int[] where(Screenplay.Element e, int length) {
    int[] out = new int[length];
    int n = 0;
    for (Screenplay.Run r : e.runs()) {
      for (int k = 0; k < r.text().length(); k++) {
        out[n++] = r.start() + k;
      }
    }
    return out;
  }
}
