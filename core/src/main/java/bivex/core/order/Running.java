package bivex.core.order;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.function.Supplier;

/**
 * A day run in one order: when each pass begins, what is changed before it, what has to be waited
 * for and why, and which rules the order breaks.
 *
 * @param slots passes in order
 * @param end of the last, minutes after midnight
 * @param waited minutes lost waiting
 * @param changes of camera place, costume, battery and card
 * @param broken rules the order breaks, in words; empty when it can be shot like that
 * @param cost minutes of the day, those a change is worth, and very many for each broken rule
 */
public record Running(
    List<Slot> slots, double end, double waited, int changes, List<String> broken, double cost) {
  /** Cost of one broken rule against a minute of the day. */
  private static final double BROKEN = 100_000;

  /**
   * @param from minutes after midnight
   * @param waits what is waited for before it
   */
  public record Slot(Pass pass, double from, double to, List<Change> changes, List<Wait> waits) {}

  public enum ChangeKind {
    SETUP,
    COSTUME,
    BATTERY,
    CARD
  }

  /**
   * @param words what is changed
   */
  public record Change(ChangeKind kind, String words, double minutes) {}

  /**
   * @param reason what is waited for
   */
  public record Wait(double minutes, String reason) {}

  /** Runs the passes in just this order. */
  public static Running of(DayPlan day, List<Pass> order) {
    return new Run(day).go(order, true);
  }

  /**
   * What an order costs: minutes of the day, changes, and a great deal for each rule it breaks.
   * Without words, for searching.
   */
  static double cost(DayPlan day, List<Pass> order) {
    return new Run(day).go(order, false).cost();
  }

  /** What this order costs more than a better one, in words; empty when nothing. */
  public String dearerThan(Running best) {
    List<String> out = new ArrayList<>();
    if (broken.size() > best.broken.size()) {
      out.add(count(broken.size() - best.broken.size(), "broken rule"));
    }
    if (changes != best.changes) {
      out.add(
          changes > best.changes
              ? count(changes - best.changes, "more change")
              : count(best.changes - changes, "change") + " less");
    }
    long minutes = Math.round(end - best.end);
    if (minutes != 0) {
      out.add(minutes > 0 ? minutes + " min longer" : -minutes + " min shorter");
    }
    long wait = Math.round(waited - best.waited);
    if (wait > 0) {
      out.add(wait + " min more waiting");
    }
    return String.join(", ", out);
  }

  private static String count(int n, String what) {
    return n + " " + what + (n == 1 ? "" : "s");
  }

  /** One pass through the day. */
  private static final class Run {
    private final DayPlan day;
    private final Map<String, Double> free = new HashMap<>();
    private final Map<String, String> wearing = new HashMap<>();
    private double now;
    private String setup;
    private double battery;
    private double card;
    private double waited;
    private int changes;
    private double wrong;

    Run(DayPlan day) {
      this.day = day;
      this.now = day.call();
    }

    Running go(List<Pass> order, boolean say) {
      List<Slot> slots = new ArrayList<>();
      Set<String> broken = new LinkedHashSet<>();
      Map<String, Integer> left = new HashMap<>();
      order.forEach(p -> left.merge(block(p), 1, Integer::sum));
      Map<String, double[]> needs = needs(order);
      Set<String> done = new HashSet<>();
      String open = null;
      int place = 0;
      for (Pass p : order) {
        for (String before : p.after()) {
          if (!done.contains(before)) {
            broke(broken, say, () -> p.name() + " is shot before what is seen inside it");
          }
        }
        Integer pin = day.pins().get(p.id());
        if (pin != null && pin != place) {
          // The farther from its place, the dearer, so that a search is drawn towards it.
          wrong += Math.abs(pin - place) * 0.1;
          broke(broken, say, () -> p.name() + " is not at the place it is pinned to");
        }
        boolean goesOn = block(p).equals(open);
        if (open != null && !goesOn) {
          String was = open;
          broke(broken, say, () -> "match set " + was + " is interrupted by " + p.name());
        }
        if (p.last() && left.get(block(p)) > 1) {
          broke(broken, say, () -> p.name() + " does not close its match set");
        }
        Slot slot = slot(p, goesOn, needs.get(block(p)), broken, say);
        if (say) {
          slots.add(slot);
        }
        done.add(p.id());
        open = !p.set().isEmpty() && left.merge(block(p), -1, Integer::sum) > 0 ? block(p) : null;
        place++;
      }
      if (now > day.wrap() + 1e-9) {
        double over = now - day.wrap();
        wrong += over / 60;
        broke(
            broken,
            say,
            () ->
                String.format(
                    Locale.ROOT,
                    "the day ends %.0f min after the wrap at %s",
                    over,
                    TimeOfDay.label(day.wrap())));
      }
      return new Running(
          List.copyOf(slots),
          now,
          waited,
          changes,
          List.copyOf(broken),
          wrong * BROKEN + (now - day.call()) + changes * day.rates().nuisance());
    }

    /** A pass that belongs to no set is a set of its own. */
    private static String block(Pass p) {
      return p.set().isEmpty() ? "alone " + p.id() : p.set();
    }

    /**
     * Minutes each set keeps the camera on, changes of costume inside it among them, and minutes it
     * records.
     */
    private Map<String, double[]> needs(List<Pass> order) {
      Map<String, double[]> out = new HashMap<>();
      Map<String, String> wears = new HashMap<>();
      for (Pass p : order) {
        double[] n = out.computeIfAbsent(block(p), k -> new double[2]);
        n[0] += p.minutes();
        n[1] += p.recordMinutes();
        for (Pass.Worn w : p.worn()) {
          String had = wears.put(block(p) + "/" + w.performer(), w.costume());
          n[0] += had == null || had.equals(w.costume()) ? 0 : day.rates().costumeMinutes();
        }
      }
      return out;
    }

    private Slot slot(Pass p, boolean goesOn, double[] needs, Set<String> broken, boolean say) {
      List<Change> changed = say ? new ArrayList<>() : null;
      double ready = now;
      if (setup == null || !setup.equals(p.setup())) {
        if (setup != null) {
          ready +=
              change(
                  changed, ChangeKind.SETUP, "camera to " + p.setup(), day.rates().setupMinutes());
        }
        setup = p.setup();
      }
      // Battery and card are looked at when a set begins, for inside it neither may be changed.
      if (!goesOn) {
        if (needs[0] > day.rates().batteryMinutes() || needs[1] > day.rates().cardMinutes()) {
          // No order mends that, so it costs nothing here; it is only said.
          if (say) {
            broken.add(
                String.format(
                    Locale.ROOT,
                    "%s needs %.0f min of camera and %.0f of card; one battery lasts %.0f, one card"
                        + " %.0f: mains, or a larger one",
                    p.set().isEmpty() ? p.name() : "match set " + p.set(),
                    needs[0],
                    needs[1],
                    day.rates().batteryMinutes(),
                    day.rates().cardMinutes()));
          }
        }
        if (battery > 0 && battery + needs[0] > day.rates().batteryMinutes()) {
          ready =
              Math.max(
                  ready,
                  now
                      + change(
                          changed,
                          ChangeKind.BATTERY,
                          "fresh battery before " + p.name(),
                          day.rates().mediaMinutes()));
          battery = 0;
        }
        if (card > 0 && card + needs[1] > day.rates().cardMinutes()) {
          ready =
              Math.max(
                  ready,
                  now
                      + change(
                          changed,
                          ChangeKind.CARD,
                          "fresh card before " + p.name(),
                          day.rates().mediaMinutes()));
          card = 0;
        }
      }
      double start = ready;
      List<Wait> waits = say ? new ArrayList<>() : null;
      double bound = ready;
      String reason = null;
      for (Pass.Worn w : p.worn()) {
        Pass.Window hours = day.people().get(w.performer());
        double can = free.getOrDefault(w.performer(), day.call());
        String had = wearing.put(w.performer(), w.costume());
        boolean dresses = had != null && !had.equals(w.costume());
        if (dresses) {
          can +=
              change(
                  changed,
                  ChangeKind.COSTUME,
                  w.performer() + " into " + w.costume(),
                  day.rates().costumeMinutes());
        }
        if (hours != null && hours.from() > can) {
          can = hours.from();
          dresses = false;
        }
        if (can > bound + 1e-9) {
          bound = can;
          if (say) {
            reason =
                dresses
                    ? w.performer() + " changes into " + w.costume()
                    : "for " + w.performer() + ", who comes at " + TimeOfDay.label(can);
          }
        }
      }
      if (p.light() != null && p.light().from() > bound + 1e-9) {
        bound = p.light().from();
        if (say) {
          reason = "for the light, which is right from " + TimeOfDay.label(bound);
        }
      }
      if (bound > start + 1e-9) {
        waited += bound - start;
        if (say) {
          waits.add(new Wait(bound - start, reason));
        }
        start = bound;
      }
      double end = start + p.minutes();
      if (p.light() != null && end > p.light().to() + 1e-9) {
        wrong += (end - p.light().to()) / 600;
        broke(
            broken,
            say,
            () ->
                p.name()
                    + " ends at "
                    + TimeOfDay.label(end)
                    + ", after its light at "
                    + TimeOfDay.label(p.light().to()));
      }
      for (Pass.Worn w : p.worn()) {
        Pass.Window hours = day.people().get(w.performer());
        if (hours != null && end > hours.to() + 1e-9) {
          wrong += (end - hours.to()) / 600;
          broke(
              broken,
              say,
              () ->
                  w.performer()
                      + " must go at "
                      + TimeOfDay.label(hours.to())
                      + " and "
                      + p.name()
                      + " ends at "
                      + TimeOfDay.label(end));
        }
        free.put(w.performer(), end);
      }
      // Between sets the camera is switched off; inside one it stays on.
      battery += end - (goesOn ? now : start);
      card += p.recordMinutes();
      now = end;
      return say ? new Slot(p, start, end, List.copyOf(changed), List.copyOf(waits)) : null;
    }

    private double change(List<Change> said, ChangeKind kind, String words, double minutes) {
      changes++;
      if (said != null) {
        said.add(new Change(kind, words, minutes));
      }
      return minutes;
    }

    private void broke(Set<String> broken, boolean say, Supplier<String> words) {
      wrong++;
      if (say) {
        broken.add(words.get());
      }
    }
  }
}
