/**
 * Hours of work: kinds of task, three-point estimates, rates, what work really took, and when it
 * ends.
 */
package bivex.core.effort;
