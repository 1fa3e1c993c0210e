/** The application: keeps, serves and guards what the core works out. */
package bivex.server;
