/** The part of the core that the floor needs without a line, compiled for the browser. */
package bivex.device;
