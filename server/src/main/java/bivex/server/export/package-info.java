/** What leaves in open formats. */
package bivex.server.export;
