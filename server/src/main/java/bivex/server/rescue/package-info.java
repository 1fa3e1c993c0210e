/** What can still be made of the takes. */
package bivex.server.rescue;
