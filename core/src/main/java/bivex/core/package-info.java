/**
 * What all rooms of the core share: refused input, words with numbers in them, keys of what is
 * owed.
 */
package bivex.core;
