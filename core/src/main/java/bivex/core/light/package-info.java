/** The sun over a place and a day, what it does to shadows, and the limits of flashing light. */
package bivex.core.light;
