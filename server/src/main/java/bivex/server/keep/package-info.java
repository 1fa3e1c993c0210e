/** Tables: entities as plain carriers, and their repositories. */
package bivex.server.keep;
