/** Productions: made, changed, and who is on them. */
package bivex.server.production;
