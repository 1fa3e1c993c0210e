/** What work costs and what is asked for it: terms, bids, change orders, bills. */
package bivex.server.money;
