package bivex.core.script;

import bivex.core.script.Revision.Standing;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * What is asked about a new draft, put together so that one look and one answer settle many: what
 * went from one scene to one other, and what went with a scene that was cut.
 */
public final class Questions {
  private Questions() {}

  /**
   * A mark that somebody must decide on.
   *
   * @param key names it
   * @param standing {@link Standing#ASKED}, {@link Standing#GONE} or {@link Standing#LOST}
   * @param before number of its scene in the old draft; null when it had no sure place
   * @param cut whether that scene is not in the new draft
   * @param now number of the scene of the proposed words; null without
   * @param at offset of the proposed words in the new draft; −1 without
   */
  public record Open(
      String key, Standing standing, String before, boolean cut, String now, int at) {}

  /**
   * Marks that are looked at together.
   *
   * @param says what they have in common; empty for one that stands alone
   * @param proposed whether something is proposed for each, so that all can be answered at once
   * @param gone whether what is proposed is that they are gone
   */
  public record Batch(String says, boolean proposed, boolean gone, List<String> keys) {}

  /**
   * Puts them together, those first that settle most.
   *
   * @param open in the order of the old draft
   */
  public static List<Batch> of(List<Open> open) {
    Map<String, List<Open>> together = new LinkedHashMap<>();
    for (Open o : open) {
      together.computeIfAbsent(common(o), k -> new ArrayList<>()).add(o);
    }
    return together.values().stream()
        .map(Questions::batch)
        .sorted(
            Comparator.comparing((Batch b) -> !b.proposed())
                .thenComparing(b -> b.proposed() ? -b.keys().size() : 0))
        .toList();
  }

  /**
   * Whether most of what was marked is not in the draft: then it may well be another script.
   *
   * @param marks how many there are
   */
  public static boolean anotherScript(int marks, List<Open> open) {
    return open.stream().filter(o -> o.standing() != Standing.ASKED).count() * 2 > marks;
  }

  private static String common(Open o) {
    return switch (o.standing()) {
      case ASKED -> o.before() == null ? o.key() : "asked " + o.before() + " > " + o.now();
      case GONE -> o.before() == null ? o.key() : "gone " + o.before();
      default -> o.key();
    };
  }

  private static Batch batch(List<Open> of) {
    Open first = of.get(0);
    List<String> keys = of.stream().map(Open::key).toList();
    boolean gone = first.standing() == Standing.GONE;
    return new Batch(says(of, first), first.standing() != Standing.LOST, gone, keys);
  }

  private static String says(List<Open> of, Open first) {
    if (first.standing() == Standing.GONE) {
      return first.cut()
          ? "Scene " + first.before() + " is not in this draft, and nothing elsewhere comes near it"
          : of.size() == 1
              ? ""
              : "Of scene " + first.before() + " these are in this draft no more, as it seems";
    }
    if (of.size() == 1) {
      return "";
    }
    boolean inOrder = true;
    boolean same = false;
    for (int i = 1; i < of.size(); i++) {
      inOrder &= of.get(i - 1).at() <= of.get(i).at();
      same |= of.get(i - 1).at() == of.get(i).at();
    }
    String scenes =
        first.before().equals(first.now())
            ? "Scene " + first.now() + " is told otherwise"
            : "Scene " + first.before() + " is told otherwise in scene " + first.now();
    return scenes
        + (inOrder ? ", in the order it had" : ", in another order")
        + (same ? ", two of them on the same words" : "");
  }

  /**
   * Whether a shot leaves the picture with words that are gone.
   *
   * @param gone of each of its words, whether they are
   */
  public static boolean leaves(List<Boolean> gone) {
    return gone.stream().allMatch(g -> g);
  }
}
