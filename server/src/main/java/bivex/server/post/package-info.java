/** Letters: the day by mail, and at once only what stops work. */
package bivex.server.post;
