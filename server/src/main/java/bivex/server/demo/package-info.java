/** The invented production that ships, loaded through the doors a crew would use. */
package bivex.server.demo;
