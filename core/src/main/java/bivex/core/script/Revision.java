package bivex.core.script;

import bivex.core.Rising;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/**
 * What a new draft did to the one before: which scene became which, what stands there now, and
 * where the words of a mark are. Scenes are paired by the words they share, paragraphs within them
 * by the longest common order, and what lies between by its single words.
 *
 * <p>Nothing doubtful is decided: where the words are half gone, stand in two places, or others
 * stand in their place, the answer is {@link Standing#ASKED} with a proposal. How often it is right
 * is measured in its test and told in the handbook.
 */
public final class Revision {
  /**
   * Share of a mark's weight in words that must be there for it to be the same moment, reworded.
   */
  private static final double SAME_MOMENT = 0.6;

  /** Below this share it is not the same moment any more. */
  private static final double DOUBTFUL = 0.3;

  /** Likelihood from which another telling is taken for the same moment. */
  private static final double SURE = 0.97;

  /** The same, where nothing else in the draft is nearly as like it. */
  private static final double LIKELY = 0.8;

  private static final double CLEAR = 1.5;

  /** So like it must be by itself: the right place alone makes nothing the same. */
  private static final double ALIKE = 2;

  /** So many words must be gone before it is proposed that the moment is. */
  private static final int ENOUGH = 5;

  /** From here it is worth asking. */
  private static final double POSSIBLE = 0.05;

  /** In more places than this a pair of words says nothing about where it belongs. */
  private static final int EVERYWHERE = 200;

  /** What became of something. */
  public enum Standing {
    UNCHANGED,
    MOVED,
    REWORDED,
    ASKED,
    /** Nothing is like it; that the moment is gone is proposed. */
    GONE,
    /** Nobody knows. */
    LOST
  }

  /**
   * A mark in the new draft.
   *
   * @param anchor where it stands, or what is proposed; null when there is nothing
   * @param kept share of its words that are still there, 0 to 1, rare words counting more
   * @param reason why it stands so, in words
   */
  public record Carried(Standing standing, Anchor anchor, double kept, String reason) {}

  /**
   * @param changed whether the other draft does not have it
   */
  public record Piece(String text, boolean changed) {}

  public enum RowKind {
    SAME,
    CHANGED,
    GONE,
    ADDED
  }

  /** A paragraph of both drafts side by side; the empty list where one has none. */
  public record Row(RowKind kind, List<Piece> before, List<Piece> now) {}

  public enum SceneKind {
    SAME,
    CHANGED,
    ADDED,
    GONE
  }

  /**
   * @param before scene of the old draft, null when it is new
   * @param now scene of the new draft, null when it is gone
   * @param moved whether it stands in another order
   * @param rows its paragraphs, side by side
   */
  public record SceneChange(
      SceneKind kind,
      Screenplay.Scene before,
      Screenplay.Scene now,
      boolean moved,
      List<Row> rows) {
    public boolean renumbered() {
      return before != null && now != null && !before.number().equals(now.number());
    }
  }

  private final String oldSource;
  private final String newSource;
  private final Screenplay oldPlay;
  private final Screenplay newPlay;
  private final Wording a;
  private final Wording b;
  private final double[] weight;

  /** New scene of each old one, −1 for none; and the other way round. */
  private final int[] sceneTo;

  private final int[] sceneFrom;
  private final boolean[] sceneMoved;

  /** New paragraph of each old one where it is word for word the same, −1 for none. */
  private final int[] same;

  private final int[] sameBack;

  /** New word of each old one, −1 for none. */
  private final int[] to;

  private Map<Long, int[]> places;
  private final List<float[]> oldMeanings;
  private final List<float[]> newMeanings;

  /** Whether what sentences mean is known of both drafts. */
  private final boolean meant;

  private Retelling retelling;
  private List<ActionSentence> oldSentences;
  private List<ActionSentence> newSentences;

  /**
   * @param before source of the old draft
   * @param now source of the new one; both as {@link ScriptFile#clean} leaves them
   */
  public Revision(String before, Screenplay beforePlay, String now, Screenplay nowPlay) {
    this(before, beforePlay, List.of(), now, nowPlay, List.of());
  }

  /**
   * @param beforeMeanings of the old draft's {@link ActionSentence}s in their order, as directions
   *     of length one; empty when they are not known
   * @param nowMeanings the same of the new draft
   */
  public Revision(
      String before,
      Screenplay beforePlay,
      List<float[]> beforeMeanings,
      String now,
      Screenplay nowPlay,
      List<float[]> nowMeanings) {
    meant = !beforeMeanings.isEmpty() && !nowMeanings.isEmpty();
    oldMeanings = meant ? beforeMeanings : List.of();
    newMeanings = meant ? nowMeanings : List.of();
    oldSource = before;
    newSource = now;
    oldPlay = beforePlay;
    newPlay = nowPlay;
    Map<String, Integer> numbers = new HashMap<>();
    a = new Wording(oldPlay, numbers);
    b = new Wording(newPlay, numbers);
    weight = weights(numbers.size());
    sceneTo = new int[oldPlay.scenes().size()];
    sceneFrom = new int[newPlay.scenes().size()];
    Arrays.fill(sceneTo, -1);
    Arrays.fill(sceneFrom, -1);
    pairScenes();
    sceneMoved = moved(sceneTo);
    same = new int[a.text.size()];
    sameBack = new int[b.text.size()];
    Arrays.fill(same, -1);
    Arrays.fill(sameBack, -1);
    to = new int[a.word.length];
    Arrays.fill(to, -1);
    pairParagraphs();
  }

  private double[] weights(int numbers) {
    int[] count = new int[numbers];
    for (int w : a.word) {
      count[w]++;
    }
    for (int w : b.word) {
      count[w]++;
    }
    double all = a.word.length + b.word.length + 1.0;
    double[] out = new double[numbers];
    for (int i = 0; i < numbers; i++) {
      out[i] = Math.max(0.2, Math.log(all / (count[i] + 1)) / Math.log(all));
    }
    return out;
  }

  // --- scenes
  // ---------------------------------------------------------------------------------------------------------

  private record Pair(int old, int now, double score) {}

  /**
   * Pairs scenes by the neighbouring words they share, best first; what is left by heading, in
   * order.
   */
  private void pairScenes() {
    int n = sceneTo.length;
    int m = sceneFrom.length;
    Map<Long, int[]> in = new HashMap<>();
    int[] size = new int[n];
    for (int i = 0; i < n; i++) {
      for (int w = first(a, i); w + 1 < last(a, i); w++) {
        in.merge(pair(a, w), new int[] {i}, Revision::joined);
        size[i]++;
      }
    }
    List<Pair> pairs = new ArrayList<>();
    for (int j = 0; j < m; j++) {
      double[] shared = new double[n];
      int total = 0;
      for (int w = first(b, j); w + 1 < last(b, j); w++) {
        total++;
        int[] where = in.get(pair(b, w));
        if (where != null && where.length <= EVERYWHERE) {
          int seen = -1;
          for (int i : where) {
            // A pair of words that stands everywhere says little about any scene.
            shared[i] += i == seen ? 0 : 1.0 / Math.min(4, where.length);
            seen = i;
          }
        }
      }
      for (int i = 0; i < n; i++) {
        double score =
            shared[i] * 2 / Math.max(1, size[i] + total)
                + (heading(i, j) ? 0.2 : 0)
                + (oldPlay.scenes().get(i).number().equals(newPlay.scenes().get(j).number())
                    ? 0.05
                    : 0);
        if (score > 0.24) {
          pairs.add(new Pair(i, j, score));
        }
      }
    }
    pairs.sort(
        Comparator.comparingDouble(Pair::score)
            .reversed()
            .thenComparingInt(p -> Math.abs(p.old() - p.now())));
    for (Pair p : pairs) {
      if (sceneTo[p.old()] < 0 && sceneFrom[p.now()] < 0) {
        sceneTo[p.old()] = p.now();
        sceneFrom[p.now()] = p.old();
      }
    }
    Map<String, Deque<Integer>> free = new HashMap<>();
    for (int j = 0; j < m; j++) {
      if (sceneFrom[j] < 0) {
        free.computeIfAbsent(
                newPlay.scenes().get(j).heading().toLowerCase(Locale.ROOT), k -> new ArrayDeque<>())
            .add(j);
      }
    }
    for (int i = 0; i < n; i++) {
      Deque<Integer> same =
          sceneTo[i] < 0
              ? free.get(oldPlay.scenes().get(i).heading().toLowerCase(Locale.ROOT))
              : null;
      if (same != null && !same.isEmpty()) {
        sceneTo[i] = same.poll();
        sceneFrom[sceneTo[i]] = i;
      }
    }
  }

  private boolean heading(int i, int j) {
    return oldPlay.scenes().get(i).heading().equalsIgnoreCase(newPlay.scenes().get(j).heading());
  }

  private static int first(Wording w, int scene) {
    return w.paragraph[w.scene[scene]];
  }

  private static int last(Wording w, int scene) {
    return w.paragraph[w.scene[scene + 1]];
  }

  private static long pair(Wording w, int at) {
    return (long) w.word[at] << 32 | w.word[at + 1];
  }

  /**
   * The first of them; what stands in more places than this says nothing about any, and is told by
   * there being so many.
   */
  private static int[] joined(int[] x, int[] y) {
    if (x.length > EVERYWHERE) {
      return x;
    }
    int[] out = Arrays.copyOf(x, x.length + y.length);
    System.arraycopy(y, 0, out, x.length, y.length);
    return out;
  }

  /**
   * Which of those that are paired are not in the longest rising order: the fewest that must have
   * been moved.
   */
  private static boolean[] moved(int[] to) {
    boolean[] out = Rising.longest(to);
    for (int i = 0; i < to.length; i++) {
      out[i] = to[i] >= 0 && !out[i];
    }
    return out;
  }

  // --- paragraphs and words
  // -------------------------------------------------------------------------------------------

  private void pairParagraphs() {
    Map<String, Integer> texts = new HashMap<>();
    int[] x = new int[a.text.size()];
    int[] y = new int[b.text.size()];
    for (int i = 0; i < x.length; i++) {
      x[i] = texts.computeIfAbsent(plain(a.text.get(i)), k -> texts.size());
    }
    for (int j = 0; j < y.length; j++) {
      y[j] = texts.computeIfAbsent(plain(b.text.get(j)), k -> texts.size());
    }
    double[] length = new double[texts.size()];
    texts.forEach((t, k) -> length[k] = 1 + t.length());
    pairParagraphs(x, 0, a.scene[0], y, 0, b.scene[0], length);
    for (int i = 0; i < sceneTo.length; i++) {
      if (sceneTo[i] >= 0) {
        pairParagraphs(
            x, a.scene[i], a.scene[i + 1], y, b.scene[sceneTo[i]], b.scene[sceneTo[i] + 1], length);
      }
    }
    // A paragraph that went to another scene as it was.
    Map<Integer, List<Integer>> left = new HashMap<>();
    for (int j = 0; j < y.length; j++) {
      if (sameBack[j] < 0) {
        left.computeIfAbsent(y[j], k -> new ArrayList<>()).add(j);
      }
    }
    Map<Integer, Integer> wanted = new HashMap<>();
    for (int i = 0; i < x.length; i++) {
      wanted.merge(x[i], same[i] < 0 ? 1 : 0, Integer::sum);
    }
    for (int i = 0; i < x.length; i++) {
      List<Integer> js = same[i] < 0 ? left.get(x[i]) : null;
      if (js != null
          && js.size() == 1
          && wanted.get(x[i]) == 1
          && a.paragraph[i + 1] - a.paragraph[i] >= 3) {
        keep(i, js.get(0));
      }
    }
  }

  private void pairParagraphs(int[] x, int x0, int x1, int[] y, int y0, int y1, double[] length) {
    int[] pairs = Alignment.of(x, x0, x1, y, y0, y1, length);
    int fromX = x0;
    int fromY = y0;
    for (int i = x0; i <= x1; i++) {
      int j = i == x1 ? y1 : pairs[i - x0];
      if (j >= 0) {
        pairWords(a.paragraph[fromX], a.paragraph[i], b.paragraph[fromY], b.paragraph[j]);
        if (i < x1) {
          keep(i, j);
        }
        fromX = i + 1;
        fromY = j + 1;
      }
    }
  }

  private void keep(int i, int j) {
    same[i] = j;
    sameBack[j] = i;
    for (int w = a.paragraph[i]; w < a.paragraph[i + 1]; w++) {
      to[w] = b.paragraph[j] + w - a.paragraph[i];
    }
  }

  private void pairWords(int a0, int a1, int b0, int b1) {
    if (a0 < a1 && b0 < b1) {
      int[] found = Alignment.of(a.word, a0, a1, b.word, b0, b1, weight);
      Alignment.withoutStrays(found, a.word, a0, weight, 0.5);
      System.arraycopy(found, 0, to, a0, a1 - a0);
    }
  }

  private static String plain(String text) {
    return text.strip().replaceAll("\\s+", " ");
  }

  // --- marks
  // ----------------------------------------------------------------------------------------------------------

  /**
   * Walks through both drafts, which takes its time; done at the first mark that needs it.
   *
   * @throws IllegalArgumentException if the meanings are of other drafts
   */
  public void read() {
    if (retelling == null) {
      split();
      retelling =
          new Retelling(oldPlay, oldSentences, oldMeanings, newPlay, newSentences, newMeanings);
    }
  }

  private void split() {
    if (oldSentences == null) {
      oldSentences = ActionSentence.of(oldPlay);
      newSentences = ActionSentence.of(newPlay);
    }
  }

  /** Where a mark of the old draft stands in the new one. */
  public Carried carry(Anchor mark) {
    Carried words = byWords(mark);
    if (words.standing() != Standing.ASKED && words.standing() != Standing.LOST) {
      return words;
    }
    read();
    Retelling.Told told = retelling.of(mark.start(), mark.end());
    return told == null ? words : retold(mark, words, told);
  }

  /** What is not decided by the words, by what tells the same in others. */
  private Carried retold(Anchor mark, Carried words, Retelling.Told told) {
    boolean open = words.standing() == Standing.ASKED;
    // Equal words in two places are not told apart by what is like them.
    if (open && words.kept() > 0.9) {
      return words;
    }
    boolean sure =
        // By words alone it is only proposed: what is sure is not looked for again.
        meant
            && told.like() >= ALIKE
            && (told.likely() >= SURE || told.likely() >= LIKELY && told.clear() >= CLEAR);
    if (sure || told.likely() >= POSSIBLE) {
      Anchor there = on(told.start(), told.end());
      boolean other = moved(a.from(mark.start()), b.from(told.start()));
      String place = other ? "now in scene " + scene(there) + ", " : "";
      return sure
          ? new Carried(Standing.REWORDED, there, words.kept(), place + "told in other words")
          : new Carried(Standing.ASKED, there, words.kept(), place + "perhaps told in other words");
    }
    if (open) {
      return words;
    }
    int scene = a.sceneOf(a.paragraphOf(a.from(mark.start())));
    boolean cut = scene >= 0 && sceneTo[scene] < 0;
    // Of a few words, nobody can say that nothing tells them; nor by words alone.
    boolean enough = meant && a.to(mark.end()) - a.from(mark.start()) >= ENOUGH;
    return enough && told.gone() >= (cut ? LIKELY : SURE)
        ? new Carried(
            Standing.GONE,
            null,
            words.kept(),
            cut ? "its scene is not in this draft" : "nothing in this draft comes near it")
        : new Carried(Standing.LOST, null, words.kept(), "nothing in this draft is sure to be it");
  }

  private Carried byWords(Anchor mark) {
    Carried c = carried(mark);
    int w0 = a.from(mark.start());
    if (c.standing() != Standing.ASKED
        || w0 >= a.to(mark.end())
        || !a.action.get(a.paragraphOf(w0))) {
      return c;
    }
    int from = b.from(c.anchor().start());
    int until = b.to(c.anchor().end());
    int[] action = longestAction(from, until);
    if (action[0] == action[1]) {
      return new Carried(Standing.LOST, null, c.kept(), "only what is said is left of it");
    }
    Anchor there =
        action[0] == from && action[1] == until
            ? c.anchor()
            : on(b.start[action[0]], sentenceEnd(b.end[action[1] - 1]));
    return new Carried(
        Standing.ASKED,
        // Where hardly a word is left, part of a sentence is no proposal.
        c.kept() < DOUBTFUL || sentences(mark) ? inSentences(there) : there,
        c.kept(),
        c.reason());
  }

  private Anchor on(int start, int end) {
    return new Anchor(start, end, newSource.substring(start, end));
  }

  /** Whether a mark begins with a sentence and ends with one. */
  private boolean sentences(Anchor mark) {
    split();
    return oldSentences.stream().anyMatch(s -> s.start() == mark.start())
        && oldSentences.stream().anyMatch(s -> s.end() == mark.end());
  }

  /** The sentences of which most is in it; where there is none, the one it has most of. */
  private Anchor inSentences(Anchor there) {
    int start = Integer.MAX_VALUE;
    int end = -1;
    ActionSentence most = null;
    int share = 0;
    split();
    for (ActionSentence s : newSentences) {
      int in = Math.min(s.end(), there.end()) - Math.max(s.start(), there.start());
      if (2 * in >= s.end() - s.start()) {
        start = Math.min(start, s.start());
        end = Math.max(end, s.end());
      }
      if (in > share) {
        share = in;
        most = s;
      }
    }
    if (most == null) {
      return there;
    }
    return end < 0 ? on(most.start(), most.end()) : on(start, end);
  }

  private int sentenceEnd(int at) {
    int end = at;
    while (end < newSource.length() && ".!?,;:”\"".indexOf(newSource.charAt(end)) >= 0) {
      end++;
    }
    return end;
  }

  private Carried carried(Anchor mark) {
    int w0 = a.from(mark.start());
    int w1 = a.to(mark.end());
    if (w0 >= w1) {
      return new Carried(Standing.LOST, null, 0, "it marks no word");
    }
    double all = 0;
    double kept = 0;
    int first = -1;
    int last = -1;
    boolean order = true;
    for (int w = w0; w < w1; w++) {
      all += weight[a.word[w]];
      if (to[w] >= 0) {
        kept += weight[a.word[w]];
        order &= to[w] > last;
        first = first < 0 ? to[w] : Math.min(first, to[w]);
        last = Math.max(last, to[w]);
      }
    }
    double share = kept / all;
    if (share < SAME_MOMENT || !order || last - first + 1 > 2 * (w1 - w0) + 8) {
      Carried elsewhere = search(mark, w0, w1, all);
      if (elsewhere != null && elsewhere.kept() > share + 0.1) {
        return elsewhere;
      }
    }
    if (share >= SAME_MOMENT && order && last - first + 1 <= 2 * (w1 - w0) + 8) {
      Anchor there = spread(mark, w0, w1);
      boolean exact =
          Anchor.printed(newSource.substring(there.start(), there.end()))
              .equals(Anchor.printed(oldSource.substring(mark.start(), mark.end())));
      if (exact && twice(w0, there)) {
        return new Carried(
            Standing.ASKED,
            there,
            share,
            "the same words stand there more than once, and one of them is gone");
      }
      boolean elsewhere = moved(w0, first);
      String place = elsewhere ? "now in scene " + scene(there) : "";
      return exact
          ? new Carried(elsewhere ? Standing.MOVED : Standing.UNCHANGED, there, 1, place)
          : new Carried(
              Standing.REWORDED,
              there,
              share,
              elsewhere ? place + ", with other words" : "other words");
    }
    if (share >= DOUBTFUL && first >= 0) {
      return new Carried(
          Standing.ASKED,
          spread(mark, w0, w1),
          share,
          Math.round(share * 100) + " % of the words are left");
    }
    Anchor instead = instead(w0, w1);
    return instead == null
        ? new Carried(Standing.LOST, null, share, "the words are gone")
        : new Carried(Standing.ASKED, instead, share, "other words stand in their place");
  }

  private boolean moved(int oldWord, int newWord) {
    int p = a.paragraphOf(oldWord);
    int q = b.paragraphOf(newWord);
    int s = a.sceneOf(p);
    return s < 0 || sceneTo[s] != b.sceneOf(q) || sceneMoved[s];
  }

  private String scene(Anchor there) {
    Screenplay.Scene s = newPlay.sceneAt(there.start());
    return s == null ? "none" : s.number();
  }

  /**
   * From just after the word before the mark to just before the word after it, so that words that
   * were put for others are in it.
   */
  private Anchor spread(Anchor mark, int w0, int w1) {
    int p0 = a.paragraph[a.paragraphOf(w0)];
    int p1 = a.paragraph[a.paragraphOf(w1 - 1) + 1];
    int first = first(w0, w1);
    int last = last(w0, w1);
    int from = first;
    if (to[w0] < 0) {
      int lead = w0;
      while (lead < w1 && to[lead] < 0) {
        lead++;
      }
      int before = w0 - 1;
      while (before >= p0 && to[before] < 0) {
        before--;
      }
      // Words put for those at the beginning: as far back as the word before, but no further than
      // the paragraph or twice as many.
      int floor =
          Math.max(
              before >= p0 ? to[before] + 1 : 0,
              Math.max(b.paragraph[b.paragraphOf(first)], first - 2 * (lead - w0) - 1));
      from = floor <= first ? floor : first;
    }
    int until = last;
    if (to[w1 - 1] < 0) {
      int tail = w1 - 1;
      while (tail >= w0 && to[tail] < 0) {
        tail--;
      }
      int after = w1;
      while (after < p1 && to[after] < 0) {
        after++;
      }
      int ceiling =
          Math.min(
              after < p1 ? to[after] - 1 : Integer.MAX_VALUE,
              Math.min(b.paragraph[b.paragraphOf(last) + 1] - 1, last + 2 * (w1 - 1 - tail) + 1));
      until = ceiling >= last ? ceiling : last;
    }
    int start = b.start[from];
    int end = b.end[until];
    if (to[w0] == from) {
      int inside = mark.start() - a.start[w0];
      start +=
          inside > 0
              ? Math.min(inside, b.end[from] - b.start[from] - 1)
              : -punctuation(-inside, newSource, start, true);
    }
    if (to[w1 - 1] == until && mark.end() < a.end[w1 - 1]) {
      end -= a.end[w1 - 1] - mark.end();
    } else {
      end += punctuation(mark.end() - a.end[w1 - 1], newSource, end, false);
    }
    return new Anchor(start, end, newSource.substring(start, end));
  }

  /**
   * How many signs that are no words go with a mark at one of its ends: those the old mark had, as
   * far as the new draft has such.
   */
  private static int punctuation(int most, String now, int at, boolean before) {
    int n = 0;
    while (n < most) {
      int k = before ? at - n - 1 : at + n;
      if (k < 0
          || k >= now.length()
          || now.charAt(k) == '\n'
          || Character.isLetterOrDigit(now.charAt(k))
          || Character.isWhitespace(now.charAt(k))
          || now.charAt(k) == '[') {
        break;
      }
      n++;
    }
    return n;
  }

  private int first(int w0, int w1) {
    int out = Integer.MAX_VALUE;
    for (int w = w0; w < w1; w++) {
      out = to[w] >= 0 ? Math.min(out, to[w]) : out;
    }
    return out;
  }

  private int last(int w0, int w1) {
    int out = -1;
    for (int w = w0; w < w1; w++) {
      out = Math.max(out, to[w]);
    }
    return out;
  }

  /**
   * Whether a mark's whole paragraph stands more than once in its old scene, was thinned out, and
   * has lost its neighbour: then nobody can say which is left.
   */
  private boolean twice(int w0, Anchor there) {
    int p = a.paragraphOf(w0);
    int s = a.sceneOf(p);
    if (s < 0 || sceneTo[s] < 0) {
      return false;
    }
    String text = plain(a.text.get(p));
    int old = count(a, s, text);
    int now = count(b, sceneTo[s], text);
    if (old <= now || old < 2) {
      return false;
    }
    int q = b.paragraphOf(b.from(there.start()));
    boolean before = p > 0 && q > 0 && same[p - 1] == q - 1;
    boolean after = p + 1 < same.length && same[p + 1] == q + 1;
    return !(before && after);
  }

  private static int count(Wording w, int scene, String text) {
    int n = 0;
    for (int p = w.scene[scene]; p < w.scene[scene + 1]; p++) {
      n += plain(w.text.get(p)).equals(text) ? 1 : 0;
    }
    return n;
  }

  /** What stands between the neighbours of words that are gone; null when nothing does. */
  private Anchor instead(int w0, int w1) {
    int p = a.paragraphOf(w0);
    int s = a.sceneOf(p);
    int before = w0 - 1;
    while (before >= 0 && to[before] < 0) {
      before--;
    }
    int after = w1;
    while (after < to.length && to[after] < 0) {
      after++;
    }
    if (s < 0 || sceneTo[s] < 0 || before < 0 || a.sceneOf(a.paragraphOf(before)) != s) {
      return null;
    }
    int from = to[before] + 1;
    int until = after < to.length && to[after] > to[before] ? to[after] : last(b, sceneTo[s]);
    until = Math.min(until, last(b, sceneTo[s]));
    int words = until - from;
    // Much more or much less than was marked is not in its place, it is something else.
    if (words < Math.max(1, (w1 - w0) / 3) || words > 3 * (w1 - w0) + 6) {
      return null;
    }
    int end = sentenceEnd(b.end[until - 1]);
    return new Anchor(b.start[from], end, newSource.substring(b.start[from], end));
  }

  /** The most words in a row that are action: what was seen is not now what somebody says. */
  private int[] longestAction(int from, int until) {
    int[] best = {from, from};
    int at = from;
    while (at < until) {
      int q = b.paragraphOf(at);
      int begin = at;
      while (at < until && b.action.get(b.paragraphOf(at))) {
        at = Math.min(until, b.paragraph[b.paragraphOf(at) + 1]);
      }
      if (at - begin > best[1] - best[0]) {
        best = new int[] {begin, at};
      }
      at = at == begin ? Math.min(until, b.paragraph[q + 1]) : at;
    }
    return best;
  }

  /**
   * Looks for the words of a mark everywhere in the new draft that no other paragraph has a better
   * claim to.
   */
  private Carried search(Anchor mark, int w0, int w1, double all) {
    if (w1 - w0 < 3) {
      return null;
    }
    if (places == null) {
      places = new HashMap<>();
      for (int j = 0; j + 1 < b.word.length; j++) {
        places.merge(pair(b, j), new int[] {j}, Revision::joined);
      }
    }
    Map<Integer, Double> votes = new HashMap<>();
    for (int w = w0; w + 1 < w1; w++) {
      int[] where = places.get(pair(a, w));
      if (where == null || where.length > EVERYWHERE) {
        continue;
      }
      for (int j : where) {
        int claimed = sameBack[b.paragraphOf(j)];
        if (claimed < 0 || claimed == a.paragraphOf(w)) {
          votes.merge(
              (j - (w - w0)) >> 2,
              (weight[a.word[w]] + weight[a.word[w + 1]]) / where.length,
              Double::sum);
        }
      }
    }
    List<Map.Entry<Integer, Double>> best =
        votes.entrySet().stream()
            .sorted(
                Map.Entry.<Integer, Double>comparingByValue()
                    .reversed()
                    .thenComparing(Map.Entry.comparingByKey()))
            .limit(8)
            .toList();
    Carried found = null;
    Carried second = null;
    for (Map.Entry<Integer, Double> v : best) {
      Carried c = at(mark, w0, w1, all, v.getKey() << 2);
      if (c == null || found != null && overlaps(found.anchor(), c.anchor())) {
        continue;
      }
      if (found == null || c.kept() > found.kept()) {
        second = found;
        found = c;
      } else if (second == null || c.kept() > second.kept()) {
        second = c;
      }
    }
    if (found == null || found.kept() < 0.5) {
      return null;
    }
    if (second != null && second.kept() > found.kept() - 0.15) {
      return new Carried(
          Standing.ASKED,
          found.anchor(),
          found.kept(),
          "the words stand in scene "
              + scene(found.anchor())
              + " and in scene "
              + scene(second.anchor()));
    }
    return found;
  }

  private static boolean overlaps(Anchor x, Anchor y) {
    return x.start() < y.end() && y.start() < x.end();
  }

  /** The mark laid on words around a place, or null when few are there. */
  private Carried at(Anchor mark, int w0, int w1, double all, int place) {
    int n = w1 - w0;
    int from = Math.max(0, place - 8);
    int until = Math.min(b.word.length, place + n + 12);
    if (from >= until) {
      return null;
    }
    int[] found = Alignment.of(a.word, w0, w1, b.word, from, until, weight);
    Alignment.withoutStrays(found, a.word, w0, weight, 0.75);
    double kept = 0;
    int first = -1;
    int last = -1;
    int words = 0;
    for (int i = 0; i < n; i++) {
      if (found[i] >= 0) {
        kept += weight[a.word[w0 + i]];
        first = first < 0 ? found[i] : first;
        last = found[i];
        words++;
      }
    }
    if (first < 0) {
      return null;
    }
    int end = b.end[last];
    end +=
        found[n - 1] == last ? punctuation(mark.end() - a.end[w1 - 1], newSource, end, false) : 0;
    int start = b.start[first];
    Anchor there = new Anchor(start, end, newSource.substring(start, end));
    boolean exact = words == n && last - first + 1 == n;
    double share = kept / all;
    if (exact && n >= 5) {
      return new Carried(Standing.MOVED, there, 1, "now in scene " + scene(there));
    }
    return new Carried(
        share >= 0.85 && n >= 5 ? Standing.REWORDED : Standing.ASKED,
        there,
        share,
        "now in scene " + scene(there) + ", " + Math.round(share * 100) + " % of the words");
  }

  // --- side by side
  // ---------------------------------------------------------------------------------------------------

  /**
   * Every scene of both drafts in the order of the new one, those that are gone where they stood.
   */
  public List<SceneChange> scenes() {
    List<SceneChange> out = new ArrayList<>();
    int gone = 0;
    for (int j = 0; j < sceneFrom.length; j++) {
      int i = sceneFrom[j];
      while (gone < sceneTo.length
          && (sceneTo[gone] < 0 || sceneMoved[gone])
          && (i < 0 || sceneMoved[i] || gone < i)) {
        if (sceneTo[gone] < 0) {
          out.add(gone(gone));
        }
        gone++;
      }
      if (i >= 0 && !sceneMoved[i]) {
        gone = Math.max(gone, i + 1);
      }
      out.add(i < 0 ? added(j) : both(i, j));
    }
    for (; gone < sceneTo.length; gone++) {
      if (sceneTo[gone] < 0) {
        out.add(gone(gone));
      }
    }
    return out;
  }

  private SceneChange gone(int i) {
    List<Row> rows = new ArrayList<>();
    for (int p = a.scene[i]; p < a.scene[i + 1]; p++) {
      rows.add(new Row(RowKind.GONE, List.of(new Piece(a.text.get(p), true)), List.of()));
    }
    return new SceneChange(SceneKind.GONE, oldPlay.scenes().get(i), null, false, rows);
  }

  private SceneChange added(int j) {
    List<Row> rows = new ArrayList<>();
    for (int q = b.scene[j]; q < b.scene[j + 1]; q++) {
      rows.add(new Row(RowKind.ADDED, List.of(), List.of(new Piece(b.text.get(q), true))));
    }
    return new SceneChange(SceneKind.ADDED, null, newPlay.scenes().get(j), false, rows);
  }

  private SceneChange both(int i, int j) {
    List<Row> rows = new ArrayList<>();
    int q = b.scene[j];
    for (int p = a.scene[i]; p < a.scene[i + 1]; p++) {
      int there = counterpart(p, q, b.scene[j + 1]);
      for (; there >= 0 && q < there; q++) {
        rows.add(new Row(RowKind.ADDED, List.of(), List.of(new Piece(b.text.get(q), true))));
      }
      if (there < 0) {
        rows.add(new Row(RowKind.GONE, List.of(new Piece(a.text.get(p), true)), List.of()));
      } else {
        q = there + 1;
        boolean equal = same[p] == there;
        rows.add(
            equal
                ? new Row(
                    RowKind.SAME,
                    List.of(new Piece(a.text.get(p), false)),
                    List.of(new Piece(b.text.get(there), false)))
                : changed(p, there));
      }
    }
    for (; q < b.scene[j + 1]; q++) {
      rows.add(new Row(RowKind.ADDED, List.of(), List.of(new Piece(b.text.get(q), true))));
    }
    boolean equal = rows.stream().allMatch(r -> r.kind() == RowKind.SAME);
    return new SceneChange(
        equal ? SceneKind.SAME : SceneKind.CHANGED,
        oldPlay.scenes().get(i),
        newPlay.scenes().get(j),
        sceneMoved[i],
        rows);
  }

  /** The new paragraph that has most of an old one's words, from q on; −1 when none has a third. */
  private int counterpart(int p, int q, int until) {
    if (same[p] >= q && same[p] < until) {
      return same[p];
    }
    Map<Integer, Integer> n = new HashMap<>();
    for (int w = a.paragraph[p]; w < a.paragraph[p + 1]; w++) {
      if (to[w] >= 0) {
        n.merge(b.paragraphOf(to[w]), 1, Integer::sum);
      }
    }
    int words = a.paragraph[p + 1] - a.paragraph[p];
    return n.entrySet().stream()
        .filter(
            e ->
                e.getKey() >= q
                    && e.getKey() < until
                    && sameBack[e.getKey()] < 0
                    && 3 * e.getValue() >= words)
        .max(Map.Entry.comparingByValue())
        .map(Map.Entry::getKey)
        .orElse(-1);
  }

  private Row changed(int p, int q) {
    boolean[] oldKept = new boolean[a.paragraph[p + 1] - a.paragraph[p]];
    boolean[] newKept = new boolean[b.paragraph[q + 1] - b.paragraph[q]];
    for (int w = a.paragraph[p]; w < a.paragraph[p + 1]; w++) {
      if (to[w] >= b.paragraph[q] && to[w] < b.paragraph[q + 1]) {
        oldKept[w - a.paragraph[p]] = true;
        newKept[to[w] - b.paragraph[q]] = true;
      }
    }
    return new Row(RowKind.CHANGED, pieces(a, p, oldKept), pieces(b, q, newKept));
  }

  /** The text of a paragraph cut where words begin or end to be kept. */
  private static List<Piece> pieces(Wording w, int p, boolean[] kept) {
    String text = w.text.get(p);
    if (kept.length == 0) {
      return List.of(new Piece(text, true));
    }
    List<Piece> out = new ArrayList<>();
    int from = 0;
    for (int k = 1; k <= kept.length; k++) {
      if (k == kept.length || kept[k] != kept[from]) {
        int begin = from == 0 ? 0 : w.inText[w.paragraph[p] + from];
        int end = k == kept.length ? text.length() : w.inText[w.paragraph[p] + k];
        out.add(new Piece(text.substring(begin, end), !kept[from]));
        from = k;
      }
    }
    return out;
  }
}
