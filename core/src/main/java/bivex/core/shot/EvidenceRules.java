package bivex.core.shot;

import bivex.core.InvalidInput;
import bivex.core.ItemKey;
import bivex.core.crew.Role;
import bivex.core.element.ElementSource;
import bivex.core.shot.OwedItem.Kind;
import bivex.core.shot.OwedItem.State;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;

/**
 * What may be said of a thing that is owed, by whom, and what saying it needs. Desk, interface and
 * ledger all ask here, so that what can be said always counts, and what does not count cannot be
 * said.
 */
public final class EvidenceRules {
  /** What an act asks for besides words. */
  public enum Needs {
    WORDS,
    /** Hours it took may be told. */
    HOURS,
    /** Who signed, in which role, when. */
    SIGNATURE,
    /** Where it is from, how wide, under which licence. */
    FOUND
  }

  /**
   * Something that can be said of an item as it stands.
   *
   * @param words of the button
   * @param roles that may
   */
  public record Act(Evidence.Kind kind, String words, Needs needs, Set<Role> roles) {}

  private static final Set<Role> ALL =
      Set.copyOf(EnumSet.of(Role.PRODUCER, Role.COORDINATOR, Role.FLOOR, Role.ARTIST));
  private static final Set<Role> DECIDE =
      Set.copyOf(EnumSet.of(Role.PRODUCER, Role.COORDINATOR, Role.FLOOR));
  private static final Set<Role> SIGN = Set.copyOf(EnumSet.of(Role.PRODUCER, Role.COORDINATOR));

  private EvidenceRules() {}

  /** Whether evidence of a kind means anything for an item. */
  public static boolean fits(Evidence.Kind said, Kind kind, ItemKey key) {
    boolean mark = key.equals(ItemKey.MARK);
    boolean question = kind == Kind.DATUM && !key.check() && !key.words() && !mark;
    return switch (said) {
      case SETTLED -> question || kind == Kind.CAUTION || kind == Kind.ELEMENT || kind == Kind.TASK;
      case ACCEPTED ->
          kind == Kind.DATUM
              || kind == Kind.PLATE
              || kind == Kind.ELEMENT
              || kind == Kind.TASK
              || kind == Kind.DELIVERY;
      case DROPPED ->
          kind == Kind.DATUM && !key.words() && !mark
              || kind == Kind.PLATE
              || kind == Kind.ELEMENT
              || kind == Kind.TASK
              || kind == Kind.DELIVERY;
      case WAIVED -> question || kind == Kind.PLATE;
      case REOPENED ->
          kind == Kind.DATUM
              || kind == Kind.PLATE
              || kind == Kind.ELEMENT
              || kind == Kind.TASK
              || kind == Kind.DELIVERY
              || kind == Kind.CAUTION;
    };
  }

  /** Who may say it. */
  public static Set<Role> roles(Evidence.Kind said, Kind kind) {
    return kind == Kind.CAUTION ? SIGN : said == Evidence.Kind.SETTLED ? ALL : DECIDE;
  }

  /**
   * Refuses what means nothing for an item.
   *
   * @throws InvalidInput naming {@code kind}, with what can be said
   */
  public static void mustFit(Evidence.Kind said, Kind kind, ItemKey key, String label) {
    if (said == null) {
      throw new InvalidInput("kind", "must be one of " + List.of(Evidence.Kind.values()));
    }
    if (!fits(said, kind, key)) {
      List<String> can = new ArrayList<>();
      for (Evidence.Kind k : Evidence.Kind.values()) {
        if (fits(k, kind, key)) {
          can.add(k.name());
        }
      }
      throw new InvalidInput(
          "kind",
          said
              + " says nothing of “"
              + label
              + "”; "
              + (can.isEmpty()
                  ? "it follows from the work itself"
                  : "it takes " + String.join(", ", can)));
    }
  }

  /**
   * Who takes a caution on, in which role.
   *
   * @param on null for today
   */
  public record NewSignature(String who, String role, LocalDate on) {}

  /**
   * An element as it was found.
   *
   * @param widthPx 1 to 1 000 000
   * @param licence may be empty
   */
  public record NewElement(ElementSource source, Integer widthPx, String licence) {}

  /**
   * What a signature is kept as.
   *
   * @param given may be null
   * @return null where nothing is signed
   * @throws InvalidInput where it is missing, incomplete, of a day to come, or means nothing
   */
  public static Evidence.Signature signature(
      Evidence.Kind said, Kind kind, NewSignature given, LocalDate today) {
    if (said != Evidence.Kind.SETTLED || kind != Kind.CAUTION) {
      if (given != null) {
        throw new InvalidInput("signature", "only a caution is signed");
      }
      return null;
    }
    if (given == null) {
      throw new InvalidInput("signature", "a caution needs who signed it and in which role");
    }
    LocalDate on = given.on() == null ? today : given.on();
    // A day on: the place where it is signed may be ahead of the server.
    if (on.isAfter(today.plusDays(1))) {
      throw new InvalidInput("signature.on", "cannot be in the future");
    }
    return new Evidence.Signature(
        InvalidInput.text("signature.who", given.who()),
        InvalidInput.text("signature.role", given.role()),
        on);
  }

  /**
   * What an element that is in hand is kept as.
   *
   * @param given may be null
   * @return null where nothing is said of one
   * @throws InvalidInput where it is incomplete, or means nothing
   */
  public static Evidence.FoundElement found(Evidence.Kind said, Kind kind, NewElement given) {
    if (given == null) {
      return null;
    }
    if (said != Evidence.Kind.SETTLED || kind != Kind.ELEMENT) {
      throw new InvalidInput("element", "only an element that is in hand has a source and a width");
    }
    if (given.source() == null || given.widthPx() == null) {
      throw new InvalidInput(
          given.source() == null ? "element.source" : "element.widthPx", "must be given");
    }
    return new Evidence.FoundElement(
        given.source(),
        (int) InvalidInput.within("element.widthPx", given.widthPx(), 1L, 1_000_000L),
        given.licence() == null ? "" : given.licence().strip());
  }

  /**
   * What can be said now; the first is what Enter does.
   *
   * @param state as the item stands
   */
  static List<Act> acts(Kind kind, ItemKey key, State state) {
    List<Act> out = new ArrayList<>();
    boolean open = state == State.OWED || state == State.IN_DOUBT;
    if (open) {
      add(out, Evidence.Kind.SETTLED, settling(kind), needs(kind), kind, key);
    }
    if (state == State.IN_DOUBT && kind != Kind.CAUTION) {
      String words = key.words() ? "It still tells it" : "Live with it";
      add(out, Evidence.Kind.ACCEPTED, words, Needs.WORDS, kind, key);
    }
    if (open) {
      add(out, Evidence.Kind.DROPPED, "Not needed", Needs.WORDS, kind, key);
    }
    if (state == State.DROPPED) {
      add(out, Evidence.Kind.REOPENED, "Wanted again", Needs.WORDS, kind, key);
    }
    return List.copyOf(out);
  }

  private static void add(
      List<Act> out, Evidence.Kind said, String words, Needs needs, Kind kind, ItemKey key) {
    if (fits(said, kind, key)) {
      out.add(new Act(said, words, needs, roles(said, kind)));
    }
  }

  private static String settling(Kind kind) {
    return switch (kind) {
      case CAUTION -> "Record the signature";
      case TASK -> "Done";
      default -> "Keep the answer";
    };
  }

  private static Needs needs(Kind kind) {
    return switch (kind) {
      case CAUTION -> Needs.SIGNATURE;
      case TASK -> Needs.HOURS;
      case ELEMENT -> Needs.FOUND;
      default -> Needs.WORDS;
    };
  }
}
