/** From where the application can be reached, and by whom that is believed. */
package bivex.server.reach;
