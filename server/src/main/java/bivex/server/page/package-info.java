/** The interface's own files. */
package bivex.server.page;
