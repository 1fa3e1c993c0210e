package bivex.core;

import java.util.Objects;
import java.util.OptionalInt;

/**
 * What a thing of a plan or a shot is called, so that evidence stays tied to it while the plan is
 * derived anew. As text {@code plate:performance-3}, {@code datum:look}, or one word such as {@code
 * version}.
 *
 * @param group {@code plate}, {@code datum}, {@code check}, {@code caution}, {@code element},
 *     {@code task}, {@code aid}, {@code layer}, {@code words}; empty for what a shot has one of
 * @param name within its group
 */
public record ItemKey(String group, String name) {
  public static final ItemKey INTENT = new ItemKey("datum", "intent");
  public static final ItemKey MARK = new ItemKey("datum", "mark");
  public static final ItemKey LOOK = new ItemKey("datum", "look");
  public static final ItemKey WARDROBE = new ItemKey("datum", "wardrobe");
  public static final ItemKey CLEAN = new ItemKey("plate", "clean");

  /** Who gives in a handover, and who receives: two parts of one performer. */
  public static final ItemKey GIVER = new ItemKey("plate", "giver");

  public static final ItemKey RECEIVER = new ItemKey("plate", "receiver");

  private static final String PERFORMANCE = "performance-";
  private static final String GUIDE = "guide-";

  public ItemKey {
    Objects.requireNonNull(group);
    InvalidInput.text("item", name);
  }

  /**
   * @throws InvalidInput when it is empty
   */
  public static ItemKey of(String text) {
    String all = InvalidInput.text("item", text);
    int colon = all.indexOf(':');
    return colon < 0
        ? new ItemKey("", all)
        : new ItemKey(all.substring(0, colon), all.substring(colon + 1));
  }

  /** The doubt that a draft's changed words cast on what was shot. */
  public static ItemKey words(int draft) {
    return new ItemKey("words", String.valueOf(draft));
  }

  public boolean plate() {
    return group.equals("plate");
  }

  public boolean task() {
    return group.equals("task");
  }

  public boolean check() {
    return group.equals("check");
  }

  public boolean words() {
    return group.equals("words");
  }

  /** The part a performance plate is of, from 1. */
  public OptionalInt performance() {
    OptionalInt handed =
        receives()
            ? OptionalInt.of(2)
            : plate() && bare().equals(GIVER.name) ? OptionalInt.of(1) : OptionalInt.empty();
    return handed.isPresent() ? handed : number(PERFORMANCE);
  }

  /** Whether it is the plate of who receives in a handover, in whatever use of it. */
  public boolean receives() {
    return plate() && bare().equals(RECEIVER.name);
  }

  /** The part a guide track is of, from 1. */
  public OptionalInt guide() {
    return number(GUIDE);
  }

  private OptionalInt number(String before) {
    String bare = bare();
    return plate() && bare.startsWith(before) && bare.substring(before.length()).matches("\\d{1,3}")
        ? OptionalInt.of(Integer.parseInt(bare.substring(before.length())))
        : OptionalInt.empty();
  }

  /** Its name without the use of a method it is of. */
  private String bare() {
    return name.substring(name.indexOf('/') + 1);
  }

  public boolean is(String text) {
    return toString().equals(text);
  }

  @Override
  public String toString() {
    return group.isEmpty() ? name : group + ":" + name;
  }
}
