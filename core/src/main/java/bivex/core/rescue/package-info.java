/** What can still be made of the takes there are when one is missing. */
package bivex.core.rescue;
