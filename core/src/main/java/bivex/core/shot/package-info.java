/** What a shot owes and how far it is, from its plan and the evidence. */
package bivex.core.shot;
