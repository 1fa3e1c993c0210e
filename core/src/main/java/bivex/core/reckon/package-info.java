/** The sums of the job as one list, each with inputs, formula and source. */
package bivex.core.reckon;
