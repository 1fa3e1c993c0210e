package bivex.core.work;

import bivex.core.effort.EstimateErrors;
import java.time.LocalDate;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.Deque;
import java.util.List;
import java.util.SplittableRandom;
import java.util.stream.IntStream;

/**
 * Which day may be promised: the schedule gone through again and again with hours drawn from the
 * estimates, by the same people in the same order. Estimates err together: all of a production by
 * {@link EstimateErrors#SHARED}, those of one kind of work by {@link EstimateErrors#OF_KIND} more;
 * both are this project's own planning defaults, without a published source. Days of plates, people
 * away that nobody has said, and rounds of review are not drawn.
 *
 * @param half day by which all of it is done in 5 of 10 cases; null where that is beyond five years
 * @param most in 8 of 10
 * @param chance to be done by the due day, 0 to 1; null without a due day
 * @param shots in the order of the tasks
 * @param risks the shots the last day hangs on most, the first most; at most three
 */
public record Promise(
    LocalDate half,
    LocalDate most,
    Double chance,
    int samples,
    List<ShotPromise> shots,
    List<Risk> risks) {
  private static final int MOST_RISKS = 3;
  private static final long SEED = 20;

  /** The same of one shot. */
  public record ShotPromise(
      String shot, String code, LocalDate half, LocalDate most, Double chance) {}

  /**
   * @param share of the spread of the last day that goes with the hours of this shot, 0 to 1
   */
  public record Risk(String shot, String code, double share) {}

  /**
   * @param tasks of the schedule
   * @param calendars it was made with
   */
  public static Promise of(
      List<OpenTask> tasks, Calendars calendars, Schedule schedule, int samples) {
    List<OpenTask> dated =
        tasks.stream().filter(t -> schedule.slots().containsKey(t.id())).toList();
    if (dated.isEmpty()) {
      return null;
    }
    return new Drawing(dated, calendars, schedule, samples).promise();
  }

  private static final class Drawing {
    private final List<OpenTask> tasks;
    private final Schedule schedule;
    private final Laying l;
    private final int samples;
    private final int[] hand;
    private final int[] order;
    private final boolean[] whole;
    private final int[][] days;
    private final double[][] spent;

    Drawing(List<OpenTask> tasks, Calendars calendars, Schedule schedule, int samples) {
      this.tasks = tasks;
      this.schedule = schedule;
      this.samples = samples;
      l = new Laying(tasks, calendars, schedule.dueOn());
      hand = new int[tasks.size()];
      for (int t = 0; t < hand.length; t++) {
        String who = schedule.slots().get(tasks.get(t).id()).hand();
        hand[t] =
            IntStream.range(0, l.diaries.size())
                .filter(h -> l.diaries.get(h).hand.id().equals(who))
                .findFirst()
                .orElseThrow();
      }
      order = order();
      whole = new boolean[l.shots.size()];
      Arrays.fill(whole, true);
      for (Schedule.ShotEnd e : schedule.shots()) {
        int s = l.shots.indexOf(e.shot());
        if (s >= 0 && e.day() == null) {
          whole[s] = false;
        }
      }
      days = new int[l.shots.size()][samples];
      spent = new double[l.shots.size()][samples];
    }

    /** Tasks so that each comes after those it waits for and those its hands do before it. */
    private int[] order() {
      int n = tasks.size();
      int[] waits = new int[n];
      List<List<Integer>> then = new ArrayList<>();
      for (int t = 0; t < n; t++) {
        then.add(new ArrayList<>());
      }
      for (int t = 0; t < n; t++) {
        for (int a : l.after[t]) {
          then.get(a).add(t);
          waits[t]++;
        }
      }
      for (int h = 0; h < l.diaries.size(); h++) {
        int who = h;
        int[] line =
            IntStream.range(0, n)
                .filter(t -> hand[t] == who)
                .boxed()
                .sorted(
                    Comparator.comparingInt(t -> schedule.slots().get(tasks.get(t).id()).turn()))
                .mapToInt(Integer::intValue)
                .toArray();
        for (int i = 1; i < line.length; i++) {
          then.get(line[i - 1]).add(line[i]);
          waits[line[i]]++;
        }
      }
      Deque<Integer> free = new ArrayDeque<>();
      for (int t = 0; t < n; t++) {
        if (waits[t] == 0) {
          free.add(t);
        }
      }
      int[] out = new int[n];
      int count = 0;
      while (!free.isEmpty()) {
        int t = free.poll();
        out[count++] = t;
        for (int next : then.get(t)) {
          if (--waits[next] == 0) {
            free.add(next);
          }
        }
      }
      return Arrays.copyOf(out, count);
    }

    Promise promise() {
      EstimateErrors errors = new EstimateErrors(new SplittableRandom(SEED));
      double[] done = new double[tasks.size()];
      double[] at = new double[l.diaries.size()];
      double[] last = new double[samples];
      for (int i = 0; i < samples; i++) {
        errors.next();
        Arrays.fill(at, 0);
        for (int s = 0; s < days.length; s++) {
          days[s][i] = 0;
        }
        for (int t : order) {
          OpenTask task = tasks.get(t);
          Diary d = l.diaries.get(hand[t]);
          double hours =
              errors.hours(task.kind(), task.left())
                  * (task.spoken() ? 1 : d.hand.skills().factor(task.kind()));
          double ready = l.from[t];
          for (int a : l.after[t]) {
            ready = Math.max(ready, done[a]);
          }
          double end = Math.max(at[hand[t]], d.at(ready)) + hours;
          done[t] = end > d.hours() ? Diary.DAYS * Diary.DAY : Math.max(ready, d.ends(end));
          at[hand[t]] = Math.min(end, d.hours());
          int s = l.shotOf[t];
          days[s][i] = Math.max(days[s][i], (int) (done[t] / Diary.DAY));
          spent[s][i] += hours;
          last[i] = Math.max(last[i], done[t] / Diary.DAY);
        }
      }
      List<ShotPromise> of = new ArrayList<>();
      for (int s = 0; s < days.length; s++) {
        String code = tasks.get(l.ofShot(s)[0]).code();
        of.add(
            whole[s]
                ? new ShotPromise(
                    l.shots.get(s), code, day(days[s], 0.5), day(days[s], 0.8), chance(days[s]))
                : new ShotPromise(l.shots.get(s), code, null, null, null));
      }
      int[] ends = Arrays.stream(last).mapToInt(x -> (int) x).toArray();
      return new Promise(
          day(ends, 0.5), day(ends, 0.8), chance(ends), samples, List.copyOf(of), risks(last));
    }

    private LocalDate day(int[] of, double share) {
      int[] sorted = of.clone();
      Arrays.sort(sorted);
      int day = sorted[(int) Math.ceil(share * sorted.length) - 1];
      return day >= Diary.DAYS ? null : schedule.today().plusDays(day);
    }

    private Double chance(int[] of) {
      if (schedule.dueOn() == null) {
        return null;
      }
      long due = schedule.dueOn().toEpochDay() - schedule.today().toEpochDay();
      return Arrays.stream(of).filter(d -> d <= due).count() / (double) of.length;
    }

    private List<Risk> risks(double[] last) {
      double[] with = EstimateErrors.shares(spent, last);
      return IntStream.range(0, with.length)
          .boxed()
          .sorted(Comparator.comparingDouble((Integer s) -> -with[s]))
          .filter(s -> with[s] > 0)
          .limit(MOST_RISKS)
          .map(s -> new Risk(l.shots.get(s), tasks.get(l.ofShot(s)[0]).code(), with[s]))
          .toList();
    }
  }

  /** A chance as people say it, in tenths; never surer than the cases allow. */
  public static String words(double chance) {
    return chance >= 0.95
        ? "more than 9 of 10"
        : chance < 0.05
            ? "less than 1 of 10"
            : "about " + Math.max(1, Math.min(9, Math.round(chance * 10))) + " of 10";
  }
}
