/** The order of the passes of a shooting day: one simulation of the day, searched and explained. */
package bivex.core.order;
