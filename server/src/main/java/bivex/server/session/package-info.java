/** Signing in and out. */
package bivex.server.session;
