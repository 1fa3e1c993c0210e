/**
 * The cut: lists and timelines of editors read, frames of sources mapped onto frames of the cut,
 * what is pulled for a shot, and what another cut changes.
 */
package bivex.core.cut;
