/** What a house does for itself at night, and what it tells of its own state. */
package bivex.server.upkeep;
