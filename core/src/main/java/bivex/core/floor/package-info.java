/**
 * The floor while the camera runs: how a setup stands by what was logged, how a take is accepted,
 * and what a device shows that has entries the server does not know yet.
 */
package bivex.core.floor;
