/** The sums over HTTP. */
package bivex.server.reckon;
