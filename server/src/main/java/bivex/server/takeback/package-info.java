/** What was made by mistake is taken back by who made it, while nothing rests on it. */
package bivex.server.takeback;
