/** Looks that were tried, and the decision between them. */
package bivex.server.look;
