/**
 * The method book: how an effect is made, and the plan of plates, layers, elements, tasks and
 * checks that follows from it. A method is one file.
 */
package bivex.core.method;
