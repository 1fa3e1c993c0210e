/** What a production comes to: hours, costs, and the lists that are handed out. */
package bivex.core.tally;
