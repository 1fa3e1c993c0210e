package bivex.core.cue;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;

/** Learns the weights from labelled sentences. */
final class Learner {
  private static final double SIGN = 1.5;
  private static final double MEANING = 8;
  private static final int KINDS = Cue.Kind.values().length;

  private final boolean sense;
  private final List<String> signs;
  private final List<String> methods;
  private final List<Material.Row> rows;

  /**
   * @param sense whether meanings are learned from too
   */
  Learner(List<Material.Row> rows, boolean sense) {
    this.rows = rows;
    this.sense = sense;
    Set<String> names = new TreeSet<>();
    Set<String> ways = new TreeSet<>();
    for (Material.Row r : rows) {
      names.addAll(r.signs().keySet());
      if (r.label() != null) {
        ways.addAll(r.label().methods());
      }
    }
    names.remove("any");
    signs = new ArrayList<>(names);
    methods = new ArrayList<>(ways);
  }

  private double[] row(Material.Row r) {
    double[] out = new double[1 + signs.size() + (sense ? r.meaning().length : 0)];
    out[0] = 1;
    for (int i = 0; i < signs.size(); i++) {
      out[1 + i] = SIGN * r.signs().getOrDefault(signs.get(i), 0.0);
    }
    for (int i = 0; sense && i < r.meaning().length; i++) {
      out[1 + signs.size() + i] = MEANING * r.meaning()[i];
    }
    return out;
  }

  private static double weight(Material.Row r) {
    return r.script().startsWith("told") ? 2 : 1;
  }

  /** The weights as text; sums are told as confidence by the logistic curve given. */
  String learn(double slope, double offset) {
    double[][] x = new double[rows.size()][];
    int[] y = new int[rows.size()];
    double[] w = new double[rows.size()];
    double[] of = new double[2];
    for (int i = 0; i < x.length; i++) {
      x[i] = row(rows.get(i));
      y[i] = rows.get(i).label() == null ? 0 : 1;
      w[i] = weight(rows.get(i));
      of[y[i]] += w[i];
    }
    for (int i = 0; i < x.length; i++) {
      w[i] *= (of[0] + of[1]) / 2 / of[y[i]];
    }
    double[][] moment = new Logistic(x, y, w, 2, sense ? 160 : 40).fit();
    double[][] kinds =
        several(
            Arrays.stream(Cue.Kind.values()).map(Enum::name).toList(),
            l -> l.kinds().stream().map(Enum::name).collect(Collectors.toSet()));
    double[][] ways = several(methods, Material.Label::methods);
    StringBuilder out = new StringBuilder();
    out.append(
        "# Learned from labelled sentences; written by the test that learns it. A sign, then its"
            + " weight for a moment, for each kind, for each method.\n");
    out.append(String.format(Locale.ROOT, "confidence | %.4f %.4f%n", slope, offset));
    out.append("methods | ").append(String.join(" ", methods)).append('\n');
    for (int k = 0; k < x[0].length; k++) {
      double scale = k == 0 ? 1 : k <= signs.size() ? SIGN : MEANING;
      out.append(k == 0 ? "any" : k <= signs.size() ? signs.get(k - 1) : "~").append(" |");
      out.append(number(scale * (moment[1][k] - moment[0][k])));
      for (int c = 0; c < KINDS; c++) {
        out.append(number(scale * kinds[c][k]));
      }
      for (int c = 0; c < methods.size(); c++) {
        out.append(number(scale * ways[c][k]));
      }
      out.append('\n');
    }
    return out.toString();
  }

  private static String number(double v) {
    String s = String.format(Locale.ROOT, " %.3f", v);
    return s.equals(" -0.000") || s.equals(" 0.000") ? " 0" : s;
  }

  private interface Classes {
    Set<String> of(Material.Label l);
  }

  private double[][] several(List<String> names, Classes classes) {
    List<double[]> x = new ArrayList<>();
    List<Integer> y = new ArrayList<>();
    List<Double> w = new ArrayList<>();
    for (Material.Row r : rows) {
      if (r.label() != null) {
        Set<String> of = classes.of(r.label());
        double[] row = row(r);
        for (String c : of) {
          x.add(row);
          y.add(names.indexOf(c));
          w.add(weight(r) / of.size());
        }
      }
    }
    return new Logistic(
            x.toArray(double[][]::new),
            y.stream().mapToInt(i -> i).toArray(),
            w.stream().mapToDouble(v -> v).toArray(),
            names.size(),
            sense ? 20 : 5)
        .fit();
  }
}
