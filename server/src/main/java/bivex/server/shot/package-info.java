/** Shots: marked, planned, split and merged, and what is said of them. */
package bivex.server.shot;
