/** How a long computation is given up when nobody waits for its result any longer. */
@NullMarked
package wexa.core.cancelling;

import org.jspecify.annotations.NullMarked;
