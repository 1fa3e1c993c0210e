/** Who works when on a production. */
package bivex.server.crew;
