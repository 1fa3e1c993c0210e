package bivex.core.script;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.regex.Pattern;

/**
 * Which sentence of a new draft tells what one of the old draft told, when hardly a word of it is
 * left. The two are taken for tellings of one tale: both are walked through in order, a sentence, a
 * speech or a heading at a time; what comes next is mostly told next, seldom elsewhere, and often
 * not at all. That is a hidden Markov model as in the alignment of translations (Vogel, Ney and
 * Tillmann, HMM-based word alignment in statistical translation, 1996), and the likelihoods are
 * worked out forward and backward (Rabiner, A tutorial on hidden Markov models, 1989).
 *
 * <p>How like two sentences are is weighed from their words and, where they are known, from their
 * meanings. The weights are round numbers, set by hand on six rewrites and measured on others; the
 * answer is a likelihood.
 */
final class Retelling {
  private static final Pattern NO_WORD = Pattern.compile("[^\\p{L}\\p{N}']+");
  private static final Pattern SHORT_FORM = Pattern.compile("'(?:s|ll|re|ve|d|m)?$");
  private static final String[] ENDINGS = {"ings", "ing", "edly", "ed", "es", "ly", "s"};

  /** Two drafts with more pairs of sentences are not walked through: some 250 pages each. */
  private static final long MOST = 40_000_000;

  /** So many are compared at once. */
  private static final int BLOCK = 24;

  /** Logarithm of the odds that one tells the other: when they share nothing, and what is known. */
  private static final double NOTHING = -6;

  private static final double NO_MEANING = -1;
  private static final double WORDS = 9;
  private static final double WITHIN = 7;
  private static final double MEANING = 12;

  /** Below this it is as good as impossible, and above it no surer. */
  private static final double LEAST = -3;

  private static final double MOST_LIKE = 12;

  /** How often something is not told any more. */
  private static final double NOT_TOLD = 0.45;

  /** How often what comes next is told anywhere else. */
  private static final double ELSEWHERE = 0.08;

  /** How often what comes next is told by the same one, the next, the one after that, and so on. */
  private static final double[] AHEAD = {0.12, 0.45, 0.18, 0.09, 0.05, 0.03, 0.02, 0.01};

  /** The same for the one before, and the one before that. */
  private static final double BACK = 0.02;

  /** From this likelihood on an old unit claims a new one. */
  private static final double CLAIM = 0.3;

  /** What is left of a likelihood where another has the better claim. */
  private static final double SHARED = 0.5;

  /** A sentence with fewer words than this is like many. */
  private static final int BEAT = 3;

  /** A name says little: it is often another in the next draft, and stands in every line. */
  private static final double NAME = 0.15;

  /** A sentence, a speech or a heading. */
  private record Unit(
      Screenplay.Element element, int start, int end, int[] words, float[] meaning) {
    boolean action() {
      return element.kind() == Screenplay.Kind.ACTION;
    }

    boolean heading() {
      return element.kind() == Screenplay.Kind.HEADING;
    }
  }

  /**
   * Where something is told.
   *
   * @param start of it in the new draft
   * @param likely that it is told there, 0 to 1
   * @param like how like it is, as a logarithm of odds; place is not counted
   * @param clear by how much, as a logarithm of odds, this is more like it than what is most like
   *     it elsewhere; place is not counted
   * @param gone likelihood that it is told nowhere
   */
  record Told(int start, int end, double likely, double like, double clear, double gone) {}

  private final List<Unit> old;
  private final List<Unit> now;
  private final double[] weight;

  /** The new units each old one may be told by, and how like they are, as logarithms of odds. */
  private final int[][] near;

  private final float[][] like;

  /** Likelihood that it is told there. */
  private final float[][] told;

  /** The old unit that each new one tells; −1 for none. */
  private final int[] claims;

  /** Whether a new unit is told by no old one, as far as can be seen. */
  private final boolean[] fresh;

  /**
   * @param beforeSentences of the old draft, in their order
   * @param beforeMeanings of each of them; empty when they are not known of both drafts
   * @param sentences of the new draft
   * @param meanings of each of them
   * @throws IllegalArgumentException if the meanings are of other sentences
   */
  Retelling(
      Screenplay before,
      List<ActionSentence> beforeSentences,
      List<float[]> beforeMeanings,
      Screenplay play,
      List<ActionSentence> sentences,
      List<float[]> meanings) {
    Map<String, Integer> numbers = new HashMap<>();
    old = units(before, beforeSentences, beforeMeanings, numbers);
    now = units(play, sentences, meanings, numbers);
    weight = weights(numbers, before, play);
    int m = (long) old.size() * now.size() <= MOST ? old.size() : 0;
    near = new int[m][];
    like = new float[m][];
    told = new float[m][];
    compare(m);
    double[] by = walk(m);
    claims = claims();
    fresh = new boolean[now.size()];
    for (int j = 0; j < by.length; j++) {
      fresh[j] = by[j] < CLAIM;
    }
  }

  private static List<Unit> units(
      Screenplay play,
      List<ActionSentence> sentences,
      List<float[]> meanings,
      Map<String, Integer> numbers) {
    if (!meanings.isEmpty() && meanings.size() != sentences.size()) {
      throw new IllegalArgumentException(
          meanings.size() + " meanings for " + sentences.size() + " sentences");
    }
    IdentityHashMap<Screenplay.Element, List<Integer>> of = new IdentityHashMap<>();
    for (int i = 0; i < sentences.size(); i++) {
      of.computeIfAbsent(sentences.get(i).element(), k -> new ArrayList<>()).add(i);
    }
    List<Unit> out = new ArrayList<>();
    for (Screenplay.Element e : play.elements()) {
      switch (e.kind()) {
        case ACTION -> {
          for (int i : of.getOrDefault(e, List.of())) {
            ActionSentence s = sentences.get(i);
            out.add(
                new Unit(
                    e,
                    s.start(),
                    s.end(),
                    words(s.text(), numbers),
                    meanings.isEmpty() ? null : meanings.get(i)));
          }
        }
        case HEADING, DIALOGUE, LYRIC ->
            out.add(new Unit(e, e.start(), e.end(), words(e.text(), numbers), null));
        default -> {}
      }
    }
    return out;
  }

  /** The words of a text without their endings, as numbers, each once. */
  private static int[] words(String text, Map<String, Integer> numbers) {
    return stems(text).stream()
        .mapToInt(s -> numbers.computeIfAbsent(s, k -> numbers.size()))
        .distinct()
        .toArray();
  }

  private static List<String> stems(String text) {
    List<String> out = new ArrayList<>();
    for (String w : NO_WORD.split(text.toLowerCase(Locale.ROOT).replace('’', '\''))) {
      String s = SHORT_FORM.matcher(w).replaceAll("").replace("'", "");
      if (!s.isEmpty()) {
        out.add(stem(s));
      }
    }
    return out;
  }

  private static String stem(String word) {
    String s = word;
    for (String end : ENDINGS) {
      if (s.length() - end.length() >= 3 && s.endsWith(end)) {
        s = s.substring(0, s.length() - end.length());
        break;
      }
    }
    if (s.length() > 3 && s.charAt(s.length() - 1) == s.charAt(s.length() - 2)) {
      s = s.substring(0, s.length() - 1);
    }
    return s.length() > 3 && s.endsWith("e") ? s.substring(0, s.length() - 1) : s;
  }

  /** Rare words weigh more. */
  private double[] weights(Map<String, Integer> numbers, Screenplay before, Screenplay play) {
    int[] in = new int[numbers.size()];
    for (List<Unit> units : List.of(old, now)) {
      units.forEach(u -> Arrays.stream(u.words).forEach(w -> in[w]++));
    }
    double all = Math.max(2, old.size() + now.size());
    double[] out = new double[in.length];
    for (int w = 0; w < in.length; w++) {
      out[w] = Math.max(0.1, Math.log(all / in[w]) / Math.log(all));
    }
    Set<String> names = new HashSet<>();
    for (Screenplay p : List.of(before, play)) {
      p.elements().stream()
          .filter(e -> e.kind() == Screenplay.Kind.CHARACTER)
          .forEach(e -> names.addAll(stems(e.text())));
    }
    names.stream().filter(numbers::containsKey).forEach(s -> out[numbers.get(s)] = NAME);
    return out;
  }

  /** Finds what is like each old unit. */
  private void compare(int m) {
    int n = now.size();
    Map<Integer, List<Integer>> with = new HashMap<>();
    double[] size = new double[n];
    for (int j = 0; j < n; j++) {
      for (int w : now.get(j).words) {
        with.computeIfAbsent(w, k -> new ArrayList<>()).add(j);
        size[j] += weight[w];
      }
    }
    double[] shared = new double[n];
    int[] which = new int[n];
    float[] how = new float[n];
    float[][] cosine = new float[BLOCK][n];
    for (int i = 0; i < m; i++) {
      if (i % BLOCK == 0) {
        cosines(i, Math.min(m, i + BLOCK), cosine);
      }
      Arrays.fill(shared, 0);
      double own = 0;
      for (int w : old.get(i).words) {
        own += weight[w];
        for (int j : with.getOrDefault(w, List.of())) {
          shared[j] += weight[w];
        }
      }
      int k = 0;
      for (int j = 0; j < n; j++) {
        double odds = odds(old.get(i), now.get(j), cosine[i % BLOCK][j], shared[j], own, size[j]);
        if (odds > LEAST) {
          which[k] = j;
          how[k++] = (float) Math.min(MOST_LIKE, odds);
        }
      }
      near[i] = Arrays.copyOf(which, k);
      like[i] = Arrays.copyOf(how, k);
    }
  }

  /**
   * How like the meanings of some old units are to all new ones; some at once stay in the cache.
   */
  private void cosines(int from, int until, float[][] out) {
    for (int j = 0; j < now.size(); j++) {
      float[] b = now.get(j).meaning;
      for (int i = from; b != null && i < until; i++) {
        float[] a = old.get(i).meaning;
        out[i - from][j] = a == null ? 0 : dot(a, b);
      }
    }
  }

  private static double odds(Unit a, Unit b, float cosine, double shared, double of, double other) {
    if (a.heading() != b.heading() || a.action() != b.action()) {
      return Double.NEGATIVE_INFINITY;
    }
    double sum = NOTHING;
    if (shared > 0) {
      sum += WORDS * 2 * shared / (of + other);
      sum += WITHIN * shared / Math.min(of, other) * (1 - Math.exp(-shared));
    }
    return sum
        + (a.meaning == null || b.meaning == null ? NO_MEANING : MEANING * Math.max(0, cosine));
  }

  private static float dot(float[] a, float[] b) {
    // Four sums at once: one after the other they wait for one another.
    float s0 = 0;
    float s1 = 0;
    float s2 = 0;
    float s3 = 0;
    int i = 0;
    for (; i + 3 < a.length; i += 4) {
      s0 += a[i] * b[i];
      s1 += a[i + 1] * b[i + 1];
      s2 += a[i + 2] * b[i + 2];
      s3 += a[i + 3] * b[i + 3];
    }
    for (; i < a.length; i++) {
      s0 += a[i] * b[i];
    }
    return s0 + s1 + s2 + s3;
  }

  /**
   * Forward and backward through both drafts.
   *
   * @return for each new unit, how many old ones are told by it
   */
  private double[] walk(int m) {
    int n = now.size();
    double[] by = new double[n];
    if (m == 0 || n == 0) {
      return by;
    }
    // The states are the last place of the new draft that was come to, told there or not.
    double[] place = new double[n];
    double[] next = new double[n];
    Arrays.fill(place, 0.5 / n);
    place[0] += 0.5;
    double[] scale = new double[m];
    for (int i = 0; i < m; i++) {
      step(place, next, 1);
      double sum = 0;
      for (int j = 0; j < n; j++) {
        place[j] *= NOT_TOLD;
        sum += place[j];
      }
      told[i] = new float[near[i].length];
      double[] there = new double[near[i].length];
      for (int k = 0; k < there.length; k++) {
        there[k] = next[near[i][k]] * (1 - NOT_TOLD) * Math.exp(like[i][k]);
        sum += there[k];
      }
      scale[i] = sum;
      for (int k = 0; k < there.length; k++) {
        place[near[i][k]] += there[k];
        told[i][k] = (float) (there[k] / sum);
      }
      for (int j = 0; j < n; j++) {
        place[j] /= sum;
      }
    }
    double[] after = new double[n];
    Arrays.fill(after, 1);
    double[] back = new double[n];
    for (int i = m - 1; i >= 0; i--) {
      double[] here = new double[n];
      for (int k = 0; k < near[i].length; k++) {
        int j = near[i][k];
        told[i][k] *= (float) after[j];
        by[j] += told[i][k];
        here[j] = (1 - NOT_TOLD) * Math.exp(like[i][k]) * after[j];
      }
      step(here, back, -1);
      for (int j = 0; j < n; j++) {
        after[j] = (back[j] + NOT_TOLD * after[j]) / scale[i];
      }
    }
    return by;
  }

  /** One step in the new draft, from every place; or back from it. */
  private static void step(double[] from, double[] to, int way) {
    int n = from.length;
    Arrays.fill(to, ELSEWHERE * Arrays.stream(from).sum() / n);
    for (int d = -2; d < AHEAD.length; d++) {
      double share = (1 - ELSEWHERE) * (d < 0 ? BACK : AHEAD[d]);
      int by = d * way;
      for (int j = Math.max(0, -by); j < Math.min(n, n - by); j++) {
        to[j + by] += share * from[j];
      }
    }
  }

  /** The old unit that each new one tells most surely; −1 for none. */
  private int[] claims() {
    int[] out = new int[now.size()];
    float[] most = new float[now.size()];
    Arrays.fill(out, -1);
    for (int i = 0; i < near.length; i++) {
      for (int k = 0; k < near[i].length; k++) {
        int j = near[i][k];
        if (told[i][k] >= CLAIM && (out[j] < 0 || like[i][k] > most[j])) {
          out[j] = i;
          most[j] = like[i][k];
        }
      }
    }
    return out;
  }

  private float like(int i, int j) {
    int k = Arrays.binarySearch(near[i], j);
    return k < 0 ? (float) LEAST : like[i][k];
  }

  /**
   * Where the action between two places of the old draft is told.
   *
   * @return null when there is no action between them, or the drafts were too long to be compared
   */
  Told of(int from, int until) {
    int best = -1;
    int of = -1;
    double most = 0;
    boolean any = false;
    double gone = 1;
    for (int i = 0; i < near.length; i++) {
      Unit u = old.get(i);
      if (!u.action() || u.start >= until || u.end <= from) {
        continue;
      }
      any = true;
      double sum = 0;
      for (int k = 0; k < near[i].length; k++) {
        double likely = told[i][k] * share(i, k);
        sum += likely;
        if (likely > most) {
          most = likely;
          best = k;
          of = i;
        }
      }
      gone = Math.min(gone, Math.max(0, 1 - sum));
    }
    if (best < 0) {
      return any ? new Told(0, 0, 0, LEAST, 0, 1) : null;
    }
    double elsewhere = LEAST;
    for (int k = 0; k < near[of].length; k++) {
      elsewhere = k == best ? elsewhere : Math.max(elsewhere, like[of][k]);
    }
    int first = near[of][best];
    int last = first;
    while (joins(last, last + 1)) {
      last++;
    }
    while (joins(first, first - 1)) {
      first--;
    }
    // Half a dozen words are not told by three: the rest of it stands beside them.
    int enough = (old.get(of).words.length + 1) / 2;
    while (words(first, last) < enough && paragraph(last, last + 1)) {
      last++;
    }
    while (words(first, last) < enough && paragraph(first, first - 1)) {
      first--;
    }
    return new Told(
        now.get(first).start,
        now.get(last).end,
        most,
        like[of][best],
        like[of][best] - elsewhere,
        gone);
  }

  /**
   * How far an old unit may be told by a new one that another old one claims: not at all where that
   * one stands there word for word, and never surely where that one is more like it, nor where
   * there are hardly any words to tell by.
   */
  private double share(int i, int k) {
    int j = near[i][k];
    if (Math.min(old.get(i).words.length, now.get(j).words.length) < BEAT
        && like[i][k] < MOST_LIKE) {
      return SHARED;
    }
    int by = claims[j];
    // Two sentences of one paragraph may well be told by one.
    if (by < 0 || by == i || like[i][k] >= like(by, j)) {
      return 1;
    }
    return like(by, j) >= MOST_LIKE - 1
        ? 0
        : old.get(by).element == old.get(i).element ? 1 : SHARED;
  }

  /** Whether a neighbour in the same paragraph is nowhere else from: then it was added to it. */
  private boolean joins(int at, int neighbour) {
    return paragraph(at, neighbour) && fresh[neighbour];
  }

  private boolean paragraph(int at, int neighbour) {
    return neighbour >= 0
        && neighbour < now.size()
        && now.get(at).element == now.get(neighbour).element;
  }

  private int words(int first, int last) {
    return now.subList(first, last + 1).stream().mapToInt(u -> u.words.length).sum();
  }
}
