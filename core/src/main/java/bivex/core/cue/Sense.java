package bivex.core.cue;

import java.util.List;

/**
 * What sentences mean, as directions in a space where what is said alike lies near. Something heavy
 * that need not be there: without it cues are found by words and signs alone.
 */
public interface Sense {
  /**
   * Meanings of sentences, in their order.
   *
   * @return a direction of length one for each, as long as {@link CueWeights#senses} of its weights
   */
  List<float[]> of(List<String> sentences);

  /** What its directions are worth, learned with it. */
  CueWeights weights();

  /**
   * A script read by one.
   *
   * @param meanings of {@link CueFinder#sentences} of the script, in their order
   */
  record Reading(List<float[]> meanings, CueWeights weights) {}
}
