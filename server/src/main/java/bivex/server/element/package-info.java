/** Elements of all shots. */
package bivex.server.element;
