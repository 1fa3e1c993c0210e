/** Frame rates, timecode, ranges and frame numbers, exact. */
package bivex.core.time;
