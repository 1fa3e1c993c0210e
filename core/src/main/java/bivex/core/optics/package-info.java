/** Lenses, sensors and exposure: fields of view, depth of field, blur, stops. */
package bivex.core.optics;
