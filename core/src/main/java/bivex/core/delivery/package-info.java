/** What a client asks for, and whether a version is that. */
package bivex.core.delivery;
