/** Shots with everything derived from them, kept until something changes. */
package bivex.server.book;
