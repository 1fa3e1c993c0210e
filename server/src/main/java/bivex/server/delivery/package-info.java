/** Specifications, packages, and the stand-in of a client's drop box. */
package bivex.server.delivery;
