/** What is printed, as HTML templates. */
package bivex.server.papers;
