/** Storyboards. */
package bivex.server.board;
