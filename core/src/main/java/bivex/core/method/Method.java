package bivex.core.method;

import bivex.core.parameter.Parameter;
import bivex.core.parameter.Values;
import java.util.List;

/**
 * A named way of making an effect: data plus rules. Given a shot's numbers and its own parameters it writes into a
 * {@link Derivation} everything the shot owes. Deriving is pure: the same input gives the same plan.
 *
 * <p>Implementations are found through {@link java.util.ServiceLoader}; nothing else needs to know them.
 */
public interface Method {
  /** Short stable code in the method book, such as "A1". */
  String id();

  /** What practitioners call it. */
  String name();

  /** One sentence: what the audience sees and how it is done. */
  String summary();

  /** When this is the right choice. */
  String rightWhen();

  /** Its parameters, in the order a screen asks for them. */
  List<Parameter> parameters();

  /** Writes the plan. Values are complete and within range. */
  void derive(Derivation plan, Values values);
}
