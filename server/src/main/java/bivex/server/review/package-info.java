/** Versions, notes, verdicts and guests. */
package bivex.server.review;
