/**
 * What work costs and what is asked for it: pay, bids, change orders, and what it comes to at the
 * end.
 */
package bivex.core.money;
