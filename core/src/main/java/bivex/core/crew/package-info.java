/** Who works on a production, and in which role. */
package bivex.core.crew;
