/**
 * Screenplays: read, told apart by scenes, compared draft by draft, and where marked words went.
 */
package bivex.core.script;
