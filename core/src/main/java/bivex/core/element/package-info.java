/** What is laid over a picture: where it is from, and whether it is large enough. */
package bivex.core.element;
