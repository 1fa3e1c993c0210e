/** Who may call what: the gate, roles, sign-ins, and what a signed-in member of a production is. */
package bivex.server.access;
