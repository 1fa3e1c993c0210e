/** Cuts as editors give them out, and what they mean for the effect shots. */
package bivex.server.cut;
