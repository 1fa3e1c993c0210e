/** Plates that came back: laid over each other and measured, joined, watched. */
package bivex.core.plate;
