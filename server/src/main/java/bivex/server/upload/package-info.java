/** Files that come in parts, and go on where a line dropped. */
package bivex.server.upload;
