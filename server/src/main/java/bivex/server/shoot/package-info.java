/** Days, setups, passes, takes and all that is written on the floor. */
package bivex.server.shoot;
