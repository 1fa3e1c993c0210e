/** What sentences mean: a model of language behind the core's small interface. */
package bivex.sense;
