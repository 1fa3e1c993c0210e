/** Tasks of people: what they say of them, who does what when, the page of somebody with work. */
package bivex.server.work;
