/**
 * The floor: camera data, takes, what a take has against its set, touches, clocks of battery and
 * card.
 */
package bivex.core.shoot;
