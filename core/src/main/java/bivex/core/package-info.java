/**
 * The rules and the sums of the job, in plain Java. Units are in names or types; every refusal
 * names the field. Nothing here knows a framework, a database or a screen.
 */
package bivex.core;
