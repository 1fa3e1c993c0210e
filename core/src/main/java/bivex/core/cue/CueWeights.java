package bivex.core.cue;

import bivex.core.method.MethodBook;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;

/**
 * What each sign in a sentence is worth: for its being a moment at all, for each kind, for each
 * method. Learned by logistic regression from labelled sentences; the file says from which.
 */
public final class CueWeights {
  /** Without a sense of the words: signs, patterns and the word list alone. */
  static final CueWeights SIGNS = new CueWeights(Table.read("weights.txt", 2));

  /**
   * @param text a name and its numbers a line: first {@code confidence} with slope and offset, then
   *     {@code methods} with their ids, then the signs; a name {@code ~} is the next share of the
   *     meaning
   * @throws IllegalArgumentException if a line has another number of weights
   */
  public static CueWeights read(String text) {
    return new CueWeights(Table.of(text, 2));
  }

  private final double slope;
  private final double offset;
  private final List<String> methods;

  /** Of each sign: the weight for a moment, then of kinds, then of methods. */
  private final Map<String, double[]> of = new HashMap<>();

  /** Of each share of the meaning; empty without one. */
  private final List<double[]> sense = new ArrayList<>();

  private CueWeights(List<String[]> lines) {
    String[] line = lines.get(0)[1].split(" ");
    slope = Double.parseDouble(line[0]);
    offset = Double.parseDouble(line[1]);
    methods = List.of(lines.get(1)[1].split(" "));
    methods.forEach(MethodBook::find);
    for (String[] l : lines.subList(2, lines.size())) {
      double[] w = Arrays.stream(l[1].split(" ")).mapToDouble(Double::parseDouble).toArray();
      if (w.length != 1 + Cue.Kind.values().length + methods.size()) {
        throw new IllegalArgumentException(l[0] + " has " + w.length + " weights");
      }
      if (l[0].equals("~")) {
        sense.add(w);
      } else {
        of.put(l[0], w);
      }
    }
  }

  /** How many numbers a sentence's meaning has here; 0 where none is asked for. */
  public int senses() {
    return sense.size();
  }

  /** All sums of a sentence: for a moment, then of kinds, then of methods. */
  double[] sums(Map<String, Double> signs, float[] meaning) {
    double[] out = new double[1 + Cue.Kind.values().length + methods.size()];
    signs.forEach((n, v) -> add(out, of.get(n), v));
    for (int i = 0; i < sense.size(); i++) {
      add(out, sense.get(i), meaning[i]);
    }
    return out;
  }

  private static void add(double[] sums, double[] w, double by) {
    if (w != null) {
      for (int i = 0; i < sums.length; i++) {
        sums[i] += w[i] * by;
      }
    }
  }

  /** What a sign adds to a sentence's being a moment. */
  double worth(String sign) {
    double[] w = of.get(sign);
    return w == null ? 0 : w[0];
  }

  /** Share of sentences with this sum that are moments, 0 to 1. */
  double confidence(double sum) {
    return 1 / (1 + Math.exp(-slope * sum - offset));
  }

  /** Kinds, most likely first. */
  static List<Cue.Kind> kinds(double[] sums) {
    return Arrays.stream(Cue.Kind.values())
        .sorted(Comparator.comparingDouble(k -> -sums[1 + k.ordinal()]))
        .toList();
  }

  /** Ids of the two likeliest methods, the likeliest first. */
  List<String> methods(double[] sums) {
    int first = 1 + Cue.Kind.values().length;
    return IntStream.range(0, methods.size())
        .boxed()
        .sorted(Comparator.comparingDouble(m -> -sums[first + m]))
        .limit(2)
        .map(methods::get)
        .toList();
  }
}
