/** Versions against what was asked for, and verdicts. */
package bivex.core.review;
