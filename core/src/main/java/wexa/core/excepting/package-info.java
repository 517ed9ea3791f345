/** Letting differences be for a while. */
@NullMarked
package wexa.core.excepting;

import org.jspecify.annotations.NullMarked;
