package bivex.core.cue;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.IntStream;

/**
 * What was found in every sentence of a script. Moments are made of it: sentences are weighed with
 * what stands beside them and with what was learned, and up to three that follow one another are
 * one.
 */
public final class FoundCues {
  /** Share of what its neighbours weigh that a sentence is given. */
  private static final double BESIDE = 0.25;

  /** Share of its confidence from which a neighbour belongs to the same moment. */
  private static final double JOINED = 0.3;

  /** What a word of the production's own makes of a sentence. */
  private static final double OWN = 0.9;

  /**
   * What a contradiction makes of a sentence before anything was answered, in natural log odds: six
   * of ten. Of the few that were seen nearly all were meant so, but a writer slips too.
   */
  private static final double CONTRADICTS = Math.log(0.6 / 0.4);

  /** From this weight on a word or pattern says something by itself. */
  static final int PLAIN = 3;

  /** What every cue is learned by too: how many there are in this script at all. */
  static final String AT_ALL = "every cue of this script";

  /** From this weight on a sign is told. */
  private static final double TOLD = 0.2;

  /** A sentence and what was found in it. */
  record Read(Sentence sentence, List<Hit> hits, Map<String, Double> signs, double[] sums) {}

  /**
   * What needs no proposal any more.
   *
   * @param marked where marks begin, and end
   * @param waved keys of sentences that were waved away
   */
  public record Closed(List<int[]> marked, Set<String> waved) {
    public static final Closed NOTHING = new Closed(List.of(), Set.of());

    private boolean over(Sentence s) {
      return waved.contains(s.key())
          || !marked.isEmpty() && marked.stream().anyMatch(m -> m[0] < s.end() && s.start() < m[1]);
    }
  }

  private final List<Read> all;
  private final CueWeights weights;

  FoundCues(List<Read> all, CueWeights weights) {
    this.all = all;
    this.weights = weights;
  }

  /** Whether they were found with a sense of the words too. */
  public boolean sensed() {
    return weights.senses() > 0;
  }

  /** Every cue of at least {@link Cue#LEAST} confidence, in the order of the script. */
  public List<Cue> cues() {
    return cues(CueLearning.NONE, Closed.NOTHING);
  }

  /**
   * The same, of what is still open. Of a moment that is closed in part, what is left is a cue only
   * where it names something itself.
   *
   * @param learned what the production's own answers have taught
   */
  public List<Cue> cues(CueLearning learned, Closed closed) {
    double[] confidence = confidence(learned);
    boolean[] used = new boolean[confidence.length];
    List<Cue> out = new ArrayList<>();
    IntStream.range(0, confidence.length)
        .filter(i -> confidence[i] >= Cue.LEAST)
        .boxed()
        .sorted(Comparator.comparingDouble(i -> -confidence[i]))
        .filter(i -> !used[i])
        .forEach(
            i -> {
              int[] span = span(i, confidence, used);
              if (IntStream.rangeClosed(span[0], span[1])
                  .noneMatch(k -> closed.over(all.get(k).sentence()))) {
                out.add(cue(span[0], i, span[1], confidence[i], learned));
                return;
              }
              for (int k = span[0]; k <= span[1]; k++) {
                if (!closed.over(all.get(k).sentence())
                    && all.get(k).hits().stream().anyMatch(h -> h.weight() >= PLAIN)) {
                  out.add(cue(k, k, k, confidence[k], learned));
                }
              }
            });
    out.sort(Comparator.comparingInt(Cue::start));
    return out;
  }

  /** Of each sentence, with what stands beside it and what was learned. */
  private double[] confidence(CueLearning learned) {
    double[] out = new double[all.size()];
    for (int i = 0; i < out.length; i++) {
      Read r = all.get(i);
      int beside = 0;
      double neighbours = 0;
      for (int k : new int[] {i - 1, i + 1}) {
        // The first sentence of a scene has none before it.
        if (k >= 0 && k < out.length && !all.get(Math.max(i, k)).sentence().before().isEmpty()) {
          neighbours += Math.max(-1, all.get(k).sums()[0]);
          beside++;
        }
      }
      double sum = r.sums()[0] + (beside == 0 ? 0 : BESIDE * neighbours / beside);
      double shift = learned.shift(learnedBy(r));
      out[i] = weights.confidence(sum + shift);
      if (r.hits().stream().anyMatch(h -> h.sign().equals(SceneAccount.SIGN))) {
        out[i] = Math.max(out[i], 1 / (1 + Math.exp(-CONTRADICTS - shift)));
      }
      if (r.hits().stream().anyMatch(Hit::own)) {
        out[i] = Math.max(out[i], OWN);
      }
    }
    return out;
  }

  /**
   * From the first to the last sentence of the moment that one is the heart of; they are used then.
   */
  private int[] span(int heart, double[] confidence, boolean[] used) {
    int from = heart;
    int to = heart;
    used[heart] = true;
    while (to - from < 2) {
      double before =
          from > 0 && !used[from - 1] && all.get(from).sentence().follows()
              ? confidence[from - 1]
              : 0;
      double after =
          to + 1 < used.length && !used[to + 1] && all.get(to + 1).sentence().follows()
              ? confidence[to + 1]
              : 0;
      if (Math.max(before, after) < Math.max(Cue.LEAST, JOINED * confidence[heart])) {
        break;
      }
      used[before >= after ? --from : ++to] = true;
    }
    return new int[] {from, to};
  }

  private Cue cue(int from, int heart, int to, double confidence, CueLearning learned) {
    Read r = all.get(heart);
    double[] sums = r.sums().clone();
    for (int i = from; i <= to; i++) {
      for (int k = 1; i != heart && k < sums.length; k++) {
        sums[k] += BESIDE * all.get(i).sums()[k];
      }
    }
    List<Cue.Kind> kinds = CueWeights.kinds(sums);
    List<Hit> hits = new ArrayList<>(r.hits());
    hits.sort(Comparator.comparingInt(Hit::weight).reversed());
    Set<String> speaksFor = new LinkedHashSet<>();
    hits.forEach(h -> speaksFor.add(h.reason()));
    List<String> against = new ArrayList<>();
    Sign.ALL.stream()
        .filter(s -> r.signs().containsKey(s.name()))
        .filter(s -> Math.abs(weights.worth(s.name())) >= TOLD)
        .sorted(Comparator.comparingDouble(s -> -Math.abs(weights.worth(s.name()))))
        .forEach(s -> (weights.worth(s.name()) > 0 ? speaksFor : against).add(s.said()));
    if (speaksFor.isEmpty()) {
      speaksFor.add(
          weights.senses() > 0 ? "it reads like moments of this kind" : "what stands beside it");
    }
    Set<Cue.Kind> also = new LinkedHashSet<>();
    hits.forEach(h -> also.add(h.kind()));
    also.add(kinds.get(1));
    also.remove(kinds.get(0));
    return new Cue(
        all.get(from).sentence().start(),
        all.get(to).sentence().end(),
        r.sentence().text().strip(),
        kinds.get(0),
        confidence,
        ways(kinds.get(0), hits, learned.method(learnedBy(r)), sums),
        List.copyOf(speaksFor),
        against,
        also.stream().limit(2).toList(),
        learnedBy(r),
        r.sentence().key(),
        all.subList(from, to + 1).stream().map(x -> x.sentence().key()).toList());
  }

  /**
   * Up to three methods: what was chosen here before, what the words name, what is usual.
   *
   * @param chosen method chosen here before for the like; null for none
   */
  private List<Cue.Way> ways(Cue.Kind kind, List<Hit> hits, String chosen, double[] sums) {
    Map<String, String> why = new LinkedHashMap<>();
    if (chosen != null) {
      why.put(chosen, "chosen here before for the like");
    }
    hits.stream()
        .filter(h -> h.kind() == kind)
        .findFirst()
        .ifPresent(h -> why.putIfAbsent(h.method(), h.reason()));
    List<String> usual = weights.methods(sums);
    why.putIfAbsent(usual.get(0), "moments told like it were made so");
    why.putIfAbsent(usual.get(1), "some told like it were made so");
    why.putIfAbsent(kind.method(), "usual where " + kind.words() + " is meant");
    return why.entrySet().stream()
        .limit(3)
        .map(e -> new Cue.Way(e.getKey(), e.getValue()))
        .toList();
  }

  /**
   * What of a sentence is learned by: its words and patterns; where there are none, the signs that
   * speak for it.
   */
  private List<String> learnedBy(Read r) {
    List<String> out = new ArrayList<>();
    out.add(AT_ALL);
    if (r.hits().isEmpty()) {
      Sign.ALL.stream()
          .filter(s -> r.signs().containsKey(s.name()) && weights.worth(s.name()) >= TOLD)
          .forEach(s -> out.add(s.said()));
    } else {
      r.hits().stream().map(Hit::sign).distinct().forEach(out::add);
    }
    return out;
  }
}
