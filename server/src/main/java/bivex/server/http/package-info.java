/** What all of HTTP shares: problem documents, pages of lists, downloads, the OpenAPI document. */
package bivex.server.http;
