package bivex.core.work;

import bivex.core.effort.Estimate;
import bivex.core.effort.TaskKind;
import java.time.LocalDate;
import java.util.List;
import java.util.Set;

/**
 * A task that is to be done, as the schedule takes it.
 *
 * @param id of it, among all shots
 * @param shot whose it is
 * @param code of the shot
 * @param key of the plan item
 * @param left hours
 * @param spoken whether somebody said how many are left; a person's factor is in them then
 * @param given whom it is given to; null for whoever does it soonest
 * @param holder who has it: whom it is given to, else who is on it; null for nobody
 * @param running whose clocks run on it
 * @param from first day it can be worked on; null for today
 * @param why what it waits for until then, in words
 * @param after ids of the tasks that must be done first
 */
public record OpenTask(
    String id,
    String shot,
    String code,
    String key,
    String label,
    TaskKind kind,
    Estimate left,
    boolean spoken,
    String given,
    String holder,
    Set<String> running,
    LocalDate from,
    String why,
    List<String> after) {
  /** The same, given to somebody else, from another day on. */
  OpenTask otherwise(String to, LocalDate day) {
    return new OpenTask(
        id, shot, code, key, label, kind, left, spoken, to, holder, running, day, why, after);
  }
}
