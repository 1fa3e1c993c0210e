/** Pictures as arrays: colour, registration of one on another, Fourier transforms. */
package bivex.core.picture;
