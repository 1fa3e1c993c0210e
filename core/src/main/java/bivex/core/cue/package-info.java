/**
 * Moments of a script that look like effects: proposed by words and by what happens, never marked
 * by themselves.
 */
package bivex.core.cue;
