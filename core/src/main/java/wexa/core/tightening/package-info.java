/** Finds what can be taken away without anybody losing anything. */
@NullMarked
package wexa.core.tightening;

import org.jspecify.annotations.NullMarked;
