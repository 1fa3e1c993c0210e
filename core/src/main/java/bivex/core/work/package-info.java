/**
 * Who does what when: what people say of tasks, how those stand, when they are done on the days
 * that people have, which day may be promised, and what would help.
 */
package bivex.core.work;
