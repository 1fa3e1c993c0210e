package bivex.core.cue;

/**
 * A word or a pattern found in a sentence.
 *
 * @param reason what was found, in words
 * @param sign what it is learned by, whatever words it was said in
 * @param weight how much it says by itself
 * @param own whether a word of the production's own found it
 */
record Hit(Cue.Kind kind, String method, String reason, String sign, int weight, boolean own) {
  Hit(Cue.Kind kind, String method, String reason, int weight) {
    this(kind, method, reason, reason, weight, false);
  }
}
