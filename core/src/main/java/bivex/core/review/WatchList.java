package bivex.core.review;

import bivex.core.InvalidInput;
import bivex.core.Said;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;

/** Which versions are watched together, in which order, and why each. */
public final class WatchList {
  private static final int MOST = 500;

  private WatchList() {}

  /** Which of the newest versions are watched. */
  public enum Of {
    /** Those of which no verdict was said, and those with an answer that waits for a word. */
    UNSEEN("not looked at"),
    SCENE("of a scene"),
    MAKER("of one artist"),
    PICKED("picked by hand"),
    ALL("all");

    private final String words;

    Of(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }
  }

  /** In which order. */
  public enum Order {
    /** What others wait for first, then answers that wait for a word, then what is nearly done. */
    WORTH("what matters most first"),
    CUT("in cut order"),
    SCRIPT("in script order");

    private final String words;

    Order(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }
  }

  /**
   * The newest version of a shot, as it stands.
   *
   * @param shot id
   * @param scene as it is numbered; empty where it is not known
   * @param maker whoever brought it in
   * @param judged whether a verdict was said of it
   * @param answers notes of the shot whose answer waits for a word
   * @param waiting codes of the shots that wait for this one
   * @param owed things the shot owes besides its review and delivery
   * @param cut first frame of it in the reels, one after another; null where no cut has it
   */
  public record Candidate(
      String shot,
      String code,
      String scene,
      int version,
      String maker,
      boolean judged,
      int answers,
      List<String> waiting,
      int owed,
      Long cut) {
    /** Whether somebody has to look at it. */
    public boolean unseen() {
      return !judged || answers > 0;
    }
  }

  /**
   * What somebody wants to watch.
   *
   * @param scene where it is one scene
   * @param maker where it is one artist's
   * @param shots ids, where they are picked
   */
  public record Wish(Of of, Order order, String scene, String maker, List<String> shots) {
    public Wish {
      if (of == null) {
        throw new InvalidInput("of", "must say what is watched");
      }
      if (of == Of.SCENE) {
        InvalidInput.text("scene", scene);
      }
      if (of == Of.MAKER) {
        InvalidInput.text("maker", maker);
      }
      if (of == Of.PICKED
          && (shots == null
              || shots.isEmpty()
              || shots.size() > MOST
              || shots.stream().anyMatch(Objects::isNull))) {
        throw new InvalidInput("shots", "must be 1 to " + MOST);
      }
      order = order == null ? Order.WORTH : order;
      shots = of == Of.PICKED ? shots.stream().distinct().toList() : List.of();
    }

    /** In words, for a title. */
    public String words() {
      String what =
          switch (of) {
            case UNSEEN -> "Everything not looked at";
            case ALL -> "All versions";
            case SCENE -> "Scene " + scene;
            case MAKER -> "By " + maker;
            case PICKED -> "Picked by hand";
          };
      return of == Of.PICKED && order == Order.WORTH ? what : what + ", " + order.words;
    }

    private boolean takes(Candidate c) {
      return switch (of) {
        case ALL -> true;
        case UNSEEN -> c.unseen();
        case SCENE -> c.scene.equals(scene);
        case MAKER -> c.maker.equals(maker);
        case PICKED -> shots.contains(c.shot);
      };
    }
  }

  /**
   * A version to watch.
   *
   * @param why it stands where it does, in words; empty where nothing more is to be said
   */
  public record Item(Candidate of, String why) {}

  /**
   * In the order they are watched; what is picked in that of the picking, unless another is wished.
   *
   * @param all newest version of each shot that has one, in script order
   * @throws InvalidInput naming the field, also where there is nothing to watch, more than can be
   *     watched, or nothing of something that was picked
   */
  public static List<Item> of(Collection<Candidate> all, Wish wish) {
    List<Candidate> some = all.stream().filter(wish::takes).toList();
    int without = wish.shots.size() - some.size();
    if (wish.of == Of.PICKED && without > 0) {
      throw new InvalidInput(
          "shots",
          Said.of(
              without == 1 ? "%s of them has no version" : "%s of them have no version", without));
    }
    if (some.isEmpty()) {
      throw new InvalidInput("of", "there is no version " + wish.of.words + " to watch");
    }
    if (some.size() > MOST) {
      throw new InvalidInput(
          "of", Said.of("are %s versions; at most %s at once", some.size(), MOST));
    }
    Comparator<Candidate> cut =
        Comparator.comparing(Candidate::cut, Comparator.nullsLast(Comparator.naturalOrder()));
    Comparator<Candidate> by =
        switch (wish.order) {
          case SCRIPT -> Comparator.comparing(some::indexOf);
          case CUT -> cut;
          case WORTH ->
              wish.of == Of.PICKED
                  ? Comparator.comparing(c -> wish.shots.indexOf(c.shot))
                  : Comparator.comparing((Candidate c) -> -c.waiting.size())
                      .thenComparing(c -> c.answers == 0)
                      .thenComparing(Candidate::owed)
                      .thenComparing(cut);
        };
    return some.stream().sorted(by).map(c -> new Item(c, why(c))).toList();
  }

  private static String why(Candidate c) {
    List<String> out = new ArrayList<>();
    if (!c.waiting.isEmpty()) {
      out.add(
          String.join(", ", c.waiting) + (c.waiting.size() == 1 ? " waits" : " wait") + " for it");
    }
    if (c.answers > 0) {
      out.add(
          Said.of(
              c.answers == 1 ? "%s answer waits for a word" : "%s answers wait for a word",
              c.answers));
    }
    if (!c.judged) {
      out.add(c.owed == 0 ? "only the verdict is owed" : "no verdict yet");
    }
    return String.join("; ", out);
  }
}
