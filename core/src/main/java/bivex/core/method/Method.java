package bivex.core.method;

import bivex.core.parameter.Parameter;
import bivex.core.parameter.Values;
import java.util.List;
import java.util.Map;

/**
 * A named way of making an effect: data plus rules. Given a shot's numbers and its own parameters
 * it writes into a {@link Derivation} everything the shot owes. Deriving is pure: the same input
 * gives the same plan.
 *
 * <p>Implementations are found through {@link java.util.ServiceLoader}; nothing else needs to know
 * them.
 */
public interface Method {
  /** The chapters of the book. */
  enum Chapter {
    DOUBLES("Doubles"),
    SUDDEN_MOVEMENT("Sudden movement"),
    TIME("Time"),
    PLANAR_AND_SCALE("Planar and scale"),
    ENERGY_AND_LIGHT("Energy and light"),
    BUILT_WORLDS("Built worlds"),
    PLAIN_WORK("Plain work"),
    HOUSE("Of the house");

    private final String words;

    Chapter(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }
  }

  /** Short stable code in the method book, such as "A1". */
  String id();

  /** What practitioners call it. */
  String name();

  Chapter chapter();

  /** One sentence: what the audience sees and how it is done. */
  String summary();

  /** When this is the right choice. */
  String rightWhen();

  /**
   * Words and beginnings of words in a script that suggest it, in small letters; several words in
   * one entry must all be there.
   */
  List<String> cues();

  /** Whether the camera rolls for it; a reference still of its setup is then owed. */
  default boolean shoots() {
    return true;
  }

  /** Its parameters, in the order a screen asks for them. */
  List<Parameter> parameters();

  /**
   * Inputs of sums that this method knows under another name, by the sums' own keys; what has the
   * same name in both need not be here.
   *
   * @param values complete and within range
   */
  default Map<String, Object> inputs(ShotSetting setting, Values values) {
    return Map.of();
  }

  /** Writes the plan. Values are complete and within range. */
  void derive(Derivation plan, Values values);
}
