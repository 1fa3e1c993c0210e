/** The journal, and telling everybody what has changed. */
package bivex.server.live;
