/** Things that move: turns, throws, ramps, and takes that are paired by them. */
package bivex.core.motion;
