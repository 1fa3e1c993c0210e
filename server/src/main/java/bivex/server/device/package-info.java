/** Stand-ins of camera and head, and the interface to real ones. */
package bivex.server.device;
