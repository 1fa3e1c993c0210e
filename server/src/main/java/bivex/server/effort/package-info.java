/** Rates of work and what it really took. */
package bivex.server.effort;
