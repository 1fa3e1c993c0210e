package bivex.core.work;

import bivex.core.effort.Estimate;
import bivex.core.effort.Spread;
import bivex.core.shot.OwedItem;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.Predicate;

/**
 * How a task stands, by what was said of it.
 *
 * @param given whom it is given to; null for nobody
 * @param notBefore day before which it is not to be begun; null for none
 * @param running whose clocks run on it, since when
 * @param waiting what it waits for; null for nothing
 * @param spent hours that were worked
 * @param left hours that somebody said are left, less what was worked since; null where nobody did
 * @param by person → hours
 */
public record TaskStand(
    State state,
    String given,
    LocalDate notBefore,
    Map<String, Instant> running,
    Waiting waiting,
    double spent,
    Double left,
    Map<String, Double> by) {
  /** Of a task of which nothing was said. */
  public static final TaskStand FRESH =
      new TaskStand(State.NOT_BEGUN, null, null, Map.of(), null, 0, null, Map.of());

  /** What is still thought to come where more hours went by than the high estimate had. */
  private static final double OVER = 0.1;

  private static final double AS_GOOD_AS_ALL = 0.8;

  public enum State {
    NOT_BEGUN("not begun"),
    WORKING("being worked on"),
    WAITS("waiting"),
    DONE("done"),
    DROPPED("not needed");

    private final String words;

    State(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }
  }

  /**
   * What is waited for.
   *
   * @param day when it is expected; null where nobody said
   */
  public record Waiting(String person, String item, LocalDate day, String words, Instant since) {}

  /**
   * @param words of one task
   * @param owed as the ledger has the task
   * @param there whether a thing of the shot is in hand, or not needed, by its key
   */
  public static TaskStand of(List<TaskWord> words, OwedItem.State owed, Predicate<String> there) {
    String given = null;
    LocalDate notBefore = null;
    Map<String, Instant> running = new TreeMap<>();
    Waiting waiting = null;
    boolean begun = false;
    Double left = null;
    double atLeft = 0;
    Map<String, Map<LocalDate, Double>> days = new TreeMap<>();
    for (TaskWord w : words.stream().sorted(Comparator.comparing(TaskWord::at)).toList()) {
      switch (w.kind()) {
        case GIVEN -> {
          given = w.person();
          // Whoever has it, a day that was said stays until another is.
          notBefore = w.day() == null ? notBefore : w.day();
        }
        case BEGUN -> {
          running.put(w.person(), w.at());
          begun = true;
          waiting = null;
        }
        case STOPPED -> {
          running.remove(w.person());
          days.computeIfAbsent(w.person(), p -> new HashMap<>())
              .merge(w.day(), w.hours(), Double::sum);
        }
        case WORKED -> {
          begun = begun || w.hours() > 0;
          days.computeIfAbsent(w.person(), p -> new HashMap<>()).put(w.day(), w.hours());
        }
        case LEFT -> {
          left = w.hours();
          atLeft = sum(days);
        }
        case WAITS -> waiting = new Waiting(w.person(), w.item(), w.day(), w.words(), w.at());
        case GOES_ON -> waiting = null;
      }
    }
    if (waiting != null && waiting.item() != null && there.test(waiting.item())) {
      waiting = null;
    }
    double spent = sum(days);
    State state =
        owed == OwedItem.State.IN_HAND
            ? State.DONE
            : owed == OwedItem.State.DROPPED
                ? State.DROPPED
                : waiting != null ? State.WAITS : begun ? State.WORKING : State.NOT_BEGUN;
    boolean open = state.compareTo(State.DONE) < 0;
    Map<String, Double> by = new TreeMap<>();
    days.forEach((p, d) -> by.put(p, d.values().stream().mapToDouble(h -> h).sum()));
    return new TaskStand(
        state,
        given,
        notBefore,
        open ? Map.copyOf(running) : Map.of(),
        open ? waiting : null,
        spent,
        left == null ? null : Math.max(0, left - (spent - atLeft)),
        Map.copyOf(by));
  }

  private static double sum(Map<String, Map<LocalDate, Double>> days) {
    return days.values().stream().flatMap(d -> d.values().stream()).mapToDouble(h -> h).sum();
  }

  /** Whether there is something to do. */
  public boolean open() {
    return state.compareTo(State.DONE) < 0;
  }

  public String words() {
    return state.words();
  }

  /** Whether somebody's clock runs on it. */
  public boolean runs(String person) {
    return running.containsKey(person);
  }

  /**
   * What is said of a task whose clock runs when somebody leaves off without saying so.
   *
   * @param by who ends it
   * @param why it ends
   */
  public TaskWord leftOff(
      String task, String person, String by, Instant at, LocalDate today, String why) {
    double clock = TaskWord.clock(running.get(person), at);
    boolean believed = clock <= TaskWord.LONGEST_STRETCH;
    return TaskWord.of(
        task,
        TaskWord.Kind.STOPPED,
        person,
        null,
        null,
        believed ? clock : 0,
        believed
            ? why
            : why + "; the clock ran too long to be believed, so its hours are to be said",
        by,
        at,
        today,
        this);
  }

  /**
   * Hours it took: as somebody said when it was done, else as they were told day by day.
   *
   * @param said null where nobody did
   * @return null where nothing is known
   */
  public Double took(Double said) {
    return said != null ? said : spent > 0 ? (Double) spent : null;
  }

  /** Who did it, as good as alone; null where several did, or nobody said hours. */
  public String alone() {
    return by.entrySet().stream()
        .filter(e -> e.getValue() > 0 && e.getValue() >= AS_GOOD_AS_ALL * spent)
        .map(Map.Entry::getKey)
        .findFirst()
        .orElse(null);
  }

  /** Who has it: whom it is given to, else who is on it, else who worked most; null for nobody. */
  public String holder() {
    return given != null
        ? given
        : running.size() == 1
            ? running.keySet().iterator().next()
            : by.entrySet().stream()
                .filter(e -> e.getValue() > 0)
                .max(Map.Entry.<String, Double>comparingByValue())
                .map(Map.Entry::getKey)
                .orElse(null);
  }

  /** Whether more hours went by than its high estimate had, and nobody said what is left. */
  public boolean over(Estimate whole) {
    return left == null && spent >= whole.high() && spent > 0;
  }

  /**
   * Hours that are left: what the estimate still has over those that went by. What somebody said of
   * it is as unsure as the estimate was, in proportion; near the high estimate and beyond up to a
   * tenth of it is still thought to come.
   *
   * @param whole estimate of the task
   */
  public Estimate remaining(Estimate whole) {
    if (!open()) {
      return Estimate.NONE;
    }
    if (left != null) {
      return whole.likely() > 0 ? whole.times(left / whole.likely()) : Estimate.single(left);
    }
    double tenth = whole.high() * OVER;
    Estimate over = new Estimate(0, tenth / 3, tenth);
    double mean = spent < whole.high() ? Spread.residual(whole, spent) : 0;
    if (mean < over.mean()) {
      return over;
    }
    double low = Math.max(whole.low() - spent, 0);
    double high = whole.high() - spent;
    // The three points that have the mean of what is still to come.
    double likely = (6 * mean - low - high) / 4;
    return new Estimate(low, Math.max(low, Math.min(high, likely)), high);
  }
}
