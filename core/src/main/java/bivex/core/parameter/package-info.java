/** Typed inputs with units, ranges and reasons, and their values. */
package bivex.core.parameter;
