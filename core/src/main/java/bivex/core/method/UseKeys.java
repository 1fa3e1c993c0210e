package bivex.core.method;

import bivex.core.ItemKey;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;

/**
 * What things are called in one use of a method. What performers play, the empty set and the work
 * that adds up are one however often a method is used; whatever else a further use needs is its
 * own.
 */
final class UseKeys {
  static final String GRADE = "layer:grade";
  private static final String PLAYED = "performance-";
  private static final Set<String> SUMMED = Set.of("composite", "grade", "sound");
  private static final Set<String> ASKED_ONCE =
      Set.of("still", "sound", "eyeline", "wardrobe", "look", "continuity", "light-cue", "marks");

  private final String method;
  private final boolean first;
  private final String label;

  private UseKeys(String method, boolean first, String label) {
    this.method = method;
    this.first = first;
    this.label = label;
  }

  UseKeys(MethodChoice choice) {
    this(
        choice.use() <= 1 ? choice.method() : choice.method() + "." + choice.use(),
        choice.use() <= 1,
        choice.label());
  }

  /**
   * Of a method of the book inside this use of one of the house: what two of them own never meets.
   *
   * @param book what it is called on a shot of its own
   */
  UseKeys within(String book, String what) {
    return new UseKeys(
        book + "." + method,
        false,
        label.isEmpty() ? what : what.isEmpty() ? label : what + ", " + label);
  }

  /** A key as it stands on a shot of its own, here. */
  String moved(String key, String book) {
    ItemKey k = ItemKey.of(key);
    return k.name().startsWith(book + "/")
        ? new ItemKey(k.group(), method + k.name().substring(book.length())).toString()
        : of(key);
  }

  /** Of the method and its use: evidence for one is not taken for another's. */
  String own(String key) {
    int colon = key.indexOf(':');
    return key.substring(0, colon + 1) + method + "/" + key.substring(colon + 1);
  }

  /** The key a thing has in this use. */
  String of(String key) {
    ItemKey k = ItemKey.of(key);
    return first || shared(k) || k.name().startsWith(method + "/") ? key : own(key);
  }

  /** What a thing is called, with what the use is for. */
  String called(String key, String what) {
    return label.isEmpty() || shared(ItemKey.of(key)) ? what : what + ", " + label;
  }

  /** As it is spoken of. */
  String method() {
    return method;
  }

  /** Whether all methods of a shot have it together. */
  static boolean shared(String key) {
    return shared(ItemKey.of(key));
  }

  private static boolean shared(ItemKey k) {
    return switch (k.group()) {
      case "plate", "layer" ->
          k.name().equals("clean") || k.name().equals("grade") || k.name().startsWith(PLAYED);
      case "task" -> SUMMED.contains(k.name());
      case "datum" -> ASKED_ONCE.contains(k.name());
      default -> false;
    };
  }

  /**
   * The stack from the bottom: layers of a further use lie where those of the first do, under the
   * grade if those do.
   */
  static List<Plan.Layer> stacked(Map<String, Plan.Layer> layers) {
    List<String> order = new ArrayList<>(layers.keySet());
    for (String key : layers.keySet()) {
      // That of the first use, of the book's method alone, or of whatever method has it.
      String base =
          Stream.of(
                  key.replaceFirst("\\.\\d+/", "/"),
                  key.replaceFirst("\\.\\d+\\.", "."),
                  key.replaceFirst("\\.[^/]*/", "/"),
                  key.replaceFirst(":[^/]*/", ":"))
              .filter(k -> !k.equals(key) && layers.containsKey(k))
              .findFirst()
              .orElse(key);
      int grade = order.indexOf(GRADE);
      if (!base.equals(key) && order.indexOf(base) < grade && order.indexOf(key) > grade) {
        order.remove(key);
        order.add(grade, key);
      }
    }
    return order.stream().map(layers::get).toList();
  }
}
