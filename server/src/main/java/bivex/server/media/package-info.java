/**
 * Files from outside: sniffed, probed, stored by their hash, decoded within limits, served in a
 * sandbox.
 */
package bivex.server.media;
