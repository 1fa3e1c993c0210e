package bivex.core.money;

import bivex.core.InvalidInput;
import bivex.core.effort.Estimate;
import bivex.core.effort.EstimateErrors;
import bivex.core.effort.TaskKind;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.SplittableRandom;
import java.util.stream.IntStream;

/**
 * How far what work costs may lie from what is thought: its hours drawn again and again from the
 * estimates, which err together as {@link EstimateErrors} has it.
 */
public final class CostSpread {
  private static final long SEED = 22;

  private final double fixed;
  private final double mean;
  private final double[] sorted;
  private final List<Risk> risks;

  /** Work at a price. */
  public record Piece(String shot, TaskKind kind, Estimate hours, double perHour) {
    double mean() {
      return hours.mean() * perHour;
    }
  }

  /**
   * How much of what is unsure goes with a shot.
   *
   * @param share 0 to 1
   */
  public record Risk(String shot, double share) {}

  private CostSpread(double fixed, double mean, double[] sorted, List<Risk> risks) {
    this.fixed = fixed;
    this.mean = mean;
    this.sorted = sorted;
    this.risks = risks;
  }

  /**
   * @param pieces whose hours are unsure
   * @param fixed what is paid whatever they take
   */
  public static CostSpread of(List<Piece> pieces, double fixed) {
    return of(pieces, fixed, EstimateErrors.SAMPLES);
  }

  static CostSpread of(List<Piece> pieces, double fixed, int samples) {
    List<String> shots = pieces.stream().map(Piece::shot).distinct().toList();
    int[] of = pieces.stream().mapToInt(p -> shots.indexOf(p.shot())).toArray();
    EstimateErrors errors = new EstimateErrors(new SplittableRandom(SEED));
    double[] sums = new double[samples];
    double[][] each = new double[shots.size()][samples];
    for (int i = 0; i < samples; i++) {
      errors.next();
      for (int p = 0; p < of.length; p++) {
        Piece piece = pieces.get(p);
        double cost = errors.hours(piece.kind(), piece.hours()) * piece.perHour();
        sums[i] += cost;
        each[of[p]][i] += cost;
      }
    }
    double mean = pieces.stream().mapToDouble(Piece::mean).sum();
    List<Risk> risks = risks(shots, each, sums);
    Arrays.sort(sums);
    return new CostSpread(fixed, mean, sums, risks);
  }

  private static List<Risk> risks(List<String> shots, double[][] each, double[] sums) {
    double[] with = EstimateErrors.shares(each, sums);
    return IntStream.range(0, with.length)
        .filter(s -> with[s] > 0)
        .mapToObj(s -> new Risk(shots.get(s), with[s]))
        .sorted(Comparator.comparingDouble((Risk r) -> -r.share()))
        .toList();
  }

  /** What is expected. */
  public double mean() {
    return fixed + mean;
  }

  /**
   * What it stays within in a share of the cases.
   *
   * @param share 0 to 1
   */
  public double within(double share) {
    InvalidInput.within("share", share, 0, 1);
    return fixed + sorted[Math.max(0, (int) Math.ceil(share * sorted.length) - 1)];
  }

  /** Share of the cases in which it stays within an amount. */
  public double chance(double amount) {
    return Arrays.stream(sorted).filter(s -> fixed + s <= amount).count() / (double) sorted.length;
  }

  /** What is unsure, by shot, the most first. */
  public List<Risk> risks() {
    return risks;
  }
}
