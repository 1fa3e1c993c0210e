package bivex.core.work;

import bivex.core.crew.Hand;
import java.time.LocalDate;
import java.util.Arrays;

/**
 * The hours a pair of hands has, day after day, and what is laid on them: one thing at a time, cut
 * where a day ends. A moment is a day's number times 32 plus hours of that day, counted from the
 * morning; a place in the diary is the hours the hands have had until then.
 */
final class Diary {
  /** Longer than any day. */
  static final double DAY = 32;

  /** Days after which nothing is looked at any more: five years. */
  static final int DAYS = 5 * 366;

  private static final double LEAST = 1e-9;

  final Hand hand;

  /** Hours before each day, and before the day after the last. */
  private final double[] before;

  private double[] from = new double[16];
  private double[] to = new double[16];
  private int[] task = new int[16];
  private int count;

  Diary(Hand hand, LocalDate today) {
    this.hand = hand;
    before = new double[DAYS + 1];
    for (int d = 0; d < DAYS; d++) {
      before[d + 1] = before[d] + hand.hoursOn(today.plusDays(d));
    }
  }

  /** The same days, with nothing laid on them. */
  Diary(Diary same) {
    hand = same.hand;
    before = same.before;
  }

  /** Hours in all. */
  double hours() {
    return before[DAYS];
  }

  double hoursOn(int day) {
    return before[day + 1] - before[day];
  }

  double before(int day) {
    return before[day];
  }

  /** Place in the diary of a moment; past the end where the moment is. */
  double at(double moment) {
    int day = (int) (moment / DAY);
    return day >= DAYS
        ? Double.POSITIVE_INFINITY
        : before[day] + Math.min(moment - day * DAY, hoursOn(day));
  }

  /** Moment at which what is laid at a place begins. */
  double begins(double at) {
    int day = dayOf(at + LEAST);
    return day * DAY + Math.max(0, at - before[day]);
  }

  /** Moment at which what is laid up to a place ends. */
  double ends(double at) {
    int day = dayOf(at - LEAST);
    return day * DAY + Math.max(0, at - before[day]);
  }

  /** Day whose hours a place is among. */
  int dayOf(double at) {
    int found = Arrays.binarySearch(before, at);
    int day = found >= 0 ? found : -found - 2;
    // Of days without hours at the same place the last, whose end is later.
    while (day < DAYS - 1 && day >= 0 && before[day + 1] <= at) {
      day++;
    }
    return Math.max(0, Math.min(day, DAYS - 1));
  }

  /** First place from one on at which so many hours are free in one piece. */
  double free(double since, double hours) {
    double at = since;
    for (int i = first(since); i < count; i++) {
      if (at + hours <= from[i] + LEAST) {
        break;
      }
      at = Math.max(at, to[i]);
    }
    return at + hours <= hours() + LEAST ? at : Double.POSITIVE_INFINITY;
  }

  /** First thing that ends after a place. */
  private int first(double since) {
    int low = 0;
    int high = count;
    while (low < high) {
      int mid = (low + high) >>> 1;
      if (to[mid] > since + LEAST) {
        high = mid;
      } else {
        low = mid + 1;
      }
    }
    return low;
  }

  void lay(int which, double begin, double end) {
    if (count == from.length) {
      from = Arrays.copyOf(from, 2 * count);
      to = Arrays.copyOf(to, 2 * count);
      task = Arrays.copyOf(task, 2 * count);
    }
    int i = count;
    while (i > 0 && from[i - 1] > begin) {
      from[i] = from[i - 1];
      to[i] = to[i - 1];
      task[i] = task[i - 1];
      i--;
    }
    from[i] = begin;
    to[i] = end;
    task[i] = which;
    count++;
  }

  void lift(int which) {
    for (int i = count - 1; i >= 0; i--) {
      if (task[i] == which) {
        System.arraycopy(from, i + 1, from, i, count - i - 1);
        System.arraycopy(to, i + 1, to, i, count - i - 1);
        System.arraycopy(task, i + 1, task, i, count - i - 1);
        count--;
        return;
      }
    }
  }

  /** What is laid just before a place; −1 for nothing. */
  int just(double begin) {
    for (int i = 0; i < count; i++) {
      if (Math.abs(to[i] - begin) <= 1e-6) {
        return task[i];
      }
    }
    return -1;
  }

  /** Whether they have a day from one to another on which they would work and are not there. */
  boolean away(LocalDate first, LocalDate until) {
    for (LocalDate d = first; d.isBefore(until); d = d.plusDays(1)) {
      Hand.Off off = hand.on(d, false).off();
      if (off != Hand.Off.NO && off != Hand.Off.WEEK) {
        return true;
      }
    }
    return false;
  }

  void clear() {
    count = 0;
  }

  /** Everything on it, in the order it is done. */
  int[] order() {
    return Arrays.copyOf(task, count);
  }
}
