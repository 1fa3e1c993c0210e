/** Cameras and lenses that are really there, and what a plan asks of them. */
package bivex.core.kit;
