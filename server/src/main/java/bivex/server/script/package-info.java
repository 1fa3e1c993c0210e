/** Drafts, what they changed, and cues. */
package bivex.server.script;
