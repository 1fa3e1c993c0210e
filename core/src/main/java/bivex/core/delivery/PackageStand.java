package bivex.core.delivery;

import bivex.core.Said;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * Where a package stands, from when it was handed over and what was answered to each file.
 *
 * @param files in the order of the package
 * @param late whether an answer takes longer than this client usually takes
 * @param words where it stands, in a sentence without its stop
 * @param action what to do next; empty when nothing
 */
public record PackageStand(
    State state, List<FileStand> files, boolean late, String words, String action) {
  /** Days a client takes to answer while nothing else is known (common practice, no source). */
  public static final double USUAL_DAYS = 2;

  /** So many answers are needed before the usual time is taken from them. */
  static final int LEARNED_FROM = 3;

  private static final double HOURS = 24;

  /** What became of it. */
  public enum State {
    PACKED,
    WAITS,
    PART,
    REFUSED,
    ACCEPTED
  }

  /**
   * That files were handed over.
   *
   * @param files names of those that went
   */
  public record Handed(Instant at, List<String> files) {}

  /** What the client answered to a file. */
  public record Answer(String file, boolean accepted, String words, Instant at) {}

  /**
   * @param accepted the last answer; null while there is none since it was handed over last
   * @param words that came with it; may be empty
   * @param handed whether it was handed over
   */
  public record FileStand(String file, Boolean accepted, String words, boolean handed) {}

  /**
   * @param names of its files
   * @param usual days until an answer
   */
  public static PackageStand of(
      List<String> names, List<Handed> handed, List<Answer> answers, double usual, Instant now) {
    Map<String, Instant> went = new HashMap<>();
    handed.stream()
        .sorted(Comparator.comparing(Handed::at))
        .forEach(h -> h.files.forEach(f -> went.put(f, h.at)));
    Map<String, Answer> said = new HashMap<>();
    answers.stream().sorted(Comparator.comparing(Answer::at)).forEach(a -> said.put(a.file, a));
    List<FileStand> files = new ArrayList<>();
    Instant oldest = null;
    for (String f : names) {
      Answer a = said.get(f);
      Instant at = went.get(f);
      boolean stands = stands(at, a);
      files.add(new FileStand(f, stands ? a.accepted : null, stands ? a.words : "", at != null));
      if (!stands && at != null && (oldest == null || at.isBefore(oldest))) {
        oldest = at;
      }
    }
    long yes = files.stream().filter(f -> Boolean.TRUE.equals(f.accepted)).count();
    long no = files.stream().filter(f -> Boolean.FALSE.equals(f.accepted)).count();
    long wait = files.stream().filter(f -> f.accepted == null && f.handed).count();
    long kept = files.size() - yes - no - wait;
    double days = oldest == null ? 0 : Duration.between(oldest, now).toMinutes() / 60.0 / HOURS;
    boolean late = wait > 0 && days > usual;
    State state =
        kept == files.size()
            ? State.PACKED
            : yes == files.size()
                ? State.ACCEPTED
                : no == files.size()
                    ? State.REFUSED
                    : wait == files.size() ? State.WAITS : State.PART;
    List<String> parts = new ArrayList<>();
    count(parts, yes, "accepted");
    count(parts, no, "refused");
    count(parts, wait, "without an answer");
    count(parts, kept, "not handed over");
    String words =
        switch (state) {
          case PACKED -> "not handed over";
          case ACCEPTED -> "all accepted";
          case REFUSED -> "refused";
          case WAITS -> "handed over, no answer yet";
          case PART -> Said.of("of %s files ", files.size()) + String.join(", ", parts);
        };
    if (late) {
      words += Said.of(": handed over %s ago, an answer usually takes %s", days(days), days(usual));
    }
    return new PackageStand(
        state,
        List.copyOf(files),
        late,
        words,
        state == State.PACKED || kept > 0 && no == 0 && wait == 0
            ? "Hand it over."
            : no > 0
                ? "Hand over again what was damaged on the way; mend and pack anew what they did"
                    + " not like."
                : late ? "Ask for the answer." : "");
  }

  /**
   * Whether an answer still counts: what was refused and went again waits again, what was accepted
   * stays so.
   *
   * @param handed last; null for never
   * @param said last; null for nothing
   */
  public static boolean stands(Instant handed, Answer said) {
    return said != null && (said.accepted || handed == null || !handed.isAfter(said.at));
  }

  private static void count(List<String> out, long n, String what) {
    if (n > 0) {
      out.add(n + " " + what);
    }
  }

  /** In hours up to two days, else in whole days. */
  private static String days(double days) {
    long hours = Math.max(1, Math.round(days * HOURS));
    return hours < 2 * HOURS
        ? hours == 1 ? "an hour" : hours + " hours"
        : Math.round(days) + " days";
  }

  /** Files to be handed over: never handed over, or refused since. */
  public List<String> open() {
    return files.stream()
        .filter(f -> Boolean.FALSE.equals(f.accepted) || f.accepted == null && !f.handed)
        .map(FileStand::file)
        .toList();
  }

  /** Files that were handed over and have no answer. */
  public List<String> waiting() {
    return files.stream().filter(f -> f.accepted == null && f.handed).map(FileStand::file).toList();
  }

  /**
   * Whether all of it was accepted; false once something was refused, null while something waits.
   */
  public Boolean accepted() {
    return files.stream().anyMatch(f -> Boolean.FALSE.equals(f.accepted))
        ? Boolean.FALSE
        : files.stream().allMatch(f -> Boolean.TRUE.equals(f.accepted)) ? Boolean.TRUE : null;
  }

  /**
   * How long this client takes to answer.
   *
   * @param said days somebody said; null when nobody did
   * @param took how long each answer took so far, days
   * @return days: what was said, else the median of at least three answers, else {@link
   *     #USUAL_DAYS}
   */
  public static double usual(Double said, List<Double> took) {
    if (said != null) {
      return said;
    }
    if (took.size() < LEARNED_FROM) {
      return USUAL_DAYS;
    }
    List<Double> sorted = took.stream().sorted().toList();
    int half = sorted.size() / 2;
    return sorted.size() % 2 == 1
        ? sorted.get(half)
        : (sorted.get(half - 1) + sorted.get(half)) / 2;
  }
}
