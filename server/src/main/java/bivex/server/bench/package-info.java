/**
 * Plates on the bench: measurements that wait their turn, clips and their proxies, throws, turnover
 * files.
 */
package bivex.server.bench;
